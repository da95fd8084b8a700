namespace AshNotch.Core.Judging;

/// <summary>
/// What a memory keeps. Where both the end of one moment and the start of the next were told, they agree when nothing between
/// them was forgotten, so the share that agrees shows the recall ρ: Beta(0.62·w, 0.38·w) plus the log's links, w = 20. A log
/// that tells no ends keeps 0.62. Taps are hardly ever forgotten. The figures are common practice, no source.
/// </summary>
/// <param name="Moments">ρ: the share of contests without a tap that are written down.</param>
/// <param name="Taps">The share of taps that are.</param>
public readonly record struct Recall(double Moments, double Taps)
{
    private const double Usual = 0.62;
    private const double Weight = 20;
    private const double OfTaps = 0.98;
    private const int EnoughRolls = 50;
    private const double UsualLength = 11;

    /// <summary>What the log shows of its own holes.</summary>
    public static Recall Of(LogCounts counts) =>
        new(Math.Clamp(((Usual * Weight) + counts[LogTotal.Linked]) / (Weight + counts[LogTotal.Links]), 0.2, OfTaps), OfTaps);

    /// <summary>What a tap counts beside the rest, so that neither is over-told.</summary>
    public double TapWeight => Moments / Taps;

    /// <summary>
    /// γ: the chance that a further contest follows, from the mean number of contests in a roll: about eleven, or the log's own once it has
    /// fifty rolls.
    /// </summary>
    public double GoesOn(LogCounts counts)
    {
        if (counts[LogTotal.FullRolls] < EnoughRolls)
            return 1 - (1 / UsualLength);
        var length = ((counts[LogTotal.FullContests] / Moments) + (counts[LogTotal.FullTaps] / Taps)) / counts[LogTotal.FullRolls];
        return 1 - (1 / Math.Clamp(length, 3, 40));
    }
}
