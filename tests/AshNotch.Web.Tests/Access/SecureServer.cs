using System.Net;
using System.Net.Security;
using System.Security.Cryptography.X509Certificates;
using System.Text;
using AshNotch.Web.Access;
using Microsoft.AspNetCore.Builder;

namespace AshNotch.Web.Tests.Access;

/// <summary>The program on a second address of this machine (127.0.0.2), over HTTPS, with a passphrase.</summary>
public sealed class SecureServer : IAsyncDisposable
{
    public const string Passphrase = "keel hook on a tuesday";

    public string Folder { get; } = Directory.CreateTempSubdirectory("ash-notch-test-").FullName;

    private WebApplication? app;

    public Uri At { get; private set; } = new("https://127.0.0.2");

    public string AccessFolder => Gate.Folder(Folder);

    public static async Task<SecureServer> Start(Func<Settings, Settings>? changed = null)
    {
        var server = new SecureServer();
        new Passphrase(server.AccessFolder).Set(Passphrase);
        await server.Again(changed);
        return server;
    }

    /// <summary>Starts the program, or starts it again on the same folder.</summary>
    public async Task Again(Func<Settings, Settings>? changed = null)
    {
        await End();
        var settings = new Settings
        {
            Port = 0,
            DataFolder = Folder,
            Listen = IPAddress.Parse("127.0.0.2"),
        };
        app = Server.Build(changed is null ? settings : changed(settings));
        await app.StartAsync();
        At = new Uri(app.Urls.First());
    }

    /// <summary>A device that trusts the program's own authority and nobody else, and keeps its cookies.</summary>
    public HttpClient Device(string? from = null)
    {
        var handler = new SocketsHttpHandler
        {
            AllowAutoRedirect = false,
            CookieContainer = new CookieContainer(),
            SslOptions = Trusting(),
        };
        // Another address of this machine to come from.
        if (from is not null)
            handler.ConnectCallback = async (context, stop) =>
            {
                var socket = new System.Net.Sockets.Socket(System.Net.Sockets.SocketType.Stream, System.Net.Sockets.ProtocolType.Tcp);
                socket.Bind(new IPEndPoint(IPAddress.Parse(from), 0));
                await socket.ConnectAsync(context.DnsEndPoint, stop);
                return new System.Net.Sockets.NetworkStream(socket, ownsSocket: true);
            };
        return new HttpClient(handler) { BaseAddress = At };
    }

    /// <summary>The first line of the answer to a request that names any host it likes.</summary>
    public async Task<string?> FirstLine(string host)
    {
        using var client = new System.Net.Sockets.TcpClient();
        await client.ConnectAsync(At.Host, At.Port);
        await using var line = new SslStream(client.GetStream());
        await line.AuthenticateAsClientAsync(Trusting());
        await line.WriteAsync(Encoding.ASCII.GetBytes($"GET /healthz HTTP/1.1\r\nHost: {host}\r\nConnection: close\r\n\r\n"));
        using var answer = new StreamReader(line);
        return await answer.ReadLineAsync();
    }

    /// <summary>Trust in the program's own authority and nobody else.</summary>
    private SslClientAuthenticationOptions Trusting()
    {
        var policy = new X509ChainPolicy { TrustMode = X509ChainTrustMode.CustomRootTrust, RevocationMode = X509RevocationMode.NoCheck };
        policy.CustomTrustStore.Add(X509CertificateLoader.LoadCertificateFromFile(Path.Combine(AccessFolder, "authority.crt")));
        return new SslClientAuthenticationOptions { CertificateChainPolicy = policy, TargetHost = At.Host };
    }

    public static Task<HttpResponseMessage> SignIn(HttpClient device, string passphrase = Passphrase) =>
        device.PostAsync("/api/sign-in", Json($$"""{"passphrase": "{{passphrase}}"}"""));

    public static StringContent Json(string body) => new(body, Encoding.UTF8, "application/json");

    private async Task End()
    {
        if (app is null)
            return;
        await app.StopAsync();
        await app.DisposeAsync();
        app = null;
    }

    public async ValueTask DisposeAsync()
    {
        await End();
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        Directory.Delete(Folder, recursive: true);
    }
}
