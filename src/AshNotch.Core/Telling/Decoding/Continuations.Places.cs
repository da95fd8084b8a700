using AshNotch.Core.Ground;
using AshNotch.Core.Log;
using AshNotch.Core.Telling.Features;
using AshNotch.Core.Telling.Phrases;
using AshNotch.Core.Telling.Text;

namespace AshNotch.Core.Telling.Decoding;

/// <content>A place named: where they were, where it led, or a step to it.</content>
internal sealed partial class Continuations
{
    private void Place(Story story, Evidence evidence, Beam into)
    {
        var id = evidence.Hit.Meaning.Id;
        var even = ground.Position(id)?.Roles.Contains(Role.Even) == true;
        var origin =
            story.Moment is not null
            && ReferenceEquals(story.Last, story.Moment)
            && Near(story.Moment, evidence, 5)
            && AfterFrom(evidence.Hit);
        // "She tapped me with an armbar from mount": where it ended, nothing new.
        if (story is { Ended: true, Moment: { } gone } && Near(gone, evidence, 5) && AfterFrom(evidence.Hit))
            into.Add(story with { Score = story.Score + evidence.Gain });
        foreach (var ownerHolds in even ? [true] : new[] { true, false })
        {
            var spot = SpotRoles.Of(ground, id, ownerHolds);
            var score =
                story.Score + evidence.Gain + (even ? -0.25 : 1.1 * LogOdds(evidence.Holder, ownerHolds)) + fits.Follows(story, spot);
            if (story.Pending is not null)
                score -= Weights.NoTapFollows;
            score += Restart(story);
            var step = new Step(story.Last, StepKind.Place, evidence)
            {
                From = story.Spot,
                To = spot,
                Source = SourceOf(evidence.Hit),
            };
            if (origin)
                From(story, step, spot, story.Score + evidence.Gain + (even ? -0.25 : 1.1 * LogOdds(evidence.Holder, ownerHolds)), into);
            step = features.Weighed(story, step);
            into.Add(story with { Last = step, Spot = spot, Score = score + step.Learned, Pending = null, Ended = false });
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
            - moment.Learned
            + better
            + Weights.SpotFollows
            + (moment.From is { } old ? fits.Follows(story with { Last = moment.Last, Moment = null, Spot = old }, spot) : 0);
        var earlier = story with { Last = moment.Last, Moment = LastMoment(moment.Last), Pending = null };
        if (moment.Outcome == Outcome.Done && !technique.Finishes())
            Done(earlier, again, technique, moment.Actor, null, whole, into);
        else
        {
            again = features.Weighed(earlier, again);
            into.Add(story with { Last = again, Moment = again, Spot = again.To, Score = whole + again.Learned });
        }
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
                    Original = evidence.Original,
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
}
