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
internal sealed class Holds
{
    /// <summary>How many moves on a shared hold is followed.</summary>
    private const int Furthest = 500;

    private readonly IReadOnlyList<Step> steps;
    private readonly double seconds;
    private readonly double? length;
    private readonly GroundMap ground;

    /// <summary>For each step the next one by which somebody's place changes or the match ends.</summary>
    private readonly int?[] next;

    /// <param name="steps">The match.</param>
    /// <param name="seconds">The seconds asked for.</param>
    /// <param name="length">Seconds of the match; null when not known.</param>
    /// <param name="ground">The ground.</param>
    public Holds(IReadOnlyList<Step> steps, double seconds, double? length, GroundMap ground)
    {
        (this.steps, this.seconds, this.length, this.ground) = (steps, seconds, length, ground);
        next = new int?[steps.Count];
        for (var i = steps.Count - 2; i >= 0; i--)
            next[i] = steps[i + 1].Changes || steps[i + 1].Taps ? i + 1 : next[i + 1];
    }

    /// <param name="at">The place of the move in the match.</param>
    /// <param name="scored">The event.</param>
    public HoldAnswer Of(int at, string scored)
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
            var after = next[at];
            var apart = after is { } n && steps[n].Clock is { } later && step.Clock is { } now ? later - now : (double?)null;
            var movedOn = after is { } m && steps[m].Actor == doer && !steps[m].Taps && Keeps(steps[m], scored, doer);
            if (told is { Seconds: { } short_ })
            {
                if (movedOn && !(apart > seconds))
                {
                    at = after!.Value;
                    continue;
                }

                return new(false, false, $"kept only {Seconds(short_)}");
            }

            if (after is null)
                return length is { } bell && step.Clock is { } when && bell - when < seconds
                    ? new(false, false, "the bell came first")
                    : new(true, true, "not told how long; it counts as kept");
            if (apart is null || apart >= seconds)
                return new(true, true, "not told how long; it counts as kept");
            var keptOn = steps[after.Value].Actor == doer ? movedOn : StillThere(steps[after.Value], scored, doer);
            if (!keptOn)
                return new(false, false, $"over after {Seconds(apart.Value)}");
            at = after.Value;
        }

        return new(true, true, "not told how long; it counts as kept");
    }

    /// <summary>Whether the doer, going on of their own will, keeps what they won.</summary>
    private bool Keeps(Step after, string scored, Actor? doer) =>
        Step.SeenBy(doer, after.To) is { } to && (IsTop(scored) ? ScoringEvents.Grounded(to, ground) : ScoringEvents.Controls(to, ground));

    /// <summary>Whether what the other did leaves the doer where they were.</summary>
    private bool StillThere(Step after, string scored, Actor? doer) =>
        !after.Taps
        && Step.SeenBy(doer, after.To) is { } to
        && (
            IsTop(scored) ? ScoringEvents.Grounded(to, ground)
            : scored == ScoringEvents.GuardPass ? ScoringEvents.Controls(to, ground)
            : ScoringEvents.Landing(to, ground) == scored
        );

    private static bool IsTop(string scored) =>
        scored is ScoringEvents.Takedown or ScoringEvents.TakedownPast or ScoringEvents.Sweep or ScoringEvents.SweepPast;

    private static string Seconds(double seconds) => FormattableString.Invariant($"{seconds:0.#} s");
}
