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

    public Written Add(Niggle niggle) => database.Write(c => Table.Add(c, niggle), beside: true);

    public Written Put(Niggle niggle, Expected expected) => database.Write(c => Table.Put(c, niggle, expected), beside: true);

    public Written Bin(string id, Expected? expected, DateTimeOffset now) =>
        database.Write(c => Table.Bin(c, id, expected, now), beside: true);
}
