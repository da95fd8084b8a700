using AshNotch.Core.Ground;
using AshNotch.Core.Log;

namespace AshNotch.Core.Telling;

/// <summary>How a story may go on with a match: every reading of it that makes some sense.</summary>
internal sealed class Continuations(GroundMap ground, Fits fits, IReadOnlyList<Token> tokens)
{
    private static readonly Actor[] Both = [Actor.Me, Actor.Them];
    private static readonly Outcome[] Either = [Outcome.Done, Outcome.Stopped];

    /// <summary>Adds the stories that read the match.</summary>
    public void Of(Story story, Evidence evidence, Beam into)
    {
        switch (evidence.Hit.Meaning.Kind)
        {
            case MeaningKind.Technique:
                var technique = ground.Technique(evidence.Hit.Meaning.Id)!;
                Moments(story, evidence, technique, evidence.Hit.Place, evidence.Gain + Shared(evidence, technique), into);
                Restate(story, evidence, technique, into);
                break;
            case MeaningKind.Position:
                Place(story, evidence, into);
                Arrive(story, evidence, into);
                break;
            default:
                Event(story, evidence, into);
                break;
        }
    }

    private static double LogOdds(double odds, bool yes) => -Math.Log(1 + Math.Exp(yes ? -odds : odds));

    // A name that is a place as well ("knee on belly") has to be told as something done.
    private double Shared(Evidence evidence, Technique technique) =>
        evidence.Hit.Words <= 3 && evidence.Hit.Gaps.Count == 0 && Arrivals.PlaceOf(technique.Id) is not null && !Verbal(evidence.Hit)
            ? evidence.Arrives - 0.4
            : 0;

    private bool Verbal(Hit hit)
    {
        var word = tokens[hit.From].Text;
        return word.EndsWith("ed", StringComparison.Ordinal)
            || word.EndsWith("es", StringComparison.Ordinal)
            || word is "took" or "take" or "got" or "get" or "climb" or "go" or "went" or "walk" or "step" or "slid";
    }

    private void Moments(Story story, Evidence evidence, Technique technique, string? place, double gain, Beam into)
    {
        if (technique.Undoes() && Unsettled(story, evidence) is { } undone)
            story = undone;
        var told = technique;
        foreach (var actor in Both)
        {
            technique = fits.Named(told, actor, story.Spot);
            var who =
                evidence.Me
                + (
                    story.Moment is { } last
                        ? (last.Actor == Actor.Me ? 1 : -1) * Weights.SameActor * (last.Outcome == Outcome.Done ? 1 : 0.6)
                        : 0
                );
            var fit = fits.Of(technique, actor, story.Spot, story.Moment);
            var other = fits.Of(technique, Other(actor), story.Spot, story.Moment).Score;
            var score =
                story.Score + gain + (1.1 * LogOdds(who, actor == Actor.Me)) + fit.Score + (story.Ended ? Weights.RestartUntold : 0);
            if (story.Pending is not null)
                score -= Weights.NoTapFollows;
            if (place is not null || Arrivals.PlaceOf(technique.Id) is not null)
                score -= AlreadyThere(story, evidence, actor, place ?? Arrivals.PlaceOf(technique.Id)!);
            foreach (var outcome in Either)
            {
                var total = score + LogOdds(evidence.Done, outcome == Outcome.Done);
                var step = new Step(story.Last, StepKind.Moment, evidence)
                {
                    Actor = actor,
                    Technique = technique,
                    Outcome = outcome,
                    From = fit.From ?? story.Spot,
                    FromImplied = fit.From is not null && fit.From != story.Spot && fit.Only,
                    Clear = Math.Min(Math.Abs(who) + Math.Abs(fit.Score - other), Math.Abs(evidence.Done) + 1),
                    Source = SourceOf(evidence.Hit),
                };
                if (outcome == Outcome.Stopped)
                    into.Add(After(story, step with { To = step.From }, total));
                else if (technique.Finishes())
                    into.Add(Finish(story, step, total));
                else
                    Done(story, step, technique, actor, place, total, into);
            }
        }
    }

    // "He passed, but I had my knee back in before he settled": the pass did not come off.
    private Story? Unsettled(Story story, Evidence evidence)
    {
        if (
            story.Last
                is not {
                    Kind: StepKind.Moment,
                    Outcome: Outcome.Done,
                    Technique.Kind: TechniqueKind.Pass or TechniqueKind.Sweep or TechniqueKind.Advance or TechniqueKind.Takedown
                } last
            || !Near(last, evidence, 12)
        )
            return null;
        for (var at = last.Evidence!.Hit.To; at < Math.Min(tokens.Count, evidence.Hit.To + 9); at++)
        {
            var unsettled = tokens[at].Stem is "settl" or "count" or "stabiliz" or "consolidat";
            if (!unsettled)
                continue;
            for (var before = Math.Max(0, at - 3); before < at; before++)
            {
                if (
                    tokens[before].Text is "before" or "never" or "not" or "without"
                    || tokens[before].Text.EndsWith("n't", StringComparison.Ordinal)
                )
                {
                    var stopped = last with { Outcome = Outcome.Stopped, To = last.From, ToGuessed = false };
                    return story with { Last = stopped, Moment = stopped, Spot = last.From };
                }
            }
        }

        return null;
    }

    // "Passed to north-south": the place is where the pass led, not another step.
    private double AlreadyThere(Story story, Evidence evidence, Actor actor, string place)
    {
        if (
            story.Last is not { Kind: StepKind.Moment, Outcome: Outcome.Done, Technique: { } technique } last
            || last.Actor != actor
            || !Near(last, evidence, 9)
            || GoesOn(last.Evidence!.Hit.To, evidence.Hit.From)
        )
            return 0;
        return technique.Kind is TechniqueKind.Pull or TechniqueKind.Entry || technique.To.Any(t => t.Position == place) ? 4 : 0;
    }

    private bool GoesOn(int from, int to)
    {
        for (var at = from; at < to; at++)
        {
            if (Words.SubjectMe.Contains(tokens[at].Text) || Words.SubjectThem.Contains(tokens[at].Text) || tokens[at].Text == "then")
                return true;
        }

        return false;
    }

    private static Actor Other(Actor actor) => actor == Actor.Me ? Actor.Them : Actor.Me;

    private static Story Finish(Story story, Step step, double score)
    {
        if (
            story.Ended
            && story.Last is { Kind: StepKind.End, End: EndKind.Tap } end
            && end.Actor == step.Actor
            && end.Evidence!.Hit.Meaning.Kind == MeaningKind.Event
            && Near(end, step.Evidence!, 7)
        )
        {
            var swapped = step with { Last = end.Last, From = end.From ?? step.From };
            var tap = end with { Last = swapped };
            return new Story(tap, null, score + Weights.TapFollows - Weights.RestartUntold) { Moment = swapped, Ended = true };
        }

        if (step.Evidence!.Done < 2)
            return After(story, step, score) with { Pending = step.Actor, Spot = null };
        var implied = new Step(step, StepKind.End, step.Evidence)
        {
            Actor = step.Actor,
            End = EndKind.Tap,
            From = step.From,
            Source = step.Source,
        };
        return new Story(implied, null, score) { Moment = step, Ended = true };
    }

    private void Done(Story story, Step step, Technique technique, Actor actor, string? place, double score, Beam into)
    {
        var destinations = fits.Destinations(technique, actor, step.From);
        if (place is not null)
        {
            destinations = destinations.Where(d => d.Position == place).ToList() is { Count: > 0 } named
                ? named
                : [SpotRoles.Of(ground, place, actor == Actor.Me)];
        }

        if (destinations.Count == 0)
        {
            into.Add(After(story, step with { To = technique.Kind == TechniqueKind.Defence ? step.From : null }, score));
            return;
        }

        for (var order = 0; order < destinations.Count && order < 4; order++)
        {
            into.Add(
                After(
                    story,
                    step with
                    {
                        To = destinations[order],
                        ToGuessed = destinations.Count > 1 && place is null,
                    },
                    score - (Weights.LessUsual * order)
                )
            );
        }

        if (destinations.Count > 1)
            into.Add(After(story, step with { To = null }, score - 0.6));
    }

    private static Story After(Story story, Step step, double score) => new(step, step.To, score) { Moment = step };

    private Span SourceOf(Hit hit) => new(tokens[hit.From].Source.Start, tokens[hit.To - 1].Source.End - tokens[hit.From].Source.Start);

    private static bool Near(Step step, Evidence evidence, int words) =>
        step.Evidence is { } before && evidence.Hit.From - before.Hit.To <= words;

    // "Seat belt and got the back": one thing in two names.
    private void Restate(Story story, Evidence evidence, Technique technique, Beam into)
    {
        if (story.Moment is not { Technique: { } last } moment || evidence.Hit.From - moment.Evidence!.Hit.To > 12 || story.Ended)
            return;
        var who = LogOdds(evidence.Me, moment.Actor == Actor.Me);
        if (
            Restating.SaysAgain(last, technique)
            && (moment.Outcome == Outcome.Done || technique.Id == last.Id || (last.Finishes() && Near(moment, evidence, 8)))
        )
        {
            into.Add(story with { Score = story.Score + evidence.Gain + (1.1 * who) + Again(technique, last, moment, evidence) });
            if (technique.Id == last.Id && evidence.Done < -0.8 && moment.Outcome == Outcome.Done && ReferenceEquals(story.Last, moment))
            {
                var undone = moment with { Outcome = Outcome.Stopped, To = moment.From, ToGuessed = false };
                into.Add(
                    story with
                    {
                        Last = undone,
                        Moment = undone,
                        Spot = moment.From,
                        Pending = null,
                        Score = story.Score + evidence.Gain + (1.1 * who) + 2.5,
                    }
                );
            }
        }
        else if (
            Restating.SaysAgain(last, technique)
            && Near(moment, evidence, 8)
            && ReferenceEquals(story.Last, moment)
            && !last.Finishes()
        )
        {
            // "Shot the single and took me down": the try came off after all.
            var inner = new Beam();
            var before = new Story(moment.Last, moment.From, story.Score + evidence.Gain + who);
            Done(
                before,
                moment with
                {
                    Outcome = Outcome.Done,
                },
                last,
                moment.Actor,
                null,
                before.Score + LogOdds(evidence.Done, true),
                inner
            );
            into.AddRange(inner);
        }
        else if (Restating.SaysAgain(technique, last) && Refines(moment, evidence) && ReferenceEquals(story.Last, moment))
        {
            var inner = new Beam();
            var before = new Story(moment.Last, moment.From, story.Score + 0.4);
            Moments(
                before with
                {
                    Moment = null,
                },
                evidence with
                {
                    Me = moment.Actor == Actor.Me ? 3 : -3,
                    Done = moment.Outcome == Outcome.Done ? 3 : -3,
                },
                technique,
                null,
                evidence.Gain,
                inner
            );
            into.AddRange(inner.Where(s => s.Moment!.Actor == moment.Actor && s.Moment.Outcome == moment.Outcome));
        }
    }

    private static double Again(Technique technique, Technique last, Step moment, Evidence evidence) =>
        (technique.Id == last.Id ? 1.2 : 0.9) + (evidence.Hit.From - moment.Evidence!.Hit.To <= 6 ? 0.5 : 0);

    private bool Refines(Step moment, Evidence evidence)
    {
        if (
            evidence.Hit.From - moment.Evidence!.Hit.To <= 1
            && evidence.Hit.From >= moment.Evidence.Hit.To
            && tokens[evidence.Hit.From].Before == Break.None
        )
            return true;
        if (evidence.Hit.From - moment.Evidence.Hit.To > 8)
            return false;
        for (var at = moment.Evidence.Hit.To; at < evidence.Hit.From; at++)
        {
            if (
                tokens[at].Text
                is "with"
                    or "by"
                    or "via"
                    or "using"
                    or "through"
                    or "off"
                    or "from"
                    or "like"
                    or "kind"
                    or "of"
                    or "going"
                    or "doing"
                    or "a"
                    or "called"
            )
                return true;
        }

        return false;
    }

    private void Place(Story story, Evidence evidence, Beam into)
    {
        var id = evidence.Hit.Meaning.Id;
        var even = ground.Position(id)?.Roles.Contains(Role.Even) == true;
        var origin =
            story.Moment is not null
            && ReferenceEquals(story.Last, story.Moment)
            && Near(story.Moment, evidence, 5)
            && AfterFrom(evidence.Hit);
        foreach (var ownerHolds in even ? [true] : new[] { true, false })
        {
            var spot = SpotRoles.Of(ground, id, ownerHolds);
            var score =
                story.Score + evidence.Gain + (even ? -0.25 : 1.1 * LogOdds(evidence.Holder, ownerHolds)) + fits.Follows(story, spot);
            if (story.Pending is not null)
                score -= Weights.NoTapFollows;
            if (story.Ended)
                score += Weights.RestartUntold;
            var step = new Step(story.Last, StepKind.Place, evidence)
            {
                From = story.Spot,
                To = spot,
                Source = SourceOf(evidence.Hit),
            };
            if (origin)
                From(story, step, spot, story.Score + evidence.Gain + (even ? -0.25 : 1.1 * LogOdds(evidence.Holder, ownerHolds)), into);
            into.Add(story with { Last = step, Spot = spot, Score = score, Pending = null, Ended = false });
        }
    }

    // "Swept him from half guard": the place is where the moment before it began.
    private void From(Story story, Step place, Spot spot, double score, Beam into)
    {
        var moment = story.Moment!;
        var technique = fits.Named(ground.Technique(moment.Evidence!.Hit.Meaning.Id) ?? moment.Technique!, moment.Actor, spot);
        var known = fits.Of(moment.Technique!, moment.Actor, moment.From, null).Score;
        var better = fits.Of(technique, moment.Actor, spot, null).Score - known;
        var before = place with { Last = moment.Last, From = moment.From };
        var again = moment with
        {
            Last = before,
            Technique = technique,
            From = spot,
            FromImplied = false,
            To = moment.Outcome == Outcome.Stopped ? spot : moment.To,
        };
        var whole =
            score
            + better
            + Weights.SpotFollows
            + (moment.From is { } old ? fits.Follows(story with { Last = moment.Last, Moment = null, Spot = old }, spot) : 0);
        if (moment.Outcome == Outcome.Done && !technique.Finishes())
            Done(story, again, technique, moment.Actor, null, whole, into);
        else
            into.Add(story with { Last = again, Moment = again, Spot = again.To, Score = whole });
    }

    private bool AfterFrom(Hit hit)
    {
        var at = hit.From - 1;
        for (var small = 0; small < 3 && at >= 0 && Words.Small.Contains(tokens[at].Text); small++)
            at--;
        return at >= 0 && tokens[at].Text is "from" or "off" && tokens[at + 1].Before == Break.None;
    }

    private void Arrive(Story story, Evidence evidence, Beam into)
    {
        var place = evidence.Hit.Meaning.Id;
        foreach (var id in Arrivals.At(place))
        {
            if (
                ground.Technique(id) is not { } technique
                || (Arrivals.NeedsWord(id) && evidence.Arrives < 1)
                || (evidence.Arrives < 0)
                || (Arrivals.NeedsWord(id) && Math.Abs(evidence.Holder) > 2)
            )
                continue;
            var inner = new Beam();
            var me = evidence.Holder;
            Moments(
                story,
                evidence with
                {
                    Me = (0.6 * me) + evidence.Me,
                    Done = 2.5,
                },
                technique,
                place,
                evidence.Gain + evidence.Arrives - (Arrivals.NeedsWord(id) ? 1.2 : 0.5),
                inner
            );
            into.AddRange(
                inner.Where(s =>
                    s.Moment!.Outcome == Outcome.Done && s.Moment.From is { } from && fits.Start(technique, s.Moment.Actor, from) > 0.3
                )
            );
        }
    }

    private void Event(Story story, Evidence evidence, Beam into)
    {
        switch (evidence.Hit.Meaning.Id)
        {
            case "tap":
                foreach (var winner in Both)
                    Tap(story, evidence, winner, 0.3, into);
                break;
            case "finish":
                foreach (var winner in Both)
                {
                    if (
                        story.Pending == winner
                        || (
                            story.Moment is { Technique: { } last } moment
                            && last.Finishes()
                            && moment.Actor == winner
                            && moment.Outcome == Outcome.Done
                        )
                    )
                        Tap(story, evidence, winner, -0.3, into);
                }

                break;
            case "reset":
                into.Add(End(story, evidence, EndKind.Reset));
                break;
            case "time":
                into.Add(End(story, evidence, EndKind.Time));
                break;
            case "repeat":
                Repeat(story, evidence, into);
                break;
            case "correct":
                Retract(story, evidence, into);
                break;
            case "before":
                into.Add(new Story(new Step(story.Last, StepKind.Earlier, evidence), null, story.Score + evidence.Gain));
                break;
            case "next-roll":
                into.Add(
                    new Story(
                        new Step(story.Last, StepKind.NextRoll, evidence) { Source = SourceOf(evidence.Hit) },
                        null,
                        story.Score + evidence.Gain + (story.Pending is null ? 0 : -1)
                    )
                );
                break;
        }
    }

    private void Tap(Story story, Evidence evidence, Actor winner, double bonus, Beam into)
    {
        var score = story.Score + evidence.Gain + bonus + LogOdds(evidence.Me, winner == Actor.Me);
        if (story.Ended && story.Last is { Kind: StepKind.End, End: EndKind.Tap } end)
        {
            if (end.Actor == winner)
                into.Add(story with { Score = score });
            return;
        }

        if (story.Pending == winner)
            score += Weights.TapFollows;
        else if (story.Pending is not null)
            score -= 4;
        else if (
            story.Moment is { Technique: { } last } moment
            && last.Finishes()
            && moment.Actor == winner
            && moment.Outcome == Outcome.Stopped
        )
            score -= Weights.TapUnexplained;
        else
            score -= 0.5;
        var step = new Step(story.Last, StepKind.End, evidence)
        {
            Actor = winner,
            End = EndKind.Tap,
            From = story.Spot,
            Source = SourceOf(evidence.Hit),
        };
        into.Add(new Story(step, null, score) { Moment = story.Moment, Ended = true });
    }

    private Story End(Story story, Evidence evidence, EndKind kind)
    {
        if (story.Ended)
            return story with { Score = story.Score + (evidence.Gain * 0.5) };
        // "Got the armbar. Restarted": the restart says that it was tapped to.
        var tapped = story.Pending is not null && kind == EndKind.Reset;
        var step = new Step(story.Last, StepKind.End, evidence)
        {
            End = tapped ? EndKind.Tap : kind,
            Actor = story.Pending ?? Actor.Me,
            From = story.Spot,
            Source = SourceOf(evidence.Hit),
        };
        return new Story(step, null, story.Score + evidence.Gain - (story.Pending is null || tapped ? 0 : Weights.NoTapFollows))
        {
            Ended = true,
        };
    }

    private void Repeat(Story story, Evidence evidence, Beam into)
    {
        var seen = 0;
        if (story.Ended && tokens[evidence.Hit.From].Text == "again")
            return;
        for (var step = story.Last; step is not null && seen < 5; step = step.Last, seen++)
        {
            if (step.Kind != StepKind.Moment || (step.Outcome == Outcome.Done && !step.Technique!.Finishes()))
                continue;
            var again = evidence with { Me = (step.Actor == Actor.Me ? 3 : -3) + evidence.Me, Gain = evidence.Gain - 0.4 };
            var inner = new Beam();
            Moments(story, again, step.Technique!, null, again.Gain, inner);
            into.AddRange(inner.Where(s => s.Moment!.Actor == step.Actor));
            return;
        }
    }

    private static void Retract(Story story, Evidence evidence, Beam into)
    {
        if (story.Last is { Kind: StepKind.Moment or StepKind.Place } last && Near(last, evidence, 9))
            into.Add(new Story(last.Last, last.From, story.Score + evidence.Gain + 0.5) { Moment = LastMoment(last.Last) });
    }

    /// <summary>How many places and turns are looked back over for a moment; nobody means one that lies farther off.</summary>
    private const int LongestLook = 60;

    private static Step? LastMoment(Step? step)
    {
        for (var seen = 0; step is not null && step.Kind is not (StepKind.Moment or StepKind.End); step = step.Last)
        {
            if (++seen > LongestLook)
                return null;
        }

        return step is { Kind: StepKind.Moment } ? step : null;
    }
}
