using System.Collections.Concurrent;
using AshNotch.Core.Telling.Decoding;
using AshNotch.Core.Telling.Text;
using F23.StringSimilarity;

namespace AshNotch.Core.Telling.Phrases;

/// <summary>
/// Finds phrases that sound or are spelt nearly like a run of up to four words: what a dictating phone makes of the trade's
/// words. The distance is the Damerau-Levenshtein distance of the sound keys and of the letters, each by length, mixed.
/// </summary>
internal sealed class NearWords
{
    private const int LongestRun = 4;
    private const int MostKept = 5_000;

    private static readonly Damerau Distance = new();

    private readonly ILookup<char, (Lexicon.Literal Literal, string Key)> byFirst;
    private readonly HashSet<string> keys;
    private readonly ConcurrentDictionary<
        string,
        IReadOnlyList<(Lexicon.Literal Literal, double Distance, double Spelling, bool SameSound)>
    > kept = new(StringComparer.Ordinal);

    public NearWords(Lexicon lexicon)
    {
        var all = lexicon
            .Literals.Where(l => l.Joined.Length >= 5 && l.Joined.All(char.IsLetter))
            .DistinctBy(l => (l.Joined, l.Meaning))
            .Select(l => (Literal: l, Key: Sound.Key(l.Joined)))
            .Where(l => l.Key.Length >= 3 || (l.Key.Length == 2 && l.Literal.Joined.Length >= 7))
            .ToList();
        byFirst = all.ToLookup(l => l.Key[0]);
        keys = all.Select(l => l.Key).ToHashSet(StringComparer.Ordinal);
    }

    /// <summary>Adds the near phrases that begin at a word.</summary>
    /// <param name="tokens">The account.</param>
    /// <param name="at">The first word of the run.</param>
    /// <param name="odd">For each word, whether it is neither everyday nor in a phrase nor a name.</param>
    /// <param name="hits">Where found ones go.</param>
    /// <param name="lookups">How many runs may still be looked up.</param>
    public void Find(IReadOnlyList<Token> tokens, int at, bool[] odd, List<Hit> hits, ref int lookups)
    {
        var joined = "";
        var anyOdd = false;
        var functions = 0;
        var acts = false;
        for (var length = 1; length <= LongestRun && at + length <= tokens.Count; length++)
        {
            var token = tokens[at + length - 1];
            if ((length > 1 && token.Before != Break.None) || token.Text.Length > 20 || !char.IsLetter(token.Text[0]))
                return;
            joined += token.Text;
            anyOdd |= odd[at + length - 1];
            var function = Words.Function.Contains(token.Text);
            functions += function ? 1 : 0;
            acts |= length > 1 && (Words.SubjectMe.Contains(token.Text) || Words.SubjectThem.Contains(token.Text));
            if (joined.Length is < 4 or > 24 || (length == 1 && !anyOdd))
                continue;
            // "He pulled guard I passed" is no guard pass of his.
            if (!anyOdd && acts)
                continue;
            if (!anyOdd && (!keys.Contains(Sound.Key(joined)) || (length == 2 && functions > 0 && joined.Length < 8)))
                continue;
            if (lookups-- <= 0)
                return;
            var edgeFunction = function || Words.Function.Contains(tokens[at].Text);
            foreach (var (literal, distance, spelling, same) in Near(joined))
            {
                var limit =
                    !anyOdd ? Weights.NearestEveryday
                    : functions > 0 && edgeFunction ? Weights.NearestWithSmallWords
                    : length == 1 ? Weights.NearestWord
                    : Weights.NearestRun;
                if (
                    distance > limit
                    || (length == 1 && spelling > Weights.NearestSpelling)
                    || (literal.Joined.Length < 6 && distance > 0.32)
                )
                    continue;
                if (!anyOdd && (!same || literal.Words == length || (edgeFunction && spelling > 0.15)))
                    continue;
                hits.Add(
                    new Hit(
                        at,
                        at + length,
                        literal.Meaning,
                        Math.Max(1, Math.Min(literal.Words, length)),
                        Weights.Near * distance + 0.2,
                        false,
                        []
                    )
                );
            }
        }
    }

    private IReadOnlyList<(Lexicon.Literal Literal, double Distance, double Spelling, bool SameSound)> Near(string joined)
    {
        if (kept.TryGetValue(joined, out var known))
            return known;
        var key = Sound.Key(joined);
        var found = new List<(Lexicon.Literal, double, double, bool)>();
        if (key.Length > 0)
        {
            foreach (var (literal, other) in byFirst[key[0]])
            {
                if (Math.Abs(other.Length - key.Length) > 2 || Math.Abs(literal.Joined.Length - joined.Length) > 4)
                    continue;
                var sound = Distance.Distance(key, other) / Math.Max(key.Length, other.Length);
                if (sound > 0.34)
                    continue;
                var spelling = Distance.Distance(joined, literal.Joined) / Math.Max(joined.Length, literal.Joined.Length);
                var mixed = (0.6 * sound) + (0.4 * spelling);
                if (mixed <= 0.4)
                    found.Add((literal, mixed, spelling, sound == 0));
            }
        }

        var best = found.OrderBy(f => f.Item2).Take(4).ToList();
        if (kept.Count < MostKept)
            kept.TryAdd(joined, best);
        return best;
    }
}
