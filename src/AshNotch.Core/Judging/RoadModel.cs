using AshNotch.Core.Ground;
using MathNet.Numerics;
using MathNet.Numerics.Distributions;
using MathNet.Numerics.LinearAlgebra;

namespace AshNotch.Core.Judging;

/// <summary>
/// Where contests lead: for each spot a row after a win and one after a loss, over the next spots and a finish.
///   row ~ Dirichlet(6·(0.99·usual + 0.01 spread evenly) + counts)
/// Told roads are counted. Where only the next spot seen is known, memory may have dropped contests in between, and the count
/// is spread by expectation and maximisation over the roads that could have led there:
///   M_vx = γ[(1-ρ)(p_v·W_vx + (1-p_v)·L_vx) + (1-τ)·q_v·start_x]     one contest passes unrecorded
///   A = (I - M)⁻¹·diag(ρ(1-q) + τ·q)·E                               what is recorded next, from each true next spot
///   P(true next = u | seen = y) ∝ row_u·A_uy
/// with q_v the chance of a finish, τ the recall of taps, and E moving 5 % to near relations. A contest of which nothing
/// further is known is spread by its own row, finishes left out. Dempster, Laird and Rubin, J. R. Stat. Soc. B 39 (1977) 1-38.
/// </summary>
public sealed class RoadModel
{
    /// <summary>How many contests the prior of a row is worth.</summary>
    public const double PriorWeight = 6;

    private const double Mistaken = 0.05;
    private const int Sweeps = 6;

    private readonly UsualGround ground;
    private readonly double[][] prior;
    private readonly double[][] told;
    private readonly double[][] seen;
    private readonly double[] blind;
    private readonly int n;

    /// <param name="ground">The ground.</param>
    /// <param name="counts">What the log shows.</param>
    /// <param name="tapWeight">What a tap counts beside the rest.</param>
    public RoadModel(UsualGround ground, LogCounts counts, double tapWeight)
    {
        this.ground = ground;
        n = ground.Spots.Count;
        prior = [.. ground.Won.Concat(ground.Lost).Select(Prior)];
        told = Zeros(n + 1);
        seen = Zeros(n);
        blind = new double[2 * n];
        foreach (var (road, count) in counts.Roads())
        {
            var row = road.Won ? road.Spot : n + road.Spot;
            if (road.Next < 0)
                blind[row] += count;
            else if (road.Told)
                told[row][road.Next] += road.Next == n ? tapWeight * count : count;
            else
                seen[row][road.Next] += count;
        }

        var starts = counts.Starts.Select((count, s) => count + (PriorWeight * Spread(ground.Start[s]))).ToList();
        Start = [.. starts.Select(s => s / starts.Sum())];
    }

    /// <summary>Where rounds begin; sums to one.</summary>
    public double[] Start { get; }

    /// <summary>The rows after the log was seen: a Dirichlet's parameters, wins of each spot first, then losses.</summary>
    /// <param name="p">The chance to win at each spot against the log's mean partner.</param>
    /// <param name="goesOn">γ.</param>
    /// <param name="recall">What the memory keeps.</param>
    public RoadFit Fit(double[] p, double goesOn, Recall recall)
    {
        var rows = Sum(told, spread: null);
        if (seen.Any(r => r.Any(x => x > 0)) || blind.Any(x => x > 0))
        {
            for (var sweep = 0; sweep < Sweeps; sweep++)
            {
                var means = rows.Select(RoadFit.Mean).ToArray();
                rows = Sum(told, Expected(means, seen.Any(r => r.Any(x => x > 0)) ? SeenFrom(means, p, goesOn, recall) : null));
            }
        }

        return new RoadFit(rows, Start);
    }

    /// <summary>A: the chance that the next contest written down is at y, when the next contest is at u.</summary>
    internal double[,] SeenFrom(double[][] rows, double[] p, double goesOn, Recall recall)
    {
        var unseen = new double[n * n];
        var kept = new double[n];
        for (var v = 0; v < n; v++)
        {
            double[] w = rows[v], l = rows[n + v];
            var q = (p[v] * w[n]) + ((1 - p[v]) * l[n]);
            kept[v] = (recall.Moments * (1 - q)) + (recall.Taps * q);
            for (var x = 0; x < n; x++)
                unseen[(x * n) + v] = -goesOn * (((1 - recall.Moments) * ((p[v] * w[x]) + ((1 - p[v]) * l[x]))) + ((1 - recall.Taps) * q * Start[x]));
            unseen[(v * n) + v] += 1;
        }

        var reached = Matrix<double>.Build.Dense(n, n, unseen).LU().Inverse();
        var at = new double[n, n];
        for (var v = 0; v < n; v++)
        {
            var kin = Enumerable.Range(0, n).Where(y => y != v && ground.Kin(v, y)).ToList();
            for (var u = 0; u < n; u++)
            {
                var here = reached[u, v] * kept[v];
                at[u, v] += here * (kin.Count > 0 ? 1 - Mistaken : 1);
                foreach (var y in kin)
                    at[u, y] += here * Mistaken / kin.Count;
            }
        }

        return at;
    }

    private static double Spread(double share, int spots) => ((1 - UsualGround.Spread) * share) + (UsualGround.Spread / spots);

    private double Spread(double share) => Spread(share, n);

    private double[] Prior(double[] usual) => [.. usual.Select((x, i) => PriorWeight * (i == n ? (1 - UsualGround.Spread) * x : Spread(x)))];

    private double[][] Zeros(int width) => [.. Enumerable.Range(0, 2 * n).Select(_ => new double[width])];

    private double[][] Sum(double[][] counts, double[][]? spread) =>
        [.. prior.Select((row, i) => row.Select((x, u) => x + counts[i][u] + (spread is null ? 0 : spread[i][u])).ToArray())];

    private double[][] Expected(double[][] means, double[,]? from)
    {
        var spread = Zeros(n + 1);
        for (var i = 0; i < 2 * n; i++)
        {
            for (var y = 0; y < n && from is not null; y++)
            {
                if (seen[i][y] == 0)
                    continue;
                var likely = new double[n];
                for (var u = 0; u < n; u++)
                    likely[u] = means[i][u] * from[u, y];
                Share(spread[i], likely, seen[i][y]);
            }

            if (blind[i] > 0)
                Share(spread[i], means[i][..n], blind[i]);
        }

        return spread;
    }

    private static void Share(double[] into, double[] likely, double count)
    {
        var sum = likely.Sum();
        for (var u = 0; u < likely.Length && sum > 0; u++)
            into[u] += count * likely[u] / sum;
    }
}

/// <summary>The roads after a log was seen.</summary>
public sealed class RoadFit
{
    /// <summary>
    /// The share of a row's weight that is believed when drawing: roads cluster by partner and by day, and counts that were
    /// spread were not seen. Set on simulated athletes.
    /// </summary>
    private const double Believed = 0.5;

    private const double Small = 0.05;

    private readonly double[][] rows;
    private readonly int n;

    internal RoadFit(double[][] rows, double[] start)
    {
        (this.rows, Start) = (rows, start);
        n = rows.Length / 2;
        Won = [.. rows[..n].Select(Mean)];
        Lost = [.. rows[n..].Select(Mean)];
    }

    /// <summary>Where rounds begin; sums to one.</summary>
    public double[] Start { get; }

    /// <summary>The mean row after a win at each spot; a finish last.</summary>
    public double[][] Won { get; }

    /// <summary>The mean row after a loss.</summary>
    public double[][] Lost { get; }

    /// <summary>A row's parameters made to sum to one: the mean of its Dirichlet.</summary>
    internal static double[] Mean(double[] parameters)
    {
        var sum = parameters.Sum();
        return [.. parameters.Select(x => x / sum)];
    }

    /// <summary>
    /// One draw of all rows. Roads with next to no weight are drawn as one and share in proportion, which leaves their sum and
    /// their means as they are.
    /// </summary>
    internal (double[][] Won, double[][] Lost) Drawn(System.Random random)
    {
        var drawn = new double[2 * n][];
        for (var i = 0; i < 2 * n; i++)
            drawn[i] = Drawn(rows[i], random);
        return (drawn[..n], drawn[n..]);
    }

    private static double[] Drawn(double[] parameters, System.Random random)
    {
        var row = new double[parameters.Length];
        double rest = 0, sum = 0;
        for (var u = 0; u < row.Length; u++)
        {
            if (parameters[u] < Small)
                rest += parameters[u];
            else
                sum += row[u] = Gamma.Sample(random, Believed * parameters[u], 1);
        }

        var other = rest > 0 ? Gamma.Sample(random, Believed * rest, 1) : 0;
        sum += other;
        for (var u = 0; u < row.Length; u++)
            row[u] = (parameters[u] < Small ? other * parameters[u] / rest : row[u]) / sum;
        return row;
    }
}
