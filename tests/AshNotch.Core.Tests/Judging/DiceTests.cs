using AshNotch.Core.Judging;
using MathNet.Numerics.Distributions;
using MathNet.Numerics.Random;

namespace AshNotch.Core.Tests.Judging;

// Kolmogorov and Smirnov's distance from MathNet.Numerics' distributions: under 1.95 / √n in all but one of a thousand samples
// (the limit law's 0.001 point; value from memory). The seed is fixed.
public class DiceTests
{
    private const int Throws = 40_000;

    private static double Distance(IEnumerable<double> sample, Func<double, double> below)
    {
        var sorted = sample.Order().ToList();
        return Enumerable
            .Range(0, sorted.Count)
            .Max(i => Math.Max(Math.Abs(below(sorted[i]) - ((double)i / Throws)), Math.Abs(below(sorted[i]) - ((i + 1.0) / Throws))));
    }

    private static Dice New() => new(new Xoshiro256StarStar(77, threadSafe: false));

    [Theory]
    [InlineData(0.3)]
    [InlineData(0.5)]
    [InlineData(1)]
    [InlineData(3.7)]
    [InlineData(240)]
    public void Gamma_numbers_are_distributed_as_they_should_be(double shape)
    {
        var dice = New();
        Assert.InRange(
            Distance(Enumerable.Range(0, Throws).Select(_ => dice.Gamma(shape)), x => Gamma.CDF(shape, 1, x)),
            0,
            1.95 / Math.Sqrt(Throws)
        );
    }

    [Fact]
    public void So_are_normal_ones()
    {
        var dice = New();
        Assert.InRange(
            Distance(Enumerable.Range(0, Throws).Select(_ => dice.Normal()), x => Normal.CDF(0, 1, x)),
            0,
            1.95 / Math.Sqrt(Throws)
        );
    }
}
