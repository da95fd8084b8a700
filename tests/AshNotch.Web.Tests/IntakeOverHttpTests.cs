using System.Text;
using System.Text.Json.Nodes;

namespace AshNotch.Web.Tests;

/// <summary>Tables and diaries over HTTP: a preview writes nothing, taking writes all, one call takes it back.</summary>
public sealed class IntakeOverHttpTests : IAsyncLifetime
{
    private const string Csv =
        "Date;Partner;Belt;Result\r\n2026-03-03;Odalys B.;purple;won\r\nnever;Odalys B.;purple;won\r\n2026-03-05;Cosmo V.;blau;1-1\r\n";

    private readonly RunningServer server = new();

    public Task InitializeAsync() => server.InitializeAsync();

    public Task DisposeAsync() => server.DisposeAsync();

    private Task<HttpResponseMessage> Table(string csv, string query = "") =>
        server.Client.PostAsync("/api/intake/table" + query, new StringContent(csv, Encoding.UTF8, "text/csv"));

    private static async Task<JsonNode> Body(HttpResponseMessage response) => JsonNode.Parse(await response.Content.ReadAsStringAsync())!;

    private async Task<int> Sessions() => (int)(await server.Get("/api/sessions"))["total"]!;

    [Fact]
    public async Task A_table_is_shown_taken_and_taken_back()
    {
        var seen = await Body(await Table(Csv).Expect(200));
        Assert.Equal((";", "UTF-8", 3), ((string?)seen["delimiter"], (string?)seen["encoding"], (int)seen["rows"]!));
        Assert.Equal(["date", "partner", "belt", "result"], seen["columns"]!.AsArray().Select(c => (string?)c!["means"]));
        Assert.Equal(
            [(3, "date", true), (4, "belt", false)],
            seen["faults"]!.AsArray().Select(f => ((int)f!["row"]!, (string)f["column"]!, (bool)f["left"]!))
        );
        Assert.Equal(2, seen["sessions"]!.AsArray().Count);
        Assert.Equal(0, await Sessions());

        var take = new JsonObject
        {
            ["says"] = "rounds.csv",
            ["partners"] = seen["partners"]!.DeepClone(),
            ["sessions"] = seen["sessions"]!.DeepClone(),
        }.ToJsonString();
        var taken = await Body(await server.Send(HttpMethod.Post, "/api/intake", take).Expect(200));
        Assert.Equal((2, 2, 2), ((int)taken["sessions"]!, (int)taken["rolls"]!, (int)taken["partners"]!));
        Assert.Equal(2, await Sessions());
        var again = await Body(await server.Send(HttpMethod.Post, "/api/intake", take).Expect(200));
        Assert.Equal((0, 0), ((int)again["sessions"]!, (int)again["rolls"]!));
        // What is there already is known when the table is shown again.
        Assert.Empty((await Body(await Table(Csv).Expect(200)))["partners"]!.AsArray());

        var listed = (await server.Get("/api/intakes"))["items"]!.AsArray();
        Assert.Equal("rounds.csv", (string?)Assert.Single(listed)!["says"]);
        await server.Send(HttpMethod.Delete, $"/api/intake/{taken["id"]}").Expect(200);
        Assert.Equal(0, await Sessions());
        await (await server.Send(HttpMethod.Delete, $"/api/intake/{taken["id"]}")).Problem(404);
    }

    [Fact]
    public async Task Columns_can_be_set_and_what_makes_no_sense_is_refused_in_a_sentence()
    {
        var seen = await Body(await Table(Csv, "?columns=date,,,notes&attire=no-gi&notes=told&order=day-first").Expect(200));
        Assert.Equal(["date", null, null, "notes"], seen["columns"]!.AsArray().Select(c => (string?)c!["means"]));
        Assert.Equal("no-gi", (string?)seen["sessions"]![0]!["attire"]);
        Assert.Equal("won", (string?)seen["sessions"]![0]!["rolls"]![0]!["told"]);
        await (await Table(Csv, "?columns=date,nonsense,,")).Problem(400);
        await (await Table(Csv, "?columns=date")).Problem(422);
        await (await Table(Csv, "?order=sideways")).Problem(400);
        await (await Table(Csv, "?attire=kilt")).Problem(400);
        await (await Table("no table")).Problem(422);
        await (await Table("")).Problem(422);
        await (await Table(new string('x', 9 * 1024 * 1024))).Problem(413);
    }

    [Fact]
    public async Task A_diary_is_cut_and_each_day_read_by_itself()
    {
        const string text =
            "## 3 March 2026\nRolled with Cosmo. I passed with the knee cut and got an armbar.\n\n## 5 March 2026\nOnly drilled.\n\n## "
            + "40 March 2026\nWell.";
        var cut = await Body(
            await server.Send(HttpMethod.Post, "/api/intake/diary", new JsonObject { ["text"] = text }.ToJsonString()).Expect(200)
        );
        var entries = cut["entries"]!.AsArray();
        Assert.Equal(["2026-03-03", "2026-03-05", null], entries.Select(e => (string?)e!["date"]));
        Assert.NotNull((string?)entries[2]!["fault"]);
        var span = entries[0]!["body"]!;
        var day = new JsonObject
        {
            ["date"] = "2026-03-03",
            ["nth"] = 0,
            ["text"] = text.Substring((int)span["start"]!, (int)span["length"]!),
        };
        var read = await Body(await server.Send(HttpMethod.Post, "/api/intake/diary/day", day.ToJsonString()).Expect(200));
        Assert.Equal("Cosmo", (string?)Assert.Single(read["partners"]!.AsArray())!["name"]);
        Assert.Equal(
            ["knee-cut", "armbar"],
            read["session"]!["rolls"]![0]!["exchanges"]!
                .AsArray()
                .SelectMany(e => e!["moments"]!.AsArray())
                .Select(m => (string?)m!["technique"])
        );
        Assert.Equal(0, await Sessions());
        foreach (var bad in (string[])["{}", "{\"text\": 7}", "{\"text\": \"x\", \"order\": \"sideways\"}"])
            await (await server.Send(HttpMethod.Post, "/api/intake/diary", bad)).Problem(422);
        foreach (var bad in (string[])["{}", "{\"text\": \"x\"}", "{\"text\": \"x\", \"date\": \"1200-01-01\"}"])
            await (await server.Send(HttpMethod.Post, "/api/intake/diary/day", bad)).Problem(422);
    }

    [Theory]
    [InlineData(
        """
            {"says": "x", "sessions": [{"id": "s", "date": "2026-03-03", "kind": "class", "attire": "gi",
            "rolls": [{"id": "r", "partnerId": "nobody"}]}]}
            """
    )]
    [InlineData(
        """
            {"says": "x", "sessions": [{"id": "s", "date": "2026-03-03", "kind": "class", "attire": "gi"},
            {"id": "s", "date": "2026-03-04", "kind": "class", "attire": "gi"}]}
            """
    )]
    [InlineData("""{"says": "x", "partners": [{"id": "..", "name": "Cosmo"}]}""")]
    [InlineData("""{"sessions": []}""")]
    public async Task What_the_log_would_refuse_is_not_taken_by_this_door_either(string body)
    {
        await (await server.Send(HttpMethod.Post, "/api/intake", body)).Problem(422);
        Assert.Equal(0, await Sessions());
    }
}
