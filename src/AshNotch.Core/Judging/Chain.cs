namespace AshNotch.Core.Judging;

/// <summary>
/// A roll as an absorbing chain with restart. From spot s the owner wins the contest with probability p_s and goes on by the
/// row W_s, or loses and goes on by L_s; a finish is paid and restarts where rounds begin; after each contest the roll goes
/// on with probability γ. With P_su = p_s·W_su + (1-p_s)·L_su, finishes sent to the start:
///   N = (I - γP)⁻¹ (the fundamental matrix), c_s = expected pay of one contest, h = N·c (value of being at s),
///   d = startᵀ·N (expected contests at s in a roll), value of a roll = startᵀ·h = d·c.
/// Grinstead and Snell, Introduction to Probability, ch. 11.
/// </summary>
public sealed class Chain
{
    private readonly double[][] won;
    private readonly double[][] lost;
    private readonly Rewards rewards;
    private readonly int n;
    private readonly double[] system;
    private readonly double[] visits;
    private readonly Lazy<double[]> fundamental;
    private readonly Lazy<(double[] Win, double[] Loss)> after;

    /// <param name="p">The chance to win a contest at each of n spots, each 0 to 1.</param>
    /// <param name="won">n rows of n + 1: where a win leads, a finish last; each sums to one.</param>
    /// <param name="lost">The same for losses.</param>
    /// <param name="start">Where rounds begin; sums to one.</param>
    /// <param name="goesOn">γ: the chance that a further contest follows, at least 0 and below 1.</param>
    /// <param name="rewards">What each step pays.</param>
    public Chain(double[] p, double[][] won, double[][] lost, double[] start, double goesOn, Rewards rewards)
    {
        ArgumentOutOfRangeException.ThrowIfLessThan(goesOn, 0);
        ArgumentOutOfRangeException.ThrowIfGreaterThanOrEqual(goesOn, 1);
        (this.won, this.lost, this.rewards, GoesOn, n) = (won, lost, rewards, goesOn, p.Length);
        system = new double[n * n];
        Value = new double[n];
        for (var s = 0; s < n; s++)
        {
            double[] w = won[s],
                l = lost[s];
            var row = system.AsSpan(s * n, n);
            Dense.Scale(-goesOn * p[s], w.AsSpan(0, n), row);
            Dense.Add(-goesOn * (1 - p[s]), l.AsSpan(0, n), row);
            Dense.Add(-goesOn * ((p[s] * w[n]) + ((1 - p[s]) * l[n])), start, row);
            row[s] += 1;
            Value[s] = (p[s] * Dense.Dot(w, rewards.Won[s])) + ((1 - p[s]) * Dense.Dot(l, rewards.Lost[s]));
        }

        Dense.Lu(system, n);
        Dense.Solve(system, n, Value);
        visits = (double[])start.Clone();
        Dense.SolveTransposed(system, n, visits);
        RollValue = Dense.Dot(start, Value);
        fundamental = new Lazy<double[]>(() => Dense.InverseTransposed(system, n));
        after = new Lazy<(double[], double[])>(() =>
            (
                [.. Enumerable.Range(0, n).Select(s => After(won[s], rewards.Won[s]))],
                [.. Enumerable.Range(0, n).Select(s => After(lost[s], rewards.Lost[s]))]
            )
        );
    }

    /// <summary>γ.</summary>
    public double GoesOn { get; }

    /// <summary>h: what a roll brings from here on, from each spot.</summary>
    public double[] Value { get; }

    /// <summary>What a whole roll brings.</summary>
    public double RollValue { get; }

    /// <summary>N: contests to be expected at one spot from another on.</summary>
    public double Fundamental(int from, int to) => fundamental.Value[(to * n) + from];

    /// <summary>d: contests at a spot in a roll.</summary>
    public double Visits(int s) => visits[s];

    /// <summary>What winning a contest at s is worth above losing it: Σ_u (W_su - L_su)(r_su + γ·h_u).</summary>
    public double Stake(int s) => after.Value.Win[s] - after.Value.Loss[s];

    /// <summary>What a contest won at s pays and leads to, on average.</summary>
    public double AfterWin(int s) => after.Value.Win[s];

    /// <summary>The same for a contest lost.</summary>
    public double AfterLoss(int s) => after.Value.Loss[s];

    /// <summary>
    /// The rise of a roll's value when the chance to win at one spot rises by <paramref name="rise"/>, exactly: changing one
    /// row of P is a change of rank one (Sherman and Morrison's formula), so
    ///   gain = d_s·Δp·ΔQ / (1 - γ·Δp·v·N_·s), v = W_s - L_s with finishes sent to the start.
    /// </summary>
    public double Gain(int s, double rise) => Gain(Visits(s), GoesOn, rise, Stake(s), Back(s));

    /// <summary>
    /// The same with all of it given. <paramref name="back"/> only matters in the second order of the rise, so that of a like chain
    /// will do, which spares the whole inverse.
    /// </summary>
    /// <param name="visits">d_s.</param>
    /// <param name="goesOn">γ.</param>
    /// <param name="rise">Δp.</param>
    /// <param name="stake">ΔQ: <see cref="Stake"/>.</param>
    /// <param name="back">v·N_·s: <see cref="Back"/>.</param>
    public static double Gain(double visits, double goesOn, double rise, double stake, double back) =>
        visits * rise * stake / (1 - (goesOn * rise * back));

    /// <summary>v·N_·s: how many contests more at s follow a win there than a loss.</summary>
    public double Back(int s)
    {
        var column = fundamental.Value.AsSpan(s * n, n);
        double[] w = won[s],
            l = lost[s];
        return ((w[n] - l[n]) * Visits(s)) + Dense.Dot(w.AsSpan(0, n), column) - Dense.Dot(l.AsSpan(0, n), column);
    }

    private double After(double[] row, double[] pay) =>
        Dense.Dot(row, pay) + (GoesOn * (Dense.Dot(row.AsSpan(0, n), Value) + (row[n] * RollValue)));
}
