using AshNotch.Core.Ground;
using AshNotch.Core.Log;
using AshNotch.Core.Scoring;

namespace AshNotch.Core.Tests.Scoring;

/// <summary>
/// The figures of the shipped rule sets. Points, lengths, classes and bars: IBJJF rule book, adults (source named, values from
/// memory). Submission only and late points: common practice, no source.
/// </summary>
public sealed class RuleSetTests
{
    private static readonly RuleSet Points = RuleSets.Named("points")!;

    [Theory]
    [InlineData("takedown", 2)]
    [InlineData("sweep", 2)]
    [InlineData("knee-on-belly", 2)]
    [InlineData("guard-pass", 3)]
    [InlineData("mount", 4)]
    [InlineData("back-mount", 4)]
    [InlineData("back-control", 4)]
    public void PointsOfTheBook(string scored, int points) => Assert.Equal(points, Points.Worth(scored));

    [Fact]
    public void ThreeSecondsAndTheOrderOfTheBook()
    {
        Assert.Equal(3, Points.HoldSeconds);
        Assert.Equal([TieBreak.Points, TieBreak.Advantages, TieBreak.Penalties, TieBreak.Decision], Points.TieBreak);
    }

    [Theory]
    [InlineData(BeltColour.White, 5)]
    [InlineData(BeltColour.Blue, 6)]
    [InlineData(BeltColour.Purple, 7)]
    [InlineData(BeltColour.Brown, 8)]
    [InlineData(BeltColour.Black, 10)]
    public void LengthsByBelt(BeltColour belt, int minutes) => Assert.Equal(60.0 * minutes, Points.LengthFor(belt));

    [Theory]
    [InlineData(Sex.Male, Attire.Gi, new[] { 57.5, 64, 70, 76, 82.3, 88.3, 94.3, 100.5 })]
    [InlineData(Sex.Male, Attire.NoGi, new[] { 55.5, 61.5, 67.5, 73.5, 79.5, 85.5, 91.5, 97.5 })]
    [InlineData(Sex.Female, Attire.Gi, new[] { 48.5, 53.5, 58.5, 64, 69, 74, 79.3 })]
    [InlineData(Sex.Female, Attire.NoGi, new[] { 46.5, 51.5, 56.5, 61.5, 66.5, 71.5, 76.5 })]
    public void ClassesAndTheirEdges(Sex sex, Attire attire, double[] limits)
    {
        for (var i = 0; i < limits.Length; i++)
        {
            Assert.Equal(limits[i], WeightClasses.Of(Points, sex, attire, limits[i])!.UpTo);
            Assert.Equal(i + 1 < limits.Length ? limits[i + 1] : null, WeightClasses.Of(Points, sex, attire, limits[i] + 0.01)!.UpTo);
        }
    }

    [Fact]
    public void AClassTellsWhatIsLeftAndWhatWouldHaveToComeOff()
    {
        var stood = WeightClasses.Of(Points, Sex.Female, Attire.Gi, 62.4)!;

        Assert.Equal(64, stood.UpTo);
        Assert.Equal(1.6, stood.Spare!.Value, 6);
        Assert.Equal(3.9, stood.Above!.Value, 6);
        Assert.Null(WeightClasses.Of(RuleSets.Named("submission-only")!, Sex.Female, Attire.Gi, 62.4));
    }

    [Theory]
    // Twisting knee locks: brown and black without the gi only.
    [InlineData("heel-hook", Attire.Gi, "white blue purple brown black")]
    [InlineData("inside-heel-hook", Attire.NoGi, "white blue purple")]
    [InlineData("outside-heel-hook", Attire.NoGi, "white blue purple")]
    // Kneebar, toe hold, slicers: brown and black.
    [InlineData("kneebar", Attire.Gi, "white blue purple")]
    [InlineData("toe-hold", Attire.Gi, "white blue purple")]
    [InlineData("calf-slicer", Attire.NoGi, "white blue purple")]
    [InlineData("biceps-slicer", Attire.Gi, "white blue purple")]
    [InlineData("wrist-lock", Attire.Gi, "white")]
    // Spine locks without a choke: nobody.
    [InlineData("spine-twist", Attire.NoGi, "white blue purple brown black")]
    [InlineData("neck-crank", Attire.Gi, "white blue purple brown black")]
    [InlineData("straight-ankle-lock", Attire.Gi, "")]
    [InlineData("rear-naked-choke", Attire.Gi, "")]
    public void BarredByBelt(string technique, Attire attire, string belts)
    {
        var known = GroundMap.Default.Technique(technique)!;
        Assert.Equal(
            belts,
            string.Join(
                " ",
                Enum.GetValues<BeltColour>().Where(b => Bars.Why(Points, known, b, attire) is not null).Select(b => Word.Of(b))
            )
        );
    }

    [Fact]
    public void LatePointsAreThoseOfCommonPractice()
    {
        var late = RuleSets.Named("late-points")!;
        (string Event, int Points)[] usual =
        [
            ("takedown", 2),
            ("sweep", 2),
            ("guard-pass", 3),
            ("knee-on-belly", 2),
            ("mount", 2),
            ("back-control", 3),
            ("takedown-past", 4),
            ("sweep-past", 4),
        ];
        Assert.All(usual, u => Assert.Equal(u.Points, late.Worth(u.Event)));
        Assert.Equal((0.5, 1, false), (late.PointsFrom, late.GuardPullPenalty, late.Advantages));
    }

    [Fact]
    public void WhatIsWrongWithARuleSetIsSaidWhereItStands()
    {
        var wrong = Points with
        {
            Points = new Dictionary<string, int> { ["backflip"] = 2, ["mount"] = 99 },
            HoldSeconds = -1,
            PointsFrom = 2,
            Lengths = new Dictionary<BeltColour, double> { [BeltColour.Blue] = 0 },
            Barred = [new BarRule { Techniques = ["no-such-thing"] }],
            WeightClasses = new Dictionary<Sex, IReadOnlyDictionary<Attire, IReadOnlyList<double>>>
            {
                [Sex.Female] = new Dictionary<Attire, IReadOnlyList<double>> { [Attire.NoGi] = [60, 50] },
            },
        };

        Assert.Equal(
            [
                "/barred/0/techniques/0",
                "/holdSeconds",
                "/lengths/blue",
                "/points/backflip",
                "/points/mount",
                "/pointsFrom",
                "/weightClasses/female/no-gi",
            ],
            RuleSets.Check(wrong, GroundMap.Default).Select(f => f.Pointer).Order(StringComparer.Ordinal)
        );
    }

    [Fact]
    public void LeadsSayWhatWouldHaveTurnedThem()
    {
        // By hand: level until 1:00; 3 ahead until 2:00 (a pass levels, a mount takes); 3 ahead and an advantage behind until the
        // end, so that the pass now takes it.
        var score = Scorer.Score(
            new MatchTerms(Points, BeltColour.Blue, Start: new Spot("open-guard", Role.Top)),
            [
                Done(0, 60, Actor.Me, "torreando", "side-control", Role.Top),
                Done(1, 100, Actor.Them, "re-guard", "open-guard", Role.Top),
                new Move
                {
                    Index = 2,
                    Clock = 120,
                    Actor = Actor.Them,
                    Technique = "tripod-sweep",
                    Outcome = Outcome.Stopped,
                    Near = true,
                },
            ],
            GroundMap.Default
        );

        Assert.Equal([(0.0, 60.0), (60, 120), (120, 360)], score.Lead.Select(l => (l.From!.Value, l.To!.Value)));
        Assert.Equal([Ahead.Level, Ahead.Me, Ahead.Me], score.Lead.Select(l => l.Ahead));
        Assert.Equal([0, 3, 3], score.Lead.Select(l => l.By));
        string[] all = ["takedown", "sweep", "knee-on-belly", "guard-pass", "mount", "back-mount", "back-control"];
        Assert.Empty(score.Lead[0].Loses);
        Assert.Equal(all, score.Lead[0].Takes);
        Assert.Equal(all[3..], score.Lead[1].Loses);
        Assert.Equal(all[4..], score.Lead[1].Takes);
        Assert.Equal(all[3..], score.Lead[2].Loses);
        Assert.Equal(all[3..], score.Lead[2].Takes);
    }

    [Fact]
    public void WhatHadToBeAssumedIsAsked()
    {
        var score = Scorer.Score(
            new MatchTerms(Points),
            [
                Done(0, null, Actor.Me, "double-leg", "open-guard", Role.Top),
                Done(1, null, Actor.Them, "guard-pull", "closed-guard", Role.Top),
            ],
            GroundMap.Default
        );
        Assert.Contains(score.Asked, a => a is { Moment: 0, Hold: true });

        // Guard pulled while the other's takedown was on: a referee may see it otherwise.
        var pulled = Scorer.Score(
            new MatchTerms(Points),
            [
                new Move
                {
                    Index = 0,
                    Actor = Actor.Me,
                    Technique = "single-leg",
                    Outcome = Outcome.Stopped,
                },
                Done(1, null, Actor.Them, "guard-pull", "closed-guard", Role.Top),
            ],
            GroundMap.Default
        );
        Assert.Equal(default, pulled.Boards);
        Assert.Contains(pulled.Asked, a => a.Moment == 1 && a.What.Contains("referee", StringComparison.Ordinal));
    }

    [Fact]
    public void ATryBeforeABreakIsAnsweredByNothingAfterIt()
    {
        Move Shot() =>
            new()
            {
                Index = 0,
                Actor = Actor.Them,
                Technique = "double-leg",
                Outcome = Outcome.Stopped,
            };
        var behind = Done(2, 40, Actor.Me, "go-behind", "turtle", Role.Top) with
        {
            Held = Hold.For(5),
            From = new Spot("front-headlock", Role.Top),
        };

        Assert.Equal(0, Scorer.Score(new MatchTerms(Points), [Shot(), behind], GroundMap.Default).Boards.Me.Points);
        Assert.Equal(
            2,
            Scorer.Score(new MatchTerms(Points), [Shot(), new Restart { Index = 1 }, behind], GroundMap.Default).Boards.Me.Points
        );
    }

    [Fact]
    public void PulledGuardIsAskedAboutOnlyWhenATakedownWasOn()
    {
        var pull = Done(1, null, Actor.Me, "guard-pull", "closed-guard", Role.Bottom);
        IReadOnlyList<Asked> After(Move before) => Scorer.Score(new MatchTerms(Points), [before, pull], GroundMap.Default).Asked;

        Assert.Empty(After(Done(0, null, Actor.Them, "snap-down", "front-headlock", Role.Bottom)));
        Assert.Single(After(Done(0, null, Actor.Them, "single-leg", "single-leg-hold", Role.Bottom)));
    }

    [Fact]
    public void WhenPointsBeganToCountIsAskedOnceAMove()
    {
        var late = RuleSets.Named("late-points")!;
        var score = Scorer.Score(
            new MatchTerms(late, Length: 600),
            [Done(0, null, Actor.Me, "hip-throw", "mount", Role.Top) with { Held = Hold.Told(true) }],
            GroundMap.Default
        );
        Assert.Equal(6, score.Boards.Me.Points);
        Assert.Single(score.Asked);
    }

    private static Move Done(int index, double? clock, Actor actor, string technique, string to, Role role) =>
        new()
        {
            Index = index,
            Clock = clock,
            Actor = actor,
            Technique = technique,
            Outcome = Outcome.Done,
            To = new Spot(to, role),
        };
}
