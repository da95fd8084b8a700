using AshNotch.Web;

var settings = Settings.Read(args, Environment.GetEnvironmentVariable);
if (settings.Fault is { } fault)
{
    Console.Error.WriteLine(fault);
    return 2;
}

if (Server.OpenFault(settings) is { } closed)
{
    Console.Error.WriteLine(closed);
    return 4;
}

await using var app = Server.Build(settings);
try
{
    await app.StartAsync();
}
catch (IOException busy) when (busy.InnerException is Microsoft.AspNetCore.Connections.AddressInUseException)
{
    Console.Error.WriteLine($"Port {settings.Port} is taken by another program. Stop that one, or start with another: ./run --port {settings.Port + 1}");
    return 3;
}

Console.WriteLine($"Ash Notch is at {app.Urls.First()}  (Ctrl-C ends it)");
Console.WriteLine(settings.Demo ? "This is the demo log, on a throw-away copy." : $"Your log is in {settings.DataFolder}");
await app.WaitForShutdownAsync();
return 0;

/// <summary>Named so that tests can start the program.</summary>
public partial class Program;
