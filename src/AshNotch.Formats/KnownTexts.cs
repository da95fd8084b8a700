using System.Buffers;
using System.Collections.Frozen;
using System.Runtime.InteropServices;
using System.Text;
using System.Text.Json;
using AshNotch.Core.Ground;
using AshNotch.Core.Log;

namespace AshNotch.Formats;

/// <summary>
/// What a log says again and again: the ids of the ground and the words of closed sets. A file of ten years holds them half a million
/// times; one text for all of each spares the memory, and the collector the work.
/// </summary>
internal static class KnownTexts
{
    private static readonly FrozenSet<string> Texts = GroundMap
        .Default.Positions.Select(p => p.Id)
        .Concat(GroundMap.Default.Techniques.Select(t => t.Id))
        .Concat(Word.All<Actor>())
        .Concat(Word.All<Outcome>())
        .Concat(Word.All<Side>())
        .Concat(Word.All<EndKind>())
        .Concat(Word.All<Role>())
        .Concat(Word.All<RollKind>())
        .Concat(Word.All<Intensity>())
        .Concat(Word.All<Intent>())
        .Concat(Word.All<BeltColour>())
        .Concat(Word.All<SessionKind>())
        .Concat(Word.All<Attire>())
        .ToFrozenSet();

    private static readonly FrozenSet<string>.AlternateLookup<ReadOnlySpan<char>> Lookup = Texts.GetAlternateLookup<ReadOnlySpan<char>>();

    private static readonly int Longest = Texts.Max(t => t.Length);

    /// <summary>The text of a JSON string when it is a known one, written plainly; null otherwise.</summary>
    /// <param name="json">A JSON string.</param>
    public static string? Of(JsonElement json)
    {
        var written = JsonMarshal.GetRawUtf8Value(json)[1..^1];
        if (written.Length > Longest)
            return null;
        Span<char> letters = stackalloc char[written.Length];
        return Ascii.ToUtf16(written, letters, out _) == OperationStatus.Done && Lookup.TryGetValue(letters, out var known) ? known : null;
    }
}
