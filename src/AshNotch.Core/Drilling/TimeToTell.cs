using MathNet.Numerics.Distributions;

namespace AshNotch.Core.Drilling;

/// <summary>How long it takes until a change at a spot would show.</summary>
/// <param name="Change">The change that is looked for, in logits.</param>
/// <param name="PerWeek">Contests over the spot in a week of ordinary rolling.</param>
/// <param name="Weeks">Weeks of that until a change would show; null when no number of them would do.</param>
/// <param name="GoesAWeek">Goes from the spot in a week that are reckoned with besides.</param>
/// <param name="WeeksWithGoes">Weeks with those goes; null when they do not do either.</param>
public sealed record Patience(double Change, double PerWeek, double? Weeks, int GoesAWeek, double? WeeksWithGoes);

/// <summary>
/// The power of a comparison before against after, by the normal approximation. A change of δ logits shows with a power of
/// 80 % at a false-alarm rate of 10 % (one-sided) when
///   1/I_before + 1/I_after ≤ (δ / (z_0.8 + z_0.9))²,  I = n·p·(1-p)
/// with n contests in each stretch; what partners are by themselves cancels when they are the same before and after. Sample
/// sizes for two proportions on the logit scale; the form is textbook, written from memory; held against simulation in the tests.
/// </summary>
public static class TimeToTell
{
    private static readonly double Reach = Normal.InvCDF(0, 1, 0.8) + Normal.InvCDF(0, 1, 0.9);

    /// <summary>How many contests after a change are needed.</summary>
    /// <param name="before">Contests before it, 0 or more.</param>
    /// <param name="rate">The share won, between 0 and 1.</param>
    /// <param name="change">The change in logits, above 0.</param>
    /// <returns>Contests; null when what is known from before is too little for any number of them.</returns>
    /// <exception cref="ArgumentOutOfRangeException">A rate or change out of range.</exception>
    public static double? Contests(double before, double rate, double change = Verdicts.UsualHope)
    {
        if (rate is not (> 0 and < 1))
            throw new ArgumentOutOfRangeException(nameof(rate), rate, "A rate lies between 0 and 1.");
        ArgumentOutOfRangeException.ThrowIfNegativeOrZero(change);
        ArgumentOutOfRangeException.ThrowIfNegative(before);
        var variance = (change / Reach) * (change / Reach);
        var one = 1 / (rate * (1 - rate));
        var left = variance - (before > 0 ? one / before : double.PositiveInfinity);
        return left > 0 ? one / left : null;
    }

    /// <summary>How long it takes from the contests known now and those of a week.</summary>
    /// <param name="before">Contests over the spot so far, not older than a season.</param>
    /// <param name="perWeek">Contests in a week.</param>
    /// <param name="rate">The share won.</param>
    /// <param name="goesAWeek">Goes from the spot in a week of the block; as many as in a week are taken to be done before it.</param>
    /// <param name="change">The change in logits.</param>
    public static Patience Of(double before, double perWeek, double rate, int goesAWeek, double change)
    {
        double? Weeks(double earlier, double weekly) => weekly > 0 && Contests(earlier, rate, change) is { } n ? n / weekly : null;
        return new Patience(change, perWeek, Weeks(before, perWeek), goesAWeek, Weeks(before + goesAWeek, perWeek + goesAWeek));
    }
}
