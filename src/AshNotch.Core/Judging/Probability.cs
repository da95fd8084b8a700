namespace AshNotch.Core.Judging;

/// <summary>A probability or a share of a whole: from 0 to 1, never anything else. Read as a number wherever one is wanted.</summary>
public readonly record struct Probability
{
    /// <summary>The figure, 0 to 1.</summary>
    public double Value { get; }

    /// <summary>A probability of so much.</summary>
    /// <param name="value">0 to 1.</param>
    /// <exception cref="ArgumentOutOfRangeException">Not a number, or outside 0 to 1.</exception>
    public Probability(double value)
    {
        if (value is not (>= 0 and <= 1))
            throw new ArgumentOutOfRangeException(nameof(value), value, "A probability lies from 0 to 1.");
        Value = value;
    }

    /// <summary>The probability that it does not happen.</summary>
    public Probability Not => new(1 - Value);

    /// <summary>The probability whose logit this is.</summary>
    /// <param name="logit">ln(p / (1 - p)), any number.</param>
    public static Probability OfLogit(double logit) => new(MathNet.Numerics.SpecialFunctions.Logistic(logit));

    /// <summary>The figure.</summary>
    public static implicit operator double(Probability probability) => probability.Value;
}
