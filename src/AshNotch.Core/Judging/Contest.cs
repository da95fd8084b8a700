using AshNotch.Core.Ground;
using AshNotch.Core.Log;

namespace AshNotch.Core.Judging;

/// <summary>Where in the log a moment stands.</summary>
/// <param name="Session">The session's id.</param>
/// <param name="Roll">The roll's id within it.</param>
/// <param name="Exchange">The exchange, counted from 0.</param>
/// <param name="Moment">The moment, counted from 0; null for the end of the exchange itself.</param>
public readonly record struct MomentPlace(string Session, string Roll, int Exchange, int? Moment);

/// <summary>Who left a spot better off, or that nobody did.</summary>
public enum ContestEnd
{
    /// <summary>The owner's move out of it came off.</summary>
    Won,

    /// <summary>The partner's move came off.</summary>
    Lost,

    /// <summary>A try was stopped and nothing changed.</summary>
    Held,
}

/// <summary>One struggle over a spot.</summary>
public sealed record Contest
{
    // One place for either: a log of ten years holds a hundred thousand contests.
    private readonly Spot after;
    private readonly Known known;

    private enum Known : byte
    {
        Nothing,
        Told,
        Seen,
    }

    /// <summary>The owner's spot.</summary>
    public required Spot Spot { get; init; }

    /// <summary>How it went for the owner.</summary>
    public required ContestEnd End { get; init; }

    /// <summary>Who made the move.</summary>
    public required Actor Actor { get; init; }

    /// <summary>The technique, if known.</summary>
    public string? Technique { get; init; }

    /// <summary>The side it went on, if known.</summary>
    public Side? Side { get; init; }

    /// <summary>The next spot, when it was told.</summary>
    public Spot? Next
    {
        get => known == Known.Told ? after : null;
        init =>
            (after, known) =
                value is { } spot ? (spot, Known.Told)
                : known == Known.Told ? (default, default)
                : (after, known);
    }

    /// <summary>
    /// When the next spot was not told: the spot of the next moment that is known, which may lie several steps on.
    /// </summary>
    public Spot? NextSeen
    {
        get => known == Known.Seen ? after : null;
        init
        {
            if (known != Known.Told)
                (after, known) = value is { } spot ? (spot, Known.Seen) : (default, default);
        }
    }

    /// <summary>It ended in a tap.</summary>
    public bool Finished { get; init; }

    /// <summary>Reasons noted with it.</summary>
    public IReadOnlyList<string> Reasons { get; init; } = [];

    /// <summary>False when half remembered.</summary>
    public bool Sure { get; init; } = true;

    /// <summary>Where it stands in the log.</summary>
    public required MomentPlace Place { get; init; }
}

/// <summary>What the log says of one exchange: the owner's spots in order, and the contests over them.</summary>
/// <param name="Visits">The spots the owner was told to be in, stays counted once.</param>
/// <param name="Contests">Won, lost and held, in order.</param>
/// <param name="Links">How often both the end of one moment and the start of the next were told for sure.</param>
/// <param name="Linked">How often of these the two agree: nothing is missing between them.</param>
public sealed record ExchangeReading(IReadOnlyList<Spot> Visits, IReadOnlyList<Contest> Contests, int Links, int Linked);
