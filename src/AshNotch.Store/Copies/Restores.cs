using Microsoft.Data.Sqlite;

namespace AshNotch.Store.Copies;

/// <summary>What a copy would change, or has changed.</summary>
/// <param name="Now">What the log holds now; null when it cannot be read.</param>
/// <param name="Then">What it would hold.</param>
/// <param name="Aside">The name of the copy of what was there before, by which it can be undone; null when nothing was changed.</param>
public sealed record Restored(Holdings? Now, Holdings Then, string? Aside);

/// <summary>Puts a copy in the place of the log. It is checked whole first, and what was there is copied aside.</summary>
/// <param name="database">The log.</param>
/// <param name="backups">Where what was there goes.</param>
public sealed class Restores(Database database, Backups backups)
{
    /// <summary>What the folders are called in which copies are made ready.</summary>
    internal const string Bench = ".restore-";

    private readonly Lock restoring = new();

    /// <summary>Looks at a copy, and with <paramref name="take"/> puts it in the log's place, all of it or nothing.</summary>
    /// <param name="file">The copy; it stays as it is.</param>
    /// <param name="take">Whether to take it, or only to say what it would change.</param>
    /// <exception cref="StoreException">It is no log, is damaged or is a newer version's; or it cannot be written.</exception>
    public Restored From(string file, bool take)
    {
        lock (restoring)
        {
            // Made ready in a folder of its own: a copy of an older version is brought up to date there, not where it stands.
            var bench = Path.Combine(backups.Folder, Bench + Guid.NewGuid().ToString("N"));
            try
            {
                FolderLock.MakeFolder(backups.Folder);
                FolderLock.MakeFolder(bench);
                var ready = Path.Combine(bench, "log.db");
                File.Copy(file, ready);
                Check(ready, Path.GetFileName(file));
                var then = BroughtUpToDate(ready, Path.GetFileName(file));
                var now = database.Damage is null ? database.Read(Holdings.Of) : null;
                if (!take)
                    return new Restored(now, then, null);
                var aside = database.Damage is null ? backups.MakeAside() : null;
                Number(ready);
                return new Restored(now, then, database.ReplaceWith(ready) ?? aside);
            }
            catch (Exception error) when (error is IOException and not StoreException or UnauthorizedAccessException)
            {
                throw new StoreException(
                    StoreFault.Disk,
                    $"The copy could not be made ready: {error.Message.TrimEnd('.')}. The log is as it was; make room, then try again.",
                    error
                );
            }
            finally
            {
                if (Directory.Exists(bench))
                    Directory.Delete(bench, recursive: true);
            }
        }
    }

    private static void Check(string ready, string name)
    {
        try
        {
            using var copy = CheckedCopy.Open(ready);
            if (Migrator.VersionOf(copy, name) == 0)
                throw new StoreException(StoreFault.Foreign, $"{name} is an empty file and no copy of a log. The log is as it was.");
            if (CheckedCopy.Fault(copy) is { } fault)
                throw Bad(name, fault);
        }
        catch (SqliteException error)
        {
            throw Bad(name, error.Message, error);
        }
    }

    private static StoreException Bad(string name, string found, Exception? inner = null) =>
        new(
            StoreFault.Damaged,
            $"{name} is no sound copy of a log ({found.TrimEnd('.')}). The log is as it was; take another copy.",
            inner
        );

    private static Holdings BroughtUpToDate(string ready, string name)
    {
        using var copy = new Database(ready);
        return copy.Damage is { } damage
            ? throw Bad(name, damage.InnerException?.Message ?? "its parts do not agree", damage)
            : copy.Read(Holdings.Of);
    }

    /// <summary>
    /// A new line of changes, numbered on from both: nothing that a page or a memory knows by the old numbers is taken for what
    /// stands there now.
    /// </summary>
    private void Number(string ready)
    {
        var (change, version) = database.Damage is null
            ? database.Read(c => (c.One("SELECT change FROM state", r => r.GetInt64(0)), Highest(c)))
            : (0, 0);
        using var copy = CheckedCopy.Open(ready);
        using var transaction = copy.BeginTransaction(deferred: false);
        copy.Run(
            "UPDATE state SET change = max(change, $change) + 1, judged_change = max(change, $change) + 1, lineage = "
                + "lower(hex(randomblob(8)))",
            ("$change", change)
        );
        foreach (var table in Versioned)
            copy.Run($"UPDATE {table} SET version = version + $version", ("$version", version));
        transaction.Commit();
    }

    private static readonly string[] Versioned = ["session", "roll", "partner", "athlete", "block", "niggle", "ruleset", "clock"];

    private static long Highest(SqliteConnection connection) =>
        Versioned.Max(table => connection.One($"SELECT coalesce(max(version), 0) FROM {table}", r => r.GetInt64(0)));
}
