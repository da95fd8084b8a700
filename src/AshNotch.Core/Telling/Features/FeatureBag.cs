namespace AshNotch.Core.Telling.Features;

/// <summary>
/// The features of one decision: a sparse vector of ones. A feature is named by its template and its values; only the 64-bit
/// FNV-1a hash of that name is kept (Fowler, Noll and Vo; constants from memory), so that reading makes no strings. Training
/// keeps the names as well.
/// </summary>
internal sealed class FeatureBag(Dictionary<ulong, string>? names = null)
{
    private const ulong Basis = 14695981039346656037;
    private const ulong Prime = 1099511628211;

    private readonly List<ulong> keys = [];

    /// <summary>The hashes, in the order in which they were added; one that was added twice counts twice.</summary>
    public IReadOnlyList<ulong> Keys => keys;

    /// <summary>Empties it for the next decision.</summary>
    public void Clear() => keys.Clear();

    /// <summary>Adds a feature that is known by its key.</summary>
    public void Add(ulong key) => keys.Add(key);

    /// <summary>Adds the feature <c>template=a|b</c>.</summary>
    public void Add(string template, ReadOnlySpan<char> a, ReadOnlySpan<char> b = default)
    {
        var key = Hash(Hash(Hash(Basis, template), "="), a);
        if (!b.IsEmpty)
            key = Hash(Hash(key, "|"), b);
        keys.Add(key);
        names?.TryAdd(key, b.IsEmpty ? $"{template}={a}" : $"{template}={a}|{b}");
    }

    /// <summary>The key of <c>template=a|b|c|d|e</c>, empty ones left out at the end.</summary>
    public static ulong Named(string template, string a, string b, string c, string d, string e)
    {
        var key = Hash(Hash(Hash(Basis, template), "="), a);
        foreach (var more in (ReadOnlySpan<string>)[b, c, d, e])
            if (more.Length > 0)
                key = Hash(Hash(key, "|"), more);
        return key;
    }

    /// <summary>The name that has this key.</summary>
    public static string NameOf(string template, string a, params ReadOnlySpan<string> more)
    {
        var name = $"{template}={a}";
        foreach (var one in more)
            if (one.Length > 0)
                name += $"|{one}";
        return name;
    }

    /// <summary>The hash of a whole name, as the weights file has it.</summary>
    public static ulong KeyOf(ReadOnlySpan<char> name) => Hash(Basis, name);

    private static ulong Hash(ulong hash, ReadOnlySpan<char> text)
    {
        foreach (var letter in text)
            hash = (hash ^ letter) * Prime;
        return hash;
    }
}
