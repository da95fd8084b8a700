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
/// <param name="Times">How often it was seen; <see cref="Traps.MomentsOf"/> has the moments.</param>
public sealed record Trap(Spot Spot, string? Technique, string? Reason, string? Partner, double Expected, double Chance, int Times);

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

    /// <summary>Finds them, least accidental first. Goes of a drill are left out.</summary>
    /// <param name="readings">A part of the log, oldest first.</param>
    /// <param name="judgement">The judgement of that part.</param>
    /// <param name="ground">The ground with the owner's additions.</param>
    public static IReadOnlyList<Trap> Of(IReadOnlyList<RollReading> readings, Judgement judgement, GroundMap ground)
    {
        var looked = Looked(ReadingList.Of(readings).Losses, ToBeLost(judgement), ground);
        double[] chances = [.. looked.Select(t => t.Chance())];
        var stands = FalseDiscovery.Stands(chances, Rate);
        return
        [
            .. looked
                .Zip(chances)
                .Where((_, i) => stands[i] && looked[i].Count >= Least)
                .Select(t => t.First.Named(t.Second))
                .OrderBy(t => t.Chance)
                .ThenByDescending(t => t.Times)
                .ThenBy(t => t.Spot.ToString(), StringComparer.Ordinal)
                .ThenBy(t => t.Technique ?? t.Reason, StringComparer.Ordinal)
                .ThenBy(t => t.Partner, StringComparer.Ordinal),
        ];
    }

    /// <summary>The moments of a trap, oldest first.</summary>
    /// <param name="trap">The trap.</param>
    /// <param name="readings">The part of the log that it was found in, oldest first.</param>
    public static IReadOnlyList<Contest> MomentsOf(Trap trap, IReadOnlyList<RollReading> readings) =>
        [
            .. from fought in ReadingList.Of(readings).At(trap.Spot)
            where fought.Contest.End == ContestEnd.Lost && !fought.Reading.Against.Drill
            where trap.Technique is null || fought.Contest.Technique == trap.Technique
            where trap.Reason is null || fought.Contest.Reasons.Contains(trap.Reason)
            where trap.Partner is null || fought.Reading.Against.Partner == trap.Partner
            select fought.Contest,
        ];

    /// <summary>How much was to be lost in each spot: it follows from how often whom was met there.</summary>
    private static Dictionary<Spot, Expectation> ToBeLost(Judgement judgement)
    {
        var expected = new Dictionary<Spot, Expectation>();
        foreach (var (at, _, against, won, lost) in judgement.Counts.CellsInOrder())
        {
            if (against.Drill)
                continue;
            var spot = judgement.Counts.Ground.Spots[at];
            ref var here = ref CollectionsMarshal.GetValueRefOrAddDefault(expected, spot, out _);
            (here ??= new Expectation()).Add((won + lost) * (1 - judgement.ChanceWith(spot, judgement.Offset(against))), against.Partner);
        }

        return expected;
    }

    /// <summary>
    /// Everything that may be a trap: every move lost to in a spot, by anybody and by each partner, and every reason noted there.
    /// </summary>
    private static List<Candidate> Looked(
        IReadOnlyDictionary<LossKey, int> losses,
        Dictionary<Spot, Expectation> expected,
        GroundMap ground
    )
    {
        var known = losses.Where(l => expected.ContainsKey(l.Key.Spot)).ToList();
        var noted = new Dictionary<string, int>(IdHash.Comparer);
        var withReasons = new Dictionary<Spot, int>();
        var byMove = new Dictionary<(Spot Spot, string Technique), int>();
        foreach (var (key, count) in known)
        {
            if (key.Technique is { } technique)
                CollectionsMarshal.GetValueRefOrAddDefault(byMove, (key.Spot, technique), out _) += count;
            else if (key.Reason is { } reason)
                CollectionsMarshal.GetValueRefOrAddDefault(noted, reason, out _) += count;
            else
                withReasons[key.Spot] = count;
        }

        var shares = byMove.Keys.Select(m => m.Spot).Distinct().ToDictionary(spot => spot, spot => UsualShares(ground, spot));
        double ShareOf((Spot Spot, string Technique) move) => shares[move.Spot].GetValueOrDefault(move.Technique, Unusual);
        double allNoted = withReasons.Values.Sum();
        List<Candidate> looked =
        [
            .. byMove.Select(m => new Candidate(
                m.Key.Spot,
                m.Key.Technique,
                null,
                null,
                expected[m.Key.Spot].Losing * ShareOf(m.Key),
                m.Value
            )),
        ];
        foreach (var (key, count) in known)
        {
            var here = expected[key.Spot];
            if (key is { Technique: { } technique, Partner: { } partner })
            {
                var move = (key.Spot, technique);
                var lostToThem = here.LosingTo(partner);
                var theirs = (byMove[move] - count + (UsualWeight * ShareOf(move))) / (here.Losing - lostToThem + UsualWeight);
                looked.Add(new Candidate(key.Spot, technique, null, partner, lostToThem * theirs, count));
            }
            else if (key.Reason is { } reason)
            {
                looked.Add(new Candidate(key.Spot, null, reason, null, withReasons[key.Spot] * (noted[reason] / allNoted), count));
            }
        }

        return looked;
    }

    /// <summary>How their moves out of a spot are usually shared out.</summary>
    private static Dictionary<string, double> UsualShares(GroundMap ground, Spot spot)
    {
        var weights = ground.Techniques.ToDictionary(t => t.Id, t => ground.Fit(t, spot.Mirror()) * t.Usual);
        var sum = weights.Values.Sum();
        return weights.Where(w => w.Value > 0).ToDictionary(w => w.Key, w => w.Value / sum);
    }

    /// <summary>How much was to be lost in one spot.</summary>
    private sealed class Expectation
    {
        private readonly Dictionary<string, double> losingTo = new(IdHash.Comparer);

        /// <summary>Σ P(lost).</summary>
        public double Losing { get; private set; }

        /// <summary>The same against one partner.</summary>
        public double LosingTo(string partner) => losingTo.GetValueOrDefault(partner);

        /// <summary>Contests were decided there, of which so many were to be lost.</summary>
        public void Add(double losing, string? partner)
        {
            Losing += losing;
            if (partner is not null)
                CollectionsMarshal.GetValueRefOrAddDefault(losingTo, partner, out _) += losing;
        }
    }

    /// <summary>Something that may be a trap or an accident: lost so many times to a move, or to one partner's, or for a reason.</summary>
    private sealed record Candidate(Spot Spot, string? Technique, string? Reason, string? Partner, double Expected, int Count)
    {
        /// <summary>
        /// The Poisson tail: the chance of this many or more. Where the chance of just as many alone is more than can ever stand, that
        /// will do: nearly everything that is looked at ends there.
        /// </summary>
        public double Chance()
        {
            var expected = Math.Max(Expected, 1e-9);
            return Poisson.PMF(expected, Count) is > Rate and var atLeast ? atLeast : 1 - Poisson.CDF(expected, Count - 1);
        }

        public Trap Named(double chance) => new(Spot, Technique, Reason, Partner, Expected, chance, Count);
    }
}
