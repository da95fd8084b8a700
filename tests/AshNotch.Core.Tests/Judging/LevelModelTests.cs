using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Log;
using AshNotch.Demo;
using MathNet.Numerics;
using MathNet.Numerics.LinearAlgebra;
using MathNet.Numerics.Optimization;

namespace AshNotch.Core.Tests.Judging;

public class LevelModelTests
{
    private static readonly UsualGround Usual = GroundMap.Default.Usual;

    private static LogCounts Counts(int rolls) =>
        LogCounts.Of(RollReading.Of(new TrueAthlete(GroundMap.Default, new World(), 11).Log(rolls), GroundMap.Default), Usual);

    // Gradients by central differences, so that nothing of the model's own derivatives is used.
    private static Vector<double> Slopes(Func<double[], double> f, double[] at)
    {
        const double h = 1e-5;
        return Vector<double>.Build.Dense(at.Length, i =>
        {
            var (up, down) = ((double[])at.Clone(), (double[])at.Clone());
            (up[i], down[i]) = (at[i] + h, at[i] - h);
            return (f(up) - f(down)) / (2 * h);
        });
    }

    // MathNet's BFGS as the independent optimiser; MathNet.Numerics 5, Optimization.
    [Fact]
    public void The_fit_is_what_an_independent_optimiser_finds()
    {
        var model = new LevelModel(Usual, Counts(24), new Belt(BeltColour.Blue).Rung, 70);
        var fit = model.Fit();
        var (size, mode0, partners) = (model.Layout.Size, fit.Parameters.Mode, fit.Parameters.Groups);
        Assert.True(fit.Converged);
        double Loss(double[] all) => -model.Posterior(all[..size], all[size..], fit.Parameters.Weights);
        var function = ObjectiveFunction.Gradient(v => Loss(v.ToArray()), v => Slopes(Loss, v.ToArray()));
        var start = Vector<double>.Build.Dense(size + partners.Length);
        var found = new BfgsMinimizer(1e-6, 1e-9, 1e-12, 2000).FindMinimum(function, start).MinimizingPoint;
        for (var i = 0; i < size; i++)
            Assert.Equal(found[i], mode0[i], 3);
        for (var j = 0; j < partners.Length; j++)
            Assert.Equal(found[size + j], partners[j], 3);
    }

    [Fact]
    public void The_spread_is_the_inverse_of_the_numeric_curvature()
    {
        var model = new LevelModel(Usual, Counts(24), new Belt(BeltColour.Blue).Rung, 70);
        var fit = model.Fit();
        var (size, mode0, partners) = (model.Layout.Size, fit.Parameters.Mode, fit.Parameters.Groups);
        Assert.True(fit.Converged);
        double Loss(double[] all) => -model.Posterior(all[..size], all[size..], fit.Parameters.Weights);
        double[] mode = [.. mode0, .. partners];
        const double h = 1e-4;
        var curvature = Matrix<double>.Build.Dense(mode.Length, mode.Length);
        for (var i = 0; i < mode.Length; i++)
        {
            var (up, down) = ((double[])mode.Clone(), (double[])mode.Clone());
            (up[i], down[i]) = (mode[i] + h, mode[i] - h);
            curvature.SetRow(i, (Slopes(Loss, up) - Slopes(Loss, down)) / (2 * h));
        }

        var covariance = curvature.Inverse();
        for (var i = 0; i < size; i++)
        for (var j = 0; j < size; j++)
            Assert.Equal(covariance[i, j], fit.Parameters.Covariance(i, j), 0.0005);
    }

    // With one spot against one peer nothing is left to be shared out: the posterior of the spot's level has one dimension
    // and can be integrated by itself. φ, θ, μ and the partner add up to one normal of sd √(0.2² + 0.2² + 0.57² + 0.35²).
    [Fact]
    public void A_single_cell_agrees_with_its_own_maximum()
    {
        var spot = Usual.IndexOf(Spot.Parse("half-guard:bottom"));
        var readings = Enumerable
            .Range(0, 12)
            .Select(i => Against(i < 3, new Against("p", new Belt(BeltColour.Blue).Rung, 70, Intent.OwnGame)));
        var model = new LevelModel(Usual, LogCounts.Of(readings, Usual), new Belt(BeltColour.Blue).Rung, 70);
        var fit = model.Fit();
        var weight = fit.Parameters.Weights[0];
        var variance = 0.04 + 0.04 + (0.57 * 0.57) + (0.35 * 0.35);
        double Slope(double eta) => (weight * (3 - (12 * SpecialFunctions.Logistic(eta)))) - ((eta - Usual.Level[spot]) / variance);
        var exact = MathNet.Numerics.RootFinding.Brent.FindRoot(Slope, -6, 6);
        Assert.Equal(exact, fit.Alpha(spot) + fit.Partners[0], 6);
    }

    [Fact]
    public void Losing_to_somebody_far_stronger_says_less_than_losing_to_a_peer()
    {
        double Alpha(Against against)
        {
            var counts = LogCounts.Of(Enumerable.Range(0, 10).Select(_ => Against(false, against)), Usual);
            return new LevelModel(Usual, counts, new Belt(BeltColour.Blue).Rung, 70)
                .Fit()
                .Alpha(Usual.IndexOf(Spot.Parse("half-guard:bottom")));
        }

        var peer = new Against("p", new Belt(BeltColour.Blue).Rung, 70, Intent.OwnGame);
        var strong = Alpha(peer with { Rung = new Belt(BeltColour.Black).Rung, Kilograms = 100 });
        Assert.True(strong > Alpha(peer) + 0.2);
        Assert.True(Alpha(peer with { Intent = Intent.LetWork }) > Alpha(peer) + 0.1);
        Assert.Equal(Alpha(peer), Alpha(peer with { Rung = null, Kilograms = null }), 9);
    }

    [Fact]
    public void Near_relations_lend_each_other_evidence_and_others_do_not()
    {
        var against = new Against(null, null, null, Intent.OwnGame);
        var counts = LogCounts.Of(Enumerable.Range(0, 20).Select(_ => Against(false, against, "knee-shield:bottom")), Usual);
        var fit = new LevelModel(Usual, counts, new Belt(BeltColour.Blue).Rung, 70).Fit();
        double Fall(string spot) => Usual.Level[Usual.IndexOf(Spot.Parse(spot))] - fit.Alpha(Usual.IndexOf(Spot.Parse(spot)));
        Assert.True(Fall("knee-shield:bottom") > Fall("half-guard:bottom"));
        Assert.True(Fall("half-guard:bottom") > Fall("closed-guard:bottom") + 0.05);
        Assert.Equal(Fall("closed-guard:bottom"), Fall("half-guard:top"), 9);
    }

    private static RollReading Against(bool won, Against against, string spot = "half-guard:bottom") =>
        new()
        {
            Session = "s",
            Roll = "r",
            Date = new DateOnly(2026, 3, 3),
            Attire = Attire.Gi,
            Against = against,
            Moments = 1,
            Starts = [],
            Visits = [],
            Contests =
            [
                new Contest
                {
                    Spot = Spot.Parse(spot),
                    End = won ? ContestEnd.Won : ContestEnd.Lost,
                    Actor = won ? Actor.Me : Actor.Them,
                    Place = new MomentPlace("s", "r", 0, 0),
                },
            ],
        };
}
