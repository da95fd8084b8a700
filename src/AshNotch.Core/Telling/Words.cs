using System.Collections.Frozen;
using System.Reflection;

namespace AshNotch.Core.Telling;

/// <summary>Closed classes of English words that the reader goes by, and the list of everyday words.</summary>
internal static class Words
{
    public static readonly FrozenSet<string> Mine = Set("my", "mine", "our");
    public static readonly FrozenSet<string> Theirs = Set("his", "her", "hers", "their", "theirs");
    public static readonly FrozenSet<string> ObjectMe = Set("me", "us", "myself");
    public static readonly FrozenSet<string> ObjectThem = Set("him", "her", "them", "himself", "herself", "themselves", "themself");
    public static readonly FrozenSet<string> SubjectMe = Set("i", "ive", "im", "id");
    public static readonly FrozenSet<string> SubjectThem = Set("he", "she", "they", "hes", "shes", "theyre");
    public static readonly FrozenSet<string> Prepositions = Set(
        "with", "on", "to", "of", "by", "from", "into", "against", "over", "under", "behind", "past", "at", "for", "in", "onto", "around", "off", "vs", "versus", "near",
        "off", "than", "like", "w", "as", "about", "beneath", "upon", "through", "toward", "towards");

    public static readonly FrozenSet<string> Joiners = Set(
        "and", "then", "but", "so", "because", "cause", "while", "when", "where", "before", "after", "until", "till", "though", "although", "since", "once", "who",
        "which", "that", "as", "whereupon", "or", "okay", "ok", "anyway", "yeah", "now", "yet", "whereas", "if", "til");

    public static readonly FrozenSet<string> Causing = Set("let", "mak", "watch", "felt", "feel", "saw", "see", "hear", "notic", "help", "leav", "keep", "allow");
    public static readonly FrozenSet<string> Opponents = Set("partner", "opponent", "guy", "dude", "girl", "fella", "bloke", "lad", "lady", "man", "woman", "kid");
    public static readonly FrozenSet<string> Others = Set("coach", "professor", "instructor", "everybody", "everyone", "somebody", "someone", "people", "nobody", "teacher");

    public static readonly FrozenSet<string> Small = Set(
        "a", "an", "the", "this", "that", "my", "his", "her", "hers", "our", "their", "its", "me", "him", "them", "us", "'s", "own", "left", "right", "near", "far", "other",
        "top", "bottom", "same", "both", "one", "first", "second", "trapped", "free", "lead", "back", "of", "head", "outside", "inside", "really", "just",
        "straight", "then", "up", "like", "sort", "kind", "little", "nice", "deep", "tight", "quick", "full", "whole", "two", "choking", "old", "big", "near", "hard", "very");

    public static readonly FrozenSet<string> Function = Set(
        "a", "an", "the", "this", "that", "my", "his", "her", "our", "their", "its", "me", "him", "them", "us", "i", "he", "she", "they", "we", "it", "and", "or", "but", "so",
        "then", "in", "on", "to", "of", "by", "from", "into", "at", "for", "with", "was", "is", "be", "am", "are", "were", "had", "has", "have", "do", "did", "as", "if", "not",
        "no", "up", "out", "off", "over", "under", "just", "got", "get", "went", "go", "who", "when", "while", "because", "'s", "'m", "'d", "'re", "'ve", "'ll", "too", "very",
        "there", "here", "one", "like", "you", "your", "all", "some", "where", "what", "which", "than", "about", "after", "before", "again", "back", "down", "around", "both");

    /// <summary>Stems of everyday words.</summary>
    public static readonly FrozenSet<string> Everyday = Resource("telling/everyday.txt")
        .SelectMany(line => line.Split(' ', StringSplitOptions.RemoveEmptyEntries))
        .SelectMany(word => new[] { word, Stems.Of(word) })
        .ToFrozenSet(StringComparer.Ordinal);

    /// <summary>The lines of an embedded file, remarks and empty lines left out.</summary>
    public static IReadOnlyList<string> Resource(string name)
    {
        using var stream = Assembly.GetExecutingAssembly().GetManifestResourceStream(name)
            ?? throw new InvalidDataException($"{name} is missing from the program.");
        using var reader = new StreamReader(stream);
        return [.. reader.ReadToEnd().Split('\n').Where(line => line.Length > 0 && line[0] != '#')];
    }

    private static FrozenSet<string> Set(params string[] words) => words.ToFrozenSet(StringComparer.Ordinal);
}
