using System.Text.Json.Nodes;

namespace AshNotch.Web.Tests;

public sealed class JudgingOverHttpTests : IAsyncLifetime
{
    private readonly RunningServer server = new();
    private string demo = "";

    public async Task InitializeAsync()
    {
        await server.InitializeAsync();
        demo = await RunningServer.DemoFile();
    }

    public Task DisposeAsync() => server.DisposeAsync();

    [Fact]
    public async Task An_empty_log_is_judged_as_too_thin()
    {
        var answer = await server.Get("/api/soft-spots");
        Assert.False((bool)answer["enough"]!);
        Assert.Empty(answer["spots"]!.AsArray());
    }

    [Fact]
    public async Task An_imported_log_and_the_same_file_judged_unstored_agree_and_the_export_is_the_file()
    {
        var unstored = await server.Send(HttpMethod.Post, "/api/judge?objective=submissions", demo).Expect(200);
        Assert.Equal(0, (int)(await server.Get("/api/sessions"))["total"]!);
        await server.Send(HttpMethod.Post, "/api/import", demo).Expect(200);
        var stored = await server.Get("/api/soft-spots?objective=submissions");
        Assert.Equal(JsonNode.Parse(await unstored.Content.ReadAsStringAsync())!.ToJsonString(), stored.ToJsonString());
        var export = await server.Client.GetStringAsync("/api/export/logbook.json");
        Assert.Contains($"\"madeBy\":\"{Product.MadeBy}\"", export);
        Assert.Equal(demo, export.Replace($"\"madeBy\":\"{Product.MadeBy}\",", ""));
    }

    [Fact]
    public async Task Every_number_opens_to_its_moments()
    {
        await server.Send(HttpMethod.Post, "/api/import", demo).Expect(200);
        var first = (await server.Get("/api/soft-spots"))["spots"]![0]!;
        foreach (
            var name in new[]
            {
                "position",
                "role",
                "family",
                "gain",
                "gainLow",
                "gainHigh",
                "chanceTop3",
                "visits",
                "won",
                "lost",
                "rate",
                "rateLow",
                "rateHigh",
                "verdict",
                "evidence",
            }
        )
            Assert.NotNull(first[name]);
        var contests = new List<JsonNode?>();
        for (var (page, total) = (1, 1); contests.Count < total; page++)
        {
            var answer = await server.Get((string)first["evidence"]!["contests"]! + $"?size=200&page={page}");
            total = (int)answer["total"]!;
            contests.AddRange(answer["items"]!.AsArray());
        }

        Assert.Equal((int)first["won"]!, contests.Count(c => (string?)c!["end"] == "won"));
        Assert.Equal((int)first["lost"]!, contests.Count(c => (string?)c!["end"] == "lost"));
        var place = contests[0]!["place"]!;
        var roll = await server.Get($"/api/sessions/{place["session"]}/rolls/{place["roll"]}");
        var moment = roll["exchanges"]![(int)place["exchange"]!]!["moments"]![(int)place["moment"]!]!;
        Assert.Equal((string?)contests[0]!["technique"], (string?)moment["technique"]);
    }

    [Fact]
    public async Task Objective_attire_and_days_narrow_or_turn_the_judgement_and_a_write_renews_it()
    {
        await server.Send(HttpMethod.Post, "/api/import", demo).Expect(200);
        var all = await server.Get("/api/soft-spots");
        Assert.Equal("submissions", (string?)all["objective"]);
        Assert.Equal("points", (string?)(await server.Get("/api/soft-spots?objective=points"))["objective"]);
        Assert.True((int)(await server.Get("/api/soft-spots?attire=no-gi"))["rolls"]! < (int)all["rolls"]!);
        var early = await server.Get("/api/soft-spots?asOf=2026-04-13");
        Assert.Equal((int)(await server.Get("/api/soft-spots?to=2026-04-13"))["rolls"]!, (int)early["rolls"]!);
        await server.Send(HttpMethod.Delete, "/api/sessions/n01").Expect(204);
        Assert.True((int)(await server.Get("/api/soft-spots"))["rolls"]! < (int)all["rolls"]!);
    }

    [Fact]
    public async Task A_file_with_a_fault_is_refused_whole_and_nothing_is_changed()
    {
        await server.Send(HttpMethod.Post, "/api/import", demo).Expect(200);
        var before = await server.Client.GetStringAsync("/api/export/logbook.json");
        var broken = JsonNode.Parse(demo)!;
        broken["sessions"]![0]!["notes"] = "would be new";
        broken["sessions"]![40]!["rolls"]![0]!["exchanges"]![0]!["moments"]![0]!["technique"] = "flying-carpet";
        var problem = await (await server.Send(HttpMethod.Post, "/api/import", broken.ToJsonString())).Problem(422);
        Assert.NotNull(problem["errors"]!["/sessions/40/rolls/0/exchanges/0/moments/0/technique"]);
        Assert.Equal(before, await server.Client.GetStringAsync("/api/export/logbook.json"));
    }

    [Fact]
    public async Task Importing_twice_reports_that_all_was_there()
    {
        await server.Send(HttpMethod.Post, "/api/import", demo).Expect(200);
        var again = await server.Send(HttpMethod.Post, "/api/import", demo).Expect(200);
        var report = JsonNode.Parse(await again.Content.ReadAsStringAsync())!;
        Assert.Equal(0, (int)report["sessions"]!["added"]! + (int)report["sessions"]!["changed"]!);
    }

    [Fact]
    public async Task What_comes_next_follows_the_owners_history()
    {
        var plain = await From("half-guard", "bottom");
        await server.Send(HttpMethod.Post, "/api/import", demo).Expect(200);
        var own = await From("half-guard", "bottom");
        Assert.Equal("knee-cut", own[0]!["technique"]!.ToString());
        Assert.NotEqual(plain.Select(m => m!["technique"]!.ToString()), own.Select(m => m!["technique"]!.ToString()));

        async Task<JsonArray> From(string position, string role) =>
            (await server.Get("/api/next-moments"))["spots"]!
                .AsArray()
                .Single(s => (string?)s!["spot"]!["position"] == position && (string?)s["spot"]!["role"] == role)!["theirs"]!.AsArray();
    }

    [Fact]
    public async Task Lists_page()
    {
        await server.Send(HttpMethod.Post, "/api/import", demo).Expect(200);
        var one = await server.Get("/api/rolls?size=10&page=2");
        Assert.Equal(10, one["items"]!.AsArray().Count);
        Assert.Equal(2, (int)one["page"]!);
        var sessions = (await server.Get("/api/sessions?size=200"))["items"]!.AsArray();
        Assert.Equal(sessions.Select(s => (string?)s!["date"]).OrderDescending(), sessions.Select(s => (string?)s!["date"]));
    }
}
