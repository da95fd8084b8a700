using AshNotch.Core.Telling.Phrases;
using AshNotch.Core.Telling.Text;

namespace AshNotch.Core.Telling.Syntax;

/// <summary>Which words of an account are somebody's name, and which of those stand like labels before what was done with them.</summary>
internal static class PersonNames
{
    /// <summary>For each word, whether it is a name.</summary>
    /// <param name="tokens">The words.</param>
    /// <param name="lexicon">What is in a phrase is no name.</param>
    /// <param name="people">Names that are known to be somebody's, in small letters; null for none.</param>
    public static bool[] Find(IReadOnlyList<Token> tokens, Lexicon lexicon, IReadOnlySet<string>? people)
    {
        var names = new bool[tokens.Count];
        var known = new HashSet<string>(StringComparer.Ordinal);
        for (var at = 0; at < tokens.Count; at++)
        {
            var token = tokens[at];
            if (token.Text.Length < 3 || !char.IsLetter(token.Text[0]) || Plain(token, lexicon))
                continue;
            if (people?.Contains(token.Text) == true || Capitalised(tokens, at) || Introduced(tokens, at))
                known.Add(token.Text);
        }

        var initials = known.Select(name => name[0]).ToHashSet();
        for (var at = 0; at < tokens.Count; at++)
            names[at] = known.Contains(tokens[at].Text) || IsInitial(tokens[at], initials);
        return names;
    }

    // A capital inside a sentence; at its head only before what names are followed by.
    private static bool Capitalised(IReadOnlyList<Token> tokens, int at)
    {
        var token = tokens[at];
        if (!token.Capital)
            return false;
        if (at > 0 && token.Before != Break.Sentence)
            return !token.Text.Any(char.IsDigit) && !(token.Shouted && token.Source.Length < 4);
        return at + 1 < tokens.Count
            && tokens[at + 1] is var after
            && (
                after.Text is "'s" or "first"
                || Verbal(after)
                || after.Before is Break.Comma or Break.Clause
                || Words.Joiners.Contains(after.Text)
                || (!Inflected(token) && Inflected(after))
            );
    }

    // Without capitals: "with siti", "second one siti she ...", "okay siti took".
    private static bool Introduced(IReadOnlyList<Token> tokens, int at)
    {
        var lead = at > 0 ? tokens[at - 1].Text : "";
        if (Words.BeforeNames.Contains(lead))
            return true;
        if (at + 1 >= tokens.Count)
            return false;
        var after = tokens[at + 1];
        return (Counts(tokens, at - 1) && Follows(after.Text))
            || (
                after.Before == Break.None
                && (after.Text == "'s" || Verbal(after))
                && (at == 0 || tokens[at].Before != Break.None || Words.Joiners.Contains(lead) || lead is "under" or "okay")
            );
    }

    /// <summary>
    /// For each word, whether it is the name of another partner that stands before what was done like a label: "Sunniva: lost, RNC.
    /// Cosmo (won): kimura". The first label opens nothing and is none.
    /// </summary>
    /// <param name="tokens">The words.</param>
    /// <param name="names">For each, whether it is a name.</param>
    public static bool[] Labels(IReadOnlyList<Token> tokens, bool[] names)
    {
        var labels = new bool[tokens.Count];
        string? last = null;
        for (var at = 0; at + 1 < tokens.Count; at++)
        {
            if (!names[at] || (at > 0 && tokens[at].Before != Break.Sentence) || tokens[at + 1].Before != Break.Clause)
                continue;
            labels[at] = last is not null && last != tokens[at].Text;
            last = tokens[at].Text;
        }

        return labels;
    }

    // "Levente ... juji (I) x, L turns in": a capital alone is the name that begins with it, where it cannot be a word.
    private static bool IsInitial(Token token, HashSet<char> initials) =>
        token.Text.Length == 1
        && token.Capital
        && initials.Contains(token.Text[0])
        && token.Text != "i"
        && (token.Text != "a" || token.Bracketed);

    // "First farid i pull ...", "third one siti she shot": a word that nobody knows, counted, and then somebody who does something.
    private static bool Counts(IReadOnlyList<Token> tokens, int at) =>
        at >= 0
        && (
            Words.Numbers.ContainsKey(tokens[at].Text) && (tokens[at].Text != "one" || at == 0 || tokens[at].Before != Break.None)
            || Words.GoesOn.Contains(tokens[at].Text) && tokens[at].Text != "and"
            || tokens[at].Text == "one" && at > 0 && Words.Numbers.ContainsKey(tokens[at - 1].Text)
        );

    private static bool Follows(string word) => Words.SubjectMe.Contains(word) || Words.SubjectThem.Contains(word) || word == "we";

    private static bool Plain(Token token, Lexicon lexicon) =>
        Words.Everyday.Contains(token.Text)
        || Words.Everyday.Contains(token.Stem)
        || lexicon.Knows(token.Stem)
        || Words.Function.Contains(token.Text);

    // "Sunniva snatched a darce": what was done by somebody whose name opens the sentence; "Smashed passed", "Slowly settled" name nobody.
    private static bool Inflected(Token token) =>
        token.Text.EndsWith("ed", StringComparison.Ordinal)
        || token.Text.EndsWith("ly", StringComparison.Ordinal)
        || token.Text.EndsWith("ing", StringComparison.Ordinal)
        || Stems.IsIrregular(token.Text);

    /// <summary>Whether a word is one that somebody named is often followed by: "Sunniva took".</summary>
    public static bool Verbal(Token token) => Words.Verbs.Contains(token.Stem);
}
