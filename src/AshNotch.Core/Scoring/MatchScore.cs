using AshNotch.Core.Log;

namespace AshNotch.Core.Scoring;

/// <summary>What stands on the board for one of the two.</summary>
/// <param name="Points">Points; below zero only where a rule set takes some off.</param>
/// <param name="Advantages">Advantages.</param>
/// <param name="Penalties">Penalties got.</param>
public readonly record struct Board(int Points, int Advantages, int Penalties);

/// <summary>Both boards.</summary>
public readonly record struct Boards(Board Me, Board Them)
{
    /// <summary>The board of one of the two.</summary>
    public Board Of(Actor actor) => actor == Actor.Me ? Me : Them;

    /// <summary>The same with more on one of them.</summary>
    public Boards Add(Actor actor, int points = 0, int advantages = 0, int penalties = 0)
    {
        var board = Of(actor);
        board = new Board(board.Points + points, board.Advantages + advantages, board.Penalties + penalties);
        return actor == Actor.Me ? this with { Me = board } : this with { Them = board };
    }
}

/// <summary>Something that changed the score, or would have but for its hold.</summary>
public sealed record ScoreLine
{
    /// <summary>The place in what was handed in, from 0.</summary>
    public required int Moment { get; init; }

    /// <summary>Seconds since the start; null when not known.</summary>
    public double? Clock { get; init; }

    /// <summary>
    /// Who gets what it brings. A penalty is a line of its own to whoever was given it, and another to the other for what it brings.
    /// </summary>
    public required Actor Actor { get; init; }

    /// <summary>The event; a near miss is <c>near-</c> and the event.</summary>
    public required string Event { get; init; }

    /// <summary>The points that it brings.</summary>
    public required int Points { get; init; }

    /// <summary>The advantages that it brings.</summary>
    public required int Advantages { get; init; }

    /// <summary>Why, in a sentence.</summary>
    public required string Why { get; init; }

    /// <summary>What stands on the boards after it.</summary>
    public required Boards Score { get; init; }
}

/// <summary>What was done and scored nothing, where one might have expected it to.</summary>
/// <param name="Moment">The place in what was handed in.</param>
/// <param name="What">The event that it is not.</param>
/// <param name="Why">Why, in a sentence.</param>
public sealed record Unscored(int Moment, string What, string Why);

/// <summary>Who was ahead.</summary>
public enum Ahead
{
    /// <summary>The owner.</summary>
    Me,

    /// <summary>The other.</summary>
    Them,

    /// <summary>Neither.</summary>
    Level,
}

/// <summary>A stretch of the match in which the score stood still.</summary>
public sealed record LeadStretch
{
    /// <summary>Seconds at which it began; null when not known.</summary>
    public double? From { get; init; }

    /// <summary>Seconds at which it ended; null when not known.</summary>
    public double? To { get; init; }

    /// <summary>Who was ahead.</summary>
    public required Ahead Ahead { get; init; }

    /// <summary>By how much of <see cref="On"/>; 0 when level.</summary>
    public required int By { get; init; }

    /// <summary>What the lead was of: points, advantages or penalties; null when level.</summary>
    public TieBreak? On { get; init; }

    /// <summary>The events that, kept by the one behind, would have taken the lead away; rising in worth. None when level.</summary>
    public required IReadOnlyList<string> Loses { get; init; }

    /// <summary>Those with which the one behind (when level: either) would have been ahead; rising in worth.</summary>
    public required IReadOnlyList<string> Takes { get; init; }
}

/// <summary>By what a match was decided.</summary>
public enum DecidedBy
{
    /// <summary>A tap.</summary>
    Submission,

    /// <summary>More points.</summary>
    Points,

    /// <summary>More advantages.</summary>
    Advantages,

    /// <summary>Fewer penalties.</summary>
    Penalties,

    /// <summary>One penalty too many.</summary>
    Disqualification,

    /// <summary>The referee.</summary>
    Decision,

    /// <summary>Nothing: nobody won.</summary>
    Draw,
}

/// <summary>Who won, and by what.</summary>
/// <param name="Winner">Null when nobody did, or nobody but the referee can say.</param>
/// <param name="By">By what.</param>
/// <param name="Why">In a sentence.</param>
public sealed record MatchResult(Actor? Winner, DecidedBy By, string Why);

/// <summary>Something that had to be assumed, to be set right by whoever was there.</summary>
/// <param name="Moment">The place in what was handed in; null for the match as a whole.</param>
/// <param name="What">In a sentence.</param>
/// <param name="Hold">Whether it is the hold of a position.</param>
public sealed record Asked(int? Moment, string What, bool Hold = false);

/// <summary>Something done that the rules bar.</summary>
/// <param name="Moment">The place in what was handed in.</param>
/// <param name="Technique">The technique's id.</param>
/// <param name="Why">Why, in a sentence.</param>
public sealed record BarredMoment(int Moment, string Technique, string Why);

/// <summary>A match, scored.</summary>
public sealed record MatchScore
{
    /// <summary>The final boards.</summary>
    public required Boards Boards { get; init; }

    /// <summary>What changed the score, in order.</summary>
    public required IReadOnlyList<ScoreLine> Line { get; init; }

    /// <summary>What scored nothing though it may look like it.</summary>
    public required IReadOnlyList<Unscored> Unscored { get; init; }

    /// <summary>The stretches between the changes.</summary>
    public required IReadOnlyList<LeadStretch> Lead { get; init; }

    /// <summary>The result.</summary>
    public required MatchResult Result { get; init; }

    /// <summary>What was assumed.</summary>
    public required IReadOnlyList<Asked> Asked { get; init; }

    /// <summary>What was done and is barred for this belt and attire.</summary>
    public required IReadOnlyList<BarredMoment> Barred { get; init; }

    /// <summary>Seconds that the match lasts; null when neither told nor known from the belt.</summary>
    public double? Length { get; init; }
}
