namespace AshNotch.Core.Telling;

/// <summary>Words that open another roll: "second round with ...", "R2", "next one was against ...".</summary>
internal static class RollMarks
{
    private static readonly HashSet<string> Ordinals = ["second", "third", "fourth", "fifth", "sixth", "next", "last", "final", "another"];
    private static readonly HashSet<string> Rounds = ["round", "roll", "match", "rounds"];

    /// <summary>The most further rolls of one account: nobody has rolled more often in an evening.</summary>
    private const int Most = 60;

    /// <summary>Adds an event where a further roll begins; the first roll needs none.</summary>
    public static void Find(IReadOnlyList<Token> tokens, List<Hit> hits)
    {
        var found = 0;
        for (var at = 1; at < tokens.Count && found < Most; at++)
        {
            var word = tokens[at].Text;
            var next = at + 1 < tokens.Count ? tokens[at + 1].Text : "";
            var lead =
                tokens[at].Before != Break.None || Words.Joiners.Contains(tokens[at - 1].Text) || tokens[at - 1].Text is "the" or "my";
            if (!lead)
                continue;
            var ordinal = Ordinals.Contains(word) && Rounds.Contains(next) && !After(tokens, at, "before", "of");
            var numbered =
                (Rounds.Contains(word) && next is "two" or "three" or "four" or "five" or "2" or "3" or "4" or "5")
                || (word.Length == 2 && word[0] == 'r' && char.IsDigit(word[1]) && word[1] > '1');
            var withNext = word is "then" or "next" && next is "with" or "against" or "vs" && tokens[at].Before >= Break.Clause;
            if (!ordinal && !numbered && !withNext)
                continue;
            found++;
            hits.Add(
                new Hit(
                    at,
                    Math.Min(tokens.Count, ordinal || withNext || Rounds.Contains(word) ? at + 2 : at + 1),
                    new Meaning(MeaningKind.Event, "next-roll"),
                    3,
                    0,
                    false,
                    []
                )
            );
        }
    }

    private static bool After(IReadOnlyList<Token> tokens, int at, params string[] words) =>
        at + 2 < tokens.Count && words.Contains(tokens[at + 2].Text);
}
