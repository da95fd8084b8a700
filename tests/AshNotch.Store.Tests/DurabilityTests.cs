using Microsoft.Data.Sqlite;

namespace AshNotch.Store.Tests;

// What a dead battery leaves: the files as they are on the disk at some instant, opened again elsewhere.
public sealed class DurabilityTests : IDisposable
{
    private readonly TempLog log = new();
    private readonly string elsewhere = Directory.CreateTempSubdirectory("ash-notch-test-").FullName;

    public DurabilityTests() => log.Partners.Add(TempLog.Odalys);

    public void Dispose()
    {
        log.Dispose();
        Directory.Delete(elsewhere, recursive: true);
    }

    [Fact]
    public void Every_write_that_was_answered_is_there_and_none_that_was_not()
    {
        for (var i = 0; i < 20; i++)
            log.Sessions.Add(TempLog.Session($"s{i}"));
        using var connection = log.Database.Open();
        using var transaction = connection.BeginTransaction();
        Run(connection, "INSERT INTO session (id, date, kind, attire, version) VALUES ('half', '2026-01-01', 'class', 'gi', 1)");

        var after = AsIfThePowerFailed();
        var found = new Sessions(after);
        Assert.Equal(20, found.List(0, 100).Total);
        Assert.Null(found.Get("half"));
        Assert.Single(found.Get("s19")!.Value.Rolls);
        Assert.Equal("ok", Whole(after));
    }

    [Fact]
    public void A_log_file_that_was_cut_short_loses_at_most_the_last_writes_and_stays_sound()
    {
        for (var i = 0; i < 10; i++)
            log.Sessions.Add(TempLog.Session($"s{i}"));
        var length = new FileInfo(log.FilePath + "-wal").Length;
        Assert.True(length > 0);
        var after = AsIfThePowerFailed(cutWalTo: length * 2 / 3);
        var left = new Sessions(after).List(0, 100);
        Assert.InRange(left.Total, 1, 10);
        Assert.All(left.Items, s => Assert.Single(s.Value.Rolls));
        Assert.Equal("ok", Whole(after));
    }

    [Fact]
    public void A_file_that_is_no_log_is_not_touched()
    {
        var path = Path.Combine(elsewhere, "log.db");
        File.WriteAllText(path, "These are my notes, please leave them alone. " + new string('x', 4096));
        Assert.Equal(StoreFault.Foreign, Assert.Throws<StoreException>(() => new Database(path)).Fault);
        Assert.StartsWith("These are my notes", File.ReadAllText(path));
    }

    private Database AsIfThePowerFailed(long? cutWalTo = null)
    {
        foreach (var ending in new[] { "", "-wal" })
            File.Copy(log.FilePath + ending, Path.Combine(elsewhere, "log.db" + ending));
        if (cutWalTo is { } length)
        {
            using var wal = File.OpenWrite(Path.Combine(elsewhere, "log.db-wal"));
            wal.SetLength(length);
        }

        return new Database(Path.Combine(elsewhere, "log.db"));
    }

    private static void Run(SqliteConnection connection, string sql)
    {
        using var command = connection.CreateCommand();
        command.CommandText = sql;
        command.ExecuteNonQuery();
    }

    private static object? Whole(Database database)
    {
        using var connection = database.Open();
        using var command = connection.CreateCommand();
        command.CommandText = "PRAGMA integrity_check";
        return command.ExecuteScalar();
    }
}
