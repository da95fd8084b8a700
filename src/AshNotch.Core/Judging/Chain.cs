using MathNet.Numerics.LinearAlgebra;

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
    private readonly double[]?[] columns;

    /// <param name="p">The chance to win a contest at each of n spots, each 0 to 1.</param>
    /// <param name="won">n rows of n + 1: where a win leads, a finish last; each sums to one.</param>
    /// <param name="lost">The same for losses.</param>
    /// <param name="start">Where rounds begin; sums to one.</param>
    /// <param name="goesOn">γ: the chance that a further contest follows, at least 0 and below 1.</param>
    /// <param name="rewards">What each step pays.</param>
    /// <param name="asked">The spots whose visits and gains will be asked for; null for all. Fewer are quicker.</param>
    public Chain(double[] p, double[][] won, double[][] lost, double[] start, double goesOn, Rewards rewards, IReadOnlyList<int>? asked = null)
    {
        ArgumentOutOfRangeException.ThrowIfLessThan(goesOn, 0);
        ArgumentOutOfRangeException.ThrowIfGreaterThanOrEqual(goesOn, 1);
        (this.won, this.lost, this.start, this.rewards) = (won, lost, start, rewards);
        GoesOn = goesOn;
        var n = p.Length;
        var system = new double[n * n];
        var pay = new double[n];
        for (var s = 0; s < n; s++)
        {
            double[] w = won[s], l = lost[s], payWon = rewards.Won[s], payLost = rewards.Lost[s];
            double ps = p[s], finish = (ps * w[n]) + ((1 - ps) * l[n]);
            var c = (ps * w[n] * payWon[n]) + ((1 - ps) * l[n] * payLost[n]);
            for (var u = 0; u < n; u++)
            {
                double pw = ps * w[u], pl = (1 - ps) * l[u];
                system[(u * n) + s] = -goesOn * (pw + pl + (finish * start[u]));
                c += (pw * payWon[u]) + (pl * payLost[u]);
            }

            system[(s * n) + s] += 1;
            pay[s] = c;
        }

        asked ??= [.. Enumerable.Range(0, n)];
        var right = new double[n * (asked.Count + 1)];
        for (var k = 0; k < asked.Count; k++)
            right[(k * n) + asked[k]] = 1;
        pay.CopyTo(right, asked.Count * n);
        var solved = Matrix<double>.Build.Dense(n, n, system).LU().Solve(Matrix<double>.Build.Dense(n, asked.Count + 1, right));
        columns = new double[n][];
        for (var k = 0; k < asked.Count; k++)
            columns[asked[k]] = solved.Column(k).ToArray();
        Value = solved.Column(asked.Count).ToArray();
        RollValue = Dot(start, Value);
    }

    /// <summary>γ.</summary>
    public double GoesOn { get; }

    /// <summary>h: what a roll brings from here on, from each spot.</summary>
    public double[] Value { get; }

    /// <summary>What a whole roll brings.</summary>
    public double RollValue { get; }

    /// <summary>N: contests to be expected at one spot from another on; the second must be one that was asked for.</summary>
    public double Fundamental(int from, int to) => Column(to)[from];

    /// <summary>d: contests at a spot in a roll; it must be one that was asked for.</summary>
    public double Visits(int s) => Dot(start, Column(s));

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
    public double Gain(int s, double rise)
    {
        var n = start.Length;
        double[] w = won[s], l = lost[s];
        var column = Column(s);
        var visits = Dot(start, column);
        var back = (w[n] - l[n]) * visits;
        for (var u = 0; u < n; u++)
            back += (w[u] - l[u]) * column[u];
        return visits * rise * Stake(s) / (1 - (GoesOn * rise * back));
    }

    private double[] Column(int s) => columns[s] ?? throw new ArgumentOutOfRangeException(nameof(s), s, "This spot was not asked for.");

    private static double Dot(double[] a, double[] b)
    {
        var sum = 0.0;
        for (var i = 0; i < a.Length; i++)
            sum += a[i] * b[i];
        return sum;
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
