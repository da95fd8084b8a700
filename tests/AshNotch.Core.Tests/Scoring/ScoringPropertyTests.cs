using AshNotch.Core.Ground;
using AshNotch.Core.Log;
using AshNotch.Core.Scoring;
using FsCheck;
using FsCheck.Fluent;
using FsCheck.Xunit;
using Outcome = AshNotch.Core.Log.Outcome;

namespace AshNotch.Core.Tests.Scoring;

/// <summary>What holds of the score of any match at all.</summary>
public sealed class ScoringPropertyTests
{
    private static readonly RuleSet Points = RuleSets.Named("points")!;

    /// <summary>A match of anything that the ground knows, told with or without spots, clocks and holds.</summary>
    public sealed record AnyMatch(IReadOnlyList<MatchEvent> Events, bool Clocked)
    {
        public MatchScore Score(RuleSet? rules = null) =>
            Scorer.Score(new MatchTerms(rules ?? Points, BeltColour.Brown, Attire.Gi), Events, GroundMap.Default);

        public override string ToString() => string.Join("\n", Events);
    }

    public static class Matches
    {
        public static Arbitrary<AnyMatch> Any() => Arb.From(Generated, Smaller);

        private static Gen<AnyMatch> Generated =>
            from clocked in Gen.Elements(true, false)
            from size in Gen.Choose(0, 25)
            from moves in Gen.ListOf(One, size)
            from gaps in Gen.ListOf(Gen.Choose(0, 20), size)
            select new AnyMatch(Placed(moves, gaps, clocked), clocked);

        private static Gen<MatchEvent> One =>
            Gen.Frequency(
                (12, AMove),
                (1, from actor in Gen.Elements(Actor.Me, Actor.Them) select (MatchEvent)new Penalty { Index = 0, Actor = actor })
            );

        private static Gen<MatchEvent> AMove =>
            from actor in Gen.Elements(Actor.Me, Actor.Them)
            from technique in Gen.Elements(GroundMap.Default.Techniques.Where(t => !t.Finishes()).ToArray())
            from outcome in Gen.Elements(Outcome.Done, Outcome.Done, Outcome.Stopped)
            from told in Gen.Elements(0, 1, 2)
            from anywhere in Gen.Elements(GroundMap.Default.Spots.ToArray())
            from to in Gen.Elements((technique.To.Count > 0 ? technique.To : GroundMap.Default.Spots).ToArray())
            from held in Gen.Elements<Hold?>(null, null, Hold.For(1), Hold.For(9), Hold.Told(false))
            from near in Gen.Elements(true, false)
            select (MatchEvent)
                new Move
                {
                    Index = 0,
                    Actor = actor,
                    Technique = technique.Id,
                    Outcome = outcome,
                    Near = near && outcome == Outcome.Stopped,
                    From = told == 2 ? anywhere : null,
                    To = told > 0 ? (actor == Actor.Me ? to : to.Mirror()) : null,
                    Held = held,
                };

        private static IReadOnlyList<MatchEvent> Placed(IEnumerable<MatchEvent> moves, IEnumerable<int> gaps, bool clocked)
        {
            var clock = 0.0;
            return [.. moves.Zip(gaps).Select((m, i) => m.First with { Index = i, Clock = clocked ? clock += m.Second : null })];
        }

        private static IEnumerable<AnyMatch> Smaller(AnyMatch match) =>
            match.Events.Select(
                (_, i) => match with { Events = [.. match.Events.Where((_, j) => j != i).Select((e, j) => e with { Index = j })] }
            );
    }

    [Property(Arbitrary = [typeof(Matches)], MaxTest = 2000)]
    public void PointsNeverFall(AnyMatch match)
    {
        var before = default(Boards);
        foreach (var line in match.Score().Line)
        {
            Assert.True(line.Points >= 0 && line.Advantages >= 0);
            Assert.True(line.Score.Me.Points >= before.Me.Points && line.Score.Them.Points >= before.Them.Points);
            before = line.Score;
        }
    }

    [Property(Arbitrary = [typeof(Matches)], MaxTest = 2000)]
    public void SeenByTheOtherTheScoreIsSwapped(AnyMatch match)
    {
        var mine = match.Score();
        var theirs = (match with { Events = [.. match.Events.Select(Swapped)] }).Score();

        Assert.Equal(new Boards(mine.Boards.Them, mine.Boards.Me), theirs.Boards);
        Assert.Equal(mine.Result.By, theirs.Result.By);
        Assert.Equal(mine.Result.Winner is { } winner ? Other(winner) : (Actor?)null, theirs.Result.Winner);
        Assert.Equal(mine.Line.Select(l => (Other(l.Actor), l.Event, l.Points)), theirs.Line.Select(l => (l.Actor, l.Event, l.Points)));
    }

    [Property(Arbitrary = [typeof(Matches)], MaxTest = 2000)]
    public void AMomentByNobodyChangesNothing(AnyMatch match, NonNegativeInt where)
    {
        var nobody = new Move
        {
            Index = 999,
            Actor = null,
            Technique = "knee-cut",
            Outcome = Outcome.Done,
            To = new Spot("mount", Role.Top),
        };
        Same(match, With(match, where.Get, nobody));
    }

    [Property(Arbitrary = [typeof(Matches)], MaxTest = 2000)]
    public void AStoppedTryThatWasNotNearChangesNothing(AnyMatch match, NonNegativeInt where)
    {
        // A stopped takedown may make what follows the answer to it, and that is meant: any other try is put anywhere.
        string[] tries = ["frame-and-hip-escape", "guillotine", "knee-cut", "scissor-sweep", "mount-step", "seat-belt"];
        var stopped = new Move
        {
            Index = 999,
            Actor = where.Get % 2 == 0 ? Actor.Them : Actor.Me,
            Technique = tries[where.Get % tries.Length],
            Outcome = Outcome.Stopped,
        };
        Same(match, With(match, where.Get / 2, stopped));
    }

    [Property(Arbitrary = [typeof(Matches)], MaxTest = 2000)]
    public void TheLastLineIsTheTotalAndTheLinesAddUp(AnyMatch match)
    {
        var score = match.Score();

        Assert.Equal(score.Boards, score.Line.Count > 0 ? score.Line[^1].Score : default);
        foreach (var actor in new[] { Actor.Me, Actor.Them })
        {
            Assert.Equal(score.Boards.Of(actor).Points, score.Line.Where(l => l.Actor == actor).Sum(l => l.Points));
            Assert.Equal(score.Boards.Of(actor).Advantages, score.Line.Where(l => l.Actor == actor).Sum(l => l.Advantages));
        }
    }

    [Property(Arbitrary = [typeof(Matches)], MaxTest = 2000)]
    public void WhatLosesTheLeadReallyDoesWhenItIsAdded(AnyMatch match)
    {
        // The last stretch against the result with the event's worth put on the board of the one behind.
        var score = match.Score();
        if (score.Result.By is DecidedBy.Disqualification || score.Lead[^1] is not { } last || last.Ahead == Ahead.Level)
            return;
        var behind = last.Ahead == Ahead.Me ? Actor.Them : Actor.Me;
        foreach (var (scored, worth) in Points.Points)
        {
            var (ahead, other) = (score.Boards.Of(Other(behind)), score.Boards.Of(behind));
            var points = other.Points + worth - ahead.Points;
            var order =
                points != 0 ? points
                : other.Advantages != ahead.Advantages ? other.Advantages - ahead.Advantages
                : ahead.Penalties - other.Penalties;
            Assert.Equal(order >= 0, last.Loses.Contains(scored));
            Assert.Equal(order > 0, last.Takes.Contains(scored));
        }

        var worths = last.Loses.Select(e => Points.Points[e]).ToList();
        Assert.Equal(worths.Order(), worths);
    }

    [Property(Arbitrary = [typeof(Matches)], MaxTest = 100)]
    public void UnderSubmissionOnlyNobodyScores(AnyMatch match) =>
        Assert.Equal(
            (0, 0, 0, 0),
            match.Score(RuleSets.Named("submission-only")!).Boards is var (me, them)
                ? (me.Points, me.Advantages, them.Points, them.Advantages)
                : default
        );

    private static Actor Other(Actor actor) => actor == Actor.Me ? Actor.Them : Actor.Me;

    private static MatchEvent Swapped(MatchEvent what) =>
        what switch
        {
            Move m => m with { Actor = m.Actor is { } a ? Other(a) : null, From = m.From?.Mirror(), To = m.To?.Mirror() },
            Penalty p => p with { Actor = Other(p.Actor) },
            _ => what,
        };

    private static AnyMatch With(AnyMatch match, int where, MatchEvent more)
    {
        var at = where % (match.Events.Count + 1);
        return match with { Events = [.. match.Events.Take(at), more, .. match.Events.Skip(at)] };
    }

    private static void Same(AnyMatch one, AnyMatch other)
    {
        var (a, b) = (one.Score(), other.Score());
        Assert.Equal(a.Boards, b.Boards);
        Assert.Equal(a.Result, b.Result);
        Assert.Equal(a.Line, b.Line);
    }
}
