using AshNotch.Core.Ground;

namespace AshNotch.Store;

/// <summary>Words and spots met while many readings are read, so that each stands in memory once.</summary>
internal sealed class ReadingWords
{
    private readonly Dictionary<string, Spot> spots = new(StringComparer.Ordinal);
    private readonly Dictionary<string, string> words = new(StringComparer.Ordinal);
    private readonly Dictionary<string, string>.AlternateLookup<ReadOnlySpan<char>> lookup;

    public ReadingWords() => lookup = words.GetAlternateLookup<ReadOnlySpan<char>>();

    /// <summary>The word as it stands in memory already.</summary>
    public string Of(ReadOnlySpan<char> word)
    {
        if (lookup.TryGetValue(word, out var known))
            return known;
        var made = word.ToString();
        words[made] = made;
        return made;
    }

    /// <summary>The spot of a word.</summary>
    public Spot Spot(string word)
    {
        if (!spots.TryGetValue(word, out var spot))
        {
            spot = Core.Ground.Spot.Parse(word);
            spots[word] = spot = spot with { Position = Of(spot.Position) };
        }

        return spot;
    }
}
