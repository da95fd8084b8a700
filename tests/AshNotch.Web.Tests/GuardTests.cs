using System.Net;
using System.Text;

namespace AshNotch.Web.Tests;

public sealed class GuardTests(RunningServer server) : IClassFixture<RunningServer>
{
    private const string Partner = """{"name": "Sunniva G."}""";

    [Fact]
    public async Task It_listens_on_this_machine_only_and_answers_when_the_store_does()
    {
        Assert.Equal(IPAddress.Loopback.ToString(), server.Client.BaseAddress!.Host);
        await server.Send(HttpMethod.Get, "/healthz").Expect(200);
    }

    [Theory]
    [InlineData("http://evil.example")]
    [InlineData("http://127.0.0.1:1")]
    [InlineData("null")]
    public async Task A_write_from_another_origin_is_refused(string origin) =>
        await (await server.Send(HttpMethod.Post, "/api/partners", Partner, ("Origin", origin))).Problem(403);

    // A page of another site could keep the program busy with judgements whose answers it may not even read.
    [Theory]
    [InlineData("Sec-Fetch-Site", "cross-site", "/api/soft-spots?from=2020-01-01")]
    [InlineData("Sec-Fetch-Site", "same-site", "/api/rolls")]
    [InlineData("Origin", "http://evil.example", "/api/vocabulary")]
    [InlineData("Origin", "http://evil.example", "/openapi/v1.json")]
    public async Task A_read_of_the_log_from_another_site_is_refused(string header, string value, string path) =>
        await (await server.Send(HttpMethod.Get, path, null, (header, value))).Problem(403);

    [Fact]
    public async Task Typed_addresses_and_own_pages_may_read()
    {
        await server.Send(HttpMethod.Get, "/api/rolls", null, ("Sec-Fetch-Site", "none")).Expect(200);
        await server.Send(HttpMethod.Get, "/api/rolls", null, ("Sec-Fetch-Site", "same-origin"), ("Origin", server.Origin)).Expect(200);
    }

    [Fact]
    public async Task A_cross_site_write_without_origin_is_refused_too() =>
        await (await server.Send(HttpMethod.Delete, "/api/partners/x", null, ("Sec-Fetch-Site", "cross-site"))).Problem(403);

    [Fact]
    public async Task Own_pages_and_programs_that_send_no_origin_may_write()
    {
        await server.Send(HttpMethod.Post, "/api/partners", Partner, ("Origin", server.Origin)).Expect(201);
        await server.Send(HttpMethod.Post, "/api/partners", Partner).Expect(201);
    }

    // Many a client folds .. away by itself: what was meant for a roll arrives as its session with a slash behind it.
    [Theory]
    [InlineData("/api/sessions/whole/rolls/..")]
    [InlineData("/api/sessions/whole/rolls/%2e%2E")]
    [InlineData("/api/sessions/whole/rolls/.%2e")]
    [InlineData("/api/sessions/whole/.")]
    [InlineData("/api/sessions/whole/")]
    [InlineData("/api/nothing/../sessions/whole")]
    public async Task An_address_that_would_be_taken_for_another_is_refused(string sent)
    {
        const string session = """{"id": "whole", "date": "2026-06-16", "kind": "class", "attire": "gi", "rolls": []}""";
        await server.Send(HttpMethod.Put, "/api/sessions/whole", session, ("If-None-Match", "*"));
        var address = new Uri(server.Origin + sent, new UriCreationOptions { DangerousDisablePathAndQueryCanonicalization = true });
        await (await server.Client.SendAsync(new HttpRequestMessage(HttpMethod.Delete, address))).Problem(400);
        await server.Send(HttpMethod.Get, "/api/sessions/whole").Expect(200);
    }

    [Fact]
    public async Task Another_host_name_is_not_answered() =>
        await (await server.Send(HttpMethod.Get, "/api/vocabulary", null, ("Host", "evil.example"))).Problem(400);

    [Theory]
    [InlineData("GET", "/api/vocabulary", "")]
    [InlineData("GET", "/nothing-here", "")]
    [InlineData("GET", "/api/vocabulary", "evil.example")]
    [InlineData("POST", "/api/partners", "")]
    public async Task Every_answer_carries_a_strict_policy_those_of_errors_too(string method, string path, string host)
    {
        var large = method == "POST" ? $$"""{"name": "{{new string('a', 1_100_000)}}"}""" : null;
        var answer = await server.Send(new HttpMethod(method), path, large, host.Length > 0 ? [("Host", host)] : []);
        Assert.Equal(
            large is null
                ? host.Length > 0
                    ? 400
                    : path == "/api/vocabulary"
                        ? 200
                        : 404
                : 413,
            (int)answer.StatusCode
        );
        var headers = answer.Headers;
        if (path.StartsWith("/api", StringComparison.Ordinal))
            Assert.True(headers.CacheControl?.NoStore);
        Assert.Contains("camera=()", headers.GetValues("Permissions-Policy").Single());
        var policy = string.Join(' ', headers.GetValues("Content-Security-Policy"));
        Assert.Contains("default-src 'none'", policy);
        Assert.DoesNotContain("unsafe", policy);
        Assert.DoesNotContain("http", policy);
        Assert.Contains("frame-ancestors 'none'", policy);
        Assert.Equal("nosniff", headers.GetValues("X-Content-Type-Options").Single());
        Assert.False(headers.Contains("Server"));
    }

    [Fact]
    public async Task A_body_over_a_mebibyte_is_refused_but_a_logbook_may_be_larger()
    {
        var notes = new string('a', 1_100_000);
        await (await server.Send(HttpMethod.Post, "/api/partners", $$"""{"name": "A", "notes": "{{notes}}"}""")).Problem(413);
        var logbook = $$"""
            {"format":"ash-notch-logbook","version":1,"ignored":"{{notes}}","athlete":{"name":"A",
            "belt":"white"},"partners":[],"sessions":[]}
            """;
        await server.Send(HttpMethod.Post, "/api/judge", logbook).Expect(200);
    }

    // A mebibyte of "1," used to come back as 210 MB of sentences.
    [Theory]
    [InlineData("/api/sessions", """{"date":"2026-03-03","kind":"class","attire":"gi","rolls":[""", "1,", "1]}")]
    [InlineData("/api/import", """{"format":"ash-notch-logbook","version":1,"partners":[],"sessions":[""", "1,", "1]}")]
    [InlineData("/api/partners", """{"name":"A","traits":[""", "1,", "1]}")]
    [InlineData("/api/tell", """{"text":"a","start":[""", "1,", "1]}")]
    public async Task A_flood_of_faults_is_answered_with_the_first_of_them(string path, string head, string bit, string tail)
    {
        var flood = head + string.Concat(Enumerable.Repeat(bit, 500_000)) + tail;
        var answer = await server.Send(HttpMethod.Post, path, flood);
        Assert.InRange((int)answer.StatusCode, 400, 422);
        Assert.InRange((await answer.Content.ReadAsByteArrayAsync()).Length, 1, 60_000);
    }

    [Fact]
    public async Task A_long_word_is_not_said_back_whole()
    {
        var answer = await server.Send(HttpMethod.Post, "/api/partners", $$"""{"name": "A", "belt": "{{new string('x', 900_000)}}"}""");
        await answer.Problem(422);
        Assert.InRange((await answer.Content.ReadAsByteArrayAsync()).Length, 1, 2000);
        Assert.InRange(
            (await (await server.Send(HttpMethod.Get, "/api/rolls?belt=" + new string('y', 3000))).Content.ReadAsByteArrayAsync()).Length,
            1,
            2000
        );
    }

    [Fact]
    public async Task White_space_of_any_length_in_a_file_is_read_in_one_pass()
    {
        var space = new string(' ', 4_000_000);
        var file = $$"""
            {"format":"ash-notch-logbook","version":1,"athlete":{{space}}{"name":"A","belt":"white"},
            {{space}}"partners":[{{space}}],"sessions":[]{{space}}}
            """;
        await server.Send(HttpMethod.Post, "/api/judge", file).Expect(200);
    }

    [Theory]
    [InlineData("/api/sessions/a%0Ab")]
    [InlineData("/api/blocks/a%3Fb/plan")]
    [InlineData("/api/niggles/LONG")]
    public async Task An_id_in_an_address_follows_the_rule_of_those_in_bodies(string path)
    {
        var asked = path.Replace("LONG", new string('n', 3000));
        foreach (var method in new[] { HttpMethod.Get, HttpMethod.Put, HttpMethod.Delete })
        {
            var answer = await server.Send(method, asked, method == HttpMethod.Put ? "{}" : null, ("If-None-Match", "*"));
            Assert.True((int)answer.StatusCode is 400 or 404 or 405, $"{method} {path}: {(int)answer.StatusCode}");
        }
    }

    [Theory]
    [InlineData(".")]
    [InlineData("..")]
    [InlineData("a/b")]
    [InlineData("")]
    public async Task An_id_that_would_lead_elsewhere_is_refused_in_a_body(string id)
    {
        var session = $$"""{"id":"s","date":"2026-03-03","kind":"class","attire":"gi","rolls":[{"id":"{{id}}"}]}""";
        Assert.NotNull((await (await server.Send(HttpMethod.Post, "/api/sessions", session)).Problem(422))["errors"]!["/rolls/0/id"]);
    }

    [Theory]
    [InlineData("/api/load?asOf=9999-12-31")]
    [InlineData("/api/soft-spots?from=1066-10-14")]
    [InlineData("/api/refreshers?today=9999-12-31")]
    [InlineData("/api/rolls?to=0001-01-01")]
    [InlineData("/api/blocks/b/plan?today=2200-01-01")]
    public async Task Days_in_an_address_have_bounds(string path) =>
        Assert.Contains("2036", (string?)(await (await server.Send(HttpMethod.Get, path)).Problem(400))["detail"]);

    [Fact]
    public async Task Methods_that_an_address_does_not_take_are_refused_in_a_sentence() =>
        await (await server.Send(HttpMethod.Put, "/api/vocabulary", "{}")).Problem(405);

    [Fact]
    public async Task A_parameter_that_is_no_text_is_no_failure()
    {
        foreach (
            var path in new[]
            {
                "/api/sessions/%00",
                "/api/sessions/%2e%2e%2f",
                "/api/rolls?q=%22%28%2a",
                "/api/rolls?q=" + new string('x', 3000),
                "/api/partners/%F0%9F%AA%B5",
            }
        )
            Assert.True((int)(await server.Send(HttpMethod.Get, path)).StatusCode < 500, path);
    }

    [Fact]
    public async Task A_body_that_is_not_text_is_no_failure()
    {
        var noise = new ByteArrayContent([0xFF, 0xFE, 0x00, 0x7B, 0xC3, 0x28]);
        var answer = await server.Client.PostAsync("/api/import", noise);
        await answer.Problem(400);
        await (await server.Client.PostAsync("/api/sessions", new StringContent("\u00e9", Encoding.Latin1, "application/json"))).Problem(
            400
        );
        await (await server.Client.PostAsync("/api/sessions", new StringContent("{}"))).Problem(415);
    }

    [Theory]
    [InlineData(new[] { "--port", "5300" }, 5300, false)]
    [InlineData(new[] { "demo" }, 5210, true)]
    [InlineData(new[] { "demo", "--port", "0" }, 0, true)]
    [InlineData(new string[0], 5210, false)]
    public async Task The_command_line_is_read(string[] args, int port, bool demo)
    {
        Settings? asked = null;
        Task<int> Start(Settings settings)
        {
            asked = settings;
            return Task.FromResult(7);
        }

        Assert.Equal(7, await CommandLine.Run(args, name => name == "ASHNOTCH_DATA" ? "/somewhere" : null, Start, new StringWriter()));
        Assert.Equal((port, demo), (asked!.Port, asked.Demo));
        if (!demo)
            Assert.Equal("/somewhere", asked.DataFolder);
    }

    [Theory]
    [InlineData(new[] { "--port" }, 2, "--port")]
    [InlineData(new[] { "--port", "70000" }, 2, "from 0 to 65535")]
    [InlineData(new[] { "fly" }, 2, "fly")]
    [InlineData(new[] { "--help" }, 0, "ASHNOTCH_DATA")]
    [InlineData(new[] { "demo", "--help" }, 0, "throw-away")]
    [InlineData(new[] { "--version" }, 0, ".")]
    public async Task What_is_not_understood_or_asked_about_is_explained_and_nothing_starts(string[] args, int code, string says)
    {
        using var output = new StringWriter();
        Assert.Equal(code, await CommandLine.Run(args, _ => "/somewhere", _ => throw new InvalidOperationException("started"), output));
        Assert.Contains(says, output.ToString());
    }
}
