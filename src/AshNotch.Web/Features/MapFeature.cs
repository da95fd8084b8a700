using AshNotch.Core.Judging;
using AshNotch.Core.Judging.Patterns;
using AshNotch.Core.Log;
using AshNotch.Store;
using AshNotch.Web.Guards;
using AshNotch.Web.Services;
using Microsoft.AspNetCore.Http.HttpResults;

namespace AshNotch.Web.Features;

/// <summary>The owner's own ground, what each moment of a roll changed, and how the weeks went.</summary>
public static class MapFeature
{
    /// <summary>The ground map with what it was asked under.</summary>
    public sealed record GroundMapAnswer(
        Objective Objective,
        int Rolls,
        bool Enough,
        IReadOnlyList<MapSpot> Spots,
        IReadOnlyList<MapRoad> Roads,
        IReadOnlyList<MapValue> Values
    );

    /// <summary>What one moment changed.</summary>
    public sealed record TradeAnswer(int Exchange, int? Moment, double? Change, bool FirstBadTrade);

    /// <summary>What the moments of a roll changed.</summary>
    public sealed record TradesAnswer(Objective Objective, IReadOnlyList<TradeAnswer> Trades);

    /// <summary>The weeks, oldest first, empty ones too.</summary>
    public sealed record RingsAnswer(Objective Objective, IReadOnlyList<Ring> Weeks);

    /// <summary>Maps its addresses.</summary>
    public static void MapGround(this IEndpointRouteBuilder app)
    {
        app.MapGet(
                "/api/ground-map",
                async ([AsParameters] JudgementQuery asked, Snapshots snapshots, Judgements judgements, CancellationToken stop) =>
                {
                    var judged = await judgements.Of(asked, snapshots, stop);
                    var map = judged.Once("ground-map", () => OwnGroundMap.Of(judged.Judgement, judged.Log.Ground));
                    return Figures.Of(
                        new GroundMapAnswer(
                            judged.Asked.Objective,
                            judged.Judgement.Counts.Rolls,
                            judged.Judgement.Enough,
                            map.Spots,
                            map.Roads,
                            map.Values
                        )
                    );
                }
            )
            .WithTags("judging");

        app.MapGet(
                "/api/sessions/{session}/rolls/{roll}/trades",
                async Task<Results<Figures<TradesAnswer>, ProblemHttpResult>> (
                    string session,
                    string roll,
                    [AsParameters] JudgementQuery asked,
                    Snapshots snapshots,
                    Judgements judgements,
                    CancellationToken stop
                ) =>
                {
                    var judged = await judgements.Of(asked, snapshots, stop);
                    if (judged.Readings.FirstOrDefault(r => r.Session == session && r.Roll == roll) is not { } reading)
                        return Problems.NotThere("roll with this id");
                    var bad = BadTrades.In(reading, judged.Judgement).Select(b => b.Contest.Place).ToHashSet();
                    return Figures.Of(
                        new TradesAnswer(
                            judged.Asked.Objective,
                            [
                                .. reading.Contests.Select(c => new TradeAnswer(
                                    c.Place.Exchange,
                                    c.Place.Moment,
                                    judged.Judgement.Change(c),
                                    bad.Contains(c.Place)
                                )),
                            ]
                        )
                    );
                }
            )
            .WithTags("judging");

        app.MapGet(
                "/api/rings",
                async ([AsParameters] JudgementQuery asked, Snapshots snapshots, Judgements judgements, CancellationToken stop) =>
                {
                    var judged = await judgements.Of(asked, snapshots, stop);
                    return Figures.Of(
                        new RingsAnswer(judged.Asked.Objective, judged.Once("rings", () => Rings.Of(judged.Readings, judged.Judgement)))
                    );
                }
            )
            .WithTags("judging");
    }
}
