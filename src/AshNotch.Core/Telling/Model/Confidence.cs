using AshNotch.Core.Ground;
using AshNotch.Core.Log;
using AshNotch.Core.Telling.Decoding;
using AshNotch.Core.Telling.Features;
using AshNotch.Core.Telling.Phrases;

namespace AshNotch.Core.Telling.Model;

/// <summary>
/// How likely each moment of a finished reading is right: a model of its own, fitted on readings of hands that the rest had not seen.
/// </summary>
internal sealed class Confidence(
    ReaderModel model,
    GroundMap ground,
    IReadOnlyList<Evidence> evidence,
    string style,
    Committee committee,
    Dictionary<ulong, string>? names
)
{
    private readonly ILookup<int, Evidence> byWord = evidence
        .Where(e => e.Hit.Meaning.Kind == MeaningKind.Technique)
        .SelectMany(e => Enumerable.Range(e.Hit.From, e.Hit.To - e.Hit.From).Select(at => (at, e)))
        .ToLookup(e => e.at, e => e.e);

    /// <summary>From this probability on, a moment counts as sure.</summary>
    public double SureFrom { get; } = model.SureFrom;

    /// <summary>How likely a moment is right, 0 to 1, and the features that say so.</summary>
    public (double? Likely, IReadOnlyList<ulong> Features) Of(Step step, Step? next)
    {
        var hit = step.Evidence!.Hit;
        var rival = double.PositiveInfinity;
        for (var at = hit.From; at < hit.To; at++)
            foreach (var other in byWord[at])
                if (other.Hit.Meaning.Id != step.Technique!.Id)
                    rival = Math.Min(rival, step.Evidence.Gain - other.Gain);
        var bag = new FeatureBag(names);
        var fit = step.From is { } from ? ground.Fit(step.Technique!, step.Actor == Actor.Me ? from : from.Mirror()) : -1;
        SureFeatures.Of(step, next, rival, fit, style, committee.On(step), bag);
        return (1 / (1 + Math.Exp(-model.OfSure(bag))), bag.Keys);
    }
}
