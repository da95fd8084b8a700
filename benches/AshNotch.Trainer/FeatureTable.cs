using System.Globalization;

namespace AshNotch.Trainer;

/// <summary>Features by number while a model is fitted, and its weights as lines afterwards.</summary>
internal static class FeatureTable
{
    /// <summary>A feature seen less often in training is left out.</summary>
    public const int LeastSeen = 5;

    /// <summary>A number for every feature that was seen at least so often.</summary>
    public static Dictionary<ulong, int> Index(IEnumerable<ulong[]> rows, int least)
    {
        var counts = new Dictionary<ulong, int>();
        foreach (var row in rows)
        foreach (var key in row)
            counts[key] = counts.GetValueOrDefault(key) + 1;
        return counts.Where(c => c.Value >= least).Select(c => c.Key).Order().Select((k, i) => (k, i)).ToDictionary(p => p.k, p => p.i);
    }

    /// <summary>The numbers of the features that have one.</summary>
    public static int[] Numbers(ulong[] keys, Dictionary<ulong, int> index) =>
        [.. keys.Select(k => index.GetValueOrDefault(k, -1)).Where(n => n >= 0)];

    /// <summary>The weights as sorted lines: name, then hundredths, nothing for zero.</summary>
    public static string Lines(Dictionary<ulong, int> index, Dictionary<ulong, string> names, float[][] weights)
    {
        var lines = index
            .Select(i => (Name: names[i.Key], Values: weights.Select(w => (int)Math.Round(w[i.Value] * 100)).ToArray()))
            .Where(l => l.Values.Any(v => v != 0))
            .Select(l => $"{l.Name}\t{string.Join('\t', l.Values.Select(v => v == 0 ? "" : v.ToString(CultureInfo.InvariantCulture)))}\n")
            .Order(StringComparer.Ordinal);
        return string.Concat(lines);
    }
}
