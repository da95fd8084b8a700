using AshNotch.Core.Judging;
using FsCheck;
using FsCheck.Fluent;
using FsCheck.Xunit;
using MathNet.Numerics;
using MathNet.Numerics.RootFinding;

namespace AshNotch.Core.Tests.Judging;

public class LogisticMapTests
{
    // One parameter, one kind of row: the score has one root, which Brent's method (MathNet.Numerics) finds by itself. Undamped
    // steps go round in circles from here: far offsets make the curve flat where they start.
    [Property(MaxTest = 300)]
    public Property A_single_level_is_found_however_far_off_it_lies() =>
        Prop.ForAll(
            Gen.Choose(0, 40)
                .SelectMany(won =>
                    Gen.Choose(0, 40).SelectMany(lost => Gen.Choose(-120, 120).Select(offset => (won, lost, offset: offset / 10.0)))
                )
                .Where(x => x.won + x.lost > 0)
                .ToArbitrary(),
            x =>
            {
                var rows = new LogisticRows();
                rows.Add(x.won, x.won + x.lost, x.offset, group: -1, dispersed: false, (0, 1));
                var fit = new LogisticMap(rows, [(0.3, 1 / 0.36)]).Fit();
                double Score(double level) =>
                    x.won - ((x.won + x.lost) * SpecialFunctions.Logistic(level + x.offset)) - ((level - 0.3) / 0.36);
                Assert.True(fit.Converged);
                Assert.Equal(Brent.FindRoot(Score, -60, 60, 1e-10), fit.Mode[0], 1e-5);
                var p = SpecialFunctions.Logistic(fit.Mode[0] + x.offset);
                Assert.Equal(1 / ((1 / 0.36) + ((x.won + x.lost) * p * (1 - p))), fit.Variance((0, 1)), 6);
            }
        );

    [Fact]
    public void A_fit_that_is_cut_short_says_so()
    {
        var rows = new LogisticRows();
        for (var i = 0; i < 50; i++)
            rows.Add(i % 3, 3, i % 7, i % 5, true, (0, 1), (1, i / 10.0));
        var fit = new LogisticMap(rows, [(0, 1), (0, 1)], 0.5, 0.16).Fit();
        Assert.True(fit.Converged && fit.Steps < 30);
        Assert.Equal(5, fit.Groups.Length);
        Assert.Equal(fit.Covariance(0, 1), fit.Covariance(1, 0), 12);
    }
}
