using System.Text.Json.Nodes;

namespace AshNotch.Web.Tests;

public sealed class OwnWordsOverHttpTests : IAsyncLifetime
{
    private const string Net = """{"name": "The net", "family": "half guard", "roles": ["top", "bottom"], "scores": "guard"}""";

    private readonly RunningServer server = new();

    public Task InitializeAsync() => server.InitializeAsync();

    public Task DisposeAsync() => server.DisposeAsync();

    private async Task<string> Add(string words)
    {
        var answer = await server.Send(HttpMethod.Post, "/api/vocabulary", words).Expect(200);
        return (string)JsonNode.Parse(await answer.Content.ReadAsStringAsync())!["ids"]![0]!;
    }

    [Fact]
    public async Task They_are_added_changed_used_and_taken_away()
    {
        var id = await Add($$"""{"positions": [{{Net}}]}""");
        Assert.Equal("own-the-net", id);
        Assert.Equal("own-1", await Add("""{"positions": [{"name": "Сеть"}]}"""));
        await server
            .Send(
                HttpMethod.Post,
                "/api/sessions",
                $$"""
                {"date":"2026-03-03","kind":"class","attire":"gi","rolls":[{"id":"r","exchanges":[{"start":{"position":"{{id}}",
                "role":"bottom"},"moments":[{"actor":"them","technique":"pass","outcome":"done"}]}]}]}
                """
            )
            .Expect(201);
        Assert.Contains((await server.Get("/api/soft-spots"))["spots"]!.AsArray(), s => (string?)s!["position"] == id);
        await (await server.Send(HttpMethod.Put, $"/api/vocabulary/positions/{id}", """{"name": "The net", "roles": ["even"]}""")).Problem(
            422
        );
        await server.Send(HttpMethod.Put, $"/api/vocabulary/positions/{id}", Net.Replace("The net", "The trawl")).Expect(204);
        Assert.Contains(
            "one place",
            (string?)(await (await server.Send(HttpMethod.Delete, $"/api/vocabulary/{id}")).Problem(409))["detail"]
        );
        await server.Send(HttpMethod.Delete, "/api/vocabulary/own-1").Expect(204);
        await (await server.Send(HttpMethod.Delete, "/api/vocabulary/mount")).Problem(404);
        var export = await server.Client.GetStringAsync("/api/export/logbook.json");
        Assert.Contains("The trawl", export);
        await server.Send(HttpMethod.Post, "/api/import", export).Expect(200);
    }

    [Theory]
    [InlineData("""{"positions": [{"name": "Far", "level": 50, "roles": ["top", "bottom"]}]}""")]
    [InlineData("""{"positions": [{"id": "a:b", "name": "Odd"}]}""")]
    [InlineData("""{"positions": [{"id": "mount", "name": "Mine"}]}""")]
    [InlineData("""{"techniques": [{"name": "Nowhere", "kind": "sweep", "from": ["attic"]}]}""")]
    [InlineData("""{"techniques": [{"name": "Star", "kind": "sweep", "from": ["*"], "to": ["*"]}]}""")]
    [InlineData("""{"aliases": [{"says": "x", "means": "nothing"}]}""")]
    [InlineData("""{"positions": [{"name": "Shelf", "roles": ["top", "bottom"], "scores": "moutn"}]}""")]
    public async Task What_does_not_hold_together_is_refused_and_every_page_goes_on(string words)
    {
        await (await server.Send(HttpMethod.Post, "/api/vocabulary", words)).Problem(422);
        await server.Send(HttpMethod.Get, "/api/soft-spots").Expect(200);
        await server.Send(HttpMethod.Get, "/api/next-moments").Expect(200);
    }

    // Two of one name could not be told apart in any list; a name of before stays when something else about it changes.
    [Theory]
    [InlineData("positions", "the  NET", "The trawl", "Mount")]
    [InlineData("techniques", "the  NET", "The trawl", "Armbar")]
    public async Task A_name_that_is_taken_is_refused_where_something_is_named(string kind, string again, string other, string shipped)
    {
        static string Body(string name) => $$"""{"name": "{{name}}", "kind": "sweep", "from": ["mount:bottom"], "roles": ["even"]}""";
        string List(params string[] names) => $$"""{"{{kind}}": [{{string.Join(", ", names.Select(Body))}}]}""";
        async Task Refused(HttpMethod method, string path, string words) =>
            Assert.Contains(
                "already",
                (await (await server.Send(method, path, words)).Problem(422))["errors"]!.AsObject().Single().Value!.ToJsonString()
            );

        var id = await Add(List("The net"));
        await Refused(HttpMethod.Post, "/api/vocabulary", List(again));
        await Refused(HttpMethod.Post, "/api/vocabulary", List(shipped));
        await Refused(HttpMethod.Post, "/api/vocabulary", List(other, other));
        await Add(List(other));
        await Refused(HttpMethod.Put, $"/api/vocabulary/{kind}/{id}", Body(other));
        await server.Send(HttpMethod.Put, $"/api/vocabulary/{kind}/{id}", Body("The net")).Expect(204);
        await server.Send(HttpMethod.Put, $"/api/vocabulary/{kind}/{id}", Body("The purse")).Expect(204);
    }

    // It used to end in a 500: a technique of the log starts at the position in a role that the file takes away.
    [Fact]
    public async Task A_file_whose_words_do_not_fit_those_here_is_refused_whole()
    {
        var id = await Add($$"""{"positions": [{{Net}}]}""");
        await Add($$"""{"techniques": [{"name": "Net out", "kind": "escape", "from": ["{{id}}:bottom"], "to": ["standing"]}]}""");
        var file = $$$"""
            {"format":"ash-notch-logbook","version":1,"athlete":{"name":"A","belt":"white"},
            "partners":[],"sessions":[{"id":"s","date":"2026-03-03","kind":"class","attire":"gi"}],
            "vocabulary":{"positions":[{"id":"{{{id}}}","name":"The net","roles":["even"]}],
            "techniques":[],"aliases":[]}}
            """;
        await (await server.Send(HttpMethod.Post, "/api/import", file)).Problem(422);
        Assert.Equal(0, (int)(await server.Get("/api/sessions"))["total"]!);
    }
}
