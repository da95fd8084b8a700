using AshNotch.Core.Ground;
using AshNotch.Core.Log;
using MathNet.Numerics;
using MathNet.Numerics.LinearAlgebra;

namespace AshNotch.Core.Judging;

/// <summary>
/// Who should win a contest over a spot. A hierarchical logistic model over the cells of <see cref="LogCounts"/>:
///   logit P(won) = m_s + μ + φ_family(s) + θ_s + β_belt·Δbelt + β_weight·Δweight + u_partner + λ_intent + κ·[a go of a drill]
///   μ ~ N(0, 0.2²), φ ~ N(0, 0.2²), θ ~ N(0, 0.57²), β_belt ~ N(0.7, 0.2²), β_weight ~ N(0.2, 0.08²), u ~ N(0, 0.35²),
///   λ_let-work ~ N(-0.7, 0.3²), λ_experiment ~ N(-0.2, 0.5²), λ_survive ~ N(-0.2, 0.5²),
///   κ ~ N(0.5, 1).
/// Δbelt is the owner's rung less the partner's, Δweight the difference in tenths of the owner's weight; what is not known of
/// a partner counts as no difference. Partners also differ from spot to spot: that is not fitted, but each cell's score and
/// information are divided by 1 + 0.16·n·p·(1-p), but for the spot of a step. Fitted by Newton's method with a Cholesky step and halving; the partners'
/// block is diagonal and is eliminated. Uncertainty by Laplace's approximation.
/// Hierarchical logistic models: Gelman and Hill, Data Analysis Using Regression and Multilevel/Hierarchical Models, ch. 14.
/// The scales are common practice, no source.
/// </summary>
public sealed class LevelModel
{
    /// <summary>The variance of a partner's level from spot to spot, as a share in the cell's weight.</summary>
    public const double PartnerBySpot = 0.16;

    /// <summary>The spread of an owner's level at a spot around their level in its family.</summary>
    public const double SpotSd = 0.57;

    /// <summary>The spread of a step: how much a level may change from one day on.</summary>
    public const double StepSd = 0.7;

    /// <summary>The spread of the form of the weeks after a step, alike at all spots.</summary>
    public const double FormSd = 0.2;

    private const double PartnerSd = 0.35;
    private const double DrillShift = 0.5;
    private const double DrillShiftSd = 1;
    private const double GreatestStep = 2;
    private const double Settled = 1e-7;
    private const int MostSteps = 40;

    private readonly UsualGround ground;
    private readonly List<Cell> cells = [];
    private readonly int partners;
    private readonly Dictionary<string, int> known = [];
    private readonly Dictionary<string, int> bySpot = [];
    private readonly double ownRung;
    private readonly double? ownKilograms;
    private readonly double[] priorMean;
    private readonly double[] priorPrecision;

    /// <param name="ground">The ground.</param>
    /// <param name="counts">What the log shows.</param>
    /// <param name="ownRung">The owner's belt on <see cref="Belt.Rung"/>'s ladder.</param>
    /// <param name="ownKilograms">The owner's weight, if known.</param>
    /// <param name="after">
    /// A spot, and what the log shows after some day, on top of <paramref name="counts"/>: the spot's cells of it carry one
    /// more term, the step δ ~ N(0, 0.7²), and all of them the form of those weeks, g ~ N(0, 0.2²), which takes up what went
    /// better or worse everywhere. At that spot what each partner is there by themselves is fitted too, v ~ N(0, 0.4²), so that
    /// the same partner before and after is compared with themselves. Null for a model without a step.
    /// </param>
    public LevelModel(UsualGround ground, LogCounts counts, double ownRung, double? ownKilograms, (int Spot, LogCounts Counts)? after = null)
    {
        (this.ground, this.ownRung, this.ownKilograms) = (ground, ownRung, ownKilograms);
        var plain = 1 + ground.FamilyCount + ground.Spots.Count + 5;
        Size = plain;
        Drilled = counts.Cells.Keys.Concat(after?.Counts.Cells.Keys ?? []).Any(c => c.Against.Drill) ? Size++ : -1;
        Step = after is null ? -1 : Size++;
        Form = after is null ? -1 : Size++;
        if (after is { } later)
        {
            foreach (var id in counts.Cells.Keys.Where(c => c.Spot == later.Spot).Concat(later.Counts.Cells.Keys.Where(c => c.Spot == later.Spot)).Select(c => c.Against.Partner).OfType<string>().Distinct().Order(StringComparer.Ordinal))
                bySpot[id] = Size++;
        }

        priorMean = new double[Size];
        priorPrecision = new double[Size];
        SetPrior(0, 0, 0.2);
        for (var f = 0; f < ground.FamilyCount; f++)
            SetPrior(Family(f), 0, 0.2);
        for (var s = 0; s < ground.Spots.Count; s++)
            SetPrior(Theta(s), 0, SpotSd);
        SetPrior(BeltSlope, 0.7, 0.2);
        SetPrior(WeightSlope, 0.2, 0.08);
        SetPrior(LetWork, -0.7, 0.3);
        SetPrior(LetWork + 1, -0.2, 0.5);
        SetPrior(LetWork + 2, -0.2, 0.5);

        if (Drilled >= 0)
            SetPrior(Drilled, DrillShift, DrillShiftSd);
        if (Step >= 0)
        {
            SetPrior(Step, 0, StepSd);
            SetPrior(Form, 0, FormSd);
        }

        foreach (var own in bySpot.Values)
            SetPrior(own, 0, Math.Sqrt(PartnerBySpot));
        Take(counts, after?.Spot, later: false);
        if (after is not null)
            Take(after.Value.Counts, after.Value.Spot, later: true);
        partners = known.Count;
        Partners = [.. known.Keys];
    }

    private void Take(LogCounts counts, int? stepAt, bool later)
    {
        foreach (var (key, (won, lost)) in counts.Cells.OrderBy(c => c.Key.Spot).ThenBy(c => c.Key.Against.Partner, StringComparer.Ordinal)
            .ThenBy(c => c.Key.Against.Rung).ThenBy(c => c.Key.Against.Kilograms).ThenBy(c => c.Key.Against.Intent).ThenBy(c => c.Key.Against.Drill))
        {
            var partner = -1;
            if (key.Against.Partner is { } id && !known.TryGetValue(id, out partner))
                known[id] = partner = known.Count;
            cells.Add(new Cell(
                key.Spot,
                partner,
                BeltGap(key.Against),
                WeightGap(key.Against),
                IntentOf(key.Against),
                key.Against.Drill ? Drilled : -1,
                later && key.Spot == stepAt ? Step : -1,
                later ? Form : -1,
                key.Spot == stepAt && key.Against.Partner is { } with ? bySpot[with] : -1,
                won,
                won + lost));
        }
    }

    /// <summary>The ground whose order of spots the parameters go by.</summary>
    internal UsualGround Ground => ground;

    /// <summary>How many parameters there are beside the partners'.</summary>
    public int Size { get; }

    /// <summary>The partners that were met, in the order of <see cref="LevelFit.Partners"/>.</summary>
    public IReadOnlyList<string> Partners { get; }

    /// <summary>The mean gap in logits of all contests at slopes, the mean partner of the log against a peer.</summary>
    public double MeanGap(LevelFit fit)
    {
        double gap = 0, n = 0;
        foreach (var cell in cells)
        {
            gap += cell.Tried * ((fit.Mode[BeltSlope] * cell.BeltGap) + (fit.Mode[WeightSlope] * cell.WeightGap) + (cell.Partner >= 0 ? fit.Partners[cell.Partner] : 0));
            n += cell.Tried;
        }

        return n > 0 ? gap / n : 0;
    }

    /// <summary>How much easier than a peer somebody is for the owner, in logits, intent included.</summary>
    public double Offset(LevelFit fit, Against against) =>
        (fit.Mode[BeltSlope] * BeltGap(against)) + (fit.Mode[WeightSlope] * WeightGap(against))
        + (against.Partner is { } id && known.TryGetValue(id, out var j) ? fit.Partners[j] : 0)
        + (IntentOf(against) is >= 0 and var i ? fit.Mode[i] : 0)
        + (against.Drill ? Drilled >= 0 ? fit.Mode[Drilled] : DrillShift : 0);

    internal int Family(int family) => 1 + family;

    internal int Theta(int spot) => 1 + ground.FamilyCount + spot;

    internal int BeltSlope => 1 + ground.FamilyCount + ground.Spots.Count;

    internal int WeightSlope => BeltSlope + 1;

    internal int LetWork => BeltSlope + 2;

    /// <summary>The place of how much easier a go of a drill is than a round; -1 without goes.</summary>
    internal int Drilled { get; }

    /// <summary>The place of the step; -1 without one.</summary>
    internal int Step { get; }

    /// <summary>The place of the form after a step; -1 without one.</summary>
    internal int Form { get; }

    /// <summary>The most probable parameters and their spread.</summary>
    public LevelFit Fit()
    {
        var mode = (double[])priorMean.Clone();
        var levels = new double[partners];
        var best = double.NegativeInfinity;
        for (var step = 0; step < MostSteps; step++)
        {
            var weights = Weights(mode, levels);
            var (gradient, partnerGradient, normal) = Normal(mode, levels, weights);
            var rise = normal.Solve(gradient, partnerGradient);
            var largest = Math.Max(rise.Main.AbsoluteMaximum(), rise.Partners.Select(Math.Abs).DefaultIfEmpty(0).Max());
            var share = Math.Min(1, GreatestStep / Math.Max(largest, 1e-300));
            best = Posterior(mode, levels, weights);
            for (var halving = 0; halving < 30; halving++, share /= 2)
            {
                var (next, nextLevels) = Moved(mode, levels, rise, share);
                if (Posterior(next, nextLevels, weights) < best - 1e-12)
                    continue;
                (mode, levels) = (next, nextLevels);
                break;
            }

            if (largest < Settled)
                break;
        }

        var information = Normal(mode, levels, Weights(mode, levels)).Normal;
        return new LevelFit(this, ground, mode, levels, information.Schur());
    }

    /// <summary>
    /// The log of the posterior density up to a constant, every cell weighted as given (1 / (1 + 0.16·n·p·(1-p)) at the fit).
    /// For checks against other optimisers.
    /// </summary>
    internal double Posterior(double[] mode, double[] levels, double[] weights)
    {
        var sum = 0.0;
        for (var i = 0; i < Size; i++)
            sum -= 0.5 * priorPrecision[i] * (mode[i] - priorMean[i]) * (mode[i] - priorMean[i]);
        foreach (var level in levels)
            sum -= 0.5 * level * level / (PartnerSd * PartnerSd);
        for (var c = 0; c < cells.Count; c++)
        {
            var eta = Eta(cells[c], mode, levels);
            sum += weights[c] * ((cells[c].Won * eta) - (cells[c].Tried * LogOnePlusExp(eta)));
        }

        return sum;
    }

    /// <summary>The weight of each cell at these parameters.</summary>
    internal double[] Weights(double[] mode, double[] levels) => [.. cells.Select(cell =>
    {
        if (cell.BySpot >= 0)
            return 1;
        var p = SpecialFunctions.Logistic(Eta(cell, mode, levels));
        return 1 / (1 + (PartnerBySpot * cell.Tried * p * (1 - p)));
    })];

    private double BeltGap(Against against) => against.Rung is { } rung ? ownRung - rung : 0;

    private double WeightGap(Against against) =>
        against.Kilograms is { } theirs && ownKilograms is { } own ? (own - theirs) / (0.1 * own) : 0;

    private int IntentOf(Against against) =>
        against.Intent switch { Intent.LetWork => LetWork, Intent.Experiment => LetWork + 1, Intent.Survive => LetWork + 2, _ => -1 };

    private static (double[] Mode, double[] Levels) Moved(double[] mode, double[] levels, (Vector<double> Main, double[] Partners) rise, double share) =>
        ([.. mode.Select((m, i) => m + (share * rise.Main[i]))], [.. levels.Select((l, i) => l + (share * rise.Partners[i]))]);

    private static double LogOnePlusExp(double x) => x > 30 ? x : Math.Log(1 + Math.Exp(x));

    private double Eta(in Cell cell, double[] mode, double[] levels) =>
        ground.Level[cell.Spot] + mode[0] + mode[Family(ground.FamilyOf[cell.Spot])] + mode[Theta(cell.Spot)]
        + (mode[BeltSlope] * cell.BeltGap) + (mode[WeightSlope] * cell.WeightGap)
        + (cell.Partner >= 0 ? levels[cell.Partner] : 0) + (cell.Intent >= 0 ? mode[cell.Intent] : 0)
        + (cell.Drilled >= 0 ? mode[cell.Drilled] : 0) + (cell.Step >= 0 ? mode[cell.Step] : 0)
        + (cell.Form >= 0 ? mode[cell.Form] : 0) + (cell.BySpot >= 0 ? mode[cell.BySpot] : 0);

    private void SetPrior(int i, double mean, double sd) => (priorMean[i], priorPrecision[i]) = (mean, 1 / (sd * sd));

    private (Vector<double> Gradient, double[] PartnerGradient, NormalEquations Normal) Normal(double[] mode, double[] levels, double[] weights)
    {
        var gradient = new double[Size];
        var main = Enumerable.Range(0, Size).Select(_ => new double[Size]).ToArray();
        var cross = new double[partners][];
        var diagonal = new double[partners];
        var partnerGradient = new double[partners];
        for (var i = 0; i < Size; i++)
        {
            gradient[i] = -priorPrecision[i] * (mode[i] - priorMean[i]);
            main[i][i] = priorPrecision[i];
        }

        for (var j = 0; j < partners; j++)
        {
            cross[j] = new double[Size];
            diagonal[j] = 1 / (PartnerSd * PartnerSd);
            partnerGradient[j] = -levels[j] / (PartnerSd * PartnerSd);
        }

        Span<int> at = stackalloc int[10];
        Span<double> by = stackalloc double[10];
        for (var c = 0; c < cells.Count; c++)
        {
            var cell = cells[c];
            var p = SpecialFunctions.Logistic(Eta(cell, mode, levels));
            var score = weights[c] * (cell.Won - (cell.Tried * p));
            var information = weights[c] * cell.Tried * p * (1 - p);
            var n = 0;
            (at[n], by[n++]) = (0, 1);
            (at[n], by[n++]) = (Family(ground.FamilyOf[cell.Spot]), 1);
            (at[n], by[n++]) = (Theta(cell.Spot), 1);
            (at[n], by[n++]) = (BeltSlope, cell.BeltGap);
            (at[n], by[n++]) = (WeightSlope, cell.WeightGap);
            if (cell.Intent >= 0)
                (at[n], by[n++]) = (cell.Intent, 1);
            if (cell.Drilled >= 0)
                (at[n], by[n++]) = (cell.Drilled, 1);
            if (cell.Step >= 0)
                (at[n], by[n++]) = (cell.Step, 1);
            if (cell.Form >= 0)
                (at[n], by[n++]) = (cell.Form, 1);
            if (cell.BySpot >= 0)
                (at[n], by[n++]) = (cell.BySpot, 1);
            for (var a = 0; a < n; a++)
            {
                gradient[at[a]] += score * by[a];
                for (var b = 0; b < n; b++)
                    main[at[a]][at[b]] += information * by[a] * by[b];
                if (cell.Partner >= 0)
                    cross[cell.Partner][at[a]] += information * by[a];
            }

            if (cell.Partner >= 0)
            {
                diagonal[cell.Partner] += information;
                partnerGradient[cell.Partner] += score;
            }
        }

        return (Vector<double>.Build.Dense(gradient), partnerGradient, new NormalEquations(main, cross, diagonal));
    }

    private readonly record struct Cell(int Spot, int Partner, double BeltGap, double WeightGap, int Intent, int Drilled, int Step, int Form, int BySpot, int Won, int Tried);

    /// <summary>[A B; Bᵀ D] with D diagonal: the partners are eliminated.</summary>
    private sealed class NormalEquations(double[][] main, double[][] cross, double[] diagonal)
    {
        public Matrix<double> Schur()
        {
            var schur = main.Select(row => (double[])row.Clone()).ToArray();
            for (var j = 0; j < diagonal.Length; j++)
            {
                var with = cross[j];
                for (var a = 0; a < with.Length; a++)
                {
                    if (with[a] == 0)
                        continue;
                    var part = with[a] / diagonal[j];
                    var row = schur[a];
                    for (var b = 0; b <= a; b++)
                        row[b] -= part * with[b];
                }
            }

            for (var a = 0; a < schur.Length; a++)
                for (var b = 0; b < a; b++)
                    schur[b][a] = schur[a][b];
            return Matrix<double>.Build.DenseOfRowArrays(schur);
        }

        public (Vector<double> Main, double[] Partners) Solve(Vector<double> gradient, double[] partnerGradient)
        {
            var right = gradient.ToArray();
            for (var j = 0; j < diagonal.Length; j++)
                for (var a = 0; a < right.Length; a++)
                    right[a] -= cross[j][a] * partnerGradient[j] / diagonal[j];
            var step = Schur().Cholesky().Solve(Vector<double>.Build.Dense(right));
            return (step, [.. diagonal.Select((d, j) =>
            {
                var sum = partnerGradient[j];
                for (var a = 0; a < right.Length; a++)
                    sum -= cross[j][a] * step[a];
                return sum / d;
            })]);
        }
    }
}
