using AshNotch.Core.Log;

namespace AshNotch.Web.Services;

/// <summary>What the program asks of the clock.</summary>
public static class Clock
{
    /// <summary>The day where the program runs.</summary>
    public static DateOnly Today(this TimeProvider clock) => DateOnly.FromDateTime(clock.GetLocalNow().DateTime);

    /// <summary>The days that a log may name.</summary>
    public static DayBounds Bounds(this TimeProvider clock) => DayBounds.On(clock.Today());
}
