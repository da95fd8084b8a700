using Microsoft.Data.Sqlite;

namespace AshNotch.Store;

/// <summary>A table of records that are kept whole: an id, the record as JSON, a version, and the bin.</summary>
/// <param name="table">The table's name.</param>
/// <param name="idOf">A record's id.</param>
internal sealed class Documents<T>(string table, Func<T, string> idOf)
    where T : class
{
    /// <summary>Every record not in the bin, in the order in which they came.</summary>
    public IReadOnlyList<Versioned<T>> All(SqliteConnection connection) =>
        connection.All($"SELECT body, version FROM {table} WHERE binned_at IS NULL ORDER BY key", Read);

    public Versioned<T>? Get(SqliteConnection connection, string id, bool binnedToo = false) =>
        connection.One(
            $"SELECT body, version FROM {table} WHERE id = $id AND ($all OR binned_at IS NULL)",
            Read,
            ("$id", id),
            ("$all", binnedToo)
        );

    public Written Add(SqliteConnection connection, T record) =>
        Get(connection, idOf(record), binnedToo: true) is { } stored
            ? new Written(WriteOutcome.Exists, stored.Version)
            : Save(connection, record);

    public Written Put(SqliteConnection connection, T record, Expected expected) =>
        Written.Refused(Get(connection, idOf(record))?.Version ?? 0, expected) ?? Save(connection, record);

    /// <summary>Adds or replaces, and takes out of the bin.</summary>
    public Written Save(SqliteConnection connection, T record) =>
        new(
            WriteOutcome.Saved,
            connection.One(
                $"""
                INSERT INTO {table} (id, body, version) VALUES ($id, $body, 1)
                ON CONFLICT (id) DO UPDATE SET body = $body, version = version + 1, binned_at = NULL
                RETURNING version
                """,
                r => r.GetInt64(0),
                ("$id", idOf(record)),
                ("$body", StoredJson.Write(record))
            )
        );

    public Written Bin(SqliteConnection connection, string id, Expected? expected, DateTimeOffset now)
    {
        var version = Get(connection, id)?.Version ?? 0;
        if (Written.Refused(version, expected ?? Expected.Anything) is { } refused)
            return refused;
        Bins.Bin(connection, table, "id = $id", now, ("$id", id));
        return new Written(WriteOutcome.Saved, version + 1);
    }

    /// <summary>Merges what a file brings; what is alike stays untouched.</summary>
    public void Merge(SqliteConnection connection, IEnumerable<T> records)
    {
        foreach (var record in records)
            if (!Same.As(Get(connection, idOf(record))?.Value, record))
                Save(connection, record);
    }

    private static Versioned<T> Read(SqliteDataReader r) => new(StoredJson.Read<T>(r.GetString(0)), r.GetInt64(1));
}
