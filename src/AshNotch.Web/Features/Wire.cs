using System.Diagnostics.CodeAnalysis;
using AshNotch.Core.Log;
using AshNotch.Store;

namespace AshNotch.Web.Features;

/// <summary>A page of a list.</summary>
public sealed record Paged<T>(IReadOnlyList<T> Items, int Total, int Page, int Size);

/// <summary>A session as it is read: the file's members and the version to send back with a change.</summary>
public sealed record SessionRead : Session
{
    [SetsRequiredMembers]
    public SessionRead(Versioned<Session> stored)
        : base(stored.Value) => Version = stored.Version;

    public long Version { get; init; }
}

/// <summary>A roll as it is read.</summary>
public sealed record RollRead : Roll
{
    [SetsRequiredMembers]
    public RollRead(Versioned<Roll> stored)
        : base(stored.Value) => Version = stored.Version;

    public long Version { get; init; }
}

/// <summary>A partner as they are read, with how often they were rolled with and when last.</summary>
public sealed record PartnerRead : Partner
{
    [SetsRequiredMembers]
    public PartnerRead(PartnerRow row)
        : base(row.Partner) => (Version, Rolls, LastRolled) = (row.Version, row.Rolls, row.LastRolled);

    public long Version { get; init; }

    public int Rolls { get; init; }

    public DateOnly? LastRolled { get; init; }
}

/// <summary>The profile as it is read.</summary>
public sealed record AthleteRead : Athlete
{
    [SetsRequiredMembers]
    public AthleteRead(Versioned<Athlete> stored)
        : base(stored.Value) => Version = stored.Version;

    public long Version { get; init; }
}

/// <summary>What is answered to a write.</summary>
public sealed record Saved(string Id, long Version);
