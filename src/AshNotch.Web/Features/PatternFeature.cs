using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Judging.Patterns;
using AshNotch.Core.Log;
using AshNotch.Formats;
using AshNotch.Store;
using AshNotch.Web.Guards;
using AshNotch.Web.Services;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;

namespace AshNotch.Web.Features;

/// <summary>What keeps happening, each with the moments behind it; and the owner's ratings beside the log.</summary>
public static class PatternFeature
{
    private const int MostOfAKind = 40;
    private const string Moments = "/api/patterns/moments";

    /// <summary>A trap; <paramref name="Contests"/> is the address of its moments.</summary>
    public sealed record TrapAnswer(
        Spot Spot,
        string? Technique,
        string? Reason,
        string? Partner,
        int Count,
        double Expected,
        double Chance,
        string Contests
    );

    /// <summary>Where lost exchanges turned.</summary>
    public sealed record BadTradeAnswer(Spot Spot, string? Technique, int Count, double Lost, string Contests);

    /// <summary>A move that goes better on one side.</summary>
    public sealed record OneSideAnswer(
        Actor Actor,
        string Technique,
        Side Weak,
        SideTally Left,
        SideTally Right,
        double Chance,
        Side? Thin,
        string Contests
    );

    /// <summary>Something that happened for the first time.</summary>
    public sealed record FirstAnswer(bool Caught, string Technique, ContestAnswer Moment);

    /// <summary>A good place that is reached too seldom.</summary>
    public sealed record WayInAnswer(
        Spot Spot,
        double OnceMore,
        double PerRoll,
        double Usual,
        IReadOnlyList<Entry> Entries,
        string Contests
    );

    /// <summary>What takeaways keep coming back to; <paramref name="Lessons"/> is the address of all of them.</summary>
    public sealed record SaidAgainAnswer(string About, int Count, Takeaway Last, string Lessons);

    /// <summary>All patterns, of each kind the most telling; lists that found nothing are empty.</summary>
    public sealed record PatternsAnswer(
        Objective Objective,
        int Rolls,
        IReadOnlyList<TrapAnswer> Traps,
        IReadOnlyList<BadTradeAnswer> BadTrades,
        IReadOnlyList<OneSideAnswer> OneSided,
        IReadOnlyList<FirstAnswer> Firsts,
        IReadOnlyList<Untried> Untried,
        IReadOnlyList<SaidAgainAnswer> SaidAgain,
        IReadOnlyList<WayInAnswer> WaysIn
    );

    /// <summary>Which pattern's moments are asked for: its kind, and its place in the list of that kind, from 0.</summary>
    public enum PatternKind
    {
        /// <summary>Traps.</summary>
        Trap,

        /// <summary>Where lost exchanges turned.</summary>
        BadTrade,

        /// <summary>One-sided moves.</summary>
        OneSided,

        /// <summary>Places reached too seldom.</summary>
        WayIn,
    }

    /// <summary>Which pattern's moments are asked for, as its address says.</summary>
    public sealed record PatternQuery
    {
        /// <summary>Which kind of pattern.</summary>
        [FromQuery(Name = "kind")]
        public QueryWord<PatternKind>? Kind { get; init; }

        /// <summary>The position of its spot.</summary>
        [FromQuery(Name = "position")]
        public string? Position { get; init; }

        /// <summary>The owner's role in it.</summary>
        [FromQuery(Name = "role")]
        public QueryWord<Role>? Role { get; init; }

        /// <summary>The technique's id.</summary>
        [FromQuery(Name = "technique")]
        public string? Technique { get; init; }

        /// <summary>The reason's id.</summary>
        [FromQuery(Name = "reason")]
        public string? Reason { get; init; }

        /// <summary>The partner's id.</summary>
        [FromQuery(Name = "partner")]
        public string? Partner { get; init; }

        /// <summary>Who makes the move.</summary>
        [FromQuery(Name = "actor")]
        public QueryWord<Actor>? Actor { get; init; }
    }

    /// <summary>Ratings of one day.</summary>
    public sealed record RatingsAsked(IReadOnlyList<SelfRating> Ratings);

    /// <summary>Each part by the log and by the owner.</summary>
    public sealed record RatingsAnswer(IReadOnlyList<PartStanding> Parts, IReadOnlyList<SelfRating> Ratings);

    /// <summary>Maps its addresses.</summary>
    public static void MapPatterns(this IEndpointRouteBuilder app)
    {
        app.MapGet(
                "/api/patterns",
                async ([AsParameters] JudgementQuery asked, Snapshots snapshots, Judgements judgements, CancellationToken stop) =>
                {
                    var judged = await judgements.Of(asked, snapshots, stop);
                    return Figures.Of(Answer(Recurring.In(judged), judged, asked));
                }
            )
            .WithTags("judging");

        app.MapGet(
                Moments,
                async Task<Results<Figures<Paged<ContestAnswer>>, ProblemHttpResult>> (
                    [AsParameters] PatternQuery which,
                    [AsParameters] JudgementQuery asked,
                    [AsParameters] PageQuery page,
                    Snapshots snapshots,
                    Judgements judgements,
                    CancellationToken stop
                ) =>
                {
                    var judged = await judgements.Of(asked, snapshots, stop);
                    return MomentsOf(Recurring.In(judged), which, judged) is { } moments
                        ? Figures.Of(Contests.Of(judged).Page(moments, page))
                        : Problems.NotThere("such pattern in this part of the log");
                }
            )
            .WithTags("judging");

        app.MapGet(
                "/api/patterns/lessons",
                async Task<Results<Ok<Paged<Takeaway>>, ProblemHttpResult>> (
                    string? about,
                    [AsParameters] JudgementQuery asked,
                    [AsParameters] PageQuery page,
                    Snapshots snapshots,
                    Judgements judgements,
                    CancellationToken stop
                ) =>
                {
                    var judged = await judgements.Of(asked, snapshots, stop);
                    return Recurring.In(judged).SaidAgain.FirstOrDefault(s => s.About == about) is { } said
                        ? TypedResults.Ok(page.Of([.. said.Lessons.Reverse()], l => l, usual: 20))
                        : Problems.NotThere("such pattern in this part of the log");
                }
            )
            .WithTags("judging");

        app.MapGet(
                "/api/self-ratings",
                async ([AsParameters] JudgementQuery asked, Snapshots snapshots, Judgements judgements, CancellationToken stop) =>
                    Figures.Of(Standing(await judgements.Of(asked, snapshots, stop)))
            )
            .WithTags("judging");

        app.MapPost(
                "/api/self-ratings",
                async Task<Results<Figures<RatingsAnswer>, ProblemHttpResult>> (
                    [AsParameters] JudgementQuery asked,
                    HttpRequest request,
                    Snapshots snapshots,
                    Judgements judgements,
                    SelfRatings ratings,
                    TimeProvider clock,
                    CancellationToken stop
                ) =>
                {
                    var body = await Bodies.Read(request, LogReader.SelfRatings, all =>
                        all.SelectMany((r, i) => LogRules.Check(r, clock.Bounds(), $"/ratings/{i}"))
                    );
                    if (body.Refusal is { } refusal)
                        return refusal;
                    ratings.Add(body.Value!);
                    return Figures.Of(Standing(await judgements.Of(asked, snapshots, stop)));
                }
            )
            .WithTags("judging")
            .Accepts<RatingsAsked>("application/json");
    }

    private static PatternsAnswer Answer(AllPatterns found, Judged judged, JudgementQuery asked)
    {
        string Address(
            PatternKind kind,
            Spot? spot,
            string? technique,
            string? reason = null,
            string? partner = null,
            Actor? actor = null
        ) =>
            asked.At(
                Moments,
                ("kind", Word.Of(kind)),
                ("position", spot?.Position),
                ("role", Word.Of(spot?.Role)),
                ("technique", technique),
                ("reason", reason),
                ("partner", partner),
                ("actor", Word.Of(actor))
            );
        var contests = Contests.Of(judged);
        return new PatternsAnswer(
            judged.Asked.Objective,
            judged.Readings.Count,
            [
                .. found
                    .Traps.Take(MostOfAKind)
                    .Select(t => new TrapAnswer(
                        t.Spot,
                        t.Technique,
                        t.Reason,
                        contests.NameOf(t.Partner),
                        t.Times,
                        t.Expected,
                        t.Chance,
                        Address(PatternKind.Trap, t.Spot, t.Technique, t.Reason, t.Partner)
                    )),
            ],
            [
                .. found
                    .BadTrades.Take(12)
                    .Select(t => new BadTradeAnswer(
                        t.Spot,
                        t.Technique,
                        t.Moments.Count,
                        t.Lost,
                        Address(PatternKind.BadTrade, t.Spot, t.Technique)
                    )),
            ],
            [
                .. found
                    .OneSided.Take(MostOfAKind)
                    .Select(o => new OneSideAnswer(
                        o.Actor,
                        o.Technique,
                        o.Weak,
                        o.Left,
                        o.Right,
                        o.Chance,
                        o.Thin,
                        Address(PatternKind.OneSided, null, o.Technique, actor: o.Actor)
                    )),
            ],
            [.. found.Firsts.Take(20).Select(f => new FirstAnswer(f.Caught, f.Technique, contests.Told(f.Moment)))],
            [.. found.Untried.Take(MostOfAKind)],
            [
                .. found
                    .SaidAgain.Take(MostOfAKind)
                    .Select(s => new SaidAgainAnswer(
                        s.About,
                        s.Lessons.Count,
                        s.Lessons[^1],
                        asked.At("/api/patterns/lessons", ("about", s.About))
                    )),
            ],
            [
                .. found
                    .WaysIn.Take(MostOfAKind)
                    .Select(w => new WayInAnswer(
                        w.Spot,
                        w.OnceMore,
                        w.PerRoll,
                        w.Usual,
                        w.Entries,
                        Address(PatternKind.WayIn, w.Spot, null)
                    )),
            ]
        );
    }

    private static IReadOnlyList<Contest>? MomentsOf(AllPatterns found, PatternQuery which, Judged judged)
    {
        var spot = which is { Position: { } position, Role.Value: { } role } ? new Spot(position, role) : (Spot?)null;
        return which.Kind?.Value switch
        {
            PatternKind.Trap => found.Traps.FirstOrDefault(t =>
                t.Spot == spot && t.Technique == which.Technique && t.Reason == which.Reason && t.Partner == which.Partner
            )
                is { } trap
                ? Traps.MomentsOf(trap, judged.Readings)
                : null,
            PatternKind.BadTrade => found.BadTrades.FirstOrDefault(t => t.Spot == spot && t.Technique == which.Technique)?.Moments,
            PatternKind.OneSided => found
                .OneSided.FirstOrDefault(o => o.Actor == which.Actor?.Value && o.Technique == which.Technique)
                ?.Moments,
            PatternKind.WayIn => found.WaysIn.FirstOrDefault(w => w.Spot == spot)?.Moments,
            _ => null,
        };
    }

    private static RatingsAnswer Standing(Judged judged)
    {
        var all = judged.Log.SelfRatings;
        var latest = all.GroupBy(r => r.Part).ToDictionary(g => g.Key, g => g.MaxBy(r => r.Date)!.Score);
        return new RatingsAnswer(PartStandings.Standing(judged.Judgement, latest, judged.Log.Ground), all);
    }
}
