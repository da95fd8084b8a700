using AshNotch.Core.Log;
using AshNotch.Core.Telling.Features;
using AshNotch.Core.Telling.Phrases;

namespace AshNotch.Core.Telling.Decoding;

/// <summary>The next best readings of a moment's words.</summary>
internal sealed class RunnersUp(IReadOnlyList<Evidence> evidence)
{
    private const int Most = 4;

    private readonly ILookup<int, Evidence> byWord = evidence
        .Where(e => e.Hit.Meaning.Kind == MeaningKind.Technique && e.Gain > -2)
        .ToLookup(e => e.Hit.From);

    /// <summary>The other readings, best first: the other actor, the other outcome, other techniques that the words may name.</summary>
    public IReadOnlyList<OtherReading> Of(Step step)
    {
        var technique = step.Technique!.Id;
        var hit = step.Evidence!.Hit;
        var flips = new List<(double Against, OtherReading Reading)>
        {
            (Math.Abs(step.Evidence.Me), new OtherReading(step.Actor == Actor.Me ? Actor.Them : Actor.Me, technique, step.Outcome)),
            (
                Math.Abs(step.Evidence.Done),
                new OtherReading(step.Actor, technique, step.Outcome == Outcome.Done ? Outcome.Stopped : Outcome.Done)
            ),
        };
        for (var at = hit.From; at < hit.To; at++)
        {
            flips.AddRange(
                byWord[at]
                    .Where(e => e.Hit.Meaning.Id != technique)
                    .Select(e => (2 + step.Evidence.Gain - e.Gain, new OtherReading(step.Actor, e.Hit.Meaning.Id, step.Outcome)))
            );
        }

        return [.. flips.OrderBy(f => f.Against).Select(f => f.Reading).Distinct().Take(Most)];
    }
}
