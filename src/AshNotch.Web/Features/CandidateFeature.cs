using AshNotch.Core.Drilling;
using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Judging.Patterns;
using AshNotch.Core.Log;
using AshNotch.Store;
using AshNotch.Web.Guards;
using AshNotch.Web.Services;
using Microsoft.AspNetCore.Http.HttpResults;

namespace AshNotch.Web.Features;

/// <summary>What could be drilled, and what of closed focuses is due again.</summary>
public static class CandidateFeature
{
    /// <summary>Something that could be a focus; <paramref name="Contests"/> is the address of its moments.</summary>
    public sealed record CandidateAnswer(
        Focus Focus,
        double Gain,
        double GainLow,
        double GainHigh,
        double ChanceTop3,
        string Verdict,
        int Won,
        int Lost,
        Interval Rate,
        TechniqueTally? Technique,
        int ReasonCount,
        SideTally Left,
        SideTally Right,
        Takeaway? CueFrom,
        Patience Patience,
        IReadOnlyList<Caution> Cautions,
        IReadOnlyList<Niggle> Niggles,
        string Contests
    );

    /// <summary>Soft spots to plug, then levers to sharpen.</summary>
    public sealed record CandidatesAnswer(Objective Objective, bool Enough, int Rolls, IReadOnlyList<CandidateAnswer> Candidates);

    /// <summary>A refresher to come.</summary>
    public sealed record RefresherAnswer(string Block, string Focus, string Title, int Number, DateOnly Due, DateOnly? BroughtOn);

    /// <summary>Refreshers to come, next first, and the cards of those that are due.</summary>
    public sealed record RefreshersAnswer(DateOnly Today, IReadOnlyList<RefresherAnswer> Items, IReadOnlyList<DrillCard> Cards);

    /// <summary>Maps its addresses.</summary>
    public static void MapCandidates(this IEndpointRouteBuilder app)
    {
        app.MapGet(
                "/api/drill-candidates",
                async (
                    [AsParameters] JudgementQuery asked,
                    Snapshots snapshots,
                    Judgements judgements,
                    TimeProvider clock,
                    CancellationToken stop
                ) =>
                {
                    var judged = await judgements.Of(asked, snapshots, stop);
                    return Figures.Of(
                        new CandidatesAnswer(
                            judged.Asked.Objective,
                            judged.Judgement.Enough,
                            judged.Judgement.Counts.Rolls,
                            [.. Drills.Candidates(judged, clock.Today()).Select(c => Answer(c, asked))]
                        )
                    );
                }
            )
            .WithTags("drilling");

        app.MapGet(
                "/api/drill-candidates/{position}/{role}/{purpose}",
                async Task<Results<Figures<CandidateAnswer>, ProblemHttpResult>> (
                    string position,
                    string role,
                    string purpose,
                    [AsParameters] JudgementQuery asked,
                    Snapshots snapshots,
                    Judgements judgements,
                    TimeProvider clock,
                    CancellationToken stop
                ) =>
                {
                    var judged = await judgements.Of(asked, snapshots, stop);
                    return
                        Word.TryRead<Role>(role, out var side)
                        && Word.TryRead<Purpose>(purpose, out var use)
                        && Drills.Candidate(judged, new Spot(position, side), use, clock.Today()) is { } candidate
                        ? Figures.Of(Answer(candidate, asked))
                        : Problems.NotThere("spot with contests in this part of the log");
                }
            )
            .WithTags("drilling");

        app.MapGet(
                "/api/refreshers",
                async (
                    [AsParameters] BlockFeature.TodayQuery asked,
                    Snapshots snapshots,
                    Judgements judgements,
                    TimeProvider clock,
                    CancellationToken stop
                ) =>
                {
                    var (log, judged) = await BlockFeature.Usual(snapshots, judgements, stop);
                    var today = asked.Today?.Value ?? clock.Today();
                    return Figures.Of(
                        new RefreshersAnswer(
                            today,
                            [
                                .. Drills
                                    .Due(judged, log, today)
                                    .Select(r => new RefresherAnswer(
                                        r.Block,
                                        r.Focus.Id,
                                        Plans.Title(r.Focus, log.Ground),
                                        r.Number,
                                        r.Due,
                                        r.BroughtOn
                                    )),
                            ],
                            Plans.Refreshing(Drills.Basis(judged, log, Plans.RefreshingEvening(today), today, null))
                        )
                    );
                }
            )
            .WithTags("drilling");
    }

    private static CandidateAnswer Answer(Candidate c, JudgementQuery asked) =>
        new(
            c.Focus,
            c.Ranked.Gain,
            c.Ranked.GainLow,
            c.Ranked.GainHigh,
            c.Ranked.ChanceTop3,
            c.Ranked.Verdict,
            c.Ranked.Won,
            c.Ranked.Lost,
            c.Ranked.Rate,
            c.Technique,
            c.ReasonCount,
            c.Left,
            c.Right,
            c.CueFrom,
            c.Patience,
            c.Cautions,
            c.Niggles,
            asked.At($"/api/soft-spots/{c.Focus.Spot.Position}/{Word.Of(c.Focus.Spot.Role)}/contests")
        );
}
