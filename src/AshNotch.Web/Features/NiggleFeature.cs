using System.Diagnostics.CodeAnalysis;
using AshNotch.Core.Drilling;
using AshNotch.Core.Log;
using AshNotch.Formats;
using AshNotch.Store;
using AshNotch.Web.Guards;

namespace AshNotch.Web.Features;

/// <summary>Sore or hurt parts of the body, as the owner notes them.</summary>
public static class NiggleFeature
{
    public sealed record NiggleRead : Niggle
    {
        [SetsRequiredMembers]
        public NiggleRead(Versioned<Niggle> stored)
            : base(stored.Value) => Version = stored.Version;

        public long Version { get; init; }
    }

    /// <summary>The niggles, latest first, with what has to be said beside them.</summary>
    public sealed record NigglesAnswer(IReadOnlyList<NiggleRead> Items, int Total, int Page, int Size, IReadOnlyList<Caution> Cautions);

    public static void MapNiggles(this WebApplication app)
    {
        var api = app.MapGroup("/api/niggles").WithTags("load");
        api.MapGet("", (HttpRequest request, Niggles niggles) =>
        {
            var asked = new Asked(request);
            var (skip, take, page) = asked.Page(usual: 200);
            if (asked.Faults.Count > 0)
                return Problems.Of(asked.Faults, 400);
            var all = niggles.All();
            return Results.Json(new NigglesAnswer([.. all.Skip(skip).Take(take).Select(n => new NiggleRead(n))], all.Count, page, take, Cautions.Of("niggle")), LogJson.Options);
        }).Asks("page", "size").Produces<NigglesAnswer>();

        api.MapPost("", async (HttpRequest request, HttpResponse response, Niggles niggles) =>
        {
            var body = await Read(request, Guid.CreateVersion7().ToString());
            if (body.Refusal is { } refusal)
                return refusal;
            var written = niggles.Add(body.Value!);
            return Versions.Answer(response, written, "niggle", () => Results.Json(new Saved(body.Value!.Id, written.Version), LogJson.Options, statusCode: 201));
        }).Accepts<Niggle>("application/json").Produces<Saved>(201);

        api.MapPut("/{id}", async (string id, HttpRequest request, HttpResponse response, Niggles niggles) =>
        {
            var body = await Read(request, id);
            if (body.Refusal is { } refusal)
                return refusal;
            if (!Versions.Named(request))
                return Problems.VersionNeeded();
            var written = niggles.Put(body.Value! with { Id = id }, Versions.Expected(request) ?? -1);
            return Versions.Answer(response, written, "niggle", () => Results.Json(new Saved(id, written.Version), LogJson.Options));
        }).Accepts<Niggle>("application/json").Produces<Saved>();

        api.MapDelete("/{id}", (string id, Niggles niggles, TimeProvider clock) =>
            niggles.Bin(id, clock.GetUtcNow()) ? Results.NoContent() : Problems.NotThere("niggle")).Produces(204);
    }

    private static Task<Body<Niggle>> Read(HttpRequest request, string newId) =>
        Bodies.Read(request, (json, faults) => BlockReader.Niggle(json, "", faults, newId), n => BlockRules.Check(n));
}
