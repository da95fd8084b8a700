using AshNotch.Store;
using AshNotch.Web.Guards;
using Microsoft.AspNetCore.Http.HttpResults;

namespace AshNotch.Web.Features;

/// <summary>What was deleted, and taking it back.</summary>
public static class BinFeature
{
    /// <summary>Maps its addresses.</summary>
    public static void MapBin(this IEndpointRouteBuilder app)
    {
        var api = app.MapGroup("/api/bin").WithTags("bin");
        api.MapGet("", ([AsParameters] PageQuery page, Bins bins) => TypedResults.Ok(page.Of(bins.All(), b => b, usual: 100)));

        api.MapPost("/restore", Results<NoContent, ProblemHttpResult> (string? kind, string? id, string? session, Bins bins) =>
            bins.Restore(kind ?? "", id ?? "", session) ? TypedResults.NoContent() : Problems.NotThere("such thing in the bin")
        );
    }
}
