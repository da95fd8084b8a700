using System.Diagnostics.CodeAnalysis;
using AshNotch.Core.Drilling;
using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Judging.Patterns;
using AshNotch.Core.Log;
using AshNotch.Formats;
using AshNotch.Store;
using AshNotch.Web.Guards;

namespace AshNotch.Web.Features;

/// <summary>Drill blocks: choosing, the plan, the verdict, the calendar.</summary>
public static class BlockFeature
{
    private const int MostMoments = 40;

    /// <summary>A block as it is read, with how it stands.</summary>
    public sealed record BlockRead : Block
    {
        [SetsRequiredMembers]
        public BlockRead(Versioned<Block> stored)
            : base(stored.Value) => Version = stored.Version;

        public long Version { get; init; }

        /// <summary>The first day that is not in it any more.</summary>
        public DateOnly Ends => EndedOn ?? Until();
    }

    /// <summary>A block to begin: focuses may name a spot and a purpose alone; the rest is filled in from the log.</summary>
    public sealed record BlockAsked(
        string? Id, DateOnly From, int Weeks, TrainingStyle? Style, IReadOnlyList<DrillDay> Days, IReadOnlyList<Focus> Focuses, string? Notes);

    public sealed record CandidateAnswer(
        Focus Focus, double Gain, double GainLow, double GainHigh, double ChanceTop3, string Verdict, int Won, int Lost, Interval Rate,
        TechniqueTally? Technique, int ReasonCount, SideTally Left, SideTally Right, Takeaway? CueFrom, Patience Patience,
        IReadOnlyList<Caution> Cautions, IReadOnlyList<Niggle> Niggles, IReadOnlyList<SoftSpotFeature.ContestAnswer> Moments);

    /// <summary>Soft spots to plug, then levers to sharpen.</summary>
    public sealed record CandidatesAnswer(Objective Objective, bool Enough, int Rolls, IReadOnlyList<CandidateAnswer> Candidates);

    public sealed record RefresherAnswer(string Block, string Focus, string Title, int Number, DateOnly Due, DateOnly? BroughtOn);

    /// <summary>Refreshers to come, next first, and the cards of those that are due.</summary>
    public sealed record RefreshersAnswer(DateOnly Today, IReadOnlyList<RefresherAnswer> Items, IReadOnlyList<DrillCard> Cards);

    /// <summary>A block with its plan.</summary>
    public sealed record PlanAnswer(BlockRead Block, TrainingStyle Style, DateOnly Today, Plan Plan, IReadOnlyList<string> Titles);

    public sealed record StretchAnswer(int Won, int Lost, int GoesKept, int Goes, int Rolls, double Ease, double? RawRate, IReadOnlyList<SoftSpotFeature.ContestAnswer> Moments);

    public sealed record VerdictAnswer(
        Focus Focus, string Title, VerdictWord Word, double Better, double Enough, double Hoped, Interval Before, Interval After, int? RollsMore, StretchAnswer Earlier, StretchAnswer Since, IReadOnlyList<WhyDiffer> Differ,
        Standing Standing);

    public sealed record VerdictsAnswer(BlockRead Block, IReadOnlyList<VerdictAnswer> Verdicts);

    public static void MapBlocks(this WebApplication app)
    {
        app.MapGet("/api/drill-candidates", (HttpRequest request, Drills drills, Judgements judgements, Athletes athletes, Partners partners, TimeProvider clock) =>
        {
            var (what, refusal) = SoftSpotFeature.Read(request, athletes);
            if (refusal is not null)
                return refusal;
            var told = Teller(judgements.Of(what), partners);
            var judgement = judgements.Of(what).Judgement;
            return Results.Json(
                new CandidatesAnswer(what.Objective, judgement.Enough, judgement.Counts.Rolls, [.. drills.Candidates(what, Today(clock)).Select(c => Answer(c, told))]), LogJson.Options);
        }).WithTags("drilling").Asks("objective", "attire", "from", "to", "asOf").Produces<CandidatesAnswer>();

        app.MapGet("/api/drill-candidates/{position}/{role}/{purpose}", (string position, string role, string purpose, HttpRequest request, Drills drills, Judgements judgements, Athletes athletes, Partners partners, TimeProvider clock) =>
        {
            var (what, refusal) = SoftSpotFeature.Read(request, athletes);
            if (refusal is not null)
                return refusal;
            return Word.TryRead<Role>(role, out var side) && Word.TryRead<Purpose>(purpose, out var use)
                && drills.Candidate(what, new Spot(position, side), use, Today(clock)) is { } candidate
                ? Results.Json(Answer(candidate, Teller(judgements.Of(what), partners)), LogJson.Options)
                : Problems.NotThere("spot with contests in this part of the log");
        }).WithTags("drilling").Asks("objective", "attire", "from", "to", "asOf").Produces<CandidateAnswer>();

        app.MapGet("/api/refreshers", (HttpRequest request, Drills drills, TimeProvider clock) =>
        {
            var asked = new Asked(request);
            var today = asked.Date("today") ?? Today(clock);
            if (asked.Faults.Count > 0)
                return Problems.Of(asked.Faults, 400);
            var evening = new Block { Id = "refreshers", From = today, Weeks = 2, Days = [new DrillDay(today.DayOfWeek, null, 0, 0, 12)] };
            return Results.Json(
                new RefreshersAnswer(today, [.. drills.Due(today).Select(r => new RefresherAnswer(r.Block, r.Focus.Id, Plans.Title(r.Focus, drills.Ground), r.Number, r.Due, r.BroughtOn))], Plans.Refreshing(drills.Basis(evening, today, null))),
                LogJson.Options);
        }).WithTags("drilling").Asks("today").Produces<RefreshersAnswer>();

        var api = app.MapGroup("/api/blocks").WithTags("drilling");
        api.MapGet("", (HttpRequest request, Blocks blocks) =>
        {
            var asked = new Asked(request);
            var (skip, take, page) = asked.Page();
            if (asked.Faults.Count > 0)
                return Problems.Of(asked.Faults, 400);
            var all = blocks.All();
            return Results.Json(new Paged<BlockRead>([.. all.Skip(skip).Take(take).Select(b => new BlockRead(b))], all.Count, page, take), LogJson.Options);
        }).Asks("page", "size").Produces<Paged<BlockRead>>();

        api.MapPost("", async (HttpRequest request, HttpResponse response, Blocks blocks, Drills drills, Athletes athletes, TimeProvider clock) =>
        {
            var body = await Read(request, Guid.CreateVersion7().ToString(), drills.Ground);
            if (body.Refusal is { } refusal)
                return refusal;
            var block = Filled(body.Value!, drills, athletes, Today(clock));
            var written = blocks.Add(block);
            return Versions.Answer(response, written, "block", () => Results.Json(new Saved(block.Id, written.Version), LogJson.Options, statusCode: 201));
        }).Accepts<BlockAsked>("application/json").Produces<Saved>(201);

        api.MapGet("/{id}", (string id, HttpResponse response, Blocks blocks) =>
        {
            if (blocks.Get(id) is not { } stored)
                return Problems.NotThere("block");
            Versions.Tag(response, stored.Version);
            return Results.Json(new BlockRead(stored), LogJson.Options);
        }).Produces<BlockRead>();

        api.MapPut("/{id}", async (string id, HttpRequest request, HttpResponse response, Blocks blocks, Drills drills, TimeProvider clock) =>
        {
            var body = await Read(request, id, drills.Ground);
            if (body.Refusal is { } refusal)
                return refusal;
            if (!Versions.Named(request))
                return Problems.VersionNeeded();
            var asked = new Asked(request);
            var today = asked.Date("today") ?? Today(clock);
            if (asked.Faults.Count > 0)
                return Problems.Of(asked.Faults, 400);
            var next = body.Value! with { Id = id };
            var written = blocks.Put(blocks.Get(id)?.Value.Changed(next, today) ?? next, Versions.Expected(request) ?? -1);
            return Versions.Answer(response, written, "block", () => Results.Json(new Saved(id, written.Version), LogJson.Options));
        }).Asks("today").Accepts<Block>("application/json").Produces<Saved>();

        api.MapDelete("/{id}", (string id, Blocks blocks, TimeProvider clock) =>
            blocks.Bin(id, clock.GetUtcNow()) ? Results.NoContent() : Problems.NotThere("block")).Produces(204);

        api.MapGet("/{id}/plan", (string id, HttpRequest request, Blocks blocks, Drills drills, TimeProvider clock) =>
        {
            var asked = new Asked(request);
            var today = asked.Date("today") ?? Today(clock);
            if (asked.Faults.Count > 0)
                return Problems.Of(asked.Faults, 400);
            if (blocks.Get(id) is not { } stored)
                return Problems.NotThere("block");
            var basis = drills.Basis(stored.Value, today, asked.Text("here")?.Split(',').ToHashSet());
            return Results.Json(
                new PlanAnswer(new BlockRead(stored), basis.Style, today, Plans.Of(basis), [.. stored.Value.Focuses.Select(f => Plans.Title(f, drills.Ground))]),
                LogJson.Options);
        }).Asks("today", "here").Produces<PlanAnswer>();

        api.MapGet("/{id}/verdict", (string id, HttpRequest request, Blocks blocks, Drills drills, Judgements judgements, Athletes athletes, Partners partners) =>
        {
            var asked = new Asked(request);
            var asOf = asked.Date("asOf");
            if (asked.Faults.Count > 0)
                return Problems.Of(asked.Faults, 400);
            if (blocks.Get(id) is not { } stored)
                return Problems.NotThere("block");
            var told = Teller(judgements.Of(SoftSpotFeature.Read(request, athletes).What with { To = null }), partners);
            StretchAnswer Stretch(Stretch s) => new(s.Won, s.Lost, s.GoesKept, s.Goes, s.Rolls, s.Ease, s.RawRate, [.. s.Contests.Reverse().Select(told)]);
            var done = Plans.DoneIn(id, blocks.Done().Select(d => (d.Date, d.Goes)));
            var verdicts = drills.Verdicts(stored.Value, asOf).Zip(stored.Value.Focuses, (v, f) => new VerdictAnswer(
                f, Plans.Title(f, drills.Ground), v.Word, v.Better, v.Enough, f.Hoped ?? Verdicts.UsualHope, v.Before, v.After, v.RollsMore, Stretch(v.Earlier), Stretch(v.Since), Verdicts.Differ(v.Earlier, v.Before, v.Since, v.After), Plans.StandingOf(f, done)));
            return Results.Json(new VerdictsAnswer(new BlockRead(stored), [.. verdicts]), LogJson.Options);
        }).Asks("asOf").Produces<VerdictsAnswer>();

        api.MapGet("/{id}/calendar.ics", (string id, HttpResponse response, Blocks blocks, Drills drills, Sessions sessions, Database database, TimeProvider clock) =>
        {
            if (blocks.Get(id) is not { Value: var block })
                return Problems.NotThere("block");
            var plan = Plans.Of(drills.Basis(block, Today(clock), null));
            var entries = CalendarEntries.Of(block, plan, drills.Due(block, Today(clock)), drills.Ground, sessions.Visits());
            response.Headers.ContentDisposition = "attachment; filename=\"ash-notch-block.ics\"";
            return Results.Text(CalendarFile.Write(entries, clock.GetUtcNow(), (int)database.Change), "text/calendar; charset=utf-8");
        }).Produces<string>(contentType: "text/calendar");
    }

    private static DateOnly Today(TimeProvider clock) => DateOnly.FromDateTime(clock.GetLocalNow().DateTime);

    private static Func<Contest, SoftSpotFeature.ContestAnswer> Teller(Judged judged, Partners partners)
    {
        var names = partners.All().ToDictionary(p => p.Partner.Id, p => p.Partner.Name);
        var byPlace = judged.Readings.ToDictionary(r => (r.Session, r.Roll));
        return c => SoftSpotFeature.Told(byPlace[(c.Place.Session, c.Place.Roll)], c, names, judged.Judgement);
    }

    private static CandidateAnswer Answer(Candidate c, Func<Contest, SoftSpotFeature.ContestAnswer> told) => new(
        c.Focus, c.Ranked.Gain, c.Ranked.GainLow, c.Ranked.GainHigh, c.Ranked.ChanceTop3, c.Ranked.Verdict, c.Ranked.Won, c.Ranked.Lost, c.Ranked.Rate,
        c.Technique, c.ReasonCount, c.Left, c.Right, c.CueFrom, c.Patience, c.Cautions, c.Niggles, [.. c.Moments.Take(MostMoments).Select(told)]);

    private static Task<Body<Block>> Read(HttpRequest request, string newId, GroundMap ground) =>
        Bodies.Read(request, (json, faults) => BlockReader.Block(json, "", faults, newId), b => BlockRules.Check(b, ground));

    /// <summary>Focuses that name little more than a spot get what the log says of it.</summary>
    private static Block Filled(Block block, Drills drills, Athletes athletes, DateOnly today)
    {
        var asked = new JudgementAsked(athletes.Get()?.Value.Objective ?? Objective.Submissions, null, null, null, null);
        return block with
        {
            Focuses = [.. block.Focuses.Select(f => f.Ladder.Count > 0 || drills.Candidate(asked, f.Spot, f.Purpose, today)?.Focus is not { } known ? f : f with
            {
                Technique = f.Technique ?? known.Technique,
                Reason = f.Reason ?? known.Reason,
                ThinSide = f.ThinSide ?? known.ThinSide,
                Cue = f.Cue ?? known.Cue,
                StartLevel = f.StartLevel ?? known.StartLevel,
                Hoped = f.Hoped ?? known.Hoped,
                Ladder = known.Ladder,
            })],
        };
    }
}
