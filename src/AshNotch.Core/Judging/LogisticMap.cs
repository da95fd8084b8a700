namespace AshNotch.Core.Judging;

/// <summary>The rows of a logistic regression: so many won of so many tried, at sparse values of the parameters.</summary>
internal sealed class LogisticRows
{
    private readonly List<int> starts = [0];
    private readonly List<int> columns = [];
    private readonly List<double> values = [];
    private readonly List<Row> rows = [];

    /// <summary>How many rows there are.</summary>
    public int Count => rows.Count;

    /// <summary>Adds a row.</summary>
    /// <param name="won">Won, 0 to <paramref name="tried"/>.</param>
    /// <param name="tried">Tried, above 0.</param>
    /// <param name="offset">What the logit begins with.</param>
    /// <param name="group">The group whose own level it has, from 0; -1 for none.</param>
    /// <param name="dispersed">Whether the row's weight is cut for what the model leaves out (<see cref="LogisticMap"/>).</param>
    /// <param name="terms">The parameters' places, each once, and values.</param>
    public void Add(int won, int tried, double offset, int group, bool dispersed, params ReadOnlySpan<(int Column, double Value)> terms)
    {
        // In the order of the columns, so that of the information only the lower half is met.
        Span<(int Column, double Value)> inOrder = stackalloc (int, double)[terms.Length];
        terms.CopyTo(inOrder);
        inOrder.Sort((a, b) => a.Column.CompareTo(b.Column));
        foreach (var (column, value) in inOrder)
        {
            columns.Add(column);
            values.Add(value);
        }

        starts.Add(columns.Count);
        rows.Add(new Row(won, tried, offset, group, dispersed));
    }

    internal (Row[] Rows, int[] Starts, int[] Columns, double[] Values) Packed() => ([.. rows], [.. starts], [.. columns], [.. values]);

    internal readonly record struct Row(int Won, int Tried, double Offset, int Group, bool Dispersed);
}

/// <summary>What a fit found.</summary>
internal sealed class LogisticFit
{
    private readonly double[] lower;
    private (double[] Matrix, double[] AlongMode)? information;

    internal LogisticFit(double[] mode, double[] groups, double[] lower, double[] weights, bool converged, int steps) =>
        (Mode, Groups, this.lower, Weights, Converged, Steps) = (mode, groups, lower, weights, converged, steps);

    /// <summary>The most probable parameters.</summary>
    public double[] Mode { get; }

    /// <summary>The most probable level of each group.</summary>
    public double[] Groups { get; }

    /// <summary>The weight of each row at the fit.</summary>
    public double[] Weights { get; }

    /// <summary>Whether the last step was as small as it has to be.</summary>
    public bool Converged { get; }

    /// <summary>How many steps were taken.</summary>
    public int Steps { get; }

    /// <summary>Σ_ij a_i·Σ_ij·a_j with the covariance Σ of <see cref="Mode"/> (Laplace's approximation, groups eliminated).</summary>
    public double Variance(params ReadOnlySpan<(int Column, double Value)> sum)
    {
        Span<double> a = new double[Mode.Length];
        foreach (var (column, value) in sum)
            a[column] += value;
        Dense.SolveLower(lower, Mode.Length, a);
        return Dense.Dot(a, a);
    }

    private (double[] Matrix, double[] AlongMode) Information => information ??= Multiplied();

    /// <summary>One entry of the covariance.</summary>
    public double Covariance(int i, int j) => (Variance((i, 1), (j, 1)) - Variance((i, 1), (j, -1))) / 4;

    /// <summary>
    /// The log of the evidence, up to a constant, for other priors of some parameters: how likely what was seen would be, with the
    /// likelihood taken as normal about the mode (Laplace's approximation; MacKay, Neural Computation 4 (1992) 415-447, from
    /// memory). With I the information, h = I·mode and D what the precisions rise by: ½Σ ln precision - ½ ln|I + D| + ½ hᵀ(I + D)⁻¹h.
    /// </summary>
    /// <param name="first">The first of the parameters; they follow each other, and their prior mean is zero.</param>
    /// <param name="count">How many they are.</param>
    /// <param name="was">Their precision in the fit, above 0.</param>
    /// <param name="precision">Another precision, above 0.</param>
    public double LogEvidence(int first, int count, double was, double precision)
    {
        var n = Mode.Length;
        var (information, along) = Information;
        var other = (double[])information.Clone();
        for (var i = first; i < first + count; i++)
            other[(i * n) + i] += precision - was;
        if (!Dense.Cholesky(other, n))
            return double.NegativeInfinity;
        var solved = (double[])along.Clone();
        Dense.SolveLower(other, n, solved);
        var sum = 0.5 * count * Math.Log(precision);
        for (var i = 0; i < n; i++)
            sum -= Math.Log(other[(i * n) + i]);
        return sum + (0.5 * Dense.Dot(solved, solved));
    }

    /// <summary>Parameters drawn from their belief, in place of as many independent standard normal numbers.</summary>
    public void Draw(Span<double> normals)
    {
        Dense.SolveLowerTransposed(lower, Mode.Length, normals);
        Dense.Add(1, Mode, normals);
    }

    /// <summary>The information's lower half from its factor, and its product with the mode.</summary>
    private (double[] Matrix, double[] AlongMode) Multiplied()
    {
        var n = Mode.Length;
        var (matrix, along) = (new double[n * n], new double[n]);
        for (var i = 0; i < n; i++)
        for (var j = 0; j <= i; j++)
        {
            var entry = matrix[(i * n) + j] = Dense.Dot(lower.AsSpan(i * n, j + 1), lower.AsSpan(j * n, j + 1));
            along[i] += entry * Mode[j];
            if (j < i)
                along[j] += entry * Mode[i];
        }

        return (matrix, along);
    }
}

/// <summary>
/// The most probable parameters of a logistic regression with normal priors, and their spread:
///   logit P(won) = offset + Σ x·β + u_group,  β ~ N(mean, 1/precision),  u ~ N(0, sd²)
/// by Newton's method on the log posterior. A step is no longer than 2 in any parameter and is halved until the posterior does
/// not fall, so it cannot run away or go round in circles. The groups' block of the normal equations is diagonal and is
/// eliminated (Schur's complement). A dispersed row counts 1 / (1 + d·n·p·(1-p)): what differs from row to row and is not
/// fitted. Gelman and Hill, Data Analysis Using Regression and Multilevel/Hierarchical Models, ch. 14; damped Newton: Nocedal
/// and Wright, Numerical Optimization, ch. 3; both from memory.
/// </summary>
internal sealed class LogisticMap
{
    private const double LongestStep = 2;
    private const double Settled = 1e-6;
    private const int MostSteps = 60;
    private const int MostHalvings = 30;

    /// <summary>From this logit on the chance is one and log(1 + eˣ) is x, to the last digit that a double has beside them.</summary>
    private const double Certain = 36;

    private readonly (double Mean, double Precision)[] priors;
    private readonly double groupPrecision;
    private readonly double dispersion;
    private readonly LogisticRows.Row[] rows;
    private readonly int[] starts;
    private readonly int[] columns;
    private readonly double[] values;
    private readonly int groups;

    /// <param name="rows">What was seen.</param>
    /// <param name="priors">The mean and the precision (1 / variance, above 0) of each parameter.</param>
    /// <param name="groupSd">The spread of the groups' own levels, above 0.</param>
    /// <param name="dispersion">d, 0 or more.</param>
    public LogisticMap(LogisticRows rows, (double Mean, double Precision)[] priors, double groupSd = 1, double dispersion = 0)
    {
        (this.priors, this.dispersion) = (priors, dispersion);
        groupPrecision = 1 / (groupSd * groupSd);
        (this.rows, starts, columns, values) = rows.Packed();
        groups = this.rows.Length == 0 ? 0 : 1 + this.rows.Max(r => r.Group);
    }

    /// <summary>Fits.</summary>
    public LogisticFit Fit()
    {
        var n = priors.Length;
        var mode = Array.ConvertAll(priors, p => p.Mean);
        var levels = new double[groups];
        var at = new Predicted(rows.Length);
        var (information, steps, converged) = (new double[n * n], 0, false);
        Predict(mode, levels, at);
        while (true)
        {
            var weights = Weights(at.Chances);
            var (rise, groupRise) = Newton(mode, levels, at.Chances, weights, information);
            var largest = rise.Concat(groupRise).Select(Math.Abs).DefaultIfEmpty(0).Max();
            converged = largest < Settled;
            if (converged || steps == MostSteps)
                return new LogisticFit(mode, levels, information, weights, converged, steps);
            steps++;
            var stands = Posterior(mode, levels, at.LogLikelihoods, weights);
            var share = Math.Min(1, LongestStep / largest);
            for (var halving = 0; ; halving++, share /= 2)
            {
                var (next, nextLevels) = (Moved(mode, rise, share), Moved(levels, groupRise, share));
                Predict(next, nextLevels, at);
                if (
                    Posterior(next, nextLevels, at.LogLikelihoods, weights) >= stands - (1e-12 * Math.Abs(stands))
                    || halving == MostHalvings
                )
                {
                    (mode, levels) = (next, nextLevels);
                    break;
                }
            }
        }
    }

    /// <summary>
    /// The log of the posterior density up to a constant, each row weighted as given. For checks against other optimisers.
    /// </summary>
    public double Posterior(double[] mode, double[] levels, double[] weights)
    {
        var at = new Predicted(rows.Length);
        Predict(mode, levels, at);
        return Posterior(mode, levels, at.LogLikelihoods, weights);
    }

    private double Posterior(double[] mode, double[] levels, double[] logLikelihoods, double[] weights)
    {
        var sum = 0.0;
        for (var i = 0; i < mode.Length; i++)
            sum -= 0.5 * priors[i].Precision * (mode[i] - priors[i].Mean) * (mode[i] - priors[i].Mean);
        foreach (var level in levels)
            sum -= 0.5 * groupPrecision * level * level;
        return sum + Dense.Dot(weights, logLikelihoods);
    }

    /// <summary>What the parameters say of each row: its chance to be won, and the log likelihood of what was seen.</summary>
    private void Predict(double[] mode, double[] levels, Predicted at)
    {
        for (var r = 0; r < rows.Length; r++)
        {
            var logit = rows[r].Offset + (rows[r].Group >= 0 ? levels[rows[r].Group] : 0);
            for (var t = starts[r]; t < starts[r + 1]; t++)
                logit += mode[columns[t]] * values[t];
            var odds = Math.Exp(logit);
            at.Chances[r] = logit > Certain ? 1 : odds / (1 + odds);
            at.LogLikelihoods[r] = (rows[r].Won * logit) - (rows[r].Tried * (logit > Certain ? logit : Math.Log(1 + odds)));
        }
    }

    private double[] Weights(double[] chances)
    {
        var weights = new double[rows.Length];
        for (var r = 0; r < rows.Length; r++)
        {
            var p = chances[r];
            weights[r] = rows[r].Dispersed ? 1 / (1 + (dispersion * rows[r].Tried * p * (1 - p))) : 1;
        }

        return weights;
    }

    /// <summary>
    /// The full Newton step; leaves the Cholesky factor of the information, groups eliminated, in <paramref name="information"/>.
    /// </summary>
    private (double[] Rise, double[] GroupRise) Newton(
        double[] mode,
        double[] levels,
        double[] chances,
        double[] weights,
        double[] information
    )
    {
        var n = priors.Length;
        var (gradient, groupGradient) = (new double[n], new double[groups]);
        var (cross, diagonal) = (new double[groups * n], new double[groups]);
        Array.Clear(information);
        for (var i = 0; i < n; i++)
        {
            gradient[i] = -priors[i].Precision * (mode[i] - priors[i].Mean);
            information[(i * n) + i] = priors[i].Precision;
        }

        for (var g = 0; g < groups; g++)
            (groupGradient[g], diagonal[g]) = (-groupPrecision * levels[g], groupPrecision);
        for (var r = 0; r < rows.Length; r++)
        {
            var p = chances[r];
            var score = weights[r] * (rows[r].Won - (rows[r].Tried * p));
            var weight = weights[r] * rows[r].Tried * p * (1 - p);
            var at = columns.AsSpan(starts[r], starts[r + 1] - starts[r]);
            var value = values.AsSpan(starts[r], at.Length);
            for (var a = 0; a < at.Length; a++)
            {
                var by = weight * value[a];
                var line = information.AsSpan(at[a] * n, n);
                gradient[at[a]] += score * value[a];
                for (var b = 0; b <= a; b++)
                    line[at[b]] += by * value[b];
                if (rows[r].Group >= 0)
                    cross[(rows[r].Group * n) + at[a]] += by;
            }

            if (rows[r].Group >= 0)
            {
                diagonal[rows[r].Group] += weight;
                groupGradient[rows[r].Group] += score;
            }
        }

        for (var g = 0; g < groups; g++)
        {
            var with = cross.AsSpan(g * n, n);
            Dense.Add(-groupGradient[g] / diagonal[g], with, gradient);
            for (var i = 0; i < n; i++)
                if (with[i] != 0)
                    Dense.Add(-with[i] / diagonal[g], with[..(i + 1)], information.AsSpan(i * n, i + 1));
        }

        if (!Dense.Cholesky(information, n))
            throw new InvalidOperationException("The information of a posterior with proper priors is positive definite.");
        Dense.SolveLower(information, n, gradient);
        Dense.SolveLowerTransposed(information, n, gradient);
        for (var g = 0; g < groups; g++)
            groupGradient[g] = (groupGradient[g] - Dense.Dot(cross.AsSpan(g * n, n), gradient)) / diagonal[g];
        return (gradient, groupGradient);
    }

    private static double[] Moved(double[] from, double[] rise, double share)
    {
        var to = (double[])from.Clone();
        Dense.Add(share, rise, to);
        return to;
    }

    private sealed class Predicted(int rows)
    {
        public double[] Chances { get; } = new double[rows];

        public double[] LogLikelihoods { get; } = new double[rows];
    }
}
