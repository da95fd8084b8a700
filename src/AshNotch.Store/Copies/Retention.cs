using System.Globalization;

namespace AshNotch.Store.Copies;

/// <summary>
/// Which safety copies stay: the latest of each of the last days, weeks and months that have one. Fathers and grandfathers of
/// a copy, as backup programs commonly keep them; no source.
/// </summary>
public static class Retention
{
    /// <summary>Of how many days the latest stays.</summary>
    public const int Days = 7;

    /// <summary>Of how many weeks (Monday to Sunday, ISO 8601).</summary>
    public const int Weeks = 4;

    /// <summary>Of how many months.</summary>
    public const int Months = 12;

    /// <summary>Those that stay.</summary>
    /// <param name="copies">All there are.</param>
    /// <param name="made">When one was made, by the owner's own clock.</param>
    public static IReadOnlySet<T> Kept<T>(IEnumerable<T> copies, Func<T, DateTime> made)
    {
        var latestFirst = copies.OrderByDescending(made).ToList();
        var kept = new HashSet<T>();
        Keep(Days, t => t.Date.Ticks);
        Keep(Weeks, t => (ISOWeek.GetYear(t) * 100) + ISOWeek.GetWeekOfYear(t));
        Keep(Months, t => (t.Year * 100) + t.Month);
        return kept;

        void Keep(int most, Func<DateTime, long> span) =>
            kept.UnionWith(latestFirst.GroupBy(c => span(made(c))).Take(most).Select(g => g.First()));
    }
}
