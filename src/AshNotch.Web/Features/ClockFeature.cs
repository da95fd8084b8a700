using System.Diagnostics.CodeAnalysis;
using AshNotch.Core.Log;
using AshNotch.Formats;
using AshNotch.Store;
using AshNotch.Web.Guards;

namespace AshNotch.Web.Features;

/// <summary>Keeps ways of the owner's own to set the round clock. The clock itself runs on the page, which needs nobody for it.</summary>
public static class ClockFeature
{
    private const string Address = "/api/clocks";

    private static readonly RecordKind<ClockPreset> Kind = new("clock", Address)
    {
        Read = async (context, newId) =>
        {
            var ground = (await context.RequestServices.GetRequiredService<Snapshots>().Now(context.RequestAborted)).Ground;
            return await Bodies.Read(
                context.Request,
                (json, faults) => LogReader.ClockPreset(json, "", faults, newId),
                c => c.Check(ground)
            );
        },
        Id = c => c.Id,
        WithId = (c, id) => c with { Id = id },
        Add = (services, c) => services.GetRequiredService<ClockPresets>().Add(c),
        Put = (services, c, expected) => services.GetRequiredService<ClockPresets>().Put(c, expected),
        Bin = (services, id, expected, now) => services.GetRequiredService<ClockPresets>().Bin(id, expected, now),
    };

    /// <summary>A way to set the clock, as it is read.</summary>
    public sealed record ClockRead : ClockPreset
    {
        /// <param name="stored">What the store has.</param>
        [SetsRequiredMembers]
        public ClockRead(Versioned<ClockPreset> stored)
            : base(stored.Value) => Version = stored.Version;

        /// <summary>The version to send back with a change.</summary>
        public long Version { get; init; }
    }

    /// <summary>Maps its addresses.</summary>
    public static void MapClocks(this IEndpointRouteBuilder app)
    {
        var api = app.MapGroup(Address).WithTags("clocks");
        api.MapGet("", ([AsParameters] PageQuery page, ClockPresets clocks) =>
            TypedResults.Ok(page.Of(clocks.All(), c => new ClockRead(c), usual: ClockPreset.MostOwn))
        );
        api.MapRecord(Kind);
    }
}
