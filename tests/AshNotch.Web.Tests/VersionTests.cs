using System.Text.Json.Nodes;

namespace AshNotch.Web.Tests;

// RFC 9110, section 13.1.1: If-Match compares strongly, takes lists, and * means whatever is there.
public sealed class VersionTests(RunningServer server) : IClassFixture<RunningServer>
{
    private static string Body(string path) =>
        path switch
        {
            "/api/partners" => """{"name": "Sunniva G."}""",
            "/api/niggles" => """{"part": "knee", "from": "2026-03-03"}""",
            "/api/blocks" => """
                {"from": "2026-07-06", "weeks": 4, "focuses": [{"id": "f", "spot": {"position": "half-guard",
                "role": "bottom"}, "purpose": "plug"}]}
                """,
            _ => """{"date": "2026-03-03", "kind": "class", "attire": "gi"}""",
        };

    private async Task<(string Address, string Text, string Tag)> Made(string path)
    {
        var answer = await server.Send(HttpMethod.Post, path, Body(path)).Expect(201);
        var saved = JsonNode.Parse(await answer.Content.ReadAsStringAsync())!;
        return ($"{path}/{saved["id"]}", Body(path), RunningServer.Tag(answer));
    }

    private async Task<int> Try(HttpMethod method, (string Address, string Text, string Tag) made, string? match) =>
        (int)
            (
                await server.Send(
                    method,
                    made.Address,
                    method == HttpMethod.Put ? made.Text : null,
                    match is null ? [] : [("If-Match", match)]
                )
            ).StatusCode;

    [Theory]
    [InlineData("/api/partners")]
    [InlineData("/api/niggles")]
    [InlineData("/api/blocks")]
    [InlineData("/api/sessions")]
    public async Task A_change_or_a_deletion_names_the_version_it_was_made_from(string path)
    {
        var made = await Made(path);
        foreach (var stale in new[] { "\"999\"", "W/" + made.Tag, "\"abc\"", "\"7\", \"8\"", "nonsense" })
        {
            Assert.Equal(412, await Try(HttpMethod.Put, made, stale));
            Assert.Equal(412, await Try(HttpMethod.Delete, made, stale));
        }

        Assert.Equal(428, await Try(HttpMethod.Put, made, null));
        Assert.Equal(200, await Try(HttpMethod.Put, made, $"\"999\", {made.Tag}"));
        Assert.Equal(200, await Try(HttpMethod.Put, made, "*"));
        Assert.Equal(204, await Try(HttpMethod.Delete, made, "*"));
        Assert.Equal(404, await Try(HttpMethod.Delete, made, null));
        var other = await Made(path);
        Assert.Equal(204, await Try(HttpMethod.Delete, other, other.Tag));
    }
}
