using System.Diagnostics;
using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Log;
using AshNotch.Demo;
using AshNotch.Store;
using AshNotch.Web.Features;

namespace AshNotch.Bench;

/// <summary>
/// How long a judgement takes as a log grows: cold (the program has just started, or the log has just changed), after one more
/// roll was written, and warm (nothing changed), beside one plain SQL scan that counts over the same moments.
/// </summary>
internal static class GrowthBench
{
    private const int Rounds = 7;
    private const int Partners = 60;

    public static void Run()
    {
        Console.WriteLine($"{Partners} partners; medians of {Rounds}, milliseconds");
        Console.WriteLine("  rolls   moments   cold   after a write   warm   SQL scan");
        var folder = Directory.CreateTempSubdirectory("ash-notch-bench");
        try
        {
            foreach (var rolls in new[] { 200, 200, 2000, 15000 })
                Row(rolls, Path.Combine(folder.FullName, $"{rolls}-{Guid.NewGuid():n}.db"));
        }
        finally
        {
            Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
            folder.Delete(recursive: true);
        }
    }

    private static void Row(int rolls, string file)
    {
        var log = new TrueAthlete(GroundMap.Default, new World { Partners = Partners }, 3).Log(rolls);
        var database = new Database(file);
        new Transfers(database).Import(log);
        var asked = new JudgementAsked(Objective.Submissions, null, null, null, null);
        var sessions = new Sessions(database);
        var extra = log.Sessions[0];
        var number = 0;

        double[] cold = [.. Enumerable.Range(0, Rounds).Select(_ => Time(() => New(database).Of(asked)))];
        var judgements = New(database);
        judgements.Of(asked);
        double[] after = [.. Enumerable.Range(0, Rounds).Select(_ =>
        {
            sessions.Add(extra with { Id = $"extra{number++}", Rolls = [extra.Rolls[0]] });
            return Time(() => judgements.Of(asked));
        })];
        double[] warm = [.. Enumerable.Range(0, Rounds).Select(_ => Time(() => judgements.Of(asked)))];
        double[] scan = [.. Enumerable.Range(0, Rounds).Select(_ => Time(() => Scan(database)))];
        var moments = log.Sessions.SelectMany(s => s.Rolls).SelectMany(r => r.Exchanges).Sum(e => e.Moments.Count);
        Console.WriteLine(FormattableString.Invariant($"{rolls,7}{moments,10}{Median(cold),7:0}{Median(after),16:0}{Median(warm),7:0.0}{Median(scan),11:0}"));
    }

    private static Judgements New(Database database) => new(database, new Readings(database), new Tallies(database), new Athletes(database), new OwnGround(new Vocabulary(database), database));

    /// <summary>The least that anybody could do in a request: count every spot's moments by actor and outcome.</summary>
    private static int Scan(Database database) => database.Read(c =>
    {
        using var command = c.CreateCommand();
        command.CommandText =
            """
            SELECT m.from_position, m.from_role, m.actor, m.outcome, r.partner_key, count(*) FROM moment m
            JOIN exchange e ON e.key = m.exchange_key JOIN roll r ON r.key = e.roll_key JOIN session s ON s.key = r.session_key
            WHERE r.binned_at IS NULL AND s.binned_at IS NULL GROUP BY 1, 2, 3, 4, 5
            """;
        using var reader = command.ExecuteReader();
        var rows = 0;
        while (reader.Read())
            rows++;
        return rows;
    });

    private static double Time<T>(Func<T> what)
    {
        var clock = Stopwatch.StartNew();
        what();
        return clock.Elapsed.TotalMilliseconds;
    }

    private static double Median(double[] times) => times.Order().ElementAt(times.Length / 2);
}
