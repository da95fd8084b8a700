using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Log;
using AshNotch.Core.Scoring;

namespace AshNotch.Core.Tests.Judging;

/// <summary>
/// One line says what decided a roll. Worked by hand; that a tap decides before anything else is common practice, no source.
/// </summary>
public class WhatDecidedTests
{
    private static readonly GroundMap Map = GroundMap.Default;

    private static Moment Did(
        Actor actor,
        string technique,
        string? from = null,
        string? to = null,
        double? clock = null,
        Outcome outcome = Outcome.Done
    ) =>
        new()
        {
            Actor = actor,
            Technique = technique,
            Outcome = outcome,
            From = from is null ? null : Spot.Parse(from),
            To = to is null ? null : Spot.Parse(to),
            Clock = clock,
        };

    private static Exchange Tap(Actor by, string? technique, params Moment[] moments) =>
        new()
        {
            Moments = moments,
            End = new ExchangeEnd
            {
                Kind = EndKind.Tap,
                By = by,
                Technique = technique,
            },
        };

    [Fact]
    public void A_tap_that_only_the_clock_knows_is_told_with_its_time()
    {
        var tap = new Exchange
        {
            End = new ExchangeEnd
            {
                Kind = EndKind.Tap,
                By = Actor.Them,
                Clock = 71,
            },
        };
        Assert.Equal("Tapped, 1:11", Says(tap));
    }

    private static Exchange Bell(params Moment[] moments) =>
        new()
        {
            Moments = moments,
            End = new ExchangeEnd { Kind = EndKind.Time },
        };

    private static string? Says(params Exchange[] exchanges) => WhatDecided.Of(new Roll { Id = "r", Exchanges = exchanges }, Map);

    [Theory]
    [InlineData("them", DecidedBy.Advantages, "Lost on advantages, 2 to 2 (advantages 0 to 1). Your knee cut pass counted most")]
    [InlineData(null, DecidedBy.Draw, "A draw, 2 to 2 (advantages 0 to 1). Your knee cut pass counted most")]
    [InlineData(null, DecidedBy.Decision, "Left to the referee, 2 to 2 (advantages 0 to 1). Your knee cut pass counted most")]
    public void AMatchSaysItsResultAndScoreFirst(string? winner, DecidedBy by, string says)
    {
        var match = new Roll
        {
            Id = "r",
            Result = new ToldResult(Word.TryRead<Actor>(winner, out var who) ? who : null, by),
            Exchanges = [Bell(Did(Actor.Me, "knee-cut", "half-guard:top", "side-control:top"))],
        };
        var score = Scorer.Score(new MatchTerms(RuleSets.Named("points")!), [], Map) with
        {
            Boards = new Boards(new Board(2, 0, 0), new Board(2, 1, 0)),
        };
        Assert.Equal(says, WhatDecided.Of(match, score, Map));
    }

    [Fact]
    public void ATapInAMatchKeepsTheScoreBesideIt()
    {
        var match = new Roll { Id = "r", Exchanges = [Tap(Actor.Me, "toe-hold")] };
        var score = Scorer.Score(new MatchTerms(RuleSets.Named("points")!), [new Core.Scoring.Tap { Index = 0, By = Actor.Me }], Map);
        Assert.Equal("Tapped them with the toe hold. The score stood 0 to 0", WhatDecided.Of(match, score, Map));
    }

    [Fact]
    public void OneTapIsNamedWithItsClock()
    {
        Assert.Equal("Tapped them with the toe hold, 1:46", Says(Tap(Actor.Me, "toe-hold", Did(Actor.Me, "toe-hold", clock: 106.5))));
        Assert.Equal("Tapped to the armbar", Says(Tap(Actor.Them, "armbar", Did(Actor.Them, "armbar"))));
        Assert.Equal("Tapped them", Says(Tap(Actor.Me, null)));
        Assert.Equal("Tapped", Says(Tap(Actor.Them, null)));
    }

    [Fact]
    public void SeveralTapsAreCountedAndNamed()
    {
        Assert.Equal("2 taps to none: armbar, triangle choke", Says(Tap(Actor.Me, "armbar"), Tap(Actor.Me, "triangle")));
        Assert.Equal("Tapped 2 times: armbar twice", Says(Tap(Actor.Them, "armbar"), Tap(Actor.Them, "armbar")));
        Assert.Equal("A tap each: your armbar; their toe hold", Says(Tap(Actor.Me, "armbar"), Tap(Actor.Them, "toe-hold")));
        Assert.Equal(
            "2 to 1 in taps: your armbar, not told; their toe hold",
            Says(Tap(Actor.Me, "armbar"), Tap(Actor.Me, null), Tap(Actor.Them, "toe-hold"))
        );
        Assert.EndsWith(
            "armbar, toe hold, kimura and more",
            Says(Tap(Actor.Me, "armbar"), Tap(Actor.Me, "toe-hold"), Tap(Actor.Me, "kimura"), Tap(Actor.Me, "americana"))
        );
    }

    [Fact]
    public void WithoutATapTheMoveThatChangedMostCounts()
    {
        // From open guard to side control is more than from side control to knee on belly, whoever does it.
        Assert.Equal(
            "No tap. Their knee cut pass counted most",
            Says(
                Bell(
                    Did(Actor.Me, "guard-pull", "standing:even", "open-guard:bottom"),
                    Did(Actor.Them, "knee-cut", "open-guard:bottom", "side-control:bottom"),
                    Did(Actor.Them, "knee-on-belly-step", "side-control:bottom", "knee-on-belly:bottom")
                )
            )
        );
        // What was stopped changed nothing; where a move began is where the last one led.
        Assert.Equal(
            "No tap. Your scissor sweep counted most; you stopped a try to finish",
            Says(
                Bell(
                    Did(Actor.Them, "armbar", "closed-guard:bottom", outcome: Outcome.Stopped),
                    Did(Actor.Me, "guard-pull", "standing:even", "closed-guard:bottom"),
                    Did(Actor.Me, "scissor-sweep", to: "mount:top"),
                    Did(Actor.Them, "hip-bump-sweep", "closed-guard:top", "mount:bottom", outcome: Outcome.Stopped)
                )
            )
        );
        Assert.Equal(
            "No tap, and nothing came off; you stopped 2 tries to finish",
            Says(Bell(Did(Actor.Them, "armbar", outcome: Outcome.Stopped), Did(Actor.Them, "kimura", outcome: Outcome.Stopped)))
        );
    }

    [Fact]
    public void WhatWasNotToldIsNotMadeUp()
    {
        Assert.Null(Says());
        Assert.Null(Says(new Exchange()));
        Assert.Equal("No tap", Says(Bell()));
        Assert.Equal("No tap; stopped early", Says(new Exchange { End = new ExchangeEnd { Kind = EndKind.Stoppage } }));
        Assert.Null(
            WhatDecided.Of(
                new Roll { Id = "g", Goes = new Goes("b", "f", 1, new Spot("half-guard", Role.Bottom), InSpot: true, [new Try(true)]) },
                Map
            )
        );
        // A technique that is no longer in the ground is named by its id, and a place that is not changes nothing.
        Assert.Equal("Tapped to the own-thing", Says(Tap(Actor.Them, "own-thing")));
        Assert.Equal("No tap, and nothing came off", Says(Bell(Did(Actor.Me, "own-thing", "nowhere:top", "mount:top"))));
    }
}
