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
    /// <summary>What a spot's place rests on; <paramref name="Contests"/> is where the moments are listed.</summary>
    public sealed record Evidence(IReadOnlyList<TechniqueTally> Theirs, IReadOnlyList<TechniqueTally> Mine, int Held, int Unsure, string Contests);

    /// <summary>One spot of a list.</summary>
    public sealed record SpotAnswer(
        string Position, Role Role, string Family, double Gain, double GainLow, double GainHigh, double ChanceTop3,
        int Visits, int Won, int Lost, double Rate, double RateLow, double RateHigh, string Verdict, Evidence Evidence);

    /// <summary>How much partners were adjusted for; <paramref name="Fitted"/> is false while they are not.</summary>
    public sealed record PartnerEffect(double Belt, double Weight10pct, bool Fitted);

    /// <summary>The whole answer, best gain first in each list.</summary>
    public sealed record SoftSpotsAnswer(
        Objective Objective, int Rolls, int Moments, bool Enough, int EnoughRolls, int EnoughContests,
        IReadOnlyList<SpotAnswer> Spots, IReadOnlyList<SpotAnswer> Levers, IReadOnlyList<SpotAnswer> Heartwood, PartnerEffect PartnerEffect);

    /// <summary>A contest with the day and the partner it belongs to.</summary>
    public sealed record ContestAnswer(
        MomentPlace Place, DateOnly Date, string? PartnerName, ContestEnd End, Actor Actor, string? Technique, Side? Side, Spot? Next, bool Finished, IReadOnlyList<string> Reasons, bool Sure);

    public static void MapSoftSpots(this WebApplication app)
    {
        app.MapGet("/api/soft-spots", (HttpRequest request, Judgements judgements, OwnGround ground, Athletes athletes) =>
        {
            var (what, refusal) = Read(request, athletes);
            return refusal ?? Results.Json(Answer(judgements.Of(what), what.Objective, ground.Map), LogJson.Options);
        }).WithTags("judging").Asks("objective", "attire", "from", "to", "asOf", "peer").Produces<SoftSpotsAnswer>();

        app.MapGet("/api/soft-spots/{position}/{role}/contests", (
            string position, string role, HttpRequest request, Judgements judgements, Athletes athletes, Sessions sessions, Partners partners) =>
        {
            var (what, refusal) = Read(request, athletes);
            if (refusal is not null)
                return refusal;
            var asked = new Asked(request);
            var (skip, take, page) = asked.Page(usual: 50);
            if (asked.Faults.Count > 0)
                return Problems.Of(asked.Faults, 400);
            var spot = judgements.Of(what).SoftSpots.Select(s => s.Tally).FirstOrDefault(t => t.Spot.Position == position && Word.Of(t.Spot.Role) == role);
            if (spot is null)
                return Problems.NotThere("spot with contests in this part of the log");
            var latestFirst = spot.Contests.Reverse().ToList();
            var items = WithDays(latestFirst.Skip(skip).Take(take), sessions, partners);
            return Results.Json(new Paged<ContestAnswer>(items, latestFirst.Count, page, take), LogJson.Options);
        }).WithTags("judging").Asks("objective", "attire", "from", "to", "asOf", "page", "size").Produces<Paged<ContestAnswer>>();

        app.MapPost("/api/judge", async (HttpRequest request) =>
        {
            var asked = new Asked(request);
            var objective = asked.OneOf<Objective>("objective");
            if (asked.Faults.Count > 0)
                return Problems.Of(asked.Faults, 400);
            var reading = await LogbookFile.Read(request.Body, request.HttpContext.RequestAborted);
            if (reading.Logbook is not { } logbook)
                return TransferFeature.Refused(reading.Faults);
            var ground = GroundMap.Default.With(logbook.Vocabulary);
            var under = objective ?? logbook.Athlete.Objective ?? Objective.Submissions;
            var rolls = logbook.Sessions.OrderBy(s => s.Date).SelectMany(s => s.Rolls.Select(r => (s.Id, r)));
            return Results.Json(Answer(SpotRanking.Of(LogTally.Of(rolls, ground, under), ground), under, ground), LogJson.Options);
        }).WithTags("judging").Asks("objective").WithMetadata(new Microsoft.AspNetCore.Mvc.RequestSizeLimitAttribute(Server.LargestLogbook)).Accepts<object>("application/json", "*/*").Produces<SoftSpotsAnswer>();
    }

    private static (JudgementAsked What, IResult? Refusal) Read(HttpRequest request, Athletes athletes)
    {
        var asked = new Asked(request);
        var objective = asked.OneOf<Objective>("objective") ?? athletes.Get()?.Value.Objective ?? Objective.Submissions;
        DateOnly? to = asked.Date("to"), asOf = asked.Date("asOf");
        var what = new JudgementAsked(objective, asked.OneOf<Attire>("attire"), asked.Date("from"), to < asOf ? to : asOf ?? to);
        asked.OneOf<BeltColour>("peer");
        return (what, asked.Faults.Count > 0 ? Problems.Of(asked.Faults, 400) : null);
    }

    private static SoftSpotsAnswer Answer(Ranking ranking, Objective objective, GroundMap ground) => new(
        objective, ranking.Rolls, ranking.Moments, ranking.Enough, SpotRanking.EnoughRolls, SpotRanking.EnoughContests,
        [.. ranking.SoftSpots.Select(s => Answer(s, ground))],
        [.. ranking.Levers.Select(s => Answer(s, ground))],
        [.. ranking.Heartwood.Select(s => Answer(s, ground))],
        new PartnerEffect(0, 0, Fitted: false));

    private static SpotAnswer Answer(RankedSpot ranked, GroundMap ground)
    {
        var (tally, spot) = (ranked.Tally, ranked.Tally.Spot);
        var techniques = tally.Techniques().ToList();
        var evidence = new Evidence(
            [.. techniques.Where(t => t.Actor == Actor.Them)],
            [.. techniques.Where(t => t.Actor == Actor.Me)],
            tally.Contests.Count(c => c.End == ContestEnd.Held),
            tally.Contests.Count(c => !c.Sure),
            $"/api/soft-spots/{spot.Position}/{Word.Of(spot.Role)}/contests");
        return new SpotAnswer(
            spot.Position, spot.Role, ground.Position(spot.Position)?.Family ?? "", ranked.Gain, ranked.GainLow, ranked.GainHigh, ranked.ChanceTop3,
            tally.Visits, tally.Won, tally.Lost, ranked.Rate.Rate, ranked.Rate.Low, ranked.Rate.High, ranked.Verdict, evidence);
    }

    private static IReadOnlyList<ContestAnswer> WithDays(IEnumerable<Contest> contests, Sessions sessions, Partners partners)
    {
        var names = partners.All().ToDictionary(p => p.Partner.Id, p => p.Partner.Name);
        var read = new Dictionary<string, Session?>();
        return [.. contests.Select(c =>
        {
            if (!read.TryGetValue(c.Place.Session, out var session))
                read[c.Place.Session] = session = sessions.Get(c.Place.Session)?.Value;
            var partner = session?.Rolls.FirstOrDefault(r => r.Id == c.Place.Roll)?.PartnerId;
            return new ContestAnswer(
                c.Place, session?.Date ?? default, partner is null ? null : names.GetValueOrDefault(partner), c.End, c.Actor, c.Technique, c.Side, c.Next, c.Finished, c.Reasons, c.Sure);
        })];
    }
}
