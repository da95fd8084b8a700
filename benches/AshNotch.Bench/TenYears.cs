using AshNotch.Core.Log;
using AshNotch.Demo;

namespace AshNotch.Bench;

/// <summary>Ten hard years: two simulated seasons beside one another, thirty times in a row, every second one with new partners.</summary>
internal static class TenYears
{
    private const int Seasons = 30;
    private const int SeasonsAGeneration = 5;
    private const int Days = 7 * Season.Weeks;

    /// <summary>The last day of it.</summary>
    public static readonly DateOnly Last = new(2026, 6, 20);

    /// <summary>About 15,000 rolls and 150,000 moments, words and takeaways with them.</summary>
    public static Logbook Make()
    {
        var parts = new Logbook[2 * Seasons];
        Parallel.For(0, parts.Length, i => parts[i] = Part(i / 2, evening: i % 2 == 1));
        return parts[0] with
        {
            Partners = [.. parts.SelectMany(p => p.Partners).DistinctBy(p => p.Id)],
            Sessions = [.. parts.SelectMany(p => p.Sessions).OrderBy(s => s.Date).ThenBy(s => s.StartTime)],
            Blocks = [.. parts.Where((_, i) => i % 2 == 0).SelectMany(p => p.Blocks)],
            Niggles = [.. parts.Where((_, i) => i % 2 == 0).SelectMany(p => p.Niggles)],
            SelfRatings = [.. parts.SelectMany(p => p.SelfRatings).DistinctBy(r => (r.Date, r.Part))],
        };
    }

    private static Logbook Part(int season, bool evening)
    {
        var log = Season.Make(seed: Season.DemoSeed + (2 * season) + (evening ? 1 : 0));
        var move = (Last.DayNumber - (Seasons * Days) + (season * Days) + 4) - Season.FirstDay.DayNumber + (evening ? 1 : 0);
        var (tag, people) = ($"y{season:00}{(evening ? "b" : "a")}", $"-{season / SeasonsAGeneration}");
        DateOnly At(DateOnly day) => day.AddDays(move);
        return log with
        {
            Partners = [.. log.Partners.Select(p => p with { Id = p.Id + people })],
            Sessions =
            [
                .. log
                    .Sessions.Where(s => s.Date < Season.Pictured)
                    .Select(s =>
                        s with
                        {
                            Id = $"{tag}-{s.Id}",
                            Date = At(s.Date),
                            Rolls =
                            [
                                .. s.Rolls.Select(r =>
                                    r with
                                    {
                                        Id = $"{tag}-{r.Id}",
                                        PartnerId = r.PartnerId + people,
                                        Goes = r.Goes is { } goes ? goes with { Block = tag + goes.Block } : null,
                                    }
                                ),
                            ],
                        }
                    ),
            ],
            Blocks =
            [
                .. log.Blocks.Select(b =>
                    b with
                    {
                        Id = tag + b.Id,
                        From = At(b.From),
                        EndedOn = At(b.EndedOn ?? Season.Pictured),
                        Ended = BlockEnd.Closed,
                    }
                ),
            ],
            Niggles = [.. log.Niggles.Select(n => n with { Id = tag + n.Id, From = At(n.From), To = At(n.To ?? n.From.AddDays(9)) })],
            SelfRatings = [.. log.SelfRatings.Select(r => r with { Date = At(r.Date) })],
        };
    }
}
