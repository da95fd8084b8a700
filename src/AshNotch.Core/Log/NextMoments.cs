using AshNotch.Core.Ground;

namespace AshNotch.Core.Log;

/// <summary>A moment that may well come next from a spot.</summary>
/// <param name="Actor">Who would do it.</param>
/// <param name="Technique">The technique's id.</param>
/// <param name="Weight">How likely beside the others; only the order means anything.</param>
/// <param name="To">Where the owner would end up if it came off, the likeliest first; empty for a finish or when open.</param>
public sealed record NextMoment(Actor Actor, string Technique, double Weight, IReadOnlyList<Spot> To);

/// <summary>How often something followed in the log.</summary>
/// <param name="From">The owner's spot.</param>
/// <param name="Actor">Who did it.</param>
/// <param name="Technique">The technique.</param>
/// <param name="To">Where it led, when that is known and it came off.</param>
/// <param name="Count">How many times.</param>
public readonly record struct Followed(Spot From, Actor Actor, string Technique, Spot? To, int Count)
{
    /// <inheritdoc />
    public override int GetHashCode() =>
        (((((((From.GetHashCode() * 31) + IdHash.Of(Technique)) * 31) + To.GetHashCode()) * 31) + Count) * 2) + (int)Actor;
}

/// <summary>
/// Orders what may come next from a spot, for logging: weight = usual share of the technique here (by the map) + 2 for each
/// time it was seen here in the log. Two, so that after one class the own game already leads. An ordering aid, not a
/// judgement.
/// </summary>
public sealed class NextMoments
{
    /// <summary>How many are offered for each of the two people.</summary>
    public const int Most = 12;

    private const double SeenWeight = 2;

    private readonly Dictionary<Spot, IReadOnlyList<NextMoment>> bySpot;

    /// <summary>For every spot of the ground, its likeliest next moments.</summary>
    /// <param name="ground">The ground with the owner's additions.</param>
    /// <param name="history">What followed what in the log, in any order and as often as it likes.</param>
    public NextMoments(GroundMap ground, IEnumerable<Followed> history)
    {
        var counts = new Dictionary<Followed, int>();
        foreach (var followed in history)
        {
            var alike = followed with { Count = 0 };
            counts[alike] = counts.GetValueOrDefault(alike) + followed.Count;
        }

        var from = counts.Select(c => c.Key with { Count = c.Value }).ToLookup(f => f.From);
        bySpot = ground.Spots.ToDictionary(
            spot => spot,
            spot => (IReadOnlyList<NextMoment>)[.. Enum.GetValues<Actor>().SelectMany(actor => From(spot, actor, ground, from[spot]))]
        );
    }

    /// <summary>From a spot of the ground: for each person the likeliest first, at most <see cref="Most"/>.</summary>
    public IReadOnlyList<NextMoment> this[Spot spot] => bySpot[spot];

    private static IEnumerable<NextMoment> From(Spot spot, Actor actor, GroundMap ground, IEnumerable<Followed> history)
    {
        var doer = actor == Actor.Me ? spot : spot.Mirror();
        var seen = history.Where(f => f.Actor == actor).ToLookup(f => f.Technique);
        return from technique in ground.Techniques
            let fit = ground.Fit(technique, doer)
            let count = seen[technique.Id].Sum(f => f.Count)
            where fit > 0 || count > 0
            let next = new NextMoment(
                actor,
                technique.Id,
                (fit * technique.Usual) + (SeenWeight * count),
                Destinations(technique, actor, seen[technique.Id])
            )
            orderby next.Weight descending, technique.Id
            select next into ordered
            group ordered by ordered.Actor into one
            from next in one.Take(Most)
            select next;
    }

    /// <summary>
    /// Where the owner may end up when somebody does a technique, the usual first; empty when it leads nowhere or is a finish.
    /// </summary>
    public static IReadOnlyList<Spot> Landings(Technique technique, Actor actor) =>
        [.. technique.To.Select(s => actor == Actor.Me ? s : s.Mirror())];

    private static IReadOnlyList<Spot> Destinations(Technique technique, Actor actor, IEnumerable<Followed> seen)
    {
        var own = seen.Where(f => f.To is not null)
            .GroupBy(f => f.To!.Value)
            .OrderByDescending(g => g.Sum(f => f.Count))
            .ThenBy(g => g.Key.ToString(), StringComparer.Ordinal)
            .Select(g => g.Key);
        return [.. own.Concat(Landings(technique, actor)).Distinct()];
    }
}
