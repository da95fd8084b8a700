using MathNet.Numerics.LinearAlgebra;
using MathNet.Numerics.LinearAlgebra.Factorization;

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
    private readonly double[] start;
    private readonly LU<double> system;
    private readonly Lazy<double[]> visits;
    private readonly Lazy<Matrix<double>> fundamental;

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
        (this.won, this.lost, this.start, this.rewards) = (won, lost, start, rewards);
        GoesOn = goesOn;
        var n = p.Length;
        var equations = new double[n * n];
        var pay = new double[n];
        for (var s = 0; s < n; s++)
        {
            double[] w = won[s], l = lost[s], payWon = rewards.Won[s], payLost = rewards.Lost[s];
            double ps = p[s], finish = (ps * w[n]) + ((1 - ps) * l[n]);
            var c = (ps * w[n] * payWon[n]) + ((1 - ps) * l[n] * payLost[n]);
            for (var u = 0; u < n; u++)
            {
                double pw = ps * w[u], pl = (1 - ps) * l[u];
                equations[(u * n) + s] = -goesOn * (pw + pl + (finish * start[u]));
                c += (pw * payWon[u]) + (pl * payLost[u]);
            }

            equations[(s * n) + s] += 1;
            pay[s] = c;
        }

        system = Matrix<double>.Build.Dense(n, n, equations).LU();
        Value = system.Solve(Vector<double>.Build.Dense(pay)).ToArray();
        RollValue = Dot(start, Value);
        visits = new Lazy<double[]>(() => Transposed(start));
        fundamental = new Lazy<Matrix<double>>(system.Inverse);
    }

    /// <summary>γ.</summary>
    public double GoesOn { get; }

    /// <summary>h: what a roll brings from here on, from each spot.</summary>
    public double[] Value { get; }

    /// <summary>What a whole roll brings.</summary>
    public double RollValue { get; }

    /// <summary>N: contests to be expected at one spot from another on.</summary>
    public double Fundamental(int from, int to) => fundamental.Value[from, to];

    /// <summary>d: contests at a spot in a roll.</summary>
    public double Visits(int s) => visits.Value[s];

    /// <summary>What winning a contest at s is worth above losing it: Σ_u (W_su - L_su)(r_su + γ·h_u).</summary>
    public double Stake(int s) => AfterWin(s) - AfterLoss(s);

    /// <summary>What a contest won at s pays and leads to, on average.</summary>
    public double AfterWin(int s) => After(won[s], rewards.Won[s]);

    /// <summary>The same for a contest lost.</summary>
    public double AfterLoss(int s) => After(lost[s], rewards.Lost[s]);

    /// <summary>
    /// The rise of a roll's value when the chance to win at one spot rises by <paramref name="rise"/>, exactly: changing one
    /// row of P is a change of rank one (Sherman and Morrison's formula), so
    ///   gain = d_s·Δp·ΔQ / (1 - γ·Δp·v·N_·s), v = W_s - L_s with finishes sent to the start.
    /// </summary>
    public double Gain(int s, double rise) => Gain(s, rise, Back(s));

    /// <summary>
    /// The same with v·N_·s given (<see cref="Back"/>), which spares the whole inverse. It only matters in the second order of
    /// the rise, so that of a like chain will do.
    /// </summary>
    public double Gain(int s, double rise, double back) => Visits(s) * rise * Stake(s) / (1 - (GoesOn * rise * back));

    /// <summary>v·N_·s: how many contests more at s follow a win there than a loss.</summary>
    public double Back(int s)
    {
        var n = start.Length;
        double[] w = won[s], l = lost[s];
        var back = (w[n] - l[n]) * Visits(s);
        for (var u = 0; u < n; u++)
            back += (w[u] - l[u]) * Fundamental(u, s);
        return back;
    }

    private static double Dot(double[] a, double[] b)
    {
        var sum = 0.0;
        for (var i = 0; i < a.Length; i++)
            sum += a[i] * b[i];
        return sum;
    }

    /// <summary>Solves the transposed equations from the same factors: with P·A = L·U, Uᵀy = b, Lᵀz = y, x = Pᵀz.</summary>
    private double[] Transposed(double[] right)
    {
        var n = right.Length;
        double[] lower = system.L.AsColumnMajorArray() ?? system.L.ToColumnMajorArray(), upper = system.U.AsColumnMajorArray() ?? system.U.ToColumnMajorArray();
        var y = new double[n];
        for (var i = 0; i < n; i++)
        {
            var sum = right[i];
            for (var k = 0; k < i; k++)
                sum -= upper[(i * n) + k] * y[k];
            y[i] = sum / upper[(i * n) + i];
        }

        for (var i = n - 1; i >= 0; i--)
            for (var k = i + 1; k < n; k++)
                y[i] -= lower[(i * n) + k] * y[k];
        var x = new double[n];
        for (var i = 0; i < n; i++)
            x[i] = y[system.P[i]];
        return x;
    }

    private double After(double[] row, double[] pay)
    {
        var n = start.Length;
        var sum = row[n] * (pay[n] + (GoesOn * RollValue));
        for (var u = 0; u < n; u++)
            sum += row[u] * (pay[u] + (GoesOn * Value[u]));
        return sum;
    }
}
