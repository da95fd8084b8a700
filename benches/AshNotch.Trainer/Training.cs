using System.Globalization;
using System.IO.Compression;
using AshNotch.Core.Ground;
using AshNotch.Core.Log;
using AshNotch.Core.Telling;
using AshNotch.Core.Telling.Model;
using AshNotch.Evaluation;

namespace AshNotch.Trainer;

/// <summary>
/// Makes the reader's weights from labelled accounts and phrase books. The tagger comes first; the models of mentions are fitted
/// on mentions that a tagger proposed which had not seen those accounts (three folds by hand), as it will be in use.
/// </summary>
internal static class Training
{
    private const int Folds = 3;
    private const int LeastSeen = 5;
    private static readonly AccountReader Rules = new(GroundMap.Default, PersonalWords.None, ReaderModel.Empty, training: true);

    // Without the phrase books: for their own phrases, which would find themselves.
    private static readonly AccountReader Bookless = new(GroundMap.Default, PersonalWords.None, ReaderModel.Empty);
    private static readonly string[] Techniques = [.. GroundMap.Default.Techniques.Select(t => t.Id).Order(StringComparer.Ordinal)];

    private static readonly Dictionary<string, int> NumberOf = Techniques.Select((id, i) => (id, i)).ToDictionary(t => t.id, t => t.i);

    /// <summary>The text of the weights that these accounts give.</summary>
    public static string Make(IReadOnlyList<LabelledAccount> accounts, Action<string>? say = null)
    {
        IReadOnlyList<LabelledAccount> Of(Func<LabelledAccount, bool> which) => [.. accounts.Where(which)];
        var tagger = Tagger(Of(_ => true));
        say?.Invoke("tagger");
        var hands = accounts.Select(a => a.Hand).Distinct().Order(StringComparer.Ordinal).ToList();
        Func<LabelledAccount, bool> Held(int fold) => a => hands.IndexOf(a.Hand) % Folds == fold;
        var mentions = new Found[Folds];
        var taggers = new string[Folds];
        for (var fold = 0; fold < Folds; fold++)
        {
            taggers[fold] = Tagger(Of(a => !Held(fold)(a)));
            mentions[fold] = Mentions(Of(Held(fold)), Model(Header() + taggers[fold]));
            say?.Invoke($"mentions of fold {fold + 1}");
        }

        string Without(int fold, Found[] found, Dictionary<ulong, string> names, string part) =>
            MentionWeights([.. found.Where((_, i) => i != fold).SelectMany(m => m.Rows)], names, part);
        string Whole(Found[] found, Dictionary<ulong, string> names, string part) => Without(-1, found, names, part);
        var names = Joined(mentions);
        var alone = Enumerable.Range(0, Folds).Select(fold => Without(fold, mentions, names, "mention")).ToList();
        say?.Invoke("mentions");
        var stories = new Found[Folds];
        for (var fold = 0; fold < Folds; fold++)
            stories[fold] = Mentions(Of(Held(fold)), Model(Header() + alone[fold] + taggers[fold]));
        say?.Invoke("stories");
        var storyNames = Joined(stories);
        var readings = new List<(LabelledAccount Account, Told Told)>();
        var sureNames = new Dictionary<ulong, string>();
        for (var fold = 0; fold < Folds; fold++)
        {
            var model = Model(Header() + alone[fold] + Without(fold, stories, storyNames, "story") + taggers[fold]);
            var reader = new AccountReader(GroundMap.Default, PersonalWords.None, model);
            foreach (var account in accounts.Where(Held(fold)))
                readings.Add((account, reader.Read(account.Text, account.Attire, account.Start, t => t, sureNames)));
        }

        var (sure, from) = SureWeights(readings, sureNames);
        say?.Invoke($"sure from {from:0.000}");
        return FormattableString.Invariant($"sure-from {from:0.0000}\n")
            + Header()
            + Whole(mentions, names, "mention")
            + Whole(stories, storyNames, "story")
            + sure
            + tagger;
    }

    /// <summary>What was found of mentions in some accounts.</summary>
    private sealed record Found(List<Row> Rows, Dictionary<ulong, string> Names);

    /// <summary>One mention: its features, and whether it was told, was the owner's and came off; null where that is open.</summary>
    private readonly record struct Row(ulong[] Keys, bool? Told, bool? Me, bool? Done);

    private static Dictionary<ulong, string> Joined(Found[] found) =>
        found.SelectMany(m => m.Names).DistinctBy(n => n.Key).ToDictionary(n => n.Key, n => n.Value);

    /// <summary>Prints how well single decisions are made on unseen hands, over a few settings of the fit and without each kind of feature.</summary>
    public static void Look(IReadOnlyList<LabelledAccount> accounts, string what, Action<string> say)
    {
        if (what == "span")
        {
            var names = new Dictionary<ulong, string>();
            var rows = SpanRows(accounts, names);
            var index = Index(rows.Select(r => r.Keys), 2);
            foreach (var (rate, shrink, epochs) in new[] { (0.06, 0.01, 6), (0.06, 0.03, 6), (0.04, 0.01, 10) })
            {
                var (loss, first, four) = Probe.Multiclass(
                    [.. rows.Select(r => (r.Hand, new Example(Numbers(r.Keys, index), r.Technique, r.Weight)))],
                    index.Count,
                    Techniques.Length,
                    rate,
                    shrink,
                    epochs
                );
                say(
                    FormattableString.Invariant(
                        $"span rate {rate} shrink {shrink} epochs {epochs}: loss {loss:0.000} first {first:0.000} four {four:0.000}"
                    )
                );
            }

            return;
        }

        var hands = accounts.Select(a => a.Hand).Distinct().Order(StringComparer.Ordinal).ToList();
        var mentionNames = new Dictionary<ulong, string>();
        var all = new List<(string Hand, ulong[] Keys, bool? Told, bool? Me, bool? Done)>();
        for (var fold = 0; fold < Folds; fold++)
        {
            var held = hands.Where((_, i) => i % Folds == fold).ToHashSet();
            var model = Model(Header() + Tagger([.. accounts.Where(a => !held.Contains(a.Hand))]));
            foreach (var hand in held)
            {
                var (found, names) = Mentions([.. accounts.Where(a => a.Hand == hand)], model);
                all.AddRange(found.Select(f => (hand, f.Keys, f.Told, f.Me, f.Done)));
                foreach (var (key, name) in names)
                    mentionNames.TryAdd(key, name);
            }

            say($"fold {fold + 1}");
        }

        var mentionIndex = Index(all.Select(f => f.Keys), LeastSeen);
        List<(string, Example)> Rows(
            Func<(string Hand, ulong[] Keys, bool? Told, bool? Me, bool? Done), bool?> label,
            Dictionary<ulong, int> index
        ) => [.. all.Where(f => label(f) is not null).Select(f => (f.Hand, new Example(Numbers(f.Keys, index), label(f) == true ? 1 : 0)))];
        var labels = new (string Name, Func<(string Hand, ulong[] Keys, bool? Told, bool? Me, bool? Done), bool?> Of)[]
        {
            ("told", f => f.Told),
            ("me", f => f.Me),
            ("done", f => f.Done),
        };
        foreach (var (name, of) in labels)
        {
            var rows = Rows(of, mentionIndex);
            foreach (
                var (rate, shrink, epochs) in new[] { (0.02, 0.02, 6), (0.01, 0.01, 6), (0.01, 0.01, 12), (0.005, 0.0, 8), (0.02, 0.1, 8) }
            )
            {
                var (loss, right) = Probe.Binary(rows, mentionIndex.Count, rate, shrink, epochs);
                say(
                    FormattableString.Invariant(
                        $"{name} rate {rate} shrink {shrink} epochs {epochs}: loss {loss:0.0000} right {right:0.000} of {rows.Count}"
                    )
                );
            }
        }

        if (what == "mention")
            return;
        foreach (var template in mentionNames.Values.Select(n => n[..n.IndexOf('=')]).Distinct().Order(StringComparer.Ordinal).ToList())
        {
            var kept = mentionIndex
                .Where(i => !mentionNames[i.Key].StartsWith(template + "=", StringComparison.Ordinal))
                .Select((i, n) => (i.Key, n))
                .ToDictionary(i => i.Key, i => i.n);
            say(
                $"without {template}: "
                    + string.Join(
                        "; ",
                        labels.Select(l =>
                        {
                            var (loss, right) = Probe.Binary(Rows(l.Of, kept), kept.Count, 0.015, 0.02, 6);
                            return FormattableString.Invariant($"{l.Name} {loss:0.0000} {right:0.000}");
                        })
                    )
            );
        }
    }

    /// <summary>Writes the text of weights as the product has it.</summary>
    public static void Write(string text, string file)
    {
        using var to = new GZipStream(File.Create(file), CompressionLevel.SmallestSize);
        to.Write(System.Text.Encoding.UTF8.GetBytes(text));
    }

    /// <summary>A model from such a text.</summary>
    public static ReaderModel Model(string text) => ReaderModel.Read(new StringReader(text));

    private static string Header() => $"techniques {string.Join(' ', Techniques)}\n";

    /// <summary>
    /// What the features of one account are, as a hash: it changes with the templates, the phrase books, the word classes, the lists
    /// and the rules, so that weights made before such a change are known not to belong.
    /// </summary>
    public static string Fingerprint()
    {
        var account = Corpus.Own[0];
        var seen = Rules.Look(Tokens.Of(account.Text), account.Attire);
        var keys = Rules.Weigh(seen, ReaderModel.Empty, []).SelectMany(m => m.Features).ToList();
        var bag = new FeatureBag();
        var features = new TokenFeatures(seen);
        for (var at = 0; at < seen.Grammar.Tokens.Count; at++)
            features.OfToken(at, bag);
        features.OfSpan(0, seen.Grammar.Tokens.Count, bag);
        var bytes = keys.Concat(bag.Keys).SelectMany(BitConverter.GetBytes).ToArray();
        return Convert.ToHexString(System.Security.Cryptography.SHA256.HashData(bytes))[..16];
    }

    /// <summary>What the weights that ship are made from.</summary>
    public static string Shipped(Action<string>? say = null) =>
        $"accounts {Corpus.Hash}\nfeatures {Fingerprint()}\nseed 1\n"
        + Make([.. Corpus.Hands.Where(a => !Corpus.Held.Contains(a.Hand))], say);

    // --- tagger ---

    private static string Tagger(IReadOnlyList<LabelledAccount> accounts)
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
            var seen = Rules.Look(Tokens.Of(account.Text), account.Attire);
            var features = new TokenFeatures(seen);
            var (inside, begins) = Labels(account, seen.Grammar.Tokens);
            for (var at = 0; at < seen.Grammar.Tokens.Count; at++)
            {
                bag.Clear();
                features.OfToken(at, bag);
                rows.Add(([.. bag.Keys], inside[at], begins[at]));
            }
        }

        var index = Index(rows.Select(r => r.Keys), LeastSeen);
        float[][] weights = new float[2][];
        weights[0] = LogLinear.Binary(
            [.. rows.Select(r => new Example(Numbers(r.Keys, index), r.Inside ? 1 : 0))],
            index.Count,
            0.03,
            0.02,
            6
        );
        weights[1] = LogLinear.Binary(
            [.. rows.Where(r => r.Inside).Select(r => new Example(Numbers(r.Keys, index), r.Begins ? 1 : 0))],
            index.Count,
            0.03,
            0.02,
            6
        );
        return "[token]\n" + Lines(index, names, weights);
    }

    private static (bool[] Inside, bool[] Begins) Labels(LabelledAccount account, IReadOnlyList<Token> tokens)
    {
        var (inside, begins) = (new bool[tokens.Count], new bool[tokens.Count]);
        foreach (var moment in account.Moments.Where(m => m.Quoted))
        {
            var first = true;
            for (var at = 0; at < tokens.Count; at++)
            {
                if (!Overlaps(tokens[at].Source, moment))
                    continue;
                inside[at] = true;
                begins[at] |= first;
                first = false;
            }
        }

        return (inside, begins);
    }

    private static bool Overlaps(Span span, GoldMoment moment) =>
        moment.Quoted && span.Start < moment.QuoteAt + moment.QuoteLength && span.End > moment.QuoteAt;

    private static string SpanWeights(IReadOnlyList<LabelledAccount> accounts)
    {
        var names = new Dictionary<ulong, string>();
        var rows = SpanRows(accounts, names);
        var index = Index(rows.Select(r => r.Keys), 2);
        var weights = LogLinear.Multiclass(
            [.. rows.Select(r => new Example(Numbers(r.Keys, index), r.Technique, r.Weight))],
            index.Count,
            Techniques.Length,
            0.05,
            0.01,
            8
        );
        var lines = new List<string>();
        foreach (var (key, at) in index)
        {
            var pairs = Enumerable
                .Range(0, Techniques.Length)
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
    private static List<(string Hand, ulong[] Keys, int Technique, float Weight)> SpanRows(
        IReadOnlyList<LabelledAccount> accounts,
        Dictionary<ulong, string> names
    )
    {
        var bag = new FeatureBag(names);
        var rows = new List<(string Hand, ulong[] Keys, int Technique, float Weight)>();
        foreach (var account in accounts)
        {
            var seen = Rules.Look(Tokens.Of(account.Text), account.Attire);
            var features = new TokenFeatures(seen);
            var tokens = seen.Grammar.Tokens;
            foreach (var moment in account.Moments.Where(m => m.Quoted && NumberOf.ContainsKey(m.Techniques[0])))
            {
                var from = Enumerable.Range(0, tokens.Count).FirstOrDefault(i => Overlaps(tokens[i].Source, moment), -1);
                if (from < 0)
                    continue;
                var to = from;
                while (to < tokens.Count && Overlaps(tokens[to].Source, moment))
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

    // --- mentions ---

    private static Found Mentions(IReadOnlyList<LabelledAccount> accounts, ReaderModel tagger)
    {
        var names = new Dictionary<ulong, string>();
        var found = new List<Row>();
        foreach (var account in accounts)
        {
            var tokens = Tokens.Of(account.Text);
            var seen = Rules.Look(tokens, account.Attire);
            foreach (var mention in Rules.Weigh(seen, tagger, names).Where(m => m.Features.Count > 0))
            {
                var hit = mention.Evidence.Hit;
                var span = new Span(tokens[hit.From].Source.Start, tokens[hit.To - 1].Source.End - tokens[hit.From].Source.Start);
                var over = account.Moments.Where(m => Overlaps(span, m)).ToList();
                var same = over.Where(m => m.Techniques.Contains(hit.Meaning.Id)).ToList();
                bool? told =
                    same.Any(m => !m.Optional) ? true
                    : same.Count > 0 ? null
                    : account.Moments.Any(m => !m.Quoted && m.Techniques.Contains(hit.Meaning.Id)) ? null
                    : false;
                var about = same.Count > 0 ? same : over;
                bool? me = One(about.Select(m => m.Actor == Actor.Me));
                bool? done = One(about.Select(m => m.Outcome == Outcome.Done));
                found.Add(new Row([.. mention.Features], told, me, done));
            }
        }

        return new Found(found, names);
    }

    /// <summary>What they all say; null when there are none or they differ.</summary>
    private static bool? One(IEnumerable<bool> said) => said.Distinct().ToList() is [var all] ? all : null;

    private static string MentionWeights(List<Row> found, Dictionary<ulong, string> names, string part)
    {
        var index = Index(found.Select(f => f.Keys), LeastSeen);
        var numbers = found.Select(f => Numbers(f.Keys, index)).ToList();
        var labels = new Func<Row, bool?>[] { f => f.Told, f => f.Me, f => f.Done };
        var weights = new float[3][];
        Parallel.For(0, 3, new ParallelOptions { MaxDegreeOfParallelism = 2 }, i =>
            weights[i] = LogLinear.Binary(
                [
                    .. found
                        .Select((f, n) => (Label: labels[i](f), n))
                        .Where(f => f.Label is not null)
                        .Select(f => new Example(numbers[f.n], f.Label == true ? 1 : 0)),
                ],
                index.Count,
                0.02,
                0.02,
                6
            )
        );
        return $"[{part}]\n" + Lines(index, names, weights);
    }

    // --- sure ---

    /// <summary>How many of 100 moments marked sure shall be right on hands that were not seen; two more than is asked.</summary>
    private const double Wanted = 0.92;

    private static (string Lines, double From) SureWeights(
        IReadOnlyList<(LabelledAccount Account, Told Told)> readings,
        Dictionary<ulong, string> names
    )
    {
        var found = (
            from reading in readings
            from moment in reading.Told.Exchanges.SelectMany(e => e.Moments)
            select (
                reading.Account.Hand,
                Keys: moment.Features.ToArray(),
                Right: reading.Account.Moments.Any(g => Scorer.Fits(g, moment.Moment))
            )
        ).ToList();
        var index = Index(found.Select(f => f.Keys), LeastSeen);
        float[] Fit(Func<string, bool> hand) =>
            LogLinear.Binary(
                [.. found.Where(f => hand(f.Hand)).Select(f => new Example(Numbers(f.Keys, index), f.Right ? 1 : 0))],
                index.Count,
                0.05,
                0.05,
                8
            );
        // Where sure begins: from the probabilities of moments whose hand this model has not seen either.
        var hands = found.Select(f => f.Hand).Distinct().Order(StringComparer.Ordinal).ToList();
        var judged = new List<(double P, bool Right)>();
        for (var fold = 0; fold < Folds; fold++)
        {
            var weights = Fit(h => hands.IndexOf(h) / 2 % Folds != fold);
            judged.AddRange(
                found
                    .Where(f => hands.IndexOf(f.Hand) / 2 % Folds == fold)
                    .Select(f => (1 / (1 + Math.Exp(-Numbers(f.Keys, index).Sum(n => weights[n]))), f.Right))
            );
        }

        judged = [.. judged.OrderByDescending(j => j.P)];
        var (from, right) = (1.0, 0);
        for (var n = 0; n < judged.Count; n++)
        {
            right += judged[n].Right ? 1 : 0;
            if (n >= 50 && right >= Wanted * (n + 1))
                from = judged[n].P;
        }

        return ("[sure]\n" + Lines(index, names, [Fit(_ => true)]), from);
    }

    // --- both ---

    private static Dictionary<ulong, int> Index(IEnumerable<ulong[]> rows, int least)
    {
        var counts = new Dictionary<ulong, int>();
        foreach (var row in rows)
        foreach (var key in row)
            counts[key] = counts.GetValueOrDefault(key) + 1;
        return counts.Where(c => c.Value >= least).Select(c => c.Key).Order().Select((k, i) => (k, i)).ToDictionary(p => p.k, p => p.i);
    }

    private static int[] Numbers(ulong[] keys, Dictionary<ulong, int> index) =>
        [.. keys.Select(k => index.GetValueOrDefault(k, -1)).Where(n => n >= 0)];

    private static string Lines(Dictionary<ulong, int> index, Dictionary<ulong, string> names, float[][] weights)
    {
        var lines = index
            .Select(i => (Name: names[i.Key], Values: weights.Select(w => (int)Math.Round(w[i.Value] * 100)).ToArray()))
            .Where(l => l.Values.Any(v => v != 0))
            .Select(l => $"{l.Name}\t{string.Join('\t', l.Values.Select(v => v == 0 ? "" : v.ToString(CultureInfo.InvariantCulture)))}\n")
            .Order(StringComparer.Ordinal);
        return string.Concat(lines);
    }
}
