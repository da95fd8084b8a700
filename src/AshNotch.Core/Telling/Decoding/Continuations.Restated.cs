using AshNotch.Core.Ground;
using AshNotch.Core.Log;
using AshNotch.Core.Telling.Features;
using AshNotch.Core.Telling.Phrases;
using AshNotch.Core.Telling.Text;

namespace AshNotch.Core.Telling.Decoding;

/// <content>The same thing told again in other words.</content>
internal sealed partial class Continuations
{
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
            var before = new Story(moment.Last, moment.From, story.Score - moment.Learned + evidence.Gain + who);
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
            var before = new Story(moment.Last, moment.From, story.Score - moment.Learned + 0.4);
            Moments(
                before with
                {
                    Moment = null,
                },
                evidence with
                {
                    Original = evidence.Original,
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

    // "Leg dragged me and took my back" is rather two things.
    private double Again(Technique technique, Technique last, Step moment, Evidence evidence) =>
        technique.Kind == TechniqueKind.BackTake && technique.Kind != last.Kind && ToldByItself(evidence.Hit)
            ? 0
            : (technique.Id == last.Id ? 1.2 : 0.9) + (evidence.Hit.From - moment.Evidence!.Hit.To <= 6 ? 0.5 : 0);

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
            if (Words.SaysHow.Contains(tokens[at].Text))
                return true;
        }

        return false;
    }
}
