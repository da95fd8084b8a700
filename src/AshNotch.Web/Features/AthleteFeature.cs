using AshNotch.Core.Log;
using AshNotch.Formats;
using AshNotch.Store;
using AshNotch.Web.Guards;

namespace AshNotch.Web.Features;

/// <summary>The owner's profile.</summary>
public static class AthleteFeature
{
    public static void MapAthlete(this WebApplication app)
    {
        var api = app.MapGroup("/api/athlete").WithTags("athlete");
        api.MapGet("", (HttpResponse response, Athletes athletes) =>
        {
            if (athletes.Get() is not { } stored)
                return Problems.Of(404, "Nobody yet.", "This log has no owner yet. Say who you are on the first page, or import a logbook.");
            Versions.Tag(response, stored.Version);
            return Results.Json(new AthleteRead(stored), LogJson.Options);
        }).Produces<AthleteRead>();

        api.MapPut("", async (HttpRequest request, HttpResponse response, Athletes athletes) =>
        {
            var body = await Bodies.Read(request, (json, faults) => LogReader.Athlete(json, "", faults), a => LogRules.Check(a));
            if (body.Refusal is { } refusal)
                return refusal;
            if (!Versions.OnlyNew(request) && !Versions.Named(request))
                return Problems.VersionNeeded();
            var written = athletes.Put(body.Value!, Versions.OnlyNew(request) ? null : Versions.Expected(request) ?? -1);
            return Versions.Answer(response, written, "profile", () => Results.Json(new Saved("athlete", written.Version), LogJson.Options));
        }).Accepts<Athlete>("application/json").Produces<Saved>();
    }
}
