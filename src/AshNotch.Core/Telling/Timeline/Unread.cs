using AshNotch.Core.Telling.Decoding;
using AshNotch.Core.Telling.Features;
using AshNotch.Core.Telling.Phrases;
using AshNotch.Core.Telling.Syntax;
using AshNotch.Core.Telling.Text;

namespace AshNotch.Core.Telling.Timeline;

/// <summary>Lists what looks as if it meant something and was not read: odd words, and phrases passed over for want of sense.</summary>
internal static class Unread
{
    /// <summary>The unread spans, in order, none overlapping.</summary>
    public static IReadOnlyList<Span> Of(
        IReadOnlyList<Token> tokens,
        Grammar grammar,
        Lexicon lexicon,
        IReadOnlyList<Step> steps,
        IReadOnlyList<Evidence> evidence,
        int length
    )
    {
        var used = new bool[tokens.Count];
        foreach (var step in steps)
        {
            if (step.Evidence is { } read)
                Array.Fill(used, true, read.Hit.From, read.Hit.To - read.Hit.From);
        }

        var passed = new bool[tokens.Count];
        foreach (var one in evidence.Where(e => e.Hit.Meaning.Kind == MeaningKind.Technique && e.Gain > 1 && e.Hit.Cost < 0.5))
        {
            if (!Enumerable.Range(one.Hit.From, one.Hit.To - one.Hit.From).Any(at => used[at]))
                Array.Fill(passed, true, one.Hit.From, one.Hit.To - one.Hit.From);
        }

        var spans = new List<Span>();
        for (var at = 0; at < tokens.Count; at++)
        {
            var odd =
                !used[at]
                && tokens[at].Text.Length > 2
                && char.IsLetter(tokens[at].Text[0])
                && !grammar.Names[at]
                && !Words.Function.Contains(tokens[at].Text)
                && !Words.Everyday.Contains(tokens[at].Text)
                && !Words.Everyday.Contains(tokens[at].Stem)
                && !lexicon.Knows(tokens[at].Stem);
            if (!odd && !(passed[at] && !used[at]))
                continue;
            if (spans.Count > 0 && at > 0 && spans[^1].End == tokens[at - 1].Source.End && tokens[at].Before == Break.None)
                spans[^1] = new Span(spans[^1].Start, tokens[at].Source.End - spans[^1].Start);
            else
                spans.Add(tokens[at].Source);
        }

        if (length > AccountReader.LongestText)
            spans.Add(new Span(AccountReader.LongestText, length - AccountReader.LongestText));
        return spans;
    }
}
