using AshNotch.Core.Log;

namespace AshNotch.Store;

/// <summary>Goes of one roll, with where they stand.</summary>
/// <param name="Session">The session's id.</param>
/// <param name="Roll">The roll's id within it.</param>
/// <param name="Date">The day.</param>
/// <param name="Partner">The partner's id, if known.</param>
/// <param name="Goes">The goes.</param>
public sealed record DoneRoll(string Session, string Roll, DateOnly Date, string? Partner, Goes Goes);

/// <summary>Drill blocks, and the goes that rolls hold for them.</summary>
public sealed class Blocks(Database database)
{
    internal static readonly Documents<Block> Table = new("block", b => b.Id);

    /// <summary>All blocks not in the bin, latest first.</summary>
    public IReadOnlyList<Versioned<Block>> All() => [.. database.Read(Table.All).OrderByDescending(b => b.Value.From).ThenByDescending(b => b.Value.Id, StringComparer.Ordinal)];

    public Versioned<Block>? Get(string id) => database.Read(c => Table.Get(c, id));

    public Written Add(Block block) => database.Write(c => Table.Add(c, block), beside: true);

    public Written Put(Block block, long expected) => database.Write(c => Table.Put(c, block, expected), beside: true);

    /// <summary>Into the bin. Goes done for it stay in their rolls.</summary>
    public bool Bin(string id, DateTimeOffset now) => database.Write(c => Table.Bin(c, id, now), beside: true);

    /// <summary>Every roll with goes, oldest first.</summary>
    public IReadOnlyList<DoneRoll> Done() => database.Read(c => c.All(
        """
        SELECT s.id, r.id, s.date, p.id, r.goes FROM roll r JOIN session s ON s.key = r.session_key LEFT JOIN partner p ON p.key = r.partner_key
        WHERE r.goes IS NOT NULL AND r.binned_at IS NULL AND s.binned_at IS NULL ORDER BY s.date, s.key, r.place
        """,
        r => new DoneRoll(r.GetString(0), r.GetString(1), DateOnly.ParseExact(r.GetString(2), "yyyy-MM-dd"), r.Text(3), StoredJson.Read<Goes>(r.GetString(4)))));
}
