using System.Text;
using AshNotch.Core.Ground;
using AshNotch.Core.Log;
using AshNotch.Formats;
using AshNotch.Store;
using AshNotch.Web.Guards;
using AshNotch.Web.Services;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;

namespace AshNotch.Web.Features;

/// <summary>The whole log in and out.</summary>
public static class TransferFeature
{
    private static readonly Athlete Unnamed = new() { Name = "Owner of this log", Belt = BeltColour.White };

    /// <summary>Maps its addresses.</summary>
    public static void MapTransfers(this IEndpointRouteBuilder app)
    {
        app.MapGet("/api/export/logbook.json", (HttpContext context, Transfers transfers, TimeProvider clock) =>
            {
                var response = context.Response;
                response.ContentType = "application/json; charset=utf-8";
                response.Headers.ContentDisposition = $"attachment; filename=\"ash-notch-{clock.GetUtcNow():yyyy-MM-dd}.json\"";
                return transfers.Export(log =>
                    LogbookFile.Write(
                        response.Body,
                        new LogbookParts(
                            log.Athlete ?? Unnamed,
                            log.Partners,
                            log.Sessions,
                            log.Words,
                            log.SelfRatings,
                            log.Blocks,
                            log.Niggles,
                            log.Rulesets,
                            log.Clocks
                        )
                        {
                            MadeBy = Product.MadeBy,
                            Unreadable = log.Unreadable,
                        },
                        context.RequestAborted
                    )
                );
            })
            .WithTags("data")
            .Produces<object>(contentType: "application/json");

        MapTable(app, "moments", (log, output) => LogTables.Moments(output, log.Sessions, Names(log)));
        MapTable(app, "rolls", (log, output) => LogTables.Rolls(output, log.Sessions, Names(log)));
        MapTable(app, "sessions", (log, output) => LogTables.Sessions(output, log.Sessions));
        MapTable(app, "partners", (log, output) => LogTables.Partners(output, log.Partners.Where(p => p.Deleted is not true)));

        app.MapPost(
                "/api/import",
                async Task<Results<Ok<ImportReport>, ProblemHttpResult>> (
                    HttpRequest request,
                    Transfers transfers,
                    TimeProvider clock,
                    CancellationToken stop
                ) =>
                {
                    var reading = await LogbookFile.Read(request.Body, clock.Bounds(), stop);
                    if (reading.Logbook is not { } logbook)
                        return Refused(reading.Faults);
                    var done = await Task.Run(() => transfers.Import(logbook, stop: stop), stop);
                    return done.Report is { } report ? TypedResults.Ok(report) : Problems.Of(done.Faults);
                }
            )
            .WithTags("data")
            .WithMetadata(new RequestSizeLimitAttribute(Server.LargestLogbook))
            .Accepts<object>("application/json", "*/*");
    }

    /// <summary>A table of the log as CSV, written as it is read.</summary>
    private static void MapTable(IEndpointRouteBuilder app, string name, Func<WholeLog, TextWriter, Task> write) =>
        app.MapGet($"/api/export/{name}.csv", (HttpContext context, Transfers transfers, TimeProvider clock) =>
            {
                var response = context.Response;
                response.ContentType = "text/csv; charset=utf-8; header=present";
                response.Headers.ContentDisposition = $"attachment; filename=\"ash-notch-{name}-{clock.GetUtcNow():yyyy-MM-dd}.csv\"";
                return transfers.Export(async log =>
                {
                    await using var output = new StreamWriter(response.Body, new UTF8Encoding(false), leaveOpen: true);
                    await write(log, output);
                });
            })
            .WithTags("data")
            .Produces<string>(contentType: "text/csv");

    private static Dictionary<string, string> Names(WholeLog log) => log.Partners.ToDictionary(p => p.Id, p => p.Name);

    /// <summary>A file that was refused whole: 400 when it is no JSON, 422 when its contents do not hold.</summary>
    public static ProblemHttpResult Refused(IReadOnlyList<Fault> faults) =>
        Problems.Of(faults, faults is [{ Pointer: "" }] ? StatusCodes.Status400BadRequest : StatusCodes.Status422UnprocessableEntity);
}
