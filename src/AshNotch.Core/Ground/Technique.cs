using System.Text.Json.Serialization;

namespace AshNotch.Core.Ground;

/// <summary>Something one person does to get somewhere or to finish.</summary>
public sealed record Technique
{
    /// <summary>The fixed id, lower-case words joined by hyphens.</summary>
    public required string Id { get; init; }

    /// <summary>The name shown to people.</summary>
    public required string Name { get; init; }

    /// <summary>What it is for.</summary>
    public required TechniqueKind Kind { get; init; }

    /// <summary>Where it starts, seen by whoever does it.</summary>
    public IReadOnlyList<StartPattern> From { get; init; } = [];

    /// <summary>Where it leads when it comes off, seen by whoever does it; the usual one first.</summary>
    [JsonConverter(typeof(SpotTextsJson))]
    public IReadOnlyList<Spot> To { get; init; } = [];

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
    public bool Finishes() => Kind == TechniqueKind.Submission;

    /// <summary>Whether it saves whoever does it from the other's hold or attack.</summary>
    public bool Saves() => Kind is TechniqueKind.Escape or TechniqueKind.Retention or TechniqueKind.Defence or TechniqueKind.StandUp;

    /// <summary>Whether it undoes a hold or a pass that is under way.</summary>
    public bool Undoes() => Kind is TechniqueKind.Escape or TechniqueKind.Retention;

    /// <summary>Whether it ends the contest of its spot when it comes off, told to lead elsewhere or not.</summary>
    public bool Leaves() => Kind is not (TechniqueKind.Pull or TechniqueKind.Entry or TechniqueKind.Break or TechniqueKind.Defence);

    /// <summary>Whether it prepares, so that the contest of the spot goes on after it.</summary>
    public bool Prepares() => Kind is TechniqueKind.Entry or TechniqueKind.Break;
}
