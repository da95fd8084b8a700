using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Log;
using AshNotch.Demo;

namespace AshNotch.Core.Tests.Demo;

// The simulated athletes have to be what they are said to be, or holding judgements against them tells nothing.
public class TrueAthleteTests
{
    private static readonly GroundMap Map = GroundMap.Default;

    private static TrueAthlete Make(int seed, World? world = null) => new(Map, world ?? new World(), seed);

    private static List<RollReading> Read(Logbook log) => [.. RollReading.Of(log, Map)];

    [Fact]
    public void The_same_seed_is_the_same_athlete_with_the_same_log()
    {
        var (one, again, other) = (Make(5), Make(5), Make(6));
        Assert.Equal(one.Planted, again.Planted);
        Assert.Equal(one.SoftGains(Objective.Points), again.SoftGains(Objective.Points));
        Assert.NotEqual(one.LeverGains(Objective.Points), other.LeverGains(Objective.Points));
        string Told(TrueAthlete athlete) =>
            string.Join(
                ' ',
                athlete
                    .Log(8)
                    .Sessions.SelectMany(s => s.Rolls)
                    .SelectMany(r => r.Exchanges)
                    .SelectMany(e => e.Moments)
                    .Select(m => m.ToString())
            );
        Assert.Equal(Told(one), Told(again));
    }

    [Fact]
    public void Planted_spots_are_a_logit_below_and_gain_more_as_soft_spots_than_as_they_would_at_par()
    {
        foreach (var seed in Enumerable.Range(1, 12))
        {
            var athlete = Make(seed);
            Assert.InRange(athlete.Planted.Count, 1, 2);
            foreach (var spot in athlete.Planted)
            {
                // Half of a gap of a logit or more and 0.2 come back: 0.7 at least, where a lever gives 0.5.
                Assert.True(athlete.SoftGains(Objective.Submissions)[spot] / athlete.LeverGains(Objective.Submissions)[spot] > 1.2);
            }
        }
    }

    [Fact]
    public void The_world_differs_from_the_products_beliefs_by_about_what_it_says()
    {
        var gaps = Enumerable
            .Range(1, 20)
            .SelectMany(seed =>
            {
                var athlete = Make(seed, new World(LevelNoise: 0.6));
                return Map
                    .Usual.Spots.Where(s => !athlete.Planted.Contains(s))
                    .Select((s, _) => Math.Log(athlete.Rate(s) / (1 - athlete.Rate(s))) - Map.Level(s));
            })
            .ToList();

        // Levels ±0.6, the general level ±0.2 and the own level ±0.3 at each spot add up to about 0.7.
        Assert.InRange(Math.Sqrt(gaps.Average(g => g * g)), 0.55, 0.85);
    }

    [Fact]
    public void Rolls_have_the_partners_lengths_and_holes_that_are_described()
    {
        var log = Make(9).Log(200);
        Assert.InRange(log.Partners.Count, 8, 14);
        Assert.All(log.Partners, p => Assert.InRange(p.WeightKg!.Value, 70 * 0.749, 70 * 1.251));
        var rolls = log.Sessions.SelectMany(s => s.Rolls).ToList();
        Assert.Equal(200, rolls.Count);
        Assert.InRange(rolls.Count(r => r.Intent == Intent.LetWork), 8, 36);

        // Eight to sixteen contests, of which about two in three are kept.
        Assert.InRange(rolls.Average(r => r.Exchanges.Sum(e => e.Moments.Count)), 12 * 0.58, 12 * 0.82);
        Assert.All(rolls, r => Assert.InRange(r.Exchanges.Sum(e => e.Moments.Count), 0, 16));
    }

    [Fact]
    public void A_log_that_tells_every_end_links_up_where_nothing_is_missing_and_one_that_tells_none_has_no_links()
    {
        var all = LogCounts.Of(Read(Make(3, new World(TellsEnds: 1)).Log(120)), Map.Usual);
        var none = LogCounts.Of(Read(Make(3, new World(TellsEnds: 0)).Log(120)), Map.Usual);
        Assert.Equal(0, none[LogTotal.Links]);
        Assert.InRange((double)all[LogTotal.Linked] / all[LogTotal.Links], 0.5, 0.8);
        Assert.All(none.Moves.Keys.Where(m => m.End != ContestEnd.Held && m.Next != Map.Usual.Spots.Count), m => Assert.False(m.Told));
    }

    [Fact]
    public void So_many_partners_as_are_asked_for() => Assert.Equal(60, Make(2, new World { Partners = 60 }).Log(4).Partners.Count);
}
