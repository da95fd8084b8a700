using System.Collections;
using AshNotch.Core.Ground;

namespace AshNotch.Core.Judging;

/// <summary>A contest with the roll that it belongs to.</summary>
/// <param name="Reading">The roll.</param>
/// <param name="Contest">The contest.</param>
public readonly record struct Fought(RollReading Reading, Contest Contest);

/// <summary>
/// Readings, oldest first, that also know the contests over each spot: most questions are about one spot, and a log of ten years has
/// a hundred thousand contests. Immutable; the index is made when it is first asked for.
/// </summary>
public sealed class ReadingList : IReadOnlyList<RollReading>
{
    private readonly IReadOnlyList<RollReading> readings;
    private readonly Lazy<Dictionary<Spot, List<Fought>>> bySpot;
    private readonly Lazy<Dictionary<Spot, List<Fought>>> byNext;
    private readonly Lazy<Dictionary<string, List<RollReading>>> byPartner;

    /// <param name="readings">The readings, oldest first; not to be changed any more.</param>
    public ReadingList(IReadOnlyList<RollReading> readings)
    {
        this.readings = readings;
        bySpot = new Lazy<Dictionary<Spot, List<Fought>>>(() => Index(c => c.Spot));
        byNext = new Lazy<Dictionary<Spot, List<Fought>>>(() => Index(c => c.Next));
        byPartner = new Lazy<Dictionary<string, List<RollReading>>>(() =>
            readings.Where(r => r.Against.Partner is not null).GroupBy(r => r.Against.Partner!).ToDictionary(g => g.Key, g => g.ToList())
        );
    }

    /// <inheritdoc />
    public int Count => readings.Count;

    /// <inheritdoc />
    public RollReading this[int index] => readings[index];

    /// <summary>The contests over a spot, oldest first, tries that were stopped among them.</summary>
    public IReadOnlyList<Fought> At(Spot spot) => bySpot.Value.GetValueOrDefault(spot) ?? [];

    /// <summary>The contests that were told to lead into a spot, oldest first.</summary>
    public IReadOnlyList<Fought> Into(Spot spot) => byNext.Value.GetValueOrDefault(spot) ?? [];

    /// <summary>The rolls with a partner, oldest first.</summary>
    public IReadOnlyList<RollReading> With(string partner) => byPartner.Value.GetValueOrDefault(partner) ?? [];

    /// <summary>The spots that were fought over.</summary>
    public IReadOnlyCollection<Spot> Spots => bySpot.Value.Keys;

    /// <summary>Any readings as such a list; one that is one already stays.</summary>
    public static ReadingList Of(IReadOnlyList<RollReading> readings) => readings as ReadingList ?? new ReadingList(readings);

    /// <inheritdoc />
    public IEnumerator<RollReading> GetEnumerator() => readings.GetEnumerator();

    IEnumerator IEnumerable.GetEnumerator() => GetEnumerator();

    private Dictionary<Spot, List<Fought>> Index(Func<Contest, Spot?> key)
    {
        var index = new Dictionary<Spot, List<Fought>>();
        foreach (var reading in readings)
        {
            foreach (var contest in reading.Contests)
            {
                if (key(contest) is not { } spot)
                    continue;
                if (!index.TryGetValue(spot, out var there))
                    index[spot] = there = [];
                there.Add(new Fought(reading, contest));
            }
        }

        return index;
    }
}
