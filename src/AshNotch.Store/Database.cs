using System.Reflection;
using Microsoft.Data.Sqlite;

namespace AshNotch.Store;

/// <summary>
/// One practitioner's file. Write-ahead log, foreign keys, and a commit is on the disk before it is answered
/// (<c>synchronous = FULL</c>). Writers take turns inside this process and through SQLite's own lock outside it.
/// </summary>
public sealed class Database
{
    private readonly string connectionText;
    private readonly Lock writing = new();

    /// <param name="path">The file; made when it does not exist, with its folder.</param>
    /// <param name="lastMigration">Stop after this migration; for tests of the next one.</param>
    public Database(string path, int lastMigration = int.MaxValue)
    {
        Path = System.IO.Path.GetFullPath(path);
        Directory.CreateDirectory(System.IO.Path.GetDirectoryName(Path)!);
        connectionText = new SqliteConnectionStringBuilder { DataSource = Path, Pooling = true, DefaultTimeout = 10 }.ToString();
        using var connection = Open();
        connection.Run("PRAGMA journal_mode = WAL");
        Migrate(connection, lastMigration);
    }

    /// <summary>Where the file is.</summary>
    public string Path { get; }

    /// <summary>The numbered migrations, oldest first.</summary>
    public static IReadOnlyList<(int Number, string Name)> Migrations { get; } =
    [
        .. Assembly.GetExecutingAssembly().GetManifestResourceNames()
            .Where(n => n.StartsWith("migrations/", StringComparison.Ordinal))
            .Order(StringComparer.Ordinal)
            .Select(n => (int.Parse(n["migrations/".Length..].Split('-')[0]), n)),
    ];

    /// <summary>An open connection; the caller closes it.</summary>
    public SqliteConnection Open()
    {
        var connection = new SqliteConnection(connectionText);
        connection.Open();
        connection.Run("PRAGMA foreign_keys = ON; PRAGMA synchronous = FULL; PRAGMA cache_size = -65536");
        return connection;
    }

    /// <summary>Reads from one unchanging picture of the log.</summary>
    public T Read<T>(Func<SqliteConnection, T> read)
    {
        using var connection = Open();
        using var transaction = connection.BeginTransaction(deferred: true);
        return read(connection);
    }

    /// <summary>
    /// Writes in one transaction: all of it is kept or, if anything is thrown, none. Counts as one change of the log.
    /// </summary>
    /// <param name="write">What to write.</param>
    /// <param name="beside">Whether no judgement can rest on what is written: plans and niggles stand beside the rolls.</param>
    public T Write<T>(Func<SqliteConnection, T> write, bool beside = false)
    {
        lock (writing)
        {
            using var connection = Open();
            using var transaction = connection.BeginTransaction(deferred: false);
            var result = write(connection);
            Tallies.Settle(connection);
            connection.Run("UPDATE state SET change = change + 1, judged_change = judged_change + $judged", ("$judged", beside ? 0 : 1));
            transaction.Commit();
            return result;
        }
    }

    /// <summary>A number that differs after every write.</summary>
    public long Change => Read(c => c.One("SELECT change FROM state", r => r.GetInt64(0)));

    /// <summary>A number that differs after every write that a judgement may rest on.</summary>
    public long JudgedChange => Read(c => c.One("SELECT judged_change FROM state", r => r.GetInt64(0)));

    private static void Migrate(SqliteConnection connection, int last)
    {
        var done = connection.One("PRAGMA user_version", r => r.GetInt32(0));
        if (done > Migrations[^1].Number)
            throw new InvalidDataException(
                $"The log was written by a newer Ash Notch (data version {done}, known here: {Migrations[^1].Number}). Start that newer version, or take a copy from before.");
        foreach (var (number, name) in Migrations.Where(m => m.Number > done && m.Number <= last))
        {
            using var stream = Assembly.GetExecutingAssembly().GetManifestResourceStream(name)!;
            using var reader = new StreamReader(stream);
            using var transaction = connection.BeginTransaction(deferred: false);
            connection.Run(reader.ReadToEnd());
            connection.Run($"PRAGMA user_version = {number}");
            transaction.Commit();
        }
    }
}
