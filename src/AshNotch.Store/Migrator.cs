using System.Reflection;
using Microsoft.Data.Sqlite;

namespace AshNotch.Store;

/// <summary>Whose a database file is, and bringing it up to date by numbered migrations.</summary>
internal static class Migrator
{
    /// <summary>
    /// "ANch" in the header's field for it, so that nobody takes the file for another program's (sqlite.org/fileformat.html).
    /// </summary>
    public const int ApplicationId = 0x414E6368;

    /// <summary>The numbered migrations, oldest first.</summary>
    public static IReadOnlyList<(int Number, string Name)> All { get; } =
    [
        .. Assembly
            .GetExecutingAssembly()
            .GetManifestResourceNames()
            .Where(n => n.StartsWith("migrations/", StringComparison.Ordinal))
            .Order(StringComparer.Ordinal)
            .Select(n => (int.Parse(n["migrations/".Length..].Split('-')[0]), n)),
    ];

    /// <summary>The version of the file's contents, 0 for a new one. Nothing is written.</summary>
    /// <exception cref="StoreException">The file is another program's, or a newer version's.</exception>
    public static int VersionOf(SqliteConnection connection, string path)
    {
        var (owner, version) = (
            connection.One("PRAGMA application_id", r => r.GetInt32(0)),
            connection.One("PRAGMA user_version", r => r.GetInt32(0))
        );
        var tables = connection.All("SELECT name FROM sqlite_schema WHERE type = 'table'", r => r.GetString(0));

        // Logs from before the header said whose they are know themselves by their tables.
        var ours =
            owner == ApplicationId
            || (
                owner == 0
                && (
                    tables.Count == 0
                        ? version == 0
                        : version > 0 && tables.Contains("state") && tables.Contains("athlete") && tables.Contains("roll")
                )
            );
        if (!ours)
            throw new StoreException(
                StoreFault.Foreign,
                $"The file {path} is another program's database and is left alone. Move it away, or name another folder in ASHNOTCH_DATA."
            );
        if (version > All[^1].Number)
            throw new StoreException(
                StoreFault.Newer,
                $"The log {path} was written by a newer Ash Notch (data version {version}, known here: {All[^1].Number}) and is left "
                    + "alone. Start that newer version, or take a copy from before."
            );
        return version;
    }

    /// <summary>Brings a file up to date. A log with something in it is copied aside first.</summary>
    /// <param name="connection">The file.</param>
    /// <param name="path">Where it is.</param>
    /// <param name="from">Its version.</param>
    /// <param name="last">Stop after this migration.</param>
    public static void Migrate(SqliteConnection connection, string path, int from, int last)
    {
        var due = All.Where(m => m.Number > from && m.Number <= last).ToList();
        if (due.Count > 0 && from > 0)
            CopyAside(
                connection,
                Path.Combine(Path.GetDirectoryName(path)!, $"{Path.GetFileNameWithoutExtension(path)}-before-version-{All[^1].Number}.db")
            );
        foreach (var (number, name) in due)
        {
            using var stream = Assembly.GetExecutingAssembly().GetManifestResourceStream(name)!;
            using var reader = new StreamReader(stream);
            using var transaction = connection.BeginTransaction(deferred: false);
            connection.Run(reader.ReadToEnd());
            connection.Run($"PRAGMA user_version = {number}");
            connection.Run($"PRAGMA application_id = {ApplicationId}");
            transaction.Commit();
        }

        if (due.Count == 0 && connection.One("PRAGMA application_id", r => r.GetInt32(0)) != ApplicationId)
            connection.Run($"PRAGMA application_id = {ApplicationId}");
    }

    /// <summary>
    /// A whole copy by SQLite's own online backup, for the owner's eyes alone. One that is there already is of the same step and stays.
    /// </summary>
    private static void CopyAside(SqliteConnection connection, string copy)
    {
        if (File.Exists(copy))
            return;
        var half = copy + ".half";
        Files.Make(half);
        using (var to = new SqliteConnection(new SqliteConnectionStringBuilder { DataSource = half, Pooling = false }.ToString()))
        {
            to.Open();
            connection.BackupDatabase(to);
        }

        File.Move(half, copy, overwrite: true);
    }
}

/// <summary>Files that only their owner may read.</summary>
internal static class Files
{
    private const UnixFileMode Owner = UnixFileMode.UserRead | UnixFileMode.UserWrite;

    /// <summary>Makes an empty file when there is none, and gives it to its owner alone.</summary>
    public static void Make(string path)
    {
        var options = new FileStreamOptions
        {
            Mode = FileMode.OpenOrCreate,
            Access = FileAccess.ReadWrite,
            Share = FileShare.ReadWrite,
        };
        if (!OperatingSystem.IsWindows())
            options.UnixCreateMode = Owner;
        new FileStream(path, options).Dispose();
    }

    /// <summary>Takes other people's rights away from a file that has them; where that is not ours to do, it stays as it is.</summary>
    public static void OwnersAlone(string path)
    {
        if (OperatingSystem.IsWindows())
            return;
        try
        {
            if (File.GetUnixFileMode(path) != Owner)
                File.SetUnixFileMode(path, Owner);
        }
        catch (Exception refused) when (refused is UnauthorizedAccessException or IOException) { }
    }
}
