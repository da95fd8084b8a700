using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Judging.Patterns;
using AshNotch.Core.Log;
using AshNotch.Core.Telling;
using AshNotch.Demo;

namespace AshNotch.Bench;

/// <summary>Looks at the demo log: whether a practitioner would believe it.</summary>
internal static class DemoBench
{
    /// <summary>Prints how its accounts are read, and how its rounds go.</summary>
    /// <param name="story">Whether to look for the planted story over many seeds instead.</param>
    public static void Run(bool story)
    {
        if (story)
        {
            foreach (var seed in Enumerable.Range(1800, 40))
                Story(seed);
            return;
        }

        var log = Season.Make();
        var reader = new AccountReader(GroundMap.Default, log.Vocabulary);
        var rolls = log.Sessions.SelectMany(s => s.Rolls.Where(r => r.Goes is null).Select(r => (s.Attire, Roll: r))).ToList();
        var told = rolls.Where(r => r.Roll.Told is not null).ToList();
        var (right, all, read) = (0, 0, 0);
        foreach (var (attire, roll) in told)
        {
            var wanted = roll.Exchanges.SelectMany(e => e.Moments).ToList();
            var got = reader.Read(roll.Told!, attire).Exchanges.SelectMany(e => e.Moments).Select(m => m.Moment).ToList();
            var hits = DemoReading.Right(wanted, got);
            (right, all, read) = (right + hits, all + wanted.Count, read + got.Count);
            if (hits < wanted.Count)
                Console.WriteLine($"{roll.Id}: {hits} of {wanted.Count}: {roll.Told}");
        }

        Console.WriteLine(
            $"{told.Count} told accounts; {right} of {all} moments come back right ({100.0 * right / all:0.0} in 100), {read} read"
        );
        var exchanges = rolls.SelectMany(r => r.Roll.Exchanges).Where(e => e.Moments.Count > 0).ToList();
        Console.WriteLine(
            $"{rolls.Count} rolls; both act in "
                + $"{100.0 * exchanges.Count(e => e.Moments.Select(m => m.Actor).Distinct().Count() == 2) / exchanges.Count:0} of 100 "
                + "exchanges"
        );
        foreach (var group in rolls.GroupBy(r => r.Roll.PartnerBelt).OrderBy(g => g.Key))
            Console.WriteLine(
                $"{group.Key}: {group.Count()} rolls, taps a roll "
                    + $"{group.Average(r => r.Roll.Exchanges.Count(e => e.End?.Kind == EndKind.Tap)):0.00}, mine "
                    + $"{group.Average(r => r.Roll.Exchanges.Count(e => e.End is { Kind: EndKind.Tap, By: Actor.Me })):0.00}, without "
                    + $"any {100.0 * group.Count(r => r.Roll.Exchanges.All(e => e.End?.Kind != EndKind.Tap)) / group.Count():0} in 100"
            );
        foreach (var mate in rolls.GroupBy(r => r.Roll.PartnerId))
        {
            var most = mate.SelectMany(r => r.Roll.Exchanges)
                .SelectMany(e => e.Moments)
                .Where(m => m.Actor == Actor.Them)
                .GroupBy(m => m.Technique)
                .OrderByDescending(g => g.Count())
                .Take(5)
                .Select(g => $"{g.Key} {g.Count()}");
            Console.WriteLine($"{mate.Key}: {string.Join(", ", most)}");
        }
    }

    private static void Story(int seed)
    {
        var log = Season.Make(seed: seed);
        var ground = GroundMap.Default.With(log.Vocabulary);
        var readings = RollReading.Of(log, ground).ToList();
        var start = Season.FirstDay.AddDays(7 * (Season.BlockWeek - 1));
        Judgement Judge(Func<RollReading, bool> when)
        {
            var some = readings.Where(when).ToList();
            return Judgement.Of(ground, LogCounts.Of(some, ground.Usual), Standpoint.Owner(log.Athlete));
        }

        var (before, after, all) = (Judge(r => r.Date < start), Judge(r => r.Date >= start.AddDays(28)), Judge(_ => true));
        var half = Spot.Parse("half-guard:bottom");
        var back = Spot.Parse("back-control:top");
        double Rate(Judgement j) => j.SoftSpots.Single(s => s.Spot == half).Rate.Rate;
        var evidence = SpotEvidence.Of([.. readings.Where(r => r.Date < start)], half, before, ground);
        double Lost(string side) => evidence.Sides.Where(s => s.Name == side).Sum(s => s.Lost / (double)(s.Won + s.Lost));
        var clear = before.SoftSpots[0].Spot == half && before.SoftSpots[0].Verdict == "clear";
        var sides = $"{Lost("left"):0.00} {Lost("right"):0.00} of {evidence.Sides.Sum(s => s.Won + s.Lost)}";
        string[] marks =
        [
            Mark(clear && evidence.Theirs[0].Technique == "knee-cut", "half guard first, clear, by the knee cut"),
            Mark(after.SoftSpots[0].Spot != half && Rate(after) > Rate(before) + 0.1, "better after the block"),
            Mark(Lost("left") > Lost("right"), $"worse on the left {sides}"),
            Mark(all.Heartwood.Take(5).Any(h => h.Spot == back && h.Rate.Rate > 0.6), "the back is heartwood"),
            Mark(WaysIn.Of(readings, all, ground).Any(w => w.Spot == back && w.Moments.Count > 0), "reached too seldom"),
        ];
        Console.WriteLine($"{seed}: {string.Join(' ', marks)}");
    }

    private static string Mark(bool found, string what) => found ? $"[{what}]" : $"[NOT {what}]";
}
