using System.Collections.Frozen;
using System.Reflection;

namespace AshNotch.Demo;

/// <summary>How somebody tells: in plain sentences, into a telephone, or in a notebook.</summary>
internal enum Voice
{
    Plain,
    Dictated,
    Short,
}

/// <summary>A clause of an account, written by hand.</summary>
/// <param name="Key">Who, what became of it and the kind of technique: "me done pass"; or "open standing", "again", "bell",
/// "aside".</param>
/// <param name="Voice">The voice it belongs to.</param>
/// <param name="Text">The words, with gaps.</param>
internal sealed record Frame(string Key, Voice Voice, string Text);

/// <summary>How one partner rolls.</summary>
/// <param name="Pronoun">"she" or "he".</param>
/// <param name="Starts">Where rounds with them begin, seen by the owner.</param>
/// <param name="Likes">What they like: technique, and how many times more than usual.</param>
internal sealed record Style(
    string Pronoun,
    IReadOnlyList<(Core.Ground.Spot Spot, double Weight)> Starts,
    IReadOnlyDictionary<string, double> Likes
);

/// <summary>The files of words and styles that the demo is made of.</summary>
internal static class TellData
{
    /// <summary>The clauses.</summary>
    public static IReadOnlyList<Frame> Frames { get; } = [.. Lines("frames").Select(Read)];

    /// <summary>What Runa calls a technique.</summary>
    public static IReadOnlyDictionary<string, string[]> Calls { get; } =
        Lines("calls").Select(l => l.Split(" :: ")).ToFrozenDictionary(p => p[0], p => p[1].Split("; "), StringComparer.Ordinal);

    /// <summary>The styles of the partners.</summary>
    public static IReadOnlyDictionary<string, Style> Styles { get; } =
        Lines("styles").Select(l => l.Split(" :: ")).ToFrozenDictionary(p => p[0], StyleOf, StringComparer.Ordinal);

    private static Frame Read(string line)
    {
        var cut = line.IndexOf(" :: ", StringComparison.Ordinal);
        var key = line[..cut];
        var voice =
            key.EndsWith(" d", StringComparison.Ordinal) ? Voice.Dictated
            : key.EndsWith(" s", StringComparison.Ordinal) ? Voice.Short
            : Voice.Plain;
        return new Frame(voice == Voice.Plain ? key : key[..^2], voice, line[(cut + 4)..]);
    }

    private static Style StyleOf(string[] parts) =>
        new(
            parts[1],
            [.. Weighted(parts[2]).Select(w => (Core.Ground.Spot.Parse(w.Name), w.Weight))],
            Weighted(parts[3]).ToFrozenDictionary(w => w.Name, w => w.Weight, StringComparer.Ordinal)
        );

    private static IEnumerable<(string Name, double Weight)> Weighted(string list) =>
        list.Split(", ")
            .Select(one => one.Split(' '))
            .Select(p => (p[0], double.Parse(p[1], System.Globalization.CultureInfo.InvariantCulture)));

    private static IEnumerable<string> Lines(string name)
    {
        using var stream = Assembly.GetExecutingAssembly().GetManifestResourceStream($"demo/{name}.txt")
            ?? throw new InvalidDataException($"demo/{name}.txt is missing from the program.");
        using var reader = new StreamReader(stream);
        return [.. reader.ReadToEnd().Split('\n').Where(line => line.Length > 0 && line[0] != '#')];
    }
}
