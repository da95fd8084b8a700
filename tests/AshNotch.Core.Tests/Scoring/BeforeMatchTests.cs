using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Log;
using AshNotch.Core.Scoring;
using AshNotch.Demo;

namespace AshNotch.Core.Tests.Scoring;

/// <summary>What is to be known before a match, on the demo log and on contests counted by hand.</summary>
public sealed class BeforeMatchTests
{
    private static readonly GroundMap Ground = GroundMap.Default;
    private static readonly RuleSet Points = RuleSets.Named("points")!;
    private static readonly Lazy<(ReadingList Readings, Judgement Judgement)> Demo = new(() =>
    {
        var log = Season.Make(Season.Pictured);
        var ground = Ground.With(log.Vocabulary);
        var readings = new ReadingList([.. RollReading.Of(log, ground)]);
        return (readings, Judgement.Of(ground, LogCounts.Of(readings, ground.Usual), Standpoint.Owner(log.Athlete, Objective.Points)));
    });

    [Fact]
    public void ThreeRoadsThatPayEachWithAFirstMoveThatIsAllowed()
    {
        var (readings, judgement) = Demo.Value;
        var terms = new MatchTerms(Points, BeltColour.Blue, Attire.Gi);
        var before = BeforeMatch.Of(terms, readings, judgement, "anneke", Ground);

        Assert.Equal(3, before.Roads.Count);
        Assert.Equal(3, before.Roads.Select(r => r.Spot).Distinct().Count());
        Assert.Contains(before.Roads, r => r.Earns && judgement.Heartwood[0].Spot == r.Spot);
        Assert.All(before.Roads, r => Assert.Null(Bars.Why(Points, Ground.Technique(r.Move!.Technique)!, BeltColour.Blue, Attire.Gi)));

        // Anneke is the leg locker: her heel hooks are barred for blue belts in the gi.
        Assert.Contains(before.BarredTheirs, b => b.Technique.Contains("heel-hook", StringComparison.Ordinal));
        var free = BeforeMatch.Of(terms with { Rules = RuleSets.Named("submission-only")! }, readings, judgement, "anneke", Ground);
        Assert.Empty(free.BarredTheirs);
        Assert.Empty(free.LastMinutes);
    }

    [Fact]
    public void WithAMinuteToGoWhatIsNamedReallyTurnsIt()
    {
        var (readings, judgement) = Demo.Value;
        var minutes = BeforeMatch.Of(new MatchTerms(Points, BeltColour.Blue, Attire.Gi), readings, judgement, null, Ground).LastMinutes;

        Assert.Equal([Ahead.Me, Ahead.Level, Ahead.Them, Ahead.Them, Ahead.Them], minutes.Select(m => m.State));
        Assert.Equal([2, 0, 2, 3, 4], minutes.Select(m => m.By));
        Assert.All(minutes.Where(m => m.State == Ahead.Them), m => Assert.All(m.Mine, e => Assert.True(Points.Worth(e.Event) >= m.By)));
        Assert.NotEmpty(minutes[1].Mine);
    }

    [Fact]
    public void EventsOfTrainingAreCountedAsARefereeWouldNameThem()
    {
        Spot half = new("half-guard", Role.Top),
            side = new("side-control", Role.Top),
            below = new("half-guard", Role.Bottom);
        Contest[] contests =
        [
            Contest(half, ContestEnd.Won, Actor.Me, "knee-cut", side),
            Contest(half, ContestEnd.Held, Actor.Me, "knee-cut", null),
            Contest(half, ContestEnd.Won, Actor.Me, "mount-step", new Spot("mount", Role.Top)),
            Contest(side, ContestEnd.Won, Actor.Me, "mount-step", new Spot("mount", Role.Top)),
            Contest(below, ContestEnd.Lost, Actor.Them, "knee-cut", new Spot("side-control", Role.Bottom)),
            Contest(below, ContestEnd.Held, Actor.Me, "frame-and-hip-escape", null),
        ];

        Assert.Equal(
            [("guard-pass", 2, 3), ("mount", 2, 2)],
            OwnEvents.Of(contests, Actor.Me, Ground).Select(t => (t.Event, t.Done, t.Tried))
        );
        Assert.Equal([("guard-pass", 1, 1)], OwnEvents.Of(contests, Actor.Them, Ground).Select(t => (t.Event, t.Done, t.Tried)));
    }

    private static Contest Contest(Spot spot, ContestEnd end, Actor actor, string technique, Spot? next) =>
        new()
        {
            Spot = spot,
            End = end,
            Actor = actor,
            Technique = technique,
            Next = next,
            Place = new MomentPlace("s", "r", 0, 0),
        };
}
