namespace AshNotch.Core.Judging;

/// <summary>A fitted <see cref="LevelModel"/>: its most probable parameters, and their spread after the partners are eliminated.</summary>
public sealed class LevelFit
{
    /// <summary>
    /// How much levels as they are written scatter about their families, as a standard deviation, before a log has shown it. Less
    /// than <see cref="LevelModel.SpotSd"/>, by which estimates are shrunk: that one leaves room for a planted weakness. This and
    /// the three below were set on simulated athletes.
    /// </summary>
    private const double WrittenScatter = 0.4;

    /// <summary>How far the scatter of levels may be from the usual, as the standard deviation of its logarithm.</summary>
    private const double ScatterSpread = 0.6;

    /// <summary>By how much levels truly scatter more than a log shows: what is remembered at a neighbouring spot flattens them.</summary>
    private const double Flattened = 1.3;

    /// <summary>What is not fitted, the partners' differences from spot to spot above all.</summary>
    private const double Unfitted = 1.05;

    private readonly LevelModel model;
    private readonly LogisticFit fit;

    internal LevelFit(LevelModel model, LogisticFit fit) => (this.model, this.fit) = (model, fit);

    /// <summary>Whether the fit settled; what did not settle says so wherever it is shown.</summary>
    public bool Converged => fit.Converged;

    /// <summary>Each partner's own level, as it shows against the owner: above zero is easier for the owner.</summary>
    public IReadOnlyList<double> Partners => fit.Groups;

    /// <summary>How many logits a belt is worth.</summary>
    public double Belt => Of(Layout.Belt);

    /// <summary>How many logits a tenth of the owner's weight is worth.</summary>
    public double Weight => Of(Layout.Weight);

    /// <summary>The standard deviation of the belief in <see cref="Belt"/>.</summary>
    public double BeltSd => Math.Sqrt(fit.Variance((Layout.Belt, 1)));

    /// <summary>The same of <see cref="Weight"/>.</summary>
    public double WeightSd => Math.Sqrt(fit.Variance((Layout.Weight, 1)));

    /// <summary>What letting the partner work costs, in logits.</summary>
    public double LetWork => Of(Layout.Intent(0));

    /// <summary>How much easier a go of a drill is than a round, in logits; null without goes.</summary>
    public double? Drilled => Layout.Drilled is { } at ? Of(at) : null;

    /// <summary>The step and the standard deviation of its belief, in logits; null for a model without one.</summary>
    public (double Size, double Sd)? Step => Layout.Step is { } at ? (Of(at), Math.Sqrt(fit.Variance((at, 1)))) : null;

    internal LogisticFit Parameters => fit;

    private LevelLayout Layout => model.Layout;

    /// <summary>The level of a spot against a peer, as a logit.</summary>
    /// <param name="spot">The spot's place in the ground's order.</param>
    public double Alpha(int spot) => AlphaOf(fit.Mode, spot);

    /// <summary>What is to be expected at a spot from the owner's level in general and in its family, as a logit.</summary>
    /// <param name="spot">The spot's place in the ground's order.</param>
    public double Par(int spot) => ParOf(fit.Mode, spot);

    /// <summary>How much easier than a peer somebody is for the owner, in logits, intent included.</summary>
    public double Offset(Against against) => model.Offset(this, against);

    /// <summary>How often the owner leaves a spot better off against a peer, with the 80 % interval.</summary>
    /// <param name="spot">The spot's place in the ground's order.</param>
    /// <param name="afterStep">Whether with the step, in a model that has one.</param>
    public Interval Rate(int spot, bool afterStep = false)
    {
        List<(int, double)> terms =
        [
            (LevelLayout.General, 1),
            (LevelLayout.Family(model.Ground.FamilyOf[spot]), 1),
            (Layout.Spot(spot), 1),
        ];
        if (afterStep && Layout.Step is { } step)
            terms.Add((step, 1));
        return Interval.OfLogit(model.Ground.Level[spot] + terms.Sum(t => fit.Mode[t.Item1]), Math.Sqrt(fit.Variance([.. terms])));
    }

    /// <summary>All parameters drawn from their belief.</summary>
    internal double[] Drawn(Dice dice, double[] widths)
    {
        var drawn = new double[fit.Mode.Length];
        for (var i = 0; i < drawn.Length; i++)
            drawn[i] = dice.Normal();
        fit.Draw(drawn);
        for (var s = 0; s < widths.Length; s++)
        {
            ref var own = ref drawn[Layout.Spot(s)];
            own = fit.Mode[Layout.Spot(s)] + (widths[s] * (own - fit.Mode[Layout.Spot(s)]));
        }

        return drawn;
    }

    /// <summary>
    /// How much wider or narrower than the fit says each spot's own level is known, when levels scatter about their families by
    /// more or less than <see cref="LevelModel.SpotSd"/>: the error of an estimate that is shrunk by one scale where another is
    /// true, w²v + (1-w)²σ², against w²v + (1-w)²·0.57², with v the error before shrinking and w = 0.57² / (0.57² + v).
    /// </summary>
    internal double[] Widths()
    {
        const double Shrunk = LevelModel.SpotSd * LevelModel.SpotSd;
        var n = model.Ground.Spots.Count;
        var scatter =
            Flattened * Misfit.Scale(WrittenScatter, ScatterSpread, sd => fit.LogEvidence(Layout.Spot(0), n, 1 / Shrunk, 1 / (sd * sd)));
        var widths = new double[n];
        for (var s = 0; s < n; s++)
        {
            var variance = fit.Variance((Layout.Spot(s), 1));
            var left = Math.Min(variance / Shrunk, 1);
            widths[s] = Unfitted * Math.Sqrt(Math.Max(0, variance - (left * left * Shrunk) + (left * left * scatter * scatter)) / variance);
        }

        return widths;
    }

    internal double MeanGap() => model.MeanGap(this);

    internal double Of(int parameter) => fit.Mode[parameter];

    internal double AlphaOf(ReadOnlySpan<double> parameters, int spot) => ParOf(parameters, spot) + parameters[Layout.Spot(spot)];

    internal double ParOf(ReadOnlySpan<double> parameters, int spot) =>
        model.Ground.Level[spot] + parameters[LevelLayout.General] + parameters[LevelLayout.Family(model.Ground.FamilyOf[spot])];
}
