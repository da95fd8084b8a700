using AshNotch.Core.Ground;
using AshNotch.Core.Log;
using MathNet.Numerics.Distributions;

namespace AshNotch.Core.Judging.Patterns;

/// <summary>The same thing going wrong in the same spot more often than can be put down to chance.</summary>
/// <param name="Spot">Where.</param>
/// <param name="Technique">By which move of theirs; null when it is the reason that recurs.</param>
/// <param name="Reason">For which reason; null when it is the move that recurs.</param>
/// <param name="Partner">By one partner more than by the others; null when it is everybody.</param>
/// <param name="Expected">How often it was to be expected from the visits.</param>
/// <param name="Chance">The chance of seeing it this often or more by accident.</param>
/// <param name="Moments">The moments, oldest first.</param>
public sealed record Trap(
    Spot Spot,
    string? Technique,
    string? Reason,
    string? Partner,
    double Expected,
    double Chance,
    IReadOnlyList<Contest> Moments
);

/// <summary>
/// The same trap twice. Over the contests decided in a spot, a move of theirs is expected Σ P(lost)·(its usual share among their
/// moves there) times, with P(lost) from the fitted level there against the very partner of each; a reason as often as it is
/// noted in the rest of the log; a partner's trap as often as the other partners set it, for how much better or worse they are.
/// Seen at least three times, and above that by the Poisson tail, with the false discovery rate held at a tenth over everything
/// looked at (<see cref="FalseDiscovery"/>).
/// </summary>
public static class Traps
{
    private const int Least = 3;
    private const double Rate = 0.1;

    /// <summary>The share of a move that the ground map does not know from there.</summary>
    private const double Unusual = 0.01;

    /// <summary>How many contests' worth of what is usual stands beside what the other partners were seen to do.</summary>
    private const double UsualWeight = 2;

    /// <summary>Finds them, least accidental first.</summary>
    public static IReadOnlyList<Trap> Of(IReadOnlyList<RollReading> readings, Judgement judgement, GroundMap ground)
    {
        var log = ReadingList.Of(readings);
        var offsets = readings.ToDictionary(
            r => r,
            r => judgement.Offset(r.Against),
            (IEqualityComparer<RollReading>)ReferenceEqualityComparer.Instance
        );
        var looked = new List<Candidate>();
        var noted = readings.SelectMany(r => r.Contests).Where(c => c.End == ContestEnd.Lost && c.Reasons.Count > 0).ToList();
        var reasonShare = noted
            .SelectMany(c => c.Reasons.Distinct())
            .GroupBy(r => r)
            .ToDictionary(g => g.Key, g => (double)g.Count() / noted.Count);
        foreach (var spot in log.Spots)
        {
            List<Seen> here =
            [
                .. log.At(spot)
                    .Where(f => f.Contest.End != ContestEnd.Held)
                    .Select(f => new Seen(f.Reading.Against.Partner, 1 - judgement.ChanceWith(spot, offsets[f.Reading]), f.Contest)),
            ];
            var lost = here.Where(h => h.Contest.End == ContestEnd.Lost).ToList();
            var expectedLost = here.Sum(h => h.Losing);
            var lostTo = here.Where(h => h.Partner is not null)
                .GroupBy(h => h.Partner!)
                .ToDictionary(g => g.Key, g => g.Sum(h => h.Losing));
            var usual = UsualShares(ground, spot);
            foreach (var by in lost.Where(l => l.Contest.Technique is not null).GroupBy(l => l.Contest.Technique!))
            {
                var (count, share) = (by.Count(), usual.GetValueOrDefault(by.Key, Unusual));
                looked.Add(new Candidate(spot, by.Key, null, null, expectedLost * share, [.. by]));
                foreach (var one in by.Where(b => b.Partner is not null).GroupBy(b => b.Partner!))
                {
                    var others = expectedLost - lostTo[one.Key];
                    var theirs = (count - one.Count() + (UsualWeight * share)) / (others + UsualWeight);
                    looked.Add(new Candidate(spot, by.Key, null, one.Key, lostTo[one.Key] * theirs, [.. one]));
                }
            }

            var withReasons = lost.Count(l => l.Contest.Reasons.Count > 0);
            foreach (
                var why in lost.SelectMany(l => l.Contest.Reasons.Distinct().Select(r => (Reason: r, Seen: l)))
                    .GroupBy(l => l.Reason, l => l.Seen)
            )
                looked.Add(new Candidate(spot, null, why.Key, null, withReasons * reasonShare[why.Key], [.. why]));
        }

        double[] chances = [.. looked.Select(t => t.Chance())];
        var stands = FalseDiscovery.Stands(chances, Rate);
        return
        [
            .. looked
                .Select((t, i) => (Found: t, Chance: chances[i], Stands: stands[i]))
                .Where(t => t.Stands && t.Found.Seen.Count >= Least)
                .Select(t => t.Found.Named(t.Chance))
                .OrderBy(t => t.Chance)
                .ThenByDescending(t => t.Moments.Count)
                .ThenBy(t => t.Spot.ToString(), StringComparer.Ordinal),
        ];
    }

    /// <summary>How their moves out of a spot are usually shared out.</summary>
    private static Dictionary<string, double> UsualShares(GroundMap ground, Spot spot)
    {
        var weights = ground.Techniques.ToDictionary(t => t.Id, t => ground.Fit(t, spot.Mirror()) * t.Usual);
        var sum = weights.Values.Sum();
        return weights.Where(w => w.Value > 0).ToDictionary(w => w.Key, w => w.Value / sum);
    }

    private readonly record struct Seen(string? Partner, double Losing, Contest Contest);

    /// <summary>Something that may be a trap or an accident.</summary>
    private sealed record Candidate(
        Spot Spot,
        string? Technique,
        string? Reason,
        string? Partner,
        double Expected,
        IReadOnlyList<Seen> Seen
    )
    {
        /// <summary>The Poisson tail: the chance of this many or more.</summary>
        public double Chance() => 1 - Poisson.CDF(Math.Max(Expected, 1e-9), Seen.Count - 1);

        public Trap Named(double chance) => new(Spot, Technique, Reason, Partner, Expected, chance, [.. Seen.Select(s => s.Contest)]);
    }
}
