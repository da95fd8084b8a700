using System.Runtime.InteropServices;
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
    /// <param name="readings">The rounds of a part of the log, oldest first.</param>
    /// <param name="judgement">The judgement of that part.</param>
    /// <param name="ground">The ground with the owner's additions.</param>
    public static IReadOnlyList<Trap> Of(IReadOnlyList<RollReading> readings, Judgement judgement, GroundMap ground)
    {
        var seen = Seen.In(readings, judgement);
        var looked = new List<Candidate>();
        foreach (var (spot, here) in seen.BySpot)
        {
            var usual = UsualShares(ground, spot);
            foreach (var (technique, losses) in here.ByTechnique)
            {
                var share = usual.GetValueOrDefault(technique, Unusual);
                looked.Add(new Candidate(spot, technique, null, null, here.Losing * share, losses.Count, losses));
                foreach (var (partner, count) in losses.Where(l => l.Partner >= 0).CountBy(l => l.Partner))
                {
                    var lostToThem = here.LosingTo(partner);
                    var theirs = (losses.Count - count + (UsualWeight * share)) / (here.Losing - lostToThem + UsualWeight);
                    looked.Add(new Candidate(spot, technique, null, seen.Partners[partner], lostToThem * theirs, count, losses, partner));
                }
            }

            foreach (var (reason, losses) in here.ByReason)
                looked.Add(new Candidate(spot, null, reason, null, here.WithReasons * seen.ShareOf(reason), losses.Count, losses));
        }

        double[] chances = [.. looked.Select(t => t.Chance())];
        var stands = FalseDiscovery.Stands(chances, Rate);
        return
        [
            .. looked
                .Select((t, i) => (Found: t, Chance: chances[i], Stands: stands[i]))
                .Where(t => t.Stands && t.Found.Count >= Least)
                .Select(t => t.Found.Named(t.Chance))
                .OrderBy(t => t.Chance)
                .ThenByDescending(t => t.Moments.Count)
                .ThenBy(t => t.Spot.ToString(), StringComparer.Ordinal)
                .ThenBy(t => t.Technique ?? t.Reason, StringComparer.Ordinal)
                .ThenBy(t => t.Partner, StringComparer.Ordinal),
        ];
    }

    /// <summary>How their moves out of a spot are usually shared out.</summary>
    private static Dictionary<string, double> UsualShares(GroundMap ground, Spot spot)
    {
        var weights = ground.Techniques.ToDictionary(t => t.Id, t => ground.Fit(t, spot.Mirror()) * t.Usual);
        var sum = weights.Values.Sum();
        return weights.Where(w => w.Value > 0).ToDictionary(w => w.Key, w => w.Value / sum);
    }

    /// <summary>What was lost where, gathered in one pass.</summary>
    private sealed class Seen
    {
        private readonly Dictionary<string, int> noted = new(IdHash.Comparer);
        private int allNoted;

        /// <summary>By spot.</summary>
        public Dictionary<Spot, Losses> BySpot { get; } = [];

        /// <summary>The partners, by the places that <see cref="Losses"/> names them with.</summary>
        public List<string> Partners { get; } = [];

        /// <summary>Of all losses for which a reason was noted, how many name this one, 0 to 1.</summary>
        public double ShareOf(string reason) => (double)noted[reason] / allNoted;

        public static Seen In(IReadOnlyList<RollReading> readings, Judgement judgement)
        {
            var seen = new Seen();
            var places = new Dictionary<string, int>(IdHash.Comparer);
            int PlaceOf(string? partner)
            {
                if (partner is null)
                    return -1;
                if (!places.TryGetValue(partner, out var place))
                {
                    places[partner] = place = places.Count;
                    seen.Partners.Add(partner);
                }

                return place;
            }

            // What was to be expected follows from how often whom was met where; only what was lost is looked at one by one.
            foreach (var (at, _, against, won, lost) in judgement.Counts.CellsInOrder())
            {
                if (against.Drill)
                    continue;
                var spot = judgement.Counts.Ground.Spots[at];
                ref var here = ref CollectionsMarshal.GetValueRefOrAddDefault(seen.BySpot, spot, out _);
                (here ??= new Losses()).Expect(
                    (won + lost) * (1 - judgement.ChanceWith(spot, judgement.Offset(against))),
                    PlaceOf(against.Partner)
                );
            }

            foreach (var reading in readings)
            {
                var partner = PlaceOf(reading.Against.Partner);
                foreach (var contest in reading.Contests)
                    if (contest.End == ContestEnd.Lost)
                        seen.Add(contest, partner);
            }

            return seen;
        }

        private void Add(Contest contest, int partner)
        {
            if (!BySpot.TryGetValue(contest.Spot, out var here))
                return;
            if (contest.Technique is { } technique)
                Of(here.ByTechnique, technique).Add((partner, contest));
            if (contest.Reasons.Count == 0)
                return;
            here.WithReasons++;
            allNoted++;
            foreach (var reason in contest.Reasons.Distinct())
            {
                Of(here.ByReason, reason).Add((partner, contest));
                CollectionsMarshal.GetValueRefOrAddDefault(noted, reason, out _)++;
            }
        }

        private static List<T> Of<T>(Dictionary<string, List<T>> lists, string key) =>
            CollectionsMarshal.GetValueRefOrAddDefault(lists, key, out _) ??= [];
    }

    /// <summary>What was lost in one spot, oldest first, and how much was to be expected.</summary>
    private sealed class Losses
    {
        private readonly List<double> losingTo = [];

        /// <summary>Σ P(lost).</summary>
        public double Losing { get; private set; }

        /// <summary>The same against one partner, by their place.</summary>
        public double LosingTo(int partner) => partner < losingTo.Count ? losingTo[partner] : 0;

        /// <summary>By their move, with the partner's place; -1 for nobody known.</summary>
        public Dictionary<string, List<(int Partner, Contest Contest)>> ByTechnique { get; } = new(IdHash.Comparer);

        /// <summary>By each reason noted.</summary>
        public Dictionary<string, List<(int Partner, Contest Contest)>> ByReason { get; } = new(IdHash.Comparer);

        /// <summary>How many have a reason noted.</summary>
        public int WithReasons { get; set; }

        /// <summary>Contests were decided there, of which so many were to be lost.</summary>
        public void Expect(double losing, int partner)
        {
            Losing += losing;
            if (partner < 0)
                return;
            while (losingTo.Count <= partner)
                losingTo.Add(0);
            losingTo[partner] += losing;
        }
    }

    /// <summary>Something that may be a trap or an accident: so many of these losses, or of those to one partner.</summary>
    private sealed record Candidate(
        Spot Spot,
        string? Technique,
        string? Reason,
        string? Partner,
        double Expected,
        int Count,
        List<(int Partner, Contest Contest)> Losses,
        int? To = null
    )
    {
        /// <summary>The Poisson tail: the chance of this many or more.</summary>
        public double Chance() => 1 - Poisson.CDF(Math.Max(Expected, 1e-9), Count - 1);

        public Trap Named(double chance) =>
            new(
                Spot,
                Technique,
                Reason,
                Partner,
                Expected,
                chance,
                [.. Losses.Where(l => To is null || l.Partner == To).Select(l => l.Contest)]
            );
    }
}
