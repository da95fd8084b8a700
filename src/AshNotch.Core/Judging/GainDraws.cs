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
        int[] place = [.. fought.Select(s => Array.BinarySearch(drawn, s))];
        var widths = fitted.Levels.Widths();
        var complement = new Complement(fitted, rewards, drawn);
        var all = new GainDraw[Draws];
        Parallel.For(
            0,
            Draws,
            new ParallelOptions { CancellationToken = stop },
            complement.Working,
            (i, _, space) =>
            {
                var dice = new Dice(new Xoshiro256StarStar(Seed + i, threadSafe: false));
                var levels = fitted.Levels.Drawn(dice, widths);
                complement.Draw(dice, space);
                for (var k = 0; k < drawn.Length; k++)
                    space.P[k] = SpecialFunctions.Logistic(fitted.Levels.AlphaOf(levels, drawn[k]) + fitted.PeerGap);
                complement.Solve(space);
                all[i] = One(fitted, levels, complement, space, (fought, place, back), dice);
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

    /// <summary>
    /// How often the owner leaves each spot that was fought over better off against the peer, with the draws' 80 % interval.
    /// </summary>
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

    private static GainDraw One(
        Fitted fitted,
        double[] levels,
        Complement complement,
        Complement.Space chain,
        (int[] Spots, int[] Place, double[] Back) fought,
        Dice dice
    )
    {
        var n = fought.Spots.Length;
        var draw = new GainDraw(new double[n], new double[n], new double[n], new double[n]);
        for (var k = 0; k < n; k++)
        {
            var (s, at) = (fought.Spots[k], fought.Place[k]);
            var alpha = fitted.Levels.AlphaOf(levels, s) + fitted.PeerGap;
            var missing = fitted.Levels.ParOf(levels, s) - fitted.Levels.AlphaOf(levels, s) + (TableError * dice.Normal());
            var stake = complement.Stake(chain, at);
            double Gain(double step) =>
                Chain.Gain(
                    chain.Visits[at],
                    fitted.Values.GoesOn,
                    SpecialFunctions.Logistic(alpha + step) - chain.P[at],
                    stake,
                    fought.Back[k]
                );
            draw.Rate[k] = chain.P[at];
            draw.Soft[k] = Gain(SoftStep(missing));
            draw.Lever[k] = Gain(LeverStep);
            draw.Earned[k] = chain.Visits[at] * (chain.Value[at] - chain.RollValue);
        }

        return draw;
    }
}
