using AshNotch.Core.Ground;
using AshNotch.Core.Log;
using AshNotch.Core.Telling.Features;
using AshNotch.Core.Telling.Phrases;
using AshNotch.Core.Telling.Text;

namespace AshNotch.Core.Telling.Decoding;

/// <content>Ends, repeats, corrections and turns in the telling.</content>
internal sealed partial class Continuations
{
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
            // Said again; that is worth little, or a tap told later would be heard in it.
            if (end.Actor == winner)
            {
                into.Add(story with { Score = story.Score + Math.Min(evidence.Gain, Weights.TapSaidAgain) });
                return;
            }

            // "I got him with an armbar, and he got me with a kneebar": another one, whose submission is told behind it.
            score -= Weights.TapAtOnce;
        }

        if (story.Pending == winner)
            score += Weights.TapFollows;
        else if (story.Pending is not null)
            score -= Weights.TapAtOnce;
        else if (
            story.Moment is { Technique: { } last } moment
            && last.Finishes()
            && moment.Actor == winner
            && moment.Outcome == Outcome.Stopped
        )
            score -= Weights.TapUnexplained;
        else if (Math.Abs(evidence.Me) < Weights.ObjectTapped)
            score -= Weights.TapToNothing;
        var step = new Step(story.Last, StepKind.End, evidence)
        {
            Actor = winner,
            End = EndKind.Tap,
            From = story.Spot,
            Source = SourceOf(evidence.Hit),
        };
        into.Add(new Story(step, null, score) { Moment = story.Moment, Ended = true });
    }

    // What a tap right after another's was charged; most of it is given back once a submission of its own is told behind it.
    private static double AtOnce(Step end) =>
        end.Last is { } before && Taps(before) && before.Actor != end.Actor ? Weights.TapAtOnceTold : 0;

    // A tap, or a submission that came off and whose tap is left unsaid.
    private static bool Taps(Step step) =>
        step is { Kind: StepKind.End, End: EndKind.Tap }
        || (step is { Kind: StepKind.Moment, Outcome: Outcome.Done, Technique: { } technique } && technique.Finishes());

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
            var named = Math.Abs(evidence.Me) >= Weights.CaughtObject;
            var actor =
                !named ? step.Actor
                : evidence.Me > 0 ? Actor.Me
                : Actor.Them;
            var again = evidence with
            {
                Original = evidence.Original,
                Me = (step.Actor == Actor.Me ? 3 : -3) * (named ? 0 : 1) + evidence.Me,
                Done = evidence.Done - (step.Technique!.Finishes() && !named ? Weights.RepeatFinishes : 0),
                Gain = evidence.Gain - 0.4,
            };
            var inner = new Beam();
            Moments(story, again, step.Technique!, null, again.Gain, inner);
            into.AddRange(inner.Where(s => s.Moment!.Actor == actor));
            return;
        }
    }

    private static void Retract(Story story, Evidence evidence, Beam into)
    {
        if (story.Last is not { Kind: StepKind.Moment or StepKind.Place } last || !Near(last, evidence, 9))
            return;
        var score = story.Score - last.Learned + evidence.Gain + 0.5;
        // "Passed to side control, no, north-south": the pass stays, where it led does not.
        if (last is { Kind: StepKind.Place, Last: { Kind: StepKind.Moment } moment } && moment.To == last.To)
        {
            var open = moment with { To = null, ToGuessed = false };
            into.Add(new Story(open, null, score) { Moment = open });
        }
        else
            into.Add(new Story(last.Last, last.From, score) { Moment = LastMoment(last.Last) });
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
