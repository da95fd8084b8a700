using AshNotch.Core.Telling.Decoding;
using AshNotch.Core.Telling.Phrases;
using AshNotch.Core.Telling.Text;

namespace AshNotch.Core.Telling.Syntax;

/// <summary>
/// Finds the words that tell nothing of this roll: what-ifs, plans, advice, habits, other days and other people's rounds.
/// </summary>
internal static class Unreality
{
    private const int LongSentence = 45;

    /// <summary>For each word, whether it is no part of what happened.</summary>
    public static bool[] Of(Grammar grammar, IReadOnlyList<Hit> cues)
    {
        var count = grammar.Tokens.Count;
        var unreal = new bool[count];
        var marked = new HashSet<(bool Sentence, int Number)>();
        foreach (var cue in cues)
        {
            if (cue.Meaning.Id == "elsewhere")
                Mark(grammar, unreal, marked, cue.From, wholeSentence: true);
            else if (cue.Meaning.Id == "hypothetical")
                Suppose(grammar, unreal, marked, cue);
        }

        OtherPeople(grammar, unreal);
        return unreal;
    }

    private static void Suppose(Grammar grammar, bool[] unreal, HashSet<(bool Sentence, int Number)> marked, Hit cue)
    {
        var tokens = grammar.Tokens;
        var word = tokens[cue.From].Text;
        if (Words.RulesOut.Contains(word))
        {
            for (var at = cue.From; at < tokens.Count && grammar.Clause[at] == grammar.Clause[cue.From]; at++)
            {
                if (at > cue.To + 5 || (at > cue.To && Own(tokens[at].Text)))
                    break;
                unreal[at] = true;
            }

            return;
        }

        if (
            cue.From > 0
            && word is "need" or "needed"
            && tokens[cue.From - 1].Text is var before
            && (before is "not" or "never" || before.EndsWith("n't", StringComparison.Ordinal))
        )
            return;
        Mark(grammar, unreal, marked, cue.From, wholeSentence: false);
        if (!Words.RulesOutAll.Contains(word))
            return;
        for (var at = cue.To; at < tokens.Count && grammar.Sentence[at] == grammar.Sentence[cue.From]; at++)
        {
            if (Ends(grammar, at, cue) || (SentenceLength(grammar, at) > LongSentence && at > cue.To + 10))
                break;
            unreal[at] = true;
        }
    }

    private static bool Own(string word) => Words.SubjectMe.Contains(word) || Words.SubjectThem.Contains(word);

    private static bool Ends(Grammar grammar, int at, Hit cue)
    {
        var word = grammar.Tokens[at].Text;
        if (at > 0 && grammar.Tokens[at].Before == Break.Clause && grammar.Tokens[cue.From].Text is not ("if" or "had"))
            return true;
        return at > cue.To && Words.BackToFacts.Contains(word)
            || (
                word == "and"
                && at + 1 < grammar.Tokens.Count
                && Own(grammar.Tokens[at + 1].Text)
                && grammar.Tokens[cue.From].Text is not ("if" or "had")
            );
    }

    private static int SentenceLength(Grammar grammar, int at)
    {
        var start = at;
        while (start > 0 && at - start <= LongSentence && grammar.Sentence[start - 1] == grammar.Sentence[at])
            start--;
        var end = at;
        while (end < grammar.Tokens.Count && end - at <= LongSentence && grammar.Sentence[end] == grammar.Sentence[at])
            end++;
        return end - start;
    }

    private static void Mark(Grammar grammar, bool[] unreal, HashSet<(bool Sentence, int Number)> marked, int at, bool wholeSentence)
    {
        var unit = wholeSentence && SentenceLength(grammar, at) <= LongSentence ? grammar.Sentence : grammar.Clause;
        if (!marked.Add((ReferenceEquals(unit, grammar.Sentence), unit[at])))
            return;
        var (first, end) = (Places.First(unit, u => u >= unit[at]), Places.First(unit, u => u > unit[at]));
        Array.Fill(unreal, true, first, end - first);
    }

    // "Watched Mirek throw Halima": two people, neither of them the owner.
    private static void OtherPeople(Grammar grammar, bool[] unreal)
    {
        var start = 0;
        for (var at = 1; at <= grammar.Tokens.Count; at++)
        {
            if (at < grammar.Tokens.Count && grammar.Clause[at] == grammar.Clause[start])
                continue;
            var names = new HashSet<string>(StringComparer.Ordinal);
            var me = false;
            for (var word = start; word < at; word++)
            {
                if (grammar.Names[word])
                    names.Add(grammar.Tokens[word].Text);
                me |=
                    Words.SubjectMe.Contains(grammar.Tokens[word].Text)
                    || Words.Mine.Contains(grammar.Tokens[word].Text)
                    || Words.ObjectMe.Contains(grammar.Tokens[word].Text);
            }

            if (names.Count > 1 && !me)
                Array.Fill(unreal, true, start, at - start);
            start = at;
        }
    }
}
