using AshNotch.Core.Ground;
using AshNotch.Core.Log;

namespace AshNotch.Core.Judging.Patterns;

/// <summary>Where lost exchanges begin to be lost.</summary>
/// <param name="Spot">The spot in which it happened.</param>
/// <param name="Technique">Their move; null when not known.</param>
/// <param name="Lost">How much a roll lost in worth by it, summed over the log; above zero.</param>
/// <param name="Moments">The moments, oldest first.</param>
public sealed record BadTrade(Spot Spot, string? Technique, double Lost, IReadOnlyList<Contest> Moments);

/// <summary>
/// The first bad trade: in an exchange that the owner lost, the moment with the largest fall in what the roll was worth. The
/// tap comes last; where it became likely is often earlier.
/// </summary>
public static class BadTrades
{
    private const double Even = 1e-9;

    /// <summary>
    /// The moment of each lost exchange of a roll. An exchange is lost when it was tapped out of, or left the owner worse off
    /// than its first known spot.
    /// </summary>
    public static IReadOnlyList<(Contest Contest, double Lost)> In(RollReading reading, Judgement judgement)
    {
        var found = new List<(Contest, double)>();
        var contests = reading.Contests;
        for (var at = 0; at < contests.Length; )
        {
            var (exchange, sum) = (contests[at].Place.Exchange, 0.0);
            var (worst, end) = ((Contest: contests[at], Change: double.PositiveInfinity), contests[at]);
            var decided = false;
            for (; at < contests.Length && contests[at].Place.Exchange == exchange; at++)
            {
                var change = judgement.Change(contests[at]) ?? 0;
                sum += change;
                if (change < worst.Change)
                    worst = (contests[at], change);
                if (contests[at].End != ContestEnd.Held || !decided)
                    end = contests[at];
                decided |= contests[at].End != ContestEnd.Held;
            }

            if ((end.Finished ? end.End == ContestEnd.Lost : sum < -Even) && worst.Change < -Even)
                found.Add((worst.Contest, -worst.Change));
        }

        return found;
    }

    /// <summary>Over a log, by spot and move; most lost first.</summary>
    public static IReadOnlyList<BadTrade> Of(IReadOnlyList<RollReading> readings, Judgement judgement) =>
        [
            .. readings
                .SelectMany(r => In(r, judgement))
                .GroupBy(t => (t.Contest.Spot, t.Contest.Technique))
                .Select(g => new BadTrade(g.Key.Spot, g.Key.Technique, g.Sum(t => t.Lost), [.. g.Select(t => t.Contest)]))
                .OrderByDescending(t => t.Lost)
                .ThenBy(t => t.Spot.ToString(), StringComparer.Ordinal)
                .ThenBy(t => t.Technique, StringComparer.Ordinal),
        ];
}
