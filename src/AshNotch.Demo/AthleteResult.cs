using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Log;

namespace AshNotch.Demo;

/// <summary>One spot of a list held against the truth.</summary>
/// <param name="Chance">The chance that was given of being among the three best.</param>
/// <param name="InTop3">Whether it is.</param>
/// <param name="Covered">Whether the true gain lies in the 80 % interval.</param>
public sealed record Checked(double Chance, bool InTop3, bool Covered);

/// <summary>How a judgement of one simulated athlete did against the truth; gains as shares of the best there is.</summary>
public sealed record AthleteResult
{
    /// <summary>What the first lever gains, of the best lever.</summary>
    public required double Lever { get; init; }

    /// <summary>What the best of the first three levers gains.</summary>
    public required double LeverTop3 { get; init; }

    /// <summary>What the first soft spot is worth, of the worst one.</summary>
    public required double Soft { get; init; }

    /// <summary>What the worst of the first three soft spots is worth.</summary>
    public required double SoftTop3 { get; init; }

    /// <summary>What the first lever would gain if nothing had been logged.</summary>
    public required double PriorLever { get; init; }

    /// <summary>What the first soft spot would be worth if nothing had been logged.</summary>
    public required double PriorSoft { get; init; }

    /// <summary>The plain rule "where most taps are conceded", as a soft spot.</summary>
    public required double MostTaps { get; init; }

    /// <summary>The plain rule "where the lowest share is won", as a soft spot.</summary>
    public required double WorstRate { get; init; }

    /// <summary>The plain rule "where most contests are lost", as a soft spot.</summary>
    public required double MostLost { get; init; }

    /// <summary>The share of spots whose true rate lies in the 80 % interval.</summary>
    public required double RateCover { get; init; }

    /// <summary>Whether the true effect of a belt lies in its 80 % interval: 1 or 0.</summary>
    public required double BeltCover { get; init; }

    /// <summary>Each lever of the list held against the truth.</summary>
    public required IReadOnlyList<Checked> Levers { get; init; }

    /// <summary>Each soft spot of the list held against the truth.</summary>
    public required IReadOnlyList<Checked> Softs { get; init; }

    /// <summary>Plays so many rolls, judges them as the product would, and compares.</summary>
    public static AthleteResult Of(TrueAthlete athlete, int rolls, Objective objective)
    {
        var ground = GroundMap.Default;
        var log = athlete.Log(rolls);
        var readings = RollReading.Of(log, ground).ToList();
        var counts = LogCounts.Of(readings, ground.Usual);
        var judged = Standpoint.Owner(log.Athlete, objective);
        var judgement = Judgement.Of(ground, counts, judged);
        IReadOnlyDictionary<Spot, double> soft = athlete.SoftGains(objective),
            lever = athlete.LeverGains(objective);
        var prior = Judgement.Of(ground, new LogCounts(ground.Usual), judged);
        var met = judgement.Levers.Select(l => ground.Usual.IndexOf(l.Spot)).ToList();
        double Alone(double step) =>
            met.Count == 0
                ? 0
                : Share(
                    step > 0.3 ? lever : soft,
                    ground.Usual.Spots[met.MaxBy(s => prior.Values.Gain(s, Step(prior.Levels.Alpha(s), step)))]
                );
        var contests = readings.SelectMany(r => r.Contests).Where(c => c.End != ContestEnd.Held).ToList();
        var lost = contests.Where(c => c.End == ContestEnd.Lost).ToList();
        double Picked(IEnumerable<(Spot Spot, double Score)> by) =>
            by.ToList() is { Count: > 0 } all ? Share(soft, all.MaxBy(p => p.Score).Spot) : 0;
        return new AthleteResult
        {
            Lever = Share(lever, judgement.Levers[0].Spot),
            LeverTop3 = Top3(judgement.Levers, lever),
            Soft = Share(soft, judgement.SoftSpots[0].Spot),
            SoftTop3 = Top3(judgement.SoftSpots, soft),
            PriorLever = Alone(0.5),
            PriorSoft = Alone(0.2),
            MostTaps = Picked(lost.Where(c => c.Finished).GroupBy(c => c.Spot).Select(g => (g.Key, (double)g.Count()))),
            WorstRate = Picked(
                contests
                    .GroupBy(c => c.Spot)
                    .Where(g => g.Count() >= 5)
                    .Select(g => (g.Key, g.Average(c => c.End == ContestEnd.Lost ? 1.0 : 0)))
            ),
            MostLost = Picked(lost.GroupBy(c => c.Spot).Select(g => (g.Key, (double)g.Count()))),
            RateCover = judgement.Levers.Average(l => athlete.Rate(l.Spot) is var p && p >= l.Rate.Low && p <= l.Rate.High ? 1.0 : 0.0),
            BeltCover = Math.Abs(judgement.Levels.Belt - athlete.BeltSlope) <= 1.2816 * judgement.Levels.BeltSd ? 1 : 0,
            Levers = Check(judgement.Levers, lever),
            Softs = Check(judgement.SoftSpots, soft),
        };
    }

    private static double Step(double alpha, double step) => (1 / (1 + Math.Exp(-alpha - step))) - (1 / (1 + Math.Exp(-alpha)));

    private static double Share(IReadOnlyDictionary<Spot, double> gains, Spot spot) => gains[spot] / gains.Values.Max();

    private static double Top3(IReadOnlyList<RankedSpot> list, IReadOnlyDictionary<Spot, double> gains) =>
        list.Take(3).Any(l => l.Spot == gains.MaxBy(g => g.Value).Key) ? 1 : 0;

    private static IReadOnlyList<Checked> Check(IReadOnlyList<RankedSpot> list, IReadOnlyDictionary<Spot, double> gains)
    {
        var best = gains.OrderByDescending(g => g.Value).Take(3).Select(g => g.Key).ToHashSet();
        return
        [
            .. list.Select(l => new Checked(
                l.ChanceTop3,
                best.Contains(l.Spot),
                gains[l.Spot] >= l.GainLow && gains[l.Spot] <= l.GainHigh
            )),
        ];
    }
}
