using AshNotch.Core.Log;

namespace AshNotch.Core.Intake;

/// <summary>Days as written, made into dates: all of one file together, since each helps the others.</summary>
/// <param name="Dates">The date of each; null where it is none.</param>
/// <param name="Order">Which number was taken for the day.</param>
/// <param name="Open">Whether nothing but custom spoke for that order, and it made a difference.</param>
/// <param name="NewestFirst">Whether they run from the newest to the oldest.</param>
public sealed record SettledDays(IReadOnlyList<DateOnly?> Dates, DayOrder Order, bool Open, bool NewestFirst)
{
    private const int FarthestYears = 7;
    private const int OfAValidDay = 10;
    private const int OfAWeekday = 5;

    /// <summary>Settles them.</summary>
    /// <param name="written">The days, in the order in which they stand.</param>
    /// <param name="asked">The order to take; null to find it.</param>
    /// <param name="today">Today: a day without a year was the last such one.</param>
    public static SettledDays Of(IReadOnlyList<WrittenDay> written, DayOrder? asked, DateOnly today)
    {
        var byDay = Score(written, DayOrder.DayFirst);
        var byMonth = Score(written, DayOrder.MonthFirst);
        var order = asked ?? (byMonth > byDay ? DayOrder.MonthFirst : DayOrder.DayFirst);
        var days = written.Select(d => d.By(order)).ToList();
        var newestFirst = Falls(days) > Rises(days);
        var dates = new DateOnly?[days.Count];
        // In the order of time; a day without a year comes after the last one that has one, else before the next.
        var places = Enumerable.Range(0, days.Count).ToList();
        if (newestFirst)
            places.Reverse();
        var first = places.FindIndex(i => days[i] is { Year: not null, IsDay: true });
        DateOnly? last = null;
        foreach (var i in first < 0 ? [] : places[first..])
        {
            dates[i] = days[i].Year is { } year ? days[i].In(year) : Next(days[i], last!.Value);
            last = dates[i] ?? last;
        }

        var until = first < 0 ? today : dates[places[first]] ?? today;
        foreach (var i in (first < 0 ? places : places[..first]).AsEnumerable().Reverse())
        {
            dates[i] = days[i].Year is { } year ? days[i].In(year) : Before(days[i], until);
            until = dates[i] ?? until;
        }

        var open =
            asked is null && byDay == byMonth && written.Any(d => d.EitherWay && d.Day != d.Month && d.By(DayOrder.MonthFirst).IsDay);
        return new SettledDays(dates, order, open, newestFirst);
    }

    /// <summary>How well one order fits: days that exist, weekdays that agree, and one direction.</summary>
    private static int Score(IReadOnlyList<WrittenDay> written, DayOrder order)
    {
        var days = written.Select(d => d.By(order)).ToList();
        return days.Count(d => d.IsDay) * OfAValidDay
            + days.Count(d => d is { Year: { } year, Weekday: { } weekday } && d.In(year)?.DayOfWeek == weekday) * OfAWeekday
            + Math.Max(Rises(days), Falls(days));
    }

    private static int Rises(IReadOnlyList<WrittenDay> days) => Steps(days).Count(s => s > 0);

    private static int Falls(IReadOnlyList<WrittenDay> days) => Steps(days).Count(s => s < 0);

    /// <summary>From each to the next, as a number of days: without a year the shorter way round it.</summary>
    private static IEnumerable<int> Steps(IReadOnlyList<WrittenDay> days)
    {
        for (var i = 1; i < days.Count; i++)
        {
            var (a, b) = (days[i - 1], days[i]);
            if (a.In(a.Year ?? b.Year ?? 2024) is not { } from || b.In(b.Year ?? a.Year ?? 2024) is not { } to)
                continue;
            var step = to.DayNumber - from.DayNumber;
            if ((a.Year is null || b.Year is null) && Math.Abs(step) > 183)
                step -= Math.Sign(step) * 366;
            yield return step;
        }
    }

    private static DateOnly? Next(WrittenDay day, DateOnly from) =>
        Fitting(day, Enumerable.Range(from.Year, FarthestYears).Where(y => day.In(y) >= from));

    private static DateOnly? Before(WrittenDay day, DateOnly until) =>
        Fitting(day, Enumerable.Range(until.Year - FarthestYears, FarthestYears + 1).Reverse().Where(y => day.In(y) <= until));

    /// <summary>The nearest year whose weekday agrees, or the nearest at all.</summary>
    private static DateOnly? Fitting(WrittenDay day, IEnumerable<int> years)
    {
        var dates = years.Select(day.In).ToList();
        return (day.Weekday is { } weekday ? dates.FirstOrDefault(d => d?.DayOfWeek == weekday) : null) ?? dates.FirstOrDefault();
    }
}
