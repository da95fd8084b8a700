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

    [Fact]
    public async Task A_cross_site_write_without_origin_is_refused_too() =>
        await (await server.Send(HttpMethod.Delete, "/api/partners/x", null, ("Sec-Fetch-Site", "cross-site"))).Problem(403);

    [Fact]
    public async Task Own_pages_and_programs_that_send_no_origin_may_write()
    {
        await server.Send(HttpMethod.Post, "/api/partners", Partner, ("Origin", server.Origin)).Expect(201);
        await server.Send(HttpMethod.Post, "/api/partners", Partner).Expect(201);
    }

    [Fact]
    public async Task Another_host_name_is_not_answered() =>
        await server.Send(HttpMethod.Get, "/api/vocabulary", null, ("Host", "evil.example")).Expect(400);

    [Theory]
    [InlineData("/api/vocabulary")]
    [InlineData("/nothing-here")]
    public async Task Every_answer_carries_a_strict_policy(string path)
    {
        var headers = (await server.Send(HttpMethod.Get, path)).Headers;
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
        var logbook = $$"""{"format":"ash-notch-logbook","version":1,"ignored":"{{notes}}","athlete":{"name":"A","belt":"white"},"partners":[],"sessions":[]}""";
        await server.Send(HttpMethod.Post, "/api/judge", logbook).Expect(200);
    }

    [Fact]
    public async Task Methods_that_an_address_does_not_take_are_refused_in_a_sentence() =>
        await (await server.Send(HttpMethod.Put, "/api/vocabulary", "{}")).Problem(405);

    [Fact]
    public async Task A_parameter_that_is_no_text_is_no_failure()
    {
        foreach (var path in new[] { "/api/sessions/%00", "/api/sessions/%2e%2e%2f", "/api/rolls?q=%22%28%2a", "/api/rolls?q=" + new string('x', 3000), "/api/partners/%F0%9F%AA%B5" })
            Assert.True((int)(await server.Send(HttpMethod.Get, path)).StatusCode < 500, path);
    }

    [Fact]
    public async Task A_body_that_is_not_text_is_no_failure()
    {
        var noise = new ByteArrayContent([0xFF, 0xFE, 0x00, 0x7B, 0xC3, 0x28]);
        var answer = await server.Client.PostAsync("/api/import", noise);
        await answer.Problem(400);
        await (await server.Client.PostAsync("/api/sessions", new StringContent("\u00e9", Encoding.Latin1, "application/json"))).Problem(400);
        await (await server.Client.PostAsync("/api/sessions", new StringContent("{}"))).Problem(415);
    }

    [Theory]
    [InlineData(new[] { "--port", "5300" }, 5300, false, false)]
    [InlineData(new[] { "demo" }, 5210, true, false)]
    [InlineData(new[] { "--port" }, 5210, false, true)]
    [InlineData(new[] { "--port", "70000" }, 5210, false, true)]
    [InlineData(new[] { "fly" }, 5210, false, true)]
    public void The_command_line_is_read_or_explained(string[] args, int port, bool demo, bool fault)
    {
        var settings = Settings.Read(args, name => name == "ASHNOTCH_DATA" ? "/somewhere" : null);
        Assert.Equal((port, demo, fault), (settings.Port, settings.Demo, settings.Fault is not null));
        if (!demo)
            Assert.Equal("/somewhere", settings.DataFolder);
    }
}
