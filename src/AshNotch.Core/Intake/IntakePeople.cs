using System.Security.Cryptography;
using System.Text;
using AshNotch.Core.Ground;
using AshNotch.Core.Log;

namespace AshNotch.Core.Intake;

/// <summary>
/// The people of a file from elsewhere: known partners by their name, or by their first name when only one is called so; anybody
/// else becomes a new partner, the same one each time. Not safe to use from many threads.
/// </summary>
/// <param name="known">The partners of the log.</param>
public sealed class IntakePeople(IReadOnlyList<Partner> known)
{
    private const int IdDigits = 20;

    private readonly Dictionary<string, Partner> added = [];
    private readonly ILookup<string, Partner> byName = known.ToLookup(p => p.Name.Trim(), StringComparer.OrdinalIgnoreCase);
    private readonly ILookup<string, Partner> byFirst = known.ToLookup(p => First(p.Name), StringComparer.OrdinalIgnoreCase);

    /// <summary>Those that the log does not have yet.</summary>
    public IReadOnlyList<Partner> Added => [.. added.Values];

    /// <summary>Somebody by their name as written; null for an empty name, or one that several are called by.</summary>
    /// <param name="name">The name.</param>
    /// <param name="belt">Their belt, when it is said there.</param>
    /// <param name="stripes">Their stripes, when they are said there.</param>
    /// <param name="weight">Their weight, when it is said there.</param>
    public Partner? Named(string? name, BeltColour? belt = null, int? stripes = null, Kilograms? weight = null)
    {
        var said = string.Join(' ', (name ?? "").Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries));
        if (said.Length is 0 or > LogRules.LongestName)
            return null;
        if (byName[said].FirstOrDefault() is { } same)
            return same;
        var first = byFirst[First(said)].ToList();
        if (!said.Contains(' ') && first.Count > 0)
            return first.Count == 1 ? first[0] : null;
        var id = Id("partner", said.ToLowerInvariant());
        // What was said last of them is what they are now.
        var partner = added.GetValueOrDefault(id) ?? new Partner { Id = id, Name = said };
        return added[id] = partner with
        {
            Belt = belt ?? partner.Belt,
            Stripes = belt is null ? partner.Stripes : stripes,
            WeightKg = weight ?? partner.WeightKg,
        };
    }

    /// <summary>The first name of somebody already known that stands first among some words, as a name is written; null for none.</summary>
    public string? KnownIn(string words)
    {
        foreach (var word in words.Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries))
        {
            var bare = word.Trim('.', ',', ':', ';', '!', '?', '(', ')', '"', '*');
            bare = bare.EndsWith("'s", StringComparison.Ordinal) || bare.EndsWith("’s", StringComparison.Ordinal) ? bare[..^2] : bare;
            if (
                bare.Length > 1
                && char.IsUpper(bare[0])
                && (byFirst.Contains(bare) || added.ContainsKey(Id("partner", bare.ToLowerInvariant())))
            )
                return bare;
        }

        return null;
    }

    /// <summary>An id that follows from what it stands for, so that the same file brought in twice says nothing new.</summary>
    public static string Id(params string[] of) =>
        "in-" + Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(string.Join('\u001f', of))))[..IdDigits];

    private static string First(string name) => name.Trim().Split((char[]?)null, 2)[0];
}
