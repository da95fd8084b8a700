namespace AshNotch.Core.Ground;

/// <summary>What a scoreboard makes of being on top in a position.</summary>
public enum PositionScore
{
    /// <summary>Nothing: standing, tangled, or held without a pin.</summary>
    Nothing,

    /// <summary>The one below plays guard there.</summary>
    Guard,

    /// <summary>Past the legs, and nothing more.</summary>
    Past,

    /// <summary>A knee on the belly.</summary>
    KneeOnBelly,

    /// <summary>A mount.</summary>
    Mount,

    /// <summary>The back with both hooks in.</summary>
    Back,

    /// <summary>The back, held in a way that brings no points.</summary>
    BackNoPoints,
}

/// <summary>What such positions have in common.</summary>
public static class PositionScores
{
    /// <summary>Whether whoever is on top there has passed the legs and it scores.</summary>
    public static bool IsPastTheLegs(this PositionScore score) =>
        score is PositionScore.Past or PositionScore.KneeOnBelly or PositionScore.Mount or PositionScore.Back;
}
