using System.Net.Sockets;
using System.Runtime.InteropServices;
using System.Text;
using AshNotch.Store;
using AshNotch.Web;
using AshNotch.Web.Access;
using Microsoft.AspNetCore.Connections;

return await CommandLine.Run(args, Environment.GetEnvironmentVariable, Serve);

static async Task<int> Serve(Settings settings)
{
    if (settings.Demo)
        DemoFolder.RemoveLeftovers();
    if (settings.Exposed && new Passphrase(Gate.Folder(settings.DataFolder)).Id is null)
        return Say(
            "Before others than this machine can reach the log it wants a passphrase. Set one with: ./run passphrase",
            ExitCodes.NoPassphrase
        );
    try
    {
        await using var app = Server.Build(settings);
        using var hangUp = PosixSignalRegistration.Create(PosixSignal.SIGHUP, signal =>
        {
            signal.Cancel = true;
            app.Lifetime.StopApplication();
        });
        await app.StartAsync();
        if (settings.Listen is null)
            await AskOnce(new Uri(app.Urls.First()));
        var port = new Uri(app.Urls.First()).Port;
        var addresses = settings.Listen is null
            ? [app.Urls.First()]
            : Machine.Of(settings).ForOthers(settings).Select(host => $"https://{host}:{port}").ToList();
        Console.WriteLine($"Ash Notch is at {addresses[0]}  (version {Product.Version}; Ctrl-C ends it)");
        foreach (var address in addresses.Skip(1))
            Console.WriteLine($"  and at {address}");
        Console.WriteLine(settings.Demo ? "This is the demo log, on a throw-away copy." : $"Your log is in {settings.DataFolder}");
        if (app.Services.GetRequiredService<Database>().Damage is { } damage)
            Console.Error.WriteLine(damage.Message);
        await app.WaitForShutdownAsync();
        return 0;
    }
    catch (StoreException closed)
    {
        return Say(closed.Message, ExitCodes.NoLog);
    }
    catch (CertificateException refused)
    {
        return Say(refused.Message, ExitCodes.NoWayIn);
    }
    catch (SocketException refused) when (refused.SocketErrorCode is SocketError.AddressNotAvailable or SocketError.AccessDenied)
    {
        return Say(
            $"This machine cannot listen on {settings.Listen} with port {settings.Port}. Name one of its own addresses, or 0.0.0.0 for "
                + "all.",
            ExitCodes.NoWayIn
        );
    }
    catch (IOException busy) when (busy.InnerException is AddressInUseException)
    {
        return Say(
            $"Port {settings.Port} is taken by another program. Stop that one, or start with another: ./run --port {settings.Port + 1}",
            ExitCodes.PortTaken
        );
    }
    finally
    {
        if (settings.Demo)
            DemoFolder.Remove(settings.DataFolder);
    }
}

// What every first request pays for, routes and guards and the file, is paid before anybody is told the address.
static async Task AskOnce(Uri url)
{
    try
    {
        using var soon = new CancellationTokenSource(TimeSpan.FromSeconds(5));
        using var client = new TcpClient();
        await client.ConnectAsync(url.Host, url.Port, soon.Token);
        await client.Client.SendAsync(
            Encoding.ASCII.GetBytes($"GET /api/niggles?size=1 HTTP/1.1\r\nHost: {url.Authority}\r\nConnection: close\r\n\r\n"),
            soon.Token
        );
        await client.GetStream().CopyToAsync(Stream.Null, soon.Token);
    }
    catch (Exception unanswered) when (unanswered is SocketException or IOException or OperationCanceledException) { }
}

static int Say(string sentence, int code)
{
    Console.Error.WriteLine(sentence);
    return code;
}

/// <summary>Named so that tests can start the program.</summary>
public partial class Program;
