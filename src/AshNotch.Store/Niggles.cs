using AshNotch.Core.Log;
using Microsoft.Data.Sqlite;

namespace AshNotch.Store;

/// <summary>Sore or hurt parts of the body.</summary>
public sealed class Niggles(Database database)
{
    internal static readonly Documents<Niggle> Table = new("niggle", n => n.Id);

    /// <summary>All not in the bin, latest first.</summary>
    public IReadOnlyList<Versioned<Niggle>> All() => database.Read(All);

    internal static IReadOnlyList<Versioned<Niggle>> All(SqliteConnection connection) =>
        [.. Table.All(connection).OrderByDescending(n => n.Value.From)];

    /// <summary>Adds a niggle; <see cref="WriteOutcome.Exists"/> when the id is taken, be it by one in the bin.</summary>
    public Written Add(Niggle niggle) => database.Write(c => Table.Add(c, niggle), beside: true);

    /// <summary>
    /// Replaces a niggle, if the version that stands is as expected; else <see cref="WriteOutcome.Stale"/> or
    /// <see cref="WriteOutcome.Missing"/>.
    /// </summary>
    public Written Put(Niggle niggle, Expected expected) => database.Write(c => Table.Put(c, niggle, expected), beside: true);

    /// <summary>Into the bin, if the version is the one that was read (or none was named).</summary>
    public Written Bin(string id, Expected? expected, DateTimeOffset now) =>
        database.Write(c => Table.Bin(c, id, expected, now), beside: true);
}
