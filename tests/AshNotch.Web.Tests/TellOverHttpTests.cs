using System.Net;
using System.Text.Json.Nodes;

namespace AshNotch.Web.Tests;

public sealed class TellOverHttpTests : IAsyncLifetime
{
    private const string Words = "Half guard bottom. He knee cut me to side control and I blorped out.";
    private readonly RunningServer server = new();

    public Task InitializeAsync() => server.InitializeAsync();

    public Task DisposeAsync() => server.DisposeAsync();

    [Fact]
    public async Task An_account_is_read_and_nothing_is_stored()
    {
        var told = await Tell(
            new JsonObject
            {
                ["text"] = Words,
                ["attire"] = "no-gi",
                ["start"] = null,
            }
        );
        var moment = told["exchanges"]![0]!["moments"]![0]!;
        Assert.Equal(("them", "knee-cut", "done"), ((string?)moment["actor"], (string?)moment["technique"], (string?)moment["outcome"]));
        Assert.Equal("side-control", (string?)moment["to"]!["position"]);
        Assert.Equal("knee cut", At(moment["source"]!));
        Assert.Equal(["half-guard", "side-control"], told["positions"]!.AsArray().Select(p => (string?)p!["position"]));
        Assert.Contains("blorped", told["unread"]!.AsArray().Select(s => At(s!)));
        Assert.Equal(["start", "length"], moment["source"]!.AsObject().Select(m => m.Key));
        Assert.Equal(0, (int)(await server.Get("/api/sessions"))["total"]!);
    }

    [Fact]
    public async Task A_given_start_is_the_first_spot()
    {
        var told = await Tell(
            new JsonObject
            {
                ["text"] = "swept",
                ["start"] = new JsonObject { ["position"] = "deep-half", ["role"] = "bottom" },
            }
        );
        Assert.Equal("deep-half", (string?)told["positions"]![0]!["position"]);
        Assert.Equal("deep-half-sweep", (string?)told["exchanges"]![0]!["moments"]![0]!["technique"]);
    }

    [Fact]
    public async Task Partners_of_the_log_are_known_by_name_in_small_letters()
    {
        var words = new JsonObject { ["text"] = "open mat\n- sunniva: lost, rnc\n- cosmo: won, kimura from half top" };
        foreach (var name in new[] { "Sunniva", "Cosmo" })
            await server.Send(HttpMethod.Post, "/api/partners", new JsonObject { ["name"] = name }.ToJsonString()).Expect(201);
        var told = await Tell(words);
        Assert.Equal(["Sunniva", "Cosmo"], told["rolls"]!.AsArray().Select(r => (string?)r!["partner"]));
        Assert.Equal(["them", "me"], told["exchanges"]!.AsArray().Select(e => (string?)e!["end"]!["by"]));
    }

    [Fact]
    public async Task An_alias_is_read_as_soon_as_it_is_kept()
    {
        var alias = new JsonObject
        {
            ["positions"] = new JsonArray(),
            ["techniques"] = new JsonArray(),
            ["aliases"] = new JsonArray(new JsonObject { ["says"] = "blorped out", ["means"] = "re-guard" }),
        };
        await server.Send(HttpMethod.Post, "/api/vocabulary", alias.ToJsonString()).Expect(200);
        var told = await Tell(new JsonObject { ["text"] = Words });
        Assert.Contains("re-guard", told["exchanges"]![0]!["moments"]!.AsArray().Select(m => (string?)m!["technique"]));
    }

    [Fact]
    public async Task What_was_set_right_is_learned_from_and_proposed_as_a_word_and_forgotten_with_its_roll()
    {
        const string told =
            "We started in his closed guard. I opened it and then I did my wombat to side control, and he shrimped to half guard.";
        async Task<bool> Reads() =>
            (await Tell(new JsonObject { ["text"] = told }))["exchanges"]!
                .AsArray()
                .SelectMany(e => e!["moments"]!.AsArray())
                .Any(m => (string?)m!["technique"] == "smash-pass");
        var rolls = Enumerable
            .Range(1, 6)
            .Select(n =>
            {
                var text = $"Round {n}. He played open guard and I did my wombat past his legs into side control.";
                return $$$"""
                    {"id": "r{{{n}}}", "exchanges": [], "corrections": [{"text": "{{{text}}}", "moments": [
                      {"at": {{{text.IndexOf(
                        "my wombat",
                        StringComparison.Ordinal
                    )}}}, "length": 9, "actor": "me", "technique": "smash-pass", "outcome": "done",
                       "read": {"actor": "me", "technique": "pass", "outcome": "done"}}]}]}
                    """;
            });
        Assert.False(await Reads());
        await server
            .Send(
                HttpMethod.Post,
                "/api/sessions",
                $$"""{"id": "s", "date": "2026-03-03", "kind": "class", "attire": "gi", "rolls": [{{string.Join(',', rolls)}}]}"""
            )
            .Expect(201);
        Assert.True(await Reads());
        var learned = await server.Get("/api/vocabulary/learned");
        Assert.Equal(6, (int?)learned["accounts"]);
        Assert.Equal("my wombat", (string?)Assert.Single(learned["proposals"]!.AsArray())!["says"]);

        await server.Send(HttpMethod.Delete, "/api/sessions/s").Expect(204);
        Assert.False(await Reads());
        Assert.Equal(0, (int?)(await server.Get("/api/vocabulary/learned"))["accounts"]);
    }

    [Fact]
    public async Task A_technique_of_ones_own_that_a_correction_names_stays()
    {
        await server
            .Send(
                HttpMethod.Post,
                "/api/vocabulary",
                """{"techniques": [{"name": "Wombat", "kind": "pass", "from": ["open-guard:top"], "to": ["side-control:top"]}]}"""
            )
            .Expect(200);
        await server
            .Send(
                HttpMethod.Post,
                "/api/sessions",
                """
                {"id": "s", "date": "2026-03-03", "kind": "class", "attire": "gi", "rolls": [{"id": "r",
                "exchanges": [], "corrections": [{"text": "did it", "moments": [{"at": 0, "length": 3,
                "actor": "me", "technique": "own-wombat", "outcome": "done"}]}]}]}
                """
            )
            .Expect(201);
        await (await server.Send(HttpMethod.Delete, "/api/vocabulary/own-wombat")).Problem(409);
    }

    [Theory]
    [InlineData("{}", "/text")]
    [InlineData("{\"text\": 5}", "/text")]
    [InlineData("{\"text\": \"a\", \"attire\": \"kimono\"}", "/attire")]
    [InlineData("{\"text\": \"a\", \"start\": {\"position\": \"attic\", \"role\": \"top\"}}", "/start")]
    [InlineData("{\"text\": \"a\", \"start\": {\"position\": \"standing\", \"role\": \"top\"}}", "/start")]
    public async Task What_cannot_be_asked_is_refused_with_a_sentence(string body, string pointer)
    {
        var response = await server.Send(HttpMethod.Post, "/api/tell", body);
        Assert.Contains(response.StatusCode, new[] { HttpStatusCode.BadRequest, HttpStatusCode.UnprocessableEntity });
        var problem = JsonNode.Parse(await response.Content.ReadAsStringAsync())!;
        Assert.Contains(problem["errors"]!.AsObject(), e => e.Key.StartsWith(pointer, StringComparison.Ordinal));
    }

    private static string At(JsonNode span) => Words.Substring((int)span["start"]!, (int)span["length"]!);

    private async Task<JsonNode> Tell(JsonObject asked)
    {
        var answer = await server.Send(HttpMethod.Post, "/api/tell", asked.ToJsonString()).Expect(200);
        return JsonNode.Parse(await answer.Content.ReadAsStringAsync())!;
    }
}
