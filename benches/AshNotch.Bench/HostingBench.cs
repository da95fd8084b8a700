using System.Diagnostics;
using System.Globalization;
using AshNotch.Demo;
using AshNotch.Store;
using Microsoft.Data.Sqlite;

namespace AshNotch.Bench;

/// <summary>
/// What one log costs the machine it lives on (file, start, memory, processor time), measured with the real program; and from these
/// figures what a thousand logs would, each in a program of its own that is started when its owner comes and ended when they have gone.
/// </summary>
internal static class HostingBench
{
    /// <summary>One log's cost.</summary>
    /// <param name="File">Its file, in bytes.</param>
    /// <param name="Start">From the start to the first answer.</param>
    /// <param name="Judged">Until the first judgement is answered.</param>
    /// <param name="Idle">Memory when nothing is asked, in bytes.</param>
    /// <param name="Busy">Memory after an evening's use.</param>
    /// <param name="Evening">Processor time of an evening's use.</param>
    private sealed record Cost(long File, TimeSpan Start, TimeSpan Judged, long Idle, long Busy, TimeSpan Evening);

    // An evening: what the pages ask for while one looks around and logs six rolls.
    private static readonly string[] Evening =
    [
        "/api/vocabulary",
        "/api/soft-spots",
        "/api/sessions?size=10",
        "/api/partners",
        "/api/next-moments",
        "/api/rolls",
        "/api/ground-map",
        "/api/patterns",
        "/api/blocks",
        "/api/load",
    ];

    public static async Task Run(bool quick)
    {
        Console.WriteLine("log | file | first answer | first judgement | memory idle | memory used | processor for an evening");
        var demo = await Of("demo: 18 weeks", Season.Make());
        var years = quick ? demo : await Of("ten hard years", TenYears.Make());
        Hosting(demo, years, logs: 1000);
    }

    private static async Task<Cost> Of(string name, Core.Log.Logbook log)
    {
        var folder = Directory.CreateTempSubdirectory("ash-notch-hosting").FullName;
        try
        {
            using (var database = new Database(Path.Combine(folder, "log.db")))
                new Transfers(database).Import(log);
            SqliteConnection.ClearAllPools();
            var watch = Stopwatch.StartNew();
            await using var program = await RunningProgram.Start(folder);
            var client = program.Client;
            await client.GetAsync("/healthz");
            var start = watch.Elapsed;
            (await client.GetAsync("/api/soft-spots")).EnsureSuccessStatusCode();
            var judged = watch.Elapsed;
            await Task.Delay(TimeSpan.FromSeconds(20));
            var (idle, before) = (program.Memory, program.Processor);
            foreach (var path in Evening)
                (await client.GetAsync(path)).EnsureSuccessStatusCode();
            for (var roll = 1; roll <= 6; roll++)
            {
                var body = $$"""{"date": "2026-06-20", "kind": "class", "attire": "gi", "notes": "evening {{roll}}"}""";
                (await client.PostAsync("/api/sessions", new StringContent(body, null, "application/json"))).EnsureSuccessStatusCode();
                (await client.GetAsync("/api/soft-spots")).EnsureSuccessStatusCode();
            }

            await Task.Delay(TimeSpan.FromSeconds(5));
            var cost = new Cost(
                new FileInfo(Path.Combine(folder, "log.db")).Length,
                start,
                judged,
                idle,
                program.Memory,
                program.Processor - before
            );
            Console.WriteLine(
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"{name} | {cost.File / 1e6:0.0} MB | {cost.Start.TotalSeconds:0.00} s | {cost.Judged.TotalSeconds:0.00} s | "
                        + $"{cost.Idle / 1e6:0} MB | {cost.Busy / 1e6:0} MB | {cost.Evening.TotalSeconds:0.0} s"
                )
            );
            return cost;
        }
        finally
        {
            SqliteConnection.ClearAllPools();
            Directory.Delete(folder, recursive: true);
        }
    }

    /// <summary>
    /// A day of a thousand owners, minute by minute: three in four come that day, after training in the evening (around nine, give or take
    /// an
    /// hour and a quarter) and now and then in the day, for a quarter of an hour; a program ends ten minutes after its last question.
    /// Common practice, no source: the habits are invented, the costs measured.
    /// </summary>
    private static void Hosting(Cost young, Cost old, int logs)
    {
        const double comes = 0.75;
        const int stay = 15;
        const int lingers = 10;
        var dice = new Random(1);
        double Normal() => Math.Sqrt(-2 * Math.Log(1 - dice.NextDouble())) * Math.Cos(2 * Math.PI * dice.NextDouble());
        var running = new int[24 * 60];
        var starts = new int[24 * 60];
        var visits = 0;
        for (var log = 0; log < logs; log++)
        {
            var times = new List<int>();
            if (dice.NextDouble() < comes)
                times.Add((int)((21 * 60) + (75 * Normal())));
            if (dice.NextDouble() < 0.3)
                times.Add(dice.Next(7 * 60, 22 * 60));
            foreach (var at in times.Select(t => Math.Clamp(t, 0, running.Length - 1)))
            {
                visits++;
                starts[at]++;
                for (var minute = at; minute < Math.Min(running.Length, at + stay + lingers); minute++)
                    running[minute]++;
            }
        }

        var most = running.Max();
        var (memory, file) = (Mean(young.Busy, old.Busy), Mean(young.File, old.File));
        Console.WriteLine(
            string.Create(
                CultureInfo.InvariantCulture,
                $"""
                {logs} logs, half of them young and half ten years old: {visits} visits a day; at most {most} programs at once ({most
                    * memory
                    / 1e9:0.0} GB), on average {running.Average():0} ({running.Average() * memory / 1e9:0.0} GB);
                at most {starts.Max()} starts a minute; processor time of all evenings {visits
                    * Mean(young.Evening.TotalSeconds, old.Evening.TotalSeconds)
                    / 3600:0.0} hours a day; files {logs * file / 1e9:0} GB, with 23 copies each {logs * file * 24 / 1e9:0} GB;
                all of them running all the time: {logs * Mean(young.Idle, old.Idle) / 1e9:0} GB.
                """
            )
        );
    }

    private static double Mean(double a, double b) => (a + b) / 2;
}
