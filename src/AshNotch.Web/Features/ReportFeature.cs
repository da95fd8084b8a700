using AshNotch.Core.Drilling;
using AshNotch.Core.Judging;
using AshNotch.Core.Log;
using AshNotch.Core.Reporting;
using AshNotch.Formats;
using AshNotch.Store;
using AshNotch.Web.Guards;
using AshNotch.Web.Services;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;

namespace AshNotch.Web.Features;

/// <summary>What goes out for others: the page for a coach, as JSON and as Markdown, and the ground map as a graph.</summary>
public static class ReportFeature
{
    private const int MostWeeks = 520;

    /// <summary>What the owner wants on the page.</summary>
    public sealed record CoachQuery
    {
        /// <summary>How many weeks back.</summary>
        [FromQuery(Name = "weeks")]
        public QueryCount? Weeks { get; init; }

        /// <summary>Which parts, by commas; all of them when not said.</summary>
        [FromQuery(Name = "parts")]
        public string? Parts { get; init; }

        /// <summary>Partners by their initials alone.</summary>
        [FromQuery(Name = "initials")]
        public bool? Initials { get; init; }

        /// <summary>What the owner asks the coach.</summary>
        [FromQuery(Name = "question")]
        public string? Question { get; init; }

        /// <summary>The question in the computation's terms, or the fault that it has.</summary>
        internal (CoachAsked? Asked, Fault? Fault) Read()
        {
            var parts = new HashSet<CoachPart>();
            foreach (var word in Parts?.Split(',', StringSplitOptions.RemoveEmptyEntries) ?? [])
                if (Word.TryRead<CoachPart>(word, out var part))
                    parts.Add(part);
                else
                    return (
                        null,
                        new Fault("/parts", $"'{word}' is no part of the page; there are {string.Join(", ", Word.All<CoachPart>())}.")
                    );
            if (Question?.Length > CoachAsked.LongestQuestion)
                return (null, new Fault("/question", $"A question for the coach has at most {CoachAsked.LongestQuestion} characters."));
            if (Weeks?.Value is < 1 or > MostWeeks)
                return (null, new Fault("/weeks", $"The weeks go from 1 to {MostWeeks}."));
            return (
                new CoachAsked(
                    Weeks?.Value ?? CoachAsked.UsualWeeks,
                    Parts is null ? Enum.GetValues<CoachPart>().ToHashSet() : parts,
                    Initials is true,
                    Question?.Trim() ?? ""
                ),
                null
            );
        }
    }

    /// <summary>Maps its addresses.</summary>
    public static void MapReports(this IEndpointRouteBuilder app)
    {
        app.MapGet(
                "/api/coach",
                async Task<Results<Ok<CoachReport>, ProblemHttpResult>> (
                    [AsParameters] CoachQuery query,
                    Snapshots snapshots,
                    Judgements judgements,
                    TimeProvider clock,
                    CancellationToken stop
                ) =>
                {
                    var (asked, fault) = query.Read();
                    return asked is null
                        ? Problems.Of([fault!], StatusCodes.Status400BadRequest)
                        : TypedResults.Ok(await Report(asked, snapshots, judgements, clock, stop));
                }
            )
            .WithTags("data");

        app.MapGet(
                "/api/export/report.md",
                async Task<Results<ContentHttpResult, ProblemHttpResult>> (
                    [AsParameters] CoachQuery query,
                    HttpContext context,
                    Snapshots snapshots,
                    Judgements judgements,
                    TimeProvider clock,
                    CancellationToken stop
                ) =>
                {
                    var (asked, fault) = query.Read();
                    if (asked is null)
                        return Problems.Of([fault!], StatusCodes.Status400BadRequest);
                    var report = await Report(asked, snapshots, judgements, clock, stop);
                    Attach(context, $"ash-notch-for-my-coach-{clock.Today():yyyy-MM-dd}.md");
                    return TypedResults.Content(ReportMarkdown.Of(report, Product.MadeBy), "text/markdown; charset=utf-8");
                }
            )
            .WithTags("data");

        app.MapGet(
                "/api/export/ground-map.graphml",
                async (
                    [AsParameters] JudgementQuery asked,
                    HttpContext context,
                    Snapshots snapshots,
                    Judgements judgements,
                    TimeProvider clock,
                    CancellationToken stop
                ) =>
                {
                    var judged = await judgements.Of(asked, snapshots, stop);
                    var map = judged.Once("ground-map", () => OwnGroundMap.Of(judged.Judgement, judged.Log.Ground));
                    using var file = new MemoryStream();
                    GroundMapGraph.Write(file, map, judged.Log.Ground);
                    Attach(context, $"ash-notch-ground-map-{clock.Today():yyyy-MM-dd}.graphml");
                    return TypedResults.Bytes(file.ToArray(), "application/graphml+xml");
                }
            )
            .WithTags("data");
    }

    private static void Attach(HttpContext context, string name) =>
        context.Response.Headers.ContentDisposition = $"attachment; filename=\"{name}\"";

    private static async Task<CoachReport> Report(
        CoachAsked asked,
        Snapshots snapshots,
        Judgements judgements,
        TimeProvider clock,
        CancellationToken stop
    )
    {
        var (log, judged) = await BlockFeature.Usual(snapshots, judgements, stop);
        var block = log
            .Blocks.Where(b => b.Value.From <= clock.Today())
            .OrderBy(b => b.Value.EndedOn is not null)
            .ThenByDescending(b => b.Value.From)
            .FirstOrDefault();
        return await Task.Run(
            () =>
                CoachReport.Of(
                    new CoachBasis
                    {
                        Owner = log.Athlete?.Value,
                        Readings = log.Readings,
                        Judgement = judged.Judgement,
                        Ground = log.Ground,
                        Visits = log.Visits,
                        Partners = [.. log.Partners.Select(p => p.Partner)],
                        Block = block is null ? null : (block.Value, Drills.Verdicts(judged, log, block, null)),
                        Today = clock.Today(),
                    },
                    asked
                ),
            stop
        );
    }
}
