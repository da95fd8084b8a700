using System.Net;
using System.Text;
using System.Text.Json.Nodes;

namespace AshNotch.Web.Tests;

/// <summary>The page for a coach and the graph of the ground over HTTP.</summary>
public sealed class ReportsOverHttpTests : IAsyncLifetime
{
    private readonly RunningServer server = new();

    public async Task InitializeAsync()
    {
        await server.InitializeAsync();
        await server
            .Client.PostAsync("/api/import", new StringContent(await RunningServer.DemoFile(), Encoding.UTF8, "application/json"))
            .Expect(200);
    }

    public Task DisposeAsync() => server.DisposeAsync();

    [Fact]
    public async Task The_page_is_the_same_as_json_and_as_markdown()
    {
        const string query = "?weeks=52&initials=true&question=Why%3F";
        var page = await server.Get("/api/coach" + query);
        var answer = await server.Send(HttpMethod.Get, "/api/export/report.md" + query).Expect(200);
        Assert.Equal("text/markdown", answer.Content.Headers.ContentType?.MediaType);
        Assert.EndsWith(".md", answer.Content.Headers.ContentDisposition?.FileName);
        var text = await answer.Content.ReadAsStringAsync();
        var titles = page["sections"]!.AsArray().Select(s => (string?)s!["title"]).ToList();
        Assert.Equal(titles, text.Split('\n').Where(l => l.StartsWith("## ", StringComparison.Ordinal)).Select(l => l[3..]));
        Assert.Equal(
            page["sections"]!.AsArray().Sum(s => s!["lines"]!.AsArray().Count),
            text.Split('\n').Count(l => l.StartsWith("- ", StringComparison.Ordinal))
        );
        Assert.Contains("- Why?", text);
        var parts = await server.Get("/api/coach?parts=levers,question");
        Assert.Equal("levers", (string?)Assert.Single(parts["sections"]!.AsArray())!["part"]);
    }

    [Theory]
    [InlineData("?weeks=0")]
    [InlineData("?weeks=many")]
    [InlineData("?parts=gossip")]
    [InlineData("?initials=perhaps")]
    public async Task What_makes_no_sense_is_refused_in_a_sentence(string query) =>
        await (await server.Send(HttpMethod.Get, "/api/coach" + query)).Problem(400);

    [Fact]
    public async Task A_question_longer_than_a_page_is_refused() =>
        await (await server.Send(HttpMethod.Get, "/api/coach?question=" + new string('x', 1001))).Problem(400);

    [Fact]
    public async Task The_graph_is_that_of_the_map_that_was_asked_for()
    {
        foreach (var query in (string[])["", "?attire=no-gi"])
        {
            var map = await server.Get("/api/ground-map" + query);
            var answer = await server.Send(HttpMethod.Get, "/api/export/ground-map.graphml" + query).Expect(200);
            var text = await answer.Content.ReadAsStringAsync();
            Assert.Equal(map["roads"]!.AsArray().Count, text.Split("<edge ").Length - 1);
        }
    }

    [Fact]
    public async Task A_log_that_is_sound_can_be_saved_too_and_nothing_is_missing()
    {
        var saved = JsonNode.Parse(await (await server.Send(HttpMethod.Post, "/api/rescue").Expect(200)).Content.ReadAsStringAsync())!;
        Assert.Equal(0, (int)saved["lostCount"]!);
        Assert.Equal((int)(await server.Get("/api/rolls?size=1"))["total"]!, (int)saved["holds"]!["rolls"]!);
        var listed = (await server.Get("/api/backups"))["items"]!.AsArray().Single(b => (string?)b!["name"] == (string?)saved["name"])!;
        Assert.Equal((true, true), ((bool)listed["checked"]!, (bool)listed["aside"]!));
        var restored = await server.Send(HttpMethod.Post, "/api/restore", $$"""{"name": "{{saved["name"]}}"}""").Expect(200);
        Assert.Equal(HttpStatusCode.OK, restored.StatusCode);
    }
}
