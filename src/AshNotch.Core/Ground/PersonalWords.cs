namespace AshNotch.Core.Ground;

/// <summary>Another name that the owner uses for a position or a technique.</summary>
/// <param name="Says">The words, as the owner says them.</param>
/// <param name="Means">The id of the position or technique meant.</param>
public sealed record Alias(string Says, string Means);

/// <summary>What the owner has added to the ground: it stands beside the product's own and never replaces any of it.</summary>
public sealed record PersonalWords
{
    /// <summary>Nothing added.</summary>
    public static PersonalWords None { get; } = new();

    /// <summary>Own positions; their ids differ from all others.</summary>
    public IReadOnlyList<Position> Positions { get; init; } = [];

    /// <summary>Own techniques; their ids differ from all others.</summary>
    public IReadOnlyList<Technique> Techniques { get; init; } = [];

    /// <summary>Own names for known things.</summary>
    public IReadOnlyList<Alias> Aliases { get; init; } = [];
}
