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
                .SelectMany(c => EventsOf(c, ground).Select(e => (Event: e, Contest: c)))
                .GroupBy(x => x.Event)
                .Select(g => new EventTally(
                    g.Key,
                    g.Count(x => x.Contest.End != ContestEnd.Held),
                    g.Count(),
                    [
                        .. g.Where(x => x.Contest.End != ContestEnd.Held)
                            .GroupBy(x => x.Contest.Technique!)
                            .OrderByDescending(t => t.Count())
                            .ThenBy(t => t.Key, StringComparer.Ordinal)
                            .Take(MostTechniques)
                            .Select(t => t.Key),
                    ]
                ))
                .OrderByDescending(t => t.Done)
                .ThenBy(t => t.Event, StringComparer.Ordinal),
        ];

    private static IEnumerable<string> EventsOf(Contest contest, GroundMap ground)
    {
        if (ground.Technique(contest.Technique!) is not { } technique)
            return [];
        var doer = Step.SeenBy(contest.Actor, contest.Spot);
        if (contest.End == ContestEnd.Held)
            return ScoringEvents.Aim(technique, doer, ground) is { } aim and not ScoringEvents.Submission ? [aim] : [];
        var to = contest.Next ?? technique.To.Select(t => Step.SeenBy(contest.Actor, t)).FirstOrDefault();
        var step = new Step
        {
            Event = new Restart { Index = 0 },
            Actor = contest.Actor,
            Technique = technique,
            From = contest.Spot,
            To = to,
            Done = true,
        };
        var (way, landing) = ScoringEvents.Of(step, null, ground);
        var already = doer is { } from && ScoringEvents.Landing(from, ground) == landing;
        return new[] { way, already ? null : landing }.OfType<string>();
    }
}
