using System.Text.Json.Nodes;

namespace AshNotch.Web.Tests;

public sealed class PatternsOverHttpTests : IAsyncLifetime
{
    private readonly RunningServer server = new();

    public async Task InitializeAsync()
    {
        await server.InitializeAsync();
        await server.Send(HttpMethod.Post, "/api/import", await RunningServer.DemoFile()).Expect(200);
    }

    public Task DisposeAsync() => server.DisposeAsync();

    [Fact]
    public async Task The_ground_map_agrees_with_the_soft_spots_on_every_tally()
    {
        var map = await server.Get("/api/ground-map");
        var spots = (await server.Get("/api/soft-spots"))["spots"]!.AsArray();
        var byName = map["spots"]!.AsArray().ToDictionary(s => $"{s!["spot"]!["position"]}:{s["spot"]!["role"]}", s => s!);
        foreach (var spot in spots)
        {
            var knot = byName[$"{spot!["position"]}:{spot["role"]}"];
            Assert.Equal(
                ((int)spot["won"]!, (int)spot["lost"]!, (int)spot["visits"]!),
                ((int)knot["won"]!, (int)knot["lost"]!, (int)knot["visits"]!)
            );
            Assert.Equal((double)spot["rate"]!, (double)knot["rate"]!, 9);
        }

        Assert.NotEmpty(map["roads"]!.AsArray());
        Assert.Equal("points", (string?)(await server.Get("/api/ground-map?objective=points"))["objective"]);
    }

    [Fact]
    public async Task Every_pattern_brings_the_moments_it_was_counted_from()
    {
        var patterns = await server.Get("/api/patterns");
        foreach (var name in new[] { "traps", "badTrades", "oneSided", "firsts", "untried", "saidAgain", "waysIn" })
            Assert.True(patterns[name]!.AsArray().Count > 0, name);
        foreach (var trap in patterns["traps"]!.AsArray())
        {
            Assert.Equal((int)trap!["count"]!, (int)(await server.Get((string)trap["contests"]!))["total"]!);
            Assert.True((int)trap["count"]! >= 3 && (double)trap["expected"]! < (int)trap["count"]!);
        }

        foreach (var name in new[] { "badTrades", "oneSided" })
        foreach (var pattern in patterns[name]!.AsArray())
            Assert.NotEmpty((await server.Get((string)pattern!["contests"]!))["items"]!.AsArray());
        foreach (var way in patterns["waysIn"]!.AsArray())
            Assert.Equal(
                way!["entries"]!.AsArray().Sum(e => (int)e!["stopped"]!),
                (int)(await server.Get((string)way["contests"]!))["total"]!
            );
        var said = patterns["saidAgain"]![0]!;
        Assert.Equal((int)said["count"]!, (int)(await server.Get((string)said["lessons"]!))["total"]!);
        Assert.Empty((await server.Get("/api/patterns?to=2020-01-01"))["traps"]!.AsArray());
        await (await server.Send(HttpMethod.Get, "/api/patterns/moments?kind=trap&technique=nothing")).Problem(404);
    }

    [Fact]
    public async Task The_trades_of_a_roll_name_each_contest_and_at_most_one_first_bad_trade_an_exchange()
    {
        var trades = (await server.Get("/api/sessions/n20/rolls/n20-1/trades"))["trades"]!.AsArray();
        Assert.NotEmpty(trades);
        Assert.All(trades.GroupBy(t => (int)t!["exchange"]!), e => Assert.InRange(e.Count(t => (bool)t!["firstBadTrade"]!), 0, 1));
        Assert.All(trades.Where(t => (bool)t!["firstBadTrade"]!), t => Assert.True((double)t!["change"]! < 0));
        await (await server.Send(HttpMethod.Get, "/api/sessions/n20/rolls/none/trades")).Problem(404);
    }

    [Fact]
    public async Task The_rings_follow_the_weeks_and_narrow_with_the_days()
    {
        var weeks = (await server.Get("/api/rings"))["weeks"]!.AsArray();
        Assert.Equal(18, weeks.Count);
        Assert.Equal(Demo.Season.Make().Sessions.Sum(s => s.Rolls.Count(r => r.Goes is null)), weeks.Sum(w => (int)w!["rolls"]!));
        Assert.Equal(4, (await server.Get("/api/rings?from=2026-03-02&to=2026-03-29"))["weeks"]!.AsArray().Count);
    }

    [Fact]
    public async Task Ratings_are_kept_stand_beside_the_log_and_travel_with_the_export()
    {
        var before = await server.Get("/api/self-ratings");
        Assert.Equal(9, before["parts"]!.AsArray().Count);
        await server
            .Send(HttpMethod.Post, "/api/self-ratings", """{"ratings":[{"date":"2026-06-21","part":"guard","score":9.5}]}""")
            .Expect(200);
        var after = (await server.Get("/api/self-ratings"))["parts"]!.AsArray().Single(p => (string?)p!["part"]!["id"] == "guard")!;
        Assert.Equal(9.5, (double)after["rated"]!);
        Assert.True((double)after["gap"]! > 0);
        var file = JsonNode.Parse(await server.Client.GetStringAsync("/api/export/logbook.json"))!;
        Assert.Contains(file["selfRatings"]!.AsArray(), r => (double)r!["score"]! == 9.5);
        await (
            await server.Send(HttpMethod.Post, "/api/self-ratings", """{"ratings":[{"date":"2026-06-21","part":"smile","score":11}]}""")
        ).Problem(422);
    }

    [Fact]
    public async Task The_load_of_a_week_is_what_its_sessions_add_up_to()
    {
        var weeks = (await server.Get("/api/load?asOf=2026-06-21"))["weeks"]!.AsArray();
        Assert.Equal(18, weeks.Count);
        foreach (var week in weeks)
        {
            var load = 0.0;
            foreach (var id in week!["sessions"]!.AsArray())
            {
                var session = await server.Get($"/api/sessions/{id}");
                load += (double)session["minutes"]! * (double)session["effort"]!;
            }

            Assert.Equal(load, (double)week["load"]!, 9);
        }

        Assert.Equal(3, (await server.Get("/api/load?asOf=2026-03-08"))["weeks"]!.AsArray().Count);
    }

    [Fact]
    public async Task A_question_that_makes_no_sense_is_refused_with_a_sentence()
    {
        foreach (
            var address in new[]
            {
                "/api/ground-map?objective=glory",
                "/api/patterns?from=yesterday",
                "/api/rings?attire=kimono",
                "/api/soft-spots?peer=green",
                "/api/load?asOf=then",
            }
        )
        {
            var problem = await (await server.Send(HttpMethod.Get, address)).Problem(400);
            Assert.NotEmpty(problem["errors"]!.AsObject());
        }
    }
}
