using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Judging.Patterns;
using AshNotch.Core.Log;
using AshNotch.Core.Tests.Log;

namespace AshNotch.Core.Tests.Judging;

public class WaysInTests
{
    private static readonly GroundMap Map = GroundMap.Default;
    private static readonly Standpoint Blue = new(new Belt(BeltColour.Blue), 61, Objective.Submissions);

    private static Judgement Judge(IEnumerable<RollReading> readings) => Judgement.Of(Map, LogCounts.Of(readings, Map.Usual), Blue);

    // An ordinary round in which the back is hardly ever reached, but finished from whenever it is.
    private static RollReading Round(int day, bool back)
    {
        var exchanges = new List<Exchange>
        {
            Told.Exchange(
                "standing",
                null,
                Told.Me("single-leg", null, "half-guard:top"),
                Told.Me("knee-cut", null, "side-control:top"),
                Told.Me("seat-belt", done: false),
                Told.Them("re-guard", null, "open-guard:top")
            ),
            Told.Exchange(
                "open-guard:top",
                null,
                Told.Me("torreando", null, "side-control:top"),
                Told.Them("frame-and-hip-escape", null, "half-guard:top"),
                Told.Them("half-guard-sweep", null, "half-guard:bottom")
            ),
        };
        if (back)
            exchanges.Add(
                Told.Exchange(
                    "turtle:top",
                    Told.Tap(Actor.Me, "rear-naked-choke"),
                    Told.Me("seat-belt", null, "back-control:top"),
                    Told.Me("rear-naked-choke")
                )
            );
        return RollReading.Of($"s{day}", new DateOnly(2026, 3, 3).AddDays(day), Attire.Gi, Told.Roll([.. exchanges]), Map);
    }

    [Fact]
    public void A_place_that_pays_and_is_seldom_reached_is_named_with_the_entries_that_failed()
    {
        var readings = Enumerable.Range(0, 40).Select(d => Round(d, d % 20 == 0)).ToList();
        var way = WaysIn.Of(readings, Judge(readings), Map).Single(w => w.Spot == Spot.Parse("back-control:top"));
        Assert.True(way.PerRoll < 0.7 * way.Usual && way.OnceMore > 0);
        Assert.Equal(new Entry("seat-belt", 2, 40), way.Entries[0]);
        Assert.Equal(40, way.Moments.Count);
        Assert.All(way.Moments, m => Assert.Equal(ContestEnd.Held, m.End));
    }

    [Fact]
    public void A_place_that_is_reached_often_is_not()
    {
        var readings = Enumerable.Range(0, 40).Select(d => Round(d, true)).ToList();
        Assert.DoesNotContain(WaysIn.Of(readings, Judge(readings), Map), w => w.Spot == Spot.Parse("back-control:top"));
    }

    [Fact]
    public void A_log_of_nothing_has_no_ways_that_are_too_rare() => Assert.Empty(WaysIn.Of([], Judge([]), Map));

    // Eleven contests until the log has fifty rolls; then what it tells, made up for what it forgets.
    [Fact]
    public void The_length_of_a_roll_is_the_logs_own_once_it_has_fifty_rolls()
    {
        double Length(int rolls)
        {
            var counts = LogCounts.Of(Enumerable.Range(0, rolls).Select(d => Round(d, false)), Map.Usual);
            return 1 / (1 - Recall.Of(counts).GoesOn(counts));
        }

        Assert.Equal(11, Length(49), 9);
        var recall = Recall.Of(LogCounts.Of(Enumerable.Range(0, 60).Select(d => Round(d, false)), Map.Usual));
        Assert.Equal(6 / recall.Moments, Length(60), 9);
    }

    [Fact]
    public void Counts_for_the_chance_of_one_rate_above_another_start_at_one()
    {
        Assert.Throws<ArgumentOutOfRangeException>(() => Rates.ChanceAbove((0, 1), (1, 1)));
        Assert.Equal(0.5, Rates.ChanceAbove((4, 7), (4, 7)), 12);
        Assert.Equal(1, Rates.ChanceAbove((3, 9), (5, 2)) + Rates.ChanceAbove((5, 2), (3, 9)), 12);
    }
}
