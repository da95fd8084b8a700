using System.Diagnostics;
using System.Net;
using System.Text;
using System.Text.Json.Nodes;
using AshNotch.Demo;
using AshNotch.Store;
using AshNotch.Store.Copies;
using Microsoft.Data.Sqlite;

namespace AshNotch.Web.Tests;

/// <summary>
/// The real program on a disk that is full: a small file system in memory (tmpfs), mounted where only that program sees it
/// (Debian's unshare). Where the system lets nobody mount, the size of files is bounded instead.
/// </summary>
public sealed class FullDiskTests : IDisposable
{
    private static readonly string Program = Path.Combine(AppContext.BaseDirectory, "ash-notch.dll");

    private readonly string folder = Directory.CreateTempSubdirectory("ash-notch-test-").FullName;

    private string Small => Path.Combine(folder, "small");

    public FullDiskTests() => Directory.CreateDirectory(Small);

    public void Dispose() => Directory.Delete(folder, recursive: true);

    private static Process Shell(string data, bool unshared, string script) =>
        Process.Start(
            new ProcessStartInfo(unshared ? "unshare" : "bash", unshared ? ["-rm", "bash", "-c", script] : ["-c", script])
            {
                Environment = { ["ASHNOTCH_DATA"] = data },
                RedirectStandardOutput = true,
                RedirectStandardError = true,
            }
        )!;

    private static async Task<(int Code, string Says)> Run(Process program)
    {
        using (program)
        {
            var errors = program.StandardError.ReadToEndAsync();
            var says = await program.StandardOutput.ReadToEndAsync();
            await program.WaitForExitAsync();
            return (program.ExitCode, says + await errors);
        }
    }

    private async Task<bool> MayMount() => (await Run(Shell(folder, true, $"mount -t tmpfs -o size=64k tmpfs '{Small}'"))).Code == 0;

    [Fact]
    public async Task A_copy_onto_a_full_disk_is_refused_in_a_sentence_and_leaves_nothing_behind()
    {
        var log = Path.Combine(folder, "log.db");
        using (var database = new Database(log))
            new Transfers(database).Import(Season.Make());
        SqliteConnection.ClearAllPools();
        var holds = LogCheck.Of(log).Holds;
        var mounts = await MayMount();
        var small = mounts ? $"mount -t tmpfs -o size=300k tmpfs '{Small}'" : "trap '' XFSZ; ulimit -f 300";
        foreach (var command in (string[])["backup", "rescue"])
        {
            var (code, says) = await Run(
                Shell(
                    folder,
                    mounts,
                    $"{small}; dotnet '{Program}' {command} '{Small}/copy.db'; code=$?; echo left: $(ls -A '{Small}'); exit $code"
                )
            );
            Assert.True(code == ExitCodes.NoLog, $"{command}: {code} {says}");
            Assert.Contains("left: \n", says.Replace("left:\n", "left: \n"));
            Assert.Matches(@"(full|could not be written|reports an error)[^\n]*\.", says);
            Assert.DoesNotContain("   at ", says);
        }

        Assert.Equal((holds, 0), (LogCheck.Of(log).Holds, LogCheck.Of(log).Faults.Count));
    }

    [Fact]
    public async Task A_log_on_a_disk_that_fills_up_keeps_what_it_acknowledged_and_goes_on_when_there_is_room()
    {
        // Without the right to mount, the store's own test of a full disk stands for this one.
        if (!await MayMount())
            return;
        using var program = Shell(
            Path.Combine(Small, "data"),
            true,
            $"mount -t tmpfs -o size=3m tmpfs '{Small}' && head -c 900k /dev/zero > '{Small}/filler' && exec dotnet '{Program}' --port 0"
        );
        try
        {
            var line = await program.StandardOutput.ReadLineAsync();
            using var client = new HttpClient { BaseAddress = new Uri(line!["Ash Notch is at ".Length..].Split(' ')[0]) };
            Task<HttpResponseMessage> Log(int n) =>
                client.PostAsync(
                    "/api/sessions",
                    new StringContent(
                        new JsonObject
                        {
                            ["id"] = $"s{n:000}",
                            ["date"] = "2026-06-20",
                            ["kind"] = "class",
                            ["attire"] = "gi",
                            ["notes"] = new string('x', 60_000),
                        }.ToJsonString(),
                        Encoding.UTF8,
                        "application/json"
                    )
                );

            var kept = 0;
            HttpResponseMessage answer;
            while ((answer = await Log(kept)).StatusCode == HttpStatusCode.Created)
                Assert.True(++kept < 200, "the disk never filled up");
            Assert.Equal("full", (string?)JsonNode.Parse(await (await client.GetAsync("/healthz")).Content.ReadAsStringAsync())!["status"]);
            Assert.Contains("full", (string?)(await answer.Problem(507))["detail"]);
            Assert.Equal(kept, (int)JsonNode.Parse(await client.GetStringAsync("/api/sessions?size=1"))!["total"]!);

            // Room is made where the program is, which only it sees.
            File.Delete($"/proc/{program.Id}/root{Small}/filler");
            await Log(kept).Expect(201);
            Assert.Equal(kept + 1, (int)JsonNode.Parse(await client.GetStringAsync("/api/sessions?size=1"))!["total"]!);
            Assert.Equal(HttpStatusCode.OK, (await client.GetAsync("/healthz")).StatusCode);
        }
        finally
        {
            program.Kill(entireProcessTree: true);
            await program.WaitForExitAsync();
        }
    }
}
