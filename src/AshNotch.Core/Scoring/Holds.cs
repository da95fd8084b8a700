using AshNotch.Core.Ground;
using AshNotch.Core.Log;

namespace AshNotch.Core.Scoring;

/// <summary>Whether a position that a move reached was kept long enough.</summary>
/// <param name="Kept">Whether it was.</param>
/// <param name="Assumed">True when nothing was told of it, and it only counts as kept.</param>
/// <param name="Why">How that is known, for people.</param>
internal readonly record struct HoldAnswer(bool Kept, bool Assumed, string Why);

/// <summary>
/// Decides holds, by what was told, else by the clocks: taken away by the other within the seconds asked for is not kept; going
/// on to the next position within them shares that one's hold, so that pass and mount count or fail together; the bell ends a
/// hold too. What neither tells counts as kept, and is asked about.
/// </summary>
internal static class Holds
{
    /// <summary>How many moves on a shared hold is followed.</summary>
    private const int Furthest = 500;

    /// <param name="steps">The match.</param>
    /// <param name="at">The place of the move in it.</param>
    /// <param name="scored">The event.</param>
    /// <param name="seconds">The seconds asked for.</param>
    /// <param name="length">Seconds of the match; null when not known.</param>
    /// <param name="ground">The ground.</param>
    public static HoldAnswer Of(IReadOnlyList<Step> steps, int at, string scored, double seconds, double? length, GroundMap ground)
    {
        if (seconds <= 0)
            return new(true, false, "it counts at once");
        var doer = steps[at].Actor;
        for (var hop = 0; hop < Furthest; hop++)
        {
            var step = steps[at];
            var told = step.Event is Move { Held: { } held } ? held : (Hold?)null;
            if (told is { Enough: { } enough })
                return new(enough, false, enough ? "told to be kept" : "told not to be kept");
            if (told?.Reaches(seconds) == true)
                return new(true, false, $"kept {Seconds(told.Value.Seconds!.Value)}");
            var next = Next(steps, at);
            var apart = next is { } n && steps[n].Clock is { } later && step.Clock is { } now ? later - now : (double?)null;
            var movedOn = next is { } m && steps[m].Actor == doer && !steps[m].Taps && Keeps(steps[m], scored, doer, ground);
            if (told is { Seconds: { } short_ })
            {
                if (movedOn && !(apart > seconds))
                {
                    at = next!.Value;
                    continue;
                }

                return new(false, false, $"kept only {Seconds(short_)}");
            }

            if (next is null)
                return length is { } bell && step.Clock is { } when && bell - when < seconds
                    ? new(false, false, "the bell came first")
                    : new(true, true, "not told how long; it counts as kept");
            if (apart is null || apart >= seconds)
                return new(true, true, "not told how long; it counts as kept");
            var keptOn = steps[next.Value].Actor == doer ? movedOn : StillThere(steps[next.Value], scored, doer, ground);
            if (!keptOn)
                return new(false, false, $"over after {Seconds(apart.Value)}");
            at = next.Value;
        }

        return new(true, true, "not told how long; it counts as kept");
    }

    private static int? Next(IReadOnlyList<Step> steps, int at)
    {
        for (var i = at + 1; i < steps.Count; i++)
            if (steps[i].Changes || steps[i].Taps)
                return i;
        return null;
    }

    /// <summary>Whether the doer, going on of their own will, keeps what they won.</summary>
    private static bool Keeps(Step next, string scored, Actor? doer, GroundMap ground) =>
        Step.SeenBy(doer, next.To) is { } to && (IsTop(scored) ? ScoringEvents.Grounded(to, ground) : ScoringEvents.Controls(to, ground));

    /// <summary>Whether what the other did leaves the doer where they were.</summary>
    private static bool StillThere(Step next, string scored, Actor? doer, GroundMap ground) =>
        !next.Taps
        && Step.SeenBy(doer, next.To) is { } to
        && (
            IsTop(scored) ? ScoringEvents.Grounded(to, ground)
            : scored == ScoringEvents.GuardPass ? ScoringEvents.Controls(to, ground)
            : ScoringEvents.Landing(to, ground) == scored
        );

    private static bool IsTop(string scored) =>
        scored is ScoringEvents.Takedown or ScoringEvents.TakedownPast or ScoringEvents.Sweep or ScoringEvents.SweepPast;

    private static string Seconds(double seconds) => FormattableString.Invariant($"{seconds:0.#} s");
}
