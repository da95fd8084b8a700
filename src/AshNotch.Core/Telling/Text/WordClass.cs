using System.Collections.Frozen;

namespace AshNotch.Core.Telling.Text;

/// <summary>
/// Classes of everyday English words, so that what was learned of one word helps with its like: 500 fine ones and 60 coarse. Made
/// by the trainer from general word vectors (Data/word-classes.txt: word, fine class, coarse class).
/// </summary>
internal static class WordClass
{
    private static readonly Lazy<FrozenDictionary<string, (string Fine, string Coarse)>> Classes = new(() =>
        WordLists
            .Lines("telling/word-classes.txt")
            .Select(line => line.Split(' '))
            .ToFrozenDictionary(p => p[0], p => (string.Intern(p[1]), string.Intern(p[2])), StringComparer.Ordinal)
    );

    /// <summary>The classes of a word in small letters; empty for one that has none.</summary>
    public static (string Fine, string Coarse) Of(string word) => Classes.Value.GetValueOrDefault(word, ("", ""));
}
