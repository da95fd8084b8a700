using AshNotch.Core.Judging;
using MathNet.Numerics.Distributions;
using MathNet.Numerics.Random;

namespace AshNotch.Core.Tests.Judging;

public class MisfitTests
{
    // Rows that truly come from a Dirichlet of a known weight (drawn by a library) are told apart by it.
    [Theory]
    [InlineData(3)]
    [InlineData(8)]
    public void The_weight_of_the_usual_rows_is_found_again(double weight)
    {
        var random = new Xoshiro256StarStar(7, threadSafe: false);
        double[] shares = [0.5, 0.3, 0.15, 0.05];
        var rows = Enumerable
            .Range(0, 300)
            .Select(_ =>
            {
                var row = Dirichlet.Sample(random, [.. shares.Select(x => weight * x)]);
                var counts = Multinomial.Sample(random, row, 25);
                return (shares, counts.Select(c => (double)c).ToArray());
            });
        Assert.InRange(Misfit.Concentration(rows, usual: 5, spread: 0.8), 0.7 * weight, 1.4 * weight);
    }

    [Fact]
    public void Without_anything_seen_the_scales_stay_near_the_usual_ones()
    {
        Assert.InRange(Misfit.Concentration([], usual: 6, spread: 0.3), 5, 7);
        Assert.InRange(Misfit.Scatter([], usual: 0.57, spread: 0.3), 0.5, 0.6);
    }

    [Theory]
    [InlineData(0.25)]
    [InlineData(0.8)]
    public void The_scatter_of_levels_is_found_again_behind_their_errors(double scatter)
    {
        var random = new Xoshiro256StarStar(8, threadSafe: false);
        var levels = Enumerable
            .Range(0, 400)
            .Select(i =>
            {
                var error = 0.1 + (0.4 * (i % 5) / 4.0);
                return (Normal.Sample(random, 0, scatter) + Normal.Sample(random, 0, error), error * error);
            })
            .ToList();
        Assert.InRange(Misfit.Scatter(levels, usual: 0.57, spread: 0.8), 0.8 * scatter, 1.25 * scatter);
    }

    // Two cells and uniform shares: a Dirichlet of weight 2 is uniform, so every split of n counts has the same chance,
    // 1 / (n + 1), its multinomial coefficient included.
    [Fact]
    public void The_likelihood_of_a_uniform_row_is_the_same_for_every_split()
    {
        double LogChance(int good, int n) =>
            Misfit.LogLikelihood([0.5, 0.5], [good, n - good], 2) + Math.Log(MathNet.Numerics.Combinatorics.Combinations(n, good));
        Assert.All(Enumerable.Range(0, 8), good => Assert.Equal(-Math.Log(8), LogChance(good, 7), 9));
    }
}
