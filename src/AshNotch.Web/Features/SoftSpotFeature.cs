using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Log;
using AshNotch.Formats;
using AshNotch.Store;
using AshNotch.Web.Guards;
using AshNotch.Web.Services;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;

namespace AshNotch.Web.Features;

/// <summary>What costs most, and what it rests on.</summary>
public static class SoftSpotFeature
{
    /// <summary>A technique that stands out in a spot.</summary>
    /// <param name="Technique">The technique's id.</param>
    /// <param name="Done">How often it came off.</param>
    /// <param name="Stopped">How often it was stopped.</param>
    /// <param name="Share">Of all that this person's moves there won, the share that this one won, 0 to 1.</param>
    public sealed record StandsOut(string Technique, int Done, int Stopped, double Share);

    /// <summary>
    /// What a spot's place rests on, in short: of a list of losses what they do there most to the owner's cost, of one of gains
    /// what the owner does there most to their own. <paramref name="More"/> tells all of it, <paramref name="Contests"/> lists the moments.
    /// </summary>
    public sealed record Evidence(
        IReadOnlyList<StandsOut> Theirs,
        IReadOnlyList<StandsOut> Mine,
        int Held,
        int Unsure,
        double OnceMore,
        string More,
        string Contests
    );

    /// <summary>One spot of a list.</summary>
    public sealed record SpotAnswer(
        string Position,
        Role Role,
        Family Family,
        double Gain,
        double GainLow,
        double GainHigh,
        double ChanceTop3,
        int Visits,
        int Won,
        int Lost,
        double Rate,
        double RateLow,
        double RateHigh,
        string Verdict,
        Evidence Evidence
    );

    /// <summary>
    /// What partners change, in logits, with the spread of each figure: a belt, a tenth of the owner's weight, letting them work.
    /// </summary>
    public sealed record PartnerEffect(double Belt, double BeltSd, double Weight10pct, double Weight10pctSd, double LetWork, bool Fitted);

    /// <summary>The whole answer, best gain first in each list.</summary>
    public sealed record SoftSpotsAnswer(
        Objective Objective,
        int Rolls,
        int Moments,
        int Contests,
        bool Enough,
        int EnoughRolls,
        int EnoughContests,
        double Recall,
        double RollValue,
        IReadOnlyList<SpotAnswer> Spots,
        IReadOnlyList<SpotAnswer> Levers,
        IReadOnlyList<SpotAnswer> Heartwood,
        PartnerEffect PartnerEffect,
        bool Converged
    );

    /// <summary>What a logbook of anybody's is judged under.</summary>
    public sealed record JudgeQuery
    {
        /// <summary>What a roll is worth; the owner's own when not said.</summary>
        [FromQuery(Name = "objective")]
        public QueryWord<Objective>? Objective { get; init; }

        /// <summary>The belt to be judged against; the owner's own when not said.</summary>
        [FromQuery(Name = "peer")]
        public QueryWord<BeltColour>? Peer { get; init; }
    }

    /// <summary>Maps its addresses.</summary>
    public static void MapSoftSpots(this IEndpointRouteBuilder app)
    {
        var api = app.MapGroup("/api/soft-spots").WithTags("judging");
        api.MapGet("", async ([AsParameters] JudgementQuery asked, Snapshots snapshots, Judgements judgements, CancellationToken stop) =>
        {
            var judged = await judgements.Of(asked, snapshots, stop);
            return Figures.Of(judged.Once("soft-spots", () => Answer(judged.Judgement, judged.Log.Ground, judged.Asked.Objective)));
        });

        api.MapGet(
            "/{position}/{role}",
            async Task<Results<Figures<SpotEvidence>, ProblemHttpResult>> (
                string position,
                string role,
                [AsParameters] JudgementQuery asked,
                Snapshots snapshots,
                Judgements judgements,
                CancellationToken stop
            ) =>
            {
                var judged = await judgements.Of(asked, snapshots, stop);
                return SpotOf(judged, position, role) is { } spot
                    ? Figures.Of(judged.Once(spot, () => SpotEvidence.Of(judged.Readings, spot, judged.Judgement, judged.Log.Ground)))
                    : NotFought();
            }
        );

        api.MapGet(
            "/{position}/{role}/contests",
            async Task<Results<Figures<Paged<ContestAnswer>>, ProblemHttpResult>> (
                string position,
                string role,
                [AsParameters] JudgementQuery asked,
                [AsParameters] PageQuery page,
                Snapshots snapshots,
                Judgements judgements,
                CancellationToken stop
            ) =>
            {
                var judged = await judgements.Of(asked, snapshots, stop);
                return SpotOf(judged, position, role) is { } spot
                    ? Figures.Of(Contests.Of(judged).Page([.. judged.Readings.At(spot).Select(f => f.Contest)], page))
                    : NotFought();
            }
        );

        app.MapPost(
                "/api/judge",
                async Task<Results<Figures<SoftSpotsAnswer>, ProblemHttpResult>> (
                    [AsParameters] JudgeQuery asked,
                    HttpRequest request,
                    TimeProvider clock,
                    CancellationToken stop
                ) =>
                {
                    var reading = await LogbookFile.Read(request.Body, clock.Bounds(), stop);
                    if (reading.Logbook is not { } logbook)
                        return TransferFeature.Refused(reading.Faults);
                    var ground = GroundMap.Default.With(logbook.Vocabulary);
                    var standpoint = Standpoint.Owner(logbook.Athlete, asked.Objective?.Value, asked.Peer?.Value);
                    return await Task.Run(
                        () =>
                            Figures.Of(
                                Answer(
                                    Judgement.Of(ground, LogCounts.Of(RollReading.Of(logbook, ground), ground.Usual), standpoint, stop),
                                    ground,
                                    standpoint.Objective
                                )
                            ),
                        stop
                    );
                }
            )
            .WithTags("judging")
            .WithMetadata(new RequestSizeLimitAttribute(Server.LargestLogbook))
            .Accepts<object>("application/json", "*/*");
    }

    /// <summary>Judges what an address asks for.</summary>
    internal static async Task<Judged> Of(this Judgements judgements, JudgementQuery asked, Snapshots snapshots, CancellationToken stop)
    {
        var log = await snapshots.Now(stop);
        return await judgements.Of(log, asked.Of(log), stop);
    }

    private static ProblemHttpResult NotFought() => Problems.NotThere("spot with contests in this part of the log");

    private static Spot? SpotOf(Judged judged, string position, string role) =>
        judged
            .Judgement.Levers.Where(s => s.Spot.Position == position && Word.Of(s.Spot.Role) == role)
            .Select(s => (Spot?)s.Spot)
            .FirstOrDefault();

    private static SoftSpotsAnswer Answer(Judgement judgement, GroundMap ground, Objective objective)
    {
        var (levels, counts) = (judgement.Levels, judgement.Counts);
        var techniques = judgement.Levers.ToDictionary(l => l.Spot, l => SpotEvidence.TechniquesOf(l.Spot, judgement));
        IReadOnlyList<SpotAnswer> List(IReadOnlyList<RankedSpot> list, Actor actor) =>
            [.. list.Select(s => Answer(s, actor, techniques[s.Spot], judgement, ground))];
        return new SoftSpotsAnswer(
            objective,
            counts.Rolls,
            counts.Moments,
            counts.Contests,
            judgement.Enough,
            Judgement.EnoughRolls,
            Judgement.EnoughContests,
            judgement.Recall.Moments,
            judgement.Values.RollValue,
            List(judgement.SoftSpots, Actor.Them),
            List(judgement.Levers, Actor.Them),
            List(judgement.Heartwood, Actor.Me),
            new PartnerEffect(levels.Belt, levels.BeltSd, levels.Weight, levels.WeightSd, levels.LetWork, Fitted: counts.Contests > 0),
            levels.Converged
        );
    }

    private static SpotAnswer Answer(
        RankedSpot ranked,
        Actor actor,
        IReadOnlyList<TechniqueTally> techniques,
        Judgement judgement,
        GroundMap ground
    )
    {
        var spot = ranked.Spot;
        IReadOnlyList<StandsOut> Best(Actor who) =>
            [
                .. techniques
                    .Where(t => t.Actor == who && who == actor)
                    .Take(1)
                    .Select(t => new StandsOut(t.Technique, t.Done, t.Stopped, t.Share)),
            ];
        var address = $"/api/soft-spots/{spot.Position}/{Word.Of(spot.Role)}";
        return new SpotAnswer(
            spot.Position,
            spot.Role,
            ground.Position(spot.Position)?.Family ?? Family.Own,
            ranked.Gain,
            ranked.GainLow,
            ranked.GainHigh,
            ranked.ChanceTop3,
            ranked.Visits,
            ranked.Won,
            ranked.Lost,
            ranked.Rate.Rate,
            ranked.Rate.Low,
            ranked.Rate.High,
            ranked.Verdict,
            new Evidence(
                Best(Actor.Them),
                Best(Actor.Me),
                judgement.MovesAt(spot).Where(m => m.Key.End == ContestEnd.Held).Sum(m => m.Value),
                judgement.Counts.Unsure[ground.Usual.IndexOf(spot)],
                ranked.OnceMore,
                address,
                address + "/contests"
            )
        );
    }
}
