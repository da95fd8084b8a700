using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Judging.Patterns;
using AshNotch.Core.Log;
using AshNotch.Formats;
using AshNotch.Store;
using AshNotch.Web.Guards;

namespace AshNotch.Web.Features;

/// <summary>What keeps happening, each with the moments behind it; and the owner's ratings beside the log.</summary>
public static class PatternFeature
{
    private const int MostMoments = 40;

    public sealed record TrapAnswer(
        Spot Spot, string? Technique, string? Reason, string? Partner, int Count, double Expected, double Chance, IReadOnlyList<SoftSpotFeature.ContestAnswer> Moments);

    public sealed record BadTradeAnswer(Spot Spot, string? Technique, int Count, double Lost, IReadOnlyList<SoftSpotFeature.ContestAnswer> Moments);

    public sealed record OneSideAnswer(
        Actor Actor, string Technique, Side Weak, SideTally Left, SideTally Right, double Chance, Side? Thin, IReadOnlyList<SoftSpotFeature.ContestAnswer> Moments);

    public sealed record FirstAnswer(bool Caught, string Technique, SoftSpotFeature.ContestAnswer Moment);

    public sealed record WayInAnswer(
        Spot Spot, double OnceMore, double PerRoll, double Usual, IReadOnlyList<Entry> Entries, IReadOnlyList<SoftSpotFeature.ContestAnswer> Moments);

    /// <summary>All patterns; lists that found nothing are empty.</summary>
    public sealed record PatternsAnswer(
        Objective Objective, int Rolls, IReadOnlyList<TrapAnswer> Traps, IReadOnlyList<BadTradeAnswer> BadTrades, IReadOnlyList<OneSideAnswer> OneSided,
        IReadOnlyList<FirstAnswer> Firsts, IReadOnlyList<Untried> Untried, IReadOnlyList<SaidAgain> SaidAgain, IReadOnlyList<WayInAnswer> WaysIn);

    /// <summary>Ratings of one day.</summary>
    public sealed record RatingsAsked(IReadOnlyList<SelfRating> Ratings);

    /// <summary>Each part by the log and by the owner.</summary>
    public sealed record RatingsAnswer(IReadOnlyList<PartStanding> Parts, IReadOnlyList<SelfRating> Ratings);

    public static void MapPatterns(this WebApplication app)
    {
        app.MapGet("/api/patterns", (HttpRequest request, Judgements judgements, Athletes athletes, Partners partners, Rolls rolls, OwnGround own) =>
        {
            var (what, refusal) = SoftSpotFeature.Read(request, athletes);
            if (refusal is not null)
                return refusal;
            var (judged, anybody) = (judgements.Of(what), judgements.Anybody(what.Objective));
            var (judgement, ground) = (judged.Judgement, judged.Ground);
            var names = partners.All().ToDictionary(p => p.Partner.Id, p => p.Partner.Name);
            // Goes of a drill are set up on purpose: nothing that recurs in them is a pattern.
            IReadOnlyList<RollReading> rounds = [.. judged.Readings.Where(r => !r.Against.Drill)];
            var byPlace = judged.Readings.ToDictionary(r => (r.Session, r.Roll));
            SoftSpotFeature.ContestAnswer Told(Contest c) => SoftSpotFeature.Told(byPlace[(c.Place.Session, c.Place.Roll)], c, names, judgement);
            IReadOnlyList<SoftSpotFeature.ContestAnswer> Moments(IReadOnlyList<Contest> contests) => [.. contests.Reverse().Take(MostMoments).Select(Told)];
            return Results.Json(
                new PatternsAnswer(
                    judged.Objective,
                    judged.Readings.Count,
                    [.. Traps.Of(rounds, judgement, ground).Select(t => new TrapAnswer(t.Spot, t.Technique, t.Reason, t.Partner is { } id ? names.GetValueOrDefault(id) : null, t.Moments.Count, t.Expected, t.Chance, Moments(t.Moments)))],
                    [.. BadTrades.Of(rounds, judgement).Take(12).Select(t => new BadTradeAnswer(t.Spot, t.Technique, t.Moments.Count, t.Lost, Moments(t.Moments)))],
                    [.. OneSided.Of(rounds).Select(o => new OneSideAnswer(o.Actor, o.Technique, o.Weak, o.Left, o.Right, o.Chance, o.Thin, Moments(o.Moments)))],
                    [.. Firsts.Of(rounds).Take(20).Select(f => new FirstAnswer(f.Caught, f.Technique, Told(f.Moment)))],
                    Firsts.Untried(rounds, rolls.Lessons()),
                    SaidAgain.Of(rolls.Takeaways(what.Attire, what.From, what.To), own.Reader),
                    [.. WaysIn.Of(rounds, judgement, anybody, ground).Select(w => new WayInAnswer(w.Spot, w.OnceMore, w.PerRoll, w.Usual, w.Entries, Moments(w.Moments)))]),
                LogJson.Options);
        }).WithTags("judging").Asks("objective", "attire", "from", "to", "asOf").Produces<PatternsAnswer>();

        app.MapGet("/api/self-ratings", (HttpRequest request, Judgements judgements, Athletes athletes, SelfRatings ratings) =>
        {
            var (what, refusal) = SoftSpotFeature.Read(request, athletes);
            return refusal ?? Results.Json(Standing(judgements.Of(what), ratings), LogJson.Options);
        }).WithTags("judging").Produces<RatingsAnswer>();

        app.MapPost("/api/self-ratings", async (HttpRequest request, Judgements judgements, Athletes athletes, SelfRatings ratings) =>
        {
            var body = await Bodies.Read(
                request,
                LogReader.SelfRatings,
                all => all.SelectMany((r, i) => LogRules.Check(r, $"/ratings/{i}")));
            if (body.Refusal is { } refusal)
                return refusal;
            ratings.Add(body.Value!);
            return Results.Json(Standing(judgements.Of(SoftSpotFeature.Read(request, athletes).What), ratings), LogJson.Options);
        }).WithTags("judging").Accepts<RatingsAsked>("application/json").Produces<RatingsAnswer>();
    }

    private static RatingsAnswer Standing(Judged judged, SelfRatings ratings)
    {
        var all = ratings.All();
        var latest = all.GroupBy(r => r.Part).ToDictionary(g => g.Key, g => g.MaxBy(r => r.Date)!.Score);
        return new RatingsAnswer(PartStandings.Standing(judged.Judgement, latest, judged.Ground), all);
    }
}
