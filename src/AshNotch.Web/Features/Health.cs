using AshNotch.Formats;
using AshNotch.Store;

namespace AshNotch.Web.Features;

/// <summary>Whether the store answers, and the published schema.</summary>
public static class Health
{
    public sealed record HealthAnswer(string Status);

    public static void MapHealth(this WebApplication app)
    {
        app.MapGet("/healthz", (Database database) =>
        {
            _ = database.Change;
            return Results.Json(new HealthAnswer("ok"));
        }).ExcludeFromDescription();
        app.MapGet("/schemas/logbook-1.json", () => Results.Text(Schemas.Logbook1, "application/schema+json")).ExcludeFromDescription();
    }
}
