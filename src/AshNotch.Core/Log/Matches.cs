using AshNotch.Core.Ground;
using AshNotch.Core.Scoring;

namespace AshNotch.Core.Log;

/// <summary>How long a position was kept, as told: so many seconds, or only whether it was long enough.</summary>
/// <param name="Seconds">Seconds; null when only <paramref name="Enough"/> was told.</param>
/// <param name="Enough">Whether it was long enough; null when seconds were told.</param>
public readonly record struct Hold(double? Seconds, bool? Enough)
{
    /// <summary>A hold told in seconds.</summary>
    public static Hold For(double seconds) => new(seconds, null);

    /// <summary>A hold told as long enough or not.</summary>
    public static Hold Told(bool enough) => new(null, enough);

    /// <summary>Whether it lasted so many seconds.</summary>
    public bool Reaches(double seconds) => Enough ?? Seconds >= seconds;
}

/// <summary>A penalty of a match, as told.</summary>
/// <param name="Actor">Who got it.</param>
/// <param name="Clock">Seconds since the start, 0 to 86400; null when not told.</param>
/// <param name="After">How many moments of the match came before it; null when not told: then the clock places it, or it comes
/// last.</param>
public sealed record ToldPenalty(Actor Actor, double? Clock = null, int? After = null);

/// <summary>How a match ended, as announced.</summary>
/// <param name="Winner">Null when nobody won.</param>
/// <param name="By">By what.</param>
public sealed record ToldResult(Actor? Winner, DecidedBy By);

/// <summary>What is known of a day of matches: of one that was, or of one still to come.</summary>
public sealed record MatchDay
{
    /// <summary>What it is called.</summary>
    public string? Name { get; init; }

    /// <summary>The id of the rule set.</summary>
    public string? Ruleset { get; init; }

    /// <summary>The belt of the division; the owner's own when not said.</summary>
    public BeltColour? Belt { get; init; }

    /// <summary>The upper limit of the weight class entered for.</summary>
    public Kilograms? LimitKg { get; init; }

    /// <summary>Seconds that a match lasts; null for what the rule set says.</summary>
    public double? Length { get; init; }

    /// <summary>Somebody who is expected, or somebody like them; a partner's id.</summary>
    public string? OpponentId { get; init; }
}
