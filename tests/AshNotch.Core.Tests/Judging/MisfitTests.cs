using AshNotch.Core.Judging;
using MathNet.Numerics;
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
        Assert.InRange(Misfit.Scale(usual: 0.57, spread: 0.3, _ => 0), 0.5, 0.6);
    }

    // Levels of a known scatter (drawn by a library), each seen in some contests, are told apart by the evidence of a fit that
    // believed in another scatter.
    [Theory]
    [InlineData(0.25)]
    [InlineData(0.9)]
    public void The_scatter_of_levels_is_found_again_behind_the_chance_of_contests(double scatter)
    {
        const int Levels = 150;
        const double Believed = 0.57;
        var random = new Xoshiro256StarStar(8, threadSafe: false);
        var rows = new LogisticRows();
        for (var i = 0; i < Levels; i++)
        {
            var tried = 10 + (10 * (i % 5));
            var won = Binomial.Sample(random, SpecialFunctions.Logistic(0.3 + Normal.Sample(random, 0, scatter)), tried);
            rows.Add(won, tried, 0, -1, dispersed: false, (0, 1), (1 + i, 1));
        }

        double was = 1 / (Believed * Believed);
        var fit = new LogisticMap(rows, [(0, 1), .. Enumerable.Repeat((0.0, was), Levels)]).Fit();
        var found = Misfit.Scale(Believed, spread: 0.8, sd => fit.LogEvidence(1, Levels, was, 1 / (sd * sd)));
        Assert.InRange(found, 0.85 * scatter, 1.18 * scatter);
    }

    // The integral by a library's quadrature: how likely 130 won of 200 are when the level is normal with one spread or another.
    [Fact]
    public void The_evidence_of_one_level_is_the_integral_over_it()
    {
        static double Evidence(double sd) =>
            Integrate.OnClosedInterval(x => Binomial.PMF(SpecialFunctions.Logistic(x), 200, 130) * Normal.PDF(0, sd, x), -5, 5, 1e-12);
        var rows = new LogisticRows();
        rows.Add(130, 200, 0, -1, dispersed: false, (0, 1));
        var fit = new LogisticMap(rows, [(0, 4)]).Fit();
        Assert.Equal(Math.Log(Evidence(2) / Evidence(0.25)), fit.LogEvidence(0, 1, 4, 1 / 4.0) - fit.LogEvidence(0, 1, 4, 16), 0.03);
    }

    // Two cells and uniform shares: a Dirichlet of weight 2 is uniform, so every split of n counts has the same chance,
    // 1 / (n + 1), its multinomial coefficient included.
    [Fact]
    public void The_likelihood_of_a_uniform_row_is_the_same_for_every_split()
    {
        double LogChance(int good, int n) =>
            Misfit.LogLikelihood([0.5, 0.5], [good, n - good], 2) + Math.Log(Combinatorics.Combinations(n, good));
        Assert.All(Enumerable.Range(0, 8), good => Assert.Equal(-Math.Log(8), LogChance(good, 7), 9));
    }
}
