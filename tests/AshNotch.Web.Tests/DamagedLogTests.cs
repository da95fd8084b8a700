using System.Diagnostics;
using System.Net;
using System.Text;
using System.Text.Json.Nodes;
using AshNotch.Demo;
using AshNotch.Store;
using Microsoft.Data.Sqlite;

namespace AshNotch.Web.Tests;

/// <summary>The real program, started on a log of which a page is spoiled.</summary>
public sealed class DamagedLogTests : IDisposable
{
    private readonly string folder = Directory.CreateTempSubdirectory("ash-notch-test-").FullName;

    public void Dispose() => Directory.Delete(folder, recursive: true);

    [Fact]
    public async Task It_says_so_in_the_terminal_and_to_whoever_asks_and_is_read_but_not_written()
    {
        var path = Path.Combine(folder, "log.db");
        using (var database = new Database(path))
            new Transfers(database).Import(Season.Make());
        SqliteConnection.ClearAllPools();
        Spoil(path, "niggle");
        var before = await File.ReadAllBytesAsync(path);

        using var program = Process.Start(
            new ProcessStartInfo("dotnet", [Path.Combine(AppContext.BaseDirectory, "ash-notch.dll"), "--port", "0"])
            {
                Environment = { ["ASHNOTCH_DATA"] = folder },
                RedirectStandardOutput = true,
                RedirectStandardError = true,
            }
        )!;
        try
        {
            var line = await program.StandardOutput.ReadLineAsync();
            using var soon = new CancellationTokenSource(TimeSpan.FromMinutes(1));
            string? warned;
            do warned = await program.StandardError.ReadLineAsync(soon.Token);
            while (warned?.StartsWith($"The log ({path}) is damaged", StringComparison.Ordinal) == false);
            Assert.NotNull(warned);
            using var client = new HttpClient { BaseAddress = new Uri(line!["Ash Notch is at ".Length..].Split(' ')[0]) };
            var health = await client.GetAsync("/healthz");
            Assert.Equal(HttpStatusCode.ServiceUnavailable, health.StatusCode);
            Assert.Equal("damaged", (string?)JsonNode.Parse(await health.Content.ReadAsStringAsync())!["status"]);
            var page = JsonNode.Parse(await client.GetStringAsync("/api/sessions?size=8"))!;
            Assert.True((int)page["total"]! > 0);
            Assert.Contains(page["items"]!.AsArray(), session => session!["rolls"]!.AsArray().Count > 0);
            const string session = """{"id": "s1", "date": "2026-06-20", "kind": "class", "attire": "gi"}""";
            var refused = await client.PostAsync("/api/sessions", new StringContent(session, Encoding.UTF8, "application/json"));
            Assert.Equal(warned, (string?)(await refused.Problem(503))["detail"]);
        }
        finally
        {
            program.Kill(entireProcessTree: true);
            await program.WaitForExitAsync();
        }

        Assert.Equal(before, await File.ReadAllBytesAsync(path));
    }

    /// <summary>Overwrites the first page of a table, as a failing disk would.</summary>
    private static void Spoil(string path, string table)
    {
        using var connection = new SqliteConnection($"Data Source={path};Pooling=False");
        connection.Open();
        using var command = connection.CreateCommand();
        command.CommandText = $"SELECT rootpage, page_size FROM sqlite_schema, pragma_page_size WHERE name = '{table}'";
        using var row = command.ExecuteReader();
        Assert.True(row.Read());
        var (page, size) = (row.GetInt32(0), row.GetInt32(1));
        connection.Close();
        using var file = File.OpenWrite(path);
        file.Position = (long)(page - 1) * size;
        file.Write(Enumerable.Repeat((byte)0xA5, size).ToArray());
    }
}
