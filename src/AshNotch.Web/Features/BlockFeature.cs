using System.Diagnostics.CodeAnalysis;
using AshNotch.Core.Drilling;
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

/// <summary>Drill blocks: the plan, the verdict, the calendar.</summary>
public static class BlockFeature
{
    private const string Address = "/api/blocks";

    /// <summary>A block as it is read, with how it stands.</summary>
    public sealed record BlockRead : Block
    {
        /// <param name="stored">What the store has.</param>
        [SetsRequiredMembers]
        public BlockRead(Versioned<Block> stored)
            : base(stored.Value) => Version = stored.Version;

        /// <summary>The version to send back with a change.</summary>
        public long Version { get; init; }

        /// <summary>The first day that is not in it any more.</summary>
        public DateOnly Ends => EndedOn ?? Until();
    }

    /// <summary>A block to begin: focuses may name a spot and a purpose alone; the rest is filled in from the log.</summary>
    public sealed record BlockAsked(
        string? Id,
        DateOnly From,
        int Weeks,
        TrainingStyle? Style,
        IReadOnlyList<DrillDay> Days,
        IReadOnlyList<Focus> Focuses,
        string? Notes
    );

    /// <summary>How a focus stood before its block, as the verdict has it too.</summary>
    public sealed record BeganAnswer(Interval Rate, int Won, int Lost);

    /// <summary>A block with its plan.</summary>
    public sealed record PlanAnswer(
        BlockRead Block,
        TrainingStyle Style,
        DateOnly Today,
        Plan Plan,
        IReadOnlyList<string> Titles,
        IReadOnlyList<BeganAnswer> Began
    );

    /// <summary>What was seen in one stretch; <paramref name="Contests"/> is the address of its moments.</summary>
    public sealed record StretchAnswer(int Won, int Lost, int GoesKept, int Goes, int Rolls, double Ease, double? RawRate, string Contests);

    /// <summary>Whether one focus held.</summary>
    public sealed record VerdictAnswer(
        Focus Focus,
        string Title,
        VerdictWord Word,
        double Better,
        double Enough,
        double Hoped,
        Interval Before,
        Interval After,
        int? RollsMore,
        StretchAnswer Earlier,
        StretchAnswer Since,
        IReadOnlyList<WhyDiffer> Differ,
        Standing Standing,
        bool Converged
    );

    /// <summary>Whether a block held.</summary>
    public sealed record VerdictsAnswer(BlockRead Block, IReadOnlyList<VerdictAnswer> Verdicts);

    /// <summary>The day a question is asked for; the present one when not said.</summary>
    public sealed record TodayQuery
    {
        /// <summary>The day it is asked on; the machine's own when not said.</summary>
        [FromQuery(Name = "today")]
        public QueryDay? Today { get; init; }

        /// <summary>Ids of the partners who are there, by commas.</summary>
        [FromQuery(Name = "here")]
        public string? Here { get; init; }
    }

    /// <summary>The log as it stood on a day.</summary>
    public sealed record AsOfQuery
    {
        /// <summary>The day; the log's own end when not said.</summary>
        [FromQuery(Name = "asOf")]
        public QueryDay? AsOf { get; init; }
    }

    /// <summary>One of a verdict's two stretches.</summary>
    public enum StretchKind
    {
        /// <summary>Before the block.</summary>
        Earlier,

        /// <summary>Since it began.</summary>
        Since,
    }

    /// <summary>Which stretch of which focus.</summary>
    public sealed record StretchQuery
    {
        /// <summary>The focus's id.</summary>
        [FromQuery(Name = "focus")]
        public string? Focus { get; init; }

        /// <summary>Which of the two.</summary>
        [FromQuery(Name = "stretch")]
        public QueryWord<StretchKind>? Stretch { get; init; }

        /// <summary>The day; the log's own end when not said.</summary>
        [FromQuery(Name = "asOf")]
        public QueryDay? AsOf { get; init; }
    }

    /// <summary>Maps its addresses.</summary>
    public static void MapBlocks(this IEndpointRouteBuilder app)
    {
        var api = app.MapGroup(Address).WithTags("drilling");
        api.MapGet("", ([AsParameters] PageQuery page, Blocks blocks) => TypedResults.Ok(page.Of(blocks.All(), b => new BlockRead(b))));

        api.MapPost(
                "",
                async Task<Results<Created<Saved>, ProblemHttpResult>> (
                    HttpRequest request,
                    HttpResponse response,
                    Blocks blocks,
                    Snapshots snapshots,
                    Judgements judgements,
                    TimeProvider clock,
                    CancellationToken stop
                ) =>
                {
                    var (log, judged) = await Usual(snapshots, judgements, stop);
                    var body = await Read(request, Guid.CreateVersion7().ToString(), log.Ground, clock);
                    if (body.Refusal is { } refusal)
                        return refusal;
                    var block = Plans.Filled(body.Value!, f => Drills.Candidate(judged, f.Spot, f.Purpose, clock.Today())?.Focus);
                    return Versions.Created(response, blocks.Add(block), "block", block.Id, Address);
                }
            )
            .Accepts<BlockAsked>("application/json");

        api.MapGet("/{id}", Results<Ok<BlockRead>, ProblemHttpResult> (string id, HttpResponse response, Blocks blocks) =>
        {
            if (blocks.Get(id) is not { } stored)
                return Problems.NotThere("block");
            Versions.Tag(response, stored.Version);
            return TypedResults.Ok(new BlockRead(stored));
        });

        api.MapPut(
                "/{id}",
                async Task<Results<Ok<Saved>, ProblemHttpResult>> (
                    string id,
                    [AsParameters] TodayQuery asked,
                    HttpRequest request,
                    HttpResponse response,
                    Blocks blocks,
                    Snapshots snapshots,
                    TimeProvider clock,
                    CancellationToken stop
                ) =>
                {
                    var body = await Read(request, id, (await snapshots.Now(stop)).Ground, clock);
                    if (body.Refusal is { } refusal)
                        return refusal;
                    if (Versions.Of(request) is not { } expected)
                        return Problems.VersionNeeded();
                    var next = body.Value! with { Id = id };
                    return Versions.Saved(
                        response,
                        blocks.Put(blocks.Get(id)?.Value.Changed(next, asked.Today?.Value ?? clock.Today()) ?? next, expected),
                        "block",
                        id
                    );
                }
            )
            .Accepts<Block>("application/json");

        api.MapDelete("/{id}", (string id, HttpRequest request, Blocks blocks, TimeProvider clock) =>
            Versions.Gone(blocks.Bin(id, Versions.Of(request), clock.GetUtcNow()), "block")
        );

        api.MapGet(
            "/{id}/plan",
            async Task<Results<Figures<PlanAnswer>, ProblemHttpResult>> (
                string id,
                [AsParameters] TodayQuery asked,
                Snapshots snapshots,
                Judgements judgements,
                TimeProvider clock,
                CancellationToken stop
            ) =>
            {
                var (log, judged) = await Usual(snapshots, judgements, stop);
                if (Find(log, id) is not { } stored)
                    return Problems.NotThere("block");
                var today = asked.Today?.Value ?? clock.Today();
                var basis = Drills.Basis(
                    judged,
                    log,
                    stored.Value,
                    today,
                    string.IsNullOrEmpty(asked.Here) ? null : asked.Here.Split(',').ToHashSet()
                );
                return Figures.Of(
                    new PlanAnswer(
                        new BlockRead(stored),
                        basis.Style,
                        today,
                        Plans.Of(basis),
                        [.. stored.Value.Focuses.Select(f => Plans.Title(f, log.Ground))],
                        [
                            .. Drills
                                .Verdicts(judged, log, stored, null)
                                .Select(v => new BeganAnswer(v.Before, v.Earlier.Won, v.Earlier.Lost)),
                        ]
                    )
                );
            }
        );

        api.MapGet(
            "/{id}/verdict",
            async Task<Results<Figures<VerdictsAnswer>, ProblemHttpResult>> (
                string id,
                [AsParameters] AsOfQuery asked,
                Snapshots snapshots,
                Judgements judgements,
                CancellationToken stop
            ) =>
            {
                var (log, judged) = await Usual(snapshots, judgements, stop);
                return Find(log, id) is { } stored
                    ? Figures.Of(Answer(judged, log, stored, asked.AsOf?.Value))
                    : Problems.NotThere("block");
            }
        );

        api.MapGet(
            "/{id}/verdict/contests",
            async Task<Results<Figures<Paged<ContestAnswer>>, ProblemHttpResult>> (
                string id,
                [AsParameters] StretchQuery asked,
                [AsParameters] PageQuery page,
                Snapshots snapshots,
                Judgements judgements,
                CancellationToken stop
            ) =>
            {
                var (log, judged) = await Usual(snapshots, judgements, stop);
                var verdicts = Find(log, id) is { } stored
                    ? stored.Value.Focuses.Zip(Drills.Verdicts(judged, log, stored, asked.AsOf?.Value))
                    : [];
                return verdicts.FirstOrDefault(v => v.First.Id == asked.Focus).Second is { } verdict
                    ? Figures.Of(
                        Contests
                            .Of(judged)
                            .Page((asked.Stretch?.Value == StretchKind.Since ? verdict.Since : verdict.Earlier).Contests, page)
                    )
                    : Problems.NotThere("block with this focus");
            }
        );

        api.MapGet(
                "/{id}/calendar.ics",
                async Task<Results<ContentHttpResult, ProblemHttpResult>> (
                    string id,
                    HttpResponse response,
                    Snapshots snapshots,
                    Judgements judgements,
                    TimeProvider clock,
                    CancellationToken stop
                ) =>
                {
                    var (log, judged) = await Usual(snapshots, judgements, stop);
                    if (Find(log, id) is not { Value: var block })
                        return Problems.NotThere("block");
                    var today = clock.Today();
                    var plan = Plans.Of(Drills.Basis(judged, log, block, today, null));
                    var entries = CalendarEntries.Of(block, plan, Refreshers.Of(block, log.Readings, today), log.Ground, log.Visits);
                    response.Headers.ContentDisposition = "attachment; filename=\"ash-notch-block.ics\"";
                    return TypedResults.Text(
                        CalendarFile.Write(entries, clock.GetUtcNow(), (int)log.Change),
                        "text/calendar; charset=utf-8"
                    );
                }
            )
            .Produces<string>(contentType: "text/calendar");
    }

    /// <summary>The log and its usual judgement, from one picture.</summary>
    internal static async Task<(LogSnapshot Log, Judged Judged)> Usual(Snapshots snapshots, Judgements judgements, CancellationToken stop)
    {
        var log = await snapshots.Now(stop);
        return (log, await judgements.Of(log, JudgementAsked.Usual(log), stop));
    }

    private static Versioned<Block>? Find(LogSnapshot log, string id) => log.Blocks.FirstOrDefault(b => b.Value.Id == id);

    private static VerdictsAnswer Answer(Judged judged, LogSnapshot log, Versioned<Block> stored, DateOnly? asOf)
    {
        var block = stored.Value;
        var done = Plans.DoneIn(block.Id, log.Readings);
        var day = asOf is { } known ? $"&asOf={known:yyyy-MM-dd}" : "";
        StretchAnswer Told(Stretch s, Focus focus, StretchKind kind) =>
            new(
                s.Won,
                s.Lost,
                s.GoesKept,
                s.Goes,
                s.Rolls,
                s.Ease,
                s.RawRate,
                $"{Address}/{Uri.EscapeDataString(block.Id)}/verdict/contests?focus={Uri.EscapeDataString(focus.Id)}&stretch={
                    Word.Of(kind)}{day}"
            );
        return new VerdictsAnswer(
            new BlockRead(stored),
            [
                .. Drills
                    .Verdicts(judged, log, stored, asOf)
                    .Zip(block.Focuses, (v, f) =>
                        new VerdictAnswer(
                            f,
                            Plans.Title(f, log.Ground),
                            v.Word,
                            v.Better,
                            v.Enough,
                            f.Hoped ?? Verdicts.UsualHope,
                            v.Before,
                            v.After,
                            v.RollsMore,
                            Told(v.Earlier, f, StretchKind.Earlier),
                            Told(v.Since, f, StretchKind.Since),
                            Verdicts.Differ(v.Earlier, v.Before, v.Since, v.After),
                            Plans.StandingOf(f, done),
                            v.Converged
                        )
                    ),
            ]
        );
    }

    private static Task<Body<Block>> Read(HttpRequest request, string newId, GroundMap ground, TimeProvider clock) =>
        Bodies.Read(
            request,
            (json, faults) => BlockReader.Block(json, "", faults, newId),
            b => BlockRules.Check(b, ground, clock.Bounds())
        );
}
