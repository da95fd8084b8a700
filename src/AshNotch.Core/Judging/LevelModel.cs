using AshNotch.Core.Ground;
using AshNotch.Core.Log;

namespace AshNotch.Core.Judging;

/// <summary>
/// Who should win a contest over a spot. A hierarchical logistic model over the cells of <see cref="LogCounts"/>:
///   logit P(won) = m_s + μ + φ_family(s) + θ_s + β_belt·Δbelt + β_weight·Δweight + u_partner + λ_intent + κ·[a go of a drill]
///   μ ~ N(0, 0.2²), φ ~ N(0, 0.2²), θ ~ N(0, 0.57²), β_belt ~ N(0.7, 0.2²), β_weight ~ N(0.2, 0.08²), u ~ N(0, 0.35²),
///   λ_let-work ~ N(-0.7, 0.3²), λ_experiment ~ N(-0.2, 0.5²), λ_survive ~ N(-0.2, 0.5²),
///   κ ~ N(0.5, 1).
/// Δbelt is the owner's rung less the partner's, Δweight the difference in tenths of the owner's weight; what is not known of
/// a partner counts as no difference. Partners also differ from spot to spot: that is not fitted, but each cell's score and
/// information are divided by 1 + 0.16·n·p·(1-p), but for the spot of a step. Fitted by <see cref="LogisticMap"/>, the
/// partners as its groups. Uncertainty by Laplace's approximation.
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

    private readonly LogisticRows rows = new();
    private readonly Dictionary<string, int> known = new(StringComparer.Ordinal);
    private readonly double ownRung;
    private readonly double? ownKilograms;
    private readonly LogisticMap map;
    private readonly List<(double Belt, double Weight, int Partner, int Tried)> gaps = [];

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
    public LevelModel(
        UsualGround ground,
        LogCounts counts,
        double ownRung,
        double? ownKilograms,
        (int Spot, LogCounts Counts)? after = null
    )
    {
        (Ground, this.ownRung, this.ownKilograms) = (ground, ownRung, ownKilograms);
        var drilled = counts.Cells.Keys.Concat(after?.Counts.Cells.Keys ?? []).Any(c => c.Against.Drill);
        Layout = new LevelLayout(ground, drilled, after is null ? null : PartnersAt(after.Value.Spot, counts, after.Value.Counts));
        Take(counts, after?.Spot, later: false);
        if (after is not null)
            Take(after.Value.Counts, after.Value.Spot, later: true);
        Partners = [.. known.Keys];
        map = new LogisticMap(rows, Priors(), PartnerSd, PartnerBySpot);
    }

    /// <summary>The partners that were met, in the order of <see cref="LevelFit.Partners"/>.</summary>
    public IReadOnlyList<string> Partners { get; }

    /// <summary>The ground whose order of spots the parameters go by.</summary>
    internal UsualGround Ground { get; }

    internal LevelLayout Layout { get; }

    /// <summary>The most probable parameters and their spread.</summary>
    public LevelFit Fit() => new(this, map.Fit());

    /// <summary>The log of the posterior density up to a constant, for checks against other optimisers.</summary>
    internal double Posterior(double[] mode, double[] levels, double[] weights) => map.Posterior(mode, levels, weights);

    /// <summary>The mean gap in logits of all contests at fitted slopes, the mean partner of the log against a peer.</summary>
    internal double MeanGap(LevelFit fit)
    {
        double gap = 0,
            n = 0;
        foreach (var (belt, weight, partner, tried) in gaps)
        {
            gap += tried * ((fit.Belt * belt) + (fit.Weight * weight) + (partner >= 0 ? fit.Partners[partner] : 0));
            n += tried;
        }

        return n > 0 ? gap / n : 0;
    }

    /// <summary>How much easier than a peer somebody is for the owner, in logits, intent included.</summary>
    internal double Offset(LevelFit fit, Against against) =>
        (fit.Belt * BeltGap(against))
        + (fit.Weight * WeightGap(against))
        + (against.Partner is { } id && known.TryGetValue(id, out var j) ? fit.Partners[j] : 0)
        + (LevelLayout.IntentOf(against.Intent) is { } i ? fit.Of(Layout.Intent(i)) : 0)
        + (against.Drill ? fit.Drilled ?? DrillShift : 0);

    private static List<string> PartnersAt(int spot, LogCounts counts, LogCounts later) =>
        [
            .. counts
                .Cells.Keys.Concat(later.Cells.Keys)
                .Where(c => c.Spot == spot)
                .Select(c => c.Against.Partner)
                .OfType<string>()
                .Distinct()
                .Order(StringComparer.Ordinal),
        ];

    private void Take(LogCounts counts, int? stepAt, bool later)
    {
        Span<(int, double)> terms = stackalloc (int, double)[10];
        foreach (var cell in counts.CellsInOrder())
        {
            var (spot, against) = (cell.Spot, cell.Against);
            var partner = -1;
            if (against.Partner is { } id && !known.TryGetValue(id, out partner))
                known[id] = partner = known.Count;
            var (belt, weight) = (BeltGap(against), WeightGap(against));
            var own = spot == stepAt && against.Partner is { } with ? Layout.BySpot(with) : null;
            var n = 0;
            terms[n++] = (LevelLayout.General, 1);
            terms[n++] = (LevelLayout.Family(Ground.FamilyOf[spot]), 1);
            terms[n++] = (Layout.Spot(spot), 1);
            if (belt != 0)
                terms[n++] = (Layout.Belt, belt);
            if (weight != 0)
                terms[n++] = (Layout.Weight, weight);
            if (LevelLayout.IntentOf(against.Intent) is { } intent)
                terms[n++] = (Layout.Intent(intent), 1);
            if (against.Drill && Layout.Drilled is { } drilled)
                terms[n++] = (drilled, 1);
            if (later && spot == stepAt && Layout.Step is { } step)
                terms[n++] = (step, 1);
            if (later && Layout.Form is { } form)
                terms[n++] = (form, 1);
            if (own is { } there)
                terms[n++] = (there, 1);
            rows.Add(cell.Won, cell.Won + cell.Lost, Ground.Level[spot], partner, dispersed: own is null, terms[..n]);
            gaps.Add((belt, weight, partner, cell.Won + cell.Lost));
        }
    }

    /// <summary>The cells in one order, whatever way the counts came about, so that sums agree to the last bit.</summary>
    private (double Mean, double Precision)[] Priors()
    {
        var priors = new (double Mean, double Precision)[Layout.Size];
        void Set(int? at, double mean, double sd)
        {
            if (at is { } i)
                priors[i] = (mean, 1 / (sd * sd));
        }

        Set(LevelLayout.General, 0, 0.2);
        for (var f = 0; f < Ground.FamilyCount; f++)
            Set(LevelLayout.Family(f), 0, 0.2);
        for (var s = 0; s < Ground.Spots.Count; s++)
            Set(Layout.Spot(s), 0, SpotSd);
        Set(Layout.Belt, 0.7, 0.2);
        Set(Layout.Weight, 0.2, 0.08);
        Set(Layout.Intent(0), -0.7, 0.3);
        Set(Layout.Intent(1), -0.2, 0.5);
        Set(Layout.Intent(2), -0.2, 0.5);
        Set(Layout.Drilled, DrillShift, DrillShiftSd);
        Set(Layout.Step, 0, StepSd);
        Set(Layout.Form, 0, FormSd);
        foreach (var own in Layout.AllBySpot)
            Set(own, 0, Math.Sqrt(PartnerBySpot));
        return priors;
    }

    private double BeltGap(in Against against) => against.Rung is { } rung ? ownRung - rung : 0;

    private double WeightGap(in Against against) =>
        against.Kilograms is { } theirs && ownKilograms is { } own ? (own - theirs) / (0.1 * own) : 0;
}

/// <summary>Where each parameter of a <see cref="LevelModel"/> stands.</summary>
internal sealed class LevelLayout
{
    /// <summary>The place of μ.</summary>
    public const int General = 0;

    private readonly int families;
    private readonly Dictionary<string, int> bySpot = new(StringComparer.Ordinal);

    /// <param name="ground">The ground.</param>
    /// <param name="drilled">Whether there are goes of drills.</param>
    /// <param name="stepPartners">The partners met at the spot of a step; null for a model without one.</param>
    public LevelLayout(UsualGround ground, bool drilled, IReadOnlyList<string>? stepPartners)
    {
        families = ground.FamilyCount;
        Belt = 1 + families + ground.Spots.Count;
        Size = Belt + 5;
        Drilled = drilled ? Size++ : null;
        if (stepPartners is null)
            return;
        (Step, Form) = (Size++, Size++);
        foreach (var id in stepPartners)
            bySpot[id] = Size++;
    }

    /// <summary>How many parameters there are.</summary>
    public int Size { get; private set; }

    /// <summary>The slope of belts.</summary>
    public int Belt { get; }

    /// <summary>The slope of weights.</summary>
    public int Weight => Belt + 1;

    /// <summary>How much easier a go of a drill is than a round.</summary>
    public int? Drilled { get; }

    /// <summary>The step.</summary>
    public int? Step { get; }

    /// <summary>The form after a step.</summary>
    public int? Form { get; }

    /// <summary>What each partner is at the spot of the step.</summary>
    public IEnumerable<int> AllBySpot => bySpot.Values;

    /// <summary>φ of a family.</summary>
    public static int Family(int family) => 1 + family;

    /// <summary>θ of a spot.</summary>
    public int Spot(int spot) => 1 + families + spot;

    /// <summary>λ of an intent other than the own game.</summary>
    public int Intent(int intent) => Belt + 2 + intent;

    /// <summary>What a partner is at the spot of the step.</summary>
    public int? BySpot(string partner) => bySpot.TryGetValue(partner, out var at) ? at : null;

    /// <summary>The place of an intent among those with a term; null for the own game.</summary>
    public static int? IntentOf(Intent intent) =>
        intent switch
        {
            Log.Intent.LetWork => 0,
            Log.Intent.Experiment => 1,
            Log.Intent.Survive => 2,
            _ => null,
        };
}
