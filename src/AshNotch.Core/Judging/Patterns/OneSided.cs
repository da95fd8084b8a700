using System.Runtime.InteropServices;
using AshNotch.Core.Ground;
using AshNotch.Core.Log;

namespace AshNotch.Core.Judging.Patterns;

/// <summary>How often something went the owner's way on one side, of how many tries.</summary>
public readonly record struct SideTally(int Good, int Of);

/// <summary>A move that goes better on one side than on the other.</summary>
/// <param name="Actor">Whose move: the owner's, or one of theirs that the owner has to stop.</param>
/// <param name="Technique">The technique.</param>
/// <param name="Weak">The side on which it goes worse for the owner.</param>
/// <param name="Left">How often it went the owner's way on the left, of how many.</param>
/// <param name="Right">The same on the right.</param>
/// <param name="Chance">The probability that the weak side really is the weaker, 0.5 to 1.</param>
/// <param name="Thin">The side with fewer tries, which needs more goes before much can be said; null when they are about even.</param>
/// <param name="Moments">The moments, oldest first.</param>
public sealed record OneSide(
    Actor Actor,
    string Technique,
    Side Weak,
    SideTally Left,
    SideTally Right,
    double Chance,
    Side? Thin,
    IReadOnlyList<Contest> Moments
);

/// <summary>
/// Left against right: each side's rate a Beta(1 + good, 1 + bad), and the chance that one lies above the other
/// (<see cref="Rates.ChanceAbove"/>). Named when both sides were seen three times, six in all, and the chance is at least 0.9.
/// </summary>
public static class OneSided
{
    private const int Least = 3;
    private const double Sure = 0.9;

    /// <summary>Finds them, surest first. Goes of a drill are left out.</summary>
    public static IReadOnlyList<OneSide> Of(IReadOnlyList<RollReading> readings)
    {
        List<(Actor Actor, string Technique, SideTally Left, SideTally Right, double LeftBetter, List<Contest> Moments)> found =
        [
            .. from tally in Tallies(ReadingList.Of(readings))
            where tally.Left.Of >= Least && tally.Right.Of >= Least
            let leftBetter = ChanceAbove(tally.Left, tally.Right)
            where Math.Max(leftBetter, 1 - leftBetter) >= Sure
            select (tally.Actor, tally.Technique, tally.Left, tally.Right, leftBetter, new List<Contest>()),
        ];
        Gather(readings, found.ToDictionary(f => (f.Actor, f.Technique), f => f.Moments));
        return
        [
            .. from one in found
            let chance = Math.Max(one.LeftBetter, 1 - one.LeftBetter)
            orderby chance descending, one.Moments.Count descending, one.Technique
            select new OneSide(
                one.Actor,
                one.Technique,
                one.LeftBetter > 0.5 ? Side.Right : Side.Left,
                one.Left,
                one.Right,
                chance,
                Thin(one.Left.Of, one.Right.Of),
                one.Moments
            ),
        ];
    }

    /// <summary>The chance that it goes better on the left.</summary>
    private static double ChanceAbove(SideTally left, SideTally right) =>
        Rates.ChanceAbove((1 + left.Good, 1 + left.Of - left.Good), (1 + right.Good, 1 + right.Of - right.Good));

    private static Side? Thin(int left, int right) =>
        2 * left <= right ? Side.Left
        : 2 * right <= left ? Side.Right
        : null;

    /// <summary>
    /// How each move went on both sides; good for the owner are an own move that came off and one of theirs that was stopped.
    /// </summary>
    private static IEnumerable<(Actor Actor, string Technique, SideTally Left, SideTally Right)> Tallies(ReadingList readings)
    {
        var sides = readings.Sides;
        SideTally On(Actor actor, string technique, Side side)
        {
            var good = sides.GetValueOrDefault(new SideKey(actor, technique, side, Good: true));
            return new SideTally(good, good + sides.GetValueOrDefault(new SideKey(actor, technique, side, Good: false)));
        }

        return sides
            .Keys.Select(k => (k.Actor, k.Technique))
            .Distinct()
            .Select(m => (m.Actor, m.Technique, On(m.Actor, m.Technique, Side.Left), On(m.Actor, m.Technique, Side.Right)));
    }

    /// <summary>The moments of some moves on either side, oldest first.</summary>
    private static void Gather(IReadOnlyList<RollReading> readings, Dictionary<(Actor, string), List<Contest>> into)
    {
        if (into.Count == 0)
            return;
        var byTechnique = into.GroupBy(m => m.Key.Item2)
            .ToDictionary(g => g.Key, g => g.Select(m => (Actor: m.Key.Item1, Moments: m.Value)).ToArray(), IdHash.Comparer);
        foreach (var reading in readings)
        {
            if (reading.Against.Drill)
                continue;
            foreach (var contest in reading.Contests)
                if (contest is { Technique: { } technique, Side: not null } && byTechnique.TryGetValue(technique, out var wanted))
                    foreach (var (actor, moments) in wanted)
                        if (actor == contest.Actor)
                            moments.Add(contest);
        }
    }
}
