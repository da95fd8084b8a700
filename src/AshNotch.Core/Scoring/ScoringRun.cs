using AshNotch.Core.Ground;
using AshNotch.Core.Log;

namespace AshNotch.Core.Scoring;

/// <summary>The state of one scoring: what stands on the boards, and what each of the two has scored in the control they have.</summary>
internal sealed class ScoringRun(RuleSet rules, double? length, IReadOnlyList<Step> steps, GroundMap ground)
{
    private readonly Holds holds = new(steps, rules.HoldSeconds, length, ground);

    /// <summary>For each step the clock of the next one that has one.</summary>
    private readonly double?[] nextClock = ClocksAfter(steps);
    private readonly Dictionary<Actor, HashSet<string>> scored = new() { [Actor.Me] = [], [Actor.Them] = [] };
    private readonly double opens = rules.PointsFrom > 0 && length is { } l ? rules.PointsFrom * l : 0;
    private Spot? settled;
    private double lastClock;
    private MatchResult? decided;
    private int? openAsked;

    /// <summary>Each one's last try since both stood free, and whether it was a takedown that was stopped.</summary>
    private readonly Dictionary<Actor, Step?> lastOnFeet = new() { [Actor.Me] = null, [Actor.Them] = null };

    public Boards Boards { get; private set; }

    public List<ScoreLine> Line { get; } = [];

    public List<Unscored> Unscored { get; } = [];

    public List<Asked> Asked { get; } = [];

    /// <summary>When it was decided before the bell; null when it was not, or nobody knows when.</summary>
    public double? EndsAt { get; private set; }

    /// <summary>Whether a step still counts: not after a tap, a disqualification or the bell.</summary>
    public bool Goes(int at)
    {
        var step = steps[at];
        if (decided is not null)
        {
            if (step.Event is Move or Penalty)
                Asked.Add(new Asked(step.Event.Index, "The match was over before this; it is not counted. Is the order right?"));
            return false;
        }

        if (length is { } bell && step.Clock > bell)
        {
            Asked.Add(new Asked(step.Event.Index, "This is after the bell; neither it nor what follows is counted. Is the length right?"));
            return false;
        }

        return true;
    }

    /// <summary>Takes one step into the score.</summary>
    public void Take(int at)
    {
        var step = steps[at];
        lastClock = step.Clock ?? lastClock;
        if (step.From is { } before && !ScoringEvents.Unsettled(before) && (step.Done || step.Event is Move { From: not null }))
            settled = before;
        if (step.Event is Penalty penalty)
            Punish(step, penalty.Actor);
        else if (step.Taps && step.Actor is { } winner)
            End(step, winner, DecidedBy.Submission, Tapped(step, winner));
        else if (step.Actor is { } actor && step.Technique is { } technique)
        {
            if (step.Done)
                Succeed(at, step, actor);
            else
                Fail(at, step, actor, technique);
        }

        Remember(step);
    }

    /// <summary>The result, from what stands on the boards when nothing ended the match before.</summary>
    public MatchResult Result()
    {
        if (decided is not null)
            return decided;
        if (Scorer.Better(Boards, rules.TieBreak) is var (winner, by))
        {
            var (mine, theirs) = (Boards.Of(winner), Boards.Of(Other(winner)));
            var (kind, why) = by switch
            {
                TieBreak.Points => (DecidedBy.Points, $"{mine.Points} to {theirs.Points} on points."),
                TieBreak.Advantages => (
                    DecidedBy.Advantages,
                    $"Level on points at {mine.Points}; {mine.Advantages} to {theirs.Advantages} on advantages."
                ),
                _ => (DecidedBy.Penalties, $"Level but for penalties: {mine.Penalties} against {theirs.Penalties}."),
            };
            return new MatchResult(winner, kind, why);
        }

        return rules.TieBreak.Contains(TieBreak.Decision)
            ? new MatchResult(null, DecidedBy.Decision, "Level in everything that is counted: the referee decides. Who was given it?")
            : new MatchResult(
                null,
                DecidedBy.Draw,
                rules.Kind == RuleSetKind.SubmissionOnly ? "Nobody tapped." : "Level in everything that is counted."
            );
    }

    private static Actor Other(Actor actor) => actor == Actor.Me ? Actor.Them : Actor.Me;

    private static string Who(Actor actor) => actor == Actor.Me ? "You" : "They";

    private static string Tapped(Step step, Actor winner) =>
        $"{Who(winner)} got the tap{(step.Technique is { } t ? $": {t.Name.ToLowerInvariant()}" : "")}.";

    private void End(Step step, Actor winner, DecidedBy by, string why)
    {
        decided = new MatchResult(winner, by, why);
        EndsAt = step.Clock;
    }

    /// <summary>Whether points count by then; asks when nobody can know.</summary>
    private bool Open(int at, Step step)
    {
        if (rules.PointsFrom <= 0)
            return true;
        if (opens <= 0)
            return Assume("Points count only from some part of the match on, and its length is not known; it is counted.");

        if (step.Clock is { } clock)
            return clock >= opens;
        if (lastClock >= opens)
            return true;
        return !(nextClock[at] < opens) && Assume($"Points count from {Clock(opens)} on, and when this was is not told; it is counted.");

        // Asked once, however much a move brings.
        bool Assume(string what)
        {
            if (openAsked != at)
                Asked.Add(new Asked(step.Event.Index, what));
            openAsked = at;
            return true;
        }
    }

    private static double?[] ClocksAfter(IReadOnlyList<Step> steps)
    {
        var clocks = new double?[steps.Count];
        for (var i = steps.Count - 2; i >= 0; i--)
            clocks[i] = steps[i + 1].Clock ?? clocks[i + 1];
        return clocks;
    }

    private void Succeed(int at, Step step, Actor actor)
    {
        if (step.Assumed is { } assumed)
            Asked.Add(new Asked(step.Event.Index, assumed));
        if (step.Kind == TechniqueKind.Pull)
        {
            Pull(at, step, actor);
            return;
        }

        var (way, landing) = ScoringEvents.Of(step, Step.SeenBy(actor, settled), ground);
        if (way == ScoringEvents.Takedown && Answers(step, actor))
            Unscored.Add(
                new Unscored(
                    step.Event.Index,
                    way,
                    $"{Who(actor)} answered {(actor == Actor.Me ? "their" : "your")} own takedown: no points for that, only for what "
                        + "follows."
                )
            );
        else if (way is not null)
            Event(at, step, actor, Named(way, step));
        else
            Explain(step, actor);
        if (landing is { } place && !InPlace(step, place))
        {
            if (scored[actor].Contains(place))
                Unscored.Add(new Unscored(step.Event.Index, place, "Scored before in the same control: taken again it brings nothing."));
            else if (Event(at, step, actor, place))
                scored[actor].Add(place);
        }
    }

    /// <summary>Takedowns and sweeps that land past the guard have a name of their own in some rule sets.</summary>
    private string Named(string way, Step step)
    {
        var past = way switch
        {
            ScoringEvents.Takedown => ScoringEvents.TakedownPast,
            ScoringEvents.Sweep => ScoringEvents.SweepPast,
            _ => null,
        };
        return past is not null && rules.Worth(past) > 0 && step.DoerTo is { } to && ScoringEvents.Past(to, ground) ? past : way;
    }

    /// <summary>Whether the doer was in such a place already: from mount to a higher mount is no new mount.</summary>
    private bool InPlace(Step step, string place) => step.DoerFrom is { } from && ScoringEvents.Landing(from, ground) == place;

    private void Explain(Step step, Actor actor)
    {
        if (step is not { DoerFrom: { } from, DoerTo: { } to, Changes: true })
            return;
        if (from.Role == Role.Bottom && ScoringEvents.Grounded(to, ground))
            Unscored.Add(
                ground.IsGuard(from)
                    ? new Unscored(step.Event.Index, ScoringEvents.Sweep, "The back out of a guard is the back and no sweep.")
                    : new Unscored(
                        step.Event.Index,
                        ScoringEvents.Sweep,
                        $"{Who(actor)} turned it round from {MatchWalk.Name(step.From!.Value, ground)}: not out of a guard, so no sweep."
                    )
            );
        else if (
            ground.Position(to.Position)?.Scores == PositionScore.BackNoPoints
            && to.Role == Role.Top
            && !InPlace(step, ScoringEvents.BackControl)
        )
            Unscored.Add(
                new Unscored(
                    step.Event.Index,
                    ScoringEvents.BackControl,
                    "A body triangle alone is no two hooks: no points for the back yet."
                )
            );
    }

    private void Pull(int at, Step step, Actor actor)
    {
        if (TakedownOn(Other(actor)))
            Asked.Add(
                new Asked(
                    step.Event.Index,
                    "Guard was pulled while a takedown was on: counted for nobody; a referee may give the takedown."
                )
            );
        if (rules.GuardPullPenalty > 0 && Open(at, step))
            Write(step, actor, ScoringEvents.GuardPull, -rules.GuardPullPenalty, 0, "Pulling guard costs points here.");
        else
            Unscored.Add(new Unscored(step.Event.Index, ScoringEvents.Takedown, "Pulling guard scores for nobody."));
    }

    /// <summary>
    /// Whether getting on top only answers the other's takedown: their last try since both stood free was a takedown that was
    /// stopped or got no further than a leg, and this is no takedown of one's own, but what stopped it or came out of it.
    /// </summary>
    private bool Answers(Step step, Actor actor) =>
        TakedownOn(Other(actor)) && (step.Kind != TechniqueKind.Takedown || step.From is { } from && !ScoringEvents.Free(from, ground));

    /// <summary>Whether somebody's last try since both stood free was a takedown that was stopped, or got no further than a leg.</summary>
    private bool TakedownOn(Actor actor) =>
        lastOnFeet[actor] is { Kind: TechniqueKind.Takedown } tried
        && (!tried.Done || (tried.To is { } held && ScoringEvents.HangsOnALeg(held)));

    /// <summary>One event: points when it is kept, an advantage when it is not. False when it was not kept.</summary>
    private bool Event(int at, Step step, Actor actor, string name)
    {
        if (rules.Worth(name) <= 0 || !Open(at, step))
        {
            if (rules.Worth(name) > 0)
                Unscored.Add(new Unscored(step.Event.Index, name, $"Points count from {Clock(opens)} on."));
            return true;
        }

        var hold = holds.Of(at, name);
        if (hold.Kept)
        {
            Write(step, actor, name, rules.Worth(name), 0, $"{Reason(name, step)}; {hold.Why}.");
            if (hold.Assumed)
                Asked.Add(
                    new Asked(
                        step.Event.Index,
                        $"How long it was kept is not told; it counts as kept {rules.HoldSeconds:0.#} s.",
                        Hold: true
                    )
                );
            return true;
        }

        if (rules.Advantages)
            Write(step, actor, name, 0, 1, $"{Reason(name, step)}, but {hold.Why}: an advantage.");
        else
            Unscored.Add(new Unscored(step.Event.Index, name, $"{Reason(name, step)}, but {hold.Why}."));
        return false;
    }

    private string Reason(string name, Step step)
    {
        var technique = step.Technique!.Name;
        var from = step.From is { } f ? MatchWalk.Place(f, ground) : "";
        return name switch
        {
            ScoringEvents.Takedown or ScoringEvents.TakedownPast => $"{technique}: from the feet to on top",
            ScoringEvents.Sweep or ScoringEvents.SweepPast => $"{technique}: from below in {from} to on top",
            ScoringEvents.GuardPass => $"{technique}: past {from}",
            _ => $"{technique}: reached {(step.To is { } to ? MatchWalk.Place(to, ground) : name)}",
        };
    }

    private void Fail(int at, Step step, Actor actor, Technique technique)
    {
        if (step.Event is not Move { Near: true })
            return;
        var aim = ScoringEvents.Aim(technique, step.DoerFrom, ground);
        if (aim is null)
            Unscored.Add(
                new Unscored(
                    step.Event.Index,
                    technique.Id,
                    "A move of this kind scores nothing, so a near miss of it brings no advantage."
                )
            );
        else if (rules.Advantages && Open(at, step))
            Write(step, actor, "near-" + aim, 0, 1, $"{technique.Name} all but came off: an advantage.");
        else
            Unscored.Add(new Unscored(step.Event.Index, aim, "Near misses bring nothing under these rules."));
    }

    private void Punish(Step step, Actor actor)
    {
        var nth = Boards.Of(actor).Penalties;
        if (rules.Penalties.Count == 0)
        {
            Unscored.Add(new Unscored(step.Event.Index, ScoringEvents.PenaltyEvent, "These rules know no penalties."));
            return;
        }

        var brings = rules.Penalties[Math.Min(nth, rules.Penalties.Count - 1)];
        var ordinal = $"Penalty {nth + 1}";
        Boards = Boards.Add(actor, penalties: 1);
        Write(step, actor, ScoringEvents.PenaltyEvent, 0, 0, brings.Loses ? $"{ordinal}: it loses the match." : $"{ordinal} is marked.");
        if (brings is { Points: > 0 } or { Advantages: > 0 })
            Write(
                step,
                Other(actor),
                ScoringEvents.PenaltyEvent,
                brings.Points,
                brings.Advantages,
                $"{ordinal} of {(actor == Actor.Me ? "yours" : "theirs")} brings it to the other."
            );
        if (brings.Loses)
            End(step, Other(actor), DecidedBy.Disqualification, $"{Who(actor)} got {nth + 1} penalties.");
    }

    private void Write(Step step, Actor actor, string name, int points, int advantages, string why)
    {
        Boards = Boards.Add(actor, points, advantages);
        Line.Add(
            new ScoreLine
            {
                Moment = step.Event.Index,
                Clock = step.Clock,
                Actor = actor,
                Event = name,
                Points = points,
                Advantages = advantages,
                Why = why,
                Score = Boards,
            }
        );
    }

    /// <summary>What a step means for those after it: whose tries on the feet these were, and whose control is over.</summary>
    private void Remember(Step step)
    {
        if (
            step.Event is Restart
            || step.Done
                && step.To is { } now
                && ScoringEvents.Free(now, ground)
                && !(step.From is { } was && ScoringEvents.OnFeet(was, ground))
        )
            lastOnFeet[Actor.Me] = lastOnFeet[Actor.Them] = null;
        // Other tries that were stopped leave it as it was: they changed nothing.
        if (
            step.Actor is { } doer
            && step.From is { } from
            && ScoringEvents.OnFeet(from, ground)
            && (step.Done || step.Kind == TechniqueKind.Takedown)
        )
            lastOnFeet[doer] = step;
        if (!step.Changes)
            return;
        foreach (var actor in new[] { Actor.Me, Actor.Them })
            if (step.Event is Restart ? step.To != step.From : ControlEnds(step, actor))
                scored[actor].Clear();
    }

    /// <summary>
    /// Whether somebody's control is over: the other has recovered a guard, has got up or on top, or has turtled out of a pin.
    /// Giving a position up of one's own will ends nothing, but for letting the other up.
    /// </summary>
    private bool ControlEnds(Step step, Actor actor)
    {
        if (Step.SeenBy(actor, step.To) is not { } to)
            return step.Actor == Other(actor);
        if (to.Role == Role.Bottom || ScoringEvents.Free(to, ground))
            return true;
        if (step.Actor != Other(actor))
            return false;
        return ground.IsGuard(to)
            || ground.Position(to.Position)?.Family is Family.LegTangle
            || (
                ground.Position(to.Position)?.Family == Family.Turtle
                && Step.SeenBy(actor, step.From) is { } from
                && ground.Position(from.Position)?.Family is Family.Pin or Family.Mount
            );
    }

    private static string Clock(double seconds) => FormattableString.Invariant($"{(int)seconds / 60}:{(int)seconds % 60:00}");
}
