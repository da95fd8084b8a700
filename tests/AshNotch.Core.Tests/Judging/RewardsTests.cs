using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Log;

namespace AshNotch.Core.Tests.Judging;

public class RewardsTests
{
    private static readonly UsualGround Usual = GroundMap.Default.Usual;

    // IBJJF rule book: takedown 2, sweep 2, knee on belly 2, pass 3, mount 4, back 4, a body triangle none, positions in
    // sequence add up (source named, values from memory). Going up from one pin to a like one scores nothing.
    [Theory]
    [InlineData("standing", "open-guard:top", 2)]
    [InlineData("standing", "side-control:top", 2)]
    [InlineData("half-guard:bottom", "half-guard:top", 2)]
    [InlineData("open-guard:top", "side-control:top", 3)]
    [InlineData("half-guard:top", "mount:top", 7)]
    [InlineData("side-control:top", "mount:top", 4)]
    [InlineData("side-control:top", "knee-on-belly:top", 2)]
    [InlineData("side-control:top", "north-south:top", 0)]
    [InlineData("turtle:top", "back-control:top", 4)]
    [InlineData("turtle:top", "body-triangle:top", 0)]
    [InlineData("mount:bottom", "closed-guard:bottom", 0)]
    public void Points_are_those_of_the_scoreboard_for_whoever_moves(string from, string to, int points)
    {
        var rewards = Rewards.Of(GroundMap.Default, Objective.Points);
        int s = Usual.IndexOf(At(from)),
            u = Usual.IndexOf(At(to));
        Assert.Equal(points, rewards.Won[s][u]);
        Assert.Equal(-points, rewards.Lost[Usual.MirrorOf[s]][Usual.MirrorOf[u]]);
    }

    [Fact]
    public void Each_objective_pays_taps_in_its_own_way()
    {
        double[] Taps(Objective objective) =>
            [Rewards.Of(GroundMap.Default, objective).Won[0][^1], Rewards.Of(GroundMap.Default, objective).Lost[0][^1]];
        Assert.Equal([1, -1], Taps(Objective.Submissions));
        Assert.Equal([6, -6], Taps(Objective.Points));
        Assert.Equal([0, -1], Taps(Objective.Survival));
    }

    [Fact]
    public void Survival_minds_being_pinned_and_nothing_the_owner_wins()
    {
        var rewards = Rewards.Of(GroundMap.Default, Objective.Survival);
        var half = Usual.IndexOf(At("half-guard:bottom"));
        Assert.True(rewards.Lost[half][Usual.IndexOf(At("side-control:bottom"))] < 0);
        Assert.Equal(0, rewards.Lost[half][Usual.IndexOf(At("open-guard:bottom"))]);
        Assert.All(rewards.Won, row => Assert.All(row, pay => Assert.Equal(0, pay)));
    }

    private static Spot At(string text) => Spot.Parse(text.Contains(':') ? text : text + ":even");
}
