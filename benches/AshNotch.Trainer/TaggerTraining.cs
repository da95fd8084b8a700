using AshNotch.Core.Ground;
using AshNotch.Core.Telling;
using AshNotch.Core.Telling.Decoding;
using AshNotch.Core.Telling.Features;
using AshNotch.Core.Telling.Model;
using AshNotch.Core.Telling.Phrases;
using AshNotch.Core.Telling.Syntax;
using AshNotch.Core.Telling.Text;
using AshNotch.Evaluation;

namespace AshNotch.Trainer;

/// <summary>The tagger: which words tell a moment, where one begins, and the technique of a run of words.</summary>
internal static class TaggerTraining
{
    // Without the phrase books: for their own phrases, which would find themselves.
    private static readonly AccountReader Bookless = new(GroundMap.Default, PersonalWords.None, ReaderModel.Empty);

    /// <summary>The techniques by the number that the weights name them by.</summary>
    public static IReadOnlyList<string> Techniques { get; } =
    [.. GroundMap.Default.Techniques.Select(t => t.Id).Order(StringComparer.Ordinal)];

    private static readonly Dictionary<string, int> NumberOf = Techniques.Select((id, i) => (id, i)).ToDictionary(t => t.id, t => t.i);

    /// <summary>The lines of weights of both.</summary>
    public static string Weights(IReadOnlyList<LabelledAccount> accounts)
    {
        var (tokenWeights, spanWeights) = ("", "");
        Parallel.Invoke(() => tokenWeights = TokenWeights(accounts), () => spanWeights = SpanWeights(accounts));
        return tokenWeights + spanWeights;
    }

    private static string TokenWeights(IReadOnlyList<LabelledAccount> accounts)
    {
        var names = new Dictionary<ulong, string>();
        var rows = new List<(ulong[] Keys, bool Inside, bool Begins)>();
        var bag = new FeatureBag(names);
        foreach (var account in accounts)
        {
            var seen = Training.Rules.Look(Tokens.Of(account.Text), account.Attire);
            var features = new TokenFeatures(seen);
            var (inside, begins) = Labels(account, seen.Grammar.Tokens);
            for (var at = 0; at < seen.Grammar.Tokens.Count; at++)
            {
                bag.Clear();
                features.OfToken(at, bag);
                rows.Add(([.. bag.Keys], inside[at], begins[at]));
            }
        }

        var index = FeatureTable.Index(rows.Select(r => r.Keys), FeatureTable.LeastSeen);
        float[][] weights = new float[2][];
        weights[0] = LogLinear.Binary(
            [.. rows.Select(r => new Example(FeatureTable.Numbers(r.Keys, index), r.Inside ? 1 : 0))],
            index.Count,
            0.03,
            0.02,
            6
        );
        weights[1] = LogLinear.Binary(
            [.. rows.Where(r => r.Inside).Select(r => new Example(FeatureTable.Numbers(r.Keys, index), r.Begins ? 1 : 0))],
            index.Count,
            0.03,
            0.02,
            6
        );
        return "[token]\n" + FeatureTable.Lines(index, names, weights);
    }

    private static (bool[] Inside, bool[] Begins) Labels(LabelledAccount account, IReadOnlyList<Token> tokens)
    {
        var (inside, begins) = (new bool[tokens.Count], new bool[tokens.Count]);
        foreach (var moment in account.Moments.Where(m => m.Quoted))
        {
            var first = true;
            for (var at = 0; at < tokens.Count; at++)
            {
                if (!Training.Overlaps(tokens[at].Source, moment))
                    continue;
                inside[at] = true;
                begins[at] |= first;
                first = false;
            }
        }

        return (inside, begins);
    }

    private static string SpanWeights(IReadOnlyList<LabelledAccount> accounts)
    {
        var names = new Dictionary<ulong, string>();
        var rows = SpanRows(accounts, names);
        var index = FeatureTable.Index(rows.Select(r => r.Keys), 2);
        var weights = LogLinear.Multiclass(
            [.. rows.Select(r => new Example(FeatureTable.Numbers(r.Keys, index), r.Technique, r.Weight))],
            index.Count,
            Techniques.Count,
            0.05,
            0.01,
            8
        );
        var lines = new List<string>();
        foreach (var (key, at) in index)
        {
            var pairs = Enumerable
                .Range(0, Techniques.Count)
                .Select(c => (Class: c, Weight: (int)Math.Round(weights[at][c] * 100)))
                .Where(p => Math.Abs(p.Weight) >= 8)
                .Select(p => FormattableString.Invariant($"{p.Class}:{p.Weight}"))
                .ToList();
            if (pairs.Count > 0)
                lines.Add($"{names[key]}\t{string.Join(' ', pairs)}");
        }

        lines.Sort(StringComparer.Ordinal);
        return "[span]\n" + string.Concat(lines.Select(l => l + "\n"));
    }

    /// <summary>Runs of words that tell a technique: those of the accounts, and the phrase books' own, whose hand is empty.</summary>
    public static List<(string Hand, ulong[] Keys, int Technique, float Weight)> SpanRows(
        IReadOnlyList<LabelledAccount> accounts,
        Dictionary<ulong, string> names
    )
    {
        var bag = new FeatureBag(names);
        var rows = new List<(string Hand, ulong[] Keys, int Technique, float Weight)>();
        foreach (var account in accounts)
        {
            var seen = Training.Rules.Look(Tokens.Of(account.Text), account.Attire);
            var features = new TokenFeatures(seen);
            var tokens = seen.Grammar.Tokens;
            foreach (var moment in account.Moments.Where(m => m.Quoted && NumberOf.ContainsKey(m.Techniques[0])))
            {
                var from = Enumerable.Range(0, tokens.Count).FirstOrDefault(i => Training.Overlaps(tokens[i].Source, moment), -1);
                if (from < 0)
                    continue;
                var to = from;
                while (to < tokens.Count && Training.Overlaps(tokens[to].Source, moment))
                    to++;
                bag.Clear();
                features.OfSpan(from, to, bag);
                rows.Add((account.Hand, [.. bag.Keys], NumberOf[moment.Techniques[0]], 1));
            }
        }

        foreach (var phrase in PhraseBook.All().Where(p => NumberOf.ContainsKey(p.Id)))
        {
            var weight = phrase.Register is PhraseRegister.Heard or PhraseRegister.Typo ? 0.15f : 0.3f;
            var text = Said(phrase.Text, (rows.Count & 1) == 0);
            var seen = Bookless.Look(Tokens.Of(text), null);
            if (seen.Grammar.Tokens.Count == 0)
                continue;
            bag.Clear();
            new TokenFeatures(seen).OfSpan(0, seen.Grammar.Tokens.Count, bag);
            rows.Add(("", [.. bag.Keys], NumberOf[phrase.Id], weight));
        }

        return rows;
    }

    /// <summary>A phrase as somebody would say it, by turns of the owner and of the other.</summary>
    private static string Said(string phrase, bool mine) =>
        phrase
            .Replace("{A's}", mine ? "my" : "his", StringComparison.Ordinal)
            .Replace("{B's}", mine ? "his" : "my", StringComparison.Ordinal)
            .Replace("{A}", mine ? "i" : "he", StringComparison.Ordinal)
            .Replace("{B}", mine ? "him" : "me", StringComparison.Ordinal)
            .Replace("_", "", StringComparison.Ordinal);
}
