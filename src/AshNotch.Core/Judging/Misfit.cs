using MathNet.Numerics;

namespace AshNotch.Core.Judging;

/// <summary>
/// How far what a log shows lies from what was believed of anybody before it: the scales of the priors, estimated from the log
/// itself (empirical Bayes: Gelman and others, Bayesian Data Analysis, ch. 5, from memory) and held near their usual values
/// while there is little to go by. The estimates themselves stay as they are; their intervals go by these.
/// </summary>
internal static class Misfit
{
    /// <summary>What a road that nobody is believed to take gets at the least, so that it can be told.</summary>
    private const double Rarest = 1e-3;

    private static readonly double[] Steps = [-1.6, -1.2, -0.8, -0.4, 0, 0.4, 0.8];

    /// <summary>How many contests the usual rows are worth, from how the counts of many rows scatter about them.</summary>
    /// <param name="rows">Each row's usual shares and its counts.</param>
    /// <param name="usual">What they are worth before anything is seen.</param>
    /// <param name="spread">How far that may be off, as the standard deviation of its logarithm.</param>
    public static double Concentration(IEnumerable<(double[] Shares, double[] Counts)> rows, double usual, double spread)
    {
        var told = rows.Where(r => r.Counts.Sum() > 1).ToList();
        return Scale(usual, spread, weight => told.Sum(r => LogLikelihood(r.Shares, r.Counts, weight)));
    }

    /// <summary>The log likelihood of counts under a Dirichlet-multinomial with these mean shares, without its constant.</summary>
    internal static double LogLikelihood(double[] shares, double[] counts, double weight)
    {
        var sum = 0.0;
        var all = 0.0;
        for (var i = 0; i < counts.Length; i++)
        {
            if (counts[i] <= 0)
                continue;
            all += counts[i];
            var expected = weight * Math.Max(shares[i], Rarest);
            sum += SpecialFunctions.GammaLn(expected + counts[i]) - SpecialFunctions.GammaLn(expected);
        }

        return sum + SpecialFunctions.GammaLn(weight) - SpecialFunctions.GammaLn(weight + all);
    }

    /// <summary>The mean of a scale over a grid of its logarithm, each weighed by likelihood and a normal prior.</summary>
    /// <param name="usual">The scale before anything is seen, above 0.</param>
    /// <param name="spread">How far that may be off, as the standard deviation of its logarithm.</param>
    /// <param name="logLikelihood">The log of how likely what was seen is at a scale, up to a constant.</param>
    public static double Scale(double usual, double spread, Func<double, double> logLikelihood)
    {
        var logs = Steps.Select(step => logLikelihood(usual * Math.Exp(step)) - (0.5 * step * step / (spread * spread))).ToArray();
        var most = logs.Max();
        var weights = logs.Select(l => Math.Exp(l - most)).ToArray();
        return usual * Math.Exp(weights.Zip(Steps, (w, step) => w * step).Sum() / weights.Sum());
    }
}
