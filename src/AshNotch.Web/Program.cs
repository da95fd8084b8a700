using System.Runtime.InteropServices;
using AshNotch.Store;
using AshNotch.Web;
using Microsoft.AspNetCore.Connections;

return await CommandLine.Run(args, Environment.GetEnvironmentVariable, Serve);

static async Task<int> Serve(Settings settings)
{
    if (settings.Demo)
        DemoFolder.RemoveLeftovers();
    try
    {
        await using var app = Server.Build(settings);
        using var hangUp = PosixSignalRegistration.Create(PosixSignal.SIGHUP, signal =>
        {
            signal.Cancel = true;
            app.Lifetime.StopApplication();
        });
        await app.StartAsync();
        Console.WriteLine($"Ash Notch is at {app.Urls.First()}  (version {Product.Version}; Ctrl-C ends it)");
        Console.WriteLine(settings.Demo ? "This is the demo log, on a throw-away copy." : $"Your log is in {settings.DataFolder}");
        await app.WaitForShutdownAsync();
        return 0;
    }
    catch (StoreException closed)
    {
        return Say(closed.Message, ExitCodes.NoLog);
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

static int Say(string sentence, int code)
{
    Console.Error.WriteLine(sentence);
    return code;
}

/// <summary>Named so that tests can start the program.</summary>
public partial class Program;
