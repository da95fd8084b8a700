using System.Net;

namespace AshNotch.Web;

/// <summary>How the program was asked to start.</summary>
public sealed record Settings
{
    /// <summary>The port when none is named.</summary>
    public const int DefaultPort = 5210;

    /// <summary>The port on 127.0.0.1; 0 takes any free one.</summary>
    public int Port { get; init; } = DefaultPort;

    /// <summary>Whether to show the demo log on a copy that is thrown away.</summary>
    public bool Demo { get; init; }

    /// <summary>The day that the demo log is looked at; the real one when not said.</summary>
    public DateOnly? Today { get; init; }

    /// <summary>A second folder for safety copies; null for none.</summary>
    public string? SecondFolder { get; init; }

    /// <summary>The address to listen on beyond this machine, over HTTPS; null for this machine alone.</summary>
    public IPAddress? Listen { get; init; }

    /// <summary>A file with a certificate and its key; null for one that the program makes itself.</summary>
    public string? Certificate { get; init; }

    /// <summary>Further names by which the program is reached.</summary>
    public IReadOnlyList<string> Names { get; init; } = [];

    /// <summary>The proxies whose word on where a request came from is taken; none when empty.</summary>
    public IReadOnlyList<IPAddress> Proxies { get; init; } = [];

    /// <summary>Whether others than this machine can reach the program.</summary>
    public bool Exposed => Listen is not null || Proxies.Count > 0;

    /// <summary>Where the log is kept.</summary>
    public required string DataFolder { get; init; }
}
