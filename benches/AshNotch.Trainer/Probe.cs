using AshNotch.Core.Telling.Decoding;
using AshNotch.Evaluation;

namespace AshNotch.Trainer;

/// <summary>How well single decisions are made on hands that were not seen: quicker to look at than whole readings.</summary>
internal static class Probe
{
    /// <summary>Mean log loss and share right, each hand judged by a model of the others' (three folds).</summary>
    public static (double Loss, double Right) Binary(
        IReadOnlyList<(string Hand, Example Example)> rows,
        int features,
        double rate,
        double shrink,
        int epochs
    )
    {
        var hands = rows.Select(r => r.Hand).Distinct().Order(StringComparer.Ordinal).ToList();
        var (loss, right, of) = (0.0, 0, 0);
        var gate = new Lock();
        Parallel.For(0, 3, new ParallelOptions { MaxDegreeOfParallelism = 2 }, fold =>
        {
            var weights = LogLinear.Binary(
                [.. rows.Where(r => hands.IndexOf(r.Hand) % 3 != fold).Select(r => r.Example)],
                features,
                rate,
                shrink,
                epochs
            );
            lock (gate)
                foreach (var (_, example) in rows.Where(r => hands.IndexOf(r.Hand) % 3 == fold))
                {
                    var score = example.Features.Sum(f => (double)weights[f]);
                    var p = 1 / (1 + Math.Exp(example.Label == 1 ? -score : score));
                    loss -= Math.Log(Math.Max(p, 1e-9));
                    right += p > 0.5 ? 1 : 0;
                    of++;
                }
        });
        return (loss / of, (double)right / of);
    }

    /// <summary>The same for many classes; also how often the right one is among the first four.</summary>
    public static (double Loss, double First, double Four) Multiclass(
        IReadOnlyList<(string Hand, Example Example)> rows,
        int features,
        int classes,
        double rate,
        double shrink,
        int epochs
    )
    {
        var hands = rows.Select(r => r.Hand).Where(h => h.Length > 0).Distinct().Order(StringComparer.Ordinal).ToList();
        var (loss, first, four, of) = (0.0, 0, 0, 0);
        var gate = new Lock();
        Parallel.For(0, 3, new ParallelOptions { MaxDegreeOfParallelism = 2 }, fold =>
        {
            var weights = LogLinear.Multiclass(
                [.. rows.Where(r => r.Hand.Length == 0 || hands.IndexOf(r.Hand) % 3 != fold).Select(r => r.Example)],
                features,
                classes,
                rate,
                shrink,
                epochs
            );
            lock (gate)
                foreach (var (_, example) in rows.Where(r => r.Hand.Length > 0 && hands.IndexOf(r.Hand) % 3 == fold))
                {
                    var scores = new double[classes];
                    foreach (var f in example.Features)
                        for (var c = 0; c < classes; c++)
                            scores[c] += weights[f][c];
                    var rank = scores.Count(s => s > scores[example.Label]);
                    var most = scores.Max();
                    loss -= scores[example.Label] - most - Math.Log(scores.Sum(s => Math.Exp(s - most)));
                    first += rank == 0 ? 1 : 0;
                    four += rank < 4 ? 1 : 0;
                    of++;
                }
        });
        return (loss / of, (double)first / of, (double)four / of);
    }

    /// <summary>
    /// Prints how well single decisions are made, over a few settings of the fit, and (<c>without</c>) without each kind of feature.
    /// </summary>
    public static void Print(IReadOnlyList<LabelledAccount> accounts, string what, Action<string> say)
    {
        if (what == "span")
        {
            var names = new Dictionary<ulong, string>();
            var rows = TaggerTraining.SpanRows(accounts, names);
            var index = FeatureTable.Index(rows.Select(r => r.Keys), 2);
            foreach (var (rate, shrink, epochs) in new[] { (0.06, 0.01, 6), (0.06, 0.03, 6), (0.04, 0.01, 10) })
            {
                var (loss, first, four) = Multiclass(
                    [.. rows.Select(r => (r.Hand, new Example(FeatureTable.Numbers(r.Keys, index), r.Technique, r.Weight)))],
                    index.Count,
                    TaggerTraining.Techniques.Count,
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
        for (var fold = 0; fold < Training.Folds; fold++)
        {
            var held = hands.Where((_, i) => i % Training.Folds == fold).ToHashSet();
            var model = Training.Model(Training.Header() + TaggerTraining.Weights([.. accounts.Where(a => !held.Contains(a.Hand))]));
            foreach (var hand in held)
            {
                var (found, _, names) = MentionTraining.Of([.. accounts.Where(a => a.Hand == hand)], model);
                all.AddRange(found.Select(f => (hand, f.Keys, f.Told, f.Me, f.Done)));
                foreach (var (key, name) in names)
                    mentionNames.TryAdd(key, name);
            }

            say($"fold {fold + 1}");
        }

        var mentionIndex = FeatureTable.Index(all.Select(f => f.Keys), FeatureTable.LeastSeen);
        List<(string, Example)> Rows(
            Func<(string Hand, ulong[] Keys, bool? Told, bool? Me, bool? Done), bool?> label,
            Dictionary<ulong, int> index
        ) =>
            [
                .. all.Where(f => label(f) is not null)
                    .Select(f => (f.Hand, new Example(FeatureTable.Numbers(f.Keys, index), label(f) == true ? 1 : 0))),
            ];
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
                var (loss, right) = Binary(rows, mentionIndex.Count, rate, shrink, epochs);
                say(
                    FormattableString.Invariant(
                        $"{name} rate {rate} shrink {shrink} epochs {epochs}: loss {loss:0.0000} right {right:0.000} of {rows.Count}"
                    )
                );
            }
        }

        if (what != "without")
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
                            var (loss, right) = Binary(Rows(l.Of, kept), kept.Count, 0.015, 0.02, 6);
                            return FormattableString.Invariant($"{l.Name} {loss:0.0000} {right:0.000}");
                        })
                    )
            );
        }
    }
}
