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

    /// <summary>Where the log is kept.</summary>
    public required string DataFolder { get; init; }
}
