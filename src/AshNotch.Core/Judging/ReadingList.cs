using System.Collections;
using System.Runtime.InteropServices;
using AshNotch.Core.Ground;

namespace AshNotch.Core.Judging;

/// <summary>A contest with the roll that it belongs to.</summary>
/// <param name="Reading">The roll.</param>
/// <param name="Contest">The contest.</param>
public readonly record struct Fought(RollReading Reading, Contest Contest);

/// <summary>
/// Readings, oldest first, that also know the contests over each spot: most questions are about one spot, and a log of ten years has
/// a hundred thousand contests. Immutable; an index is made when it is first asked for, and handed on to a list in which a few rolls
/// have changed.
/// </summary>
public sealed class ReadingList : IReadOnlyList<RollReading>
{
    private readonly IReadOnlyList<RollReading> readings;
    private readonly Lazy<IReadOnlyDictionary<Spot, Fought[]>> bySpot;
    private readonly Lazy<IReadOnlyDictionary<Spot, Fought[]>> byNext;
    private readonly Lazy<Dictionary<string, List<RollReading>>> byPartner;
    private readonly Lazy<ILookup<string, RollReading>> byBlock;

    /// <param name="readings">The readings, oldest first; not to be changed any more.</param>
    public ReadingList(IReadOnlyList<RollReading> readings)
        : this(readings, null, null) { }

    private ReadingList(
        IReadOnlyList<RollReading> readings,
        IReadOnlyDictionary<Spot, Fought[]>? bySpot,
        IReadOnlyDictionary<Spot, Fought[]>? byNext
    )
    {
        this.readings = readings;
        this.bySpot = Known(bySpot, FoughtOver);
        this.byNext = Known(byNext, LedInto);
        byPartner = new Lazy<Dictionary<string, List<RollReading>>>(() =>
            readings.Where(r => r.Against.Partner is not null).GroupBy(r => r.Against.Partner!).ToDictionary(g => g.Key, g => g.ToList())
        );
        byBlock = new Lazy<ILookup<string, RollReading>>(() => readings.Where(r => r.Goes is not null).ToLookup(r => r.Goes!.Block));
    }

    /// <inheritdoc />
    public int Count => readings.Count;

    /// <inheritdoc />
    public RollReading this[int index] => readings[index];

    /// <summary>The contests over a spot, oldest first, tries that were stopped among them.</summary>
    public IReadOnlyList<Fought> At(Spot spot) => bySpot.Value.GetValueOrDefault(spot) ?? [];

    /// <summary>Those of days after one, oldest first.</summary>
    public IEnumerable<Fought> After(Spot spot, DateOnly day)
    {
        var there = bySpot.Value.GetValueOrDefault(spot) ?? [];
        var from = there.Length;
        while (from > 0 && there[from - 1].Reading.Date > day)
            from--;
        return there.Skip(from);
    }

    /// <summary>The goes of a block's drills, oldest first.</summary>
    public IEnumerable<RollReading> GoesOf(string block) => byBlock.Value[block];

    /// <summary>The contests that were told to lead into a spot, oldest first.</summary>
    public IReadOnlyList<Fought> Into(Spot spot) => byNext.Value.GetValueOrDefault(spot) ?? [];

    /// <summary>The rolls with a partner, oldest first.</summary>
    public IReadOnlyList<RollReading> With(string partner) => byPartner.Value.GetValueOrDefault(partner) ?? [];

    /// <summary>The spots that were fought over.</summary>
    public IEnumerable<Spot> Spots => bySpot.Value.Keys;

    /// <summary>Any readings as such a list; one that is one already stays.</summary>
    public static ReadingList Of(IReadOnlyList<RollReading> readings) => readings as ReadingList ?? new ReadingList(readings);

    /// <summary>The list after a change of some rolls. What this one knows of spots is handed on, but for the spots of those rolls.</summary>
    /// <param name="readings">All readings after the change, oldest first; those that stay are the same objects.</param>
    /// <param name="gone">Those of this list that are not in it any more.</param>
    /// <param name="come">Those that are new in it.</param>
    public ReadingList Changed(
        IReadOnlyList<RollReading> readings,
        IReadOnlyCollection<RollReading> gone,
        IReadOnlyCollection<RollReading> come
    )
    {
        if (!bySpot.IsValueCreated && !byNext.IsValueCreated)
            return new ReadingList(readings);
        var order = new Dictionary<RollReading, int>(readings.Count, ReferenceEqualityComparer.Instance);
        for (var i = 0; i < readings.Count; i++)
            order[readings[i]] = i;
        IReadOnlyDictionary<Spot, Fought[]>? HandedOn(Lazy<IReadOnlyDictionary<Spot, Fought[]>> index, Func<Contest, Spot?> key) =>
            index.IsValueCreated ? Changed(index.Value, key, order, gone, come) : null;
        return new ReadingList(readings, HandedOn(bySpot, FoughtOver), HandedOn(byNext, LedInto));
    }

    /// <inheritdoc />
    public IEnumerator<RollReading> GetEnumerator() => readings.GetEnumerator();

    IEnumerator IEnumerable.GetEnumerator() => GetEnumerator();

    private static Spot? FoughtOver(Contest contest) => contest.Spot;

    private static Spot? LedInto(Contest contest) => contest.Next;

    private Lazy<IReadOnlyDictionary<Spot, Fought[]>> Known(IReadOnlyDictionary<Spot, Fought[]>? index, Func<Contest, Spot?> key) =>
        index is null
            ? new Lazy<IReadOnlyDictionary<Spot, Fought[]>>(() => Index(readings, key))
            : new Lazy<IReadOnlyDictionary<Spot, Fought[]>>(index);

    /// <summary>Counts first and fills then, so that nothing grows: the lists of ten years are long.</summary>
    private static Dictionary<Spot, Fought[]> Index(IReadOnlyCollection<RollReading> readings, Func<Contest, Spot?> key)
    {
        var counts = new Dictionary<Spot, int>();
        foreach (var reading in readings)
        foreach (var contest in reading.Contests)
            if (key(contest) is { } spot)
                CollectionsMarshal.GetValueRefOrAddDefault(counts, spot, out _)++;
        var index = counts.ToDictionary(c => c.Key, c => new Fought[c.Value]);
        foreach (var reading in readings)
        foreach (var contest in reading.Contests)
            if (key(contest) is { } spot)
            {
                ref var left = ref CollectionsMarshal.GetValueRefOrNullRef(counts, spot);
                var there = index[spot];
                there[^left--] = new Fought(reading, contest);
            }

        return index;
    }

    private static Dictionary<Spot, Fought[]> Changed(
        IReadOnlyDictionary<Spot, Fought[]> before,
        Func<Contest, Spot?> key,
        Dictionary<RollReading, int> order,
        IReadOnlyCollection<RollReading> gone,
        IReadOnlyCollection<RollReading> come
    )
    {
        var index = new Dictionary<Spot, Fought[]>(before);
        var added = Index(come, key);
        foreach (var spot in Index(gone, key).Keys.Union(added.Keys))
        {
            Fought[] there =
            [
                .. (before.GetValueOrDefault(spot) ?? []).Where(f => order.ContainsKey(f.Reading)),
                .. added.GetValueOrDefault(spot) ?? [],
            ];
            if (there.Length == 0)
                index.Remove(spot);
            else
                index[spot] = [.. there.OrderBy(f => order[f.Reading])];
        }

        return index;
    }
}
