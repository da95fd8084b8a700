using AshNotch.Core.Ground;
using AshNotch.Core.Log;

namespace AshNotch.Core.Drilling;

/// <summary>What kind of card.</summary>
public enum CardKind
{
    /// <summary>Repetitions of the mechanic, nobody resisting.</summary>
    Repetitions,

    /// <summary>Goes from a start, restarted when it is lost.</summary>
    Goes,

    /// <summary>A game with a task for both.</summary>
    Game,

    /// <summary>Full rounds with a cue.</summary>
    Rounds,

    /// <summary>A short set of a closed focus.</summary>
    Refresher,
}

/// <summary>When in the evening.</summary>
public enum Slot
{
    /// <summary>Before class.</summary>
    Before,

    /// <summary>In class, in minutes that are the owner's to fill.</summary>
    During,

    /// <summary>After class.</summary>
    After,
}

/// <summary>A move that leads from one start to the next.</summary>
/// <param name="By">Whose.</param>
/// <param name="Technique">Which.</param>
public sealed record WayOn(Actor By, string Technique);

/// <summary>One drill of one evening.</summary>
public sealed record DrillCard
{
    /// <summary>The id, unique within its session and the same whenever the plan is made again from the same log.</summary>
    public required string Id { get; init; }

    /// <summary>What kind.</summary>
    public required CardKind Kind { get; init; }

    /// <summary>The block of the focus.</summary>
    public required string Block { get; init; }

    /// <summary>The focus.</summary>
    public required string Focus { get; init; }

    /// <summary>What it is about, in a few words.</summary>
    public required string Title { get; init; }

    /// <summary>When.</summary>
    public required Slot Slot { get; init; }

    /// <summary>Minutes it takes, swaps and pauses included.</summary>
    public required double Minutes { get; init; }

    /// <summary>The rung of the ladder, from 0; -1 for repetitions and refreshers, which climb nothing.</summary>
    public required int Rung { get; init; }

    /// <summary>What kind of start that is.</summary>
    public required RungKind RungKind { get; init; }

    /// <summary>Where each go starts.</summary>
    public required Spot Start { get; init; }

    /// <summary>Whether its goes are contests over the focus' own spot: they start there, settled, and somebody resists.</summary>
    public bool InSpot => RungKind == RungKind.InSpot && Kind != CardKind.Repetitions;

    /// <summary>The technique that is drilled: theirs to stop, or the own.</summary>
    public string? Technique { get; init; }

    /// <summary>The move that leads on from a start before the spot, and whose it is.</summary>
    public WayOn? WayOn { get; init; }

    /// <summary>The start, in words.</summary>
    public required string From { get; init; }

    /// <summary>What the owner does.</summary>
    public required string You { get; init; }

    /// <summary>What the partner does.</summary>
    public required string They { get; init; }

    /// <summary>What counts as kept.</summary>
    public required string Win { get; init; }

    /// <summary>How to make it harder, if it is that kind of card.</summary>
    public string? Harder { get; init; }

    /// <summary>The owner's goes (or repetitions, or rounds); the partner gets as many where roles are swapped.</summary>
    public required int Goes { get; init; }

    /// <summary>Seconds of each go; 0 for repetitions, which take their own time.</summary>
    public required int Seconds { get; init; }

    /// <summary>How hard, in words.</summary>
    public required string Intensity { get; init; }

    /// <summary>The side to begin on: the thin one if there is one.</summary>
    public required Side FirstSide { get; init; }

    /// <summary>How many of the goes are on that side, at least half.</summary>
    public required int OnFirstSide { get; init; }

    /// <summary>The side of each go in turn.</summary>
    public IReadOnlyList<Side> Sides =>
        [.. Enumerable.Range(0, Goes).Select(n => n < OnFirstSide == (FirstSide == Side.Left) ? Side.Left : Side.Right)];

    /// <summary>Whether that side is the thin one.</summary>
    public required bool Thin { get; init; }

    /// <summary>What to keep in mind.</summary>
    public string? Cue { get; init; }

    /// <summary>Whom to ask.</summary>
    public IReadOnlyList<Suggestion> Partners { get; init; } = [];

    /// <summary>Cautions that stand beside it.</summary>
    public IReadOnlyList<Caution> Cautions { get; init; } = [];

    /// <summary>Why this today.</summary>
    public required string Why { get; init; }
}

/// <summary>Why something is left out of a plan.</summary>
public enum LeftOutReason
{
    /// <summary>There is not time enough.</summary>
    TooShort,

    /// <summary>It would load something sore.</summary>
    Niggle,
}

/// <summary>Something that was left out of a plan, and why.</summary>
/// <param name="What">What.</param>
/// <param name="Why">Why, in words.</param>
/// <param name="Reason">Why.</param>
public sealed record LeftOut(string What, string Why, LeftOutReason Reason);
