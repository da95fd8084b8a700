using System.Reflection;
using System.Text.Json;
using AshNotch.Core.Judging.Patterns;
using AshNotch.Core.Telling;

namespace AshNotch.Core.Drilling;

/// <summary>What to keep in mind, and where the words are from.</summary>
/// <param name="Text">The sentence.</param>
/// <param name="From">The owner's own takeaway it is; null for the product's words.</param>
public sealed record Cue(string Text, Takeaway? From);

/// <summary>Cues: the owner's own words where a takeaway is about the same thing, else a sentence for the reason noted most.</summary>
public static class Cues
{
    private const int Longest = 140;

    private static readonly IReadOnlyDictionary<string, string> ByReason = Read();

    /// <summary>The reasons that have a cue.</summary>
    public static IEnumerable<string> Reasons => ByReason.Keys;

    /// <summary>The cue for a technique in a position.</summary>
    /// <param name="position">The position's id.</param>
    /// <param name="technique">The technique's id, if one stands out.</param>
    /// <param name="reason">The reason noted most.</param>
    /// <param name="takeaways">The owner's takeaways, oldest first.</param>
    /// <param name="reader">Finds what a sentence names.</param>
    public static Cue? For(string position, string? technique, string? reason, IReadOnlyList<Takeaway> takeaways, AccountReader reader)
    {
        Takeaway? Latest(string named) =>
            takeaways.Where(t => t.Text.Length <= Longest).LastOrDefault(t => reader.Named(t.Text).Contains(named));
        var fits = (technique is null ? null : Latest(technique)) ?? Latest(position);
        return fits is not null ? new Cue(fits.Text.Trim(), fits)
            : reason is not null && ByReason.TryGetValue(reason, out var says) ? new Cue(says, null)
            : null;
    }

    private static Dictionary<string, string> Read()
    {
        using var stream = Assembly.GetExecutingAssembly().GetManifestResourceStream("drilling/cues.json")
            ?? throw new InvalidDataException("The cues are missing from the program.");
        return JsonSerializer.Deserialize<Dictionary<string, string>>(stream)!;
    }
}
