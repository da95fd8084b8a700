using AshNotch.Core.Telling.Text;

namespace AshNotch.Core.Telling.Syntax;

/// <summary>
/// Marks by which a notebook says who did what without a word for it: "K=me C=Cosmo", coloured signs explained at its head, capitals or
/// brackets for the other, a column each, plus and minus before its lines, "me:" and "him:". Common practice of notes, no source.
/// </summary>
internal static class Marks
{
    private const int LeastLines = 2;

    /// <summary>How many words at the head may explain marks.</summary>
    private const int Head = 24;

    /// <summary>For each word, whose it opens: 1 the owner, -1 the partner, 0 when it says nothing.</summary>
    public static int[] Of(IReadOnlyList<Token> tokens, bool[] names)
    {
        var who = new int[tokens.Count];
        Labels(tokens, who);
        Lines(tokens, who);
        Letters(tokens, names, who);
        Columns(tokens, names, who);
        Brackets(tokens, names, who);
        if (Explained(tokens, names, Words.SaysCapitals) is var capitals and not 0)
            All(tokens, who, t => t.Shouted, capitals);
        if (Explained(tokens, names, Words.SaysBrackets) is var inside and not 0)
            All(tokens, who, t => t.Bracketed, inside);
        return who;
    }

    // "Me: single leg / him: stuffed it", "2:40 me bridge".
    private static void Labels(IReadOnlyList<Token> tokens, int[] who)
    {
        for (var at = 0; at < tokens.Count; at++)
        {
            var whose =
                Words.ObjectMe.Contains(tokens[at].Text) ? 1
                : Words.ObjectThem.Contains(tokens[at].Text) ? -1
                : 0;
            if (whose == 0 || at + 1 >= tokens.Count)
                continue;
            var colon = tokens[at].Before >= Break.Clause && tokens[at + 1].Before == Break.Clause;
            var timed =
                at > 0
                && tokens[at - 1].Text.Contains(':', StringComparison.Ordinal)
                && tokens[at - 1].Before == Break.Sentence
                && tokens[at].Text != "her";
            if (colon || timed)
                who[at] = whose;
        }
    }

    // Plus before what was mine, minus before what was theirs, unless the notebook explains them otherwise.
    private static void Lines(IReadOnlyList<Token> tokens, int[] who)
    {
        if (
            tokens.Count(t => t.Lead == '+') < LeastLines
            || tokens.Count(t => IsMinus(t.Lead)) < LeastLines
            || tokens.Take(Head).Any(t => Words.SaysSigns.Contains(t.Text))
        )
            return;
        for (var at = 0; at < tokens.Count; at++)
            if (tokens[at].Lead != default)
                who[at] =
                    tokens[at].Lead == '+' ? 1
                    : IsMinus(tokens[at].Lead) ? -1
                    : 0;
    }

    private static bool IsMinus(char lead) => lead is '-' or '\u2013';

    // "K=me C=Cosmo", "A me, B Cosmo", "\ud83d\udfe2\ud83d\udfe1 me \ud83d\udd34\ud83d\udfe0 her".
    private static void Letters(IReadOnlyList<Token> tokens, bool[] names, int[] who)
    {
        var legend = new Dictionary<string, int>(StringComparer.Ordinal);
        var last = -1;
        for (var at = 0; at + 1 < tokens.Count && at < Head; at++)
        {
            var whose = tokens[at + 1].Before is Break.None or Break.Arrow ? Person(tokens, names, at + 1) : 0;
            if (whose == 0)
                continue;
            var letter = tokens[at].Capital && tokens[at].Text.Length == 1 && tokens[at].Text != "i";
            if (letter && legend.TryAdd(tokens[at].Text, whose))
                last = at;
            for (var sign = at; sign >= 0 && IsSign(tokens[sign]); sign--)
                if (legend.TryAdd(tokens[sign].Text, whose))
                    last = at;
        }

        // One that is explained alone parts nothing.
        if (legend.Values.Distinct().Count() < 2)
            return;
        for (var at = last + 1; at < tokens.Count; at++)
            if (legend.TryGetValue(tokens[at].Text, out var whose) && (tokens[at].Capital || IsSign(tokens[at])))
                who[at] = whose;
    }

    // "me | Cosmo" over lines that have a column each.
    private static void Columns(IReadOnlyList<Token> tokens, bool[] names, int[] who)
    {
        var columns = new Dictionary<int, int>();
        for (var at = 0; at < tokens.Count; at++)
        {
            var opens = at == 0 || tokens[at].Before == Break.Sentence || tokens[at].Column != tokens[at - 1].Column;
            if (columns.Count > 1)
            {
                if (opens)
                    who[at] = columns.GetValueOrDefault(tokens[at].Column);
                continue;
            }

            if (at > Head)
                return;
            if (at > 0 && tokens[at].Before == Break.Sentence && tokens[at].Column == 0)
                columns.Clear();
            var alone = at + 1 >= tokens.Count || tokens[at + 1].Before >= Break.Clause;
            if (opens && alone && Person(tokens, names, at) is var whose and not 0 && !columns.ContainsValue(whose))
                columns[tokens[at].Column] = whose;
        }
    }

    // "[mine] {theirs}".
    private static void Brackets(IReadOnlyList<Token> tokens, bool[] names, int[] who)
    {
        var kinds = new Dictionary<char, int>();
        var head = 0;
        for (var at = 0; at < tokens.Count && at < Head && kinds.Count < 2; at++)
        {
            var whose = tokens[at].Bracketed ? Person(tokens, names, at) : 0;
            if (whose == 0 || (at > 0 && tokens[at - 1].Bracket == tokens[at].Bracket && tokens[at].Before == Break.None))
                continue;
            if (!kinds.ContainsValue(whose) && kinds.TryAdd(tokens[at].Bracket, whose))
                head = at;
        }

        if (kinds.Count < 2)
            return;
        for (var at = head + 1; at < tokens.Count; at++)
            if (kinds.TryGetValue(tokens[at].Bracket, out var whose) && tokens[at].Before >= Break.Clause)
                who[at] = whose;
    }

    // "CAPS = the other", "his moves in brackets": whose those are; 0 where nothing says so.
    private static int Explained(IReadOnlyList<Token> tokens, bool[] names, IReadOnlySet<string> word)
    {
        for (var at = 0; at < tokens.Count && at < Head; at++)
        {
            if (!word.Contains(tokens[at].Text))
                continue;
            for (var far = 1; far <= 3; far++)
                foreach (var near in new[] { at + far, at - far })
                {
                    if (near < 0 || near >= tokens.Count)
                        continue;
                    if (Person(tokens, names, near) is var whose and not 0)
                        return near > 0 && tokens[near - 1].Text == "not" ? -whose : whose;
                    if (tokens[near].Text == "other")
                        return -1;
                }
        }

        return 0;
    }

    // Those that have the mark, and all others to the other.
    private static void All(IReadOnlyList<Token> tokens, int[] who, Func<Token, bool> has, int whose)
    {
        for (var at = 0; at < tokens.Count; at++)
            if (at == 0 || tokens[at].Before >= Break.Arrow || has(tokens[at]) != has(tokens[at - 1]))
                who[at] = has(tokens[at]) ? whose : -whose;
    }

    private static int Person(IReadOnlyList<Token> tokens, bool[] names, int at) =>
        Words.ObjectMe.Contains(tokens[at].Text) || tokens[at].Text is "i" or "mine" ? 1
        : Words.ObjectThem.Contains(tokens[at].Text) || Words.Theirs.Contains(tokens[at].Text) || (names[at] && tokens[at].Text.Length > 1)
            ? -1
        : 0;

    private static bool IsSign(Token token) =>
        token.Text.Length > 0 && !char.IsLetterOrDigit(token.Text[0]) && token.Text[0] != '\'' && token.Text is not ("\u2713" or "\u2717");
}
