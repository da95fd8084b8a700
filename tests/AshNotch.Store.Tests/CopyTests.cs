using System.Diagnostics;
using AshNotch.Store.Copies;
using Microsoft.Data.Sqlite;

namespace AshNotch.Store.Tests;

/// <summary>Safety copies are made, kept, checked and put back; what is bad is refused in a sentence and changes nothing.</summary>
public sealed class CopyTests : IDisposable
{
    private readonly TempLog log = new();
    private readonly string second = Directory.CreateTempSubdirectory("ash-notch-test-").FullName;
    private readonly SetClock clock = new(new DateTimeOffset(2026, 6, 20, 20, 0, 0, TimeSpan.Zero));

    public CopyTests() => log.Partners.Add(TempLog.Odalys);

    public void Dispose()
    {
        log.Dispose();
        Directory.Delete(second, recursive: true);
    }

    private Backups Backups(string? folder = null) => new(log.Database, clock, folder);

    private Restores Restores => new(log.Database, Backups());

    private string Made() => Path.Combine(Backups().Folder, Backups().Make().Name);

    [Fact]
    public void A_copy_is_one_sound_file_that_Debians_sqlite3_reads_as_well()
    {
        log.Sessions.Add(TempLog.Session("s1"));
        var made = Backups().Make();
        Assert.Equal((1, 1, true, false), (made.Sessions, made.Rolls, made.Checked, made.Aside));
        var path = Path.Combine(Backups().Folder, made.Name);
        Assert.Equal(new FileInfo(path).Length, made.Bytes);
        Assert.Equal([made.Name], Directory.EnumerateFiles(Backups().Folder).Select(f => Path.GetFileName(f)));
        if (!OperatingSystem.IsWindows())
            Assert.Equal(UnixFileMode.UserRead | UnixFileMode.UserWrite, File.GetUnixFileMode(path));
        using var connection = CheckedCopy.Open(path, readOnly: true);
        Assert.Equal("delete", connection.One("PRAGMA journal_mode", r => r.GetString(0)));
        if (!File.Exists("/usr/bin/sqlite3"))
            return;
        var sqlite = Process.Start(
            new ProcessStartInfo("/usr/bin/sqlite3", [path, "PRAGMA integrity_check; SELECT count(*) FROM session;"])
            {
                RedirectStandardOutput = true,
            }
        )!;
        Assert.Equal("ok\n1\n", sqlite.StandardOutput.ReadToEnd());
    }

    [Fact]
    public void One_is_due_when_something_changed_and_the_days_is_not_fresh()
    {
        Assert.True(Backups().IsDue());
        Backups().Make();
        Assert.False(Backups().IsDue(atEnd: true));
        log.Sessions.Add(TempLog.Session("s1"));
        clock.Advance(TimeSpan.FromMinutes(5));
        Assert.False(Backups().IsDue());
        Assert.True(Backups().IsDue(atEnd: true));
        clock.Advance(TimeSpan.FromMinutes(11));
        Assert.True(Backups().IsDue());
    }

    [Fact]
    public void Of_many_who_would_make_the_due_copy_one_makes_it()
    {
        var backups = Backups();
        var made = new Backup?[8];
        using var together = new Barrier(made.Length);
        var threads = Enumerable
            .Range(0, made.Length)
            .Select(i => new Thread(() =>
            {
                together.SignalAndWait();
                made[i] = backups.MakeIfDue();
            }))
            .ToList();
        threads.ForEach(t => t.Start());
        threads.ForEach(t => t.Join());
        Assert.Equal(Assert.Single(made.OfType<Backup>()), Assert.Single(backups.All()));
        Assert.Null(backups.MakeIfDue(atEnd: true));
    }

    // The latest copy of a day takes the place of the earlier ones: also of one that is still being sent.
    [Fact]
    public void A_copy_that_is_sent_is_whole_although_the_next_has_taken_its_place()
    {
        var backups = Backups();
        var (first, file) = backups.MakeToSend();
        using var sent = new MemoryStream();
        using (file)
        {
            clock.Advance(TimeSpan.FromSeconds(1));
            var next = backups.Make();
            Assert.Equal([next.Name], backups.All().Select(b => b.Name));
            Assert.Null(backups.PathOf(first.Name));
            file.CopyTo(sent);
        }

        Assert.Equal(first.Bytes, sent.Length);
        Assert.Equal("SQLite format 3\0"u8.ToArray(), sent.ToArray()[..16]);
    }

    [Fact]
    public void A_log_without_anything_in_it_is_not_copied()
    {
        using var empty = new TempLog();
        var backups = new Backups(empty.Database, clock);
        Assert.False(backups.IsDue(atEnd: true));
        Assert.Null(backups.Warning());
    }

    [Fact]
    public void Of_a_day_the_latest_stays_and_the_second_folder_has_the_same()
    {
        Backups(second).Make();
        clock.Advance(TimeSpan.FromHours(1));
        var latest = Backups(second).Make();
        Assert.Equal([latest.Name], Backups().All().Select(b => b.Name));
        Assert.Equal([latest.Name], Directory.EnumerateFiles(second).Select(f => Path.GetFileName(f)));
        Assert.Equal(latest.Made, Backups(second).Second()!.Newest);
    }

    [Fact]
    public void A_second_folder_that_is_away_is_said_and_stops_nothing()
    {
        var away = Backups(Path.Combine(second, "stick"));
        Assert.True(away.Make().Checked);
        Assert.False(away.Second()!.There);
        Assert.Contains("cannot be reached", away.Warning());
    }

    [Fact]
    public void An_old_copy_is_said_once_the_log_has_changed()
    {
        Backups().Make();
        clock.Advance(TimeSpan.FromDays(10));
        Assert.Null(Backups().Warning());
        log.Sessions.Add(TempLog.Session("s1"));
        Assert.Contains("2026-06-20", Backups().Warning());
    }

    [Fact]
    public void A_preview_says_what_would_change_and_changes_nothing()
    {
        log.Sessions.Add(TempLog.Session("s1"));
        var copy = Made();
        log.Sessions.Add(TempLog.Session("s2") with { Date = new DateOnly(2026, 4, 4) });
        var change = log.Database.Change;
        var said = Restores.From(copy, take: false);
        Assert.Equal((2, new DateOnly(2026, 4, 4)), (said.Now!.Sessions, said.Now.Newest));
        Assert.Equal((1, new DateOnly(2026, 3, 3)), (said.Then.Sessions, said.Then.Newest));
        Assert.Null(said.Aside);
        Assert.Equal(change, log.Database.Change);
        Assert.Equal([Path.GetFileName(copy)], Directory.EnumerateFileSystemEntries(Backups().Folder).Select(f => Path.GetFileName(f)));
    }

    [Fact]
    public async Task A_copy_takes_the_logs_place_while_it_is_open_and_can_be_undone()
    {
        log.Sessions.Add(TempLog.Session("s1"));
        var copy = Made();
        log.Sessions.Add(TempLog.Session("s2"));
        using var snapshots = new Snapshots(log.Database);
        var before = await snapshots.Now();
        Assert.Equal(2, before.Readings.Count);
        clock.Advance(TimeSpan.FromMinutes(1));

        var done = Restores.From(copy, take: true);
        Assert.Null(log.Sessions.Get("s2"));
        Assert.NotNull(log.Sessions.Get("s1"));
        var after = await snapshots.Now();
        Assert.Single(after.Readings);
        Assert.True(after.Change > before.Change && after.JudgedChange > before.JudgedChange);
        Assert.NotEqual(before.Lineage, after.Lineage);
        // What a page read before does not fit what stands there now.
        Assert.True(log.Sessions.Get("s1")!.Version > 1);

        clock.Advance(TimeSpan.FromMinutes(1));
        Restores.From(Backups().PathOf(done.Aside!)!, take: true);
        Assert.NotNull(log.Sessions.Get("s2"));
        Assert.Equal(2, (await snapshots.Now()).Readings.Count);
        log.Sessions.Add(TempLog.Session("s3"));
        Assert.Equal(3, (await snapshots.Now()).Readings.Count);
    }

    [Fact]
    public void A_copy_of_an_older_version_is_brought_up_to_date_and_stays_as_it_was()
    {
        var old = Path.Combine(second, "old.db");
        using (var connection = new Database(old, lastMigration: 11).Open())
            connection.Run("INSERT INTO session (id, date, kind, attire, version) VALUES ('s9', '2026-03-03', 'class', 'gi', 4)");
        SqliteConnection.ClearAllPools();
        Assert.Equal(1, Restores.From(old, take: true).Then.Sessions);
        Assert.NotNull(log.Sessions.Get("s9"));
        using var kept = CheckedCopy.Open(old, readOnly: true);
        Assert.Equal(11, kept.One("PRAGMA user_version", r => r.GetInt32(0)));
    }

    [Fact]
    public void What_is_no_sound_copy_is_refused_in_a_sentence_and_the_log_is_as_it_was()
    {
        for (var i = 0; i < 30; i++)
            log.Sessions.Add(TempLog.Session($"s{i}"));
        var copy = Made();
        var bytes = File.ReadAllBytes(copy);
        var change = log.Database.Change;

        Refused("notes.txt", "dear diary"u8.ToArray(), StoreFault.Damaged);
        Refused("empty.db", [], StoreFault.Foreign);
        Refused("cut.db", bytes[..(bytes.Length / 2)], StoreFault.Damaged);
        var newer = Path.Combine(second, "newer.db");
        File.Copy(copy, newer);
        using (var connection = CheckedCopy.Open(newer))
            connection.Run("PRAGMA user_version = 999");
        Refused("newer.db", File.ReadAllBytes(newer), StoreFault.Newer);

        // A flipped byte on each tenth page: either nobody is the worse for it (free room on the page), or it is noticed.
        var pages = bytes.Length / 4096;
        var noticed = 0;
        for (var page = 0; page < pages; page += 10)
        {
            var flipped = bytes.ToArray();
            for (var at = page * 4096; at < (page * 4096) + 64; at++)
                flipped[at] ^= 0xFF;
            var path = Path.Combine(second, "flipped.db");
            File.WriteAllBytes(path, flipped);
            try
            {
                Assert.Equal(30, Restores.From(path, take: false).Then.Sessions);
            }
            catch (StoreException refused)
            {
                noticed++;
                Assert.EndsWith(".", refused.Message);
            }
        }

        Assert.True(noticed > 0);
        Assert.Equal(change, log.Database.Change);

        void Refused(string name, byte[] content, StoreFault fault)
        {
            var path = Path.Combine(second, name);
            File.WriteAllBytes(path, content);
            var refused = Assert.Throws<StoreException>(() => Restores.From(path, take: true));
            Assert.Equal(fault, refused.Fault);
            Assert.EndsWith(".", refused.Message);
        }
    }

    [Fact]
    public void A_damaged_log_gives_way_to_a_copy_and_is_kept_aside()
    {
        for (var i = 0; i < 30; i++)
            log.Sessions.Add(TempLog.Session($"s{i}"));
        var copy = Made();
        log.Database.Dispose();
        var bytes = File.ReadAllBytes(log.FilePath);
        for (var at = 4096 * 3; at < 4096 * 20 && at < bytes.Length; at++)
            bytes[at] ^= 0x5A;
        File.WriteAllBytes(log.FilePath, bytes);

        using var damaged = new Database(log.FilePath);
        Assert.NotNull(damaged.Damage);
        var done = new Restores(damaged, new Backups(damaged, clock)).From(copy, take: true);
        Assert.Null(done.Now);
        Assert.Null(damaged.Damage);
        Assert.Equal(30, new Sessions(damaged).List(0, 100).Total);
        Assert.True(new Sessions(damaged).Add(TempLog.Session("after")).Outcome == WriteOutcome.Saved);
        Assert.True(File.Exists(Path.Combine(Path.GetDirectoryName(log.FilePath)!, done.Aside!)));
    }

    [Fact]
    public void A_check_finds_a_sound_log_sound_and_says_what_is_wrong_with_another()
    {
        log.Sessions.Add(TempLog.Session("s1"));
        var sound = LogCheck.Of(log.FilePath);
        Assert.Empty(sound.Faults);
        Assert.Equal((1, 1), (sound.Holds!.Sessions, sound.Holds.Rolls));
        using (var connection = log.Database.Open())
        {
            connection.Run("PRAGMA foreign_keys = OFF");
            connection.Run("INSERT INTO exchange (roll_key, place) VALUES (999, 0)");
            connection.Run("UPDATE roll SET kind = 'waltz'");
        }

        var faults = LogCheck.Of(log.FilePath).Faults;
        Assert.Contains(faults, f => f.Contains("1 rows of exchange"));
        Assert.Contains(faults, f => f.Contains("cannot be read"));
        Assert.Contains("There is no log", Assert.Single(LogCheck.Of(log.FilePath + "x").Faults));
    }

    [Fact]
    public void What_was_cut_short_is_taken_away_and_the_copies_stay()
    {
        var made = Backups().Make();
        File.WriteAllText(Path.Combine(Backups().Folder, "log-2026-06-20-210000.db.half"), "");
        Directory.CreateDirectory(Path.Combine(Backups().Folder, ".restore-abc"));
        Store.Copies.Backups.RemoveLeftovers(Path.GetDirectoryName(log.FilePath)!);
        Assert.Equal([made.Name], Directory.EnumerateFileSystemEntries(Backups().Folder).Select(f => Path.GetFileName(f)));
    }

    [Fact]
    public void A_folder_that_cannot_be_written_is_said_and_the_log_goes_on()
    {
        // A file stands where the folder would be.
        File.WriteAllText(Backups().Folder, "in the way");
        var refused = Assert.Throws<StoreException>(() => Backups().Make());
        Assert.EndsWith("try again.", refused.Message);
        Assert.Equal(WriteOutcome.Saved, log.Sessions.Add(TempLog.Session("s1")).Outcome);
        File.Delete(Backups().Folder);
    }
}

/// <summary>A clock that stands until it is put on.</summary>
internal sealed class SetClock(DateTimeOffset now) : TimeProvider
{
    private DateTimeOffset now = now;

    public override TimeZoneInfo LocalTimeZone => TimeZoneInfo.Utc;

    public override DateTimeOffset GetUtcNow() => now;

    public void Advance(TimeSpan by) => now += by;
}

/// <summary>Fathers and grandfathers: worked by hand.</summary>
public class RetentionTests
{
    private static readonly DateTime Now = new(2026, 6, 20, 20, 0, 0);

    private static IEnumerable<DateTime> Kept(IEnumerable<DateTime> all) => Retention.Kept(all, t => t).OrderDescending();

    [Fact]
    public void A_year_of_daily_copies_leaves_seven_days_four_weeks_and_twelve_months()
    {
        var all = Enumerable.Range(0, 400).Select(d => Now.AddDays(-d)).ToList();
        // Days 20 to 14 June; the weeks end on Sundays (20 June is a Saturday): 20, 14, 7 June, 31 May; then the ends of the months.
        Assert.Equal(
            [
                "2026-06-20",
                "2026-06-19",
                "2026-06-18",
                "2026-06-17",
                "2026-06-16",
                "2026-06-15",
                "2026-06-14",
                "2026-06-07",
                "2026-05-31",
                "2026-04-30",
                "2026-03-31",
                "2026-02-28",
                "2026-01-31",
                "2025-12-31",
                "2025-11-30",
                "2025-10-31",
                "2025-09-30",
                "2025-08-31",
                "2025-07-31",
            ],
            Kept(all).Select(t => t.ToString("yyyy-MM-dd"))
        );
    }

    [Fact]
    public void Of_one_day_the_latest_stays_and_days_without_a_copy_do_not_count()
    {
        var all = new[] { Now, Now.AddHours(-1), Now.AddDays(-40), Now.AddDays(-40).AddHours(-2) };
        Assert.Equal([Now, Now.AddDays(-40)], Kept(all));
    }

    [Fact]
    public void Whatever_there_is_the_latest_stays() => Assert.Equal([Now], Kept([Now]));
}
