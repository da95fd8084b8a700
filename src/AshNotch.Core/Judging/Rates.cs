using MathNet.Numerics;
using MathNet.Numerics.Distributions;

namespace AshNotch.Core.Judging;

/// <summary>A share with an interval.</summary>
/// <param name="Rate">The best single figure.</param>
/// <param name="Low">The lower end.</param>
/// <param name="High">The upper end.</param>
public readonly record struct Interval(Probability Rate, Probability Low, Probability High)
{
    /// <summary>How many standard deviations of a normal belief 80 % of it lie within.</summary>
    public const double Reach80 = 1.2815515655446004;

    /// <summary>A share known by its logit: the logit's mean and standard deviation, with the 80 % interval.</summary>
    public static Interval OfLogit(double mean, double sd) =>
        new(Probability.OfLogit(mean), Probability.OfLogit(mean - (Reach80 * sd)), Probability.OfLogit(mean + (Reach80 * sd)));
}

/// <summary>Shares of counts, with honest ends.</summary>
public static class Rates
{
    /// <summary>
    /// Wilson's score interval of a proportion: E. B. Wilson, J. Am. Stat. Assoc. 22 (1927) 209-212, as in R. G. Newcombe,
    /// Statistics in Medicine 17 (1998) 857-872, method 3. Nothing tried gives 0 to 1.
    /// </summary>
    /// <param name="won">Successes, 0 to <paramref name="tried"/>.</param>
    /// <param name="tried">Tries.</param>
    /// <param name="level">How often the interval should hold the truth, between 0 and 1.</param>
    /// <exception cref="ArgumentOutOfRangeException">Counts or level out of range.</exception>
    public static Interval Wilson(int won, int tried, double level = 0.8)
    {
        CheckCounts(won, tried - won, level);
        if (tried == 0)
            return new Interval(new(0.5), new(0), new(1));
        var z = Normal.InvCDF(0, 1, (1 + level) / 2);
        var p = (double)won / tried;
        var middle = (2 * tried * p) + (z * z);
        var reach = z * Math.Sqrt((z * z) + (4 * tried * p * (1 - p)));
        var below = 2 * (tried + (z * z));
        return new Interval(new(p), new(Math.Max(0, (middle - reach) / below)), new(Math.Min(1, (middle + reach) / below)));
    }

    /// <summary>
    /// The probability that one rate lies above another, each a Beta posterior with whole parameters. The closed form in
    /// Miller's note "Formulas for Bayesian A/B testing":
    ///   P(p_B > p_A) = Σ_{i &lt; α_B} B(α_A + i, β_A + β_B) / ((β_B + i)·B(1 + i, β_B)·B(α_A, β_A)),
    /// each term from the one before by B(a + 1, b) = B(a, b)·a/(a + b), in logarithms.
    /// </summary>
    /// <param name="one">α and β of the rate that is asked about, each at least 1.</param>
    /// <param name="other">α and β of the other.</param>
    public static Probability ChanceAbove((int Alpha, int Beta) one, (int Alpha, int Beta) other)
    {
        foreach (var parameter in new[] { one.Alpha, one.Beta, other.Alpha, other.Beta })
            ArgumentOutOfRangeException.ThrowIfLessThan(parameter, 1);
        var sum = 0.0;
        // For i = 0, where (β_B + i)·B(1 + i, β_B) is 1.
        var term = SpecialFunctions.BetaLn(other.Alpha, other.Beta + one.Beta) - SpecialFunctions.BetaLn(other.Alpha, other.Beta);
        for (var i = 0; i < one.Alpha; i++)
        {
            sum += Math.Exp(term);
            term += Math.Log((double)(other.Alpha + i) / (other.Alpha + i + other.Beta + one.Beta) * (one.Beta + i) / (i + 1));
        }

        return new Probability(Math.Clamp(sum, 0, 1));
    }

    private static void CheckCounts(int won, int lost, double level)
    {
        ArgumentOutOfRangeException.ThrowIfNegative(won);
        ArgumentOutOfRangeException.ThrowIfNegative(lost);
        if (level is not (> 0 and < 1))
            throw new ArgumentOutOfRangeException(nameof(level), level, "The level lies between 0 and 1.");
    }
}
