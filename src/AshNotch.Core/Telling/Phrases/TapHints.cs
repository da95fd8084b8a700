using AshNotch.Core.Telling.Text;

namespace AshNotch.Core.Telling.Phrases;

/// <summary>Words that may say that somebody gave up, or that a submission ended it; the models decide whether they do.</summary>
internal static class TapHints
{
    /// <summary>Against a hint of the books, before the models have their say: alone it is never a tap.</summary>
    private const double Cost = 4;

    /// <summary>Whether a match may be a tap.</summary>
    public static bool May(Hit hit) => hit.Meaning is { Kind: MeaningKind.Event, Id: "tap" or "finish" };

    /// <summary>The hints, each where nothing longer stands.</summary>
    public static IEnumerable<Hit> Of(IReadOnlyList<Hit> hits, IReadOnlyList<Hit> hints)
    {
        var taken = hits.Where(May).SelectMany(h => Enumerable.Range(h.From, h.To - h.From)).ToHashSet();
        foreach (var hint in hints.Where(h => h.Meaning.Id is "tap" or "tapped-me" or "tapped-other").OrderByDescending(h => h.Words))
        {
            var words = Enumerable.Range(hint.From, hint.To - hint.From).ToList();
            if (words.Any(taken.Contains))
                continue;
            taken.UnionWith(words);
            yield return hint with
            {
                Meaning = new Meaning(MeaningKind.Event, "tap"),
                Cost = Cost,
            };
        }
    }
}
