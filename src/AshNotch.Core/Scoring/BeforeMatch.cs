using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Judging.People;
using AshNotch.Core.Log;

namespace AshNotch.Core.Scoring;

/// <summary>Something that somebody uses and the rules bar.</summary>
/// <param name="Technique">The technique's id.</param>
/// <param name="Times">How often it was seen.</param>
/// <param name="Why">Why it is barred.</param>
public sealed record BarredUse(string Technique, int Times, string Why);

/// <summary>A road that pays: how to come to a spot, and what to do there first.</summary>
/// <param name="Spot">The spot.</param>
/// <param name="Earns">Whether it earns already (heartwood), or would pay most for getting better (a lever).</param>
/// <param name="WayIn">The owner's own move that led there most often; null when none did.</param>
/// <param name="WaysIn">How often it did.</param>
/// <param name="Move">The owner's move there that comes off most surely and is not barred; null when none was tried.</param>
public sealed record Road(Spot Spot, bool Earns, string? WayIn, int WaysIn, DoneWith? Move);

/// <summary>What to do with a minute to go.</summary>
/// <param name="State">Ahead, level or behind.</param>
/// <param name="By">By how many points; 0 when level.</param>
/// <param name="Mine">The owner's events that would put them ahead, those that come off most first.</param>
/// <param name="Theirs">The other's events that would take a lead away, those that come off most against the owner first.</param>
public sealed record LastMinute(Ahead State, int By, IReadOnlyList<EventTally> Mine, IReadOnlyList<EventTally> Theirs);

/// <summary>What is to be known before a match, from its rules and the log.</summary>
public sealed record BeforeMatch
{
    private const int MostRoads = 3;
    private const int MostEvents = 3;
    private const int LeastTried = 3;

    /// <summary>What the owner uses and may not.</summary>
    public required IReadOnlyList<BarredUse> BarredMine { get; init; }

    /// <summary>What the other uses and may not.</summary>
    public required IReadOnlyList<BarredUse> BarredTheirs { get; init; }

    /// <summary>The three best roads under the rule set's objective.</summary>
    public required IReadOnlyList<Road> Roads { get; init; }

    /// <summary>What to do ahead, level and behind; empty under rules without points.</summary>
    public required IReadOnlyList<LastMinute> LastMinutes { get; init; }

    /// <summary>What a match under a rule set is worth to somebody: points where they count, else the tap.</summary>
    public static Objective ObjectiveOf(RuleSet rules) =>
        rules.Kind == RuleSetKind.SubmissionOnly ? Objective.Submissions : Objective.Points;

    /// <summary>Gathers it.</summary>
    /// <param name="terms">The rules, belt and attire.</param>
    /// <param name="readings">The log.</param>
    /// <param name="judgement">Its judgement under <see cref="ObjectiveOf"/>.</param>
    /// <param name="opponent">The id of who is expected; null when nobody knows.</param>
    /// <param name="ground">The ground with the owner's additions.</param>
    public static BeforeMatch Of(MatchTerms terms, ReadingList readings, Judgement judgement, string? opponent, GroundMap ground)
    {
        var live = readings.Where(r => !r.Against.Drill).SelectMany(r => r.Contests).ToList();
        var theirs = opponent is null ? live : [.. readings.With(opponent).Where(r => !r.Against.Drill).SelectMany(r => r.Contests)];
        return new BeforeMatch
        {
            BarredMine = BarredFor(terms, live, Actor.Me, ground),
            BarredTheirs = opponent is null ? [] : BarredFor(terms, theirs, Actor.Them, ground),
            Roads = RoadsOf(terms, readings, judgement, ground),
            LastMinutes =
                terms.Rules.Points.Count == 0
                    ? []
                    : Minutes(terms.Rules, OwnEvents.Of(live, Actor.Me, ground), OwnEvents.Of(theirs, Actor.Them, ground)),
        };
    }

    private static IReadOnlyList<BarredUse> BarredFor(MatchTerms terms, IReadOnlyList<Contest> contests, Actor actor, GroundMap ground) =>
        [
            .. contests
                .Where(c => c.Actor == actor && c.Technique is not null)
                .CountBy(c => c.Technique!, IdHash.Comparer)
                .Select(t => (Technique: ground.Technique(t.Key), Times: t.Value))
                .Where(t => t.Technique is not null)
                .Select(t => (t.Technique!.Id, t.Times, Why: Bars.Why(terms.Rules, t.Technique!, terms.Belt, terms.Attire)))
                .Where(t => t.Why is not null)
                .OrderByDescending(t => t.Times)
                .ThenBy(t => t.Id, StringComparer.Ordinal)
                .Select(t => new BarredUse(t.Id, t.Times, t.Why!)),
        ];

    /// <summary>Two spots that earn and the lever that would pay most; each with the way there and the first move.</summary>
    private static IReadOnlyList<Road> RoadsOf(MatchTerms terms, ReadingList readings, Judgement judgement, GroundMap ground)
    {
        var earning = judgement.Heartwood.Select(r => (r.Spot, Earns: true));
        var levers = judgement.Levers.Select(r => (r.Spot, Earns: false));
        return
        [
            .. earning
                .Take(MostRoads - 1)
                .Concat(levers)
                .Concat(earning.Skip(MostRoads - 1))
                .DistinctBy(r => r.Spot)
                .Take(MostRoads)
                .Select(r => RoadTo(r.Spot, r.Earns, terms, readings, ground)),
        ];
    }

    private static Road RoadTo(Spot spot, bool earns, MatchTerms terms, ReadingList readings, GroundMap ground)
    {
        var way = readings
            .Into(spot)
            .Where(f => f.Contest is { Actor: Actor.Me, Technique: not null } && f.Contest.Spot != spot)
            .CountBy(f => f.Contest.Technique!, IdHash.Comparer)
            .OrderByDescending(t => t.Value)
            .ThenBy(t => t.Key, StringComparer.Ordinal)
            .FirstOrDefault();
        var move = readings
            .At(spot)
            .Where(f => !f.Reading.Against.Drill && f.Contest is { Actor: Actor.Me, Technique: not null })
            .GroupBy(f => f.Contest.Technique!, IdHash.Comparer)
            .Where(g => ground.Technique(g.Key) is { } t && Bars.Why(terms.Rules, t, terms.Belt, terms.Attire) is null)
            .Select(g => new DoneWith(
                g.Key,
                g.Count(f => f.Contest.End != ContestEnd.Held),
                g.Count(f => f.Contest.End == ContestEnd.Held),
                []
            ))
            .OrderByDescending(d => d.Rate.Low.Value)
            .ThenBy(d => d.Technique, StringComparer.Ordinal)
            .FirstOrDefault();
        return new Road(spot, earns, way.Key, way.Value, move);
    }

    /// <summary>
    /// Level, two ahead, and behind by a sweep, a pass and a mount: what the owner brings most surely of what would put them ahead,
    /// and what of the other's would take a lead away. Tries below three say nothing.
    /// </summary>
    private static IReadOnlyList<LastMinute> Minutes(RuleSet rules, IReadOnlyList<EventTally> mine, IReadOnlyList<EventTally> theirs)
    {
        var worths = rules.Points.Values.Where(p => p > 0).Distinct().Order().ToList();
        var least = worths.FirstOrDefault(1);
        IReadOnlyList<EventTally> Best(IReadOnlyList<EventTally> tallies, Func<string, bool> turns) =>
            [
                .. tallies
                    .Where(t => t.Tried >= LeastTried && t.Done > 0 && rules.Worth(t.Event) > 0 && turns(t.Event))
                    .OrderByDescending(t => t.Rate.Low.Value)
                    .ThenBy(t => t.Event, StringComparer.Ordinal)
                    .Take(MostEvents),
            ];
        Boards Ahead(int by) => default(Boards).Add(Actor.Me, by);
        Boards Behind(int by) => default(Boards).Add(Actor.Them, by);
        return
        [
            new LastMinute(Scoring.Ahead.Me, least, [], Best(theirs, e => Leads.After(rules, Ahead(least), Actor.Them, e).Level)),
            new LastMinute(
                Scoring.Ahead.Level,
                0,
                Best(mine, e => Leads.After(rules, default, Actor.Me, e).Ahead),
                Best(theirs, e => Leads.After(rules, default, Actor.Them, e).Ahead)
            ),
            .. worths.Select(by => new LastMinute(
                Scoring.Ahead.Them,
                by,
                Best(mine, e => Leads.After(rules, Behind(by), Actor.Me, e).Level),
                []
            )),
        ];
    }
}
