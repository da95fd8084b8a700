using AshNotch.Core.Ground;
using AshNotch.Core.Log;
using AshNotch.Core.Telling.Phrases;
using AshNotch.Core.Telling.Text;

namespace AshNotch.Core.Telling.Owner;

/// <summary>Words by which an owner tells a technique, as corrections show them.</summary>
internal static class OwnerPhrases
{
    /// <summary>As near as a name of the phrase books: the models weigh it.</summary>
    private const double Cost = 0.6;

    private const int MostWords = 6;

    /// <summary>The phrases as a lexicon.</summary>
    public static Lexicon Of(IEnumerable<Correction> corrections, GroundMap ground)
    {
        var lexicon = new Lexicon();
        foreach (var (says, means) in corrections.SelectMany(c => Said(c)).Distinct())
            if (ground.Technique(means) is not null)
                lexicon.Add(says, new Meaning(MeaningKind.Technique, means), Cost);
        return lexicon;
    }

    /// <summary>What each renamed moment was called, in plain words, and what it meant.</summary>
    public static IEnumerable<(string Says, string Means)> Said(Correction correction)
    {
        foreach (var moment in correction.Moments.Where(m => m.Renamed && m.Length > 0))
        {
            var words = Tokens.Of(correction.Text.Substring(moment.At, moment.Length)).Select(t => t.Text).ToList();
            if (words.Count is > 0 and <= MostWords && words.Any(Carries))
                yield return (string.Join(' ', words), moment.Technique);
        }
    }

    private static bool Carries(string word) => word.Length > 1 && !Words.Function.Contains(word) && !char.IsDigit(word[0]);
}
