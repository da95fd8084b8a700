namespace AshNotch.Core.Log;

/// <summary>
/// The days that a log may name: from 1950 to ten years ahead, so that nothing that is reckoned from them leaves the calendar.
/// </summary>
/// <param name="Earliest">The first.</param>
/// <param name="Latest">The last.</param>
public readonly record struct DayBounds(DateOnly Earliest, DateOnly Latest)
{
    private const int YearsAhead = 10;

    /// <summary>The bounds on some day.</summary>
    public static DayBounds On(DateOnly today) => new(new DateOnly(1950, 1, 1), today.AddYears(YearsAhead));

    /// <summary>Whether a day lies within.</summary>
    public bool Holds(DateOnly day) => day >= Earliest && day <= Latest;

    /// <summary>The fault of a day that does not; none for one that does, or for none.</summary>
    public IEnumerable<Fault> Check(DateOnly? day, string at)
    {
        if (day is { } one && !Holds(one))
            yield return new Fault(
                at,
                $"{one:yyyy-MM-dd} is not a day to have trained on or to plan for; it must lie between {Earliest:yyyy-MM-dd} and "
                    + $"{Latest:yyyy-MM-dd}. Check the date."
            );
    }
}
