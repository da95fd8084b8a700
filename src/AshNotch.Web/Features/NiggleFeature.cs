using System.Diagnostics.CodeAnalysis;
using AshNotch.Core.Drilling;
using AshNotch.Core.Log;
using AshNotch.Formats;
using AshNotch.Store;
using AshNotch.Web.Guards;
using AshNotch.Web.Services;
using Microsoft.AspNetCore.Http.HttpResults;

namespace AshNotch.Web.Features;

/// <summary>Sore or hurt parts of the body, as the owner notes them.</summary>
public static class NiggleFeature
{
    private const string Address = "/api/niggles";

    /// <summary>A niggle as it is read.</summary>
    public sealed record NiggleRead : Niggle
    {
        /// <param name="stored">What the store has.</param>
        [SetsRequiredMembers]
        public NiggleRead(Versioned<Niggle> stored)
            : base(stored.Value) => Version = stored.Version;

        /// <summary>The version to send back with a change.</summary>
        public long Version { get; init; }
    }

    /// <summary>The niggles, latest first, with what has to be said beside them.</summary>
    public sealed record NigglesAnswer(IReadOnlyList<NiggleRead> Items, int Total, int Page, int Size, IReadOnlyList<Caution> Cautions);

    /// <summary>Maps its addresses.</summary>
    public static void MapNiggles(this IEndpointRouteBuilder app)
    {
        var api = app.MapGroup(Address).WithTags("load");
        api.MapGet("", ([AsParameters] PageQuery asked, Niggles niggles) =>
        {
            var page = asked.Of(niggles.All(), n => new NiggleRead(n), usual: 200);
            return TypedResults.Ok(new NigglesAnswer(page.Items, page.Total, page.Page, page.Size, Cautions.Of(Situation.Niggle)));
        });

        api.MapPost(
                "",
                async Task<Results<Created<Saved>, ProblemHttpResult>> (
                    HttpRequest request,
                    HttpResponse response,
                    Niggles niggles,
                    TimeProvider clock
                ) =>
                {
                    var body = await Read(request, Guid.CreateVersion7().ToString(), clock);
                    return body.Refusal is { } refusal
                        ? refusal
                        : Versions.Created(response, niggles.Add(body.Value!), "niggle", body.Value!.Id, Address);
                }
            )
            .Accepts<Niggle>("application/json");

        api.MapPut(
                "/{id}",
                async Task<Results<Ok<Saved>, ProblemHttpResult>> (
                    string id,
                    HttpRequest request,
                    HttpResponse response,
                    Niggles niggles,
                    TimeProvider clock
                ) =>
                {
                    var body = await Read(request, id, clock);
                    if (body.Refusal is { } refusal)
                        return refusal;
                    return Versions.Of(request) is { } expected
                        ? Versions.Saved(response, niggles.Put(body.Value! with { Id = id }, expected), "niggle", id)
                        : Problems.VersionNeeded();
                }
            )
            .Accepts<Niggle>("application/json");

        api.MapDelete("/{id}", (string id, HttpRequest request, Niggles niggles, TimeProvider clock) =>
            Versions.Gone(niggles.Bin(id, Versions.Of(request), clock.GetUtcNow()), "niggle")
        );
    }

    private static Task<Body<Niggle>> Read(HttpRequest request, string newId, TimeProvider clock) =>
        Bodies.Read(request, (json, faults) => BlockReader.Niggle(json, "", faults, newId), n => BlockRules.Check(n, clock.Bounds()));
}
