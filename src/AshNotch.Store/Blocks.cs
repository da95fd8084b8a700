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

    /// <summary>The block with this id and its version; null when there is none outside the bin.</summary>
    public Versioned<Block>? Get(string id) => database.Read(c => Table.Get(c, id));

    /// <summary>Adds a block; <see cref="WriteOutcome.Exists"/> when the id is taken, be it by one in the bin.</summary>
    public Written Add(Block block) => database.Write(c => Table.Add(c, block), beside: true);

    /// <summary>
    /// Replaces a block, if the version that stands is as expected; else <see cref="WriteOutcome.Stale"/> or
    /// <see cref="WriteOutcome.Missing"/>.
    /// </summary>
    public Written Put(Block block, Expected expected) => database.Write(c => Table.Put(c, block, expected), beside: true);

    /// <summary>Into the bin. Goes done for it stay in their rolls.</summary>
    public Written Bin(string id, Expected? expected, DateTimeOffset now) =>
        database.Write(c => Table.Bin(c, id, expected, now), beside: true);
}
