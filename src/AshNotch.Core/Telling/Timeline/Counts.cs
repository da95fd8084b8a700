using AshNotch.Core.Ground;
using AshNotch.Core.Log;
using AshNotch.Core.Telling.Text;

namespace AshNotch.Core.Telling.Timeline;

/// <summary>
/// What is told by its number. Taps: "got her with two triangles", "tapped me twice with an armbar", "rnc x2" are exchanges of their
/// own. Anything else: "swept her twice", "three triangle attempts, none worked" happened as often in theirs. Those that are told
/// one by one right behind it are not told again.
/// </summary>
internal static class Counts
{
    /// <summary>Nobody tells more than these in one word.</summary>
    private const int Most = 6;

    /// <summary>How far from the submission's words a number of times may stand.</summary>
    private const int Near = 5;

    /// <summary>The exchanges with those that are counted told as often.</summary>
    public static IReadOnlyList<ToldExchange> Of(IReadOnlyList<ToldExchange> exchanges, IReadOnlyList<Token> tokens, GroundMap ground)
    {
        var told = new List<ToldExchange>();
        for (var at = 0; at < exchanges.Count; at++)
        {
            var exchange = Repeated(exchanges[at], tokens, ground);
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

    // Moments that are told by their number; a submission that came off is an exchange.
    private static ToldExchange Repeated(ToldExchange exchange, IReadOnlyList<Token> tokens, GroundMap ground)
    {
        var moments = new List<ToldMoment>();
        for (var at = 0; at < exchange.Moments.Count; at++)
        {
            var moment = exchange.Moments[at];
            moments.Add(moment);
            var tappedTo = at + 1 == exchange.Moments.Count && exchange.End is { Kind: EndKind.Tap };
            // "Twice she peeled my hand off": the number is that of the tries it answers.
            if (tappedTo || ground.Technique(moment.Moment.Technique) is not { } technique || technique.Kind == TechniqueKind.Defence)
                continue;
            // The number stands between the moments before and behind it.
            var after = at > 0 ? exchange.Moments[at - 1].Source.End : 0;
            var before = at + 1 < exchange.Moments.Count ? exchange.Moments[at + 1].Source.Start : int.MaxValue;
            var times = Times(tokens, moment.Source, after, before) - 1;
            var last = Math.Min(at + times, exchange.Moments.Count - 1);
            for (var next = at + 1; next <= last; next++)
                if (Same(exchange.Moments[next].Moment, moment.Moment))
                    times--;
            for (; times > 0; times--)
                moments.Add(moment);
        }

        return moments.Count == exchange.Moments.Count ? exchange : exchange with { Moments = moments };
    }

    private static bool Same(Moment one, Moment other) => one.Technique == other.Technique && one.Actor == other.Actor;

    private static bool Same(ToldExchange one, ToldExchange other) =>
        one.Roll == other.Roll && one.End is { Kind: EndKind.Tap } end && end.By == other.End!.By && end.Technique == other.End.Technique;

    private static int Times(IReadOnlyList<Token> tokens, Span source, int after = 0, int before = int.MaxValue)
    {
        var from = tokens.FirstAt(source.Start);
        var to = from;
        while (to < tokens.Count && tokens[to].Source.Start < source.End)
            to++;
        // "Two triangles".
        if (
            from > 0
            && tokens[from].Before == Break.None
            && (tokens[to - 1].Text.EndsWith('s') || (to < tokens.Count && Words.Tries.Contains(tokens[to].Text)))
            && Words.Numbers.GetValueOrDefault(tokens[from - 1].Text) is > 1 and <= Most and var number
            && !tokens[from - 1].Text.EndsWith("nd", StringComparison.Ordinal)
            && !tokens[from - 1].Text.EndsWith("rd", StringComparison.Ordinal)
            && !tokens[from - 1].Text.EndsWith("th", StringComparison.Ordinal)
        )
            return number;
        for (var at = to; at < tokens.Count && at < to + Near && tokens[at].Source.Start < before && !Parts(tokens, at, Break.Clause); at++)
            if (TimesAt(tokens, at) is > 1 and var times)
                return times;
        for (
            var at = from - 1;
            at >= 0 && at >= from - Near && tokens[at].Source.Start >= after && !Parts(tokens, at + 1, Break.Comma);
            at--
        )
            if (TimesAt(tokens, at) is > 1 and var times)
                return times;
        return 1;
    }

    // "Took me down twice and I guillotined him": the number is of what it stands with.
    private static bool Parts(IReadOnlyList<Token> tokens, int at, Break least) =>
        tokens[at].Before >= least || Words.SubjectMe.Contains(tokens[at].Text) || Words.SubjectThem.Contains(tokens[at].Text);

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
        if (next != "times" && !Words.Tries.Contains(next))
            return 0;
        return word == "both" ? 2
            : Words.Numbers.GetValueOrDefault(word) is var number and <= Most ? number
            : 0;
    }
}
