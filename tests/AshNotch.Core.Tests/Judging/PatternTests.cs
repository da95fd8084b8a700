using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Judging.Patterns;
using AshNotch.Core.Log;
using AshNotch.Core.Tests.Log;

namespace AshNotch.Core.Tests.Judging;

public class PatternTests
{
    private static readonly GroundMap Map = GroundMap.Default;
    private static readonly DateOnly Day = new(2026, 3, 3);

    private static RollReading Read(int day, params Exchange[] exchanges) =>
        RollReading.Of(
            $"s{day}",
            Day.AddDays(day),
            Attire.Gi,
            Told.Roll(exchanges) with
            {
                PartnerId = day % 2 == 0 ? "even" : "odd",
            },
            Map
        );

    private static Judgement Judge(IEnumerable<RollReading> readings) =>
        Judgement.Of(Map, LogCounts.Of(readings, Map.Usual), new Standpoint(new Belt(BeltColour.Blue), 61, Objective.Submissions));

    private static Exchange Caught(string technique, Side? side = null, params string[] reasons) =>
        Told.Exchange("half-guard:bottom", null, Told.Them(technique, null, "side-control:bottom") with { Side = side, Reasons = reasons });

    // Benjamini and Hochberg, J. R. Stat. Soc. B 57 (1995), section 3.2: fifteen p-values, of which four are rejected at 0.05
    // (source named, values from memory).
    [Fact]
    public void The_worked_table_of_false_discoveries_rejects_four()
    {
        double[] p =
        [
            0.0001,
            0.0004,
            0.0019,
            0.0095,
            0.0201,
            0.0278,
            0.0298,
            0.0344,
            0.0459,
            0.3240,
            0.4262,
            0.5719,
            0.6528,
            0.7590,
            1.000,
        ];
        Assert.Equal(4, FalseDiscovery.Stands(p, 0.05).Count(s => s));
        Assert.Equal([false, true, false, true], FalseDiscovery.Stands([0.9, 0.0001, 0.6, 0.001], 0.05));
        Assert.Empty(FalseDiscovery.Stands([], 0.05));
        Assert.Throws<ArgumentOutOfRangeException>(() => FalseDiscovery.Stands(p, 1));
    }

    [Fact]
    public void The_same_trap_again_and_again_is_named_with_its_moments_and_a_spread_of_moves_is_not()
    {
        var again = Enumerable.Range(0, 9).Select(d => Read(d, Caught(d < 8 ? "long-step" : "smash-pass"))).ToList();
        var trap = Traps.Of(again, Judge(again), Map)[0];
        Assert.Equal(("long-step", 8), (trap.Technique, trap.Times));
        Assert.Equal(again.Take(8).Select(r => r.Contests[0]), Traps.MomentsOf(trap, again));
        Assert.True(trap.Expected < 4 && trap.Chance < 0.05);
        string[] all = ["knee-cut", "smash-pass", "long-step", "back-step", "body-lock-pass"];
        var spread = all.Select((t, d) => Read(d, Caught(t))).ToList();
        Assert.Empty(Traps.Of(spread, Judge(spread), Map));
    }

    [Fact]
    public void Twice_is_no_pattern_yet()
    {
        var twice = Enumerable.Range(0, 2).Select(d => Read(d, Caught("long-step"))).ToList();
        Assert.Empty(Traps.Of(twice, Judge(twice), Map));
    }

    [Fact]
    public void A_reason_that_recurs_in_one_spot_is_a_trap_of_its_own()
    {
        var readings = Enumerable
            .Range(0, 8)
            .Select(d =>
                Read(
                    d,
                    Caught("knee-cut", null, "gave-space"),
                    Told.Exchange("mount:bottom", null, Told.Them("armbar") with { Reasons = [d % 2 == 0 ? "fatigue" : "rushed"] }),
                    Told.Exchange(
                        "closed-guard:bottom",
                        null,
                        Told.Them("stack-pass", null, "side-control:bottom") with
                        {
                            Reasons = [d % 2 == 0 ? "rushed" : "fatigue"],
                        }
                    )
                )
            )
            .ToList();
        var trap = Assert.Single(Traps.Of(readings, Judge(readings), Map), t =>
            t is { Reason: "gave-space", Spot.Position: "half-guard", Times: 8 }
        );
        Assert.Equal(readings.Select(r => r.Contests[0]), Traps.MomentsOf(trap, readings));
    }

    // The pass does the damage; the tap that follows from side control was likely by then. Values from the chain.
    [Fact]
    public void The_first_bad_trade_lies_before_the_tap()
    {
        var reading = Read(
            0,
            Told.Exchange(
                "half-guard:top",
                Told.Tap(Actor.Them, "rear-naked-choke"),
                Told.Them("deep-half-sweep", null, "half-guard:bottom"),
                Told.Them("back-step", null, "back-control:bottom"),
                Told.Them("rear-naked-choke")
            )
        );
        var judgement = Judge([reading]);
        var trade = Assert.Single(BadTrades.In(reading, judgement));
        Assert.Equal(reading.Contests.MinBy(c => judgement.Change(c)), trade.Contest);
        Assert.True(trade.Lost > 0);
        var won = Read(
            1,
            Told.Exchange(
                "half-guard:top",
                Told.Tap(Actor.Me, "arm-triangle"),
                Told.Me("knee-cut", null, "side-control:top"),
                Told.Me("arm-triangle")
            )
        );
        Assert.Empty(BadTrades.In(won, Judge([won])));
    }

    [Fact]
    public void A_defence_that_holds_on_the_right_and_fails_on_the_left_is_one_sided()
    {
        Exchange Stopped(Side side) => Told.Exchange("half-guard:bottom", null, Told.Them("knee-cut", done: false) with { Side = side });
        var readings = Enumerable
            .Range(0, 8)
            .Select(d => Read(d, Caught("knee-cut", Side.Left), Stopped(Side.Right)))
            .Append(Read(9, Stopped(Side.Left), Caught("knee-cut", Side.Right)))
            .ToList();
        var one = Assert.Single(OneSided.Of(readings));
        Assert.Equal((Side.Left, Actor.Them, "knee-cut"), (one.Weak, one.Actor, one.Technique));
        Assert.Equal((new SideTally(1, 9), new SideTally(8, 9)), (one.Left, one.Right));
        Assert.True(one.Chance > 0.99);
        Assert.Null(one.Thin);
    }

    // Miller's closed form against throwing both dice two hundred thousand times (fixed seed); the error of that is about 0.001.
    [Theory]
    [InlineData(2, 10, 10, 2)]
    [InlineData(3, 4, 5, 9)]
    [InlineData(8, 8, 9, 7)]
    public void The_chance_that_one_rate_lies_above_another_agrees_with_throwing(int a1, int b1, int a2, int b2)
    {
        var random = new MathNet.Numerics.Random.MersenneTwister(5, threadSafe: false);
        var above = Enumerable
            .Range(0, 200_000)
            .Count(_ =>
                MathNet.Numerics.Distributions.Beta.Sample(random, a1, b1) > MathNet.Numerics.Distributions.Beta.Sample(random, a2, b2)
            );
        Assert.Equal(above / 200_000.0, Rates.ChanceAbove((a1, b1), (a2, b2)), 0.005);
    }

    [Fact]
    public void Firsts_begin_in_the_fifth_week_and_come_once()
    {
        Exchange Tapped(Actor by) =>
            Told.Exchange(
                "closed-guard:bottom",
                Told.Tap(by, by == Actor.Me ? "triangle" : "ezekiel"),
                by == Actor.Me ? Told.Me("triangle") : Told.Them("ezekiel")
            );
        var firsts = Firsts.Of([
            Read(0, Caught("knee-cut")),
            Read(30, Tapped(Actor.Me)),
            Read(35, Tapped(Actor.Them)),
            Read(40, Tapped(Actor.Me)),
        ]);
        Assert.Equal([(true, "ezekiel"), (false, "triangle")], firsts.Select(f => (f.Caught, f.Technique)));
        Assert.Empty(Firsts.Of([Read(0, Tapped(Actor.Me)), Read(20, Tapped(Actor.Me))]));
    }

    [Fact]
    public void What_was_taught_and_never_seen_since_is_untried_after_two_weeks_and_eight_rolls()
    {
        var lesson = new Lesson("s1", Day, Attire.Gi, ["net", "triangle"]);
        var readings = Enumerable
            .Range(1, 9)
            .Select(d =>
                Read(2 * d, d == 3 ? Told.Exchange("closed-guard:bottom", null, Told.Me("triangle", done: false)) : Caught("knee-cut"))
            )
            .ToList();
        Assert.Equal([("net", 9)], Firsts.Untried(readings, [lesson]).Select(u => (u.Technique, u.RollsSince)));
        Assert.Empty(Firsts.Untried(readings.Take(5).ToList(), [lesson]));
    }

    [Fact]
    public void Lessons_that_say_the_same_come_together_whatever_their_words()
    {
        Takeaway Said(int day, string text) => new($"s{day}", "r", Day.AddDays(day), text);
        var again = SaidAgain.Of(
            [
                Said(0, "Knee shield before they settle."),
                Said(5, "Frame with the knee shield first"),
                Said(9, "Late with my z-guard again, keep the elbow in"),
                Said(9, "Breathe."),
                Said(12, "Keep elbows tight"),
            ],
            Core.Telling.AccountReader.Default
        );
        Assert.Equal("knee-shield", again[0].About);
        Assert.Equal(3, again[0].Lessons.Count);
        Assert.DoesNotContain(again, a => a.About is "breathe" or "elbow");
    }

    // Losing to black belts as often as one has to, by what is usual from there, is no trap; it used to be one everywhere.
    [Theory]
    [InlineData(BeltColour.Black, false)]
    [InlineData(BeltColour.Black, true)]
    [InlineData(BeltColour.Blue, true)]
    public void A_trap_is_called_against_what_was_to_be_expected_with_those_partners(BeltColour belt, bool again)
    {
        var half = Spot.Parse("half-guard:bottom");
        var usual = Map
            .Techniques.Select(t => (t.Id, Share: Map.Fit(t, half.Mirror()) * t.Usual))
            .Where(t => t.Share >= 1)
            .SelectMany(t => Enumerable.Repeat(t.Id, (int)t.Share))
            .ToList();
        List<RollReading> readings =
        [
            .. Enumerable
                .Range(0, 90)
                .Select(d =>
                    RollReading.Of(
                        $"s{d}",
                        Day.AddDays(d),
                        Attire.Gi,
                        Told.Roll(
                            d % 8 < 7
                                ? Caught(again && d % 2 == 0 ? "knee-cut" : usual[d % usual.Count])
                                : Told.Exchange("half-guard:bottom", null, Told.Me("half-guard-sweep", null, "half-guard:top"))
                        ) with
                        {
                            PartnerId = $"p{d % 6}",
                            PartnerBelt = belt,
                        },
                        Map
                    )
                ),
        ];
        var named = Traps
            .Of(readings, Judge(readings), Map)
            .Where(t => t.Technique is not null && t.Partner is null)
            .Select(t => t.Technique)
            .ToList();
        Assert.Equal(again ? ["knee-cut"] : Array.Empty<string>(), named);
    }

    [Fact]
    public void Firsts_and_what_is_untried_are_matters_of_the_whole_log_even_where_a_part_is_looked_at()
    {
        Exchange Tapped(string technique) => Told.Exchange("closed-guard:bottom", Told.Tap(Actor.Me, technique), Told.Me(technique));
        RollReading With(int day, Attire attire, Exchange exchange) =>
            RollReading.Of($"s{day}", Day.AddDays(day), attire, Told.Roll(exchange), Map);
        List<RollReading> log =
        [
            .. Enumerable.Range(0, 12).Select(d => With(d, Attire.Gi, Caught("knee-cut"))),
            With(31, Attire.NoGi, Tapped("triangle")),
            With(40, Attire.Gi, Tapped("triangle")),
            With(41, Attire.Gi, Tapped("armbar")),
            .. Enumerable.Range(50, 12).Select(d => With(d, Attire.Gi, Caught("knee-cut"))),
        ];
        Lesson[] lessons = [new("s0", Day, Attire.Gi, ["triangle", "net"]), new("s31", Day.AddDays(31), Attire.NoGi, ["kimura"])];
        IReadOnlyList<RollReading> gi = [.. log.Where(r => r.Attire == Attire.Gi)];
        var found = AllPatterns.Of(gi, log, lessons, [], Judge(gi), Core.Telling.AccountReader.Default, Map);
        Assert.Equal(["armbar"], found.Firsts.Where(f => !f.Caught).Select(f => f.Technique));
        Assert.Equal(["net"], found.Untried.Select(u => u.Technique));
    }
}
