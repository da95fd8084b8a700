using AshNotch.Core.Log;
using Microsoft.Data.Sqlite;

namespace AshNotch.Store;

/// <summary>Drill blocks, and the goes that rolls hold for them.</summary>
public sealed class Blocks(Database database)
{
    internal static readonly Documents<Block> Table = new("block", b => b.Id);

    /// <summary>All blocks not in the bin, latest first.</summary>
    public IReadOnlyList<Versioned<Block>> All() => database.Read(All);

    internal static IReadOnlyList<Versioned<Block>> All(SqliteConnection connection) =>
        [.. Table.All(connection).OrderByDescending(b => b.Value.From).ThenByDescending(b => b.Value.Id, StringComparer.Ordinal)];

    public Versioned<Block>? Get(string id) => database.Read(c => Table.Get(c, id));

    public Written Add(Block block) => database.Write(c => Table.Add(c, block), beside: true);

    public Written Put(Block block, Expected expected) => database.Write(c => Table.Put(c, block, expected), beside: true);

    /// <summary>Into the bin. Goes done for it stay in their rolls.</summary>
    public Written Bin(string id, Expected? expected, DateTimeOffset now) =>
        database.Write(c => Table.Bin(c, id, expected, now), beside: true);
}
