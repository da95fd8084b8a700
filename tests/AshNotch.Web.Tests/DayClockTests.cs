using AshNotch.Web.Services;

namespace AshNotch.Web.Tests;

/// <summary>The demo's own day.</summary>
public sealed class DayClockTests
{
    /// <summary>A machine on which it is a quarter to eleven at night, two hours east of Greenwich.</summary>
    private sealed class Evening : TimeProvider
    {
        public override TimeZoneInfo LocalTimeZone => TimeZoneInfo.CreateCustomTimeZone("east", TimeSpan.FromHours(2), null, null);

        public override DateTimeOffset GetUtcNow() => new(2026, 11, 30, 20, 45, 0, TimeSpan.Zero);
    }

    [Theory]
    [InlineData("2026-06-22")]
    [InlineData("2028-02-29")]
    [InlineData("2026-11-30")]
    public void TheDayIsTheOneAskedForAndTheHourTheMachines(string day)
    {
        var clock = new DayClock(DateOnly.Parse(day), new Evening());

        Assert.Equal(DateOnly.Parse(day), clock.Today());
        Assert.Equal(new TimeOnly(22, 45), TimeOnly.FromDateTime(clock.GetLocalNow().DateTime));
    }

    [Fact]
    public void WithoutADayItIsTheMachinesClock() => Assert.Same(TimeProvider.System, DayClock.For(null));
}
