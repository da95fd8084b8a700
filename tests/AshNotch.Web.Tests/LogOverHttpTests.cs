using System.Text.Json.Nodes;

namespace AshNotch.Web.Tests;

public sealed class LogOverHttpTests : IAsyncLifetime
{
    private const string Partner = """{"id": "p1", "name": "Odalys B.", "belt": "purple", "stripes": 1, "weightKg": 66}""";

    private const string Session = """
        {"id": "s1", "date": "2026-03-03", "kind": "class", "attire": "gi", "minutes": 90, "rolls": [
          {"id": "r1", "partnerId": "p1", "exchanges": [{"start": {"position": "seated-guard", "role": "bottom"},
            "moments": [{"actor": "them", "technique": "knee-cut", "outcome": "done"}]}]}]}
        """;

    private readonly RunningServer server = new();

    public async Task InitializeAsync()
    {
        await server.InitializeAsync();
        await server.Send(HttpMethod.Post, "/api/partners", Partner).Expect(201);
    }

    public Task DisposeAsync() => server.DisposeAsync();

    [Fact]
    public async Task A_session_is_made_read_changed_by_version_and_refused_when_stale()
    {
        var made = await server.Send(HttpMethod.Post, "/api/sessions", Session).Expect(201);
        Assert.Equal("/api/sessions/s1", made.Headers.Location?.ToString());
        var read = await server.Send(HttpMethod.Get, "/api/sessions/s1").Expect(200);
        var tag = RunningServer.Tag(read);
        Assert.Equal(RunningServer.Tag(made), tag);
        var body = JsonNode.Parse(await read.Content.ReadAsStringAsync())!;
        Assert.Equal("knee-cut", (string?)body["rolls"]![0]!["exchanges"]![0]!["moments"]![0]!["technique"]);

        body["aim"] = "frames";
        var changed = await server.Send(HttpMethod.Put, "/api/sessions/s1", body.ToJsonString(), ("If-Match", tag)).Expect(200);
        Assert.NotEqual(tag, RunningServer.Tag(changed));
        await (await server.Send(HttpMethod.Put, "/api/sessions/s1", body.ToJsonString(), ("If-Match", tag))).Problem(412);
        await (await server.Send(HttpMethod.Put, "/api/sessions/s1", body.ToJsonString())).Problem(428);
        await (await server.Send(HttpMethod.Put, "/api/sessions/s1", body.ToJsonString(), ("If-Match", "\"abc\""))).Problem(412);
        await (await server.Send(HttpMethod.Put, "/api/sessions/other", body.ToJsonString(), ("If-Match", tag))).Problem(404);
        Assert.Equal("frames", (string?)(await server.Get("/api/sessions/s1"))["aim"]);
    }

    [Fact]
    public async Task A_new_session_can_be_put_once_under_an_id_of_its_own()
    {
        await server.Send(HttpMethod.Put, "/api/sessions/mine", Session, ("If-None-Match", "*")).Expect(201);
        await (await server.Send(HttpMethod.Put, "/api/sessions/mine", Session, ("If-None-Match", "*"))).Problem(412);
        Assert.Equal("mine", (string?)(await server.Get("/api/sessions/mine"))["id"]);
        await (await server.Send(HttpMethod.Post, "/api/sessions", Session.Replace("s1", "mine"))).Problem(409);
    }

    [Fact]
    public async Task An_id_is_given_when_none_is_sent()
    {
        var made = await server
            .Send(HttpMethod.Post, "/api/sessions", """{"date": "2026-03-03", "kind": "open-mat", "attire": "no-gi"}""")
            .Expect(201);
        var id = (string?)JsonNode.Parse(await made.Content.ReadAsStringAsync())!["id"];
        Assert.Equal("open-mat", (string?)(await server.Get($"/api/sessions/{id}"))["kind"]);
    }

    [Fact]
    public async Task Rolls_under_a_session_have_their_own_versions()
    {
        await server.Send(HttpMethod.Post, "/api/sessions", Session).Expect(201);
        await server.Send(HttpMethod.Post, "/api/sessions/s1/rolls", """{"id": "r2", "partnerId": "p1"}""").Expect(201);
        Assert.Equal(2, (int)(await server.Get("/api/sessions/s1/rolls"))["total"]!);
        var read = await server.Send(HttpMethod.Get, "/api/sessions/s1/rolls/r2").Expect(200);
        await server
            .Send(
                HttpMethod.Put,
                "/api/sessions/s1/rolls/r2",
                """{"partnerId": "p1", "notes": "short"}""",
                ("If-Match", RunningServer.Tag(read))
            )
            .Expect(200);
        await (
            await server.Send(HttpMethod.Put, "/api/sessions/s1/rolls/r2", """{"partnerId": "p1"}""", ("If-Match", RunningServer.Tag(read)))
        ).Problem(412);
        await (await server.Send(HttpMethod.Post, "/api/sessions/s1/rolls", """{"id": "r2", "partnerId": "p1"}""")).Problem(409);
        await (await server.Send(HttpMethod.Post, "/api/sessions/s9/rolls", """{"partnerId": "p1"}""")).Problem(404);
    }

    [Fact]
    public async Task What_is_deleted_comes_back_from_the_bin()
    {
        await server.Send(HttpMethod.Post, "/api/sessions", Session).Expect(201);
        await (await server.Send(HttpMethod.Delete, "/api/sessions/s1", null, ("If-Match", "\"77\""))).Problem(412);
        await server.Send(HttpMethod.Delete, "/api/sessions/s1").Expect(204);
        await (await server.Send(HttpMethod.Get, "/api/sessions/s1")).Problem(404);
        Assert.Equal("s1", (string?)(await server.Get("/api/bin"))["items"]![0]!["id"]);
        await server.Send(HttpMethod.Post, "/api/bin/restore?kind=session&id=s1").Expect(204);
        await server.Send(HttpMethod.Get, "/api/sessions/s1").Expect(200);
        await (await server.Send(HttpMethod.Post, "/api/bin/restore?kind=session&id=s1")).Problem(404);
    }

    [Fact]
    public async Task Partners_and_profile_are_kept_by_version_too()
    {
        await (await server.Send(HttpMethod.Get, "/api/athlete")).Problem(404);
        var profile = """{"name": "Runa Halvick", "belt": "blue", "units": "lb"}""";
        var made = await server.Send(HttpMethod.Put, "/api/athlete", profile, ("If-None-Match", "*")).Expect(200);
        await (await server.Send(HttpMethod.Put, "/api/athlete", profile, ("If-None-Match", "*"))).Problem(412);
        await server
            .Send(HttpMethod.Put, "/api/athlete", profile.Replace("blue", "purple"), ("If-Match", RunningServer.Tag(made)))
            .Expect(200);
        Assert.Equal("purple", (string?)(await server.Get("/api/athlete"))["belt"]);

        var partner = await server.Send(HttpMethod.Get, "/api/partners/p1").Expect(200);
        await server
            .Send(
                HttpMethod.Put,
                "/api/partners/p1",
                """{"name": "Odalys B.", "belt": "brown"}""",
                ("If-Match", RunningServer.Tag(partner))
            )
            .Expect(200);
        await (
            await server.Send(HttpMethod.Put, "/api/partners/p1", """{"name": "O."}""", ("If-Match", RunningServer.Tag(partner)))
        ).Problem(412);
        await server.Send(HttpMethod.Delete, "/api/partners/p1").Expect(204);
        Assert.Equal(0, (int)(await server.Get("/api/partners"))["total"]!);
    }

    [Theory]
    [InlineData("{\"id\": \"s\", \"kind\": \"class\", \"attire\": \"gi\"}", 422, "/date")]
    [InlineData("{\"date\": \"2026-03-03\", \"kind\": \"party\", \"attire\": \"gi\"}", 422, "/kind")]
    [InlineData("{\"date\": \"2026-03-03\", \"kind\": \"class\", \"attire\": \"gi\", \"minutes\": 1e400}", 422, "/minutes")]
    [InlineData("{\"date\": \"2026-03-03\", \"kind\": \"class\", \"attire\": \"gi\", \"effort\": 99999999999999999999}", 422, "/effort")]
    [InlineData(
        "{\"date\": \"2026-03-03\", \"kind\": \"class\", \"attire\": \"gi\", \"rolls\": [{\"partnerId\": \"ghost\"}]}",
        422,
        "/rolls/0/id"
    )]
    [InlineData(
        "{\"date\": \"2026-03-03\", \"kind\": \"class\", \"attire\": \"gi\", \"rolls\": [{\"id\": \"r\", \"partnerId\": \"ghost\"}]}",
        422,
        "/rolls/0/partnerId"
    )]
    [InlineData("[]", 422, "")]
    [InlineData("null", 422, "")]
    [InlineData("{\"date\": ", 400, "")]
    [InlineData("", 400, "")]
    public async Task Bad_bodies_get_sentences_under_their_json_pointers(string body, int status, string pointer)
    {
        var problem = await (await server.Send(HttpMethod.Post, "/api/sessions", body)).Problem(status);
        Assert.NotNull(problem["errors"]![pointer]);
    }

    [Theory]
    [InlineData("/api/sessions?page=0", 400)]
    [InlineData("/api/sessions?size=many", 400)]
    [InlineData("/api/rolls?belt=pink", 400)]
    [InlineData("/api/rolls?from=yesterday", 400)]
    [InlineData("/api/soft-spots?objective=fame", 400)]
    [InlineData("/api/soft-spots/mars/top/contests", 404)]
    [InlineData("/api/sessions/nope", 404)]
    [InlineData("/api/nothing", 404)]
    public async Task Bad_questions_get_sentences(string path, int status) =>
        await (await server.Send(HttpMethod.Get, path)).Problem(status);

    [Fact]
    public async Task Own_words_are_added_used_and_taken_away()
    {
        await server
            .Send(
                HttpMethod.Post,
                "/api/vocabulary",
                """
                {"aliases": [{"says": "the gangplank", "means": "knee-cut"}], "techniques": [{"id": "net-roll",
                "name": "Net roll", "kind": "sweep", "from": ["half-guard:bottom"], "to": ["mount:top"]}]}
                """
            )
            .Expect(200);
        var words = await server.Get("/api/vocabulary");
        Assert.Equal("net-roll", (string?)words["own"]![0]);
        await server.Send(HttpMethod.Post, "/api/sessions", Session.Replace("knee-cut", "net-roll")).Expect(201);
        await (
            await server.Send(
                HttpMethod.Post,
                "/api/vocabulary",
                """{"techniques": [{"id": "x", "name": "X", "kind": "sweep", "from": ["moon:top"]}]}"""
            )
        ).Problem(422);
        await server.Send(HttpMethod.Delete, "/api/vocabulary/aliases?says=the+gangplank&means=knee-cut").Expect(204);
        Assert.Empty((await server.Get("/api/vocabulary"))["aliases"]!.AsArray());
    }

    // Whatever is sent, the answer is never a failure of the program. The changes are random but always the same.
    [Fact]
    public async Task Spoilt_sessions_never_break_the_program()
    {
        var random = new Random(7);
        string[] spoils =
        [
            "null",
            "true",
            "-1",
            "1e308",
            "\"\"",
            "\"\\u0000\"",
            "[]",
            "{}",
            "[[[]]]",
            "\"9999-99-99\"",
            "\"knee-cut\"",
            "99999999999999999999999",
            "\"\\ud800\"",
            "{\"position\": 3}",
        ];
        var places = Enumerable.Range(0, Session.Length).Where(i => Session[i] == ':').ToList();
        for (var i = 0; i < 300; i++)
        {
            var at = places[random.Next(places.Count)] + 1;
            var end = at;
            while (end < Session.Length && Session[end] is not (',' or '}' or ']'))
                end++;
            var body =
                random.Next(4) == 0
                    ? Session[..random.Next(Session.Length)]
                    : Session[..at] + spoils[random.Next(spoils.Length)] + Session[end..];
            var answer = await server.Send(HttpMethod.Post, "/api/sessions", body);
            Assert.True((int)answer.StatusCode < 500, $"{(int)answer.StatusCode} for {body}");
        }
    }
}
