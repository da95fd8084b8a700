using AshNotch.Core.Ground;
using AshNotch.Core.Log;
using MathNet.Numerics;
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
public sealed record Trap(Spot Spot, string? Technique, string? Reason, string? Partner, double Expected, double Chance, IReadOnlyList<Contest> Moments);

/// <summary>
/// The same trap twice. For n contests decided over a spot, a move of theirs is expected n·P(lost)·(its usual share among
/// their moves there) times; a reason as often as it is noted in the rest of the log; a partner's trap as often as the other
/// partners set it. Seen at least three times, and above that by the Poisson tail, with the false discovery rate held at a
/// tenth over everything looked at (<see cref="FalseDiscovery"/>).
/// </summary>
public static class Traps
{
    private const int Least = 3;
    private const double Rate = 0.1;

    /// <summary>Finds them, least accidental first.</summary>
    public static IReadOnlyList<Trap> Of(IReadOnlyList<RollReading> readings, Judgement judgement, GroundMap ground)
    {
        var all = readings.SelectMany(r => r.Contests.Select(c => (r.Against.Partner, Contest: c))).ToList();
        var looked = new List<Trap>();
        var noted = all.Where(a => a.Contest.End == ContestEnd.Lost && a.Contest.Reasons.Count > 0).ToList();
        var reasonShare = noted.SelectMany(a => a.Contest.Reasons).GroupBy(r => r).ToDictionary(g => g.Key, g => (double)g.Count() / noted.Count);
        foreach (var here in all.GroupBy(a => a.Contest.Spot))
        {
            var decided = here.Where(h => h.Contest.End != ContestEnd.Held).ToList();
            var lost = decided.Where(h => h.Contest.End == ContestEnd.Lost).ToList();
            var losing = 1 - SpecialFunctions.Logistic(ground.Level(here.Key));
            var usual = UsualShares(ground, here.Key);
            foreach (var by in lost.Where(l => l.Contest.Technique is not null).GroupBy(l => l.Contest.Technique!))
            {
                var count = by.Count();
                Look(new Trap(here.Key, by.Key, null, null, decided.Count * losing * usual.GetValueOrDefault(by.Key, 0.01), 1, Moments(by)));
                foreach (var one in by.Where(b => b.Partner is not null).GroupBy(b => b.Partner!))
                {
                    var (with, others) = (decided.Count(d => d.Partner == one.Key), decided.Count(d => d.Partner != one.Key));
                    var theirs = (count - one.Count() + (2 * losing * usual.GetValueOrDefault(by.Key, 0.01))) / (others + 2);
                    Look(new Trap(here.Key, by.Key, null, one.Key, with * theirs, 1, Moments(one)));
                }
            }

            var withReasons = lost.Count(l => l.Contest.Reasons.Count > 0);
            foreach (var why in lost.SelectMany(l => l.Contest.Reasons.Distinct().Select(r => (Reason: r, l.Partner, l.Contest))).GroupBy(l => l.Reason))
                Look(new Trap(here.Key, null, why.Key, null, withReasons * reasonShare[why.Key], 1, [.. why.Select(w => w.Contest)]));
        }

        var stands = FalseDiscovery.Stands([.. looked.Select(t => t.Chance)], Rate);
        return [.. looked.Where((t, i) => stands[i] && t.Moments.Count >= Least).OrderBy(t => t.Chance)
            .ThenByDescending(t => t.Moments.Count).ThenBy(t => t.Spot.ToString(), StringComparer.Ordinal)];

        void Look(Trap trap) => looked.Add(trap with
        {
            Chance = 1 - Poisson.CDF(Math.Max(trap.Expected, 1e-9), trap.Moments.Count - 1),
        });
    }

    private static IReadOnlyList<Contest> Moments(IEnumerable<(string? Partner, Contest Contest)> of) => [.. of.Select(o => o.Contest)];

    /// <summary>How their moves out of a spot are usually shared out.</summary>
    private static Dictionary<string, double> UsualShares(GroundMap ground, Spot spot)
    {
        var weights = ground.Techniques.ToDictionary(t => t.Id, t => ground.Fit(t, spot.Mirror()) * t.Usual);
        var sum = weights.Values.Sum();
        return weights.Where(w => w.Value > 0).ToDictionary(w => w.Key, w => w.Value / sum);
    }
}
