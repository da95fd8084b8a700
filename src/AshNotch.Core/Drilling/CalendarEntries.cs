using System.Globalization;
using AshNotch.Core.Load;
using AshNotch.Core.Log;
using MathNet.Numerics.Statistics;

namespace AshNotch.Core.Drilling;

/// <summary>One entry of a calendar.</summary>
/// <param name="Uid">The same for the same session or refresher whenever it is written again.</param>
/// <param name="Date">The day.</param>
/// <param name="Time">When it begins; null for a whole day.</param>
/// <param name="Minutes">How long, when it has a time.</param>
/// <param name="Summary">A line.</param>
/// <param name="Says">More of it, in lines.</param>
/// <param name="Cancelled">That it is off, for calendars that have it already.</param>
public sealed record CalendarEntry(string Uid, DateOnly Date, TimeOnly? Time, int Minutes, string Summary, string Says, bool Cancelled);

/// <summary>A block's sessions and refreshers as calendar entries.</summary>
public static class CalendarEntries
{
    private const string Place = "@ash-notch";

    /// <summary>How long a class is taken to be when the log says nothing, in minutes.</summary>
    private const int ClassMinutes = 90;

    /// <summary>The entries, oldest first.</summary>
    /// <param name="block">The block.</param>
    /// <param name="plan">Its plan.</param>
    /// <param name="refreshers">Its refreshers still to come.</param>
    /// <param name="ground">The ground with the owner's additions.</param>
    /// <param name="visits">The log's visits to the mat, oldest first: how long a class lasts.</param>
    public static IReadOnlyList<CalendarEntry> Of(
        Block block,
        Plan plan,
        IReadOnlyList<Refresher> refreshers,
        Ground.GroundMap ground,
        IReadOnlyList<Visit> visits
    )
    {
        var title = string.Join(" and ", block.Focuses.Select(f => DrillWords.Title(f, f.Technique, ground)));
        var planned = plan.Sessions.ToDictionary(s => s.Date);
        var days = Plans.Days(block with { EndedOn = null, Ended = null }).ToDictionary(d => d.Date, d => d.Day);
        var dropped = block
            .Earlier.SelectMany(e =>
                Plans.Days(
                    new Block
                    {
                        Id = block.Id,
                        From = block.From,
                        Weeks = e.Weeks,
                        Days = e.Days,
                    }
                )
            )
            .Where(d => !days.ContainsKey(d.Date))
            .Reverse()
            .DistinctBy(d => d.Date);
        var sessions = days.Select(d => (Date: d.Key, Day: d.Value))
            .Concat(dropped)
            .OrderBy(d => d.Date)
            .Select(d =>
            {
                var off =
                    !days.ContainsKey(d.Date) ? "The days of the block were changed."
                    : !planned.ContainsKey(d.Date) ? "The block was ended before."
                    : null;
                return new CalendarEntry(
                    SessionUid(block, d.Date),
                    d.Date,
                    StartOf(d.Day, ClassOn(d.Date.DayOfWeek, visits)),
                    Math.Max(5, d.Day.Minutes),
                    off is null ? Summary(title, planned[d.Date]) : "Drill: " + title,
                    off ?? Says(planned[d.Date], d.Day),
                    off is not null
                );
            });
        var later = refreshers.Select(r => new CalendarEntry(
            $"refresher-{block.Id}-{r.Focus.Id}-{r.Number}{Place}",
            r.Due,
            null,
            0,
            "Refresh: " + DrillWords.Title(r.Focus, r.Focus.Technique, ground),
            r.BroughtOn is not null ? "It caught you again, so this comes earlier." : "A short set keeps it: a few goes from the spot.",
            Cancelled: false
        ));
        return [.. sessions, .. later];
    }

    private static string SessionUid(Block block, DateOnly date) =>
        $"block-{block.Id}-{date.ToString("yyyyMMdd", CultureInfo.InvariantCulture)}{Place}";

    /// <summary>The drilling begins before class when there are minutes before it, and after it when there are no others.</summary>
    private static TimeOnly? StartOf(DrillDay day, int classMinutes) =>
        day.Time?.AddMinutes(day is { Before: 0, During: 0, After: > 0 } ? classMinutes : -day.Before);

    /// <summary>The usual length of a class on that day of the week: the median of the last eight that were timed.</summary>
    private static int ClassOn(DayOfWeek day, IReadOnlyList<Visit> visits)
    {
        var last = visits.Where(v => v.Date.DayOfWeek == day).Select(v => v.Minutes).OfType<double>().TakeLast(8).ToList();
        return last.Count > 0 ? (int)last.Median() : ClassMinutes;
    }

    /// <summary>Where the minutes lie, when they are not all in one stretch.</summary>
    private static string? Minutes(DrillDay day)
    {
        var parts = new[] { (day.Before, "before class"), (day.During, "in class"), (day.After, "after class") }
            .Where(p => p.Item1 > 0)
            .ToList();
        return parts.Count > 1 ? string.Join(", ", parts.Select(p => $"{p.Item1} min {p.Item2}")) + "." : null;
    }

    private static string Summary(string title, PlannedSession session) =>
        session.State switch
        {
            PlannedState.Missed => "Missed: " + title,
            PlannedState.Done => "Drilled: " + title,
            _ => "Drill: " + title,
        };

    private static string Says(PlannedSession session, DrillDay day) =>
        string.Join(
            '\n',
            session
                .Cards.Select(c =>
                    $"{c.Title}. {c.From}. {c.Goes} "
                    + $"{(c.Kind == CardKind.Repetitions ? "repetitions" : "goes")}{(c.Seconds > 0 ? $" of {c.Seconds} s" : "")}, "
                    + $"{c.Intensity}, {c.OnFirstSide} on the {Word.Of(c.FirstSide)}. Kept when "
                    + $"{c.Win}.{(c.Cue is { } cue ? $" Cue: {cue}" : "")}"
                )
                .Concat(session.LeftOut.Select(l => $"Left out: {l.What}: {l.Why}."))
                .Prepend(Minutes(day))
                .Append(session.Why)
                .Where(s => !string.IsNullOrEmpty(s))
        );
}
