namespace AshNotch.Web;

/// <summary>How the program was asked to start.</summary>
public sealed record Settings
{
    public const int DefaultPort = 5210;

    /// <summary>The port on 127.0.0.1; 0 takes any free one.</summary>
    public int Port { get; init; } = DefaultPort;

    /// <summary>Whether to show the demo log on a copy that is thrown away.</summary>
    public bool Demo { get; init; }

    /// <summary>Where the log is kept.</summary>
    public required string DataFolder { get; init; }

    /// <summary>What was wrong with the command line, in a sentence; null when all is well.</summary>
    public string? Fault { get; init; }

    /// <summary>Reads <c>[demo] [--port N]</c> and the variable ASHNOTCH_DATA.</summary>
    public static Settings Read(IReadOnlyList<string> args, Func<string, string?> environment)
    {
        var folder = environment("ASHNOTCH_DATA") is { Length: > 0 } named
            ? named
            : Path.Combine(Environment.GetFolderPath(Environment.SpecialFolder.LocalApplicationData, Environment.SpecialFolderOption.DoNotVerify), "ash-notch");
        var settings = new Settings { DataFolder = folder };
        for (var i = 0; i < args.Count; i++)
        {
            switch (args[i])
            {
                case "demo":
                    settings = settings with { Demo = true, DataFolder = DemoFolder.Own };
                    break;
                case "--port" when i + 1 < args.Count && int.TryParse(args[i + 1], out var port) && port is >= 0 and <= 65535:
                    settings = settings with { Port = port };
                    i++;
                    break;
                case "--port":
                    return settings with { Fault = "--port wants a number from 0 to 65535, for example: ./run --port 5300" };
                default:
                    return settings with { Fault = $"'{args[i]}' is not known here. Use: ./run [demo] [--port N]" };
            }
        }

        return settings;
    }
}
