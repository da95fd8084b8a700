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

    private static readonly RecordKind<Niggle> Kind = new("niggle", Address)
    {
        Read = (context, newId) =>
        {
            var days = context.RequestServices.GetRequiredService<TimeProvider>().Bounds();
            return Bodies.Read(
                context.Request,
                (json, faults) => BlockReader.Niggle(json, "", faults, newId),
                n => BlockRules.Check(n, days)
            );
        },
        Id = n => n.Id,
        WithId = (n, id) => n with { Id = id },
        Add = (services, n) => services.GetRequiredService<Niggles>().Add(n),
        Put = (services, n, expected) => services.GetRequiredService<Niggles>().Put(n, expected),
        Bin = (services, id, expected, now) => services.GetRequiredService<Niggles>().Bin(id, expected, now),
    };

    /// <summary>Maps its addresses.</summary>
    public static void MapNiggles(this IEndpointRouteBuilder app)
    {
        var api = app.MapGroup(Address).WithTags("load");
        api.MapGet("", ([AsParameters] PageQuery asked, Niggles niggles) =>
        {
            var page = asked.Of(niggles.All(), n => new NiggleRead(n), usual: 200);
            return TypedResults.Ok(new NigglesAnswer(page.Items, page.Total, page.Page, page.Size, Cautions.Of(Situation.Niggle)));
        });

        api.MapRecord(Kind);
    }
}
