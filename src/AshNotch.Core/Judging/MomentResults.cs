using AshNotch.Core.Ground;
using AshNotch.Core.Log;

namespace AshNotch.Core.Judging;

/// <summary>
/// What single moments are worth under an objective, for the owner. Points as on the IBJJF scoreboard (rule book, values
/// from memory): takedown 2, sweep 2, knee on belly 2, guard pass 3, mount 4, back control 4; a tap counts 6 more (common
/// practice, no source). Holds are not timed here: a moment that says done is taken as held.
/// </summary>
public static class MomentResults
{
    /// <summary>What a tap adds under the points objective.</summary>
    public const double TapPoints = 6;

    /// <summary>What it costs, under survival, to be brought into a spot worth <see cref="BadSpot"/> or less.</summary>
    public const double BadSpotCost = 0.1;

    /// <summary>From this worth down a spot is bad to be in.</summary>
    public const double BadSpot = -0.4;

    /// <summary>The result of one moment: positive for the owner, negative against.</summary>
    public static double Of(Moment moment, GroundMap ground, Objective objective)
    {
        if (moment.Outcome == Outcome.Stopped)
            return 0;
        if (ground.Technique(moment.Technique)?.Finishes() == true)
            return OfTap(moment.Actor, objective);
        return objective switch
        {
            Objective.Points => Sign(moment.Actor) * Points(moment, ground),
            Objective.Survival when moment.Actor == Actor.Them && moment.To is { } to && ground.Worth(to) <= BadSpot => -BadSpotCost,
            _ => 0,
        };
    }

    /// <summary>The result of a tap got by somebody.</summary>
    public static double OfTap(Actor by, Objective objective) => objective switch
    {
        Objective.Points => Sign(by) * TapPoints,
        Objective.Survival => by == Actor.Them ? -1 : 0,
        _ => Sign(by),
    };

    private static int Sign(Actor actor) => actor == Actor.Me ? 1 : -1;

    private static double Points(Moment moment, GroundMap ground)
    {
        var landed = moment.To is { } to ? ground.Position(to.Position)?.Scores : null;
        var pin = landed switch { "mount" or "back" => 4, "knee-on-belly" => 2, _ => 0 };
        return ground.Technique(moment.Technique)?.Kind switch
        {
            "takedown" or "sweep" => 2 + pin,
            "pass" => 3 + pin,
            "back-take" => 4,
            "advance" => pin,
            _ => 0,
        };
    }
}
