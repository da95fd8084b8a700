namespace AshNotch.Core.Judging;

/// <summary>
/// Random numbers for the draws of a judgement: standard normal ones by Marsaglia's polar method, and gamma ones with scale 1 by
/// Marsaglia and Tsang, ACM Trans. Math. Softw. 26 (2000) 363-372, for shapes below 1 with their boost by a power of a uniform
/// number. MathNet.Numerics has both methods; this one keeps the second normal number of each pair and spares the checks, which
/// is half of a judgement's time. Held against the distributions in the tests. Not safe for several threads.
/// </summary>
/// <param name="random">Where the uniform numbers come from.</param>
internal sealed class Dice(System.Random random)
{
    private double spare = double.NaN;

    /// <summary>One standard normal number.</summary>
    public double Normal()
    {
        if (!double.IsNaN(spare))
        {
            var kept = spare;
            spare = double.NaN;
            return kept;
        }

        while (true)
        {
            var (x, y) = ((2 * random.NextDouble()) - 1, (2 * random.NextDouble()) - 1);
            var square = (x * x) + (y * y);
            if (square is not (> 0 and < 1))
                continue;
            var factor = Math.Sqrt(-2 * Math.Log(square) / square);
            spare = y * factor;
            return x * factor;
        }
    }

    /// <summary>One gamma number.</summary>
    /// <param name="shape">The shape, above 0.</param>
    public double Gamma(double shape)
    {
        if (shape < 1)
            return Gamma(shape + 1) * Math.Pow(1 - random.NextDouble(), 1 / shape);
        var d = shape - (1.0 / 3);
        var c = 1 / Math.Sqrt(9 * d);
        while (true)
        {
            var x = Normal();
            var v = 1 + (c * x);
            if (v <= 0)
                continue;
            v = v * v * v;
            var u = 1 - random.NextDouble();
            if (u < 1 - (0.0331 * x * x * x * x) || Math.Log(u) < (0.5 * x * x) + (d * (1 - v + Math.Log(v))))
                return d * v;
        }
    }
}
