namespace AshNotch.Core.Log;

/// <summary>A part of the body that can be sore.</summary>
public enum BodyPart
{
    /// <summary>The head.</summary>
    Head,

    /// <summary>The neck.</summary>
    Neck,

    /// <summary>A shoulder.</summary>
    Shoulder,

    /// <summary>An elbow.</summary>
    Elbow,

    /// <summary>A wrist.</summary>
    Wrist,

    /// <summary>Fingers and grip.</summary>
    Fingers,

    /// <summary>The ribs.</summary>
    Ribs,

    /// <summary>The back.</summary>
    Back,

    /// <summary>A hip or the groin.</summary>
    Hip,

    /// <summary>A knee.</summary>
    Knee,

    /// <summary>An ankle.</summary>
    Ankle,

    /// <summary>A foot or its toes.</summary>
    Foot,
}

/// <summary>How much a niggle is felt, in the owner's own judgement.</summary>
public enum Soreness
{
    /// <summary>Felt, and no more.</summary>
    Slight,

    /// <summary>In the way.</summary>
    Clear,

    /// <summary>Stops training.</summary>
    Bad,
}

/// <summary>A sore or hurt part of the body, as the owner notes it. Never a diagnosis.</summary>
public record Niggle
{
    /// <summary>The id, unique among niggles.</summary>
    public required string Id { get; init; }

    /// <summary>Where.</summary>
    public required BodyPart Part { get; init; }

    /// <summary>On which side; null for neither or both.</summary>
    public Side? Side { get; init; }

    /// <summary>The first day.</summary>
    public required DateOnly From { get; init; }

    /// <summary>The last day; null while it lasts.</summary>
    public DateOnly? To { get; init; }

    /// <summary>How much; slight when not said.</summary>
    public Soreness? HowMuch { get; init; }

    /// <summary>Free notes.</summary>
    public string? Notes { get; init; }

    /// <summary>Whether it is felt that day.</summary>
    public bool On(DateOnly day) => day >= From && (To is null || day <= To);
}
