using AshNotch.Core.Telling.Syntax;
using AshNotch.Core.Telling.Text;

namespace AshNotch.Core.Telling.Timeline;

/// <summary>Finds the sentences that keep a lesson: "need to ...", "next time ...", "coach said ...".</summary>
internal static class Takeaways
{
    private static readonly (string First, string Second)[] Marks =
    [
        ("need", "to"),
        ("next", "time"),
        ("coach", "said"),
        ("coach", "says"),
        ("coach", "told"),
        ("should", "have"),
        ("have", "to"),
        ("want", "to"),
        ("remember", "to"),
        ("note", "to"),
        ("must", ""),
        ("lesson", ""),
        ("takeaway", ""),
        ("next", "week"),
        ("told", "me"),
        ("homework", ""),
    ];

    /// <summary>The sentences, as spans.</summary>
    public static IReadOnlyList<Span> Of(IReadOnlyList<Token> tokens, Grammar grammar)
    {
        var found = new List<Span>();
        for (var at = 0; at < tokens.Count; at++)
        {
            var next = at + 1 < tokens.Count ? tokens[at + 1].Text : "";
            if (!Marks.Any(m => m.First == tokens[at].Text && (m.Second.Length == 0 || m.Second == next)))
                continue;
            var start = at;
            while (
                start > 0
                && at - start < 12
                && tokens[start].Before == Break.None
                && !(Words.Joiners.Contains(tokens[start].Text) && Words.Resumes.Contains(tokens[start].Text))
            )
                start--;
            var end = at;
            while (
                end + 1 < tokens.Count
                && end - at < 30
                && grammar.Sentence[end + 1] == grammar.Sentence[at]
                && tokens[end + 1].Text is not ("but" or "anyway")
                && tokens[end + 1].Before < Break.Clause
            )
                end++;
            found.Add(new Span(tokens[start].Source.Start, tokens[end].Source.End - tokens[start].Source.Start));
            at = end;
        }

        return found;
    }
}
