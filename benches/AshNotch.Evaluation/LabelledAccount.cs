using AshNotch.Core.Ground;
using AshNotch.Core.Log;

namespace AshNotch.Evaluation;

/// <summary>A moment that a good reader finds.</summary>
/// <param name="Actor">Who.</param>
/// <param name="Techniques">The technique's id, and those that are as good.</param>
/// <param name="Outcome">What became of it.</param>
/// <param name="Optional">Right or left out: both are fine.</param>
public sealed record GoldMoment(Actor Actor, IReadOnlyList<string> Techniques, Outcome Outcome, bool Optional)
{
    /// <summary>Where in the text the words that tell it begin; -1 when it has none of its own.</summary>
    public int QuoteAt { get; init; } = -1;

    /// <summary>How long those words are, in UTF-16 units.</summary>
    public int QuoteLength { get; init; }

    /// <summary>Whether words of its own tell it.</summary>
    public bool Quoted => QuoteAt >= 0;
}

/// <summary>A spot of the owner's that a good reader finds.</summary>
/// <param name="Spots">The spot, and those that are as good.</param>
/// <param name="Optional">Right or left out: both are fine.</param>
public sealed record GoldSpot(IReadOnlyList<Spot> Spots, bool Optional);

/// <summary>An end that a good reader finds.</summary>
/// <param name="Kind">What ended the exchange.</param>
/// <param name="By">Who got the tap; null for other ends.</param>
/// <param name="Technique">The submission; null for other ends.</param>
public sealed record GoldEnd(EndKind Kind, Actor? By, string? Technique);

/// <summary>An account with what a good reader makes of it.</summary>
public sealed record LabelledAccount
{
    /// <summary>Unique among all accounts.</summary>
    public required string Id { get; init; }

    /// <summary>Whose words: the name of its file.</summary>
    public required string Hand { get; init; }

    /// <summary>typed, dictated, shorthand, tricky, review or plain.</summary>
    public required string Style { get; init; }

    /// <summary>With or without the jacket, when known.</summary>
    public Attire? Attire { get; init; }

    /// <summary>Where it began, when known.</summary>
    public Spot? Start { get; init; }

    /// <summary>The words.</summary>
    public required string Text { get; init; }

    /// <summary>The moments in the order in which they happened.</summary>
    public required IReadOnlyList<GoldMoment> Moments { get; init; }

    /// <summary>The owner's spots in order.</summary>
    public required IReadOnlyList<GoldSpot> Spots { get; init; }

    /// <summary>The ends in order.</summary>
    public required IReadOnlyList<GoldEnd> Ends { get; init; }
}
