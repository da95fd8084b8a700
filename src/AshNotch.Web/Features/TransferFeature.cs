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

    /// <summary>A file that was refused whole: 400 when it is no JSON, 422 when its contents do not hold.</summary>
    public static ProblemHttpResult Refused(IReadOnlyList<Fault> faults) =>
        Problems.Of(faults, faults is [{ Pointer: "" }] ? StatusCodes.Status400BadRequest : StatusCodes.Status422UnprocessableEntity);
}
