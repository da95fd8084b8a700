namespace AshNotch.Web.Services;

/// <summary>
/// The machine's clock moved by whole days, so that a demo log looked at on a set day lives on that day: what is due, what is still
/// to come and the week that is running agree with it. Hours, minutes and the zone stay the machine's.
/// </summary>
/// <param name="today">The day that is to be today when the program starts.</param>
/// <param name="machine">The clock that is moved.</param>
public sealed class DayClock(DateOnly today, TimeProvider machine) : TimeProvider
{
    private readonly TimeSpan _moved = TimeSpan.FromDays(today.DayNumber - machine.Today().DayNumber);

    /// <inheritdoc />
    public override TimeZoneInfo LocalTimeZone => machine.LocalTimeZone;

    /// <inheritdoc />
    public override DateTimeOffset GetUtcNow() => machine.GetUtcNow() + _moved;

    /// <summary>The clock of a program that was asked to look at a day, or the machine's own.</summary>
    public static TimeProvider For(DateOnly? today) => today is { } day ? new DayClock(day, System) : System;
}
