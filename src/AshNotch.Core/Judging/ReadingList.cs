using System.Collections;
using System.Runtime.InteropServices;
using AshNotch.Core.Ground;
using AshNotch.Core.Log;

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
    private readonly Lazy<ReadingTally<Followed>> follows;
    private readonly Lazy<ReadingTally<SideKey>> sides;
    private readonly Lazy<ReadingTally<LossKey>> losses;
    private readonly Lazy<Dictionary<string, List<RollReading>>> byPartner;
    private readonly Lazy<ILookup<string, RollReading>> byBlock;

    /// <param name="readings">The readings, oldest first; not to be changed any more.</param>
    public ReadingList(IReadOnlyList<RollReading> readings)
        : this(readings, null, null, null, null, null) { }

    private ReadingList(
        IReadOnlyList<RollReading> readings,
        IReadOnlyDictionary<Spot, Fought[]>? bySpot,
        IReadOnlyDictionary<Spot, Fought[]>? byNext,
        ReadingTally<Followed>? follows,
        ReadingTally<SideKey>? sides,
        ReadingTally<LossKey>? losses
    )
    {
        this.readings = readings;
        this.bySpot = Known(bySpot, () => Index(readings, FoughtOver));
        this.byNext = Known(byNext, () => Index(readings, LedInto));
        this.follows = Known(follows, () => ReadingTally<Followed>.Of(readings, ReadingTallies.Follows));
        this.sides = Known(sides, () => ReadingTally<SideKey>.Of(readings, ReadingTallies.Sides));
        this.losses = Known(losses, () => ReadingTally<LossKey>.Of(readings, ReadingTallies.Losses));
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

    /// <summary>What followed what, all alike counted once with how often; in no order.</summary>
    public IEnumerable<Followed> Follows => follows.Value.Counts.Select(c => c.Key with { Count = c.Value });

    /// <summary>How often moves of either side went well or badly for the owner; goes of a drill are left out.</summary>
    internal IReadOnlyDictionary<SideKey, int> Sides => sides.Value.Counts;

    /// <summary>What was lost where, by what, for which reasons and to whom; goes of a drill are left out.</summary>
    internal IReadOnlyDictionary<LossKey, int> Losses => losses.Value.Counts;

    /// <summary>Any readings as such a list; one that is one already stays.</summary>
    public static ReadingList Of(IReadOnlyList<RollReading> readings) => readings as ReadingList ?? new ReadingList(readings);

    /// <summary>The list after a change of some rolls. What this one knows is handed on, but for what those rolls say.</summary>
    /// <param name="readings">All readings after the change, oldest first; those that stay are the same objects.</param>
    /// <param name="gone">Those of this list that are not in it any more.</param>
    /// <param name="come">Those that are new in it.</param>
    public ReadingList Changed(
        IReadOnlyList<RollReading> readings,
        IReadOnlyCollection<RollReading> gone,
        IReadOnlyCollection<RollReading> come
    )
    {
        var changes = new Changes(readings, gone, come);
        return new ReadingList(
            readings,
            bySpot.IsValueCreated ? Changed(bySpot.Value, FoughtOver, changes) : null,
            byNext.IsValueCreated ? Changed(byNext.Value, LedInto, changes) : null,
            follows.IsValueCreated ? follows.Value.Changed(gone, come) : null,
            sides.IsValueCreated ? sides.Value.Changed(gone, come) : null,
            losses.IsValueCreated ? losses.Value.Changed(gone, come) : null
        );
    }

    /// <inheritdoc />
    public IEnumerator<RollReading> GetEnumerator() => readings.GetEnumerator();

    IEnumerator IEnumerable.GetEnumerator() => GetEnumerator();

    private static Spot? FoughtOver(Contest contest) => contest.Spot;

    private static Spot? LedInto(Contest contest) => contest.Next;

    private static Lazy<T> Known<T>(T? handedOn, Func<T> make)
        where T : class => handedOn is null ? new Lazy<T>(make) : new Lazy<T>(handedOn);

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

    private static Dictionary<Spot, Fought[]> Changed(IReadOnlyDictionary<Spot, Fought[]> before, Func<Contest, Spot?> key, Changes changes)
    {
        var index = new Dictionary<Spot, Fought[]>(before);
        var added = Index(changes.Come, key);
        foreach (var spot in Index(changes.Gone, key).Keys.Union(added.Keys))
        {
            var there = changes.Merged(before.GetValueOrDefault(spot) ?? [], added.GetValueOrDefault(spot) ?? []);
            if (there.Length == 0)
                index.Remove(spot);
            else
                index[spot] = there;
        }

        return index;
    }

    /// <summary>Rolls that went and came, with where those of their days stand among all.</summary>
    private sealed class Changes
    {
        private readonly HashSet<RollReading> gone;
        private readonly HashSet<DateOnly> goneDays;
        private readonly Dictionary<RollReading, int> order = new(ReferenceEqualityComparer.Instance);

        public Changes(IReadOnlyList<RollReading> after, IReadOnlyCollection<RollReading> gone, IReadOnlyCollection<RollReading> come)
        {
            (Gone, Come) = (gone, come);
            this.gone = new HashSet<RollReading>(gone, ReferenceEqualityComparer.Instance);
            goneDays = [.. gone.Select(r => r.Date)];
            var days = come.Select(r => r.Date).ToHashSet();
            for (var i = 0; i < after.Count; i++)
                if (days.Contains(after[i].Date))
                    order[after[i]] = i;
        }

        public IReadOnlyCollection<RollReading> Gone { get; }

        public IReadOnlyCollection<RollReading> Come { get; }

        /// <summary>Those of before that stay, in their order, with the added ones among them in theirs.</summary>
        public Fought[] Merged(Fought[] before, Fought[] added)
        {
            var stay = Array.FindAll(before, f => !goneDays.Contains(f.Reading.Date) || !gone.Contains(f.Reading));
            if (added.Length == 0)
                return stay;
            Fought[] come = [.. added.OrderBy(f => order[f.Reading])];
            var all = new Fought[stay.Length + come.Length];
            var (s, c) = (0, 0);
            for (var i = 0; i < all.Length; i++)
                all[i] = c == come.Length || (s < stay.Length && IsBefore(stay[s].Reading, come[c].Reading)) ? stay[s++] : come[c++];
            return all;
        }

        private bool IsBefore(RollReading one, RollReading other) =>
            one.Date == other.Date ? order[one] < order[other] : one.Date < other.Date;
    }
}
