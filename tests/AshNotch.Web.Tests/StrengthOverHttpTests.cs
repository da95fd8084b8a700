using System.Net;
using AshNotch.Store;

namespace AshNotch.Web.Tests;

public sealed class StrengthOverHttpTests : IAsyncLifetime
{
    private readonly RunningServer server = new();

    public async Task InitializeAsync()
    {
        await server.InitializeAsync();
        await server.Send(HttpMethod.Post, "/api/import", await RunningServer.DemoFile()).Expect(200);
    }

    public Task DisposeAsync() => server.DisposeAsync();

    // Many judgements that nobody waits for any more used to queue behind one lock, and /healthz with them.
    [Fact]
    public async Task Questions_that_are_called_off_keep_nobody_waiting()
    {
        var asked = Enumerable
            .Range(0, 120)
            .Select(async i =>
            {
                using var stop = new CancellationTokenSource(30);
                try
                {
                    using var answer = await server.Client.GetAsync(
                        $"/api/soft-spots?from=2026-03-{1 + (i % 28):00}&peer={(i % 2 == 0 ? "blue" : "brown")}",
                        stop.Token
                    );
                }
                catch (OperationCanceledException) { }
            })
            .ToList();
        using var patience = new CancellationTokenSource(TimeSpan.FromSeconds(20));
        Assert.Equal(HttpStatusCode.OK, (await server.Client.GetAsync("/healthz", patience.Token)).StatusCode);
        await Task.WhenAll(asked);
        Assert.Equal(HttpStatusCode.OK, (await server.Client.GetAsync("/api/soft-spots", patience.Token)).StatusCode);
    }

    [Fact]
    public async Task Everyone_who_asks_the_same_gets_the_same_whoever_gives_up()
    {
        using var soon = new CancellationTokenSource(1);
        var gone = server.Client.GetAsync("/api/soft-spots?peer=purple", soon.Token);
        var stays = await Task.WhenAll(Enumerable.Range(0, 6).Select(_ => server.Client.GetStringAsync("/api/soft-spots?peer=purple")));
        await gone.ContinueWith(_ => { }, TaskScheduler.Default);
        Assert.Single(stays.Distinct());
    }

    [Fact]
    public async Task Answers_while_rolls_are_written_are_each_of_one_picture()
    {
        var writes = Task.Run(async () =>
        {
            for (var i = 0; i < 12; i++)
                await server
                    .Send(
                        HttpMethod.Post,
                        "/api/sessions",
                        """
                        {"date":"2026-06-20","kind":"class","attire":"gi","rolls":[{"id":"r",
                        "partnerId":"odalys","exchanges":[{"start":{"position":"half-guard",
                        "role":"bottom"},"moments":[{"actor":"them","technique":"knee-cut","outcome":"done"}]}]}]}
                        """
                    )
                    .Expect(201);
        });
        while (!writes.IsCompleted)
        {
            foreach (
                var path in new[]
                {
                    "/api/drill-candidates",
                    "/api/blocks/half-guard-spring/verdict",
                    "/api/patterns",
                    "/api/soft-spots/half-guard/bottom/contests",
                }
            )
                await server.Send(HttpMethod.Get, path).Expect(200);
        }

        await writes;
    }

    [Fact]
    public void A_second_program_on_the_folder_does_not_start()
    {
        var fault = Assert.Throws<StoreException>(() => Server.Build(new Settings { Port = 0, DataFolder = server.Folder }));
        Assert.Equal(StoreFault.InUse, fault.Fault);
    }

    [Fact]
    public async Task Every_folder_and_file_of_a_log_is_its_owners_alone()
    {
        if (OperatingSystem.IsWindows())
            return;
        var above = Path.Combine(server.Folder, "not", "there");
        await using (var app = Server.Build(new Settings { Port = 0, DataFolder = Path.Combine(above, "yet") }))
        {
            await app.StartAsync();
            await app.StopAsync();
        }

        const UnixFileMode owner = UnixFileMode.UserRead | UnixFileMode.UserWrite | UnixFileMode.UserExecute;
        string[] made = [above, .. Directory.EnumerateFileSystemEntries(above, "*", SearchOption.AllDirectories)];
        Assert.Contains(made, path => path.EndsWith("log.db", StringComparison.Ordinal));
        Assert.Contains(made, path => path.EndsWith("keys", StringComparison.Ordinal));
        foreach (var path in made)
            Assert.Equal(default, File.GetUnixFileMode(path) & ~owner);
    }

    [Fact]
    public async Task A_log_whose_file_is_gone_says_so_and_nothing_is_our_fault()
    {
        var file = Path.Combine(server.Folder, "log.db");
        File.Move(file, file + ".away");
        Assert.DoesNotContain(
            "our fault",
            (string?)(await (await server.Send(HttpMethod.Post, "/api/partners", """{"name": "A"}""")).Problem(503))["title"]
        );
        var health = await server.Client.GetAsync("/healthz");
        Assert.Equal(HttpStatusCode.ServiceUnavailable, health.StatusCode);
        Assert.Contains("\"gone\"", await health.Content.ReadAsStringAsync());
        File.Move(file + ".away", file);
        await server.Send(HttpMethod.Post, "/api/partners", """{"name": "A"}""").Expect(201);
        await server.Send(HttpMethod.Get, "/healthz").Expect(200);
    }
}
