using System.Diagnostics.CodeAnalysis;
using AshNotch.Core.Log;
using AshNotch.Formats;
using AshNotch.Store;
using AshNotch.Web.Guards;
using Microsoft.AspNetCore.Http.HttpResults;

namespace AshNotch.Web.Features;

/// <summary>The owner's profile.</summary>
public static class AthleteFeature
{
    /// <summary>The profile as it is read.</summary>
    public sealed record AthleteRead : Athlete
    {
        /// <param name="stored">What the store has.</param>
        [SetsRequiredMembers]
        public AthleteRead(Versioned<Athlete> stored)
            : base(stored.Value) => Version = stored.Version;

        /// <summary>The version to send back with a change.</summary>
        public long Version { get; init; }
    }

    /// <summary>Maps its addresses.</summary>
    public static void MapAthlete(this IEndpointRouteBuilder app)
    {
        var api = app.MapGroup("/api/athlete").WithTags("athlete");
        api.MapGet("", Results<Ok<AthleteRead>, ProblemHttpResult> (HttpResponse response, Athletes athletes) =>
        {
            if (athletes.Get() is not { } stored)
                return Problems.Of(
                    404,
                    "Nobody yet.",
                    "This log has no owner yet. Say who you are on the first page, or import a logbook."
                );
            Versions.Tag(response, stored.Version);
            return TypedResults.Ok(new AthleteRead(stored));
        });

        api.MapPut("", async Task<Results<Ok<Saved>, ProblemHttpResult>> (HttpRequest request, HttpResponse response, Athletes athletes) =>
            {
                var body = await Bodies.Read(request, (json, faults) => LogReader.Athlete(json, "", faults), a => LogRules.Check(a));
                if (body.Refusal is { } refusal)
                    return refusal;
                return Versions.Of(request) is { } expected
                    ? Versions.Saved(response, athletes.Put(body.Value!, expected), "profile", "athlete")
                    : Problems.VersionNeeded();
            })
            .Accepts<Athlete>("application/json");
    }
}
