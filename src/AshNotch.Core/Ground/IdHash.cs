using System.Diagnostics.CodeAnalysis;

namespace AshNotch.Core.Ground;

/// <summary>
/// Hashes of ids. Ids are few, short, and differ in length, at their ends or in the middle; judgements look millions of them up, for
/// which hashing every letter would take most of their time.
/// </summary>
internal static class IdHash
{
    /// <summary>Compares ids letter by letter, and hashes them as <see cref="Of"/> does.</summary>
    public static IEqualityComparer<string> Comparer { get; } = new ById();

    /// <summary>From the length, the first, the last and the three letters at the quarters; 0 for no id.</summary>
    public static int Of(string? id) =>
        id is { Length: > 0 and var n }
            ? (((((((((n * 31) + id[0]) * 31) + id[n / 4]) * 31) + id[n / 2]) * 31) + id[3 * n / 4]) * 31) + id[n - 1]
            : 0;

    private sealed class ById : IEqualityComparer<string>
    {
        public bool Equals(string? one, string? other) => string.Equals(one, other);

        public int GetHashCode([DisallowNull] string id) => Of(id);
    }
}
