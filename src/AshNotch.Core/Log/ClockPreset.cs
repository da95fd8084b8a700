using AshNotch.Core.Ground;

namespace AshNotch.Core.Log;

/// <summary>What rounds a clock keeps.</summary>
public enum ClockKind
{
    /// <summary>Rounds of a class.</summary>
    Class,

    /// <summary>Free rounds.</summary>
    OpenMat,

    /// <summary>One match.</summary>
    Match,

    /// <summary>Short goes from a set spot.</summary>
    Positional,

    /// <summary>One stays, and fresh partners come one after the other.</summary>
    Gauntlet,

    /// <summary>One long round that is counted up.</summary>
    Long,
}

/// <summary>A way to set the round clock.</summary>
public record ClockPreset
{
    /// <summary>The most that an owner may keep.</summary>
    public const int MostOwn = 60;

    /// <summary>The id, unique among them.</summary>
    public required string Id { get; init; }

    /// <summary>What it is called, never empty.</summary>
    public required string Name { get; init; }

    /// <summary>What rounds it keeps.</summary>
    public required ClockKind Kind { get; init; }

    /// <summary>How many rounds, 1 to 60; null for as many as are wanted.</summary>
    public int? Rounds { get; init; }

    /// <summary>Seconds of a round, 5 to 14400; null to count up until it is ended.</summary>
    public double? Work { get; init; }

    /// <summary>Seconds between two rounds, 0 to 3600.</summary>
    public double Rest { get; init; }

    /// <summary>Whether the sides are swapped from go to go.</summary>
    public bool? Swap { get; init; }

    /// <summary>Where each round starts; null for wherever they like.</summary>
    public Spot? Start { get; init; }

    /// <summary>For matches: the id of the rule set, or its name.</summary>
    public string? Ruleset { get; init; }

    /// <summary>What is wrong with it.</summary>
    /// <param name="ground">The spots that there are.</param>
    /// <param name="at">The JSON pointer of it.</param>
    public IEnumerable<Fault> Check(GroundMap ground, string at = "") =>
        LogRules
            .Id(Id, at + "/id")
            .Concat(LogRules.Name(Name, at + "/name"))
            .Concat(LogRules.Range(Rounds, 1, 60, at + "/rounds", "The rounds of a clock"))
            .Concat(LogRules.Range(Work, 5, 14_400, at + "/work", "A round, in seconds,"))
            .Concat(LogRules.Range(Rest, 0, 3600, at + "/rest", "The rest between rounds, in seconds,"))
            .Concat(LogRules.SpotKnown(Start, ground, at + "/start"))
            .Concat(
                Ruleset?.Length > LogRules.LongestName
                    ? [new Fault(at + "/ruleset", $"The name of a rule set has at most {LogRules.LongestName} characters.")]
                    : []
            );
}
