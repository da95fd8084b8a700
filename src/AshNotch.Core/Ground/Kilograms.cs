namespace AshNotch.Core.Ground;

/// <summary>A body weight, never zero: there is none without a value. Kilograms inside, pounds only at the edges.</summary>
public sealed record Kilograms
{
    /// <summary>The international avoirdupois pound in kilograms, exact (NIST SP 811, appendix B; value from memory).</summary>
    public const double PerPound = 0.45359237;

    /// <summary>The lightest weight that is taken for a person's.</summary>
    public const double Least = 20;

    /// <summary>The heaviest weight that is taken for a person's.</summary>
    public const double Most = 300;

    /// <summary>The weight in kilograms, from <see cref="Least"/> to <see cref="Most"/>.</summary>
    public double Value { get; }

    /// <summary>A weight of so many kilograms.</summary>
    /// <exception cref="ArgumentOutOfRangeException">Not a number, or outside <see cref="Least"/> to <see cref="Most"/>.</exception>
    public Kilograms(double value)
    {
        if (!IsWeight(value))
            throw new ArgumentOutOfRangeException(nameof(value), value, $"A body weight lies between {Least} and {Most} kg.");
        Value = value;
    }

    /// <summary>Whether this many kilograms can be a person's weight.</summary>
    public static bool IsWeight(double kilograms) => kilograms is >= Least and <= Most;

    /// <summary>A weight given in pounds.</summary>
    public static Kilograms FromPounds(double pounds) => new(pounds * PerPound);

    /// <summary>The weight in pounds.</summary>
    public double Pounds => Value / PerPound;
}
