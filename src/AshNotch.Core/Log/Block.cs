using AshNotch.Core.Ground;

namespace AshNotch.Core.Log;

/// <summary>What a focus is for.</summary>
public enum Purpose
{
    /// <summary>To stop what costs: a soft spot.</summary>
    Plug,

    /// <summary>To make more of what pays: a lever.</summary>
    Sharpen,
}

/// <summary>What kind of start a rung of a ladder is.</summary>
public enum RungKind
{
    /// <summary>In the spot, with the decisive move half done.</summary>
    HalfDone,

    /// <summary>In the spot, settled.</summary>
    InSpot,

    /// <summary>A step or more before the spot, on a road that leads there.</summary>
    StepBack,

    /// <summary>A full round from wherever rounds begin.</summary>
    FullRound,
}

/// <summary>How a block was ended by its owner.</summary>
public enum BlockEnd
{
    /// <summary>The focuses are done with; refreshers keep them.</summary>
    Closed,

    /// <summary>Given up for something else; no refreshers.</summary>
    Changed,
}

/// <summary>One start of a ladder.</summary>
/// <param name="Kind">What kind.</param>
/// <param name="Start">Where the pair starts, by the owner's role.</param>
/// <param name="By">Whose move leads on from here to the next rung inward; null where nothing has to.</param>
/// <param name="Technique">Which move, if one stands out.</param>
/// <param name="Seen">How often the log has seen that road; 0 when it is the ground map's.</param>
public sealed record Rung(RungKind Kind, Spot Start, Actor? By = null, string? Technique = null, int Seen = 0);

/// <summary>How a focus stood when its block began.</summary>
/// <param name="Rate">How often the owner left the spot better off against a peer, 0 to 1.</param>
/// <param name="Low">The lower end of the 80 % interval.</param>
/// <param name="High">The upper end.</param>
/// <param name="Won">Contests won until then.</param>
/// <param name="Lost">Contests lost until then.</param>
public sealed record StartLevel(double Rate, double Low, double High, int Won, int Lost);

/// <summary>What a block works on: a spot, and the attack to stop or the road to build there.</summary>
public sealed record Focus
{
    /// <summary>The id, unique within its block.</summary>
    public required string Id { get; init; }

    /// <summary>The owner's spot.</summary>
    public required Spot Spot { get; init; }

    /// <summary>To plug a leak or to sharpen what pays.</summary>
    public required Purpose Purpose { get; init; }

    /// <summary>Their attack to stop, or the own road to build; null when none stands out.</summary>
    public string? Technique { get; init; }

    /// <summary>The reason that is noted most with it.</summary>
    public string? Reason { get; init; }

    /// <summary>The side that needs more goes.</summary>
    public Side? ThinSide { get; init; }

    /// <summary>What to keep in mind, in a sentence.</summary>
    public string? Cue { get; init; }

    /// <summary>How it stood at the start.</summary>
    public StartLevel? StartLevel { get; init; }

    /// <summary>The change hoped for, in logits, 0.1 to 3; half a logit when not said.</summary>
    public double? Hoped { get; init; }

    /// <summary>The starts, from in the spot outward; fixed when the block begins, so that it does not shift under the feet.</summary>
    public IReadOnlyList<Rung> Ladder { get; init; } = [];
}

/// <summary>A day of the week with time to drill.</summary>
/// <param name="Day">Which day.</param>
/// <param name="Time">When class begins, if known.</param>
/// <param name="Before">Minutes before class, 0 to 120.</param>
/// <param name="During">Minutes in class that are the owner's to fill, 0 to 120.</param>
/// <param name="After">Minutes after class, 0 to 120.</param>
public sealed record DrillDay(DayOfWeek Day, TimeOnly? Time = null, int Before = 0, int During = 0, int After = 0)
{
    /// <summary>All minutes together.</summary>
    public int Minutes => Before + During + After;
}

/// <summary>The days a block had before its owner changed them.</summary>
/// <param name="Until">The first day on which they no longer held.</param>
/// <param name="Weeks">How many weeks it was to last then, 2 to 6.</param>
/// <param name="Days">When there was time to drill.</param>
public sealed record EarlierDays(DateOnly Until, int Weeks, IReadOnlyList<DrillDay> Days);

/// <summary>Two to six weeks of work on one or two focuses.</summary>
public record Block
{
    /// <summary>The id, unique among blocks.</summary>
    public required string Id { get; init; }

    /// <summary>The first day.</summary>
    public required DateOnly From { get; init; }

    /// <summary>How many weeks, 2 to 6.</summary>
    public required int Weeks { get; init; }

    /// <summary>How to train; null for the owner's own style.</summary>
    public TrainingStyle? Style { get; init; }

    /// <summary>When there is time to drill.</summary>
    public IReadOnlyList<DrillDay> Days { get; init; } = [];

    /// <summary>The days it had before they were changed, oldest first: what has passed stays as it was planned.</summary>
    public IReadOnlyList<EarlierDays> Earlier { get; init; } = [];

    /// <summary>One or two.</summary>
    public IReadOnlyList<Focus> Focuses { get; init; } = [];

    /// <summary>The day on which the owner ended it.</summary>
    public DateOnly? EndedOn { get; init; }

    /// <summary>How it was ended; null while it is not.</summary>
    public BlockEnd? Ended { get; init; }

    /// <summary>Free notes.</summary>
    public string? Notes { get; init; }

    /// <summary>The first day that is not in it any more.</summary>
    public DateOnly Until() => From.AddDays(7 * Weeks);

    /// <summary>Which week of the block a day from <see cref="From"/> on lies in, from 1.</summary>
    public int WeekOf(DateOnly date) => 1 + ((date.DayNumber - From.DayNumber) / 7);

    /// <summary>The days of the week with time to drill as they were or are on some day.</summary>
    public IReadOnlyList<DrillDay> DaysOn(DateOnly date) => Earlier.FirstOrDefault(e => date < e.Until)?.Days ?? Days;

    /// <summary>
    /// This block as <paramref name="next"/> has it from some day on. Days that differ, or weeks that are fewer, are kept as
    /// earlier ones, whatever <paramref name="next"/> says of those itself.
    /// </summary>
    public Block Changed(Block next, DateOnly today) =>
        next with
        {
            Earlier =
                next.Weeks >= Weeks && next.Days.ToHashSet().SetEquals(Days)
                    ? Earlier
                    : [.. Earlier, new EarlierDays(today < From ? From : today, Weeks, Days)],
        };

    /// <summary>Whether it is being worked on that day.</summary>
    public bool RunsOn(DateOnly day) => day >= From && day < Until() && (EndedOn is null || day < EndedOn);
}

/// <summary>One go from a start of a ladder.</summary>
/// <param name="Kept">Whether the owner kept to the way to win.</param>
/// <param name="Side">On which side.</param>
public sealed record Try(bool Kept, Side? Side = null);

/// <summary>Goes of one drill with one partner: what a positional round of a block is made of.</summary>
/// <param name="Block">The block's id.</param>
/// <param name="Focus">The focus' id within it.</param>
/// <param name="Rung">The rung of the ladder, from 0; -1 for a refresher.</param>
/// <param name="Start">Where each go began.</param>
/// <param name="InSpot">Whether that is the focus' own spot, settled: only then is a go a contest over it.</param>
/// <param name="Tries">The goes, in order.</param>
public sealed record Goes(string Block, string Focus, int Rung, Spot Start, bool InSpot, IReadOnlyList<Try> Tries)
{
    /// <summary>Whether they refresh a closed focus, and so climb nothing.</summary>
    public bool IsRefresher() => Rung < 0;

    /// <summary>How many were kept.</summary>
    public int Kept() => Tries.Count(t => t.Kept);
}
