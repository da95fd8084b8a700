using AshNotch.Core.Log;
using AshNotch.Formats;
using AshNotch.Store;
using AshNotch.Web.Guards;

namespace AshNotch.Web.Features;

/// <summary>The people rolled with.</summary>
public static class PartnerFeature
{
    public static void MapPartners(this WebApplication app)
    {
        var api = app.MapGroup("/api/partners").WithTags("partners");
        api.MapGet("", (HttpRequest request, Partners partners) =>
        {
            var asked = new Asked(request);
            var (skip, take, page) = asked.Page(usual: 200);
            if (asked.Faults.Count > 0)
                return Problems.Of(asked.Faults, 400);
            var all = partners.All();
            return Results.Json(new Paged<PartnerRead>([.. all.Skip(skip).Take(take).Select(p => new PartnerRead(p))], all.Count, page, take), LogJson.Options);
        }).Asks("page", "size").Produces<Paged<PartnerRead>>();

        api.MapGet("/{id}", (string id, HttpResponse response, Partners partners) =>
        {
            if (partners.Get(id) is not { } stored)
                return Problems.NotThere("partner");
            Versions.Tag(response, stored.Version);
            return Results.Json(stored.Value, LogJson.Options);
        }).Produces<Partner>();

        api.MapPost("", async (HttpRequest request, HttpResponse response, Partners partners) =>
        {
            var body = await Read(request, Guid.CreateVersion7().ToString());
            if (body.Refusal is { } refusal)
                return refusal;
            var written = partners.Add(body.Value!);
            return Versions.Answer(response, written, "partner", () => Results.Json(new Saved(body.Value!.Id, written.Version), LogJson.Options, statusCode: 201));
        }).Accepts<Partner>("application/json").Produces<Saved>(201);

        api.MapPut("/{id}", async (string id, HttpRequest request, HttpResponse response, Partners partners) =>
        {
            var body = await Read(request, id);
            if (body.Refusal is { } refusal)
                return refusal;
            if (!Versions.Named(request))
                return Problems.VersionNeeded();
            var written = partners.Put(body.Value! with { Id = id }, Versions.Expected(request) ?? -1);
            return Versions.Answer(response, written, "partner", () => Results.Json(new Saved(id, written.Version), LogJson.Options));
        }).Accepts<Partner>("application/json").Produces<Saved>();

        api.MapDelete("/{id}", (string id, Partners partners, TimeProvider clock) =>
            partners.Bin(id, clock.GetUtcNow()) ? Results.NoContent() : Problems.NotThere("partner")).Produces(204);
    }

    private static Task<Body<Partner>> Read(HttpRequest request, string newId) =>
        Bodies.Read(request, (json, faults) => LogReader.Partner(json, "", faults, newId), p => LogRules.Check(p));
}
