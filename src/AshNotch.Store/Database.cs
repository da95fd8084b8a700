using Microsoft.Data.Sqlite;

namespace AshNotch.Store;

/// <summary>
/// One practitioner's file. Write-ahead log, foreign keys, and a commit is on the disk before it is answered
/// (<c>synchronous = FULL</c>). Writers take turns inside this process; a <see cref="FolderLock"/> keeps a second one out.
/// What is outside the program's power comes out as a <see cref="StoreException"/>. Safe to use from many threads.
/// </summary>
public sealed class Database : IDisposable
{
    private const int NotADatabase = 26;

    /// <summary>How long what nobody sees lets others go first, in milliseconds.</summary>
    private const int LongestWay = 200;

    /// <summary>The file itself, and what SQLite keeps beside it.</summary>
    private static readonly string[] Endings = ["", "-wal", "-shm"];

    private readonly SqliteConnectionStringBuilder connectionText;
    private readonly Lock writing = new();
    private StoreException? damage;
    private StoreException? refused;
    private bool unsettled;
    private int waiting;

    /// <param name="path">The file; made when it does not exist, with its folder.</param>
    /// <param name="lastMigration">Stop after this migration; for tests of the next one.</param>
    /// <exception cref="StoreException">The file cannot be opened, or is not ours to write.</exception>
    public Database(string path, int lastMigration = int.MaxValue)
    {
        Path = System.IO.Path.GetFullPath(path);
        connectionText = new SqliteConnectionStringBuilder
        {
            DataSource = Path,
            Pooling = true,
            DefaultTimeout = 10,
            Mode = SqliteOpenMode.ReadWrite,
        };
        try
        {
            FolderLock.MakeFolder(System.IO.Path.GetDirectoryName(Path)!);
            Files.Make(Path);
            Begin(lastMigration);
        }
        catch (SqliteException error) when (error.SqliteErrorCode == NotADatabase)
        {
            throw new StoreException(
                StoreFault.Foreign,
                $"The file {Path} is no database that Ash Notch could read, and is left alone. Move it away, or name another folder in "
                    + "ASHNOTCH_DATA.",
                error
            );
        }
        catch (SqliteException error) when (StoreException.Of(error, Path) is { Fault: StoreFault.Damaged } found)
        {
            // The check itself falls over some damage: that is no other than what it reports.
            damage = found;
        }
        catch (StoreException found) when (found.Fault == StoreFault.Damaged)
        {
            // The same, met while what is kept beside the rolls was brought up to date.
            damage = found;
        }
        catch (SqliteException error) when (StoreException.Of(error, Path) is { } known)
        {
            throw known;
        }
        catch (UnauthorizedAccessException error)
        {
            throw new StoreException(
                StoreFault.ReadOnly,
                $"The log ({Path}) cannot be opened: this user may not read and write it. Give it the right to, or name another folder "
                    + "in ASHNOTCH_DATA.",
                error
            );
        }
    }

    /// <summary>Raised after every write, outside its transaction.</summary>
    public event Action? Written;

    /// <summary>Held by whoever imports: one import at a time.</summary>
    internal Lock Importing { get; } = new();

    /// <summary>Where the file is.</summary>
    public string Path { get; }

    /// <summary>The numbered migrations, oldest first.</summary>
    public static IReadOnlyList<(int Number, string Name)> Migrations => Migrator.All;

    /// <summary>What is wrong with the file's contents; null while nothing is known to be. Once set, nothing is written any more.</summary>
    public StoreException? Damage => damage;

    /// <summary>A number that differs after every write.</summary>
    public long Change => Read(c => c.One("SELECT change FROM state", r => r.GetInt64(0)));

    /// <summary>Where the log stands: the name of its line of changes, and how many of them it has seen.</summary>
    public string Standing => Read(c => c.One("SELECT lineage || '/' || change FROM state", r => r.GetString(0))!);

    /// <summary>A number that differs after every write that a judgement may rest on.</summary>
    public long JudgedChange => Read(c => c.One("SELECT judged_change FROM state", r => r.GetInt64(0)));

    /// <summary>An open connection; the caller closes it.</summary>
    public SqliteConnection Open()
    {
        var connection = new SqliteConnection(connectionText.ToString());
        connection.Open();
        connection.Run("PRAGMA foreign_keys = ON; PRAGMA synchronous = FULL; PRAGMA cache_size = -4096");
        return connection;
    }

    /// <summary>Reads from one unchanging picture of the log.</summary>
    /// <exception cref="StoreException">The file cannot be read.</exception>
    public T Read<T>(Func<SqliteConnection, T> read) =>
        Guarded(() =>
        {
            using var connection = Open();
            using var transaction = connection.BeginTransaction(deferred: true);
            return read(connection);
        });

    /// <summary>
    /// Writes in one transaction: all of it is kept or, if anything is thrown, none. Counts as one change of the log.
    /// </summary>
    /// <param name="write">What to write.</param>
    /// <param name="beside">Whether no judgement can rest on what is written: plans and niggles stand beside the rolls.</param>
    /// <exception cref="StoreException">The file cannot be written.</exception>
    public T Write<T>(Func<SqliteConnection, T> write, bool beside = false)
    {
        T result;
        Interlocked.Increment(ref waiting);
        lock (writing)
        {
            Interlocked.Decrement(ref waiting);
            if (damage is { } known)
                throw known;
            try
            {
                result = Guarded(() => Kept(write, beside));
                refused = null;
            }
            catch (StoreException fault)
            {
                refused = fault;
                throw;
            }

            unsettled = true;
        }

        Written?.Invoke();
        return result;
    }

    /// <summary>
    /// Writes in one transaction what nobody can see yet: no change of the log, and nobody is told of it. Lets those go first who
    /// want to write something that can be seen: an import takes the lock again and again, and a lock knows no order.
    /// </summary>
    internal T Aside<T>(Func<SqliteConnection, T> write)
    {
        for (var i = 0; i < LongestWay && Volatile.Read(ref waiting) > 0; i++)
            Thread.Sleep(1);
        lock (writing)
        {
            if (damage is { } known)
                throw known;
            unsettled = true;
            return Guarded(() =>
            {
                CheckThere();
                using var connection = Open();
                using var transaction = connection.BeginTransaction(deferred: false);
                var result = write(connection);
                transaction.Commit();
                return result;
            });
        }
    }

    /// <summary>Why the log cannot be written or read just now, as far as is known; null when all is well.</summary>
    public StoreException? Trouble()
    {
        try
        {
            _ = Change;
            if (!File.Exists(Path))
                throw StoreException.Gone(Path);
            if (refused is { Fault: StoreFault.Gone })
                refused = null;
            return damage ?? refused;
        }
        catch (StoreException fault)
        {
            return fault;
        }
    }

    /// <summary>
    /// Moves what the write-ahead log holds into the file itself, so that a copy of the one file is a copy of the whole log. Does
    /// nothing when nothing was written since the last time; false when readers or writers were in the way.
    /// </summary>
    public bool Settle()
    {
        lock (writing)
        {
            if (!unsettled || damage is not null || !File.Exists(Path))
                return true;
            try
            {
                using var connection = Open();
                var done = connection.One("PRAGMA wal_checkpoint(TRUNCATE)", r => r.GetInt32(0)) == 0;
                unsettled = !done;
                return done;
            }
            catch (SqliteException)
            {
                return false;
            }
        }
    }

    /// <summary>A checked copy of the log as one file, made while others go on writing.</summary>
    /// <param name="path">Where it is to stand.</param>
    /// <exception cref="StoreException">It cannot be made.</exception>
    public void CopyTo(string path) =>
        Guarded(() =>
        {
            using var connection = Open();
            Copies.CheckedCopy.Make(connection, path);
            return true;
        });

    /// <summary>
    /// Puts another log in the place of this one while nobody writes. A sound log takes the other's pages in one transaction, so
    /// that a program that is killed meanwhile leaves the old one; a damaged one is moved aside whole.
    /// </summary>
    /// <param name="path">The other log: whole, of this version, and open nowhere.</param>
    /// <returns>The name of the file that a damaged log was moved to; null for a sound one.</returns>
    internal string? ReplaceWith(string path)
    {
        string? moved = null;
        lock (writing)
        {
            Guarded(() =>
            {
                if (damage is null)
                {
                    CheckThere();
                    using var other = Copies.CheckedCopy.Open(path, readOnly: true);
                    using var mine = Open();
                    other.BackupDatabase(mine);
                }
                else
                {
                    Forget();
                    moved = System.IO.Path.GetFileNameWithoutExtension(Path) + $"-damaged-{DateTime.UtcNow:yyyyMMddHHmmss}.db";
                    foreach (var ending in Endings)
                        if (File.Exists(Path + ending))
                            File.Move(Path + ending, System.IO.Path.Combine(System.IO.Path.GetDirectoryName(Path)!, moved + ending));
                    File.Move(path, Path);
                    damage = null;
                    Begin(int.MaxValue);
                }

                return true;
            });
            refused = null;
            unsettled = true;
        }

        Written?.Invoke();
        return moved;
    }

    /// <summary>Settles the log and lets the file go.</summary>
    public void Dispose()
    {
        Settle();
        Forget();
    }

    private void Begin(int lastMigration)
    {
        using var connection = Open();
        var version = Migrator.VersionOf(connection, Path);
        if (version > 0 && connection.One("PRAGMA quick_check(1)", r => r.GetString(0)) is var found && found != "ok")
        {
            damage = StoreException.Damaged(Path, found!.ReplaceLineEndings(" "));
            return;
        }

        Files.OwnersAlone(Path);
        connection.Run("PRAGMA journal_mode = WAL");
        Migrator.Migrate(connection, Path, version, lastMigration);
        unsettled = true;
        if (
            lastMigration >= Migrator.All[^1].Number
            && connection.One(
                $"SELECT 1 FROM session WHERE binned_at = '{Transfers.Importing}' UNION ALL SELECT 1 FROM partner WHERE binned_at = "
                    + $"'{Transfers.Importing}'",
                r => r.GetInt32(0)
            ) == 1
        )
            new Transfers(this).RemoveHidden();
        if (lastMigration >= Migrator.All[^1].Number)
            Readings.BringUpToDate(this);
    }

    private T Kept<T>(Func<SqliteConnection, T> write, bool beside)
    {
        CheckThere();
        using var connection = Open();
        using var transaction = connection.BeginTransaction(deferred: false);
        var result = write(connection);
        connection.Run("UPDATE state SET change = change + 1, judged_change = judged_change + $judged", ("$judged", beside ? 0 : 1));
        transaction.Commit();
        return result;
    }

    private void CheckThere()
    {
        if (File.Exists(Path))
            return;

        // Connections that are still open would write into a file that nobody can find any more.
        Forget();
        throw StoreException.Gone(Path);
    }

    private T Guarded<T>(Func<T> work)
    {
        try
        {
            return work();
        }
        catch (SqliteException error) when (StoreException.Of(error, Path) is { } known)
        {
            if (known.Fault == StoreFault.Damaged)
                damage ??= known;
            if (known.Fault == StoreFault.Gone)
                Forget();
            throw damage is not null && known.Fault == StoreFault.Damaged ? damage : known;
        }
    }

    private void Forget()
    {
        using var mine = new SqliteConnection(connectionText.ToString());
        SqliteConnection.ClearPool(mine);
    }
}
