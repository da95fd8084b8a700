using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Log;

namespace AshNotch.Core.Scoring;

/// <summary>How often somebody's tries at an event came off, in the rolls of a log.</summary>
/// <param name="Event">The event.</param>
/// <param name="Done">How often it came off; whether it was kept long enough is not asked of training rolls.</param>
/// <param name="Tried">How often it was tried.</param>
/// <param name="Techniques">With what it came off, most often first.</param>
public sealed record EventTally(string Event, int Done, int Tried, IReadOnlyList<string> Techniques)
{
    /// <summary>How often it comes off when tried, with Wilson's 80 % interval.</summary>
    public Interval Rate => Rates.Wilson(Done, Tried);
}

/// <summary>What would score, counted over training rolls as a referee would name it.</summary>
public static class OwnEvents
{
    private const int MostTechniques = 3;

    /// <summary>The tallies of one of the two, most that came off first.</summary>
    /// <param name="contests">The contests.</param>
    /// <param name="actor">Whose.</param>
    /// <param name="ground">The ground with the owner's additions.</param>
    public static IReadOnlyList<EventTally> Of(IEnumerable<Contest> contests, Actor actor, GroundMap ground) =>
        [
            .. contests
                .Where(c => c.Actor == actor && c.Technique is not null)
                .CountBy(c => new Way(c.Spot, c.Technique!, c.Next, c.End == ContestEnd.Held))
                .SelectMany(w => EventsOf(w.Key, actor, ground).Select(e => (Event: e, Way: w.Key, Times: w.Value)))
                .GroupBy(x => x.Event)
                .Select(g => new EventTally(
                    g.Key,
                    g.Where(x => !x.Way.Held).Sum(x => x.Times),
                    g.Sum(x => x.Times),
                    [
                        .. g.Where(x => !x.Way.Held)
                            .GroupBy(x => x.Way.Technique)
                            .OrderByDescending(t => t.Sum(x => x.Times))
                            .ThenBy(t => t.Key, StringComparer.Ordinal)
                            .Take(MostTechniques)
                            .Select(t => t.Key),
                    ]
                ))
                .OrderByDescending(t => t.Done)
                .ThenBy(t => t.Event, StringComparer.Ordinal),
        ];

    /// <summary>Contests that a referee would see alike.</summary>
    private readonly record struct Way(Spot From, string Technique, Spot? Next, bool Held)
    {
        public override int GetHashCode() => (((From.GetHashCode() * 31) + IdHash.Of(Technique)) * 31) + Next.GetHashCode();
    }

    private static IEnumerable<string> EventsOf(Way way, Actor actor, GroundMap ground)
    {
        if (ground.Technique(way.Technique) is not { } technique)
            return [];
        var doer = Step.SeenBy(actor, way.From);
        if (way.Held)
            return ScoringEvents.Aim(technique, doer, ground) is { } aim and not ScoringEvents.Submission ? [aim] : [];
        var to = way.Next ?? technique.To.Select(t => Step.SeenBy(actor, t)).FirstOrDefault();
        var step = new Step
        {
            Event = new Restart { Index = 0 },
            Actor = actor,
            Technique = technique,
            From = way.From,
            To = to,
            Done = true,
        };
        var (scored, landing) = ScoringEvents.Of(step, null, ground);
        var already = doer is { } from && ScoringEvents.Landing(from, ground) == landing;
        return new[] { scored, already ? null : landing }.OfType<string>();
    }
}
