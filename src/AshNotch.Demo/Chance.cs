using MathNet.Numerics.Random;

namespace AshNotch.Demo;

/// <summary>The dice of a simulation: same seed, same throws, on every machine.</summary>
public sealed class Chance(int seed)
{
    private readonly MersenneTwister source = new(seed, threadSafe: false);

    /// <summary>A number from 0 up to, not reaching, 1.</summary>
    public double Next() => source.NextDouble();

    /// <summary>A draw from the gamma distribution of scale 1.</summary>
    public double Gamma(double shape) => MathNet.Numerics.Distributions.Gamma.Sample(source, shape, 1);

    /// <summary>A place in a row of shares, in proportion.</summary>
    public int Index(double[] shares)
    {
        var throwOf = source.NextDouble() * shares.Sum();
        for (var i = 0; i < shares.Length; i++)
            if ((throwOf -= shares[i]) < 0)
                return i;
        return shares.Length - 1;
    }

    /// <summary>Whether something of this probability, 0 to 1, happens this time.</summary>
    public bool Happens(double probability) => source.NextDouble() < probability;

    /// <summary>A whole number from <paramref name="least"/> to <paramref name="most"/>, both possible.</summary>
    public int Between(int least, int most) => least + (int)(source.NextDouble() * (most - least + 1));

    /// <summary>One of the choices, each as likely.</summary>
    public T Of<T>(IReadOnlyList<T> choices) => choices[Between(0, choices.Count - 1)];

    /// <summary>One of the choices, in proportion to its weight; null when all weigh nothing.</summary>
    public T? Weighted<T>(IEnumerable<(T Choice, double Weight)> choices)
        where T : class
    {
        var list = choices.Where(c => c.Weight > 0).ToList();
        var throwOf = source.NextDouble() * list.Sum(c => c.Weight);
        foreach (var (choice, weight) in list)
        {
            throwOf -= weight;
            if (throwOf < 0)
                return choice;
        }

        return list.LastOrDefault().Choice;
    }

    /// <summary>A draw from the normal distribution (Box and Muller's transform).</summary>
    public double Normal(double mean, double sd) =>
        mean + (sd * Math.Sqrt(-2 * Math.Log(1 - source.NextDouble())) * Math.Cos(2 * Math.PI * source.NextDouble()));
}
