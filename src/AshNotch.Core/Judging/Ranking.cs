using MathNet.Numerics.Statistics;

namespace AshNotch.Core.Judging;

/// <summary>From draws to a list: expected gain, its 80 % interval, and the chance to be among the best three.</summary>
internal static class Ranking
{
    private const int Best = 3;

    /// <summary>The spots that were fought over, best expected gain first.</summary>
    /// <param name="draws">The draws.</param>
    /// <param name="gainOf">Which gain of a draw to rank by.</param>
    /// <param name="fitted">What is most probable.</param>
    /// <param name="counts">What the log shows.</param>
    /// <param name="tallies">Contests won and lost at each spot.</param>
    public static IReadOnlyList<RankedSpot> Of(
        GainDraws draws,
        Func<GainDraw, double[]> gainOf,
        Fitted fitted,
        LogCounts counts,
        (int Won, int Lost)[] tallies
    )
    {
        double[][] gains = [.. draws.All.Select(gainOf)];
        var rates = draws.Rates(fitted);
        var top = new int[draws.Fought.Length];
        foreach (var row in gains)
        foreach (var k in Top(row))
            top[k]++;
        return
        [
            .. draws
                .Fought.Select(
                    (s, k) =>
                    {
                        var own = Column(gains, k);
                        var chance = new Probability((double)top[k] / gains.Length);
                        var contests = tallies[s].Won + tallies[s].Lost;
                        var spot = counts.Ground.Spots[s];
                        return new RankedSpot
                        {
                            Spot = spot,
                            Visits = Math.Max(counts.Visits[s], contests),
                            Won = tallies[s].Won,
                            Lost = tallies[s].Lost,
                            Gain = own.Mean(),
                            GainLow = SortedArrayStatistics.Quantile(own, 0.1),
                            GainHigh = SortedArrayStatistics.Quantile(own, 0.9),
                            ChanceTop3 = chance,
                            Rate = rates[k],
                            Verdict = Verdict(contests, chance),
                            OnceMore = fitted.Values.Value[s] - fitted.Values.RollValue,
                        };
                    }
                )
                .OrderByDescending(r => r.Gain)
                .ThenBy(r => r.Spot.ToString(), StringComparer.Ordinal),
        ];
    }

    private static IEnumerable<int> Top(double[] row)
    {
        var best = new List<int>(Best + 1);
        for (var k = 0; k < row.Length; k++)
        {
            if (best.Count == Best && !(row[k] > row[best[^1]]))
                continue;
            var at = best.FindIndex(b => row[k] > row[b]);
            best.Insert(at < 0 ? best.Count : at, k);
            if (best.Count > Best)
                best.RemoveAt(Best);
        }

        return best;
    }

    private static double[] Column(double[][] rows, int k)
    {
        double[] column = [.. rows.Select(r => r[k])];
        Array.Sort(column);
        return column;
    }

    private static string Verdict(int contests, double chance) =>
        (contests, chance) switch
        {
            (>= 12, >= 0.8) => "clear",
            (>= 6, >= 0.5) => "likely",
            _ => "a guess yet",
        };
}
