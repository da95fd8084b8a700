namespace AshNotch.Web.Tests.Access;

/// <summary>A clock that stands until it is moved.</summary>
internal sealed class SetClock : TimeProvider
{
    public DateTimeOffset At { get; set; } = new(2026, 6, 22, 18, 0, 0, TimeSpan.Zero);

    public override DateTimeOffset GetUtcNow() => At;
}
