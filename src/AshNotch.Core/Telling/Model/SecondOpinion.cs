using AshNotch.Core.Log;
using AshNotch.Core.Telling.Decoding;
using AshNotch.Core.Telling.Features;
using AshNotch.Core.Telling.Phrases;
using AshNotch.Core.Telling.Text;
using AshNotch.Core.Telling.Timeline;

namespace AshNotch.Core.Telling.Model;

/// <summary>
/// Another reading of the same account, by other evidence: what two readers agree on is right more often (a committee of two; Seung, Opper
/// and Sompolinsky, COLT 1992; from memory).
/// </summary>
internal sealed class SecondOpinion
{
    private readonly Dictionary<(string, Actor, Outcome), List<(int From, int To)>> moments = [];
    private readonly List<(int From, int To)> words = [];

    public SecondOpinion(Story story)
    {
        foreach (var step in Walk.Steps(story.Last).Where(s => s.Kind == StepKind.Moment))
        {
            var hit = step.Evidence!.Hit;
            words.Add((hit.From, hit.To));
            var key = (step.Technique!.Id, step.Actor, step.Outcome);
            if (!moments.TryGetValue(key, out var places))
                moments[key] = places = [];
            places.Add((hit.From, hit.To));
        }
    }

    /// <summary>
    /// How far it agrees: the same, the same technique by somebody or to another end, something else by these words, nothing.
    /// </summary>
    public string On(Step step)
    {
        var hit = step.Evidence!.Hit;
        bool Near((int From, int To) place) => place.From < hit.To + Slack && hit.From < place.To + Slack;
        bool Has(Actor actor, Outcome outcome) =>
            moments.TryGetValue((step.Technique!.Id, actor, outcome), out var places) && places.Exists(Near);
        var other = step.Actor == Actor.Me ? Actor.Them : Actor.Me;
        var result = step.Outcome == Outcome.Done ? Outcome.Stopped : Outcome.Done;
        return Has(step.Actor, step.Outcome) ? "same"
            : Has(other, step.Outcome) ? "who"
            : Has(step.Actor, result) ? "done"
            : words.Exists(w => w.From < hit.To && hit.From < w.To) ? "other"
            : "nothing";
    }

    /// <summary>Words of a restated moment may differ by a few.</summary>
    private const int Slack = 3;
}
