namespace AshNotch.Core.Ground;

/// <summary>A place on the mat that two people can be in.</summary>
public sealed record Position
{
    /// <summary>The fixed id, lower-case words joined by hyphens.</summary>
    public required string Id { get; init; }

    /// <summary>The name shown to people.</summary>
    public required string Name { get; init; }

    /// <summary>Near relations share a family.</summary>
    public required Family Family { get; init; }

    /// <summary>Either only <see cref="Role.Even"/>, or <see cref="Role.Top"/> and <see cref="Role.Bottom"/>.</summary>
    public required IReadOnlyList<Role> Roles { get; init; }

    /// <summary>What a scoreboard makes of it.</summary>
    public required PositionScore Scores { get; init; }

    /// <summary>Only to be had with the jacket on.</summary>
    public bool Gi { get; init; }

    /// <summary>
    /// How good it is to be on top here, 0 (even) to 1 (as good as won); being below is the same below zero.
    /// Common practice, no source.
    /// </summary>
    public double Worth { get; init; }

    /// <summary>
    /// For a position of the owner's: the odds, as a logit, that whoever is on top here leaves it better off against a peer;
    /// below is the same with the other sign. 0 takes what is usual in its family. Shipped positions have a row in the table
    /// of levels instead.
    /// </summary>
    public double Level { get; init; }

    /// <summary>A short description.</summary>
    public string Says { get; init; } = "";

    /// <summary>Other names in use.</summary>
    public IReadOnlyList<string> Aliases { get; init; } = [];
}
