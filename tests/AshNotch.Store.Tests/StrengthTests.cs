using AshNotch.Core.Log;
using AshNotch.Store.Copies;
using Microsoft.Data.Sqlite;

namespace AshNotch.Store.Tests;

// What the disk, the system and other programs do to a log, and what the log says to it.
public sealed class StrengthTests : IDisposable
{
    private readonly string folder = Directory.CreateTempSubdirectory("ash-notch-test-").FullName;

    private string FilePath => Path.Combine(folder, "log.db");

    public void Dispose()
    {
        SqliteConnection.ClearAllPools();
        Directory.Delete(folder, recursive: true);
    }

    private static void Fill(Database database, int sessions = 60)
    {
        new Partners(database).Add(TempLog.Odalys);
        for (var i = 0; i < sessions; i++)
            new Sessions(database).Add(TempLog.Session($"s{i:00}"));
    }

    [Fact]
    public void A_copy_of_the_one_file_is_the_whole_log_once_it_has_settled()
    {
        using var database = new Database(FilePath);
        Fill(database, 5);
        Assert.True(new FileInfo(FilePath + "-wal").Length > 0);
        Assert.True(database.Settle());
        File.Copy(FilePath, Path.Combine(folder, "copy.db"));
        using var copy = new Database(Path.Combine(folder, "copy.db"));
        Assert.Equal(5, new Sessions(copy).List(0, 1).Total);
    }

    [Fact]
    public void Letting_go_settles_too()
    {
        using (var database = new Database(FilePath))
            Fill(database, 3);
        Assert.False(File.Exists(FilePath + "-wal") && new FileInfo(FilePath + "-wal").Length > 0);
    }

    [Fact]
    public void The_folder_and_its_files_are_the_owners_alone()
    {
        if (OperatingSystem.IsWindows())
            return;
        var inner = Path.Combine(folder, "inner");
        using var held = FolderLock.Take(inner);
        using var database = new Database(Path.Combine(inner, "log.db"));
        Fill(database, 1);
        const UnixFileMode others =
            UnixFileMode.GroupRead
            | UnixFileMode.GroupWrite
            | UnixFileMode.OtherRead
            | UnixFileMode.OtherWrite
            | UnixFileMode.GroupExecute
            | UnixFileMode.OtherExecute;
        Assert.Equal(default, File.GetUnixFileMode(inner) & others);
        foreach (var file in Directory.GetFiles(inner))
            Assert.Equal(default, File.GetUnixFileMode(file) & others);
    }

    [Fact]
    public void A_second_program_on_the_folder_is_told_so_and_the_first_goes_on()
    {
        using (FolderLock.Take(folder))
            Assert.Equal(StoreFault.InUse, Assert.Throws<StoreException>(() => FolderLock.Take(folder)).Fault);
        FolderLock.Take(folder).Dispose();
    }

    [Fact]
    public void The_file_says_whose_it_is_and_another_programs_is_left_alone()
    {
        using (var database = new Database(FilePath))
            Assert.Equal(0x414E6368, database.Read(c => c.One("PRAGMA application_id", r => r.GetInt32(0))));
        var other = Path.Combine(folder, "other.db");
        Run(
            other,
            "CREATE TABLE recipe (id INTEGER PRIMARY KEY, says TEXT); INSERT INTO recipe VALUES (1, 'soup'); PRAGMA user_version = 3"
        );
        var before = File.ReadAllBytes(other);
        Assert.Equal(StoreFault.Foreign, Assert.Throws<StoreException>(() => new Database(other)).Fault);
        SqliteConnection.ClearAllPools();
        Assert.Equal(before, File.ReadAllBytes(other));
        Run(other, "PRAGMA application_id = 17");
        Assert.Equal(StoreFault.Foreign, Assert.Throws<StoreException>(() => new Database(other)).Fault);
    }

    [Fact]
    public void Before_a_log_is_brought_up_to_date_it_is_copied_aside()
    {
        using (var old = new Database(FilePath, lastMigration: 8))
            old.Aside(c => c.Run("INSERT INTO session (id, date, kind, attire, version) VALUES ('s1', '2026-03-03', 'class', 'gi', 7)"));
        using var now = new Database(FilePath);
        var copy = Assert.Single(Directory.GetFiles(folder, "log-before-version-*.db"));
        using var connection = new SqliteConnection($"Data Source={copy};Mode=ReadOnly;Pooling=False");
        connection.Open();
        Assert.Equal(
            (8, "s1"),
            (connection.One("PRAGMA user_version", r => r.GetInt32(0)), connection.One("SELECT id FROM session", r => r.GetString(0)))
        );
    }

    // Pages of a table in the middle of the file are overwritten, as a failing disk would.
    [Fact]
    public void A_damaged_file_is_noticed_read_in_part_and_not_written()
    {
        using (var database = new Database(FilePath))
            Fill(database);
        SqliteConnection.ClearAllPools();
        Spoil("moment");
        using var damaged = new Database(FilePath);
        Assert.Equal(StoreFault.Damaged, damaged.Damage?.Fault);
        Assert.Equal(StoreFault.Damaged, damaged.Trouble()?.Fault);
        Assert.Equal(
            StoreFault.Damaged,
            Assert.Throws<StoreException>(() => new Partners(damaged).Add(TempLog.Odalys with { Id = "x" })).Fault
        );
        var page = new Sessions(damaged).List(0, 100);
        Assert.Equal(60, page.Total);
        Assert.Equal(60, page.Items.Count);
        Assert.InRange(page.Items.Sum(s => s.Value.Rolls.Count), 1, 59);
        Assert.Equal(60, page.Items.Sum(s => s.Value.Rolls.Count) + page.Unreadable.Count);
        Assert.All(page.Unreadable, u => Assert.StartsWith("roll 2026-03-03, r1", u));
    }

    // The check that SQLite makes reports some damage and falls over other: a page of the search index, or of the schema itself.
    [Theory]
    [InlineData("session_words_config")]
    [InlineData("session_words_data")]
    [InlineData("state")]
    [InlineData("sqlite_schema")]
    public void A_log_of_which_any_page_is_spoiled_still_opens_says_so_and_gives_way_to_a_copy(string table)
    {
        var copy = Path.Combine(folder, "copy.db");
        using (var database = new Database(FilePath))
        {
            Fill(database);
            database.CopyTo(copy);
        }

        SqliteConnection.ClearAllPools();
        var (root, size) = PageOf(table);

        // Of the first page the header stays, by which SQLite knows its own files.
        var bytes = File.ReadAllBytes(FilePath);
        bytes.AsSpan(((root - 1) * size) + (root == 1 ? 100 : 0), size - 100).Fill(0xA5);
        File.WriteAllBytes(FilePath, bytes);

        using var damaged = new Database(FilePath);
        Assert.Equal(StoreFault.Damaged, damaged.Damage?.Fault);
        Assert.Equal(StoreFault.Damaged, damaged.Trouble()?.Fault);
        Assert.Equal(bytes, File.ReadAllBytes(FilePath));
        new Restores(damaged, new Backups(damaged, TimeProvider.System)).From(copy, take: true);
        Assert.Null(damaged.Damage);
        Assert.Equal(60, new Sessions(damaged).List(0, 100).Total);
    }

    // An index that has lost touch with its table: SQLite's quick check leaves that out (sqlite.org/pragma.html#pragma_quick_check),
    // so it is met when an older program's readings are made anew, before anything else can be done with the log.
    [Fact]
    public void Damage_that_is_only_met_when_readings_are_made_anew_opens_for_reading_too()
    {
        using (var database = new Database(FilePath))
            Fill(database, 3);
        SqliteConnection.ClearAllPools();
        Run(FilePath, "CREATE TABLE kept AS SELECT * FROM sqlite_schema WHERE name = 'touched_by_change'");
        Run(FilePath, "PRAGMA writable_schema = ON; DELETE FROM sqlite_schema WHERE name = 'touched_by_change'");
        Run(FilePath, "UPDATE touched SET change = change + 1000; UPDATE state SET reading_stamp = 'older'");
        Run(FilePath, "PRAGMA writable_schema = ON; INSERT INTO sqlite_schema SELECT * FROM kept");
        Run(FilePath, "DROP TABLE kept");

        using var damaged = new Database(FilePath);
        Assert.Equal(StoreFault.Damaged, damaged.Damage?.Fault);
        Assert.Equal(3, new Sessions(damaged).List(0, 100).Items.Sum(s => s.Value.Rolls.Count));
        Assert.Equal(
            StoreFault.Damaged,
            Assert.Throws<StoreException>(() => new Partners(damaged).Add(TempLog.Odalys with { Id = "x" })).Fault
        );
        var restores = new Restores(damaged, new Backups(damaged, TimeProvider.System));
        var refused = Assert.Throws<StoreException>(() => restores.From(FilePath, take: true));
        Assert.Equal(StoreFault.Damaged, refused.Fault);
        Assert.StartsWith("log.db is no sound copy of a log", refused.Message);
    }

    [Fact]
    public void What_can_be_read_of_a_damaged_log_is_saved_into_a_sound_one_and_the_rest_is_named()
    {
        using (var database = new Database(FilePath))
            Fill(database);
        SqliteConnection.ClearAllPools();
        Spoil("moment");
        var before = File.ReadAllBytes(FilePath);
        var saved = Path.Combine(folder, "saved.db");
        using (var damaged = new Database(FilePath))
        {
            var rescued = Rescue.Into(damaged, saved);
            Assert.Equal(60, rescued.Holds.Sessions);
            Assert.InRange(rescued.Holds.Rolls, 1, 59);
            Assert.Equal(60, rescued.Holds.Rolls + rescued.LostCount);
            Assert.All(rescued.Lost, l => Assert.StartsWith("roll 2026-03-03", l));
            Assert.Throws<StoreException>(() => Rescue.Into(damaged, saved));
        }

        SqliteConnection.ClearAllPools();
        Assert.Equal(before, File.ReadAllBytes(FilePath));
        Assert.Empty(LogCheck.Of(saved).Faults);
        using var sound = new Database(saved);
        Assert.Null(sound.Damage);
        Assert.Equal("Odalys B.", Assert.Single(new Partners(sound).All()).Partner.Name);
        Assert.Equal(["log.db", "saved.db"], Directory.GetFiles(folder, "*.db").Select(Path.GetFileName).Order());
    }

    [Fact]
    public async Task A_row_that_makes_no_sense_costs_itself_and_is_named()
    {
        using var database = new Database(FilePath);
        Fill(database, 4);
        database.Aside(c =>
            c.Run(
                "UPDATE session SET kind = 'swim' WHERE id = 's01'; UPDATE roll SET takeaways = '[1' WHERE FALSE; UPDATE roll SET "
                    + "intent = 'glory' WHERE session_key = (SELECT key FROM session WHERE id = 's02')"
            )
        );
        var page = new Sessions(database).List(0, 10);
        Assert.Equal(["s00", "s02", "s03"], page.Items.Select(s => s.Value.Id).Order());
        Assert.Equal(2, page.Unreadable.Count);
        Assert.Equal(2, new Rolls(database).List(new RollFilter(), 0, 10).Unreadable.Count);
        var exported = new List<string>();
        await new Transfers(database).Export(l =>
        {
            exported.AddRange(l.Sessions.Select(s => s.Id));
            Assert.Equal(2, l.Unreadable.Count);
            return Task.CompletedTask;
        });
        Assert.Equal(["s00", "s02", "s03"], exported.Order());
    }

    [Fact]
    public void A_file_that_is_taken_away_is_missed_before_anything_is_lost_and_found_again()
    {
        using var database = new Database(FilePath);
        Fill(database, 2);
        database.Settle();
        foreach (var ending in new[] { "", "-wal", "-shm" })
            if (File.Exists(FilePath + ending))
                File.Move(FilePath + ending, Path.Combine(folder, "away" + ending));
        Assert.Equal(
            StoreFault.Gone,
            Assert.Throws<StoreException>(() => new Partners(database).Add(TempLog.Odalys with { Id = "x" })).Fault
        );
        Assert.Equal(StoreFault.Gone, database.Trouble()?.Fault);
        Assert.False(File.Exists(FilePath));
        File.Move(Path.Combine(folder, "away"), FilePath);
        Assert.Equal(WriteOutcome.Saved, new Partners(database).Add(TempLog.Odalys with { Id = "x" }).Outcome);
        Assert.Equal(2, new Sessions(database).List(0, 1).Total);
        Assert.Null(database.Trouble());
    }

    // SQLite's own bound on the file's size stands in for a full disk: the same result code.
    [Fact]
    public void A_full_disk_is_said_and_what_was_kept_stays()
    {
        using var database = new Database(FilePath);
        Fill(database, 1);
        var full = Assert.Throws<StoreException>(() =>
            database.Write<int>(c =>
            {
                c.Run("PRAGMA max_page_count = 1");
                c.Run(
                    "INSERT INTO partner (id, name, notes, version) VALUES ('big', 'Big', $notes, 1)",
                    ("$notes", new string('x', 3_000_000))
                );
                return 0;
            })
        );
        Assert.Equal(StoreFault.Full, full.Fault);
        Assert.Equal(StoreFault.Full, database.Trouble()?.Fault);
        SqliteConnection.ClearAllPools();
        Assert.Equal(WriteOutcome.Saved, new Partners(database).Add(TempLog.Odalys with { Id = "x" }).Outcome);
        Assert.Null(database.Trouble());
    }

    [Theory]
    [InlineData(5, StoreFault.Busy)]
    [InlineData(8, StoreFault.ReadOnly)]
    [InlineData(11, StoreFault.Damaged)]
    [InlineData(13, StoreFault.Full)]
    [InlineData(14, StoreFault.Gone)]
    public void Result_codes_of_the_disk_and_of_others_become_sentences(int code, StoreFault fault)
    {
        var said = StoreException.Of(new SqliteException("", code), FilePath)!;
        Assert.Equal(fault, said.Fault);
        Assert.EndsWith(".", said.Message);
    }

    [Fact]
    public void Errors_of_our_own_stay_ours() => Assert.Null(StoreException.Of(new SqliteException("constraint", 19), FilePath));

    /// <summary>The first page of a table, or that of the schema for a name that is none, and the size of pages.</summary>
    private (int Root, int Size) PageOf(string table)
    {
        using var connection = new SqliteConnection($"Data Source={FilePath};Pooling=False");
        connection.Open();
        return (
            connection.One($"SELECT coalesce((SELECT rootpage FROM sqlite_schema WHERE name = '{table}'), 1)", r => r.GetInt32(0)),
            connection.One("PRAGMA page_size", r => r.GetInt32(0))
        );
    }

    /// <summary>
    /// Overwrites the first leaf of a table, so that the rest of it can still be read: its number stands in the root page's first cell.
    /// </summary>
    private void Spoil(string table)
    {
        var (root, size) = PageOf(table);
        var bytes = File.ReadAllBytes(FilePath);
        var page = bytes.AsSpan((root - 1) * size, size);
        Assert.Equal(5, page[0]);
        var cell = (page[12] << 8) | page[13];
        var leaf = (page[cell] << 24) | (page[cell + 1] << 16) | (page[cell + 2] << 8) | page[cell + 3];
        bytes.AsSpan((leaf - 1) * size, size).Fill(0xA5);
        File.WriteAllBytes(FilePath, bytes);
    }

    private static void Run(string path, string sql)
    {
        using var connection = new SqliteConnection($"Data Source={path};Pooling=False");
        connection.Open();
        connection.Run(sql);
    }
}
