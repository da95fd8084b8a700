namespace AshNotch.Core.Judging;

/// <summary>
/// What drawing a row of roads takes. Roads with next to no weight are drawn as one and share in proportion, which leaves their
/// sum and their means as they are.
/// </summary>
/// <param name="Roads">The roads with weight.</param>
/// <param name="Parameters">Their parameters in the Dirichlet that the row is drawn from.</param>
/// <param name="Rest">The parameter of all others together.</param>
/// <param name="Shares">How the others share what they get, over all roads: 0 for those with weight; sums to one, or is all 0.</param>
internal sealed record RowDraw(int[] Roads, double[] Parameters, double Rest, double[] Shares)
{
    /// <summary>
    /// The share of its counts that a row is drawn with: roads cluster by partner and by day, and counts that were spread were
    /// not seen. Set on simulated athletes, as is <see cref="MostKnown"/>.
    /// </summary>
    private const double Believed = 0.55;

    /// <summary>
    /// What a row is worth at the most when drawing, in contests: a memory's mistakes do not become fewer by writing more.
    /// </summary>
    private const double MostKnown = 100;

    private const double Small = 0.05;
    private const double SmallShare = 0.01;

    /// <summary>For a row with the given parameters after the log was seen, the prior's among them.</summary>
    public static RowDraw Of(double[] parameters)
    {
        var sum = parameters.Sum();
        var believed = Known(sum - RoadModel.PriorWeight) / sum;
        var weighty = Math.Max(Small, SmallShare * sum);
        int[] roads = [.. Enumerable.Range(0, parameters.Length).Where(u => parameters[u] >= weighty)];
        var rest = parameters.Where(x => x < weighty).Sum();
        return new RowDraw(
            roads,
            [.. roads.Select(u => believed * parameters[u])],
            believed * rest,
            [.. parameters.Select(x => x < weighty && rest > 0 ? x / rest : 0)]
        );
    }

    /// <summary>Draws the shares of the roads with weight.</summary>
    /// <param name="dice">The dice.</param>
    /// <param name="shares">As many as <see cref="Roads"/>: what each gets.</param>
    /// <returns>What the others get together; with the rest it sums to one.</returns>
    public double Draw(Dice dice, Span<double> shares)
    {
        var sum = 0.0;
        for (var i = 0; i < shares.Length; i++)
            sum += shares[i] = dice.Gamma(Parameters[i]);
        var other = Rest > 0 ? dice.Gamma(Rest) : 0;
        sum += other;
        for (var i = 0; i < shares.Length; i++)
            shares[i] /= sum;
        return other / sum;
    }

    /// <summary>What a row with so many counts is worth when drawing.</summary>
    private static double Known(double counts)
    {
        var known = RoadModel.PriorWeight + (Believed * counts);
        return known / (1 + (known / MostKnown));
    }
}
