using MathNet.Numerics;
using MathNet.Numerics.Random;
using MathNet.Numerics.Statistics;

namespace AshNotch.Core.Judging;

/// <summary>One draw of what might be true: for each spot that was fought over, in their order, its gains and its rate.</summary>
internal sealed record GainDraw(double[] Soft, double[] Lever, double[] Earned, double[] Rate);

/// <summary>
/// 200 draws of what might be true of a log: levels from their belief (Laplace's approximation) and roads from theirs
/// (Dirichlet), each with the gains that follow. Fixed seeds: the same log gives the same draws.
/// </summary>
/// <param name="Fought">The places of the spots that were fought over.</param>
/// <param name="All">The draws.</param>
internal sealed record GainDraws(int[] Fought, IReadOnlyList<GainDraw> All)
{
    /// <summary>The improvement of a lever, in logits.</summary>
    public const double LeverStep = 0.5;

    private const int Draws = 200;
    private const int Seed = 20_260_217;

    /// <summary>
    /// Being below one's own level at a spot is known less well than the level there: the table that both are read against is
    /// off by some 0.22 at each spot. Set on simulated athletes; without it the chance to be among the best three is overstated.
    /// </summary>
    private const double TableError = 0.22;

    /// <summary>From so many contests in a roll on, a spot's roads are drawn though nobody was seen to fight over it.</summary>
    private const double Weighty = 0.02;

    private Interval[]? rates;

    /// <summary>The improvement of a soft spot that lies so many logits below the owner's own level.</summary>
    public static double SoftStep(double missing) => 0.2 + (0.5 * Math.Max(0, missing));

    /// <summary>Draws.</summary>
    /// <param name="fitted">What is most probable.</param>
    /// <param name="rewards">What each step pays.</param>
    /// <param name="tallies">Contests won and lost at each spot.</param>
    /// <param name="stop">Calls it off.</param>
    public static GainDraws Of(Fitted fitted, Rewards rewards, (int Won, int Lost)[] tallies, CancellationToken stop)
    {
        int[] fought = [.. Enumerable.Range(0, tallies.Length).Where(s => tallies[s].Won + tallies[s].Lost > 0)];
        if (fought.Length == 0)
            return new GainDraws(fought, []);
        int[] drawn =
        [
            .. Enumerable.Range(0, tallies.Length).Where(s => tallies[s].Won + tallies[s].Lost > 0 || fitted.Values.Visits(s) >= Weighty),
        ];
        double[] back = [.. fought.Select(fitted.Values.Back)];
        var widths = fitted.Levels.Widths();
        var all = new GainDraw[Draws];
        Parallel.For(
            0,
            Draws,
            new ParallelOptions { CancellationToken = stop },
            () => new Space(fitted, drawn, widths),
            (i, _, space) =>
            {
                all[i] = One(fitted, rewards, fought, drawn, back, new Dice(new Xoshiro256StarStar(Seed + i, threadSafe: false)), space);
                return space;
            },
            _ => { }
        );
        Widen(all, fitted.Roads.Width);
        return new GainDraws(fought, all);
    }

    /// <summary>Spreads the gains of the draws about their means by a factor.</summary>
    private static void Widen(GainDraw[] draws, double factor)
    {
        foreach (var gains in new Func<GainDraw, double[]>[] { d => d.Soft, d => d.Lever, d => d.Earned })
            for (var k = 0; k < gains(draws[0]).Length; k++)
            {
                var mean = draws.Average(d => gains(d)[k]);
                foreach (var draw in draws)
                    gains(draw)[k] = mean + (factor * (gains(draw)[k] - mean));
            }
    }

    /// <summary>How often the owner leaves each spot that was fought over better off against the peer, with the draws' 80 % interval.</summary>
    public Interval[] Rates(Fitted fitted) =>
        rates ??= [
            .. Fought.Select(
                (s, k) =>
                {
                    double[] drawn = [.. All.Select(d => d.Rate[k])];
                    Array.Sort(drawn);
                    return new Interval(
                        Probability.OfLogit(fitted.Levels.Alpha(s) + fitted.PeerGap),
                        new(SortedArrayStatistics.Quantile(drawn, 0.1)),
                        new(SortedArrayStatistics.Quantile(drawn, 0.9))
                    );
                }
            ),
        ];

    private static GainDraw One(Fitted fitted, Rewards rewards, int[] fought, int[] drawn, double[] back, Dice dice, Space space)
    {
        var levels = fitted.Levels.Drawn(dice, space.Widths);
        fitted.Roads.Draw(dice, drawn, space.Won, space.Lost);
        for (var s = 0; s < space.P.Length; s++)
            space.P[s] = SpecialFunctions.Logistic(fitted.Levels.AlphaOf(levels, s) + fitted.PeerGap);
        var chain = new Chain(space.P, space.Won, space.Lost, fitted.Roads.Start, fitted.Values.GoesOn, rewards, space.System);
        var draw = new GainDraw(new double[fought.Length], new double[fought.Length], new double[fought.Length], new double[fought.Length]);
        for (var k = 0; k < fought.Length; k++)
        {
            var s = fought[k];
            var alpha = fitted.Levels.AlphaOf(levels, s) + fitted.PeerGap;
            var missing = fitted.Levels.ParOf(levels, s) - fitted.Levels.AlphaOf(levels, s) + (TableError * dice.Normal());
            var stake = chain.Stake(s);
            draw.Rate[k] = space.P[s];
            draw.Soft[k] = chain.Gain(s, SpecialFunctions.Logistic(alpha + SoftStep(missing)) - draw.Rate[k], stake, back[k]);
            draw.Lever[k] = chain.Gain(s, SpecialFunctions.Logistic(alpha + LeverStep) - draw.Rate[k], stake, back[k]);
            draw.Earned[k] = chain.Visits(s) * (chain.Value[s] - chain.RollValue);
        }

        return draw;
    }

    /// <summary>Memory that one thread uses again for each of its draws.</summary>
    private sealed class Space
    {
        public Space(Fitted fitted, int[] drawn, double[] widths)
        {
            var n = fitted.Roads.Won.Length;
            (Won, Lost) = ([.. fitted.Roads.Won], [.. fitted.Roads.Lost]);
            foreach (var s in drawn)
                (Won[s], Lost[s]) = (new double[n + 1], new double[n + 1]);
            Widths = widths;
            (P, System) = (new double[n], new double[n * n]);
        }

        public double[][] Won { get; }

        public double[][] Lost { get; }

        public double[] Widths { get; }

        public double[] P { get; }

        public double[] System { get; }
    }
}
