using Microsoft.Data.Sqlite;

namespace AshNotch.Store;

/// <summary>Something that was deleted and can come back.</summary>
/// <param name="Kind"><c>session</c>, <c>roll</c>, <c>partner</c>, <c>block</c> <c>niggle</c>, <c>ruleset</c> or <c>clock</c>.</param>
/// <param name="Id">Its id.</param>
/// <param name="Session">For a roll, the id of its session.</param>
/// <param name="Says">What it is, for people.</param>
/// <param name="BinnedAt">When it was deleted.</param>
public sealed record Binned(string Kind, string Id, string? Session, string Says, DateTimeOffset BinnedAt);

/// <summary>The bin: what was deleted stays here whole until it is taken back.</summary>
public sealed class Bins(Database database)
{
    /// <summary>Everything in the bin, last deleted first. Rolls of a binned session come back with it and are not listed.</summary>
    public IReadOnlyList<Binned> All() =>
        database.Read(c =>
            c.All(
                """
                SELECT 'session', s.id, NULL, s.date || ', ' || count(r.key) || ' rolls', s.binned_at
                FROM session s LEFT JOIN roll r ON r.session_key = s.key AND r.binned_at IS NULL
                WHERE s.binned_at IS NOT NULL AND s.binned_at <> 'importing' GROUP BY s.key
                UNION ALL
                SELECT 'roll', r.id, s.id, s.date || ', with ' || coalesce(p.name, 'somebody'), r.binned_at
                FROM roll r JOIN session s ON s.key = r.session_key LEFT JOIN partner p ON p.key = r.partner_key
                WHERE r.binned_at IS NOT NULL AND s.binned_at IS NULL
                UNION ALL
                SELECT 'partner', id, NULL, name, binned_at FROM partner WHERE binned_at IS NOT NULL AND binned_at <> 'importing'
                UNION ALL
                SELECT 'block', id, NULL, 'drill block from ' || (body ->> 'from'), binned_at FROM block WHERE binned_at IS NOT NULL
                UNION ALL
                SELECT 'niggle', id, NULL, (body ->> 'part') || ', from ' || (body ->> 'from'), binned_at FROM niggle WHERE
                  binned_at IS NOT NULL
                UNION ALL
                SELECT 'ruleset', id, NULL, 'rules: ' || (body ->> 'name'), binned_at FROM ruleset WHERE binned_at IS NOT NULL
                UNION ALL
                SELECT 'clock', id, NULL, body ->> 'name', binned_at FROM clock WHERE binned_at IS NOT NULL
                ORDER BY 5 DESC
                """,
                r => new Binned(r.GetString(0), r.GetString(1), r.Text(2), r.GetString(3), DateTimeOffset.Parse(r.GetString(4)))
            )
        );

    /// <summary>Takes something back; false when it is not in the bin.</summary>
    public bool Restore(string kind, string id, string? session) =>
        database.Write(c =>
            kind switch
            {
                "session" => Restore(c, "session", "id = $id", ("$id", id)),
                "partner" or "block" or "niggle" or "ruleset" or "clock" => Restore(c, kind, "id = $id", ("$id", id)),
                "roll" => Restore(
                    c,
                    "roll",
                    "id = $id AND session_key = (SELECT key FROM session WHERE id = $session)",
                    ("$id", id),
                    ("$session", session)
                )
                    && c.Run("UPDATE session SET version = version + 1 WHERE id = $session", ("$session", session)) > 0,
                _ => false,
            }
        );

    internal static bool Bin(
        SqliteConnection connection,
        string table,
        string where,
        DateTimeOffset now,
        params (string, object?)[] values
    ) =>
        connection.Run(
            $"UPDATE {table} SET binned_at = $now, version = version + 1 WHERE {where} AND binned_at IS NULL",
            [("$now", now.UtcDateTime.ToString("O")), .. values]
        ) > 0;

    private static bool Restore(SqliteConnection connection, string table, string where, params (string, object?)[] values) =>
        connection.Run(
            $"UPDATE {table} SET binned_at = NULL, version = version + 1 WHERE {where} AND binned_at IS NOT NULL AND binned_at <> "
                + "'importing'",
            values
        ) > 0;
}
