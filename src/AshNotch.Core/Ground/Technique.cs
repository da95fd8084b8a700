namespace AshNotch.Core.Ground;

/// <summary>Something one person does to get somewhere or to finish.</summary>
public sealed record Technique
{
    /// <summary>The fixed id, lower-case words joined by hyphens.</summary>
    public required string Id { get; init; }

    /// <summary>The name shown to people.</summary>
    public required string Name { get; init; }

    /// <summary>
    /// takedown, pull, entry, break, pass, sweep, back-take, escape, retention, defence, stand-up, advance or submission.
    /// </summary>
    public required string Kind { get; init; }

    /// <summary>Where it starts, seen by whoever does it: <c>position:role</c>, <c>*guard:role</c> (any guard) or <c>*</c>.</summary>
    public IReadOnlyList<string> From { get; init; } = [];

    /// <summary>Where it leads when it comes off, seen by whoever does it; the usual one first.</summary>
    public IReadOnlyList<string> To { get; init; } = [];

    /// <summary>What a submission attacks, else null.</summary>
    public string? Target { get; init; }

    /// <summary>The care it asks for: slow (joint lock), twist (twisting leg lock), neck (spine or neck twist), else null.</summary>
    public string? Care { get; init; }

    /// <summary>Needs the jacket.</summary>
    public bool Gi { get; init; }

    /// <summary>How often hobbyists try it where it is possible, 1 (rare) to 5 (all the time). Common practice, no source.</summary>
    public int Usual { get; init; } = 1;

    /// <summary>A short description.</summary>
    public string Says { get; init; } = "";

    /// <summary>Other names in use.</summary>
    public IReadOnlyList<string> Aliases { get; init; } = [];

    /// <summary>Whether it finishes an exchange when it comes off.</summary>
    public bool Finishes() => Kind == "submission";
}
