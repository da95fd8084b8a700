using System.Net.Http.Headers;
using System.Text.Json.Nodes;
using AshNotch.Store;

namespace AshNotch.Web.Tests;

/// <summary>Safety copies over HTTP and from the command line.</summary>
public sealed class CopiesOverHttpTests : IAsyncLifetime
{
    private readonly RunningServer server = new();

    public Task InitializeAsync() => server.InitializeAsync();

    public Task DisposeAsync() => server.DisposeAsync();

    private Task Log(string id) =>
        server
            .Send(HttpMethod.Post, "/api/sessions", $$"""{"id": "{{id}}", "date": "2026-06-20", "kind": "class", "attire": "gi"}""")
            .Expect(201);

    private async Task<(string Name, byte[] File)> Backup()
    {
        var answer = await server.Send(HttpMethod.Post, "/api/backup").Expect(200);
        Assert.Equal("application/vnd.sqlite3", answer.Content.Headers.ContentType?.MediaType);
        return (answer.Content.Headers.ContentDisposition!.FileName!.Trim('"'), await answer.Content.ReadAsByteArrayAsync());
    }

    private async Task<HttpResponseMessage> Upload(byte[] file, string query = "")
    {
        var content = new ByteArrayContent(file);
        content.Headers.ContentType = new MediaTypeHeaderValue("application/vnd.sqlite3");
        return await server.Client.PostAsync("/api/restore" + query, content);
    }

    private async Task<IEnumerable<string?>> Sessions() =>
        (await server.Get("/api/sessions"))["items"]!.AsArray().Select(s => (string?)s!["id"]).Order();

    [Fact]
    public async Task A_copy_is_made_listed_previewed_and_put_back_and_the_pages_go_on()
    {
        await Log("s1");
        var (name, file) = await Backup();
        Assert.Matches(@"^log-\d{4}-\d\d-\d\d-\d{6}\.db$", name);
        Assert.Equal("SQLite format 3\0"u8.ToArray(), file[..16]);
        var listed = await server.Get("/api/backups");
        var copy = Assert.Single(listed["items"]!.AsArray())!;
        Assert.Equal(
            (name, 1, 0, (long)file.Length, true),
            ((string?)copy["name"], (int?)copy["sessions"], (int?)copy["rolls"], (long?)copy["bytes"], (bool?)copy["checked"])
        );
        await Log("s2");

        var preview = JsonNode.Parse(
            await (
                await server.Send(HttpMethod.Post, "/api/restore?preview=true", $$"""{"name": "{{name}}"}""").Expect(200)
            ).Content.ReadAsStringAsync()
        )!;
        Assert.Equal((2, 1), ((int?)preview["now"]!["sessions"], (int?)preview["then"]!["sessions"]));
        Assert.Equal("2026-06-20", (string?)preview["then"]!["newest"]);
        Assert.Equal(["s1", "s2"], await Sessions());

        var tag = RunningServer.Tag(await server.Send(HttpMethod.Get, "/api/sessions/s1"));
        var done = JsonNode.Parse(
            await (await server.Send(HttpMethod.Post, "/api/restore", $$"""{"name": "{{name}}"}""").Expect(200)).Content.ReadAsStringAsync()
        )!;
        Assert.Equal(["s1"], await Sessions());
        // A page that still shows what was there before does not write over what is there now.
        const string later = """{"id": "s1", "date": "2026-06-21", "kind": "class", "attire": "gi"}""";
        await (await server.Send(HttpMethod.Put, "/api/sessions/s1", later, ("If-Match", tag))).Problem(412);

        await server.Send(HttpMethod.Post, "/api/restore", $$"""{"name": "{{done["aside"]}}"}""").Expect(200);
        Assert.Equal(["s1", "s2"], await Sessions());
    }

    [Fact]
    public async Task A_file_of_ones_own_is_put_back_and_one_that_is_none_is_refused_in_a_sentence()
    {
        await Log("s1");
        var (_, file) = await Backup();
        await Log("s2");
        Assert.Equal(200, (int)(await Upload(file, "?preview=true")).StatusCode);
        Assert.Equal(["s1", "s2"], await Sessions());
        Assert.Equal(200, (int)(await Upload(file)).StatusCode);
        Assert.Equal(["s1"], await Sessions());

        await (await Upload("dear diary"u8.ToArray())).Problem(422);
        await (await Upload(file[..5000])).Problem(422);
        await (await Upload([])).Problem(422);
        await (await server.Send(HttpMethod.Post, "/api/restore", """{"name": "../log.db"}""")).Problem(404);
        await (await server.Send(HttpMethod.Post, "/api/restore", "{")).Problem(400);
        Assert.Equal(["s1"], await Sessions());
    }

    // Debian's sqlite3, which shares no code with the program's own copy of SQLite.
    [Fact]
    public async Task A_copy_is_opened_by_another_program_and_found_sound()
    {
        await Log("s1");
        await Log("s2");
        var (_, file) = await Backup();
        var path = Path.Combine(server.Folder, "elsewhere.db");
        await File.WriteAllBytesAsync(path, file);
        string Ask(string sql)
        {
            using var other = System.Diagnostics.Process.Start(
                new System.Diagnostics.ProcessStartInfo("sqlite3", ["-readonly", path, sql]) { RedirectStandardOutput = true }
            )!;
            return other.StandardOutput.ReadToEnd().Trim();
        }

        Assert.Equal("ok", Ask("PRAGMA integrity_check"));
        Assert.Equal("", Ask("PRAGMA foreign_key_check"));
        Assert.Equal("delete", Ask("PRAGMA journal_mode"));
        Assert.Equal("s1\ns2", Ask("SELECT id FROM session ORDER BY id"));
    }

    [Theory]
    [InlineData("moments", "date,session,roll,partner,", 0)]
    [InlineData("rolls", "date,session,roll,order,", 1)]
    [InlineData("sessions", "date,session,start_time,", 1)]
    [InlineData("partners", "partner,name,belt,", 1)]
    public async Task The_log_goes_out_as_tables(string table, string head, int rows)
    {
        await server.Send(HttpMethod.Post, "/api/partners", """{"id": "p1", "name": "=Odalys, B."}""").Expect(201);
        const string session = """
            {"id": "s", "date": "2026-06-20", "kind": "class", "attire": "gi", "rolls": [{"id": "r",
            "partnerId": "p1", "exchanges": []}]}
            """;
        await server.Send(HttpMethod.Post, "/api/sessions", session).Expect(201);
        var answer = await server.Send(HttpMethod.Get, $"/api/export/{table}.csv").Expect(200);
        Assert.Equal("text/csv", answer.Content.Headers.ContentType?.MediaType);
        Assert.Contains($"ash-notch-{table}-", answer.Content.Headers.ContentDisposition?.FileName);
        var lines = (await answer.Content.ReadAsStringAsync()).Split("\r\n");
        Assert.StartsWith(head, lines[0]);
        Assert.Equal(rows, lines.Length - 2);
        if (table is "rolls" or "partners")
            Assert.Contains("\"'=Odalys, B.\"", lines[1]);
    }

    [Fact]
    public async Task The_days_copy_is_made_by_itself_at_the_latest_when_the_program_ends()
    {
        var folder = Directory.CreateTempSubdirectory("ash-notch-test-").FullName;
        await using (var app = Server.Build(new Settings { Port = 0, DataFolder = folder }))
        {
            await app.StartAsync();
            using var client = new HttpClient { BaseAddress = new Uri(app.Urls.First()) };
            var written = await client.PostAsync("/api/partners", new StringContent("""{"name": "Odalys B."}""", null, "application/json"));
            Assert.Equal(201, (int)written.StatusCode);
            await app.StopAsync();
        }

        var copy = Assert.Single(Directory.EnumerateFiles(Path.Combine(folder, "backups")));
        using var output = new StringWriter();
        Assert.Equal(0, Maintenance.Check(folder, output));
        Assert.Contains("It is sound.", output.ToString());
        Assert.Equal(0, await Run(folder, output, "restore", copy, "--preview"));
        Assert.Contains("It would hold 0 sessions", output.ToString());
        var file = Path.Combine(folder, "mine.db");
        Assert.Equal(0, await Run(folder, output, "backup", file));
        Assert.Equal(ExitCodes.NoLog, await Run(folder, output, "backup", file));
        Assert.Contains("is left as it is", output.ToString());
        File.WriteAllText(file, "no log");
        Assert.Equal(ExitCodes.NotSound, await Run(folder, output, "restore", file));
        Assert.Equal(ExitCodes.NoLog, await Run(folder, output, "restore", file + "x"));
        Assert.Equal(ExitCodes.BadCommandLine, await Run(folder, output, "restore"));
        using (FolderLock.Take(folder))
            Assert.Equal(ExitCodes.NoLog, await Run(folder, output, "restore", copy));
        Directory.Delete(folder, recursive: true);
    }

    private static Task<int> Run(string folder, TextWriter output, params string[] arguments) =>
        CommandLine.Run(arguments, name => name == "ASHNOTCH_DATA" ? folder : null, _ => Task.FromResult(-1), output);
}
