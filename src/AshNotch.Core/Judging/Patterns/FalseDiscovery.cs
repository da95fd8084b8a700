namespace AshNotch.Core.Judging.Patterns;

/// <summary>
/// Many things are looked at, so some look odd by chance. Benjamini and Hochberg, J. R. Stat. Soc. B 57 (1995) 289-300: with
/// the m p-values in order, all up to the largest i with p_(i) ≤ i·q/m stand; of what stands, a share q is expected to be
/// chance.
/// </summary>
public static class FalseDiscovery
{
    /// <summary>Which of the p-values stand.</summary>
    /// <param name="p">P-values, 0 to 1, in any order.</param>
    /// <param name="rate">q: the share of false ones that is put up with, between 0 and 1.</param>
    /// <exception cref="ArgumentOutOfRangeException">The rate lies outside.</exception>
    public static bool[] Stands(IReadOnlyList<double> p, double rate)
    {
        if (rate is not (> 0 and < 1))
            throw new ArgumentOutOfRangeException(nameof(rate), rate, "The rate lies between 0 and 1.");
        var order = Enumerable.Range(0, p.Count).OrderBy(i => p[i]).ToList();
        var last = Enumerable.Range(0, p.Count).LastOrDefault(k => p[order[k]] <= (k + 1) * rate / p.Count, -1);
        var stands = new bool[p.Count];
        for (var k = 0; k <= last; k++)
            stands[order[k]] = true;
        return stands;
    }
}
