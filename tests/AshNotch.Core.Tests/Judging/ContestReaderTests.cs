using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Log;
using AshNotch.Core.Tests.Log;

namespace AshNotch.Core.Tests.Judging;

// What a contest is follows from its definition: whoever's move out of a spot came off left it better off.
public class ContestReaderTests
{
    private static readonly GroundMap Map = GroundMap.Default;

    private static ExchangeReading Read(Exchange exchange) => ContestReader.Read(exchange, 0, "s", "r", Map);

    private static string Short(Contest c) => $"{c.Spot} {c.End} {c.Technique}";

    [Fact]
    public void A_chain_is_read_spot_by_spot()
    {
        var reading = Read(
            Told.Exchange(
                "standing",
                Told.Tap(Actor.Them, "rear-naked-choke"),
                Told.Them("single-leg", "standing", "half-guard:bottom"),
                Told.Them("knee-cut", "half-guard:bottom", "side-control:bottom"),
                Told.Me("frame-and-hip-escape", "side-control:bottom", done: false),
                Told.Them("seat-belt", "side-control:bottom", "back-control:bottom"),
                Told.Them("rear-naked-choke", "back-control:bottom")
            )
        );
        Assert.Equal(
            [
                "standing:even Lost single-leg",
                "half-guard:bottom Lost knee-cut",
                "side-control:bottom Held frame-and-hip-escape",
                "side-control:bottom Lost seat-belt",
                "back-control:bottom Lost rear-naked-choke",
            ],
            reading.Contests.Select(Short)
        );
        Assert.Equal(4, reading.Visits.Count);
        Assert.Equal([false, false, false, false, true], reading.Contests.Select(c => c.Finished));
    }

    [Fact]
    public void A_tap_that_is_both_a_moment_and_an_end_counts_once()
    {
        var reading = Read(Told.Exchange("mount:top", Told.Tap(Actor.Me, "armbar"), Told.Me("armbar", "mount:top")));
        Assert.Equal("mount:top Won armbar", Short(Assert.Single(reading.Contests)));
    }

    [Fact]
    public void A_tap_known_only_as_the_end_still_ends_the_last_spot()
    {
        var contest = Assert.Single(Read(Told.Exchange("closed-guard:bottom", Told.Tap(Actor.Me, "triangle"))).Contests);
        Assert.Equal("closed-guard:bottom Won triangle", Short(contest));
        Assert.True(contest.Finished);
        Assert.Null(contest.Place.Moment);
    }

    [Fact]
    public void An_exchange_known_only_by_its_end_makes_no_contest() =>
        Assert.Empty(Read(Told.Exchange(null, Told.Tap(Actor.Them))).Contests);

    [Fact]
    public void A_gap_in_the_memory_is_not_filled()
    {
        // Between half guard and mount something happened that nobody remembers.
        var reading = Read(
            Told.Exchange(
                null,
                null,
                Told.Them("pass", "half-guard:bottom"),
                Told.Me("elbow-knee-escape", "mount:bottom", "half-guard:bottom")
            )
        );
        Assert.Equal(["half-guard:bottom Lost pass", "mount:bottom Won elbow-knee-escape"], reading.Contests.Select(Short));
        Assert.Null(reading.Contests[0].Next);
        Assert.DoesNotContain(reading.Contests, c => c.Spot.Position == "side-control");
    }

    [Fact]
    public void After_a_move_to_nowhere_told_the_next_try_has_no_spot()
    {
        var reading = Read(Told.Exchange("half-guard:bottom", null, Told.Them("pass"), Told.Them("armbar", done: false)));
        Assert.Equal("half-guard:bottom Lost pass", Short(Assert.Single(reading.Contests)));
    }

    [Fact]
    public void A_moment_without_a_from_takes_the_spot_it_follows_from()
    {
        var reading = Read(
            Told.Exchange(
                "seated-guard:bottom",
                null,
                Told.Them("torreando", null, "side-control:bottom"),
                Told.Me("re-guard", null, "half-guard:bottom")
            )
        );
        Assert.Equal(["seated-guard:bottom Lost torreando", "side-control:bottom Won re-guard"], reading.Contests.Select(Short));
    }

    [Fact]
    public void Pulling_guard_decides_nothing()
    {
        var reading = Read(Told.Exchange("standing", null, Told.Me("guard-pull", "standing", "closed-guard:bottom")));
        Assert.Empty(reading.Contests);
        Assert.Equal([Spot.Parse("standing"), Spot.Parse("closed-guard:bottom")], reading.Visits);
    }

    [Fact]
    public void A_defence_that_changes_nothing_is_no_contest_and_a_sprawl_that_lands_on_the_head_is_one()
    {
        Assert.Empty(
            Read(
                Told.Exchange("back-control:bottom", null, Told.Me("hand-fight-the-choke", "back-control:bottom", "back-control:bottom"))
            ).Contests
        );
        Assert.Empty(Read(Told.Exchange("back-control:bottom", null, Told.Me("hand-fight-the-choke", "back-control:bottom"))).Contests);
        var sprawl = Read(Told.Exchange("standing", null, Told.Me("sprawl", "standing", "front-headlock:top")));
        Assert.Equal("standing:even Won sprawl", Short(Assert.Single(sprawl.Contests)));
    }

    [Fact]
    public void The_next_spot_that_is_known_is_seen_but_not_told()
    {
        var reading = Read(
            Told.Exchange(
                null,
                null,
                Told.Them("pass", "half-guard:bottom"),
                Told.Them("armbar", "mount:bottom", done: false),
                Told.Me("bridge-and-roll", null, "closed-guard:top")
            )
        );
        Assert.Null(reading.Contests[0].Next);
        Assert.Equal(Spot.Parse("mount:bottom"), reading.Contests[0].NextSeen);
        Assert.Equal(Spot.Parse("closed-guard:top"), reading.Contests[2].Next);
        Assert.Null(reading.Contests[2].NextSeen);
    }

    [Fact]
    public void Ends_and_beginnings_that_agree_are_links_and_half_remembered_ones_are_not_asked()
    {
        var moments = new[]
        {
            Told.Them("single-leg", "standing", "half-guard:bottom"),
            Told.Them("knee-cut", "half-guard:bottom", "side-control:bottom"),
            Told.Me("bridge-and-roll", "mount:bottom", "closed-guard:top"),
        };
        var reading = Read(Told.Exchange("standing", null, moments));
        Assert.Equal((2, 1), (reading.Links, reading.Linked));
        moments[1] = moments[1] with { Sure = false };
        Assert.Equal(0, Read(Told.Exchange("standing", null, moments)).Links);
    }

    [Fact]
    public void What_is_half_remembered_counts_but_says_so()
    {
        var exchange = Told.Exchange(
            "half-guard:bottom",
            null,
            Told.Them("knee-cut", null, "side-control:bottom") with
            {
                Sure = false,
                Reasons = ["gave-space"],
                Side = Side.Left,
            }
        );
        var contest = Assert.Single(Read(exchange).Contests);
        Assert.False(contest.Sure);
        Assert.Equal(["gave-space"], contest.Reasons);
        Assert.Equal(Side.Left, contest.Side);
    }

    [Fact]
    public void A_tap_at_the_end_that_cannot_be_got_from_the_last_spot_is_not_put_there()
    {
        // Nobody twists the leg of somebody they are mounted on: something is missing in between.
        Assert.Empty(Read(Told.Exchange("mount:bottom", Told.Tap(Actor.Them, "heel-hook"))).Contests);
        var arrived = Read(Told.Exchange("half-guard:bottom", Told.Tap(Actor.Them), Told.Them("knee-cut", null, "side-control:bottom")));
        Assert.Equal("side-control:bottom Lost ", Short(arrived.Contests[^1]));
        Assert.Null(arrived.Contests[^1].Place.Moment);
    }

    [Fact]
    public void A_roll_with_a_result_and_nothing_else_tells_nothing_of_any_spot()
    {
        var reading = RollReading.Of(
            "s",
            new DateOnly(2026, 3, 3),
            Attire.Gi,
            Told.Roll(Told.Exchange(null, Told.Tap(Actor.Them, "armbar"))),
            Map
        );
        Assert.Equal((0, 0), (reading.Contests.Length, reading.Visits.Count));
    }

    [Fact]
    public void Going_from_one_guard_to_another_is_no_win()
    {
        Assert.Empty(
            Read(Told.Exchange("seated-guard:bottom", null, Told.Me("guard-setup", "seated-guard:bottom", "de-la-riva:bottom"))).Contests
        );
        Assert.Single(
            Read(Told.Exchange("half-guard:bottom", null, Told.Me("underhook-get-up", "half-guard:bottom", "dogfight:bottom"))).Contests
        );
    }
}
