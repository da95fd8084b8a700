namespace AshNotch.Web.Tests;

/// <summary>Own ways to set the round clock, and what the pages need to play a recording, over HTTP.</summary>
public sealed class ClocksOverHttpTests : IAsyncLifetime
{
    private const string Thursday = """{"id": "thursday", "name": "Thursday", "kind": "class", "rounds": 6, "work": 300, "rest": 60}""";

    private readonly RunningServer server = new();

    public Task InitializeAsync() => server.InitializeAsync();

    public Task DisposeAsync() => server.DisposeAsync();

    [Fact]
    public async Task A_way_to_set_the_clock_is_kept_goes_out_with_the_log_and_to_the_bin()
    {
        await server.Send(HttpMethod.Post, "/api/clocks", Thursday).Expect(201);
        await (await server.Send(HttpMethod.Post, "/api/clocks", Thursday)).Problem(409);
        var kept = Assert.Single((await server.Get("/api/clocks"))["items"]!.AsArray())!;
        Assert.Equal(("Thursday", 300, 1), ((string?)kept["name"], (int?)kept["work"], (int?)kept["version"]));
        Assert.Equal("thursday", (string?)(await server.Get("/api/export/logbook.json"))["clocks"]![0]!["id"]);

        await server.Send(HttpMethod.Delete, "/api/clocks/thursday").Expect(204);
        Assert.Empty((await server.Get("/api/clocks"))["items"]!.AsArray());
        Assert.Equal("clock", (string?)(await server.Get("/api/bin"))["items"]![0]!["kind"]);
    }

    [Fact]
    public async Task What_is_wrong_with_one_is_said_where_it_stands()
    {
        var problem = await (
            await server.Send(
                HttpMethod.Post,
                "/api/clocks",
                """{"name": "", "kind": "class", "rounds": 100, "work": 1, "rest": 9999, "start": {"position": "moon", "role": "top"}}"""
            )
        ).Problem(422);
        Assert.Equal(
            ["/name", "/rest", "/rounds", "/start/position", "/work"],
            problem["errors"]!.AsObject().Select(e => e.Key).Order(StringComparer.Ordinal)
        );
        Assert.Equal(
            ["/kind"],
            (await (await server.Send(HttpMethod.Post, "/api/clocks", """{"name": "x", "kind": "egg"}""")).Problem(422))["errors"]!
                .AsObject()
                .Select(e => e.Key)
        );
    }

    [Fact]
    public async Task A_roll_is_found_by_the_file_it_was_tagged_in()
    {
        await server
            .Send(
                HttpMethod.Post,
                "/api/sessions",
                """
                {"id": "s", "date": "2026-06-20", "kind": "class", "attire": "gi", "rolls": [
                  {"id": "a", "exchanges": [], "video": {"name": "mat & cam.mp4", "size": 12, "length": 61.5, "start": 2}},
                  {"id": "b", "exchanges": []}]}
                """
            )
            .Expect(201);
        var found = (await server.Get("/api/rolls?video=mat%20%26%20cam.mp4"))["items"]!.AsArray();
        Assert.Equal("a", (string?)Assert.Single(found)!["roll"]!["id"]);
        Assert.Equal(2, (int?)found[0]!["roll"]!["video"]!["start"]);
        Assert.Empty((await server.Get("/api/rolls?video=other.mp4"))["items"]!.AsArray());
    }

    [Fact]
    public async Task The_pages_may_play_a_file_of_the_device_and_nothing_from_elsewhere()
    {
        var policy = (await server.Send(HttpMethod.Get, "/healthz")).Headers.GetValues("Content-Security-Policy").Single();
        Assert.Contains("media-src 'self' blob:;", policy);
        Assert.Contains("default-src 'none'", policy);
    }
}
