using System.Diagnostics.CodeAnalysis;
using System.Text.Json.Serialization;
using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Log;
using AshNotch.Core.Scoring;
using AshNotch.Formats;
using AshNotch.Store;
using AshNotch.Web.Guards;
using Microsoft.AspNetCore.Http.HttpResults;

namespace AshNotch.Web.Features;

/// <summary>Scores matches, and keeps rule sets.</summary>
public static class ScoreFeature
{
    private const string Address = "/api/rulesets";

    /// <summary>The rules of a match that names none, on a day that names none.</summary>
    private const string UsualRules = "points";

    private static readonly RecordKind<RuleSet> Kind = new("rule set", Address)
    {
        Read = async (context, newId) =>
        {
            var ground = (await context.RequestServices.GetRequiredService<Snapshots>().Now(context.RequestAborted)).Ground;
            return await Bodies.Read(
                context.Request,
                (json, faults) => MatchReader.RuleSet(json, "", faults, newId),
                r => RuleSets.CheckOwn(r, ground)
            );
        },
        Id = r => r.Id,
        WithId = (r, id) => r with { Id = id },
        Add = (services, r) => services.GetRequiredService<Rulesets>().Add(r),
        Put = (services, r, expected) => services.GetRequiredService<Rulesets>().Put(r, expected),
        Bin = (services, id, expected, now) => services.GetRequiredService<Rulesets>().Bin(id, expected, now),
    };

    /// <summary>A rule set as it is read.</summary>
    public sealed record RulesetRead : RuleSet
    {
        /// <param name="rules">The rule set.</param>
        /// <param name="version">For an own one, its version.</param>
        [SetsRequiredMembers]
        public RulesetRead(RuleSet rules, long? version)
            : base(rules) => (Own, Version) = (version is not null, version);

        /// <summary>Whether it is the owner's own; the others stay as they are.</summary>
        public bool Own { get; init; }

        /// <summary>For an own one, the version to send back with a change.</summary>
        public long? Version { get; init; }
    }

    /// <summary>Something that changed the score.</summary>
    public sealed record LineAnswer(
        int Moment,
        [property: JsonIgnore(Condition = JsonIgnoreCondition.Never)] double? Clock,
        Actor Actor,
        string Event,
        int Points,
        int Advantages,
        string Why,
        Boards Score
    );

    /// <summary>A stretch between two changes.</summary>
    public sealed record LeadAnswer(
        [property: JsonIgnore(Condition = JsonIgnoreCondition.Never)] double? From,
        [property: JsonIgnore(Condition = JsonIgnoreCondition.Never)] double? To,
        Ahead Ahead,
        int By,
        TieBreak? On,
        IReadOnlyList<string> Loses,
        IReadOnlyList<string> Takes
    );

    /// <summary>Who won, and by what.</summary>
    public sealed record ResultAnswer(
        [property: JsonIgnore(Condition = JsonIgnoreCondition.Never)] Actor? Winner,
        DecidedBy By,
        string Why
    );

    /// <summary>A match, scored.</summary>
    public sealed record ScoreAnswer
    {
        /// <summary>The rule set's id.</summary>
        public required string Ruleset { get; init; }

        /// <summary>Its name.</summary>
        public required string RulesetName { get; init; }

        /// <summary>Seconds that the match lasts; null when not known.</summary>
        public double? Length { get; init; }

        /// <summary>The owner's board.</summary>
        public required Board Me { get; init; }

        /// <summary>The other's board.</summary>
        public required Board Them { get; init; }

        /// <summary>What changed the score, in order.</summary>
        public required IReadOnlyList<LineAnswer> Line { get; init; }

        /// <summary>What scored nothing though it may look like it.</summary>
        public required IReadOnlyList<Unscored> Unscored { get; init; }

        /// <summary>The stretches between the changes.</summary>
        public required IReadOnlyList<LeadAnswer> Lead { get; init; }

        /// <summary>The result.</summary>
        public required ResultAnswer Result { get; init; }

        /// <summary>What was assumed.</summary>
        public required IReadOnlyList<Asked> Asked { get; init; }

        /// <summary>What was done and is barred.</summary>
        public required IReadOnlyList<BarredMoment> Barred { get; init; }

        /// <summary>For a roll of the log: where each index stands in it.</summary>
        public IReadOnlyList<MatchPlace>? Places { get; init; }
    }

    /// <summary>Maps its addresses.</summary>
    public static void MapScoring(this IEndpointRouteBuilder app)
    {
        var api = app.MapGroup(Address).WithTags("matches");
        api.MapGet("", async ([AsParameters] PageQuery page, Snapshots snapshots, CancellationToken stop) =>
            TypedResults.Ok(page.Of(All(await snapshots.Now(stop)), r => r, usual: 200))
        );
        api.MapRecord(Kind);

        app.MapPost(
                "/api/score",
                async Task<Results<Ok<ScoreAnswer>, ProblemHttpResult>> (
                    HttpRequest request,
                    Snapshots snapshots,
                    CancellationToken stop
                ) =>
                {
                    var log = await snapshots.Now(stop);
                    var body = await Bodies.Read(request, ScoreAsked.Read, asked => Check(asked, log));
                    if (body.Refusal is { } refusal)
                        return refusal;
                    var asked = body.Value!;
                    var rules = asked.Rules ?? Find(log, asked.Ruleset)!;
                    var terms = new MatchTerms(rules, asked.Belt, asked.Attire, asked.Start, asked.Length);
                    return TypedResults.Ok(
                        asked.Roll is { } roll
                            ? Answer(terms, roll, log.Ground)
                            : Answer(rules, Scorer.Score(terms, asked.Moments, log.Ground))
                    );
                }
            )
            .WithTags("matches")
            .Accepts<ScoreAsked>("application/json");

        app.MapGet(
                "/api/sessions/{session}/rolls/{roll}/score",
                async Task<Results<Ok<ScoreAnswer>, ProblemHttpResult>> (
                    string session,
                    string roll,
                    Sessions sessions,
                    Snapshots snapshots,
                    CancellationToken stop
                ) =>
                {
                    var log = await snapshots.Now(stop);
                    if (sessions.Get(session)?.Value is not { } held || held.Rolls.FirstOrDefault(r => r.Id == roll) is not { } match)
                        return Problems.NotThere("roll");
                    return Of(held, match, log) is { } answer
                        ? TypedResults.Ok(answer)
                        : Problems.Of(
                            StatusCodes.Status404NotFound,
                            "No score.",
                            "This roll names no rule set that is known here, so it has no score. Choose one for it."
                        );
                }
            )
            .WithTags("matches");
    }

    /// <summary>The score of a roll of the log; null when it names no known rule set.</summary>
    public static ScoreAnswer? Of(Session session, Roll roll, LogSnapshot log) =>
        Terms(session, roll, log) is { } terms ? Answer(terms, roll, log.Ground) : null;

    /// <summary>What decided a roll, in a few words: for a match its result and score first.</summary>
    public static string? Decided(Session session, Roll roll, LogSnapshot log) =>
        WhatDecided.Of(
            roll,
            roll.Kind == RollKind.Match && Terms(session, roll, log) is { } terms ? Scored(terms, roll, log.Ground).Score : null,
            log.Ground
        );

    private static MatchTerms? Terms(Session session, Roll roll, LogSnapshot log) =>
        Find(log, roll.Ruleset ?? (roll.Kind == RollKind.Match ? session.Event?.Ruleset ?? UsualRules : null)) is { } rules
            ? new MatchTerms(rules, session.Event?.Belt ?? log.Athlete?.Value.Belt, session.Attire, Length: session.Event?.Length)
            : null;

    private static (LoggedMatch Match, MatchScore Score) Scored(MatchTerms terms, Roll roll, GroundMap ground)
    {
        var match = LoggedMatch.Of(roll, ground);
        return (match, Scorer.Score(terms with { Start = match.Start, Length = roll.Length ?? terms.Length }, match.Events, ground));
    }

    private static ScoreAnswer Answer(MatchTerms terms, Roll roll, GroundMap ground)
    {
        var (match, score) = Scored(terms, roll, ground);
        return Answer(terms.Rules, score) with { Places = match.Places };
    }

    /// <summary>The rule set of this id, shipped or own; null for none.</summary>
    public static RuleSet? Find(LogSnapshot log, string? id) =>
        id is null ? null : RuleSets.Named(id) ?? log.Rulesets.FirstOrDefault(r => r.Value.Id == id)?.Value;

    private static IReadOnlyList<RulesetRead> All(LogSnapshot log) =>
        [.. RuleSets.Shipped.Select(r => new RulesetRead(r, null)), .. log.Rulesets.Select(r => new RulesetRead(r.Value, r.Version))];

    private static IEnumerable<Fault> Check(ScoreAsked asked, LogSnapshot log)
    {
        var faults = ScoreAsked.Check(asked, log.Ground);
        return asked.Rules is null && Find(log, asked.Ruleset) is null
            ? faults.Append(
                new Fault(
                    "/ruleset",
                    $"There is no rule set '{asked.Ruleset}'; there are {string.Join(", ", All(log).Select(r => r.Id))}, or send a "
                        + "whole one."
                )
            )
            : faults;
    }

    private static ScoreAnswer Answer(RuleSet rules, MatchScore score) =>
        new()
        {
            Ruleset = rules.Id,
            RulesetName = rules.Name,
            Length = score.Length,
            Me = score.Boards.Me,
            Them = score.Boards.Them,
            Line = [.. score.Line.Select(l => new LineAnswer(l.Moment, l.Clock, l.Actor, l.Event, l.Points, l.Advantages, l.Why, l.Score))],
            Unscored = score.Unscored,
            Lead = [.. score.Lead.Select(l => new LeadAnswer(l.From, l.To, l.Ahead, l.By, l.On, l.Loses, l.Takes))],
            Result = new ResultAnswer(score.Result.Winner, score.Result.By, score.Result.Why),
            Asked = score.Asked,
            Barred = score.Barred,
        };
}
