using System.Collections.Concurrent;
using System.Globalization;
using System.Text.RegularExpressions;
using Microsoft.Data.Sqlite;

namespace AshNotch.Store.Copies;

/// <summary>A safety copy.</summary>
/// <param name="Name">Its file's name.</param>
/// <param name="Made">When it was made, by the owner's own clock.</param>
/// <param name="Sessions">Sessions in it.</param>
/// <param name="Rolls">Rolls in it.</param>
/// <param name="Bytes">Its size.</param>
/// <param name="Checked">Whether it was found whole and sound; false for one that cannot be read any more.</param>
/// <param name="Aside">Whether it is the log that another took the place of, and not one of the daily copies.</param>
public sealed record Backup(string Name, DateTime Made, int Sessions, int Rolls, long Bytes, bool Checked, bool Aside);

/// <summary>Where copies go beside the log's own folder.</summary>
/// <param name="Folder">The folder.</param>
/// <param name="There">Whether it can be reached.</param>
/// <param name="Newest">When the newest copy in it was made.</param>
public sealed record SecondFolder(string Folder, bool There, DateTime? Newest);

/// <summary>
/// Safety copies of the log: one a day on which something changed, kept by <see cref="Retention"/>, in the folder <c>backups</c>
/// beside the log and, when one is named, in a second folder.
/// </summary>
/// <param name="database">The log.</param>
/// <param name="clock">The time.</param>
/// <param name="second">A second folder; null for none.</param>
public sealed partial class Backups(Database database, TimeProvider clock, string? second = null)
{
    /// <summary>How old the day's copy may get while the log goes on changing.</summary>
    public static readonly TimeSpan Fresh = TimeSpan.FromMinutes(15);

    /// <summary>How old the newest copy may be, when the log has changed since, before that is said.</summary>
    public static readonly TimeSpan Old = TimeSpan.FromDays(3);

    private const string Stamp = "yyyy-MM-dd-HHmmss";
    private const string Daily = "log-";
    private const string Asides = "before-restore-";
    private const string Rescues = "rescued-";
    private const int MostAsides = 5;

    private readonly Lock making = new();
    private readonly ConcurrentDictionary<(string Path, long Bytes, DateTime Written), (Holdings? Holds, Standing? Stands)> known = new();

    /// <summary>Where they are.</summary>
    public string Folder { get; } = Path.Combine(Path.GetDirectoryName(database.Path)!, "backups");

    /// <summary>The copies in the log's own folder, latest first.</summary>
    public IReadOnlyList<Backup> All() => [.. In(Folder).Select(f => f.Backup)];

    /// <summary>The second folder; null when none is named.</summary>
    public SecondFolder? Second() =>
        second is null ? null : new SecondFolder(second, Directory.Exists(second), In(second).FirstOrDefault()?.Backup.Made);

    /// <summary>A plain word when the copies cannot be relied on; null when all is well.</summary>
    public string? Warning()
    {
        if (Second() is { There: false } away)
            return $"The second folder for safety copies ({away.Folder}) cannot be reached: put it back, or start without it.";
        var newest = In(Folder).FirstOrDefault(f => f.Backup.Checked);
        if (newest is null)
            return database.Change == 0 ? null : "There is no safety copy of this log yet.";
        return clock.GetLocalNow().DateTime - newest.Backup.Made > Old && newest.Stands != database.Read(Standing.Of)
            ? $"The newest safety copy is of {newest.Backup.Made:yyyy-MM-dd}, and the log has changed since. Make one now."
            : null;
    }

    /// <summary>The file of a copy by its name; null when there is none.</summary>
    public string? PathOf(string name) => In(Folder).FirstOrDefault(f => f.Backup.Name == name)?.Path;

    /// <summary>Whether the log has changed since the day's copy, or since the newest, by enough to make another.</summary>
    /// <param name="atEnd">Whether the program ends: then whatever changed counts.</param>
    public bool IsDue(bool atEnd = false)
    {
        if (database.Damage is not null || database.Change == 0)
            return false;
        var newest = In(Folder).FirstOrDefault(f => f.Backup is { Checked: true, Aside: false });
        return newest is null
            || (
                newest.Stands != database.Read(Standing.Of)
                && (atEnd || clock.GetLocalNow().DateTime - newest.Backup.Made >= Fresh || newest.Backup.Made.Date != Today)
            );
    }

    /// <summary>
    /// Makes a copy when it is due, asked and made in one: a copy that somebody else makes meanwhile counts, and none is made twice.
    /// </summary>
    /// <param name="atEnd">Whether the program ends: then whatever changed counts.</param>
    /// <returns>The copy; null when none was due.</returns>
    /// <exception cref="StoreException">It cannot be made.</exception>
    public Backup? MakeIfDue(bool atEnd = false)
    {
        lock (making)
            return IsDue(atEnd) ? Make() : null;
    }

    /// <summary>
    /// Makes a copy now and opens it before anybody else can make the next, which may take its place in the folder.
    /// </summary>
    /// <exception cref="StoreException">It cannot be made.</exception>
    public (Backup Backup, FileStream File) MakeToSend()
    {
        lock (making)
        {
            var made = Make();
            return (made, File.OpenRead(Path.Combine(Folder, made.Name)));
        }
    }

    /// <summary>Makes a copy now, puts it into the second folder too when that is there, and takes away what need not stay.</summary>
    /// <exception cref="StoreException">It cannot be made.</exception>
    public Backup Make()
    {
        lock (making)
        {
            var path = Path.Combine(Folder, Daily + clock.GetLocalNow().ToString(Stamp, CultureInfo.InvariantCulture) + ".db");
            database.CopyTo(path);
            TakeAway(Folder);
            if (second is not null && Directory.Exists(second))
            {
                database.CopyTo(Path.Combine(second, Path.GetFileName(path)));
                TakeAway(second);
            }

            return Of(path)!.Backup;
        }
    }

    /// <summary>Copies the log aside before another takes its place.</summary>
    internal string MakeAside()
    {
        lock (making)
        {
            var path = Path.Combine(Folder, Asides + clock.GetLocalNow().ToString(Stamp, CultureInfo.InvariantCulture) + ".db");
            database.CopyTo(path);
            foreach (var old in In(Folder).Where(f => f.Backup.Aside).Skip(MostAsides))
                File.Delete(old.Path);
            return Path.GetFileName(path);
        }
    }

    /// <summary>Takes away what a copy or a restore that was cut short has left. Only for whoever holds the folder.</summary>
    /// <param name="dataFolder">The folder of the log.</param>
    public static void RemoveLeftovers(string dataFolder)
    {
        var folder = Path.Combine(dataFolder, "backups");
        if (!Directory.Exists(folder))
            return;
        try
        {
            foreach (var half in Directory.EnumerateFiles(folder, "*" + CheckedCopy.Half + "*"))
                File.Delete(half);
            foreach (var bench in Directory.EnumerateDirectories(folder, Restores.Bench + "*"))
                Directory.Delete(bench, recursive: true);
        }
        catch (Exception error) when (error is IOException or UnauthorizedAccessException)
        {
            // They are in nobody's way.
        }
    }

    private DateTime Today => clock.GetLocalNow().Date;

    /// <summary>Saves what can be read of a damaged log into a file beside the copies.</summary>
    /// <exception cref="StoreException">It cannot be written.</exception>
    public Rescued SaveWhatCanBeRead()
    {
        lock (making)
        {
            FolderLock.MakeFolder(Folder);
            return Rescue.Into(
                database,
                Path.Combine(Folder, Rescues + clock.GetLocalNow().ToString(Stamp, CultureInfo.InvariantCulture) + ".db")
            );
        }
    }

    /// <summary>
    /// Takes away what <see cref="Retention"/> does not keep. Copies that cannot be read any more stay where they are: they are not ours to
    /// throw away.
    /// </summary>
    private void TakeAway(string folder)
    {
        var daily = In(folder).Where(f => f.Backup is { Aside: false, Checked: true }).ToList();
        var kept = Retention.Kept(daily, f => f.Backup.Made);
        foreach (var old in daily.Where(f => !kept.Contains(f)))
            File.Delete(old.Path);
    }

    private sealed record Found(string Path, Backup Backup, Standing? Stands);

    private List<Found> In(string folder)
    {
        try
        {
            return Directory.Exists(folder)
                ?
                [
                    .. Directory
                        .EnumerateFiles(folder, "*.db")
                        .Select(Of)
                        .OfType<Found>()
                        .OrderByDescending(f => f.Backup.Made)
                        .ThenByDescending(f => f.Backup.Name, StringComparer.Ordinal),
                ]
                : [];
        }
        catch (Exception error) when (error is IOException or UnauthorizedAccessException)
        {
            return [];
        }
    }

    private Found? Of(string path)
    {
        var name = Path.GetFileName(path);
        var named = Named().Match(name);
        if (
            !named.Success
            || !DateTime.TryParseExact(named.Groups["made"].Value, Stamp, CultureInfo.InvariantCulture, DateTimeStyles.None, out var made)
        )
            return null;
        // One that was just taken away is no copy, and no reason to lose sight of the others.
        var file = new FileInfo(path);
        if (!file.Exists)
            return null;
        var (holds, stands) = known.GetOrAdd((path, file.Length, file.LastWriteTimeUtc), key => Look(key.Path));
        if (holds is null && !File.Exists(path))
            return null;
        var backup = new Backup(
            name,
            made,
            holds?.Sessions ?? 0,
            holds?.Rolls ?? 0,
            file.Length,
            holds is not null,
            !name.StartsWith(Daily, StringComparison.Ordinal)
        );
        return new Found(path, backup, stands);
    }

    /// <summary>What a copy holds and where it stands; nothing when it cannot be read. One of an older version stands nowhere.</summary>
    private static (Holdings?, Standing?) Look(string path)
    {
        try
        {
            using var copy = CheckedCopy.Open(path, readOnly: true);
            var version = Migrator.VersionOf(copy, path);
            return (Holdings.Of(copy), version < Migrator.All[^1].Number ? null : Standing.Of(copy));
        }
        catch (Exception error) when (error is SqliteException or StoreException or InvalidDataException or FormatException)
        {
            return (null, null);
        }
    }

    [GeneratedRegex(@"^(log-|before-restore-|rescued-)(?<made>\d{4}-\d\d-\d\d-\d{6})\.db$")]
    private static partial Regex Named();
}
