using AshNotch.Core.Ground;
using AshNotch.Core.Log;

namespace AshNotch.Core.Judging;

/// <summary>Who is judged, and against whom.</summary>
/// <param name="Belt">The owner's belt.</param>
/// <param name="Kilograms">The owner's weight, if known.</param>
/// <param name="Objective">What a roll is worth.</param>
/// <param name="Peer">The belt of the partner to be judged against; null for the owner's own.</param>
public readonly record struct Standpoint(Belt Belt, double? Kilograms, Objective Objective, BeltColour? Peer = null)
{
    /// <summary>The owner of a log, under an objective or their own; somebody unknown is taken for a white belt.</summary>
    public static Standpoint Owner(Athlete? athlete, Objective? objective = null, BeltColour? peer = null) =>
        new(
            athlete is null ? new Belt(BeltColour.White) : Ground.Belt.Told(athlete.Belt, athlete.Stripes),
            athlete?.WeightKg?.Value,
            objective ?? athlete?.Objective ?? Athlete.UsualObjective,
            peer
        );
}
