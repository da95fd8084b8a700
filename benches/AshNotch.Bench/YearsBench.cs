using System.Diagnostics;
using System.Text;
using AshNotch.Formats;

namespace AshNotch.Bench;

/// <summary>
/// Every page's question to the program as it ships, in a process of its own, after ten hard years, beside one plain SQL scan that
/// groups the same moments: asked for the first time, asked again (the middle of five), after a write (of three), and as the very first
/// question after a start, of a page that nobody ever asked for and of one that was looked at before; with the size of the answer. Each is
/// compared with scans made right before and after it, since a machine may be slower at one time than
/// at another. Then import, export, a save during an import, and the program's memory.
/// </summary>
internal static class YearsBench
{
    private const int Rounds = 5;
    private const int ColdRounds = 3;

    /// <summary>Until the program has done what it does after a start while nobody asks.</summary>
    private static readonly TimeSpan Quiet = TimeSpan.FromSeconds(12);

    /// <summary>Until it has done what it does after a write.</summary>
    private static readonly TimeSpan Settled = TimeSpan.FromSeconds(3.5);

    private static readonly (string Name, string Path)[] Pages =
    [
        ("soft spots", "/api/soft-spots"),
        ("soft spots, gi", "/api/soft-spots?attire=gi"),
        ("soft spots, a year", "/api/soft-spots?from=2025-06-21"),
        ("soft spots, points", "/api/soft-spots?objective=points"),
        ("evidence of a spot", "/api/soft-spots/half-guard/bottom"),
        ("contests of a spot", "/api/soft-spots/half-guard/bottom/contests"),
        ("ground map", "/api/ground-map"),
        ("patterns", "/api/patterns"),
        ("patterns, gi", "/api/patterns?attire=gi"),
        ("rings", "/api/rings"),
        ("self-ratings", "/api/self-ratings"),
        ("next moments", "/api/next-moments"),
        ("drill candidates", "/api/drill-candidates"),
        ("one candidate", "/api/drill-candidates/half-guard/bottom/plug"),
        ("blocks", "/api/blocks"),
        ("plan of a block", "/api/blocks/{block}/plan?today=2026-06-21"),
        ("verdict of a block", "/api/blocks/{block}/verdict"),
        ("calendar of a block", "/api/blocks/{block}/calendar.ics"),
        ("refreshers", "/api/refreshers?today=2026-06-21"),
        ("sessions", "/api/sessions"),
        ("a session", "/api/sessions/{session}"),
        ("a roll's trades", "/api/sessions/{session}/rolls/{roll}/trades"),
        ("rolls", "/api/rolls"),
        ("rolls by spot", "/api/rolls?position=half-guard&role=bottom"),
        ("rolls by words", "/api/rolls?q=knee"),
        ("partners", "/api/partners"),
        ("people in words", "/api/people"),
        ("a partner's sheet", "/api/partners/{partner}/sheet"),
        ("contests with them", "/api/partners/{partner}/contests?actor=them&technique=knee-cut"),
        ("matches", "/api/matches"),
        ("a match's score", "/api/sessions/{cup}/rolls/{match}/score"),
        ("before a match", "/api/sessions/{cup}/before"),
        ("load", "/api/load"),
        ("niggles", "/api/niggles"),
        ("vocabulary", "/api/vocabulary"),
        ("bin", "/api/bin"),
    ];

    public static async Task Run(string only)
    {
        var folder = Directory.CreateTempSubdirectory("ash-notch-years").FullName;
        try
        {
            await Run(folder, only);
        }
        finally
        {
            Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
            Directory.Delete(folder, recursive: true);
        }
    }

    private static async Task Run(string folder, string only)
    {
        var log = TenYears.Make();
        var file = Path.Combine(folder, "years.json");
        await using (var to = File.Create(file))
            await LogbookFile.Write(to, log);
        var rolls = log.Sessions.SelectMany(s => s.Rolls).ToList();
        var moments = rolls.SelectMany(r => r.Exchanges).Sum(e => e.Moments.Count);
        Console.WriteLine(
            FormattableString.Invariant($"{log.Sessions.Count} sessions, {rolls.Count} rolls, {moments} moments, ")
                + FormattableString.Invariant($"{log.Partners.Count} partners; {new FileInfo(file).Length / 1e6:0.0} MB as a file; ")
                + $"{Environment.ProcessorCount} cores"
        );
        var session = log.Sessions[^2];
        var cup = log.Sessions.Last(s => s.Event is not null && s.Rolls.Count > 0);
        var names = new (string, string)[]
        {
            ("{block}", log.Blocks[^1].Id),
            ("{session}", session.Id),
            ("{roll}", session.Rolls[0].Id),
            ("{partner}", rolls.GroupBy(r => r.PartnerId).MaxBy(g => g.Count())!.Key!),
            ("{cup}", cup.Id),
            ("{match}", cup.Rolls[0].Id),
        };
        (string Name, string Path)[] pages =
        [
            .. Pages
                .Where(p => p.Name.Contains(only, StringComparison.Ordinal))
                .Select(p => (p.Name, names.Aggregate(p.Path, (path, n) => path.Replace(n.Item1, n.Item2)))),
        ];
        var data = Path.Combine(folder, "log");
        var years = Path.Combine(data, "log.db");
        await using (var program = await RunningProgram.Start(data))
        {
            await Task.Delay(Quiet);
            await Import(program.Client, file, years);
            Console.WriteLine(FormattableString.Invariant($"memory after the import: {program.Memory / 1e6:0} MB"));
            await Export(program.Client);
        }

        Console.WriteLine();
        string[] columns = ["first time", "again", "after a write", "first of a start", "the same, kept", "KB", "scan ms"];
        Console.WriteLine($"{"milliseconds, and scans", -22}{string.Concat(columns.Select(c => $"{c, 18}"))}");
        var starts = new (Asked Never, Asked Kept)[pages.Length];
        var sizes = new double[pages.Length];
        var began = new List<double>();
        for (var i = 0; i < pages.Length; i++)
            starts[i] = (await FirstOfAStart(i), await FirstOfAStart(i));

        await using (var program = await RunningProgram.Start(data))
        {
            var client = program.Client;
            await Task.Delay(Quiet);
            Console.WriteLine(FormattableString.Invariant($"(memory when it is ready: {program.Memory / 1e6:0} MB)"));
            for (var i = 0; i < pages.Length; i++)
            {
                var path = pages[i].Path;
                var scan = Scans(years);
                await Write(client);
                await Task.Delay(Settled);
                var first = await Get(client, path);
                var again = Median([.. await Times(Rounds, () => Get(client, path))]);
                var written = Median([.. await Times(ColdRounds, async () =>
                    {
                        await Write(client);
                        return await Get(client, path);
                    })]);
                scan = (scan + Scans(years)) / 2;
                Asked[] asked = [new(first, scan), new(again, scan), new(written, scan), starts[i].Never, starts[i].Kept];
                Console.WriteLine(
                    FormattableString.Invariant(
                        $"{pages[i].Name, -22}{string.Concat(asked.Select(a => $"{a, 18}"))}{sizes[i], 18:0.0}{scan, 18:0}"
                    )
                );
            }

            Console.WriteLine();
            Console.WriteLine(
                FormattableString.Invariant($"from the start until it listens: {Median([.. began]):0} ms (of {began.Count} starts)")
            );
            Console.WriteLine(FormattableString.Invariant($"memory after all pages: {program.Memory / 1e6:0} MB"));
            await Task.Delay(TimeSpan.FromSeconds(70));
            Console.WriteLine(FormattableString.Invariant($"memory a minute later: {program.Memory / 1e6:0} MB"));
            await SaveDuringImport(client, file);
        }

        async Task<Asked> FirstOfAStart(int i)
        {
            var scan = Scans(years);
            await using var program = await RunningProgram.Start(data);
            began.Add(program.Began.TotalMilliseconds);
            var asked = new Asked(await Get(program.Client, pages[i].Path), scan);
            // Of the log as it came: what the bench writes itself is thinner than what people do.
            sizes[i] = (await program.Client.GetByteArrayAsync(pages[i].Path)).Length / 1000.0;
            return asked;
        }
    }

    /// <summary>How long an answer took, in milliseconds, beside the scan made around it.</summary>
    private readonly record struct Asked(double Time, double Scan)
    {
        public override string ToString() => FormattableString.Invariant($"{Time:0.0} = {Time / Scan:0.00}");
    }

    private static async Task Import(HttpClient client, string file, string log)
    {
        var clock = Stopwatch.StartNew();
        await using var from = File.OpenRead(file);
        var answer = await client.PostAsync("/api/import", new StreamContent(from));
        answer.EnsureSuccessStatusCode();
        var took = clock.Elapsed.TotalMilliseconds;
        var scan = Scans(log);
        Console.WriteLine(FormattableString.Invariant($"import: {took / 1000:0.0} s, {took / scan:0.0} scans of {scan:0} ms"));
    }

    private static async Task Export(HttpClient client)
    {
        var clock = Stopwatch.StartNew();
        var first = 0.0;
        var length = 0L;
        await using var stream = await client.GetStreamAsync("/api/export/logbook.json");
        var buffer = new byte[1 << 16];
        for (int n; (n = await stream.ReadAsync(buffer)) > 0; length += n)
            first = first == 0 ? clock.Elapsed.TotalSeconds : first;
        Console.WriteLine(
            FormattableString.Invariant(
                $"export: {clock.Elapsed.TotalSeconds:0.0} s, first bytes after {first:0.00} s, {length / 1e6:0.0} MB"
            )
        );
    }

    private static async Task SaveDuringImport(HttpClient client, string file)
    {
        var text = (await File.ReadAllTextAsync(file)).Replace("\"y", "\"z", StringComparison.Ordinal);
        var importing = client.PostAsync("/api/import", new StringContent(text, Encoding.UTF8, "application/json"));
        var worst = 0.0;
        while (!importing.IsCompleted)
        {
            await Task.Delay(100);
            worst = Math.Max(worst, await Timed(() => Write(client)));
        }

        (await importing).EnsureSuccessStatusCode();
        Console.WriteLine(FormattableString.Invariant($"the slowest save while as much again is imported: {worst / 1000:0.00} s"));
    }

    /// <summary>A write that judgements rest on: a session of one thin roll.</summary>
    private static async Task Write(HttpClient client)
    {
        const string body = """
            {"date": "2026-06-20", "kind": "class", "attire": "gi", "rolls": [{"id": "r", "partnerId": "odalys-5",
            "exchanges": [{"start": {"position": "half-guard", "role": "bottom"}, "moments": [{"actor": "them",
            "technique": "knee-cut", "outcome": "done"}]}]}]}
            """;
        (await client.PostAsync("/api/sessions", new StringContent(body, Encoding.UTF8, "application/json"))).EnsureSuccessStatusCode();
    }

    private static Task<double> Get(HttpClient client, string path) =>
        Timed(async () =>
        {
            using var answer = await client.GetAsync(path);
            if (!answer.IsSuccessStatusCode)
                Console.WriteLine($"{path}: {(int)answer.StatusCode}");
            await answer.Content.ReadAsByteArrayAsync();
        });

    private static async Task<double> Timed(Func<Task> what)
    {
        var clock = Stopwatch.StartNew();
        await what();
        return clock.Elapsed.TotalMilliseconds;
    }

    private static async Task<List<double>> Times(int rounds, Func<Task<double>> what)
    {
        var times = new List<double>();
        for (var i = 0; i < rounds; i++)
            times.Add(await what());
        return times;
    }

    /// <summary>The least that anybody could do in a request: count every spot's moments by actor and outcome.</summary>
    private static int Scan(string file)
    {
        using var connection = new Microsoft.Data.Sqlite.SqliteConnection($"Data Source={file};Mode=ReadOnly");
        connection.Open();
        using var command = connection.CreateCommand();
        command.CommandText = """
            SELECT m.from_position, m.from_role, m.actor, m.outcome, r.partner_key, count(*) FROM moment m
            JOIN exchange e ON e.key = m.exchange_key JOIN roll r ON r.key = e.roll_key JOIN session s ON s.key = r.session_key
            WHERE r.binned_at IS NULL AND s.binned_at IS NULL GROUP BY 1, 2, 3, 4, 5
            """;
        using var reader = command.ExecuteReader();
        var rows = 0;
        while (reader.Read())
            rows++;
        return rows;
    }

    /// <summary>The middle of three scans, in milliseconds.</summary>
    private static double Scans(string log)
    {
        double One()
        {
            var clock = Stopwatch.StartNew();
            Scan(log);
            return clock.Elapsed.TotalMilliseconds;
        }

        return Median([One(), One(), One()]);
    }

    private static double Median(double[] times) => times.Order().ElementAt(times.Length / 2);
}
