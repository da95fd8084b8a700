using AshNotch.Core.Ground;
using AshNotch.Core.Log;

namespace AshNotch.Core.Scoring;

/// <summary>What a rule set bars for a belt and an attire. The event's own rules and its referee come first.</summary>
public static class Bars
{
    /// <summary>Why a technique is barred; null when it is not.</summary>
    /// <param name="rules">The rule set.</param>
    /// <param name="technique">The technique.</param>
    /// <param name="belt">The belt; null when not known: then only what is barred for all belts is.</param>
    /// <param name="attire">The attire; null when not known: then only what is barred in both is.</param>
    public static string? Why(RuleSet rules, Technique technique, BeltColour? belt, Attire? attire) =>
        rules
            .Barred.FirstOrDefault(b =>
                (b.Techniques.Contains(technique.Id) || (technique.Care is { } care && b.Cares.Contains(care)))
                && (b.Belts.Count == 0 || (belt is { } colour && b.Belts.Contains(colour)))
                && (b.Attire is null || b.Attire == attire)
            )
            ?.Why;

    internal static IReadOnlyList<BarredMoment> Of(MatchTerms terms, IReadOnlyList<Step> steps) =>
        [
            .. steps
                .Where(s => s is { Technique: not null, Actor: not null })
                .Select(s => (Step: s, Why: Why(terms.Rules, s.Technique!, terms.Belt, terms.Attire)))
                .Where(b => b.Why is not null)
                .Select(b => new BarredMoment(b.Step.Event.Index, b.Step.Technique!.Id, b.Why!)),
        ];
}
