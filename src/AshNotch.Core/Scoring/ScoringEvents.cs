using AshNotch.Core.Ground;
using AshNotch.Core.Log;

namespace AshNotch.Core.Scoring;

/// <summary>
/// Which events a move is, by where it led from and to; what they bring is for the rule set to say. "On top" is: afterwards in the
/// top role of a guard, a pin, a mount, the turtle or the back. After the widely used rule book for points (values from memory).
/// </summary>
public static class ScoringEvents
{
    /// <summary>From the feet to on top.</summary>
    public const string Takedown = "takedown";

    /// <summary>A takedown that lands past the guard, in rule sets that know it.</summary>
    public const string TakedownPast = "takedown-past";

    /// <summary>From below in a guard to on top.</summary>
    public const string Sweep = "sweep";

    /// <summary>A sweep that lands past the guard, in rule sets that know it.</summary>
    public const string SweepPast = "sweep-past";

    /// <summary>From on top of a guard to past it.</summary>
    public const string GuardPass = "guard-pass";

    /// <summary>The knee on the belly.</summary>
    public const string KneeOnBelly = "knee-on-belly";

    /// <summary>Astride.</summary>
    public const string Mount = "mount";

    /// <summary>Astride the back of somebody who lies on their belly.</summary>
    public const string BackMount = "back-mount";

    /// <summary>Behind with two hooks.</summary>
    public const string BackControl = "back-control";

    /// <summary>A submission that all but came off; it scores nothing but an advantage.</summary>
    public const string Submission = "submission";

    /// <summary>Pulling guard, where the rules make it cost something.</summary>
    public const string GuardPull = "guard-pull";

    /// <summary>A penalty.</summary>
    public const string PenaltyEvent = "penalty";

    private const string ScrambleId = "scramble";
    private const string FrontHeadlockId = "front-headlock";
    private const string SingleLegHoldId = "single-leg-hold";

    /// <summary>All events that a rule set can give points for.</summary>
    public static IReadOnlyList<string> All { get; } =
    [Takedown, TakedownPast, Sweep, SweepPast, GuardPass, KneeOnBelly, Mount, BackMount, BackControl];

    /// <summary>What a place scores for whoever is on top of it; null for nothing.</summary>
    internal static string? Landing(Spot doer, GroundMap ground) =>
        doer.Role != Role.Top
            ? null
            : ground.Position(doer.Position)?.Scores switch
            {
                PositionScore.KneeOnBelly => KneeOnBelly,
                PositionScore.Mount => Mount,
                PositionScore.Back => BackControl,
                _ => null,
            };

    /// <summary>Whether both are on their feet, or one hangs on a leg or a head there.</summary>
    internal static bool OnFeet(Spot spot, GroundMap ground) => ground.Position(spot.Position)?.Family == Family.Feet;

    /// <summary>Whether both stand, nobody held: where a fight for the takedown begins.</summary>
    internal static bool Free(Spot spot, GroundMap ground) =>
        OnFeet(spot, ground) && spot.Position is not (FrontHeadlockId or SingleLegHoldId or ScrambleId);

    /// <summary>Whether one of the two holds a leg on the feet: a takedown that is not one yet.</summary>
    internal static bool HangsOnALeg(Spot spot) => spot.Position == SingleLegHoldId;

    /// <summary>Whether nobody is settled.</summary>
    internal static bool Unsettled(Spot spot) => spot.Position == ScrambleId;

    /// <summary>Whether the doer is above somebody who is down.</summary>
    internal static bool Grounded(Spot doer, GroundMap ground) =>
        doer.Role == Role.Top
        && ground.Position(doer.Position) is { } p
        && (p.Scores != PositionScore.Nothing || p.Family is Family.Pin or Family.Mount or Family.Back or Family.Turtle);

    /// <summary>Whether the doer is past the legs, however it scores.</summary>
    internal static bool Past(Spot doer, GroundMap ground) =>
        doer.Role == Role.Top && ground.Position(doer.Position)?.Scores.IsPastTheLegs() is true;

    /// <summary>Whether the doer pins, mounts or has the back, past the legs.</summary>
    internal static bool Controls(Spot doer, GroundMap ground) =>
        doer.Role == Role.Top
        && ground.Position(doer.Position) is { } p
        && (p.Scores.IsPastTheLegs() || p.Scores == PositionScore.BackNoPoints || p.Family is Family.Pin or Family.Mount or Family.Back);

    /// <summary>
    /// What a move that came off is: how it got on top (takedown, sweep, pass or none) and what it landed in.
    /// </summary>
    /// <param name="step">The move.</param>
    /// <param name="origin">Where the doer was when last settled; differs from <see cref="Step.From"/> after a scramble.</param>
    /// <param name="ground">The ground.</param>
    internal static (string? Way, string? Landing) Of(Step step, Spot? origin, GroundMap ground)
    {
        if (step.DoerTo is not { } to)
            return default;
        var from = step.DoerFrom is { } f && Unsettled(f) ? origin ?? f : step.DoerFrom;
        var landing = Landing(to, ground);
        if (step.Kind == TechniqueKind.Pull || from is not { } start)
            return (null, landing);
        if (OnFeet(start, ground))
            return (Grounded(to, ground) ? Takedown : null, landing);
        if (!ground.IsGuard(start))
            return (null, landing);
        var above = Grounded(to, ground) || to is { Position: FrontHeadlockId, Role: Role.Top };
        return (start.Role, landing) switch
        {
            // The back out of a guard is the back and no sweep.
            (Role.Bottom, _)
                when above && step.Kind != TechniqueKind.BackTake && !(landing == BackControl && step.Kind != TechniqueKind.Sweep) => (
                Sweep,
                landing
            ),
            (Role.Top, _) when Past(to, ground) => (GuardPass, landing),
            _ => (null, landing),
        };
    }

    /// <summary>What a stopped try would have been; null for one that scores nothing even when it comes off.</summary>
    internal static string? Aim(Technique technique, Spot? doer, GroundMap ground)
    {
        var guardBottom = doer is { Role: Role.Bottom } below && ground.IsGuard(below);
        return technique.Kind switch
        {
            TechniqueKind.Submission => Submission,
            TechniqueKind.Takedown => Takedown,
            TechniqueKind.Pass => GuardPass,
            TechniqueKind.BackTake => BackControl,
            TechniqueKind.Sweep => doer is null || guardBottom ? Sweep : null,
            TechniqueKind.Advance or TechniqueKind.Entry => technique.To.Select(t => Landing(t, ground)).FirstOrDefault(e => e is not null),
            _ => null,
        };
    }
}
