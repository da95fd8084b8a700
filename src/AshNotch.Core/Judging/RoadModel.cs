using AshNotch.Core.Ground;

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

    private const double ConcentrationSpread = 0.6;
    private const double Mistaken = 0.05;
    private const int Sweeps = 6;

    private readonly UsualGround ground;
    private readonly double[][] prior;
    private readonly double[][] told;
    private readonly (int Row, int Next, int Count)[] seen;
    private readonly double[] blind;
    private readonly Lazy<double> concentration;
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
        blind = new double[2 * n];
        var onlySeen = new List<(int Row, int Next, int Count)>();
        foreach (var (road, count) in counts.Roads())
        {
            var row = road.Won ? road.Spot : n + road.Spot;
            if (road.Next < 0)
                blind[row] += count;
            else if (road.Told)
                told[row][road.Next] += road.Next == n ? tapWeight * count : count;
            else
                onlySeen.Add((row, road.Next, count));
        }

        // Finishes are told more often than other roads are, so they say nothing about how the rest scatter.
        concentration = new Lazy<double>(() =>
            Misfit.Concentration(prior.Select((row, i) => (RoadFit.Mean(row[..n]), told[i][..n])), PriorWeight, ConcentrationSpread)
        );
        onlySeen.Sort();
        seen = [.. onlySeen];
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
        if (seen.Length > 0 || blind.Any(x => x > 0))
        {
            for (var sweep = 0; sweep < Sweeps; sweep++)
            {
                var means = rows.Select(RoadFit.Mean).ToArray();
                rows = Sum(told, Expected(means, seen.Length > 0 ? SeenFrom(means, p, goesOn, recall) : null));
            }
        }

        return new RoadFit(rows, Start, concentration);
    }

    /// <summary>A: row y holds the chances that the next contest written down is at y, when the next contest is at each u.</summary>
    internal double[] SeenFrom(double[][] rows, double[] p, double goesOn, Recall recall)
    {
        var unseen = new double[n * n];
        var kept = new double[n];
        for (var v = 0; v < n; v++)
        {
            double[] w = rows[v],
                l = rows[n + v];
            var q = (p[v] * w[n]) + ((1 - p[v]) * l[n]);
            kept[v] = (recall.Moments * (1 - q)) + (recall.Taps * q);
            var row = unseen.AsSpan(v * n, n);
            Dense.Add(-goesOn * (1 - recall.Moments) * p[v], w.AsSpan(0, n), row);
            Dense.Add(-goesOn * (1 - recall.Moments) * (1 - p[v]), l.AsSpan(0, n), row);
            Dense.Add(-goesOn * (1 - recall.Taps) * q, Start, row);
            row[v] += 1;
        }

        Dense.Lu(unseen, n);
        var reached = Dense.InverseTransposed(unseen, n);
        var at = new double[n * n];
        for (var v = 0; v < n; v++)
        {
            var kin = ground.KinOf(v);
            var here = reached.AsSpan(v * n, n);
            Dense.Add(kept[v] * (kin.Count > 0 ? 1 - Mistaken : 1), here, at.AsSpan(v * n, n));
            foreach (var y in kin)
                Dense.Add(kept[v] * Mistaken / kin.Count, here, at.AsSpan(y * n, n));
        }

        return at;
    }

    private static double Spread(double share, int spots) => ((1 - UsualGround.Spread) * share) + (UsualGround.Spread / spots);

    private double Spread(double share) => Spread(share, n);

    private double[] Prior(double[] usual) =>
        [.. usual.Select((x, i) => PriorWeight * (i == n ? (1 - UsualGround.Spread) * x : Spread(x)))];

    private double[][] Zeros(int width) => [.. Enumerable.Range(0, 2 * n).Select(_ => new double[width])];

    private double[][] Sum(double[][] counts, double[][]? spread)
    {
        var rows = new double[2 * n][];
        for (var i = 0; i < rows.Length; i++)
        {
            rows[i] = (double[])prior[i].Clone();
            Dense.Add(1, counts[i], rows[i]);
            if (spread is not null)
                Dense.Add(1, spread[i], rows[i]);
        }

        return rows;
    }

    private double[][] Expected(double[][] means, double[]? from)
    {
        var spread = Zeros(n + 1);
        var likely = new double[n];
        foreach (var (row, next, count) in seen)
        {
            var mean = means[row];
            var arrives = from.AsSpan(next * n, n);
            for (var u = 0; u < n; u++)
                likely[u] = mean[u] * arrives[u];
            Share(spread[row], likely, count);
        }

        for (var row = 0; row < blind.Length; row++)
            if (blind[row] > 0)
                Share(spread[row], means[row].AsSpan(0, n), blind[row]);
        return spread;
    }

    private static void Share(double[] into, ReadOnlySpan<double> likely, double count)
    {
        var sum = 0.0;
        foreach (var x in likely)
            sum += x;
        if (sum > 0)
            Dense.Add(count / sum, likely, into.AsSpan(0, likely.Length));
    }
}

/// <summary>The roads after a log was seen.</summary>
public sealed class RoadFit
{
    /// <summary>
    /// What the usual rows are worth on athletes whose roads are much like them, and how the draws widen where they are worth less. Set on
    /// simulated athletes.
    /// </summary>
    private const double WellFitted = 12;
    private const double Widening = 0.08;

    private readonly double[][] rows;
    private readonly Lazy<double> concentration;
    private readonly int n;

    internal RoadFit(double[][] rows, double[] start, Lazy<double> concentration)
    {
        this.concentration = concentration;
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

    /// <summary>By how much the gains drawn from these roads are spread for the misfit of the usual rows; 1 where they fit.</summary>
    internal double Width => Math.Max(1, Math.Pow(WellFitted / concentration.Value, Widening));

    /// <summary>A row's parameters made to sum to one: the mean of its Dirichlet.</summary>
    internal static double[] Mean(double[] parameters)
    {
        var mean = new double[parameters.Length];
        Dense.Scale(1 / parameters.Sum(), parameters, mean);
        return mean;
    }

    /// <summary>What drawing a spot's row takes, after a win or after a loss.</summary>
    internal RowDraw Draw(int spot, bool won) => RowDraw.Of(rows[won ? spot : n + spot]);
}
