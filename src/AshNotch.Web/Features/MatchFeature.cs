using AshNotch.Core.Drilling;
using AshNotch.Core.Ground;
using AshNotch.Core.Judging.People;
using AshNotch.Core.Log;
using AshNotch.Core.Scoring;
using AshNotch.Store;
using AshNotch.Web.Guards;
using AshNotch.Web.Services;
using Microsoft.AspNetCore.Http.HttpResults;

namespace AshNotch.Web.Features;

/// <summary>Days of matches, those that were and those to come, and what is to be known before one.</summary>
public static class MatchFeature
{
    /// <summary>One match of a day, in a line.</summary>
    /// <param name="Roll">The roll's id.</param>
    /// <param name="PartnerId">Who it was with.</param>
    /// <param name="Told">How it ended, as announced.</param>
    /// <param name="Score">Its score; null when it names no known rule set.</param>
    public sealed record MatchLine(string Roll, string? PartnerId, ToldResult? Told, MatchLineScore? Score);

    /// <summary>The score of a match, in short.</summary>
    public sealed record MatchLineScore(Board Me, Board Them, ScoreFeature.ResultAnswer Result, int Asked);

    /// <summary>A day of matches.</summary>
    public sealed record MatchDayAnswer(
        string Session,
        DateOnly Date,
        Attire Attire,
        bool Coming,
        MatchDay? Event,
        string? Notes,
        string? Aim,
        IReadOnlyList<MatchLine> Matches
    );

    /// <summary>The class that somebody stands in, and where that comes from.</summary>
    /// <param name="Class">The class of the weight today; null when it cannot be known.</param>
    /// <param name="Missing">What is missing to know it: <c>sex</c>, <c>weight</c> or <c>classes</c>; null for nothing.</param>
    /// <param name="WeightKg">The weight today.</param>
    /// <param name="WithGi">Whether the scales are stepped on in the gi.</param>
    /// <param name="Limits">The upper limits of the classes.</param>
    public sealed record ClassAnswer(WeightClass? Class, string? Missing, Kilograms? WeightKg, bool WithGi, IReadOnlyList<double> Limits);

    /// <summary>What is to be known before a match.</summary>
    public sealed record BeforeAnswer
    {
        /// <summary>The day.</summary>
        public required MatchDayAnswer Day { get; init; }

        /// <summary>The rules' name.</summary>
        public required string RulesetName { get; init; }

        /// <summary>Where their figures are from.</summary>
        public string? Source { get; init; }

        /// <summary>The belt of the division.</summary>
        public BeltColour? Belt { get; init; }

        /// <summary>Seconds that a match lasts.</summary>
        public double? Length { get; init; }

        /// <summary>The weight class.</summary>
        public required ClassAnswer Weight { get; init; }

        /// <summary>What the log and the rules say.</summary>
        public required BeforeMatch Before { get; init; }

        /// <summary>Who is expected, or somebody like them.</summary>
        public PartnerFeature.PartnerRead? Opponent { get; init; }

        /// <summary>What the log says of them.</summary>
        public PartnerSheet? Sheet { get; init; }

        /// <summary>One cue, in the owner's own words.</summary>
        public string? Cue { get; init; }

        /// <summary>What comes first.</summary>
        public required IReadOnlyList<Caution> Cautions { get; init; }
    }

    /// <summary>Maps its addresses.</summary>
    public static void MapMatches(this IEndpointRouteBuilder app)
    {
        app.MapGet(
                "/api/matches",
                async ([AsParameters] PageQuery page, Sessions sessions, Snapshots snapshots, TimeProvider clock, CancellationToken stop) =>
                {
                    var (log, today, (skip, take)) = (await snapshots.Now(stop), clock.Today(), page.Range(30));
                    var found = sessions.OfMatches(today, skip, take);
                    return TypedResults.Ok(
                        new Paged<MatchDayAnswer>([.. found.Items.Select(s => Day(s, log, today))], found.Total, page.Page, take)
                        {
                            Unreadable = found.Unreadable.Count > 0 ? found.Unreadable : null,
                        }
                    );
                }
            )
            .WithTags("matches");

        app.MapGet(
                "/api/sessions/{session}/before",
                async Task<Results<Figures<BeforeAnswer>, ProblemHttpResult>> (
                    string session,
                    Sessions sessions,
                    Snapshots snapshots,
                    Judgements judgements,
                    TimeProvider clock,
                    CancellationToken stop
                ) =>
                {
                    var log = await snapshots.Now(stop);
                    if (sessions.Get(session)?.Value is not { } day)
                        return Problems.NotThere("session");
                    var rules = ScoreFeature.Find(log, day.Event?.Ruleset) ?? RuleSets.Named("points")!;
                    var judged = await judgements.Of(log, new JudgementAsked(BeforeMatch.ObjectiveOf(rules)), stop);
                    return Figures.Of(Before(day, rules, log, judged, clock.Today()));
                }
            )
            .WithTags("matches");
    }

    private static BeforeAnswer Before(Session day, RuleSet rules, LogSnapshot log, Judged judged, DateOnly today)
    {
        var owner = log.Athlete?.Value;
        var belt = day.Event?.Belt ?? owner?.Belt;
        var row = log.Partners.FirstOrDefault(p => p.Partner.Id == day.Event?.OpponentId);
        var sheet = row is null ? null : PartnerFeature.Sheet(judged, row.Partner);
        var terms = new MatchTerms(rules, belt, day.Attire, Length: day.Event?.Length);
        return new BeforeAnswer
        {
            Day = Day(day, log, today),
            RulesetName = rules.Name,
            Source = rules.Source,
            Belt = belt,
            Length = day.Event?.Length ?? rules.LengthFor(belt),
            Weight = Weight(rules, day, owner),
            Before = judged.Once(("before", rules, belt, day.Attire, row?.Partner.Id), () =>
                BeforeMatch.Of(terms, log.Readings, judged.Judgement, row?.Partner.Id, log.Ground)
            ),
            Opponent = row is null ? null : new PartnerFeature.PartnerRead(row),
            Sheet = sheet,
            Cue = string.IsNullOrWhiteSpace(day.Aim) ? (sheet is { Said: [var said, ..] } ? said.Text : null) : day.Aim,
            Cautions = [.. Cautions.Of(Situation.Match), .. Cautions.Of(Situation.Weight)],
        };
    }

    private static ClassAnswer Weight(RuleSet rules, Session day, Athlete? owner)
    {
        var withGi = rules.WeighInWithGi && day.Attire == Attire.Gi;
        var limits =
            owner?.Sex is { } sex && rules.WeightClasses.TryGetValue(sex, out var table) && table.TryGetValue(day.Attire, out var known)
                ? known
                : [];
        var missing =
            rules.WeightClasses.Count == 0 ? "classes"
            : owner?.Sex is null ? "sex"
            : owner.WeightKg is null ? "weight"
            : null;
        return new ClassAnswer(
            missing is null && owner is { Sex: { } entered, WeightKg: { } weight }
                ? WeightClasses.Of(rules, entered, day.Attire, weight.Value)
                : null,
            missing,
            owner?.WeightKg,
            withGi,
            limits
        );
    }

    private static MatchDayAnswer Day(Session session, LogSnapshot log, DateOnly today) =>
        new(
            session.Id,
            session.Date,
            session.Attire,
            session.Date >= today && session.Rolls.Count == 0,
            session.Event,
            session.Notes,
            session.Aim,
            [
                .. session
                    .Rolls.Where(r => r.Kind == RollKind.Match || session.Kind == SessionKind.Tournament)
                    .Select(r => new MatchLine(r.Id, r.PartnerId, r.Result, Short(ScoreFeature.Of(session, r, log)))),
            ]
        );

    private static MatchLineScore? Short(ScoreFeature.ScoreAnswer? score) =>
        score is null ? null : new MatchLineScore(score.Me, score.Them, score.Result, score.Asked.Count);
}
