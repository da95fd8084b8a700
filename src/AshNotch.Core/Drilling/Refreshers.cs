using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Log;

namespace AshNotch.Core.Drilling;

/// <summary>A short set that keeps a closed focus.</summary>
/// <param name="Block">The block's id.</param>
/// <param name="Focus">The focus.</param>
/// <param name="Number">Which one, from 1.</param>
/// <param name="Due">The day from which it is due.</param>
/// <param name="Brought">The fresh loss that brought it forward; null when none did.</param>
/// <param name="BroughtOn">The day of that loss.</param>
public sealed record Refresher(string Block, Focus Focus, int Number, DateOnly Due, Contest? Brought, DateOnly? BroughtOn);

/// <summary>
/// Refreshers of a closed focus: 1, 2, 4, 8 and 16 weeks after the last one was done, or after the block was closed; a fresh
/// loss of that kind halves the gap. Growing gaps: Cepeda et al., Psychological Bulletin 132 (2006) 354-380, source named, from
/// memory; the gaps themselves are common practice, no source.
/// </summary>
public static class Refreshers
{
    /// <summary>The gaps, in weeks.</summary>
    public static IReadOnlyList<int> Gaps { get; } = [1, 2, 4, 8, 16];

    /// <summary>
    /// The refreshers still to come of a closed block, each focus' next first; later ones as if each were done when due, or today when it
    /// is overdue.
    /// </summary>
    /// <param name="block">The block; one that is not closed has none.</param>
    /// <param name="readings">The log, oldest first.</param>
    /// <param name="today">The day it is asked.</param>
    public static IReadOnlyList<Refresher> Of(Block block, IReadOnlyList<RollReading> readings, DateOnly today)
    {
        if (block is not { Ended: BlockEnd.Closed, EndedOn: { } closed })
            return [];
        var done = ReadingList.Of(readings).GoesOf(block.Id).Where(r => r.Goes!.IsRefresher()).ToLookup(r => r.Goes!.Focus, r => r.Date);
        return
        [
            .. block.Focuses.SelectMany(f =>
                Of(block.Id, f, closed, today, readings, [.. done[f.Id].Where(d => d >= closed).Distinct().Order()])
            ),
        ];
    }

    private static IEnumerable<Refresher> Of(
        string block,
        Focus focus,
        DateOnly closed,
        DateOnly today,
        IReadOnlyList<RollReading> readings,
        IReadOnlyList<DateOnly> done
    )
    {
        var last = done.Count > 0 ? done[^1] : closed;
        var loss = ReadingList
            .Of(readings)
            .After(focus.Spot, last)
            .Where(f => !f.Reading.Against.Drill && OfThatKind(f.Contest, focus))
            .Select(f => (f.Reading.Date, Lost: (Contest?)f.Contest))
            .FirstOrDefault();
        for (var k = done.Count; k < Gaps.Count; k++)
        {
            var days = 7 * Gaps[k];
            var brought = k == done.Count && loss.Lost is not null && loss.Date < last.AddDays(days);
            var due = brought ? Later(last.AddDays((days + 1) / 2), loss.Date.AddDays(1)) : last.AddDays(days);
            yield return new Refresher(block, focus, k + 1, due, brought ? loss.Lost : null, brought ? loss.Date : null);
            last = Later(due, today);
        }
    }

    /// <summary>A loss in the focus' spot; by the attack that was to be stopped, if there is one.</summary>
    private static bool OfThatKind(Contest contest, Focus focus) =>
        contest.End == ContestEnd.Lost
        && contest.Spot == focus.Spot
        && (
            focus.Purpose == Purpose.Sharpen || focus.Technique is null || contest.Technique is null || contest.Technique == focus.Technique
        );

    private static DateOnly Later(DateOnly one, DateOnly other) => one > other ? one : other;
}
