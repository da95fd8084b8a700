using AshNotch.Core.Ground;
using AshNotch.Core.Log;
using AshNotch.Core.Telling.Features;
using AshNotch.Core.Telling.Owner;
using AshNotch.Core.Telling.Phrases;
using AshNotch.Core.Telling.Text;
using AshNotch.Core.Telling.Timeline;

namespace AshNotch.Core.Telling.Decoding;

/// <summary>How a story may go on with a match: every reading of it that makes some sense.</summary>
internal sealed partial class Continuations(
    GroundMap ground,
    Fits fits,
    IReadOnlyList<Token> tokens,
    PathFeatures features,
    OwnerHabits habits,
    IReadOnlyList<int>? with
)
{
    private static readonly Actor[] Both = [Actor.Me, Actor.Them];
    private static readonly Outcome[] Either = [Outcome.Done, Outcome.Stopped];

    /// <summary>Adds the stories that read the match.</summary>
    public void Of(Story story, Evidence evidence, Beam into)
    {
        story = WithAnother(story, evidence);
        switch (evidence.Hit.Meaning.Kind)
        {
            case MeaningKind.Technique:
                var technique = ground.Technique(evidence.Hit.Meaning.Id)!;
                var gain = evidence.Gain + (evidence.Hit.Stepped ? 0 : Shared(evidence, technique));
                if (story is { Pending: { } waits, Last.Evidence: { } before } && Meanwhile(before, evidence))
                {
                    // "Caught me as I was turning in. Tap": the tap is still to be told.
                    var inner = new Beam();
                    Moments(story with { Pending = null }, evidence, technique, evidence.Hit.Place, gain, inner);
                    into.AddRange(inner.Where(s => s.Pending is null).Select(s => s with { Pending = waits }));
                }
                else
                {
                    Moments(story, evidence, technique, evidence.Hit.Place, gain, into);
                }

                Restate(story, evidence, technique, into);
                break;
            case MeaningKind.Position:
                Place(story, evidence, into);
                if (!evidence.StepsApart)
                    Arrive(story, evidence, into);
                break;
            default:
                Event(story, evidence, into);
                break;
        }
    }

    private bool Meanwhile(Evidence before, Evidence evidence) => TellingOrder.SaysMeanwhile(tokens, before.Hit.To, evidence.Hit.From);

    // "Odalys held side control. Got Cosmo with a triangle": another roll, where nothing that was before holds.
    private Story WithAnother(Story story, Evidence evidence) =>
        with is not null && story.Last?.Evidence is { } last && with[last.Hit.From] != with[evidence.Hit.From]
            ? new Story(story.Last, null, story.Score)
            : story;

    // After a tap they begin again, whether or not that is said; after a restart or a bell it has been.
    private static double Restart(Story story) =>
        story is { Ended: true, Last: { Kind: StepKind.End, End: EndKind.Tap } } ? Weights.RestartUntold : 0;

    private static double LogOdds(double odds, bool yes) => -Math.Log(1 + Math.Exp(yes ? -odds : odds));

    // A name that is a place as well ("knee on belly") has to be told as something done.
    private double Shared(Evidence evidence, Technique technique) =>
        evidence.Hit.Words <= 3 && evidence.Hit.Gaps.Count == 0 && Arrivals.PlaceOf(technique.Id) is not null && !Verbal(evidence.Hit)
            ? evidence.Arrives - 0.4
            : 0;

    private bool Verbal(Hit hit)
    {
        var word = tokens[hit.From].Text;
        return word.EndsWith("ed", StringComparison.Ordinal) || word.EndsWith("es", StringComparison.Ordinal) || Words.Moves.Contains(word);
    }

    private void Moments(Story story, Evidence evidence, Technique technique, string? place, double gain, Beam into)
    {
        if (technique.Undoes() && Unsettled(story, evidence) is { } undone)
            story = undone;
        var told = technique;
        foreach (var actor in Both)
        {
            technique = fits.Named(told, actor, story.Spot);
            var tapped = TappedTo(story, evidence, technique);
            var who =
                evidence.Me
                + tapped
                + (
                    story.Moment is { } last
                        ? (last.Actor == Actor.Me ? 1 : -1) * Weights.SameActor * (last.Outcome == Outcome.Done ? 1 : 0.6)
                        : 0
                );
            var answered = Answered(story, evidence, technique, actor);
            var spot = (answered ?? ToldEarlier(story, evidence, actor)) is { } first ? first.From : story.Spot;
            var fit = fits.Of(technique, actor, spot, story.Moment);
            var other = fits.Of(technique, Other(actor), spot, story.Moment).Score;
            var score = story.Score + gain + (1.1 * LogOdds(who, actor == Actor.Me)) + fit.Score + Restart(story);
            score += habits.Of(actor, technique.Id, spot);
            if (story.Pending is not null)
                score -= Weights.NoTapFollows;
            if (place is not null || Arrivals.PlaceOf(technique.Id) is not null)
                score -= AlreadyThere(story, evidence, actor, place ?? Arrivals.PlaceOf(technique.Id)!);
            var done =
                evidence.Done
                + (technique.Finishes() ? Weights.FinishComesOff : 0)
                - (answered is { Outcome: Outcome.Done } ? Weights.Stopped : 0);
            foreach (var outcome in Either)
            {
                var total = score + LogOdds(done, outcome == Outcome.Done);
                if (tapped != 0 && outcome == Outcome.Stopped)
                    total -= Weights.TapUnexplained;
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

    // "Mounted off a knee cut": it happened before what was told before it, where that began.
    private Step? ToldEarlier(Story story, Evidence evidence, Actor actor)
    {
        if (story.Last is not { Kind: StepKind.Moment } last || last.Actor != actor || !Near(last, evidence, TellingOrder.Apart))
            return null;
        var (from, to) = (last.Evidence!.Hit.To, evidence.Hit.From);
        return from <= to && TellingOrder.SaysEarlier(tokens, from, to) ? last : null;
    }

    // "I sprawled on his double leg": what was answered came first, and did not come off where the answer did.
    private Step? Answered(Story story, Evidence evidence, Technique technique, Actor actor) =>
        story.Last is { Kind: StepKind.Moment, Technique: { } answer } last
        && last.Actor != actor
        && Fits.Answers(answer, technique)
        && TellingOrder.SaysTogether(tokens, last.Evidence!.Hit.To, evidence.Hit.From)
            ? last
            : null;

    // "He tapped to the americana": it was done by whoever got the tap.
    private double TappedTo(Story story, Evidence evidence, Technique technique)
    {
        if (!story.Ended || !technique.Finishes() || story.Last is not { Kind: StepKind.End, End: EndKind.Tap } end)
            return 0;
        if (end.Evidence!.Hit.Meaning.Kind != MeaningKind.Event || !Near(end, evidence, 4))
            return 0;
        for (var at = end.Evidence.Hit.To; at <= evidence.Hit.From; at++)
            if (tokens[at].Before != Break.None)
                return 0;
        return end.Actor == Actor.Me ? Weights.TappedTo : -Weights.TappedTo;
    }

    // "He passed, but I had my knee back in before he settled": the pass did not come off. A sweep that leads into the guard did.
    private Story? Unsettled(Story story, Evidence evidence)
    {
        if (
            story.Last
                is not {
                    Kind: StepKind.Moment,
                    Outcome: Outcome.Done,
                    Technique.Kind: TechniqueKind.Pass or TechniqueKind.Advance or TechniqueKind.Takedown
                } last
            || !Near(last, evidence, 12)
        )
            return null;
        for (var at = last.Evidence!.Hit.To; at < Math.Min(tokens.Count, evidence.Hit.To + 9); at++)
        {
            var unsettled = Words.Settles.Contains(tokens[at].Stem);
            if (!unsettled)
                continue;
            for (var before = Math.Max(0, at - 3); before < at; before++)
            {
                if (Words.BeforeSettling.Contains(tokens[before].Text) || tokens[before].Text.EndsWith("n't", StringComparison.Ordinal))
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
            || ToldByItself(evidence.Hit)
        )
            return 0;
        return technique.Kind is TechniqueKind.Pull or TechniqueKind.Entry || technique.To.Any(t => t.Position == place) ? 4 : 0;
    }

    // "Leg dragged me and took my back", "passed, mounted": a verb of its own.
    private bool ToldByItself(Hit hit) =>
        hit.From > 0
        && (tokens[hit.From].Before >= Break.Comma || tokens[hit.From - 1].Text is "and" or "then")
        && (tokens[hit.From].Text.EndsWith("ed", StringComparison.Ordinal) || Stems.IsIrregular(tokens[hit.From].Text));

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

    private Story Finish(Story story, Step step, double score)
    {
        if (
            story.Ended
            && story.Last is { Kind: StepKind.End, End: EndKind.Tap } end
            && end.Actor == step.Actor
            && end.Evidence!.Hit.Meaning.Kind == MeaningKind.Event
            && Near(end, step.Evidence!, 7)
            && !(end.Last is { Kind: StepKind.Moment } known && Taps(known) && known.Actor == end.Actor)
        )
        {
            var before = LastMoment(end.Last);
            var swapped = features.Weighed(
                story with
                {
                    Moment = before,
                    Ended = false,
                },
                step with
                {
                    Last = end.Last,
                    From = end.From ?? step.From,
                }
            );
            var tap = end with { Last = swapped };
            return new Story(tap, null, score + AtOnce(end) + swapped.Learned + Weights.TapFollows - Weights.RestartUntold)
            {
                Moment = swapped,
                Ended = true,
            };
        }

        return After(story, step, score) with
        {
            Pending = step.Actor,
            Spot = null,
        };
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

    private Story After(Story story, Step step, double score)
    {
        var weighed = features.Weighed(story, step);
        return new Story(weighed, weighed.To, score + weighed.Learned) { Moment = weighed };
    }

    private Span SourceOf(Hit hit) => new(tokens[hit.From].Source.Start, tokens[hit.To - 1].Source.End - tokens[hit.From].Source.Start);

    private static bool Near(Step step, Evidence evidence, int words) =>
        step.Evidence is { } before && evidence.Hit.From - before.Hit.To <= words;
}
