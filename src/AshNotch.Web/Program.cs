using AshNotch.Web;
using Microsoft.AspNetCore.Connections;

var settings = Settings.Read(args, Environment.GetEnvironmentVariable);
if (settings.Fault is { } fault)
    return Say(fault, 2);
if (settings.Demo)
    DemoFolder.RemoveLeftovers();
try
{
    if (Server.OpenFault(settings) is { } closed)
        return Say(closed, 4);
    await using var app = Server.Build(settings);
    await app.StartAsync();
    Console.WriteLine($"Ash Notch is at {app.Urls.First()}  (Ctrl-C ends it)");
    Console.WriteLine(settings.Demo ? "This is the demo log, on a throw-away copy." : $"Your log is in {settings.DataFolder}");
    await app.WaitForShutdownAsync();
    return 0;
}
catch (IOException busy) when (busy.InnerException is AddressInUseException)
{
    return Say($"Port {settings.Port} is taken by another program. Stop that one, or start with another: ./run --port {settings.Port + 1}", 3);
}
finally
{
    if (settings.Demo)
        DemoFolder.Remove(settings.DataFolder);
}

static int Say(string sentence, int code)
{
    Console.Error.WriteLine(sentence);
    return code;
}

/// <summary>Named so that tests can start the program.</summary>
public partial class Program;
