using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Log;
using AshNotch.Formats;
using AshNotch.Store;
using AshNotch.Web.Guards;

namespace AshNotch.Web.Features;

/// <summary>What costs most, and what it rests on.</summary>
public static class SoftSpotFeature
{
    /// <summary>What a spot's place rests on, in short; <paramref name="More"/> tells the rest, <paramref name="Contests"/> lists the moments.</summary>
    public sealed record Evidence(
        IReadOnlyList<TechniqueTally> Theirs, IReadOnlyList<TechniqueTally> Mine, int Held, int Unsure, double OnceMore, string More, string Contests);

    /// <summary>One spot of a list.</summary>
    public sealed record SpotAnswer(
        string Position, Role Role, string Family, double Gain, double GainLow, double GainHigh, double ChanceTop3,
        int Visits, int Won, int Lost, double Rate, double RateLow, double RateHigh, string Verdict, Evidence Evidence);

    /// <summary>
    /// What partners change, in logits, with the spread of each figure: a belt, a tenth of the owner's weight, letting them work.
    /// </summary>
    public sealed record PartnerEffect(double Belt, double BeltSd, double Weight10pct, double Weight10pctSd, double LetWork, bool Fitted);

    /// <summary>The whole answer, best gain first in each list.</summary>
    public sealed record SoftSpotsAnswer(
        Objective Objective, int Rolls, int Moments, int Contests, bool Enough, int EnoughRolls, int EnoughContests, double Recall, double RollValue,
        IReadOnlyList<SpotAnswer> Spots, IReadOnlyList<SpotAnswer> Levers, IReadOnlyList<SpotAnswer> Heartwood, PartnerEffect PartnerEffect);

    /// <summary>A contest with the day and the partner it belongs to, and how far it moved what the roll was worth.</summary>
    public sealed record ContestAnswer(
        MomentPlace Place, DateOnly Date, string? PartnerName, ContestEnd End, Actor Actor, string? Technique, Side? Side, Spot? Next, bool Finished,
        IReadOnlyList<string> Reasons, bool Sure, double? Change, bool Drill);

    public static void MapSoftSpots(this WebApplication app)
    {
        app.MapGet("/api/soft-spots", (HttpRequest request, Judgements judgements, Athletes athletes) =>
        {
            var (what, refusal) = Read(request, athletes);
            return refusal ?? Results.Json(Answer(judgements.Of(what)), LogJson.Options);
        }).WithTags("judging").Asks("objective", "attire", "from", "to", "asOf", "peer").Produces<SoftSpotsAnswer>();

        app.MapGet("/api/soft-spots/{position}/{role}", (string position, string role, HttpRequest request, Judgements judgements, Athletes athletes) =>
        {
            var (what, refusal) = Read(request, athletes);
            if (refusal is not null)
                return refusal;
            var judged = judgements.Of(what);
            return SpotOf(judged, position, role) is { } spot
                ? Results.Json(SpotEvidence.Of(judged.Readings, spot, judged.Judgement, judged.Ground), LogJson.Options)
                : NotFought();
        }).WithTags("judging").Asks("objective", "attire", "from", "to", "asOf", "peer").Produces<SpotEvidence>();

        app.MapGet("/api/soft-spots/{position}/{role}/contests", (
            string position, string role, HttpRequest request, Judgements judgements, Athletes athletes, Partners partners) =>
        {
            var (what, refusal) = Read(request, athletes);
            if (refusal is not null)
                return refusal;
            var asked = new Asked(request);
            var (skip, take, page) = asked.Page(usual: 50);
            if (asked.Faults.Count > 0)
                return Problems.Of(asked.Faults, 400);
            var judged = judgements.Of(what);
            if (SpotOf(judged, position, role) is not { } spot)
                return NotFought();
            var latestFirst = judged.Readings.SelectMany(r => r.Contests.Where(c => c.Spot == spot).Select(c => (Reading: r, Contest: c))).Reverse().ToList();
            var names = partners.All().ToDictionary(p => p.Partner.Id, p => p.Partner.Name);
            var items = latestFirst.Skip(skip).Take(take).Select(p => Told(p.Reading, p.Contest, names, judged.Judgement)).ToList();
            return Results.Json(new Paged<ContestAnswer>(items, latestFirst.Count, page, take), LogJson.Options);
        }).WithTags("judging").Asks("objective", "attire", "from", "to", "asOf", "peer", "page", "size").Produces<Paged<ContestAnswer>>();

        app.MapPost("/api/judge", async (HttpRequest request) =>
        {
            var asked = new Asked(request);
            var objective = asked.OneOf<Objective>("objective");
            var peer = asked.OneOf<BeltColour>("peer");
            if (asked.Faults.Count > 0)
                return Problems.Of(asked.Faults, 400);
            var reading = await LogbookFile.Read(request.Body, request.HttpContext.RequestAborted);
            if (reading.Logbook is not { } logbook)
                return TransferFeature.Refused(reading.Faults);
            var ground = GroundMap.Default.With(logbook.Vocabulary);
            var under = objective ?? logbook.Athlete.Objective ?? Objective.Submissions;
            return Results.Json(Answer(Judgements.Judge([.. RollReading.Of(logbook, ground)], logbook.Athlete, ground, under, peer)), LogJson.Options);
        }).WithTags("judging").Asks("objective", "peer").WithMetadata(new Microsoft.AspNetCore.Mvc.RequestSizeLimitAttribute(Server.LargestLogbook)).Accepts<object>("application/json", "*/*").Produces<SoftSpotsAnswer>();
    }

    /// <summary>What a judgement is asked under, from the address; a refusal when that makes no sense.</summary>
    internal static (JudgementAsked What, IResult? Refusal) Read(HttpRequest request, Athletes athletes)
    {
        var asked = new Asked(request);
        var objective = asked.OneOf<Objective>("objective") ?? athletes.Get()?.Value.Objective ?? Objective.Submissions;
        DateOnly? to = asked.Date("to"), asOf = asked.Date("asOf");
        var what = new JudgementAsked(
            objective, asked.OneOf<Attire>("attire"), asked.Date("from"), to < asOf ? to : asOf ?? to, asked.OneOf<BeltColour>("peer"));
        return (what, asked.Faults.Count > 0 ? Problems.Of(asked.Faults, 400) : null);
    }

    internal static ContestAnswer Told(RollReading reading, Contest contest, Dictionary<string, string> names, Judgement judgement) => new(
        contest.Place, reading.Date, reading.Against.Partner is { } id ? names.GetValueOrDefault(id) : null, contest.End, contest.Actor, contest.Technique,
        contest.Side, contest.Next, contest.Finished, contest.Reasons, contest.Sure, judgement.Change(contest), reading.Against.Drill);

    private static IResult NotFought() => Problems.NotThere("spot with contests in this part of the log");

    private static Spot? SpotOf(Judged judged, string position, string role) =>
        judged.Judgement.Levers.Where(s => s.Spot.Position == position && Word.Of(s.Spot.Role) == role).Select(s => (Spot?)s.Spot).FirstOrDefault();

    private static SoftSpotsAnswer Answer(Judged judged)
    {
        var (judgement, levels, counts) = (judged.Judgement, judged.Judgement.Levels, judged.Judgement.Counts);
        IReadOnlyList<SpotAnswer> List(IReadOnlyList<RankedSpot> list) => [.. list.Select(s => Answer(s, judged))];
        return new SoftSpotsAnswer(
            judged.Objective, counts.Rolls, counts.Moments, counts.Contests, judgement.Enough, Judgement.EnoughRolls, Judgement.EnoughContests,
            judgement.Recall.Moments, judgement.Values.RollValue,
            List(judgement.SoftSpots), List(judgement.Levers), List(judgement.Heartwood),
            new PartnerEffect(levels.Belt, levels.BeltSd, levels.Weight, levels.WeightSd, levels.LetWork, Fitted: counts.Contests > 0));
    }

    private static SpotAnswer Answer(RankedSpot ranked, Judged judged)
    {
        var spot = ranked.Spot;
        var techniques = SpotEvidence.TechniquesOf(spot, judged.Judgement);
        var address = $"/api/soft-spots/{spot.Position}/{Word.Of(spot.Role)}";
        return new SpotAnswer(
            spot.Position, spot.Role, judged.Ground.Position(spot.Position)?.Family ?? "", ranked.Gain, ranked.GainLow, ranked.GainHigh, ranked.ChanceTop3,
            ranked.Visits, ranked.Won, ranked.Lost, ranked.Rate.Rate, ranked.Rate.Low, ranked.Rate.High, ranked.Verdict,
            new Evidence(
                [.. techniques.Where(t => t.Actor == Actor.Them)], [.. techniques.Where(t => t.Actor == Actor.Me)],
                judged.Judgement.MovesAt(spot).Where(m => m.Key.End == ContestEnd.Held).Sum(m => m.Value),
                judged.Judgement.Counts.Unsure[judged.Ground.Usual.IndexOf(spot)], ranked.OnceMore, address, address + "/contests"));
    }
}
