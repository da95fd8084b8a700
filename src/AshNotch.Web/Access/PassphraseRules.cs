using System.Security.Cryptography;
using System.Text;

namespace AshNotch.Web.Access;

/// <summary>What a passphrase must be: long, and not among those that are tried first.</summary>
public static class PassphraseRules
{
    /// <summary>The fewest characters (ASVS 4.0.3, 2.1.1).</summary>
    public const int Fewest = 12;

    /// <summary>The most characters (ASVS 4.0.3, 2.1.2).</summary>
    public const int Most = 128;

    private const int FewestDifferent = 5;
    private const int HashDigits = 16;

    // The first half of the SHA-256 of each common password, in lower case without anything but letters and digits:
    // a list of what people choose need not stand here in clear.
    private static readonly Lazy<HashSet<string>> Common = new(() =>
    {
        using var data = typeof(PassphraseRules).Assembly.GetManifestResourceStream("access/common.txt")!;
        using var lines = new StreamReader(data);
        return [.. lines.ReadToEnd().Split('\n', StringSplitOptions.RemoveEmptyEntries)];
    });

    /// <summary>Why a passphrase is not taken, as a sentence; null when it is.</summary>
    public static string? Refusal(string passphrase)
    {
        var length = passphrase.EnumerateRunes().Count();
        if (length < Fewest)
            return $"A passphrase wants at least {Fewest} characters; this one has {length}. A few words that belong to nothing will do.";
        if (length > Most)
            return $"A passphrase may have at most {Most} characters; this one has {length}.";
        if (passphrase.Any(char.IsControl))
            return "A passphrase cannot hold control characters. Type it anew.";
        var plain = Plain(passphrase);
        return passphrase.EnumerateRunes().Distinct().Count() < FewestDifferent || IsRow(plain) || IsCommon(plain)
            ? "This passphrase is among those that are tried first. Take a few words that belong to nothing and to nobody."
            : null;
    }

    /// <summary>Lower case, letters and digits only: what is put around them makes a common word no better.</summary>
    private static string Plain(string passphrase) => string.Concat(passphrase.ToLowerInvariant().Where(char.IsLetterOrDigit));

    /// <summary>
    /// A common one, with digits after it or before it, said twice or more, or two of them in a row; or the program's own name.
    /// </summary>
    private static bool IsCommon(string plain)
    {
        var bare = plain.Trim("0123456789".ToCharArray());
        if (bare.Replace("ashnotch", "", StringComparison.Ordinal).Length < Fewest / 2 && plain.Length > 0 && bare.Length > 0)
            return true;
        if (IsListed(plain) || (bare.Length > 0 && IsListed(bare)))
            return true;
        for (var cut = 1; cut < plain.Length; cut++)
        {
            var (first, rest) = (plain[..cut], plain[cut..]);
            if (
                (plain.Length % cut == 0 && string.Concat(Enumerable.Repeat(first, plain.Length / cut)) == plain)
                || (IsListed(first) && IsListed(rest))
            )
                return true;
        }

        return false;
    }

    /// <summary>Letters or digits that go up or down by one the whole way.</summary>
    private static bool IsRow(string plain) =>
        plain.Length > 1
        && plain.Zip(plain.Skip(1), (a, b) => char.IsDigit(a) && char.IsDigit(b) ? (b - a + 10) % 10 : (b - a)).Distinct().ToList()
            is [1 or 9 or -1];

    private static bool IsListed(string plain) =>
        Common.Value.Contains(Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(plain)))[..HashDigits]);
}
