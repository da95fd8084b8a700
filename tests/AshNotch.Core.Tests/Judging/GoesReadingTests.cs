using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Log;

namespace AshNotch.Core.Tests.Judging;

public class GoesReadingTests
{
    private static readonly Spot HalfGuard = Spot.Parse("half-guard:bottom");

    private static RollReading Read(bool inSpot, params Try[] tries) =>
        RollReading.Of(
            "s",
            new DateOnly(2026, 7, 7),
            Attire.Gi,
            new Roll
            {
                Id = "r",
                Kind = RollKind.Positional,
                PartnerId = "p",
                PartnerBelt = BeltColour.Purple,
                Goes = new Goes("b", "f", 1, HalfGuard, inSpot, tries),
            },
            GroundMap.Default
        );

    [Fact]
    public void Goes_from_the_spot_are_contests_over_it_with_their_sides()
    {
        var reading = Read(true, new Try(true, Side.Left), new Try(false, Side.Right));
        Assert.Equal([ContestEnd.Won, ContestEnd.Lost], reading.Contests.Select(c => c.End));
        Assert.Equal([Side.Left, Side.Right], reading.Contests.Select(c => c.Side!.Value));
        Assert.Equal([Actor.Me, Actor.Them], reading.Contests.Select(c => c.Actor));
        Assert.True(reading.Against.Drill);
        Assert.Equal(2, reading.Visits.Count);
        Assert.Equal([0, 1], reading.Contests.Select(c => c.Place.Moment!.Value));
    }

    [Fact]
    public void Goes_from_elsewhere_are_none_and_no_goes_are_a_roll_like_any_other()
    {
        Assert.Empty(Read(false, new Try(true)).Contests);
        Assert.False(Read(true).Against.Drill);
    }

    [Fact]
    public void They_count_at_the_spot_but_are_no_roll_and_say_nothing_of_how_long_a_roll_is()
    {
        var counts = LogCounts.Of([Read(true, new Try(true), new Try(true), new Try(false))], GroundMap.Default.Usual);
        Assert.Equal((0, 3, 0), (counts.Rolls, counts.Contests, counts[LogTotal.FullRolls]));
        var ((_, cell), tally) = (counts.Cells.Single().Key, counts.Cells.Single().Value);
        Assert.True(cell.Drill);
        Assert.Equal((2, 1), tally);
    }

    // A go at half speed is easier than a round: the same goes move the level less than the same rounds would.
    [Fact]
    public void Goes_that_were_kept_move_the_level_less_than_rounds_that_were_won()
    {
        var usual = GroundMap.Default.Usual;
        var goes = Read(true, [.. Enumerable.Repeat(new Try(true), 12)]);
        double Level(RollReading reading) =>
            new LevelModel(usual, LogCounts.Of([reading], usual), new Belt(BeltColour.Purple).Rung, null)
                .Fit()
                .Alpha(usual.IndexOf(HalfGuard));
        var rounds = goes with { Against = goes.Against with { Drill = false } };
        Assert.True(Level(goes) < Level(rounds) - 0.1);
        Assert.True(Level(goes) > usual.Level[usual.IndexOf(HalfGuard)]);
    }
}
