using AshNotch.Core.Ground;
using AshNotch.Core.Log;

namespace AshNotch.Core.Judging.People;

/// <summary>
/// Who is like whom: shared traits first, then the same belt within one and a weight within a tenth. Common practice, no source.
/// </summary>
public static class PeopleLike
{
    private const double NearRung = 1;
    private const double NearWeight = 0.1;
    private const int LeastDone = 3;
    private const int MostUntried = 3;

    /// <summary>Everybody who is like somebody, most alike first.</summary>
    public static IReadOnlyList<LikeThem> Of(Partner partner, IReadOnlyList<Partner> everybody) =>
        [
            .. everybody
                .Where(p => p.Id != partner.Id)
                .Select(p => (Partner: p, Shared: Shared(partner, p)))
                .Where(p => p.Shared.Traits.Count > 0 || p.Shared is { Level: true, Weight: true })
                .OrderByDescending(p => (2 * p.Shared.Traits.Count) + (p.Shared.Level ? 1 : 0) + (p.Shared.Weight ? 1 : 0))
                .ThenBy(p => p.Partner.Name, StringComparer.Ordinal)
                .Select(p => new LikeThem(
                    p.Partner.Id,
                    p.Partner.Name,
                    [
                        .. p.Shared.Traits,
                        .. p.Shared.Level ? ["level"] : Array.Empty<string>(),
                        .. p.Shared.Weight ? ["weight"] : Array.Empty<string>(),
                    ]
                )),
        ];

    /// <summary>What comes off on some people at least every other time, and was never tried on another.</summary>
    /// <param name="alike">The ids of the people.</param>
    /// <param name="tried">What was tried on the other.</param>
    /// <param name="readings">The log.</param>
    /// <param name="everybody">Everyone, for their names.</param>
    public static IReadOnlyList<UntriedOn> Untried(
        IReadOnlyList<string> alike,
        IReadOnlyList<DoneWith> tried,
        ReadingList readings,
        IReadOnlyList<Partner> everybody
    )
    {
        var known = tried.Select(t => t.Technique).ToHashSet();
        var names = everybody.ToDictionary(p => p.Id, p => p.Name);
        return
        [
            .. alike
                .SelectMany(readings.With)
                .SelectMany(r => r.Contests.Select(c => (Roll: r, Contest: c)))
                .Where(x => x.Contest is { Actor: Actor.Me, Technique: { } technique } && !known.Contains(technique))
                .GroupBy(x => x.Contest.Technique!)
                .Select(g =>
                    (
                        Technique: g.Key,
                        Done: g.Count(x => x.Contest.End == ContestEnd.Won),
                        Tried: g.Count(),
                        With: g.Where(x => x.Contest.End == ContestEnd.Won).Select(x => x.Roll.Against.Partner!).Distinct()
                    )
                )
                .Where(t => t.Done >= LeastDone && 2 * t.Done >= t.Tried)
                .OrderByDescending(t => Rates.Wilson(t.Done, t.Tried).Low.Value)
                .ThenBy(t => t.Technique, StringComparer.Ordinal)
                .Take(MostUntried)
                .Select(t => new UntriedOn(
                    t.Technique,
                    t.Done,
                    t.Tried,
                    [.. t.With.Select(id => names.GetValueOrDefault(id, id)).Order(StringComparer.Ordinal)]
                )),
        ];
    }

    private static (IReadOnlyList<string> Traits, bool Level, bool Weight) Shared(Partner one, Partner other) =>
        (
            [.. (one.Traits ?? []).Intersect(other.Traits ?? [], StringComparer.OrdinalIgnoreCase)],
            one.Belt is { } a
                && other.Belt is { } b
                && Math.Abs(Belt.Told(a, one.Stripes).Rung - Belt.Told(b, other.Stripes).Rung) <= NearRung,
            one.WeightKg is { } x && other.WeightKg is { } y && Math.Abs(x.Value - y.Value) <= NearWeight * Math.Min(x.Value, y.Value)
        );
}
