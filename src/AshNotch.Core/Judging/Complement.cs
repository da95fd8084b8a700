using MathNet.Numerics;

namespace AshNotch.Core.Judging;

/// <summary>
/// A <see cref="Chain"/> seen at some of its spots alone, D, with the others, U, passed through unseen: the stochastic complement
/// of a chain (Meyer, SIAM Review 31 (1989) 240-272), with pay. What happens in U is the same for every draw, so it is solved once:
///   K = (I - γP_UU)⁻¹·γP_UD, how much of a contest at a spot of U arrives at each of D; g = (I - γP_UU)⁻¹·c_U, what it pays on the way.
/// A row that is drawn for a spot of D then leads to D alone: a road to u in U becomes K_u and pays γ·g_u, a finish starts anew.
/// </summary>
internal sealed class Complement
{
    private readonly double goesOn;
    private readonly Row[] won;
    private readonly Row[] lost;
    private readonly double[] start;
    private readonly double startPay;

    /// <param name="fitted">What is most probable; the spots that are passed through go by it.</param>
    /// <param name="rewards">What each step pays.</param>
    /// <param name="spots">D, the places of the spots that are drawn, in ascending order.</param>
    public Complement(Fitted fitted, Rewards rewards, int[] spots)
    {
        var (roads, n, d) = (fitted.Roads, fitted.Roads.Start.Length, spots.Length);
        goesOn = fitted.Values.GoesOn;
        int[] through = [.. Enumerable.Range(0, n).Except(spots)];
        var m = through.Length;
        var (inside, toDrawn, pays) = (new double[m * m], new double[d][], new double[m]);
        for (var j = 0; j < d; j++)
            toDrawn[j] = new double[m];
        for (var i = 0; i < m; i++)
        {
            var u = through[i];
            var p = SpecialFunctions.Logistic(fitted.Levels.Alpha(u) + fitted.PeerGap);
            double[] w = roads.Won[u],
                l = roads.Lost[u];
            var finish = (p * w[n]) + ((1 - p) * l[n]);
            double Goes(int to) => goesOn * ((p * w[to]) + ((1 - p) * l[to]) + (finish * roads.Start[to]));
            for (var j = 0; j < m; j++)
                inside[(i * m) + j] = (i == j ? 1 : 0) - Goes(through[j]);
            for (var j = 0; j < d; j++)
                toDrawn[j][i] = Goes(spots[j]);
            pays[i] = (p * Dense.Dot(w, rewards.Won[u])) + ((1 - p) * Dense.Dot(l, rewards.Lost[u]));
        }

        Dense.Lu(inside, m);
        Dense.Solve(inside, m, pays);
        foreach (var column in toDrawn)
            Dense.Solve(inside, m, column);

        // By the place of each road: what of it arrives in D, and what it pays beyond its own pay.
        var (arrives, extra) = (new double[n + 1][], new double[n + 1]);
        (start, startPay) = (new double[d], 0);
        for (var i = 0; i < m; i++)
        {
            arrives[through[i]] = [.. toDrawn.Select(column => column[i])];
            extra[through[i]] = goesOn * pays[i];
            Dense.Add(roads.Start[through[i]], arrives[through[i]], start);
            startPay += roads.Start[through[i]] * pays[i];
        }

        for (var j = 0; j < d; j++)
        {
            arrives[spots[j]] = new double[d];
            arrives[spots[j]][j] = 1;
            start[j] += roads.Start[spots[j]];
        }

        (arrives[n], extra[n]) = (start, goesOn * startPay);
        won = [.. spots.Select(s => new Row(roads.Draw(s, won: true), rewards.Won[s], arrives, extra))];
        lost = [.. spots.Select(s => new Row(roads.Draw(s, won: false), rewards.Lost[s], arrives, extra))];
    }

    /// <summary>Memory for the draws of one thread.</summary>
    public Space Working() => new(won.Length);

    /// <summary>Draws the rows of every spot of D, each a win's and a loss's.</summary>
    public void Draw(Dice dice, Space space)
    {
        for (var s = 0; s < won.Length; s++)
        {
            space.WinPays[s] = won[s].Draw(dice, space.Row(space.Won, s));
            space.LossPays[s] = lost[s].Draw(dice, space.Row(space.Lost, s));
        }
    }

    /// <summary>Solves the chain for the chances and rows in a space: what is worth what, and how often each spot is met.</summary>
    public void Solve(Space space)
    {
        var d = won.Length;
        for (var s = 0; s < d; s++)
        {
            var p = space.P[s];
            var row = space.System.AsSpan(s * d, d);
            Dense.Scale(-goesOn * p, space.Row(space.Won, s), row);
            Dense.Add(-goesOn * (1 - p), space.Row(space.Lost, s), row);
            row[s] += 1;
            space.Value[s] = (p * space.WinPays[s]) + ((1 - p) * space.LossPays[s]);
        }

        Dense.Lu(space.System, d);
        Dense.Solve(space.System, d, space.Value);
        start.CopyTo(space.Visits, 0);
        Dense.SolveTransposed(space.System, d, space.Visits);
        space.RollValue = Dense.Dot(start, space.Value) + startPay;
    }

    /// <summary>What winning a contest at a spot of D is worth above losing it, in a space that is solved.</summary>
    public double Stake(Space space, int s) =>
        space.WinPays[s]
        - space.LossPays[s]
        + (goesOn * (Dense.Dot(space.Row(space.Won, s), space.Value) - Dense.Dot(space.Row(space.Lost, s), space.Value)));

    /// <summary>A row to be drawn, with where its roads arrive in D.</summary>
    private sealed class Row
    {
        private readonly RowDraw draw;
        private readonly double[][] arrives;
        private readonly double[] pays;
        private readonly double[] restArrives;
        private readonly double restPay;

        public Row(RowDraw draw, double[] pay, double[][] arrives, double[] extra)
        {
            this.draw = draw;
            this.arrives = [.. draw.Roads.Select(u => arrives[u])];
            pays = [.. draw.Roads.Select(u => pay[u] + extra[u])];
            restArrives = new double[arrives[0].Length];
            for (var u = 0; u < draw.Shares.Length; u++)
            {
                if (draw.Shares[u] == 0)
                    continue;
                Dense.Add(draw.Shares[u], arrives[u], restArrives);
                restPay += draw.Shares[u] * (pay[u] + extra[u]);
            }
        }

        /// <summary>Draws it.</summary>
        /// <returns>What a step by it pays on average.</returns>
        public double Draw(Dice dice, Span<double> row)
        {
            Span<double> shares = stackalloc double[pays.Length];
            var rest = draw.Draw(dice, shares);
            Dense.Scale(rest, restArrives, row);
            for (var i = 0; i < shares.Length; i++)
                Dense.Add(shares[i], arrives[i], row);
            return (rest * restPay) + Dense.Dot(shares, pays);
        }
    }

    /// <summary>Memory that one thread uses again for each of its draws; all of it by the place of a spot in D.</summary>
    internal sealed class Space(int d)
    {
        /// <summary>The chance to win at each.</summary>
        public double[] P { get; } = new double[d];

        /// <summary>h: what a roll brings from each on.</summary>
        public double[] Value { get; } = new double[d];

        /// <summary>Contests at each in a roll.</summary>
        public double[] Visits { get; } = new double[d];

        /// <summary>What a whole roll brings.</summary>
        public double RollValue { get; set; }

        internal double[] Won { get; } = new double[d * d];

        internal double[] Lost { get; } = new double[d * d];

        internal double[] WinPays { get; } = new double[d];

        internal double[] LossPays { get; } = new double[d];

        internal double[] System { get; } = new double[d * d];

        internal Span<double> Row(double[] rows, int s) => rows.AsSpan(s * d, d);
    }
}
