using System.Runtime.InteropServices;
using AshNotch.Core.Ground;
using AshNotch.Core.Log;

namespace AshNotch.Core.Judging;

/// <summary>A move on one side of the body, and whether it went well for the owner.</summary>
/// <param name="Actor">Whose move.</param>
/// <param name="Technique">The technique.</param>
/// <param name="Side">The side.</param>
/// <param name="Good">Whether an own move came off, or one of theirs was stopped.</param>
internal readonly record struct SideKey(Actor Actor, string Technique, Side Side, bool Good)
{
    /// <inheritdoc />
    public override int GetHashCode() => (IdHash.Of(Technique) * 8) + ((int)Actor * 4) + ((int)Side * 2) + (Good ? 1 : 0);
}

/// <summary>Something that was lost, alike in what a trap asks of it.</summary>
/// <param name="Spot">Where.</param>
/// <param name="Technique">By which move of theirs; null when it is counted by its reason.</param>
/// <param name="Reason">For which reason; null when it is counted by the move. With neither: for any reason that was noted.</param>
/// <param name="Partner">By whom; null when nobody remembers, and for reasons.</param>
internal readonly record struct LossKey(Spot Spot, string? Technique, string? Reason, string? Partner)
{
    /// <inheritdoc />
    public override int GetHashCode() =>
        (((((Spot.GetHashCode() * 31) + IdHash.Of(Technique)) * 31) + IdHash.Of(Reason)) * 31) + IdHash.Of(Partner);
}

/// <summary>Counts over readings. Immutable; those of a log in which a few rolls have changed follow from those of before.</summary>
/// <typeparam name="TKey">What is counted.</typeparam>
internal sealed class ReadingTally<TKey>
    where TKey : struct
{
    private readonly Action<RollReading, Action<TKey, int>> count;
    private readonly Dictionary<TKey, int> counts;

    private ReadingTally(Action<RollReading, Action<TKey, int>> count, Dictionary<TKey, int> counts) =>
        (this.count, this.counts) = (count, counts);

    /// <summary>How often each was seen, at least once.</summary>
    public IReadOnlyDictionary<TKey, int> Counts => counts;

    /// <summary>Counts.</summary>
    /// <param name="readings">The readings, in any order.</param>
    /// <param name="count">Says what a reading holds, and how often.</param>
    public static ReadingTally<TKey> Of(IEnumerable<RollReading> readings, Action<RollReading, Action<TKey, int>> count) =>
        new ReadingTally<TKey>(count, []).Changed([], readings);

    /// <summary>Without some readings and with others.</summary>
    /// <param name="gone">Readings that were counted.</param>
    /// <param name="come">Readings that were not.</param>
    public ReadingTally<TKey> Changed(IEnumerable<RollReading> gone, IEnumerable<RollReading> come)
    {
        var changed = new Dictionary<TKey, int>(counts);
        void Add(TKey key, int times) => CollectionsMarshal.GetValueRefOrAddDefault(changed, key, out _) += times;
        void Take(TKey key, int times)
        {
            if ((CollectionsMarshal.GetValueRefOrAddDefault(changed, key, out _) -= times) == 0)
                changed.Remove(key);
        }

        foreach (var reading in come)
            count(reading, Add);
        foreach (var reading in gone)
            count(reading, Take);
        return new ReadingTally<TKey>(count, changed);
    }
}

/// <summary>What is counted over readings.</summary>
internal static class ReadingTallies
{
    /// <summary>What followed what.</summary>
    public static void Follows(RollReading reading, Action<Followed, int> add)
    {
        foreach (var followed in reading.Follows)
            add(followed with { Count = 0 }, followed.Count);
    }

    /// <summary>How moves went on the side that was told; goes of a drill are set up on purpose and left out.</summary>
    public static void Sides(RollReading reading, Action<SideKey, int> add)
    {
        if (reading.Against.Drill)
            return;
        foreach (var contest in reading.Contests)
            if (contest is { Technique: { } technique, Side: { } side })
                add(new SideKey(contest.Actor, technique, side, contest.Actor == Actor.Me == (contest.End != ContestEnd.Held)), 1);
    }

    /// <summary>What was lost: once by the move, once by each reason noted and once for having any; goes of a drill are left out.</summary>
    public static void Losses(RollReading reading, Action<LossKey, int> add)
    {
        if (reading.Against.Drill)
            return;
        foreach (var contest in reading.Contests)
        {
            if (contest.End != ContestEnd.Lost)
                continue;
            if (contest.Technique is { } technique)
                add(new LossKey(contest.Spot, technique, null, reading.Against.Partner), 1);
            if (contest.Reasons.Count == 0)
                continue;
            add(new LossKey(contest.Spot, null, null, null), 1);
            foreach (var reason in contest.Reasons.Distinct())
                add(new LossKey(contest.Spot, null, reason, null), 1);
        }
    }
}
