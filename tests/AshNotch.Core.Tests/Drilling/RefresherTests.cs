using AshNotch.Core.Drilling;
using AshNotch.Core.Judging;
using AshNotch.Core.Log;

namespace AshNotch.Core.Tests.Drilling;

// The gaps are 1, 2, 4, 8 and 16 weeks (common practice, no source); that they grow: Cepeda et al., Psychological Bulletin 132
// (2006) 354-380, source named, from memory.
public class RefresherTests
{
    private static readonly DateOnly Closed = new(2026, 8, 3);
    private static readonly Block Block = Drilled.Block(Drilled.KneeCut()) with { Ended = BlockEnd.Closed, EndedOn = Closed };

    private static IReadOnlyList<Refresher> Of(Block block, IReadOnlyList<RollReading> readings, params DateOnly[] done) =>
        Refreshers.Of(block, [.. readings.Concat(done.Select(Done)).OrderBy(r => r.Date)], Closed);

    private static RollReading Done(DateOnly date) =>
        RollReading.Of(
            "r",
            date,
            Attire.Gi,
            new Roll { Id = "r", Goes = new Goes(Block.Id, "half-guard", -1, Drilled.HalfGuard, true, [new Try(true)]) },
            Drilled.Ground
        );

    [Fact]
    public void They_come_at_growing_gaps_counted_from_the_last_one_done()
    {
        var overdue = Refreshers.Of(Block, [], Closed.AddDays(30));
        Assert.Equal([7, 30 + 14], overdue.Take(2).Select(r => r.Due.DayNumber - Closed.DayNumber));
        Assert.Equal([7, 21, 49, 105, 217], Of(Block, []).Select(r => r.Due.DayNumber - Closed.DayNumber));
        var late = Of(Block, [], Closed.AddDays(10));
        Assert.Equal([2, 3, 4, 5], late.Select(r => r.Number));
        Assert.Equal(Closed.AddDays(10 + 14), late[0].Due);
        Assert.Empty(Of(Block, [], [.. Enumerable.Range(1, 5).Select(w => Closed.AddDays(7 * w))]));
        Assert.Empty(Of(Block with { Ended = BlockEnd.Changed }, []));
        Assert.Empty(Of(Block with { Ended = null, EndedOn = null }, []));
    }

    [Fact]
    public void A_fresh_loss_of_that_kind_halves_the_gap_and_others_do_not()
    {
        RollReading On(int days, ContestEnd end, string technique, bool drill = false) =>
            Reading.Of(Closed.AddDays(days), Drilled.HalfGuard, end, technique, drill);
        var done = Closed.AddDays(7);
        int Next(params RollReading[] readings) => Of(Block, readings, done)[0].Due.DayNumber - done.DayNumber;
        Assert.Equal(7, Next(On(9, ContestEnd.Lost, "knee-cut")));
        Assert.Equal(14, Next());
        Assert.Equal(14, Next(On(9, ContestEnd.Lost, "smash-pass")));
        Assert.Equal(14, Next(On(9, ContestEnd.Won, "knee-cut")));
        Assert.Equal(14, Next(On(9, ContestEnd.Lost, "knee-cut", drill: true)));
        Assert.Equal(14, Next(On(5, ContestEnd.Lost, "knee-cut")));

        // Late in the gap: not before the loss itself.
        Assert.Equal(13, Next(On(19, ContestEnd.Lost, "knee-cut")));
        Assert.Equal(Closed.AddDays(9), Of(Block, [On(9, ContestEnd.Lost, "knee-cut")], done)[0].BroughtOn);
    }
}
