using System.Text.Json.Nodes;

namespace AshNotch.Web.Tests;

/// <summary>Matches and rule sets over HTTP. Figures: IBJJF rule book (source named, values from memory).</summary>
public sealed class ScoreOverHttpTests : IAsyncLifetime
{
    private readonly RunningServer server = new();

    public Task InitializeAsync() => server.InitializeAsync();

    public Task DisposeAsync() => server.DisposeAsync();

    private async Task<JsonNode> Score(string body) =>
        JsonNode.Parse(await (await server.Send(HttpMethod.Post, "/api/score", body).Expect(200)).Content.ReadAsStringAsync())!;

    [Fact]
    public async Task A_match_is_scored_line_by_line_with_lead_result_and_what_was_assumed()
    {
        var score = await Score(
            """
            {"ruleset": "points", "belt": "blue", "attire": "gi", "start": {"position": "half-guard", "role": "top"}, "moments": [
              {"clock": 60, "actor": "me", "technique": "knee-cut", "outcome": "done", "to": {"position": "side-control", "role":
                "top"}, "held": 6},
              {"clock": 70, "actor": "me", "technique": "mount-step", "outcome": "done"},
              {"clock": 90, "actor": "them", "technique": "toe-hold", "outcome": "stopped", "near": true},
              {"clock": 100, "actor": null, "technique": "knee-cut"},
              {"clock": 120, "actor": "me", "event": "penalty"}]}
            """
        );

        Assert.Equal("""{"points":7,"advantages":0,"penalties":1}""", score["me"]!.ToJsonString());
        Assert.Equal("""{"points":0,"advantages":1,"penalties":0}""", score["them"]!.ToJsonString());
        Assert.Equal(
            ["guard-pass 3", "mount 4", "near-submission 0", "penalty 0"],
            score["line"]!.AsArray().Select(l => $"{l!["event"]} {l["points"]}")
        );
        Assert.Equal(("me", "points"), ((string?)score["result"]!["winner"], (string?)score["result"]!["by"]));
        Assert.Contains(score["asked"]!.AsArray(), a => (int?)a!["moment"] == 1);
        Assert.Equal("toe-hold", (string?)Assert.Single(score["barred"]!.AsArray())!["technique"]);
        Assert.Equal(["level", "me", "me", "me", "me"], score["lead"]!.AsArray().Select(l => (string?)l!["ahead"]));
        Assert.Equal(360, (int?)score["lead"]!.AsArray()[^1]!["to"]);
    }

    [Fact]
    public async Task A_roll_that_is_still_being_written_is_scored_as_one_that_is_kept()
    {
        var score = await Score(
            """
            {"ruleset": "points", "attire": "gi", "length": 600, "roll": {"id": "r", "length": 300,
              "penalties": [{"actor": "them", "after": 1}, {"actor": "me"}], "exchanges": [
                {"start": {"position": "standing", "role": "even"}, "end": {"kind": "reset"}, "moments": [
                  {"actor": "me", "technique": "double-leg", "outcome": "done", "to": {"position": "open-guard", "role": "top"},
                    "held": 4}]},
                {"start": {"position": "closed-guard", "role": "top"}, "end": {"kind": "tap", "by": "them", "technique":
                  "triangle"}, "moments": [
                  {"actor": "them", "technique": "scissor-sweep", "outcome": "stopped", "near": true}]}]}}
            """
        );

        Assert.Equal(
            ("them", "submission", 300),
            ((string?)score["result"]!["winner"], (string?)score["result"]!["by"], (int?)score["length"])
        );
        Assert.Equal((2, 1, 1), ((int?)score["me"]!["points"], (int?)score["them"]!["advantages"], (int?)score["them"]!["penalties"]));
        Assert.Equal(
            ["0.0", "penalty 0", "1.", "1.0", "1.", "penalty 1"],
            score["places"]!.AsArray().Select(p => p!["penalty"] is { } n ? $"penalty {n}" : $"{p["exchange"]}.{p["moment"]}")
        );
        await (
            await server.Send(
                HttpMethod.Post,
                "/api/score",
                """
                {"roll": {"id": "r", "exchanges": [{"moments": [{"actor": "me", "technique": "flying-squirrel",
                "outcome": "done"}]}]}}
                """
            )
        ).Problem(422);
    }

    [Fact]
    public async Task What_nobody_won_says_null_and_clocks_may_be_left_out()
    {
        var score = await Score(
            """{"ruleset": "submission-only", "moments": [{"actor": "me", "technique": "double-leg", "outcome": "done"}]}"""
        );

        Assert.True(score["result"]!.AsObject().ContainsKey("winner"));
        Assert.Null(score["result"]!["winner"]);
        Assert.Equal("draw", (string?)score["result"]!["by"]);
        Assert.True(score["lead"]![0]!.AsObject().ContainsKey("to"));
    }

    [Fact]
    public async Task What_is_wrong_is_said_where_it_stands()
    {
        var problem = await (
            await server.Send(
                HttpMethod.Post,
                "/api/score",
                """
                {"ruleset": "backyard", "start": {"position": "standing", "role": "top"}, "moments": [
                  {"actor": "me", "technique": "flying-squirrel", "outcome": "done"},
                  {"actor": "me", "technique": "double-leg", "clock": -1, "held": -2, "to": {"position": "moon", "role": "top"}}]}
                """
            )
        ).Problem(422);

        Assert.Equal(
            ["/moments/0/technique", "/moments/1/clock", "/moments/1/held", "/moments/1/to/position", "/ruleset", "/start/role"],
            problem["errors"]!.AsObject().Select(e => e.Key).Order(StringComparer.Ordinal)
        );
    }

    [Fact]
    public async Task A_rule_set_of_ones_own_is_kept_scores_and_goes_to_the_bin_and_back()
    {
        var shipped = (await server.Get("/api/rulesets"))["items"]!.AsArray();
        Assert.Equal(["points", "submission-only", "late-points"], shipped.Select(r => (string?)r!["id"]));
        var own = shipped[0]!.DeepClone().AsObject();
        (own["id"], own["name"], own["points"]!["takedown"]) = ("shed", "Shed rules", 9);

        await server.Send(HttpMethod.Post, "/api/rulesets", own.ToJsonString()).Expect(201);
        await (await server.Send(HttpMethod.Post, "/api/rulesets", own.ToJsonString())).Problem(409);
        await (await server.Send(HttpMethod.Put, "/api/rulesets/points", shipped[0]!.ToJsonString(), ("If-Match", "*"))).Problem(422);
        const string match =
            """{"ruleset": "shed", "moments": [{"actor": "them", "technique": "double-leg", "outcome": "done", "held": true}]}""";
        Assert.Equal(9, (int?)(await Score(match))["them"]!["points"]);
        Assert.Equal("shed", (string?)(await server.Get("/api/export/logbook.json"))["rulesets"]![0]!["id"]);

        await server.Send(HttpMethod.Delete, "/api/rulesets/shed").Expect(204);
        await (await server.Send(HttpMethod.Post, "/api/score", match)).Problem(422);
        Assert.Equal("ruleset", (string?)(await server.Get("/api/bin"))["items"]![0]!["kind"]);
    }

    [Fact]
    public async Task A_roll_of_the_log_is_scored_by_its_own_rules_and_says_where_everything_stands()
    {
        await server
            .Send(
                HttpMethod.Post,
                "/api/sessions",
                """
                {"id": "cup", "date": "2026-06-20", "kind": "tournament", "attire": "gi", "event": {"ruleset": "points", "belt":
                  "blue"}, "rolls": [
                  {"id": "final", "kind": "match", "penalties": [{"actor": "me", "after": 1}], "exchanges": [
                    {"start": {"position": "standing", "role": "even"}, "moments": [
                      {"actor": "me", "technique": "double-leg", "outcome": "done", "to": {"position": "open-guard", "role":
                        "top"}, "held": 5}],
                     "end": {"kind": "stoppage"}},
                    {"start": {"position": "closed-guard", "role": "top"}, "moments": [],
                     "end": {"kind": "tap", "by": "them", "technique": "triangle"}}]},
                  {"id": "friendly", "exchanges": []}]}
                """
            )
            .Expect(201);
        var score = await server.Get("/api/sessions/cup/rolls/final/score");

        Assert.Equal((2, 1), ((int?)score["me"]!["points"], (int?)score["me"]!["penalties"]));
        Assert.Equal(("them", "submission"), ((string?)score["result"]!["winner"], (string?)score["result"]!["by"]));
        Assert.Equal(360, (int?)score["length"]);
        Assert.Equal(0, (int?)score["places"]![0]!["moment"]);
        Assert.Equal(0, (int?)score["places"]![1]!["penalty"]);
        await (await server.Send(HttpMethod.Get, "/api/sessions/cup/rolls/friendly/score")).Problem(404);
    }
}
