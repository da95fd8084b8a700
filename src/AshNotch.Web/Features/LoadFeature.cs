using AshNotch.Core.Load;
using AshNotch.Formats;
using AshNotch.Store;
using AshNotch.Web.Guards;

namespace AshNotch.Web.Features;

/// <summary>How much the weeks asked of the body.</summary>
public static class LoadFeature
{
    /// <summary>A log that rests for longer ends with its last session; until then the weeks of rest are shown.</summary>
    private const int LongestRest = 42;

    /// <summary>The weeks, oldest first, empty ones too.</summary>
    public sealed record LoadAnswer(IReadOnlyList<WeekLoad> Weeks);

    public static void MapLoad(this WebApplication app) =>
        app.MapGet("/api/load", (HttpRequest request, Sessions sessions, TimeProvider clock) =>
        {
            var asked = new Asked(request);
            var asOf = asked.Date("asOf");
            if (asked.Faults.Count > 0)
                return Problems.Of(asked.Faults, 400);
            var visits = sessions.Visits();
            var today = DateOnly.FromDateTime(clock.GetLocalNow().DateTime);
            var last = visits.Count > 0 ? visits.Max(v => v.Date) : today;
            var through = asOf ?? (today.DayNumber - last.DayNumber is > 0 and <= LongestRest ? today : last);
            return Results.Json(new LoadAnswer(WeekLoads.Of(visits, through)), LogJson.Options);
        }).WithTags("load").Asks("asOf").Produces<LoadAnswer>();
}
