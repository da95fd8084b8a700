using Microsoft.Data.Sqlite;

namespace AshNotch.Store.Copies;

/// <summary>What a look at a whole log found.</summary>
/// <param name="Holds">What is in it; null when it cannot be read.</param>
/// <param name="Faults">What is wrong, in sentences; empty when it is sound.</param>
public sealed record LogCheck(Holdings? Holds, IReadOnlyList<string> Faults)
{
    private const int MostFaults = 100;

    /// <summary>
    /// Looks at a log without changing it: that its pages are sound and no row belongs to one that is not there (by SQLite), that
    /// everything in it can be read, and that as many rolls are read as are counted.
    /// </summary>
    /// <param name="path">The file.</param>
    public static LogCheck Of(string path)
    {
        if (!File.Exists(path))
            return new LogCheck(null, [$"There is no log at {path}."]);
        try
        {
            using var connection = CheckedCopy.Open(path, readOnly: true);
            using var picture = connection.BeginTransaction(deferred: true);
            if (Migrator.VersionOf(connection, path) < Migrator.All[^1].Number)
                return new LogCheck(null, [$"{path} is of an older version: start the program once, then look again."]);
            var faults = connection
                .All($"PRAGMA integrity_check({MostFaults})", r => r.GetString(0))
                .Where(found => found != "ok")
                .Select(found => $"SQLite says: {found.ReplaceLineEndings(" ").TrimEnd('.')}.")
                .ToList();
            faults.AddRange(
                connection
                    .All("PRAGMA foreign_key_check", r => (Table: r.GetString(0), Parent: r.GetString(2)))
                    .GroupBy(o => o)
                    .Select(g => $"{g.Count()} rows of {g.Key.Table} belong to rows of {g.Key.Parent} that are not there.")
            );
            var holds = Holdings.Of(connection);
            var unreadable = new List<string>();
            var read = SessionRows.Every(connection, unreadable).Select(s => s.Rolls.Count).ToList();
            faults.AddRange(unreadable.Take(MostFaults).Select(name => $"The {name} cannot be read."));
            if (unreadable.Count == 0 && (read.Count, read.Sum()) != (holds.Sessions, holds.Rolls))
                faults.Add(
                    $"{holds.Sessions} sessions with {holds.Rolls} rolls are counted, and {read.Count} with {read.Sum()} can be read."
                );
            var unread = connection.One(
                "SELECT count(*) FROM roll r WHERE NOT EXISTS (SELECT 1 FROM reading d WHERE d.roll_key = r.key)",
                r => r.GetInt32(0)
            );
            if (unread > 0)
                faults.Add($"{unread} rolls were never read for the judgement: start the program once, then look again.");
            return new LogCheck(holds, faults);
        }
        catch (SqliteException error)
        {
            return new LogCheck(null, [$"{path} cannot be read: {error.Message.TrimEnd('.')}."]);
        }
        catch (StoreException error)
        {
            return new LogCheck(null, [error.Message]);
        }
    }
}
