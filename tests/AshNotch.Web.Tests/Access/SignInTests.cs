using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using AshNotch.Web.Access;

namespace AshNotch.Web.Tests.Access;

/// <summary>Signing in over HTTPS on a second address of this machine.</summary>
public sealed class SignInTests
{
    private static readonly int[] Refused = [400, 401];
    private static readonly int[] NotServed = [400, 401, 404];

    private static async Task<JsonNode> Get(HttpClient device, string path) => (await device.GetFromJsonAsync<JsonNode>(path))!;

    [Fact]
    public async Task Nothing_but_the_way_in_is_served_without_a_session()
    {
        await using var server = await SecureServer.Start();
        using var device = server.Device();
        foreach (
            var path in (string[])
                [
                    "/api/sessions",
                    "/api/athlete",
                    "/api/export/logbook.json",
                    "/api/backups",
                    "/api/sign-ins",
                    "/api/phone",
                    "/openapi/v1.json",
                    "/schemas/logbook-1.json",
                    "/assets/index.js",
                    "/sw.js",
                    "/sign-in/../api/sessions",
                    "/sign-in/%2e%2e/api/sessions",
                    "/SIGN-IN/..%2fapi/sessions",
                ]
        )
            Assert.Contains((int)(await device.GetAsync(path)).StatusCode, NotServed);
        await (await device.GetAsync("/api/sessions")).Problem(401);
        foreach (var path in (string[])["/api/import", "/api/restore", "/api/backup", "/api/sign-out", "/api/sessions"])
            await (await device.PostAsync(path, SecureServer.Json("{}"))).Problem(401);
        var page = await device.GetAsync("/");
        Assert.Equal((HttpStatusCode.Redirect, "/sign-in/"), (page.StatusCode, page.Headers.Location?.ToString()));
        Assert.Equal(HttpStatusCode.OK, (await device.GetAsync("/healthz")).StatusCode);
        Assert.Equal(HttpStatusCode.OK, (await device.GetAsync("/authority.crt")).StatusCode);
    }

    [Fact]
    public async Task The_passphrase_opens_a_session_and_signing_out_ends_it_for_good()
    {
        await using var server = await SecureServer.Start();
        using var device = server.Device();
        using var stranger = server.Device();
        await (await SecureServer.SignIn(device, "not it at all")).Problem(401);
        var answer = await SecureServer.SignIn(device);
        Assert.Equal(HttpStatusCode.NoContent, answer.StatusCode);
        // RFC 6265 and its draft successor on the prefix __Host-; ASVS 4.0.3, 3.4.1 to 3.4.5.
        var cookie = Assert.Single(answer.Headers.GetValues("Set-Cookie"));
        Assert.StartsWith("__Host-ash-notch=", cookie);
        foreach (var part in (string[])["path=/", "secure", "samesite=strict", "httponly", "expires="])
            Assert.Contains(part, cookie, StringComparison.OrdinalIgnoreCase);
        Assert.DoesNotContain("domain=", cookie, StringComparison.OrdinalIgnoreCase);
        Assert.Equal(HttpStatusCode.OK, (await device.GetAsync("/api/sessions")).StatusCode);
        Assert.Equal(HttpStatusCode.OK, (await device.GetAsync("/openapi/v1.json")).StatusCode);
        await (await stranger.GetAsync("/api/sessions")).Problem(401);

        var list = await Get(device, "/api/sign-ins");
        Assert.Equal(["in", "wrong"], list["items"]!.AsArray().Select(t => (string?)t!["outcome"]));
        var here = Assert.Single(list["devices"]!.AsArray())!;
        Assert.Equal(("127.0.0.1", true), ((string?)here["from"], (bool)here["here"]!));
        Assert.Null(here["id"]);

        Assert.Equal(HttpStatusCode.NoContent, (await device.PostAsync("/api/sign-out", SecureServer.Json("{}"))).StatusCode);
        // The old cookie, sent again by somebody who kept it.
        using var kept = new HttpRequestMessage(HttpMethod.Get, "/api/sessions") { Headers = { { "Cookie", cookie.Split(';')[0] } } };
        await (await stranger.SendAsync(kept)).Problem(401);
        await (await device.GetAsync("/api/sessions")).Problem(401);
    }

    [Fact]
    public async Task Everywhere_ends_all_and_a_program_started_again_knows_who_is_in()
    {
        await using var server = await SecureServer.Start();
        var port = server.At.Port;
        using var phone = server.Device();
        using var laptop = server.Device();
        await SecureServer.SignIn(phone);
        await SecureServer.SignIn(laptop);
        await server.Again(s => s with { Port = port });
        Assert.Equal(HttpStatusCode.OK, (await phone.GetAsync("/api/sessions")).StatusCode);
        await laptop.PostAsync("/api/sign-out", SecureServer.Json("""{"everywhere": true}"""));
        await (await phone.GetAsync("/api/sessions")).Problem(401);

        // Another passphrase, set while the program runs, signs everybody out and goes at once.
        await SecureServer.SignIn(phone);
        new Passphrase(server.AccessFolder).Set("a wholly different one");
        await (await phone.GetAsync("/api/sessions")).Problem(401);
        await (await SecureServer.SignIn(phone)).Problem(401);
        Assert.Equal(HttpStatusCode.NoContent, (await SecureServer.SignIn(phone, "a wholly different one")).StatusCode);
        // Taken away, it lets nobody in.
        File.Delete(Path.Combine(server.AccessFolder, "passphrase.json"));
        await (await phone.GetAsync("/api/sessions")).Problem(401);
        await (await SecureServer.SignIn(phone, "a wholly different one")).Problem(409);
    }

    [Fact]
    public async Task Five_wrong_tries_then_waits_for_that_address_alone()
    {
        await using var server = await SecureServer.Start();
        using var guesser = server.Device(from: "127.0.0.9");
        using var owner = server.Device(from: "127.0.0.8");
        for (var i = 0; i < 5; i++)
            await (await SecureServer.SignIn(guesser, "wrong one " + i)).Problem(401);
        var answer = await SecureServer.SignIn(guesser);
        Assert.InRange(answer.Headers.RetryAfter!.Delta!.Value.TotalSeconds, 1, 15);
        Assert.Contains("seconds", (string?)(await answer.Problem(429))["detail"]);
        // It says nothing of whether the passphrase was right, and nothing else is held up.
        Assert.Equal(HttpStatusCode.OK, (await guesser.GetAsync("/healthz")).StatusCode);
        Assert.Equal(HttpStatusCode.NoContent, (await SecureServer.SignIn(owner)).StatusCode);
        var tries = (await Get(owner, "/api/sign-ins"))["items"]!.AsArray().Select(t => ((string?)t!["from"], (string?)t["outcome"]));
        Assert.Equal(
            [("127.0.0.8", "in"), ("127.0.0.9", "waiting"), .. Enumerable.Repeat(((string?)"127.0.0.9", (string?)"wrong"), 5)],
            tries
        );
    }

    [Theory]
    [InlineData("")]
    [InlineData("{")]
    [InlineData("[]")]
    [InlineData("{\"passphrase\": 7}")]
    [InlineData("{\"passphrase\": null}")]
    [InlineData("{}")]
    public async Task A_sign_in_that_makes_no_sense_is_refused_in_a_sentence(string body)
    {
        await using var server = await SecureServer.Start();
        using var device = server.Device();
        var answer = await device.PostAsync("/api/sign-in", SecureServer.Json(body));
        Assert.Contains((int)answer.StatusCode, Refused);
        await answer.Problem((int)answer.StatusCode);
        await (await device.GetAsync("/api/sessions")).Problem(401);
    }

    [Fact]
    public async Task A_foreign_page_cannot_sign_in_and_foreign_names_are_not_answered()
    {
        await using var server = await SecureServer.Start();
        using var device = server.Device();
        using var foreign = new HttpRequestMessage(HttpMethod.Post, "/api/sign-in")
        {
            Content = SecureServer.Json($$"""{"passphrase": "{{SecureServer.Passphrase}}"}"""),
            Headers = { { "Origin", "https://evil.example" } },
        };
        await (await device.SendAsync(foreign)).Problem(403);
        Assert.Equal("HTTP/1.1 200 OK", await server.FirstLine($"127.0.0.2:{server.At.Port}"));
        foreach (var host in (string[])["evil.example", "127.0.0.3", "192.0.2.1"])
            Assert.Equal("HTTP/1.1 400 Bad Request", await server.FirstLine(host));
    }

    [Fact]
    public async Task On_this_machine_alone_a_passphrase_counts_too_and_none_asks_for_nothing()
    {
        await using var server = await SecureServer.Start(s => s with { Listen = null });
        using var device = new HttpClient(new SocketsHttpHandler { CookieContainer = new CookieContainer() }) { BaseAddress = server.At };
        Assert.Equal("http", server.At.Scheme);
        await (await device.GetAsync("/api/sessions")).Problem(401);
        Assert.Equal(HttpStatusCode.NoContent, (await SecureServer.SignIn(device)).StatusCode);
        Assert.Equal(HttpStatusCode.OK, (await device.GetAsync("/api/sessions")).StatusCode);
        Assert.Empty((await Get(device, "/api/phone"))["addresses"]!.AsArray());
        await (await device.GetAsync("/authority.crt")).Problem(404);
        File.Delete(Path.Combine(server.AccessFolder, "passphrase.json"));
        using var anybody = new HttpClient { BaseAddress = server.At };
        Assert.Equal(HttpStatusCode.OK, (await anybody.GetAsync("/api/sessions")).StatusCode);
    }

    [Fact]
    public async Task Forwarded_headers_are_believed_of_a_named_proxy_alone()
    {
        async Task<HttpResponseMessage> Forwarded(SecureServer server)
        {
            using var proxy = new HttpClient { BaseAddress = server.At };
            using var request = new HttpRequestMessage(HttpMethod.Post, "/api/sign-in")
            {
                Content = SecureServer.Json($$"""{"passphrase": "{{SecureServer.Passphrase}}"}"""),
                Headers =
                {
                    { "X-Forwarded-For", "192.0.2.77" },
                    { "X-Forwarded-Proto", "https" },
                    { "X-Forwarded-Host", "log.example.net" },
                    { "Origin", "https://log.example.net" },
                },
            };
            return await proxy.SendAsync(request);
        }

        await using (
            var server = await SecureServer.Start(s =>
                s with
                {
                    Listen = null,
                    Proxies = [IPAddress.Loopback],
                    Names = ["log.example.net"],
                }
            )
        )
        {
            var answer = await Forwarded(server);
            Assert.Equal(HttpStatusCode.NoContent, answer.StatusCode);
            Assert.Contains("secure", Assert.Single(answer.Headers.GetValues("Set-Cookie")));
            Assert.Equal(
                TimeSpan.FromDays(365).TotalSeconds + "",
                answer.Headers.GetValues("Strict-Transport-Security").Single()["max-age=".Length..]
            );
            Assert.Equal(
                "192.0.2.77",
                new SignIns(server.AccessFolder, new Passphrase(server.AccessFolder), TimeProvider.System).Sessions.Single().From
            );
        }

        foreach (
            var proxies in (IPAddress[][])
                [
                    [IPAddress.Parse("192.0.2.1")],
                    [],
                ]
        )
        {
            await using var server = await SecureServer.Start(s =>
                s with
                {
                    Listen = null,
                    Proxies = proxies,
                    Names = ["log.example.net"],
                }
            );
            // The headers of somebody who is no named proxy are not even looked at: the origin is then a foreign one.
            await (await Forwarded(server)).Problem(403);
        }
    }
}
