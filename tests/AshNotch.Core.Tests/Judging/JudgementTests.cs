using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Log;
using AshNotch.Core.Tests.Log;
using AshNotch.Demo;

namespace AshNotch.Core.Tests.Judging;

public class JudgementTests
{
    private static readonly GroundMap Map = GroundMap.Default;
    private static readonly Spot Half = Spot.Parse("half-guard:bottom");
    private static readonly Standpoint Blue = new(new Belt(BeltColour.Blue, 2), 61, Objective.Submissions);

    private static Judgement Judge(params Roll[] rolls) => Judgement.Of(Map, LogCounts.Of(rolls.Select(Read), Map.Usual), Blue);

    private static RollReading Read(Roll roll) => RollReading.Of("s", new DateOnly(2026, 3, 3), Attire.Gi, roll, Map);

    private static Roll Passed(int times) =>
        Told.Roll([
            .. Enumerable
                .Range(0, times)
                .Select(_ =>
                    Told.Exchange(
                        "half-guard:bottom",
                        Told.Tap(Actor.Them, "armbar"),
                        Told.Them("knee-cut", null, "side-control:bottom"),
                        Told.Them("armbar")
                    )
                ),
        ]);

    [Fact]
    public void An_empty_log_gives_empty_lists_and_says_that_it_is_not_enough()
    {
        var judgement = Judge();
        Assert.Empty(judgement.SoftSpots);
        Assert.Empty(judgement.Levers);
        Assert.Empty(judgement.Heartwood);
        Assert.False(judgement.Enough);
    }

    [Theory]
    [InlineData(Objective.Submissions)]
    [InlineData(Objective.Points)]
    [InlineData(Objective.Survival)]
    public void Every_spot_with_a_contest_is_in_both_lists_best_gain_first(Objective objective)
    {
        var log = Season.Make();
        var ground = Map.With(log.Vocabulary);
        var judgement = Judgement.Of(
            ground,
            LogCounts.Of(RollReading.Of(log, ground), ground.Usual),
            Standpoint.Owner(log.Athlete, objective)
        );
        foreach (var list in new[] { judgement.SoftSpots, judgement.Levers })
        {
            Assert.Equal(list.Select(s => s.Gain).OrderDescending(), list.Select(s => s.Gain));
            Assert.All(list, s => Assert.True(s.Won + s.Lost > 0 && s.Visits >= s.Won + s.Lost));
            Assert.All(list, s => Assert.True(s.GainLow <= s.GainHigh));
            Assert.Equal(3, list.Sum(s => s.ChanceTop3), 6);
        }

        Assert.Equal(judgement.SoftSpots.Select(s => s.Spot).ToHashSet(), judgement.Levers.Select(s => s.Spot).ToHashSet());
        Assert.Equal(judgement.Counts.Contests, judgement.Levers.Sum(s => s.Won + s.Lost));
        Assert.All(judgement.Heartwood, h => Assert.True(h.Gain > 0));
        Assert.True(judgement.Enough);
    }

    [Fact]
    public void The_same_log_gives_the_same_answer_in_whatever_order_its_rolls_come()
    {
        var log = Season.Make();
        var ground = Map.With(log.Vocabulary);
        var readings = RollReading.Of(log, ground).ToList();
        IEnumerable<(Spot, double, Probability)> Ranked(IEnumerable<RollReading> rolls) =>
            Judgement
                .Of(ground, LogCounts.Of(rolls, ground.Usual), Blue)
                .SoftSpots.Select(s => (s.Spot, Math.Round(s.Gain, 12), s.ChanceTop3));
        Assert.Equal(Ranked(readings), Ranked(readings));
        Assert.Equal(Ranked(readings), Ranked(Enumerable.Reverse(readings)));
    }

    [Fact]
    public void Losing_the_same_contests_more_often_raises_the_gain_and_the_word()
    {
        var won = Told.Roll(
            Told.Exchange(
                "half-guard:bottom",
                Told.Tap(Actor.Me, "armbar"),
                Told.Me("half-guard-sweep", null, "side-control:top"),
                Told.Me("armbar")
            )
        );
        RankedSpot At(int n) => Judge(won, Passed(n)).SoftSpots.Single(s => s.Spot == Half);
        Assert.True(At(2).Gain < At(6).Gain);
        Assert.True(At(6).Gain < At(18).Gain);
        Assert.Equal("a guess yet", At(2).Verdict);
        Assert.Equal("clear", At(30).Verdict);
        Assert.True(At(18).Rate.Rate < At(2).Rate.Rate);
    }

    [Fact]
    public void A_stronger_peer_lowers_the_rate_and_one_of_the_own_belt_changes_nothing()
    {
        var counts = LogCounts.Of([Read(Passed(5))], Map.Usual);
        double Rate(BeltColour? peer) =>
            Judgement.Of(Map, counts, Blue with { Peer = peer }).SoftSpots.Single(s => s.Spot == Half).Rate.Rate;
        Assert.True(Rate(BeltColour.Black) < Rate(BeltColour.Purple));
        Assert.True(Rate(BeltColour.Purple) < Rate(null));
        Assert.True(Rate(null) < Rate(BeltColour.White));
        Assert.Equal(Rate(null), Rate(BeltColour.Blue));
    }

    [Fact]
    public void Held_tries_decide_nothing()
    {
        var reading = Read(
            Told.Roll(
                Told.Exchange(
                    "mount:bottom",
                    null,
                    Told.Them("armbar", done: false),
                    Told.Them("armbar", done: false),
                    Told.Me("bridge-and-roll", null, "closed-guard:top")
                )
            )
        );
        var judgement = Judgement.Of(Map, LogCounts.Of([reading], Map.Usual), Blue);
        var mount = judgement.Levers.Single(s => s.Spot == Spot.Parse("mount:bottom"));
        Assert.Equal((1, 0), (mount.Won, mount.Lost));
        var evidence = SpotEvidence.Of([reading], mount.Spot, judgement, Map);
        Assert.Equal(2, evidence.Held);
        Assert.Contains(evidence.Theirs, t => t is { Technique: "armbar", Done: 0, Stopped: 2 });
    }

    // What a move changes follows from the values of its two ends; a tap ends at what the objective pays.
    [Fact]
    public void A_move_changes_what_the_roll_is_worth_in_the_direction_that_it_went()
    {
        var reading = Read(
            Told.Roll(
                Told.Exchange(
                    "half-guard:bottom",
                    Told.Tap(Actor.Them, "armbar"),
                    Told.Them("knee-cut", null, "side-control:bottom"),
                    Told.Them("armbar")
                ),
                Told.Exchange("half-guard:bottom", null, Told.Me("half-guard-sweep", null, "half-guard:top")),
                Told.Exchange(
                    "half-guard:bottom",
                    null,
                    Told.Them("knee-cut", null, "side-control:bottom"),
                    Told.Me("frame-and-hip-escape", null, "closed-guard:bottom")
                )
            )
        );
        var judgement = Judgement.Of(Map, LogCounts.Of([reading], Map.Usual), Blue);
        var changes = reading.Contests.Select(c => judgement.Change(c)!.Value).ToList();
        Assert.True(changes[0] < 0 && changes[1] < 0 && changes[2] > 0 && changes[3] < 0 && changes[4] > 0);
        Assert.True(changes[1] < changes[0]);
    }

    // The counts of rolls that were added one by one are those of the log as a whole, whatever the order.
    [Fact]
    public void Counts_that_grew_roll_by_roll_are_the_counts_of_the_whole()
    {
        var log = Season.Make();
        var ground = Map.With(log.Vocabulary);
        var readings = RollReading.Of(log, ground).ToList();
        var whole = LogCounts.Of(readings, ground.Usual);
        var grown = LogCounts.Of(readings.Take(40), ground.Usual);
        foreach (var reading in readings.Skip(40).Reverse())
            grown.Add(reading);
        Same(whole, grown);

        // Taken out again, nothing is left of a roll.
        foreach (var reading in readings.Skip(40))
            grown.Add(reading, -1);
        Same(LogCounts.Of(readings.Take(40), ground.Usual), grown);
    }

    private static void Same(LogCounts one, LogCounts other)
    {
        Assert.Equal(one.Cells.OrderBy(c => c.Key.ToString()), other.Cells.OrderBy(c => c.Key.ToString()));
        Assert.Equal(one.Moves.OrderBy(c => c.Key.ToString()), other.Moves.OrderBy(c => c.Key.ToString()));
        Assert.Equal([.. one.Visits, .. one.Starts, .. one.Unsure], [.. other.Visits, .. other.Starts, .. other.Unsure]);
        Assert.All(Enum.GetValues<LogTotal>(), t => Assert.Equal(one[t], other[t]));
    }
}
