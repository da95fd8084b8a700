using AshNotch.Core.Judging;
using AshNotch.Core.Judging.Patterns;
using AshNotch.Core.Log;
using AshNotch.Formats;
using AshNotch.Store;
using AshNotch.Web.Guards;

namespace AshNotch.Web.Features;

/// <summary>The owner's own ground, what each moment of a roll changed, and how the weeks went.</summary>
public static class MapFeature
{
    /// <summary>The ground map with what it was asked under.</summary>
    public sealed record GroundMapAnswer(
        Objective Objective, int Rolls, bool Enough, IReadOnlyList<MapSpot> Spots, IReadOnlyList<MapRoad> Roads, IReadOnlyList<MapValue> Values);

    /// <summary>What one moment changed.</summary>
    public sealed record TradeAnswer(int Exchange, int? Moment, double? Change, bool FirstBadTrade);

    /// <summary>What the moments of a roll changed.</summary>
    public sealed record TradesAnswer(Objective Objective, IReadOnlyList<TradeAnswer> Trades);

    /// <summary>One week of the log.</summary>
    /// <param name="Week">Its Monday.</param>
    /// <param name="Rolls">Rolls told.</param>
    /// <param name="Contests">Contests won or lost.</param>
    /// <param name="Result">What the week's contests brought above what was to be expected against the same partners, per roll.</param>
    /// <param name="Sessions">The ids of its sessions.</param>
    public sealed record RingAnswer(DateOnly Week, int Rolls, int Contests, double? Result, IReadOnlyList<string> Sessions);

    /// <summary>The weeks, oldest first, empty ones too.</summary>
    public sealed record RingsAnswer(Objective Objective, IReadOnlyList<RingAnswer> Weeks);

    public static void MapGround(this WebApplication app)
    {
        app.MapGet("/api/ground-map", (HttpRequest request, Judgements judgements, Athletes athletes) =>
        {
            var (what, refusal) = SoftSpotFeature.Read(request, athletes);
            if (refusal is not null)
                return refusal;
            var judged = judgements.Of(what);
            var map = OwnGroundMap.Of(judged.Judgement, judged.Ground);
            return Results.Json(
                new GroundMapAnswer(judged.Objective, judged.Judgement.Counts.Rolls, judged.Judgement.Enough, map.Spots, map.Roads, map.Values), LogJson.Options);
        }).WithTags("judging").Asks("objective", "attire", "from", "to", "asOf", "peer").Produces<GroundMapAnswer>();

        app.MapGet("/api/sessions/{session}/rolls/{roll}/trades", (string session, string roll, HttpRequest request, Judgements judgements, Athletes athletes) =>
        {
            var (what, refusal) = SoftSpotFeature.Read(request, athletes);
            if (refusal is not null)
                return refusal;
            var judged = judgements.Of(what);
            if (judged.Readings.FirstOrDefault(r => r.Session == session && r.Roll == roll) is not { } reading)
                return Problems.NotThere("roll with this id");
            var bad = BadTrades.In(reading, judged.Judgement).Select(b => b.Contest.Place).ToHashSet();
            return Results.Json(
                new TradesAnswer(judged.Objective, [.. reading.Contests.Select(c => new TradeAnswer(c.Place.Exchange, c.Place.Moment, judged.Judgement.Change(c), bad.Contains(c.Place)))]),
                LogJson.Options);
        }).WithTags("judging").Asks("objective").Produces<TradesAnswer>();

        app.MapGet("/api/rings", (HttpRequest request, Judgements judgements, Athletes athletes) =>
        {
            var (what, refusal) = SoftSpotFeature.Read(request, athletes);
            if (refusal is not null)
                return refusal;
            var judged = judgements.Of(what);
            return Results.Json(
                new RingsAnswer(judged.Objective, [.. Rings.Of(judged.Readings, judged.Judgement).Select(r => new RingAnswer(r.Week, r.Rolls, r.Contests, r.Result, r.Sessions))]),
                LogJson.Options);
        }).WithTags("judging").Asks("objective", "attire", "from", "to", "asOf").Produces<RingsAnswer>();
    }
}
