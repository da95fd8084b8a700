using AshNotch.Core.Ground;
using AshNotch.Core.Log;
using AshNotch.Core.Telling.Text;

namespace AshNotch.Core.Telling.Timeline;

/// <summary>
/// Taps that are told by their number: "got her with two triangles", "tapped me twice with an armbar", "rnc x2". Each is an exchange
/// of its own; those that are told one by one right after it are not told again.
/// </summary>
internal static class Counts
{
    /// <summary>Nobody tells more than these in one word.</summary>
    private const int Most = 6;

    /// <summary>How far from the submission's words a number of times may stand.</summary>
    private const int Near = 5;

    /// <summary>The exchanges with those that are counted told as often.</summary>
    public static IReadOnlyList<ToldExchange> Of(IReadOnlyList<ToldExchange> exchanges, IReadOnlyList<Token> tokens)
    {
        var told = new List<ToldExchange>();
        for (var at = 0; at < exchanges.Count; at++)
        {
            var exchange = exchanges[at];
            told.Add(exchange);
            if (exchange is not { End.Kind: EndKind.Tap, Moments: [.., var last] } || last.Moment.Technique != exchange.End.Technique)
                continue;
            var times = Times(tokens, last.Source) - 1;
            for (var next = at + 1; times > 0 && next < exchanges.Count && Same(exchanges[next], exchange); next++)
                times--;
            for (; times > 0; times--)
                told.Add(exchange with { Start = null, Moments = [last] });
        }

        return told;
    }

    private static bool Same(ToldExchange one, ToldExchange other) =>
        one.Roll == other.Roll && one.End is { Kind: EndKind.Tap } end && end.By == other.End!.By && end.Technique == other.End.Technique;

    private static int Times(IReadOnlyList<Token> tokens, Span source)
    {
        var from = tokens.FirstAt(source.Start);
        var to = from;
        while (to < tokens.Count && tokens[to].Source.Start < source.End)
            to++;
        // "Two triangles".
        if (
            from > 0
            && tokens[from].Before == Break.None
            && tokens[to - 1].Text.EndsWith('s')
            && Words.Numbers.GetValueOrDefault(tokens[from - 1].Text) is > 1 and <= Most and var number
            && !tokens[from - 1].Text.EndsWith("nd", StringComparison.Ordinal)
            && !tokens[from - 1].Text.EndsWith("rd", StringComparison.Ordinal)
            && !tokens[from - 1].Text.EndsWith("th", StringComparison.Ordinal)
        )
            return number;
        for (var at = to; at < tokens.Count && at < to + Near && tokens[at].Before < Break.Clause; at++)
            if (TimesAt(tokens, at) is > 1 and var after)
                return after;
        for (var at = from - 1; at >= 0 && at >= from - Near && tokens[at + 1].Before < Break.Comma; at--)
            if (TimesAt(tokens, at) is > 1 and var before)
                return before;
        return 1;
    }

    // "Twice", "both times", "three times", "x2"; not "tapped on my leg three times".
    private static int TimesAt(IReadOnlyList<Token> tokens, int at)
    {
        var word = tokens[at].Text;
        if (at > 0 && Words.TappedOn.Contains(tokens[at - 1].Text))
            return 0;
        if (word == "twice")
            return 2;
        if (word.Length == 2 && (word[0] == 'x' && char.IsDigit(word[1]) || word[1] == 'x' && char.IsDigit(word[0])))
            return Math.Min(Most, word.Max() == 'x' ? word.Min() - '0' : 0);
        var next = at + 1 < tokens.Count ? tokens[at + 1].Text : "";
        if (next != "times")
            return 0;
        return word == "both" ? 2
            : Words.Numbers.GetValueOrDefault(word) is var number and <= Most ? number
            : 0;
    }
}
