using AshNotch.Core.Log;

namespace AshNotch.Store;

/// <summary>Ways of the owner's own to set the round clock.</summary>
public sealed class ClockPresets(Database database)
{
    internal static readonly Documents<ClockPreset> Table = new("clock", c => c.Id);

    /// <summary>All not in the bin, in the order in which they came.</summary>
    public IReadOnlyList<Versioned<ClockPreset>> All() => database.Read(Table.All);

    /// <summary>Adds one; <see cref="WriteOutcome.Exists"/> when the id is taken, be it by one in the bin.</summary>
    public Written Add(ClockPreset preset) => database.Write(c => Table.Add(c, preset), beside: true);

    /// <summary>
    /// Replaces one, if the version that stands is as expected; else <see cref="WriteOutcome.Stale"/> or
    /// <see cref="WriteOutcome.Missing"/>.
    /// </summary>
    public Written Put(ClockPreset preset, Expected expected) => database.Write(c => Table.Put(c, preset, expected), beside: true);

    /// <summary>Into the bin, if the version is the one that was read (or none was named).</summary>
    public Written Bin(string id, Expected? expected, DateTimeOffset now) =>
        database.Write(c => Table.Bin(c, id, expected, now), beside: true);
}
