using System.Diagnostics.CodeAnalysis;
using AshNotch.Core.Log;
using AshNotch.Formats;
using AshNotch.Store;
using AshNotch.Web.Guards;
using Microsoft.AspNetCore.Http.HttpResults;

namespace AshNotch.Web.Features;

/// <summary>The people rolled with.</summary>
public static class PartnerFeature
{
    private const string Address = "/api/partners";

    private static readonly RecordKind<Partner> Kind = new("partner", Address)
    {
        Read = (context, newId) =>
            Bodies.Read(
                context.Request,
                (json, faults) => LogReader.Partner(json, "", faults, newId) with { Deleted = null },
                p => LogRules.Check(p)
            ),
        Id = p => p.Id,
        WithId = (p, id) => p with { Id = id },
        Add = (services, p) => services.GetRequiredService<Partners>().Add(p),
        Put = (services, p, expected) => services.GetRequiredService<Partners>().Put(p, expected),
        Bin = (services, id, expected, now) => services.GetRequiredService<Partners>().Bin(id, expected, now),
    };

    /// <summary>A partner as they are read, with how often they were rolled with and when last.</summary>
    public sealed record PartnerRead : Partner
    {
        /// <param name="row">What the store has.</param>
        [SetsRequiredMembers]
        public PartnerRead(PartnerRow row)
            : base(row.Partner) => (Version, Rolls, LastRolled) = (row.Version, row.Rolls, row.LastRolled);

        /// <summary>The version to send back with a change.</summary>
        public long Version { get; init; }

        /// <summary>How many rolls with them the log has.</summary>
        public int Rolls { get; init; }

        /// <summary>The day of the last one.</summary>
        public DateOnly? LastRolled { get; init; }
    }

    /// <summary>Maps its addresses.</summary>
    public static void MapPartners(this IEndpointRouteBuilder app)
    {
        var api = app.MapGroup(Address).WithTags("partners");
        api.MapGet("", async ([AsParameters] PageQuery page, Snapshots snapshots, CancellationToken stop) =>
            TypedResults.Ok(page.Of((await snapshots.Now(stop)).Partners, p => new PartnerRead(p), usual: 200))
        );

        api.MapGet("/{id}", Results<Ok<Partner>, ProblemHttpResult> (string id, HttpResponse response, Partners partners) =>
        {
            if (partners.Get(id) is not { } stored)
                return Problems.NotThere("partner");
            Versions.Tag(response, stored.Version);
            return TypedResults.Ok(stored.Value);
        });

        api.MapRecord(Kind);
    }
}
