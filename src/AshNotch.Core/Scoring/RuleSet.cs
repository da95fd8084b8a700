using AshNotch.Core.Ground;
using AshNotch.Core.Log;

namespace AshNotch.Core.Scoring;

/// <summary>How a rule set decides a match that nobody tapped in.</summary>
public enum RuleSetKind
{
    /// <summary>Points count from the first second.</summary>
    Points,

    /// <summary>Only a tap decides.</summary>
    SubmissionOnly,

    /// <summary>Points count from some share of the length on.</summary>
    LatePoints,
}

/// <summary>What is compared, one after the other, until two fighters differ.</summary>
public enum TieBreak
{
    /// <summary>More points.</summary>
    Points,

    /// <summary>More advantages.</summary>
    Advantages,

    /// <summary>Fewer penalties.</summary>
    Penalties,

    /// <summary>The referee says; nobody else can.</summary>
    Decision,

    /// <summary>Nobody wins.</summary>
    Draw,
}

/// <summary>What a penalty brings; the first of a match is the first of the list, those after the last bring what the last does.</summary>
/// <param name="Points">Points to the other.</param>
/// <param name="Advantages">Advantages to the other.</param>
/// <param name="Loses">Whether it loses the match.</param>
public sealed record PenaltyRule(int Points = 0, int Advantages = 0, bool Loses = false);

/// <summary>Something that may not be done.</summary>
public sealed record BarRule
{
    /// <summary>Techniques' ids.</summary>
    public IReadOnlyList<string> Techniques { get; init; } = [];

    /// <summary>Cares: every technique that asks for one of them (<see cref="Technique.Care"/>).</summary>
    public IReadOnlyList<string> Cares { get; init; } = [];

    /// <summary>The belts for which it holds; empty for all.</summary>
    public IReadOnlyList<BeltColour> Belts { get; init; } = [];

    /// <summary>The attire for which it holds; null for both.</summary>
    public Attire? Attire { get; init; }

    /// <summary>Why, in a sentence.</summary>
    public string Why { get; init; } = "";
}

/// <summary>The rules of a match, as data. Read from files, or made by the owner.</summary>
public record RuleSet
{
    /// <summary>The id that rolls name.</summary>
    public required string Id { get; init; }

    /// <summary>The name shown to people.</summary>
    public required string Name { get; init; }

    /// <summary>How it decides.</summary>
    public required RuleSetKind Kind { get; init; }

    /// <summary>Seconds that a position must be kept before it counts, 0 to 60.</summary>
    public double HoldSeconds { get; init; }

    /// <summary>Points by event (<see cref="ScoringEvents.All"/>); an event that is not named brings nothing.</summary>
    public IReadOnlyDictionary<string, int> Points { get; init; } = new Dictionary<string, int>();

    /// <summary>Whether near misses and positions not kept bring advantages.</summary>
    public bool Advantages { get; init; }

    /// <summary>What the first, second, … penalty brings.</summary>
    public IReadOnlyList<PenaltyRule> Penalties { get; init; } = [];

    /// <summary>The share of the length after which points count, 0 to 1.</summary>
    public double PointsFrom { get; init; }

    /// <summary>Points that pulling guard costs whoever does it, once points count.</summary>
    public int GuardPullPenalty { get; init; }

    /// <summary>What is compared when nobody tapped.</summary>
    public IReadOnlyList<TieBreak> TieBreak { get; init; } = [];

    /// <summary>Seconds that a match lasts, by belt.</summary>
    public IReadOnlyDictionary<BeltColour, double> Lengths { get; init; } = new Dictionary<BeltColour, double>();

    /// <summary>What may not be done, by whom.</summary>
    public IReadOnlyList<BarRule> Barred { get; init; } = [];

    /// <summary>The upper limits of the weight classes in kilograms, rising, by sex and attire; above the last is open.</summary>
    public IReadOnlyDictionary<Sex, IReadOnlyDictionary<Attire, IReadOnlyList<double>>> WeightClasses { get; init; } =
        new Dictionary<Sex, IReadOnlyDictionary<Attire, IReadOnlyList<double>>>();

    /// <summary>Whether the scales are stepped on in the gi.</summary>
    public bool WeighInWithGi { get; init; }

    /// <summary>Where its figures are from, in a sentence.</summary>
    public string? Source { get; init; }

    /// <summary>Seconds that a match of this belt lasts; null when the rules do not say.</summary>
    public double? LengthFor(BeltColour? belt) => belt is { } colour && Lengths.TryGetValue(colour, out var seconds) ? seconds : null;

    /// <summary>What an event brings; 0 for one that is not named.</summary>
    public int Worth(string @event) => Points.GetValueOrDefault(@event);
}
