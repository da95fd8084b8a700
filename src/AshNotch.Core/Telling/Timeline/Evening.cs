using System.Globalization;
using AshNotch.Core.Ground;
using AshNotch.Core.Log;
using AshNotch.Core.Telling.Features;
using AshNotch.Core.Telling.Phrases;
using AshNotch.Core.Telling.Syntax;
using AshNotch.Core.Telling.Text;

namespace AshNotch.Core.Telling.Timeline;

/// <summary>
/// An evening that is told by partner, without a word that counts its rounds: "Rolled with Odalys, then Cosmo, then Fenwick. Odalys
/// passed me. Got Cosmo with a triangle." Each partner of the list gets a roll, in its order, and what was told goes to whoever is
/// named with it. Without a list, and without a number of rounds at the start, names part nothing: they may be anybody's.
/// </summary>
internal sealed class Evening
{
    /// <summary>The most rounds that are taken with one partner.</summary>
    private const int MostWithOne = 10;

    /// <summary>One partner of the evening: a name of one or more words, and how many rounds.</summary>
    private sealed record Partner(string Name, string First, int Rounds, Span Source);

    private readonly IReadOnlyList<Token> tokens;
    private readonly Grammar grammar;
    private readonly List<Partner> partners;
    private readonly int[] with;

    private Evening(IReadOnlyList<Token> tokens, Grammar grammar, List<Partner> partners)
    {
        (this.tokens, this.grammar, this.partners) = (tokens, grammar, partners);
        with = About(tokens, grammar, [.. partners.Select(p => p.First)]);
    }

    /// <summary>The evening that an account tells; null when its words give no list of partners, or count its rounds themselves.</summary>
    /// <param name="tokens">The account.</param>
    /// <param name="grammar">Its names and sentences.</param>
    /// <param name="mentions">What may be told in it: a sentence that tells something is no list.</param>
    public static Evening? Of(IReadOnlyList<Token> tokens, Grammar grammar, IReadOnlyList<Evidence> mentions)
    {
        if (tokens.Count == 0 || mentions.Any(m => m.Hit.Meaning is { Kind: MeaningKind.Event, Id: "next-roll" }))
            return null;
        var told = new bool[tokens.Count];
        foreach (var mention in mentions.Where(m => m.Hit.Meaning.Kind == MeaningKind.Technique && m.Gain > 0))
            told.AsSpan(mention.Hit.From, mention.Hit.To - mention.Hit.From).Fill(true);
        var partners = Listed(tokens, grammar, told);
        return partners.Count < 2 ? null : new Evening(tokens, grammar, partners);
    }

    /// <summary>For each word, the number of the partner it is about.</summary>
    public IReadOnlyList<int> With => with;

    /// <summary>The same where no list of partners is given, as far as their names tell; null when there are no two.</summary>
    /// <param name="tokens">The account.</param>
    /// <param name="grammar">Its names.</param>
    public static IReadOnlyList<int>? Named(IReadOnlyList<Token> tokens, Grammar grammar) =>
        grammar.Partners() is { Count: > 1 } names ? About(tokens, grammar, names) : null;

    /// <summary>The exchanges and rolls with a roll for each partner.</summary>
    public (IReadOnlyList<ToldExchange> Exchanges, IReadOnlyList<ToldRoll> Rolls) Parted(
        IReadOnlyList<ToldExchange> exchanges,
        IReadOnlyList<ToldRoll> rolls
    )
    {
        if (rolls.Count != 1)
            return (exchanges, rolls);
        var parts = exchanges.SelectMany(e => Parted(e, m => with[Math.Max(0, tokens.FirstAt(m.Source.Start))], tokens, with)).ToList();
        var further = partners.SelectMany((p, at) => Enumerable.Repeat(at, p.Rounds)).ToList();
        return (
            [.. parts.OrderBy(p => p.Partner).Select(p => p.Exchange with { Roll = further.IndexOf(p.Partner) })],
            [.. further.Select((at, n) => Facts(partners[at], at, further.IndexOf(at) == n, rolls[0], tokens, grammar, with))]
        );
    }

    // The partners that a sentence lists which tells nothing else, or all who are named where the evening's rounds are counted first.
    private static List<Partner> Listed(IReadOnlyList<Token> tokens, Grammar grammar, bool[] told)
    {
        foreach (var sentence in Sentences(tokens, grammar))
        {
            var (from, to) = sentence;
            if (told.AsSpan(from, to - from).Contains(true))
                continue;
            var names = Names(tokens, grammar, from, to);
            if (names.Count > 1 && Enumerable.Range(from, to - from).Any(at => Lists(tokens, at)))
                return names;
        }

        var first = Sentences(tokens, grammar).First();
        var counted = Enumerable.Range(first.From, first.To - first.From).Select(at => Counted(tokens, at)).FirstOrDefault(n => n > 1);
        var all = counted > 1 ? Names(tokens, grammar, 0, tokens.Count) : [];
        return all.Count <= counted ? all : [];
    }

    private static bool Lists(IReadOnlyList<Token> tokens, int at) =>
        Words.Rounds.Contains(tokens[at].Text) || Words.Rounds.Contains(tokens[at].Stem);

    // "Five rolls", "three rounds".
    private static int Counted(IReadOnlyList<Token> tokens, int at) =>
        at + 1 < tokens.Count && Words.Rounds.Contains(tokens[at + 1].Text) ? Words.Numbers.GetValueOrDefault(tokens[at].Text) : 0;

    private static IEnumerable<(int From, int To)> Sentences(IReadOnlyList<Token> tokens, Grammar grammar)
    {
        for (var from = 0; from < tokens.Count; )
        {
            var to = from + 1;
            while (to < tokens.Count && grammar.Sentence[to] == grammar.Sentence[from])
                to++;
            yield return (from, to);
            from = to;
        }
    }

    // Each name once, in the order in which they come; names side by side are one.
    private static List<Partner> Names(IReadOnlyList<Token> tokens, Grammar grammar, int from, int to)
    {
        var names = new List<Partner>();
        for (var at = from; at < to; at++)
        {
            if (!grammar.Names[at])
                continue;
            var last = at;
            while (last + 1 < to && grammar.Names[last + 1] && tokens[last + 1].Before == Break.None)
                last++;
            var first = tokens[at].Text;
            if (first.Length > 1 && names.All(n => n.First != first))
            {
                var words = Enumerable
                    .Range(at, last + 1 - at)
                    .Select(i => CultureInfo.InvariantCulture.TextInfo.ToTitleCase(tokens[i].Text));
                var (start, end) = (tokens[at].Source.Start, tokens[last].Source.End);
                names.Add(new Partner(string.Join(' ', words), first, RoundsWith(tokens, at), new Span(start, end - start)));
            }

            at = last;
        }

        return names;
    }

    // "Two rounds with Fenwick", "one with Halima".
    private static int RoundsWith(IReadOnlyList<Token> tokens, int at)
    {
        var before = at - 1;
        if (before < 0 || !Words.Against.Contains(tokens[before].Text))
            return 1;
        before--;
        if (before >= 0 && Words.Rounds.Contains(tokens[before].Text))
            before--;
        return before < 0 ? 1 : Math.Clamp(Words.Numbers.GetValueOrDefault(tokens[before].Text, 1), 1, MostWithOne);
    }

    // For each word, the partner it is about: the one named last in its part of the sentence, else the one who comes next in it,
    // else the one before.
    private static int[] About(IReadOnlyList<Token> tokens, Grammar grammar, IReadOnlyList<string> partners)
    {
        var with = new int[tokens.Count];
        var number = partners.Select((name, i) => (name, i)).ToDictionary(p => p.name, p => p.i, StringComparer.Ordinal);
        var current = 0;
        for (var from = 0; from < tokens.Count; )
        {
            var to = from + 1;
            while (to < tokens.Count && tokens[to].Before == Break.None)
                to++;
            var named = Enumerable.Range(from, to - from).Where(at => grammar.Names[at] && number.ContainsKey(tokens[at].Text)).ToList();
            if (named.Count > 0)
                current = number[tokens[named[0]].Text];
            for (var at = from; at < to; at++)
            {
                if (grammar.Names[at] && number.TryGetValue(tokens[at].Text, out var one))
                    current = one;
                with[at] = current;
            }

            from = to;
        }

        return with;
    }

    // An exchange that goes over from one partner to the next is two; only the last part has its end.
    private static IEnumerable<(int Partner, ToldExchange Exchange)> Parted(
        ToldExchange exchange,
        Func<ToldMoment, int> partner,
        IReadOnlyList<Token> tokens,
        int[] with
    )
    {
        if (exchange.Moments.Count == 0)
        {
            yield return (with[^1], exchange);
            yield break;
        }

        for (var from = 0; from < exchange.Moments.Count; )
        {
            var one = partner(exchange.Moments[from]);
            var to = from + 1;
            while (to < exchange.Moments.Count && partner(exchange.Moments[to]) == one)
                to++;
            yield return (
                one,
                exchange with
                {
                    Start = from == 0 ? exchange.Start : null,
                    Moments = [.. exchange.Moments.Take(to).Skip(from)],
                    End = to == exchange.Moments.Count ? exchange.End : null,
                }
            );
            from = to;
        }
    }

    // What is told of a partner as a whole, wherever it stands; a further round with the same one has only that.
    private static ToldRoll Facts(
        Partner partner,
        int number,
        bool first,
        ToldRoll whole,
        IReadOnlyList<Token> tokens,
        Grammar grammar,
        int[] with
    )
    {
        var roll = new ToldRoll { Source = partner.Source };
        var (start, end) = (int.MaxValue, 0);
        for (var from = 0; from < tokens.Count; )
        {
            var to = from + 1;
            while (to < tokens.Count && with[to] == with[from])
                to++;
            if (with[from] == number)
            {
                var part = Timeline.Facts.Roll(tokens, grammar, tokens[from].Source.Start, tokens[to - 1].Source.End);
                roll = roll with
                {
                    Belt = roll.Belt ?? part.Belt,
                    Weight = roll.Weight ?? part.Weight,
                    Minutes = roll.Minutes ?? part.Minutes,
                };
                (start, end) = (Math.Min(start, tokens[from].Source.Start), tokens[to - 1].Source.End);
            }

            from = to;
        }

        return roll with
        {
            Source = first && end > start ? new Span(start, end - start) : partner.Source,
            Partner = partner.Name,
            Attire = whole.Attire,
        };
    }
}
