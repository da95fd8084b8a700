using AshNotch.Core.Load;
using AshNotch.Store;
using AshNotch.Web.Guards;
using AshNotch.Web.Services;
using Microsoft.AspNetCore.Mvc;

namespace AshNotch.Web.Features;

/// <summary>How much the weeks asked of the body.</summary>
public static class LoadFeature
{
    private const int UsualWeeks = 104;

    /// <summary>The weeks, oldest first, empty ones too.</summary>
    /// <param name="Weeks">The last of them, as many as were asked for.</param>
    /// <param name="Total">How many weeks the log has.</param>
    public sealed record LoadAnswer(IReadOnlyList<WeekLoad> Weeks, int Total);

    /// <summary>What is asked of the weeks.</summary>
    public sealed record LoadQuery
    {
        /// <summary>The last day looked at; the log's own end when not said.</summary>
        [FromQuery(Name = "asOf")]
        public QueryDay? AsOf { get; init; }

        /// <summary>How many weeks up to it; two years when not said.</summary>
        [FromQuery(Name = "weeks")]
        public QueryCount? Weeks { get; init; }
    }

    /// <summary>Maps its addresses.</summary>
    public static void MapLoad(this IEndpointRouteBuilder app) =>
        app.MapGet("/api/load", async ([AsParameters] LoadQuery asked, Snapshots snapshots, TimeProvider clock, CancellationToken stop) =>
            {
                var visits = (await snapshots.Now(stop)).Visits;
                var all = WeekLoads.Of(visits, asked.AsOf?.Value ?? WeekLoads.Through(visits, clock.Today()));
                return Figures.Of(new LoadAnswer([.. all.TakeLast(asked.Weeks?.Value ?? UsualWeeks)], all.Count));
            })
            .WithTags("load");
}
