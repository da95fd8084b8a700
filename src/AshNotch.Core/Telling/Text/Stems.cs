using System.Buffers;
using System.Collections.Concurrent;
using System.Collections.Frozen;

namespace AshNotch.Core.Telling.Text;

/// <summary>
/// Takes the inflection off a word so that pass, passes, passed and passing are one. Cruder than Porter's algorithm
/// (Program 14 (1980) 130-137), in whose manner it strips endings: phrases and accounts go through the same cut, so only
/// sameness matters, not a dictionary form.
/// </summary>
public static class Stems
{
    private const int MostKept = 20_000;

    private static readonly FrozenDictionary<string, string> Irregular = WordLists
        .Lines("telling/irregular.txt")
        .Select(line => line.Split(' '))
        .ToFrozenDictionary(line => line[0], line => line[1], StringComparer.Ordinal);

    private static readonly ConcurrentDictionary<string, string> Kept = new(StringComparer.Ordinal);

    /// <summary>The word's stem.</summary>
    /// <param name="word">A word in small letters.</param>
    public static string Of(string word)
    {
        if (Kept.TryGetValue(word, out var known))
            return known;
        var stem = Irregular.TryGetValue(word, out var irregular) ? irregular : Cut(word);
        if (Kept.Count < MostKept && word.Length < 30)
            Kept.TryAdd(word, stem);
        return stem;
    }

    /// <summary>Whether it is a form of another word that no cutting of endings gives: "caught", "threw".</summary>
    /// <param name="word">A word in small letters.</param>
    public static bool IsIrregular(string word) => Irregular.TryGetValue(word, out var stem) && stem != word;

    private static string Cut(string word)
    {
        if (word.Length < 4 || word.Length > 30 || !char.IsLetter(word[^1]) || word.Contains('\''))
            return word;
        if (word.EndsWith("ies", StringComparison.Ordinal) || word.EndsWith("ied", StringComparison.Ordinal))
            return word[..^3] + "y";
        if (word.EndsWith("ing", StringComparison.Ordinal) && HasVowel(word[..^3]))
            return Even(word[..^3]);
        if (word.EndsWith("ed", StringComparison.Ordinal) && !word.EndsWith("eed", StringComparison.Ordinal) && HasVowel(word[..^2]))
            return Even(word[..^2]);
        if (word.EndsWith("es", StringComparison.Ordinal) && word[^3] is 's' or 'x' or 'h' or 'z' && word.Length > 4)
            return Even(word[..^2]);
        if (word[^1] == 's' && word[^2] is not ('s' or 'u' or 'i'))
            return Even(word[..^1]);
        return Even(word);
    }

    private static readonly SearchValues<char> Vowels = SearchValues.Create("aeiouy");

    private static bool HasVowel(string part) => part.Length > 1 && part.AsSpan().ContainsAny(Vowels);

    private static string Even(string stem)
    {
        if (stem.Length > 3 && stem[^1] == 'e')
            return stem[..^1];
        if (stem.Length > 3 && stem[^1] == stem[^2] && stem[^1] is not ('s' or 'l' or 'f' or 'z' or 'e' or 'o'))
            return stem[..^1];
        return stem;
    }
}
