using System.Collections.Concurrent;
using AshNotch.Core.Drilling;
using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Log;

namespace AshNotch.Demo;

/// <summary>What a verdict said of one simulated athlete's block.</summary>
/// <param name="Verdict">The verdict.</param>
/// <param name="PlainAlarm">Whether a plain comparison of the two rates would have called it better, at one in ten.</param>
public sealed record BlockResult(Verdict Verdict, bool PlainAlarm)
{
    private static readonly ConcurrentDictionary<(int, int), Spot> Chosen = [];

    /// <summary>Plays a block of an athlete who takes the first soft spot of their judgement.</summary>
    /// <param name="seed">The athlete's dice.</param>
    /// <param name="rolls">Rolls before and after.</param>
    /// <param name="change">The true change, in logits.</param>
    /// <param name="ease">See <see cref="TrueAthlete.Changed"/>.</param>
    /// <param name="goes">Goes before and after.</param>
    public static BlockResult Of(int seed, int rolls, double change, int ease, int goes)
    {
        var map = GroundMap.Default;
        Spot First(Logbook log) => Chosen.GetOrAdd((seed, rolls), _ =>
            {
                var counts = LogCounts.Of(RollReading.Of(log, map), map.Usual);
                return Judgement.Of(map, counts, Standpoint.Owner(log.Athlete)).SoftSpots[0].Spot;
            });

        var (log, spot, from) = new TrueAthlete(map, new World(), seed).Changed(rolls, First, change, ease, goes);
        var readings = RollReading.Of(log, map).ToList();
        var focus = new Focus
        {
            Id = "f",
            Spot = spot,
            Purpose = Purpose.Plug,
        };
        var verdict = Verdicts.Of(
            readings,
            focus,
            new Block
            {
                Id = "b",
                From = from,
                Weeks = 4,
            },
            Standpoint.Owner(log.Athlete),
            map
        );
        return new BlockResult(verdict, Plain(verdict.Earlier, verdict.Since));
    }

    private static bool Plain(Stretch before, Stretch after)
    {
        double a = before.Won + 0.5,
            b = before.Lost + 0.5,
            c = after.Won + 0.5,
            d = after.Lost + 0.5;
        return (Math.Log(c / d) - Math.Log(a / b)) / Math.Sqrt((1 / a) + (1 / b) + (1 / c) + (1 / d)) > 1.2816;
    }
}
