using AshNotch.Formats;
using AshNotch.Store;
using AshNotch.Web.Guards;

namespace AshNotch.Web.Features;

/// <summary>Whether the store answers, which version runs, and the published schema.</summary>
public static class Health
{
    /// <summary>How the program is.</summary>
    /// <param name="Status"><c>ok</c>, or the kind of trouble: damaged, full, read-only and so on.</param>
    /// <param name="Version">The program's version.</param>
    /// <param name="Says">What is wrong and what to do; left out when all is well.</param>
    public sealed record HealthAnswer(string Status, string Version, string? Says);

    /// <summary>Maps its addresses.</summary>
    public static void MapHealth(this IEndpointRouteBuilder app)
    {
        app.MapGet("/healthz", (Database database) =>
                database.Trouble() is { } trouble
                    ? Results.Json(
                        new HealthAnswer(Core.Log.Word.Of(trouble.Fault), Product.Version, trouble.Message),
                        LogJson.Options,
                        statusCode: StatusCodes.Status503ServiceUnavailable
                    )
                    : Results.Json(new HealthAnswer("ok", Product.Version, null), LogJson.Options)
            )
            .ExcludeFromDescription();
        app.MapGet("/schemas/logbook-1.json", () => Results.Text(Schemas.Logbook1, "application/schema+json")).ExcludeFromDescription();
    }
}
