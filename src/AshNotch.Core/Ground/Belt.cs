namespace AshNotch.Core.Ground;

/// <summary>The adult belts, in order.</summary>
public enum BeltColour
{
    /// <summary>White: the first.</summary>
    White,

    /// <summary>Blue.</summary>
    Blue,

    /// <summary>Purple.</summary>
    Purple,

    /// <summary>Brown.</summary>
    Brown,

    /// <summary>Black; its stripes are degrees.</summary>
    Black,
}

/// <summary>A belt with its stripes.</summary>
public readonly record struct Belt
{
    /// <summary>The colour.</summary>
    public BeltColour Colour { get; }

    /// <summary>Stripes 0 to 4, or degrees 0 to 10 on a black belt.</summary>
    public int Stripes { get; }

    /// <summary>A belt of this colour with so many stripes.</summary>
    /// <exception cref="ArgumentOutOfRangeException">More stripes than the colour carries, or fewer than none.</exception>
    public Belt(BeltColour colour, int stripes = 0)
    {
        if (stripes < 0 || stripes > MostStripes(colour))
            throw new ArgumentOutOfRangeException(nameof(stripes), stripes, $"A {colour} belt carries 0 to {MostStripes(colour)} stripes.");
        (Colour, Stripes) = (colour, stripes);
    }

    /// <summary>A belt with stripes as they were told: none when not told, and no more than the colour carries.</summary>
    public static Belt Told(BeltColour colour, int? stripes) => new(colour, Math.Clamp(stripes ?? 0, 0, MostStripes(colour)));

    /// <summary>How many stripes (on black: degrees) a colour can carry.</summary>
    public static int MostStripes(BeltColour colour) => colour == BeltColour.Black ? 10 : 4;

    /// <summary>
    /// A place on one ladder: a belt is a step of 1, a stripe a step of 1/5; degrees of a black belt likewise,
    /// but no more than four of them count. Common practice, no source.
    /// </summary>
    public double Rung => (int)Colour + Math.Min(Stripes, 4) / 5.0;
}
