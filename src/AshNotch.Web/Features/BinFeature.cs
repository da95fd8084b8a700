using AshNotch.Formats;
using AshNotch.Store;
using AshNotch.Web.Guards;

namespace AshNotch.Web.Features;

/// <summary>What was deleted, and taking it back.</summary>
public static class BinFeature
{
    public static void MapBin(this WebApplication app)
    {
        var api = app.MapGroup("/api/bin").WithTags("bin");
        api.MapGet("", (HttpRequest request, Bins bins) =>
        {
            var asked = new Asked(request);
            var (skip, take, page) = asked.Page(usual: 100);
            if (asked.Faults.Count > 0)
                return Problems.Of(asked.Faults, 400);
            var all = bins.All();
            return Results.Json(new Paged<Binned>([.. all.Skip(skip).Take(take)], all.Count, page, take), LogJson.Options);
        }).Asks("page", "size").Produces<Paged<Binned>>();

        api.MapPost("/restore", (HttpRequest request, Bins bins) =>
        {
            var asked = new Asked(request);
            return bins.Restore(asked.Text("kind") ?? "", asked.Text("id") ?? "", asked.Text("session"))
                ? Results.NoContent()
                : Problems.NotThere("such thing in the bin");
        }).Asks("kind", "id", "session").Produces(204);
    }
}
