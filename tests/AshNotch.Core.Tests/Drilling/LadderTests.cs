using AshNotch.Core.Drilling;
using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Log;

namespace AshNotch.Core.Tests.Drilling;

public class LadderTests
{
    private static readonly DateOnly Day = new(2026, 7, 7);

    [Fact]
    public void It_starts_half_done_and_goes_back_along_the_logs_own_way_in_to_a_full_round()
    {
        var ladder = Drilled.HalfGuardLadder;
        Assert.Equal([RungKind.HalfDone, RungKind.InSpot, RungKind.StepBack], ladder.Take(3).Select(r => r.Kind));
        Assert.Equal(RungKind.FullRound, ladder[^1].Kind);
        Assert.All(ladder.Take(2), r => Assert.Equal(Drilled.HalfGuard, r.Start));

        // Counted by hand: the spot from which most contests of the log were told to lead there.
        var most = Drilled
            .Readings.SelectMany(r => r.Contests)
            .Where(c => c.Next == Drilled.HalfGuard)
            .GroupBy(c => (c.Spot, c.Actor))
            .MaxBy(g => g.Count())!;
        Assert.Equal((most.Key.Spot, (Actor?)most.Key.Actor, most.Count()), (ladder[2].Start, ladder[2].By, ladder[2].Seen));
    }

    [Fact]
    public void An_empty_log_takes_the_way_of_the_ground_map()
    {
        var judgement = Judgement.Of(
            GroundMap.Default,
            new LogCounts(GroundMap.Default.Usual),
            new Standpoint(new Belt(BeltColour.Blue), null, Objective.Submissions)
        );
        var ladder = Ladder.Of(Spot.Parse("mount:bottom"), [], judgement, GroundMap.Default);
        var back = ladder[2];
        Assert.Equal((RungKind.StepBack, 0), (back.Kind, back.Seen));
        Assert.NotEqual(Spot.Parse("mount:bottom"), back.Start);

        // Mount is mostly reached from side control (common practice, no source).
        Assert.Equal(Spot.Parse("side-control:bottom"), back.Start);
        Assert.Equal(Actor.Them, back.By);
        Assert.Equal(ladder.Select(r => (r.Kind, r.Start)).Distinct().Count(), ladder.Count);
    }

    // The rules of the ladder, written out: 6 of 10 twice up, under 3 of 10 twice down.
    [Theory]
    [InlineData(new[] { 6 }, 0)]
    [InlineData(new[] { 6, 6 }, 1)]
    [InlineData(new[] { 6, 5, 6 }, 0)]
    [InlineData(new[] { 10, 10, 10, 10 }, 2)]
    [InlineData(new[] { 9, 9, 2, 2 }, 0)]
    [InlineData(new[] { 9, 9, 2, 3, 2 }, 1)]
    [InlineData(new[] { 0, 0, 0, 0 }, 0)]
    [InlineData(new[] { 9, 9, 9, 9, 9, 9, 9, 9 }, 3)]
    public void Up_after_two_good_evenings_down_after_two_poor_ones(int[] kept, int rung)
    {
        var standing = new Standing(0, 0, 0, []);
        for (var i = 0; i < kept.Length; i++)
            standing = standing.After(new Evening(Day.AddDays(i), standing.Rung, kept[i], 10), 4);
        Assert.Equal(rung, standing.Rung);
    }

    [Fact]
    public void Few_goes_and_goes_from_another_rung_move_nothing()
    {
        Assert.Equal(0, Standing.Of(4, [new Evening(Day, 0, 3, 3), new Evening(Day.AddDays(1), 0, 3, 3)]).Rung);
        Assert.Equal(0, Standing.Of(4, [new Evening(Day, 1, 9, 10), new Evening(Day.AddDays(1), 1, 9, 10)]).Rung);
        var moved = Standing.Of(4, [new Evening(Day, 0, 4, 4), new Evening(Day.AddDays(1), 0, 4, 4)]);
        Assert.Equal([new LadderStep(Day.AddDays(1), 0, 1)], moved.Steps);
    }
}
