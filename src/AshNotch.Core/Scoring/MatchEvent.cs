using AshNotch.Core.Ground;
using AshNotch.Core.Log;

namespace AshNotch.Core.Scoring;

/// <summary>Something that happened in a match, as the score asks for it.</summary>
public abstract record MatchEvent
{
    /// <summary>Its place among all that was handed in, from 0.</summary>
    public required int Index { get; init; }

    /// <summary>Seconds since the start; null when not known.</summary>
    public double? Clock { get; init; }
}

/// <summary>A move.</summary>
public sealed record Move : MatchEvent
{
    /// <summary>Who did it; null for nobody, which changes nothing.</summary>
    public required Actor? Actor { get; init; }

    /// <summary>A technique's id.</summary>
    public required string Technique { get; init; }

    /// <summary>What became of it.</summary>
    public required Outcome Outcome { get; init; }

    /// <summary>Where the owner was; null when not told.</summary>
    public Spot? From { get; init; }

    /// <summary>Where the owner ended up; null when not told.</summary>
    public Spot? To { get; init; }

    /// <summary>How long what it reached was kept; null when not told.</summary>
    public Hold? Held { get; init; }

    /// <summary>For a stopped try: whether it all but came off.</summary>
    public bool Near { get; init; }
}

/// <summary>A penalty.</summary>
public sealed record Penalty : MatchEvent
{
    /// <summary>Who got it.</summary>
    public required Actor Actor { get; init; }
}

/// <summary>A tap that no move of the list tells.</summary>
public sealed record Tap : MatchEvent
{
    /// <summary>Who got it.</summary>
    public required Actor By { get; init; }

    /// <summary>With what; null when not told.</summary>
    public string? Technique { get; init; }
}

/// <summary>A restart after a break.</summary>
public sealed record Restart : MatchEvent
{
    /// <summary>Where the owner starts again; null for standing.</summary>
    public Spot? Start { get; init; }
}
