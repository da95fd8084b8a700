using AshNotch.Core.Telling.Phrases;
using AshNotch.Core.Telling.Syntax;
using AshNotch.Core.Telling.Text;
using AshNotch.Evaluation;

namespace AshNotch.Trainer;

/// <summary>What is changed in a copy of an account; the labels stay.</summary>
internal enum Change
{
    /// <summary>No punctuation and no capitals, as dictation has it.</summary>
    Plain,

    /// <summary>Another name for each name.</summary>
    Name,

    /// <summary>He for she and she for he.</summary>
    Gender,

    /// <summary>What dictation makes of the names of techniques.</summary>
    Heard,

    /// <summary>Another phrase of the same technique.</summary>
    Like,
}

/// <summary>
/// More accounts from the same ones: a copy of every third in other words (data augmentation; common practice, no source).
/// </summary>
internal static class Augmentation
{
    /// <summary>One account in this many gets a copy.</summary>
    private const int Every = 3;

    private static readonly Lazy<Dictionary<string, string>> Genders = new(ReadGenders);

    private static readonly Lazy<ILookup<string, BookPhrase>> Phrases = new(() =>
        PhraseBook.All().Where(p => !p.Text.Contains('{') && !p.Text.Contains('_')).ToLookup(p => p.Id)
    );

    /// <summary>What the weights that ship are made with; measured each for itself on unseen hands (docs/how-it-reads.md).</summary>
    public static IReadOnlySet<Change> Usual { get; } = new HashSet<Change> { Change.Name, Change.Gender };

    /// <summary>The accounts with their copies.</summary>
    public static IReadOnlyList<LabelledAccount> With(IReadOnlyList<LabelledAccount> accounts, IReadOnlySet<Change> changes)
    {
        if (changes.Count == 0)
            return accounts;
        var random = new Random(1);
        var names = accounts.SelectMany(a => Names(a)).Select(n => n.Name).Distinct().Order(StringComparer.Ordinal).ToList();
        var all = accounts.ToList();
        foreach (var change in changes.Order())
            all.AddRange(accounts.Where(_ => random.Next(Every) == 0).Select(a => Changed(a, change, names, random)));
        return all;
    }

    private static Dictionary<string, string> ReadGenders()
    {
        using var reader = new StreamReader(typeof(Augmentation).Assembly.GetManifestResourceStream("genders.txt")!);
        return reader
            .ReadToEnd()
            .Split('\n', StringSplitOptions.RemoveEmptyEntries)
            .Where(line => line[0] != '#')
            .Select(line => line.Split(' '))
            .ToDictionary(pair => pair[0], pair => pair[1], StringComparer.Ordinal);
    }

    private static IEnumerable<(Token Token, string Name)> Names(LabelledAccount account)
    {
        var grammar = Training.Rules.Look(Tokens.Of(account.Text), account.Attire).Grammar;
        return grammar.Tokens.Where((t, i) => grammar.Names[i] && t.Text.Length > 1).Select(t => (t, t.Text));
    }

    private static LabelledAccount Changed(LabelledAccount account, Change change, List<string> names, Random random)
    {
        var edits = change switch
        {
            Change.Plain => Plain(account.Text),
            Change.Name => Named(account, names, random),
            Change.Gender => Gender(account),
            Change.Heard => Reworded(account, random, heard: true),
            _ => Reworded(account, random, heard: false),
        };
        return Edited(account, [.. edits.OrderBy(e => e.At)]) with { Id = $"{account.Id}-{change}" };
    }

    private static IEnumerable<(int At, int Length, string Text)> Plain(string text)
    {
        for (var at = 0; at < text.Length; at++)
            if (char.IsUpper(text[at]))
                yield return (at, 1, char.ToLowerInvariant(text[at]).ToString());
            else if (".,;:!?-\u2014\u2013".Contains(text[at]))
                yield return (
                    at,
                    1,
                    at + 1 < text.Length && at > 0 && char.IsLetterOrDigit(text[at + 1]) && char.IsLetterOrDigit(text[at - 1]) ? " " : ""
                );
    }

    private static IEnumerable<(int At, int Length, string Text)> Named(LabelledAccount account, List<string> names, Random random)
    {
        var others = new Dictionary<string, string>(StringComparer.Ordinal);
        foreach (var (token, name) in Names(account))
        {
            if (!others.TryGetValue(name, out var other))
                others[name] = other = names[random.Next(names.Count)];
            yield return (token.Source.Start, token.Source.Length, token.Capital ? char.ToUpperInvariant(other[0]) + other[1..] : other);
        }
    }

    private static IEnumerable<(int At, int Length, string Text)> Gender(LabelledAccount account)
    {
        var tokens = Tokens.Of(account.Text);
        for (var at = 0; at < tokens.Count; at++)
        {
            var token = tokens[at];
            var other =
                token.Text == "her"
                    ? at + 1 < tokens.Count && tokens[at + 1].Before == Break.None && !Words.Function.Contains(tokens[at + 1].Text)
                        ? "his"
                        : "him"
                    : Genders.Value.GetValueOrDefault(token.Text);
            if (other is not null)
                yield return (
                    token.Source.Start,
                    token.Source.Length,
                    token.Capital ? char.ToUpperInvariant(other[0]) + other[1..] : other
                );
        }
    }

    private static IEnumerable<(int At, int Length, string Text)> Reworded(LabelledAccount account, Random random, bool heard)
    {
        var end = 0;
        foreach (var moment in account.Moments.Where(m => m.Quoted).OrderBy(m => m.QuoteAt))
        {
            if (moment.QuoteAt < end || random.Next(2) == 0)
                continue;
            var quote = $" {account.Text.Substring(moment.QuoteAt, moment.QuoteLength).ToLowerInvariant()} ";
            var phrases = Phrases.Value[moment.Techniques[0]].ToList();
            // The quote, or a part of it, is a phrase: the rest stays.
            var known = phrases
                .Where(p => p.Register is not (PhraseRegister.Heard or PhraseRegister.Typo) && Holds(quote, p.Text))
                .MaxBy(p => p.Text.Length);
            if (known is null)
                continue;
            var like = phrases
                .Where(p =>
                    (p.Register == PhraseRegister.Heard) == heard && (heard || p.Register == known.Register) && p.Text != known.Text
                )
                .ToList();
            if (like.Count == 0)
                continue;
            var at = account.Text.IndexOf(known.Text, moment.QuoteAt, moment.QuoteLength, StringComparison.OrdinalIgnoreCase);
            if (at < 0)
                continue;
            end = moment.QuoteAt + moment.QuoteLength;
            yield return (at, known.Text.Length, like[random.Next(like.Count)].Text);
        }
    }

    private static bool Holds(string quote, string phrase) => quote.Contains($" {phrase} ", StringComparison.Ordinal);

    private static LabelledAccount Edited(LabelledAccount account, IReadOnlyList<(int At, int Length, string Text)> edits)
    {
        var text = new System.Text.StringBuilder();
        var places = new int[account.Text.Length + 1];
        var last = 0;
        void Copy(int to)
        {
            for (; last < to; last++)
            {
                places[last] = text.Length;
                text.Append(account.Text[last]);
            }
        }

        foreach (var (at, length, other) in edits)
        {
            Copy(at);
            for (var i = 0; i < length; i++)
                places[last++] = text.Length;
            text.Append(other);
        }

        Copy(account.Text.Length);
        places[^1] = text.Length;
        // A place inside a changed word is its beginning; the end of a quote is that of its last word.
        return account with
        {
            Text = text.ToString(),
            Moments =
            [
                .. account.Moments.Select(m =>
                    m.Quoted
                        ? m with
                        {
                            QuoteAt = places[m.QuoteAt],
                            QuoteLength = Math.Max(1, places[m.QuoteAt + m.QuoteLength] - places[m.QuoteAt]),
                        }
                        : m
                ),
            ],
        };
    }
}
