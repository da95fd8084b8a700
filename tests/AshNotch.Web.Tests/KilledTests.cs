using System.Diagnostics;
using AshNotch.Demo;
using AshNotch.Store;
using AshNotch.Store.Copies;
using Microsoft.Data.Sqlite;

namespace AshNotch.Web.Tests;

/// <summary>
/// The real program is killed (SIGKILL) at a random moment of a backup or of a restore: the log is whole afterwards and is either
/// the one of before or the one that was put back, never something in between. ./bench faults does the same 200 times.
/// </summary>
public sealed class KilledTests : IDisposable
{
    private readonly string folder = Directory.CreateTempSubdirectory("ash-notch-test-").FullName;
    private readonly string copy;

    public KilledTests()
    {
        copy = Path.Combine(folder, "copy.db");
        using var database = new Database(Path.Combine(folder, "log.db"));
        new Transfers(database).Import(Season.Make());
        database.CopyTo(copy);
        database.Write(c =>
        {
            using var bin = c.CreateCommand();
            bin.CommandText = "UPDATE session SET binned_at = '2026-06-20' WHERE key > 30";
            return bin.ExecuteNonQuery();
        });
        SqliteConnection.ClearAllPools();
    }

    public void Dispose() => Directory.Delete(folder, recursive: true);

    [Fact]
    public void A_restore_that_is_killed_leaves_the_old_log_or_the_new_one()
    {
        var (before, after) = (LogCheck.Of(Path.Combine(folder, "log.db")).Holds!, LogCheck.Of(copy).Holds!);
        Assert.NotEqual(before.Sessions, after.Sessions);
        foreach (var wait in Waits(Lasts("restore", copy, "--preview")))
        {
            Kill(wait, "restore", copy);
            var found = LogCheck.Of(Path.Combine(folder, "log.db"));
            Assert.Empty(found.Faults);
            Assert.Contains(found.Holds, new[] { before, after });
        }
    }

    [Fact]
    public void A_backup_that_is_killed_leaves_a_sound_copy_or_none()
    {
        var file = Path.Combine(folder, "mine.db");
        var took = Lasts("backup", file);
        var holds = LogCheck.Of(file).Holds;
        foreach (var wait in Waits(took))
        {
            File.Delete(file);
            Kill(wait, "backup", file);
            Assert.Empty(LogCheck.Of(Path.Combine(folder, "log.db")).Faults);
            if (File.Exists(file))
                Assert.Equal((holds, 0), (LogCheck.Of(file).Holds, LogCheck.Of(file).Faults.Count));
        }
    }

    /// <summary>Ten moments, each somewhere in a tenth of what a whole run takes: the dice are the same each time.</summary>
    private static IEnumerable<TimeSpan> Waits(TimeSpan whole)
    {
        var dice = new Random(20260620);
        return Enumerable.Range(0, 10).Select(i => whole * ((i + dice.NextDouble()) / 10));
    }

    private TimeSpan Lasts(params string[] arguments)
    {
        var watch = Stopwatch.StartNew();
        using var program = Start(arguments);
        Assert.True(program.WaitForExit(60_000));
        Assert.Equal(0, program.ExitCode);
        return watch.Elapsed;
    }

    private void Kill(TimeSpan after, params string[] arguments)
    {
        using var program = Start(arguments);
        if (!program.WaitForExit(after))
            program.Kill(entireProcessTree: true);
        Assert.True(program.WaitForExit(60_000));
    }

    private Process Start(string[] arguments) =>
        Process.Start(
            new ProcessStartInfo("dotnet", [Path.Combine(AppContext.BaseDirectory, "ash-notch.dll"), .. arguments])
            {
                Environment = { ["ASHNOTCH_DATA"] = folder },
                RedirectStandardOutput = true,
                RedirectStandardError = true,
            }
        )!;
}
