using AshNotch.Core.Ground;
using AshNotch.Core.Log;
using AshNotch.Formats;
using AshNotch.Store;
using AshNotch.Web.Guards;

namespace AshNotch.Web.Features;

/// <summary>The whole log in and out.</summary>
public static class TransferFeature
{
    private static readonly Athlete Unnamed = new() { Name = "Owner of this log", Belt = BeltColour.White };

    public static void MapTransfers(this WebApplication app)
    {
        app.MapGet("/api/export/logbook.json", (HttpContext context, Transfers transfers, TimeProvider clock) =>
        {
            var response = context.Response;
            response.ContentType = "application/json; charset=utf-8";
            response.Headers.ContentDisposition = $"attachment; filename=\"ash-notch-{clock.GetUtcNow():yyyy-MM-dd}.json\"";
            return transfers.Export((athlete, partners, sessions, words, ratings, blocks, niggles) =>
                LogbookFile.Write(response.Body, athlete ?? Unnamed, partners, sessions, words, ratings, blocks, niggles, context.RequestAborted));
        }).WithTags("data").Produces<object>(contentType: "application/json");

        app.MapPost("/api/import", async (HttpRequest request, Transfers transfers) =>
        {
            var reading = await LogbookFile.Read(request.Body, request.HttpContext.RequestAborted);
            if (reading.Logbook is not { } logbook)
                return Refused(reading.Faults);
            var report = transfers.Import(logbook, request.HttpContext.RequestAborted);
            return Results.Json(report, LogJson.Options);
        }).WithTags("data").WithMetadata(new Microsoft.AspNetCore.Mvc.RequestSizeLimitAttribute(Server.LargestLogbook)).Accepts<object>("application/json", "*/*").Produces<ImportReport>();
    }

    /// <summary>A file that was refused whole: 400 when it is no JSON, 422 when its contents do not hold.</summary>
    public static IResult Refused(IReadOnlyList<Fault> faults) =>
        Problems.Of(faults, faults is [{ Pointer: "" }] ? StatusCodes.Status400BadRequest : StatusCodes.Status422UnprocessableEntity);
}
