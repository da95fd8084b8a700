using MathNet.Numerics.Statistics;

namespace AshNotch.Core.Load;

/// <summary>One visit to the mat, as far as its load goes.</summary>
/// <param name="Id">The session's id.</param>
/// <param name="Date">The day.</param>
/// <param name="Minutes">Minutes on the mat; null when not told.</param>
/// <param name="Effort">Rating of effort, 0 to 10; null when not told.</param>
public sealed record Visit(string Id, DateOnly Date, double? Minutes, double? Effort)
{
    /// <summary>Effort times minutes; null when either is not told.</summary>
    public double? Load => Minutes * Effort;
}

/// <summary>What a week asks to be said of it.</summary>
public enum LoadCaution
{
    /// <summary>Well above the usual: more than one and a half times of it.</summary>
    FarAbove,

    /// <summary>The third week in a row that rises, all of them above the usual.</summary>
    Rising,

    /// <summary>The first week on the mat after four without a visit, whatever its load.</summary>
    AfterBreak,
}

/// <summary>How a week stands to the usual ones.</summary>
public enum WeekStanding
{
    /// <summary>Under the middle half of them.</summary>
    Below,

    /// <summary>Within it, its ends too.</summary>
    Usual,

    /// <summary>Over it.</summary>
    Above,
}

/// <summary>The load of one week, Monday to Sunday.</summary>
public sealed record WeekLoad
{
    /// <summary>The Monday.</summary>
    public required DateOnly Week { get; init; }

    /// <summary>The sum of the sessions' loads; those without effort or minutes are not in it.</summary>
    public required double Load { get; init; }

    /// <summary>The ids of the week's sessions.</summary>
    public required IReadOnlyList<string> Sessions { get; init; }

    /// <summary>How many of them tell no effort or no minutes.</summary>
    public required int Untold { get; init; }

    /// <summary>Mean daily load over its standard deviation, rest days as 0; null without load, or when all days were alike.</summary>
    public double? Monotony { get; init; }

    /// <summary>Load times monotony.</summary>
    public double? Strain => Load * Monotony;

    /// <summary>The middle of the eight weeks before; null with fewer than four of them.</summary>
    public double? Usual { get; init; }

    /// <summary>The lower end of the middle half of those weeks.</summary>
    public double? UsualLow { get; init; }

    /// <summary>The upper end of it.</summary>
    public double? UsualHigh { get; init; }

    /// <summary>How it stands to the middle half of those weeks; null with fewer than four of them.</summary>
    public WeekStanding? Standing =>
        Load < UsualLow ? WeekStanding.Below
        : Load > UsualHigh ? WeekStanding.Above
        : UsualLow is null ? null
        : WeekStanding.Usual;

    /// <summary>What is to be said of the week; null for nothing.</summary>
    public LoadCaution? Caution { get; init; }
}

/// <summary>
/// Training load by sessions, after Foster et al., J. Strength Cond. Res. 15 (2001) 109-115: load = rating of effort (0 to 10) ×
/// minutes; monotony = mean daily load / SD of daily load over the week, rest days as 0 (the sample's SD, n - 1); strain =
/// weekly load × monotony. Usual is the median of the last eight weeks and the middle half around it; cautions at more than 1.5
/// times of it, at three rising weeks above it, or at the first week back after four away (common practice, no source). Never a diagnosis.
/// </summary>
public static class WeekLoads
{
    private const int Before = 8;
    private const int LeastBefore = 4;
    private const double FarAbove = 1.5;

    /// <summary>A log that rests for longer ends with its last visit; until then the weeks of rest are shown.</summary>
    private const int LongestRest = 42;

    /// <summary>
    /// The last day to look at: today while the log is in use or rests for a while, else the day of its last visit. Visits that are
    /// still to come, a tournament that is planned for, do not count.
    /// </summary>
    /// <param name="visits">Visits in any order.</param>
    /// <param name="today">The day it is asked.</param>
    public static DateOnly Through(IReadOnlyCollection<Visit> visits, DateOnly today)
    {
        var last = visits
            .Where(v => v.Date <= today)
            .Select(v => v.Date)
            .DefaultIfEmpty(visits.Count > 0 ? visits.Max(v => v.Date) : today)
            .Max();
        return today.DayNumber - last.DayNumber is > 0 and <= LongestRest ? today : last;
    }

    /// <summary>Whether the week of a day, the last of these, is far above the usual already.</summary>
    public static bool IsHeavy(IReadOnlyList<WeekLoad> weeks, DateOnly today) =>
        weeks is [.., { Caution: LoadCaution.FarAbove } last] && last.Week == Judging.Rings.Monday(today);

    /// <summary>The weeks from the first visit to a day, empty ones too, oldest first.</summary>
    /// <param name="visits">Visits in any order.</param>
    /// <param name="through">The last day looked at; later visits are left out.</param>
    public static IReadOnlyList<WeekLoad> Of(IEnumerable<Visit> visits, DateOnly through)
    {
        var byWeek = visits.Where(v => v.Date <= through).ToLookup(v => Judging.Rings.Monday(v.Date));
        if (byWeek.Count == 0)
            return [];
        var weeks = new List<WeekLoad>();
        for (var week = byWeek.Min(w => w.Key); week <= through; week = week.AddDays(7))
            weeks.Add(WithUsual(Week(week, [.. byWeek[week]]), weeks));
        return weeks;
    }

    private static WeekLoad Week(DateOnly week, IReadOnlyList<Visit> visits)
    {
        double[] days = [.. Enumerable.Range(0, 7).Select(d => visits.Where(v => v.Date == week.AddDays(d)).Sum(v => v.Load ?? 0))];
        var spread = days.StandardDeviation();
        return new WeekLoad
        {
            Week = week,
            Load = days.Sum(),
            Sessions = [.. visits.OrderBy(v => v.Date).Select(v => v.Id)],
            Untold = visits.Count(v => v.Load is null),
            Monotony = spread > 0 ? days.Mean() / spread : null,
        };
    }

    private static WeekLoad WithUsual(WeekLoad week, List<WeekLoad> before)
    {
        double[] last = [.. before.TakeLast(Before).Select(w => w.Load)];
        if (last.Length < LeastBefore)
            return week;
        var usual = last.Median();
        var rising = before.Count >= 2 && before[^2].Load > usual && before[^1].Load > before[^2].Load && week.Load > before[^1].Load;
        return week with
        {
            Usual = usual,
            UsualLow = last.LowerQuartile(),
            UsualHigh = last.UpperQuartile(),
            Caution =
                usual > 0 && week.Load > FarAbove * usual ? LoadCaution.FarAbove
                : usual > 0 && rising ? LoadCaution.Rising
                : week.Sessions.Count > 0 && before.TakeLast(LeastBefore).All(w => w.Sessions.Count == 0) ? LoadCaution.AfterBreak
                : null,
        };
    }
}
