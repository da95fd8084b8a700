using Microsoft.Data.Sqlite;

namespace AshNotch.Store.Copies;

/// <summary>What a log or a copy of it holds.</summary>
/// <param name="Sessions">Sessions that are not in the bin.</param>
/// <param name="Rolls">Rolls that are not in the bin.</param>
/// <param name="Newest">The day of the latest session; null without any.</param>
public sealed record Holdings(int Sessions, int Rolls, DateOnly? Newest)
{
    internal static Holdings Of(SqliteConnection connection) =>
        connection.One(
            """
            SELECT (SELECT count(*) FROM session WHERE binned_at IS NULL),
              (SELECT count(*) FROM roll r JOIN session s ON s.key = r.session_key WHERE r.binned_at IS NULL AND s.binned_at IS NULL),
              (SELECT max(date) FROM session WHERE binned_at IS NULL)
            """,
            r => new Holdings(r.GetInt32(0), r.GetInt32(1), r.Text(2) is { } day ? Words.Date(day) : null)
        )!;
}

/// <summary>Where a log stands: two copies that stand at the same place hold the same.</summary>
/// <param name="Lineage">The line of changes.</param>
/// <param name="Change">How many changes it has seen.</param>
internal sealed record Standing(string Lineage, long Change)
{
    public static Standing Of(SqliteConnection connection) =>
        connection.One("SELECT lineage, change FROM state", r => new Standing(r.GetString(0), r.GetInt64(1)))!;
}

/// <summary>
/// A copy by SQLite's own online backup (sqlite.org/backup.html), of one unchanging picture while others go on writing. It only
/// gets its name once it is whole, sound and holds as much as the log did.
/// </summary>
internal static class CheckedCopy
{
    /// <summary>What a copy is called until it counts.</summary>
    public const string Half = ".half";

    /// <summary>Makes a copy.</summary>
    /// <param name="source">The log.</param>
    /// <param name="path">Where the copy is to stand; one that is there is replaced.</param>
    /// <exception cref="StoreException">It cannot be written, or did not turn out whole.</exception>
    public static void Make(SqliteConnection source, string path)
    {
        var half = path + Half;
        try
        {
            FolderLock.MakeFolder(Path.GetDirectoryName(path)!);
            File.Delete(half);
            Files.Make(half);
            Holdings holds;
            using (var picture = source.BeginTransaction(deferred: true))
            {
                holds = Holdings.Of(source);
                using var copy = Open(half);
                source.BackupDatabase(copy);
                // One file, without a write-ahead log beside it.
                copy.Run("PRAGMA journal_mode = DELETE");
            }

            using (var copy = Open(half))
                if (Fault(copy) is { } fault || Holdings.Of(copy) != holds)
                    throw StoreException.Damaged(half, "the copy is not what the log was");
            File.Move(half, path, overwrite: true);
        }
        catch (SqliteException error) when (StoreException.Of(error, path) is { } known)
        {
            throw known;
        }
        catch (Exception error) when (error is IOException and not StoreException or UnauthorizedAccessException)
        {
            throw new StoreException(
                StoreFault.Disk,
                $"The safety copy {path} could not be written: {error.Message.TrimEnd('.')}. The log itself is untouched; make room or "
                    + "name another folder, then try again.",
                error
            );
        }
        finally
        {
            Drop(half);
        }
    }

    /// <summary>What is wrong inside a file, in SQLite's words; null when it is sound.</summary>
    public static string? Fault(SqliteConnection connection)
    {
        var found = connection.One("PRAGMA integrity_check(1)", r => r.GetString(0)) ?? "no answer";
        if (found != "ok")
            return found.ReplaceLineEndings(" ");
        return connection.One("PRAGMA foreign_key_check", r => r.GetString(0)) is { } table
            ? $"a row of {table} belongs to one that is not there"
            : null;
    }

    /// <summary>A file that nobody else has open, without a pool that would keep it.</summary>
    public static SqliteConnection Open(string path, bool readOnly = false)
    {
        var connection = new SqliteConnection(
            new SqliteConnectionStringBuilder
            {
                DataSource = path,
                Pooling = false,
                Mode = readOnly ? SqliteOpenMode.ReadOnly : SqliteOpenMode.ReadWrite,
            }.ToString()
        );
        connection.Open();
        return connection;
    }

    private static void Drop(string path)
    {
        try
        {
            foreach (var ending in new[] { "", "-journal", "-wal", "-shm" })
                File.Delete(path + ending);
        }
        catch (Exception error) when (error is IOException or UnauthorizedAccessException) { }
    }
}
