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
}
