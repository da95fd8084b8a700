using AshNotch.Core.Ground;
using AshNotch.Core.Log;
using AshNotch.Core.Telling.Text;
using AshNotch.Core.Telling.Timeline;

namespace AshNotch.Core.Telling;

/// <summary>What an account was read as.</summary>
public sealed record Told
{
    /// <summary>The exchanges, in the order in which they happened.</summary>
    public required IReadOnlyList<ToldExchange> Exchanges { get; init; }

    /// <summary>The owner's spots in order, as told or directly implied.</summary>
    public required IReadOnlyList<ToldSpot> Positions { get; init; }

    /// <summary>Words that look as if they meant something and were not understood.</summary>
    public required IReadOnlyList<Span> Unread { get; init; }

    /// <summary>What was told of each roll, at least one; exchanges refer to them by number.</summary>
    public required IReadOnlyList<ToldRoll> Rolls { get; init; }

    /// <summary>Lessons that the words give: what to do better, what the coach said.</summary>
    public required IReadOnlyList<Span> Takeaways { get; init; }
}

/// <summary>An exchange as read.</summary>
/// <param name="Roll">Which of the told rolls it belongs to, from 0.</param>
/// <param name="Start">Where it began, if told or implied.</param>
/// <param name="Moments">What happened.</param>
/// <param name="End">How it ended, if told.</param>
public sealed record ToldExchange(int Roll, Spot? Start, IReadOnlyList<ToldMoment> Moments, ExchangeEnd? End);

/// <summary>A moment as read.</summary>
public sealed record ToldMoment
{
    /// <summary>The moment.</summary>
    public required Moment Moment { get; init; }

    /// <summary>The words it came from.</summary>
    public required Span Source { get; init; }

    /// <summary>
    /// How likely the moment is right, 0 to 1, as measured on hands that the reader had not met; null when that is not known.
    /// </summary>
    public double? Likely { get; init; }

    /// <summary>What that was judged by; for training.</summary>
    [System.Text.Json.Serialization.JsonIgnore]
    internal IReadOnlyList<ulong> Features { get; init; } = [];

    /// <summary>The next best readings of the same words, best first.</summary>
    public IReadOnlyList<OtherReading> Others { get; init; } = [];
}

/// <summary>Another way to read the same words.</summary>
/// <param name="Actor">Who.</param>
/// <param name="Technique">What.</param>
/// <param name="Outcome">What became of it.</param>
public sealed record OtherReading(Actor Actor, string Technique, Outcome Outcome);

/// <summary>A spot as told.</summary>
/// <param name="Spot">The owner's spot.</param>
/// <param name="Source">The words it came from, or those of the moment that implies it.</param>
public sealed record ToldSpot(Spot Spot, Span Source);

/// <summary>What the words say about a roll as a whole; null where they say nothing.</summary>
public sealed record ToldRoll
{
    /// <summary>The words about it.</summary>
    public required Span Source { get; init; }

    /// <summary>The partner's name as written.</summary>
    public string? Partner { get; init; }

    /// <summary>The partner's belt.</summary>
    public BeltColour? Belt { get; init; }

    /// <summary>The partner's weight.</summary>
    public Kilograms? Weight { get; init; }

    /// <summary>How long it was.</summary>
    public double? Minutes { get; init; }

    /// <summary>With or without the jacket.</summary>
    public Attire? Attire { get; init; }
}
