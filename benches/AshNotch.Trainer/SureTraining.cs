using AshNotch.Core.Telling;
using AshNotch.Core.Telling.Decoding;
using AshNotch.Evaluation;

namespace AshNotch.Trainer;

/// <summary>How likely a moment of a finished reading is right: fitted on readings of hands that the reader had not seen.</summary>
internal static class SureTraining
{
    /// <summary>
    /// How many of 100 moments marked sure shall be right here. The readings come from readers that know two thirds of the hands only;
    /// those of a reader that knows them all are right more often, nine in ten and more on hands that it has not seen.
    /// </summary>
    private const double Wanted = 0.92;

    /// <summary>The lines of weights, and the probability from which on so many are right.</summary>
    public static (string Lines, double From) Weights(
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
        var index = FeatureTable.Index(found.Select(f => f.Keys), FeatureTable.LeastSeen);
        float[] Fit(Func<string, bool> hand) =>
            LogLinear.Binary(
                [.. found.Where(f => hand(f.Hand)).Select(f => new Example(FeatureTable.Numbers(f.Keys, index), f.Right ? 1 : 0))],
                index.Count,
                0.05,
                0.05,
                8
            );
        // Where sure begins: from the probabilities of moments whose hand this model has not seen either.
        var hands = found.Select(f => f.Hand).Distinct().Order(StringComparer.Ordinal).ToList();
        var judged = new List<(double P, bool Right)>();
        for (var fold = 0; fold < Training.Folds; fold++)
        {
            var weights = Fit(h => hands.IndexOf(h) / 2 % Training.Folds != fold);
            judged.AddRange(
                found
                    .Where(f => hands.IndexOf(f.Hand) / 2 % Training.Folds == fold)
                    .Select(f => (1 / (1 + Math.Exp(-FeatureTable.Numbers(f.Keys, index).Sum(n => weights[n]))), f.Right))
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

        return ("[sure]\n" + FeatureTable.Lines(index, names, [Fit(_ => true)]), from);
    }
}
