using AshNotch.Core.Telling.Syntax;
using AshNotch.Core.Telling.Text;

namespace AshNotch.Core.Telling.Phrases;

/// <summary>
/// Words that open another roll of the same evening: "second round with ...", "R2", "then Hui Min, she ...", "two with Lamar". A
/// bare number or "then" does so only where a first one was counted and another partner is named.
/// </summary>
internal static class Rounds
{
    /// <summary>The most further rolls of one account: nobody has rolled more often in an evening.</summary>
    private const int Most = 60;

    /// <summary>How near a number and a name must stand.</summary>
    private const int Beside = 3;

    /// <summary>Adds an event where a further roll begins, or a further go of the same; the first needs none.</summary>
    /// <param name="grammar">The account with its names.</param>
    /// <param name="hits">Takes the events.</param>
    public static void Find(Grammar grammar, List<Hit> hits)
    {
        var (tokens, names, labels) = (grammar.Tokens, grammar.Names, grammar.Labels);
        var found = 0;
        var goes = false;
        // The partners named so far; and, once a first roll was counted, the number of the last one.
        var partners = new HashSet<string>(StringComparer.Ordinal);
        var counted = 0;
        for (var at = 0; at < tokens.Count && found < Most; at++)
        {
            if (Go(tokens, at))
            {
                if (goes && Words.FurtherRounds.Contains(tokens[at].Text))
                    hits.Add(new Hit(at, at + 2, new Meaning(MeaningKind.Event, "reset"), 3, 0, false, []));
                goes |= tokens[at].Text == "first";
            }

            var number = Number(tokens, at);
            var name = number > 0 || Words.GoesOn.Contains(tokens[at].Text) ? NameBeside(tokens, names, at, number > 0) : -1;
            var words =
                labels[at] ? 1
                : at > 0 ? Marked(tokens, at)
                : 0;
            if (number == 1 && name >= 0)
                counted = 1;
            else if (words == 0 && name >= 0 && counted > 0 && Opens(tokens, at))
                words =
                    number == counted + 1 && tokens[at].Before >= Break.Clause
                    || !partners.Contains(tokens[name].Text) && (number > counted || number == 0)
                        ? Math.Max(at, name) + 1 - at
                        : 0;
            if (names[at])
                partners.Add(tokens[at].Text);
            if (words == 0)
                continue;
            found++;
            counted = Math.Max(counted + 1, number);
            for (var seen = at; seen < at + words; seen++)
                if (names[seen])
                    partners.Add(tokens[seen].Text);
            hits.Add(new Hit(at, at + words, new Meaning(MeaningKind.Event, "next-roll"), 3, 0, false, []));
            at += words - 1;
        }
    }

    // "First go I passed. Second go he swept me": each begins where the first began.
    private static bool Go(IReadOnlyList<Token> tokens, int at) =>
        at + 1 < tokens.Count
        && Words.Goes.Contains(tokens[at + 1].Text)
        && tokens[at + 1].Before == Break.None
        && (at == 0 || tokens[at].Before >= Break.Comma || Words.Joiners.Contains(tokens[at - 1].Text));

    // Words that need no name: how many they are.
    private static int Marked(IReadOnlyList<Token> tokens, int at)
    {
        var word = tokens[at].Text;
        var next = at + 1 < tokens.Count ? tokens[at + 1].Text : "";
        if (!Opens(tokens, at) && tokens[at - 1].Text is not ("the" or "my"))
            return 0;
        if (Words.FurtherRounds.Contains(word) && Words.Rounds.Contains(next))
            return at + 2 < tokens.Count && tokens[at + 2].Text is "before" or "of" ? 0 : 2;
        // "In the first he passed me. In the second I swept", "first one ..., second one ...".
        if (Words.FurtherRounds.Contains(word) && Ordinal(tokens, at) && WasFirst(tokens, at))
            return 1;
        // "Second one lasted longer": no try lasts.
        if (Words.FurtherRounds.Contains(word) && next == "one" && at + 2 < tokens.Count && Words.RoundDoes.Contains(tokens[at + 2].Stem))
            return 2;
        if (Words.Rounds.Contains(word) && Words.Numbers.GetValueOrDefault(next) > 1)
            return 2;
        if (word.Length == 2 && word[0] == 'r' && char.IsDigit(word[1]) && word[1] > '1')
            return 1;
        return word is "then" or "next" && Words.Against.Contains(next) && tokens[at].Before >= Break.Clause ? 2 : 0;
    }

    /// <summary>An ordinal that stands for a round: behind "in the", or before "one".</summary>
    private static bool Ordinal(IReadOnlyList<Token> tokens, int at) =>
        (at > 1 && tokens[at - 1].Text == "the" && tokens[at - 2].Text == "in" && tokens[at - 2].Before >= Break.Sentence)
        || (at + 1 < tokens.Count && tokens[at + 1].Text == "one" && tokens[at].Before >= Break.Sentence);

    /// <summary>Whether a first one was told in the same way before.</summary>
    private static bool WasFirst(IReadOnlyList<Token> tokens, int at)
    {
        for (var before = at - 1; before >= 0; before--)
            if (tokens[before].Text == "first")
                return Ordinal(tokens, before);
        return false;
    }

    /// <summary>Which roll a word counts: 1 for "first", "one", "r1"; 0 when it counts none.</summary>
    private static int Number(IReadOnlyList<Token> tokens, int at)
    {
        var word = tokens[at].Text;
        if (word.Length == 2 && word[0] == 'r' && char.IsDigit(word[1]))
            return word[1] - '0';
        if (char.IsDigit(word[0]))
            return tokens[at].Before >= Break.Clause || at == 0 ? (word.Length == 1 ? word[0] - '0' : 0) : 0;
        return Words.Numbers.GetValueOrDefault(word);
    }

    // "first farid", "carys first", "two with lamar", "third one siti", "next up was Solange"; without a number only right after.
    private static int NameBeside(IReadOnlyList<Token> tokens, bool[] names, int at, bool number)
    {
        for (var after = at + 1; after <= at + Beside && after < tokens.Count; after++)
        {
            if (tokens[after].Before >= Break.Clause)
                break;
            if (names[after])
                return after;
            if (!Words.CountsOn.Contains(tokens[after].Text))
                break;
        }

        return number && at > 0 && names[at - 1] && tokens[at].Before == Break.None ? at - 1 : -1;
    }

    // A new clause, line or sentence; in dictation, which has none, a word that may begin one.
    private static bool Opens(IReadOnlyList<Token> tokens, int at) =>
        at == 0
        || tokens[at].Before != Break.None
        || Words.Joiners.Contains(tokens[at - 1].Text)
        || Words.GoesOn.Contains(tokens[at].Text)
        || Words.Numbers.GetValueOrDefault(tokens[at].Text) > 1;
}
