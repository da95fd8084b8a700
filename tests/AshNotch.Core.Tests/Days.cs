using AshNotch.Core.Log;

namespace AshNotch.Core.Tests;

/// <summary>The days that the logs of tests may name.</summary>
internal static class Days
{
    public static readonly DayBounds Wide = DayBounds.On(new DateOnly(2026, 7, 1));
}
