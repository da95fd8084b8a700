using AshNotch.Core.Telling.Features;

namespace AshNotch.Core.Telling.Owner;

/// <summary>
/// A mention in an account that the owner set right: its features, what the models say of it, and what is true; null where that is open.
/// </summary>
internal sealed record OwnerExample(
    IReadOnlyList<ulong> Features,
    (double Told, double Me, double Done) Says,
    bool? Told,
    bool? Me,
    bool? Done
);

/// <summary>
/// What one owner's corrections add to the models: a log-linear model on top of theirs, whose log odds stand as an offset, so that
/// it learns only what they get wrong of this owner. Gaussian prior round zero (ridge), strong, since a few accounts must not move much.
/// </summary>
internal sealed class OwnerModel
{
    /// <summary>
    /// Precision of the prior of each weight: some fifty features speak of each mention, so together they move it by half a unit or so.
    /// </summary>
    private const double Precision = 100;

    private const int Rounds = 60;

    /// <summary>A feature of fewer mentions says nothing of an owner.</summary>
    private const int LeastSeen = 3;

    private readonly Dictionary<ulong, (float Told, float Me, float Done)> weights;

    private OwnerModel(Dictionary<ulong, (float, float, float)> weights) => this.weights = weights;

    /// <summary>Of an owner who has set nothing right.</summary>
    public static OwnerModel None { get; } = new([]);

    /// <summary>Log odds to be added: that it happened, that it was the owner, that it came off.</summary>
    public (double Told, double Me, double Done) Of(FeatureBag bag)
    {
        var (told, me, done) = (0.0, 0.0, 0.0);
        if (weights.Count == 0)
            return (told, me, done);
        foreach (var key in bag.Keys)
        {
            if (!weights.TryGetValue(key, out var w))
                continue;
            told += w.Told;
            me += w.Me;
            done += w.Done;
        }

        return (told, me, done);
    }

    /// <summary>Fits it to what was set right.</summary>
    public static OwnerModel Fit(IReadOnlyList<OwnerExample> examples)
    {
        var index = examples
            .SelectMany(e => e.Features.Distinct())
            .GroupBy(k => k)
            .Where(g => g.Count() >= LeastSeen)
            .Select((g, i) => (g.Key, i))
            .ToDictionary(p => p.Key, p => p.i);
        if (index.Count == 0)
            return None;
        var rows = examples
            .Select(e => e.Features.Distinct().Select(k => index.GetValueOrDefault(k, -1)).Where(i => i >= 0).ToArray())
            .ToList();
        var told = Ridge(rows, [.. examples.Select(e => (e.Says.Told, e.Told))], index.Count);
        var me = Ridge(rows, [.. examples.Select(e => (e.Says.Me, e.Me))], index.Count);
        var done = Ridge(rows, [.. examples.Select(e => (e.Says.Done, e.Done))], index.Count);
        return new OwnerModel(index.ToDictionary(p => p.Key, p => ((float)told[p.Value], (float)me[p.Value], (float)done[p.Value])));
    }

    // How often anything is told, mine or done at all is left to the shipped models: what they misjudge on the whole goes into a
    // constant without a prior that is not kept, so that the weights learn what is this owner's own. The constant and the weights move
    // in turn; every weight at once, each by its own bound of the curvature, so that no step can overshoot: separable surrogates
    // (Lange, Hunter and Yang, J. Comput. Graph. Stat. 9 (2000) 1-20; from memory).
    private static double[] Ridge(List<int[]> rows, IReadOnlyList<(double Offset, bool? Label)> labels, int count)
    {
        var weights = new double[count];
        var curvature = new double[count];
        for (var i = 0; i < rows.Count; i++)
            if (labels[i].Label is not null)
                foreach (var f in rows[i])
                    curvature[f] += 0.25 * rows[i].Length;
        var known = Enumerable.Range(0, rows.Count).Where(i => labels[i].Label is not null).ToList();
        var constant = 0.0;
        double Miss(int i)
        {
            var score = constant + labels[i].Offset;
            foreach (var f in rows[i])
                score += weights[f];
            return (1 / (1 + Math.Exp(-score))) - (labels[i].Label == true ? 1 : 0);
        }

        var gradient = new double[count];
        for (var round = 0; round < Rounds && known.Count > 0; round++)
        {
            constant -= known.Sum(Miss) / (0.25 * known.Count);
            for (var f = 0; f < count; f++)
                gradient[f] = Precision * weights[f];
            foreach (var i in known)
            {
                var miss = Miss(i);
                foreach (var f in rows[i])
                    gradient[f] += miss;
            }

            for (var f = 0; f < count; f++)
                weights[f] -= gradient[f] / (curvature[f] + Precision);
        }

        return weights;
    }
}
