using AshNotch.Core.Ground;
using AshNotch.Core.Log;
using AshNotch.Core.Telling;
using AshNotch.Core.Telling.Phrases;

namespace AshNotch.Core.Judging.Patterns;

/// <summary>
/// Everything that keeps happening in a part of a log. Goes of a drill are set up on purpose: nothing that recurs in them is a pattern.
/// </summary>
public sealed record AllPatterns
{
    /// <summary>The same thing going wrong again.</summary>
    public required IReadOnlyList<Trap> Traps { get; init; }

    /// <summary>Where lost exchanges begin to be lost.</summary>
    public required IReadOnlyList<BadTrade> BadTrades { get; init; }

    /// <summary>Moves that go better on one side.</summary>
    public required IReadOnlyList<OneSide> OneSided { get; init; }

    /// <summary>What happened for the first time in the whole log, of the days of the part.</summary>
    public required IReadOnlyList<First> Firsts { get; init; }

    /// <summary>What was taught in the part and has not been tried in any roll since.</summary>
    public required IReadOnlyList<Untried> Untried { get; init; }

    /// <summary>What lessons keep coming back to.</summary>
    public required IReadOnlyList<SaidAgain> SaidAgain { get; init; }

    /// <summary>Good places that are reached too seldom.</summary>
    public required IReadOnlyList<WayTooRare> WaysIn { get; init; }

    /// <summary>Finds them.</summary>
    /// <param name="part">The part of the log that is looked at, oldest first.</param>
    /// <param name="log">All of it, oldest first: what is a first, and what was tried, is a matter of the whole log.</param>
    /// <param name="lessons">What every session taught.</param>
    /// <param name="takeaways">The takeaways of the part, oldest first.</param>
    /// <param name="judgement">The judgement of the part.</param>
    /// <param name="reader">Finds what a sentence names.</param>
    /// <param name="ground">The ground with the owner's additions.</param>
    public static AllPatterns Of(
        IReadOnlyList<RollReading> part,
        IReadOnlyList<RollReading> log,
        IReadOnlyList<Lesson> lessons,
        IReadOnlyList<Takeaway> takeaways,
        Judgement judgement,
        AccountReader reader,
        GroundMap ground
    )
    {
        var rounds = Rounds(part);
        var sessions = part.Select(r => r.Session).ToHashSet();
        var untilThen = part.Count == 0 ? [] : Rounds(log).Where(r => r.Date <= part[^1].Date).ToList();
        // What goes wrong takes about as long as all the rest: the two halves are worked out beside each other.
        var wrong = Task.Run(() =>
            (Traps: Patterns.Traps.Of(part, judgement, ground), BadTrades: Patterns.BadTrades.Of(rounds, judgement))
        );
        var rest = new AllPatterns
        {
            Traps = [],
            BadTrades = [],
            OneSided = Patterns.OneSided.Of(part),
            Firsts = [.. Patterns.Firsts.Of(untilThen).Where(f => sessions.Contains(f.Moment.Place.Session))],
            Untried = Patterns.Firsts.Untried(untilThen, lessons.Where(l => sessions.Contains(l.Session))),
            SaidAgain = Patterns.SaidAgain.Of(takeaways, reader),
            WaysIn = Patterns.WaysIn.Of(rounds, judgement, ground),
        };
        var (traps, trades) = wrong.GetAwaiter().GetResult();
        return rest with { Traps = traps, BadTrades = trades };
    }

    private static ReadingList Rounds(IReadOnlyList<RollReading> readings) =>
        readings is ReadingList all && !all.Any(r => r.Against.Drill) ? all : new ReadingList([.. readings.Where(r => !r.Against.Drill)]);
}
