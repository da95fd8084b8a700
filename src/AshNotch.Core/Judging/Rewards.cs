using AshNotch.Core.Ground;
using AshNotch.Core.Log;

namespace AshNotch.Core.Judging;

/// <summary>
/// What each step of a roll pays the owner under an objective.
/// Submissions: +1 for a tap, -1 against. Survival: -1 for a tap against, and 0.1 less for being brought into a bad spot.
/// Points: as on the IBJJF scoreboard (rule book, values from memory): takedown 2, sweep 2, knee on belly 2, guard pass 3,
/// mount 4, back control 4, a body triangle none; a tap counts 6 more (common practice, no source). Holds are not timed: what
/// came off is taken as held.
/// </summary>
public sealed class Rewards
{
    /// <summary>What a tap adds under points.</summary>
    public const double TapPoints = 6;

    /// <summary>What it costs, under survival, to be brought into a bad spot.</summary>
    public const double BadSpotCost = 0.1;

    /// <summary>From this worth down (<see cref="GroundMap.Worth"/>) a spot is bad to be in.</summary>
    public const double BadSpot = -0.4;

    private Rewards(double[][] won, double[][] lost) => (Won, Lost) = (won, lost);

    /// <summary>For each spot, what a win pays by where it leads; a finish last.</summary>
    public double[][] Won { get; }

    /// <summary>The same for a loss.</summary>
    public double[][] Lost { get; }

    /// <summary>The pay of an objective over a ground.</summary>
    public static Rewards Of(GroundMap ground, Objective objective)
    {
        var usual = ground.Usual;
        var n = usual.Spots.Count;
        double[] Row(Func<int, double> pay, double finish) => [.. Enumerable.Range(0, n).Select(pay), finish];
        var ids = Enumerable.Range(0, n);
        return objective switch
        {
            Objective.Points => new Rewards(
                [.. ids.Select(s => Row(u => Points(ground, usual.Spots[s], usual.Spots[u]), TapPoints))],
                [.. ids.Select(s => Row(u => -Points(ground, usual.Spots[s].Mirror(), usual.Spots[u].Mirror()), -TapPoints))]
            ),
            Objective.Survival => new Rewards(
                [.. ids.Select(_ => Row(_ => 0, 0))],
                [.. ids.Select(_ => Row(u => ground.Worth(usual.Spots[u]) <= BadSpot ? -BadSpotCost : 0, -1))]
            ),
            _ => new Rewards([.. ids.Select(_ => Row(_ => 0, 1))], [.. ids.Select(_ => Row(_ => 0, -1))]),
        };
    }

    /// <summary>Pay given step by step; for chains that are not rolls.</summary>
    public static Rewards Of(double[][] won, double[][] lost) => new(won, lost);

    /// <summary>What going from one spot to another scores for whoever did it.</summary>
    private static double Points(GroundMap ground, Spot from, Spot to)
    {
        if (to.Role != Role.Top)
            return 0;
        var (before, after) = (Scores(from), Scores(to));
        var fromAbove = from.Role == Role.Top;
        var pin =
            fromAbove && before == after
                ? 0
                : after switch
                {
                    PositionScore.Mount or PositionScore.Back => 4,
                    PositionScore.KneeOnBelly => 2,
                    _ => 0,
                };
        var way = (from.Role, before) switch
        {
            (Role.Bottom, PositionScore.Guard)
                when after is not (PositionScore.Back or PositionScore.BackNoPoints or PositionScore.Nothing) => 2,
            (Role.Top, PositionScore.Guard) when PassedTo() => 3,
            (Role.Even, _) when ground.Position(from.Position)!.Family == Family.Feet && (after == PositionScore.Guard || PassedTo()) => 2,
            _ => 0,
        };
        return way + pin;

        bool PassedTo() => after is PositionScore.Past or PositionScore.Mount or PositionScore.KneeOnBelly;

        PositionScore Scores(Spot spot) => ground.Position(spot.Position)!.Scores;
    }
}
