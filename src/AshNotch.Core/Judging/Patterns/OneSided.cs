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

    /// <summary>Finds them, surest first.</summary>
    public static IReadOnlyList<OneSide> Of(IReadOnlyList<RollReading> readings) =>
        [
            .. from contest in readings.SelectMany(r => r.Contests)
            where contest.Technique is not null && contest.Side is not null
            group contest by (contest.Actor, contest.Technique!) into one
            let left = Tally(one, Side.Left)
            let right = Tally(one, Side.Right)
            where left.Of >= Least && right.Of >= Least
            let leftBetter = Rates.ChanceAbove((1 + left.Good, 1 + left.Of - left.Good), (1 + right.Good, 1 + right.Of - right.Good))
            let chance = Math.Max(leftBetter, 1 - leftBetter)
            where chance >= Sure
            orderby chance descending, one.Count() descending, one.Key.Item2
            select new OneSide(
                one.Key.Actor,
                one.Key.Item2,
                leftBetter > 0.5 ? Side.Right : Side.Left,
                left,
                right,
                chance,
                Thin(left.Of, right.Of),
                [.. one]
            ),
        ];

    private static Side? Thin(int left, int right) =>
        2 * left <= right ? Side.Left
        : 2 * right <= left ? Side.Right
        : null;

    /// <summary>Good for the owner: an own move that came off, one of theirs that was stopped.</summary>
    private static SideTally Tally(IEnumerable<Contest> contests, Side side)
    {
        var on = contests.Where(c => c.Side == side).ToList();
        return new SideTally(on.Count(c => (c.Actor == Actor.Me) == (c.End != ContestEnd.Held)), on.Count);
    }
}
