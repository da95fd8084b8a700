using System.Diagnostics;
using System.Globalization;
using AshNotch.Demo;
using AshNotch.Store;
using AshNotch.Store.Copies;
using Microsoft.Data.Sqlite;

namespace AshNotch.Bench;

/// <summary>
/// The real program killed (SIGKILL) at random moments of a backup and of a restore, many times: is the log always the old one or
/// the new one, and every copy whole?
/// </summary>
internal static class FaultsBench
{
    private static readonly string Program = Path.Combine(AppContext.BaseDirectory, "ash-notch.dll");

    public static void Run(int times, int seed)
    {
        var folder = Directory.CreateTempSubdirectory("ash-notch-faults").FullName;
        try
        {
            var (log, copy, mine) = (Path.Combine(folder, "log.db"), Path.Combine(folder, "copy.db"), Path.Combine(folder, "mine.db"));
            var other = Path.Combine(folder, "other.db");
            using (var database = new Database(log))
            {
                new Transfers(database).Import(Season.Make());
                database.CopyTo(copy);
                foreach (var id in new Sessions(database).List(0, 20).Items.Select(s => s.Value.Id))
                    new Sessions(database).Bin(id, null, DateTimeOffset.UtcNow);
                database.CopyTo(other);
            }

            SqliteConnection.ClearAllPools();
            var (before, after) = (LogCheck.Of(log).Holds!, LogCheck.Of(copy).Holds!);
            Console.WriteLine($"the log holds {before.Sessions} sessions, the copy {after.Sessions}; {times} kills of each");
            var dice = new Random(seed);
            // Each time the copy that the log is not like just now.
            string Other() => LogCheck.Of(log).Holds == before ? copy : other;
            var stood = before;
            Kills(
                "restore",
                () => [Other()],
                Lasts(folder, "restore", copy, "--preview"),
                times,
                dice,
                folder,
                () =>
                {
                    var found = LogCheck.Of(log);
                    if (found.Faults.Count > 0 || (found.Holds != before && found.Holds != after))
                        return "UNSOUND";
                    var outcome = found.Holds == stood ? "the old log" : "the new log";
                    stood = found.Holds!;
                    return outcome;
                }
            );
            var whole = LogCheck.Of(log).Holds;
            File.Delete(mine);
            var lasts = Lasts(folder, "backup", mine);
            Kills(
                "backup",
                () => [mine],
                lasts,
                times,
                dice,
                folder,
                () =>
                {
                    var there = File.Exists(mine);
                    var sound =
                        LogCheck.Of(log) is { Faults.Count: 0 } own
                        && own.Holds == whole
                        && (!there || LogCheck.Of(mine) is { Faults.Count: 0 } made && made.Holds == whole);
                    File.Delete(mine);
                    return !sound ? "UNSOUND"
                        : there ? "a whole copy"
                        : "no copy";
                }
            );
        }
        finally
        {
            SqliteConnection.ClearAllPools();
            Directory.Delete(folder, recursive: true);
        }
    }

    private static void Kills(string command, Func<string[]> more, TimeSpan whole, int times, Random dice, string folder, Func<string> look)
    {
        var outcomes = new SortedDictionary<string, int>();
        for (var i = 0; i < times; i++)
        {
            using (var program = Start(folder, [command, .. more()]))
            {
                if (!program.WaitForExit(whole * dice.NextDouble()))
                    program.Kill(entireProcessTree: true);
                program.WaitForExit();
            }

            var outcome = look();
            outcomes[outcome] = outcomes.GetValueOrDefault(outcome) + 1;
        }

        Console.WriteLine(
            string.Create(CultureInfo.InvariantCulture, $"{command} (a whole one takes {whole.TotalSeconds:0.0} s): ")
                + string.Join(", ", outcomes.Select(o => $"{o.Value} times {o.Key}"))
        );
    }

    private static TimeSpan Lasts(string folder, params string[] arguments)
    {
        var watch = Stopwatch.StartNew();
        using var program = Start(folder, arguments);
        program.WaitForExit();
        return watch.Elapsed;
    }

    private static Process Start(string folder, string[] arguments) =>
        Process.Start(
            new ProcessStartInfo("dotnet", [Program, .. arguments])
            {
                Environment = { ["ASHNOTCH_DATA"] = folder },
                RedirectStandardOutput = true,
                RedirectStandardError = true,
            }
        )!;
}
