using System.Collections.Frozen;
using AshNotch.Core.Telling.Phrases;
using AshNotch.Core.Telling.Text;

namespace AshNotch.Core.Telling.Decoding;

/// <summary>Getting to some places is a technique of its own, told by naming the place: "then mount".</summary>
internal static class Arrivals
{
    private static readonly FrozenDictionary<string, string> Steps = new Dictionary<string, string>
    {
        ["mount"] = "mount-step",
        ["s-mount"] = "s-mount-step",
        ["north-south"] = "north-south-step",
        ["knee-on-belly"] = "knee-on-belly-step",
        ["gift-wrap"] = "gift-wrap-step",
        ["crucifix"] = "crucifix-entry",
        ["body-triangle"] = "body-triangle-lock",
        ["kimura-hold"] = "kimura-grip",
        ["turtle"] = "turtle-up",
        ["headquarters"] = "headquarters-entry",
    }.ToFrozenDictionary();

    private static readonly FrozenSet<string> Tangles = new[]
    {
        "ashi-outside",
        "ashi-cross",
        "fifty-fifty",
        "backside-fifty-fifty",
    }.ToFrozenSet();

    private static readonly FrozenSet<string> Setups = new[]
    {
        "de-la-riva",
        "reverse-de-la-riva",
        "spider-guard",
        "lasso-guard",
        "lapel-guard",
        "collar-sleeve",
        "butterfly-guard",
        "half-butterfly",
        "x-guard",
        "single-leg-x",
        "k-guard",
        "shin-to-shin",
        "deep-half",
        "lockdown",
        "knee-shield",
    }.ToFrozenSet();

    // Wider than the rules' own: the models, not the words before it alone, say whether a step is told.
    private static readonly Lazy<FrozenDictionary<string, string[]>> Meant = new(() =>
        WordLists.Lines("telling/arrivals.txt").Select(l => l.Split(' ')).ToFrozenDictionary(p => p[0], p => p[1..], StringComparer.Ordinal)
    );

    /// <summary>Mentions of the steps that may be meant where a place is named, unless the words name that step already.</summary>
    public static IEnumerable<Hit> Stepped(IReadOnlyList<Hit> hits)
    {
        var named = hits.Where(h => h.Meaning.Kind == MeaningKind.Technique).ToLookup(h => h.Meaning.Id);
        return hits.Where(h => h.Meaning.Kind == MeaningKind.Position)
            .SelectMany(place =>
                Meant
                    .Value.GetValueOrDefault(place.Meaning.Id, [])
                    .Where(id => !named[id].Any(h => h.From < place.To && h.To > place.From))
                    .Select(id => place with { Meaning = new Meaning(MeaningKind.Technique, id), Stepped = true, Place = place.Meaning.Id })
            );
    }

    /// <summary>The techniques that may be meant by naming the place.</summary>
    public static IEnumerable<string> At(string position)
    {
        if (Steps.TryGetValue(position, out var step))
            yield return step;
        if (Tangles.Contains(position))
            yield return "leg-entry";
        if (Setups.Contains(position))
        {
            yield return "guard-setup";
            yield return "guard-pull";
        }
    }

    /// <summary>The place that shares the technique's name.</summary>
    public static string? PlaceOf(string technique) => Steps.FirstOrDefault(s => s.Value == technique).Key;

    /// <summary>Whether the words must say that somebody got there: guards are more often described than entered.</summary>
    public static bool NeedsWord(string technique) => technique is "guard-setup" or "leg-entry" or "guard-pull";
}
