using AshNotch.Core.Ground;
using AshNotch.Core.Log;

namespace AshNotch.Core.Scoring;

/// <summary>One thing of a match with what was not told of it filled in.</summary>
internal sealed record Step
{
    public required MatchEvent Event { get; init; }

    /// <summary>Who did it; null for nobody.</summary>
    public Actor? Actor { get; init; }

    public Technique? Technique { get; init; }

    /// <summary>The owner's spot before it; null when not known.</summary>
    public Spot? From { get; init; }

    /// <summary>The owner's spot after it; null when not known.</summary>
    public Spot? To { get; init; }

    /// <summary>Whether it came off.</summary>
    public bool Done { get; init; }

    /// <summary>What was filled in, in a sentence; null for nothing that matters.</summary>
    public string? Assumed { get; init; }

    public TechniqueKind? Kind => Technique?.Kind;

    public double? Clock => Event.Clock;

    /// <summary>Whether somebody's place changed by it.</summary>
    public bool Changes => Done && From != To;

    /// <summary>Whether it ends the match.</summary>
    public bool Taps => Event is Tap || (Done && Technique?.Finishes() == true);

    public Spot? DoerFrom => SeenBy(Actor, From);

    public Spot? DoerTo => SeenBy(Actor, To);

    public static Spot? SeenBy(Actor? actor, Spot? spot) => actor == Log.Actor.Them ? spot?.Mirror() : spot;
}

/// <summary>
/// Walks a match and fills in what was not told: where a move began (the spot before it, unless it cannot begin there) and where it
/// led (what the next move tells, else what the ground map has as usual). Pure; linear in the number of events.
/// </summary>
internal static class MatchWalk
{
    private static readonly Spot Standing = new("standing", Role.Even);

    public static IReadOnlyList<Step> Of(IReadOnlyList<MatchEvent> events, Spot? start, GroundMap ground)
    {
        var steps = new List<Step>(events.Count);
        var told = NextFrom(events);
        Spot? here = start ?? Standing;
        for (var i = 0; i < events.Count; i++)
        {
            var step = events[i] switch
            {
                Move { Actor: { } actor } move when ground.Technique(move.Technique) is { } technique => Filled(
                    move,
                    actor,
                    technique,
                    here,
                    told[i],
                    ground
                ),
                Restart restart => new Step
                {
                    Event = restart,
                    From = here,
                    To = restart.Start ?? Standing,
                    Done = true,
                },
                Tap tap => new Step
                {
                    Event = tap,
                    Actor = tap.By,
                    From = here,
                    To = here,
                    Technique = tap.Technique is { } id ? ground.Technique(id) : null,
                    Done = true,
                },
                Penalty penalty => new Step
                {
                    Event = penalty,
                    Actor = penalty.Actor,
                    From = here,
                    To = here,
                },
                _ => new Step
                {
                    Event = events[i],
                    From = here,
                    To = here,
                },
            };
            here = step.To;
            steps.Add(step);
        }

        return steps;
    }

    private static Step Filled(Move move, Actor actor, Technique technique, Spot? here, Spot? next, GroundMap ground)
    {
        var (from, guessed) = move.From is { } told ? (told, false) : Begin(technique, actor, here, ground);
        var step = new Step
        {
            Event = move,
            Actor = actor,
            Technique = technique,
            From = from,
            To = here,
            Done = move.Outcome == Outcome.Done,
            Assumed = guessed && from is { } f ? $"Where it began was not told; {Name(f, ground)} is assumed." : null,
        };
        if (!step.Done)
            return step with { To = move.To ?? move.From ?? here };
        if (technique.Finishes())
            return step with { To = from };
        if (move.To is { } to)
            return step with { To = to };
        var landed = technique.To.Select(t => Step.SeenBy(actor, t)!.Value).ToList();
        if (next is { } seen && (landed.Count == 0 || landed.Contains(seen) || technique.Leaves()))
            return step with { To = seen };
        if (landed.Count > 0)
            return step with { To = landed[0], Assumed = $"Where it led was not told; {Name(landed[0], ground)} is assumed, as usual." };
        return step with { To = technique.Kind == TechniqueKind.Defence ? from : null };
    }

    /// <summary>Where a move began: here, unless moves of its kind cannot begin here; then where it usually does.</summary>
    private static (Spot?, bool) Begin(Technique technique, Actor actor, Spot? here, GroundMap ground)
    {
        if (here is { } spot && Possible(technique, Step.SeenBy(actor, spot)!.Value, ground))
            return (spot, false);
        var usual = technique.From.Select(f => f.Spot).OfType<Spot>().Select(s => (Spot?)s).FirstOrDefault();
        return usual is { } begun ? (Step.SeenBy(actor, begun), true) : (here, false);
    }

    private static bool Possible(Technique technique, Spot doer, GroundMap ground) =>
        ground.Fit(technique, doer) > 0
        || technique.Kind switch
        {
            TechniqueKind.Takedown or TechniqueKind.Pull => ScoringEvents.OnFeet(doer, ground),
            TechniqueKind.Pass => doer.Role == Role.Top && ground.IsGuard(doer),
            TechniqueKind.Sweep => doer.Role == Role.Bottom && ground.IsGuard(doer),
            _ => true,
        };

    /// <summary>
    /// For each event where the next move begins, if it tells; a try that was stopped and tells nothing is looked past, a restart or
    /// a tap ends the looking. One pass from the end.
    /// </summary>
    private static Spot?[] NextFrom(IReadOnlyList<MatchEvent> events)
    {
        var next = new Spot?[events.Count];
        for (var i = events.Count - 2; i >= 0; i--)
            next[i] = events[i + 1] switch
            {
                Move { Actor: not null, From: { } from } => from,
                Move { Actor: not null, Outcome: Outcome.Done } => null,
                Restart or Tap => null,
                _ => next[i + 1],
            };
        return next;
    }

    /// <summary>A position's name inside a sentence.</summary>
    internal static string Place(Spot spot, GroundMap ground) => Names.Inside(ground.Position(spot.Position)?.Name ?? spot.Position);

    /// <summary>A position's name and who is where in it, to the owner.</summary>
    internal static string Name(Spot spot, GroundMap ground)
    {
        var name = Place(spot, ground);
        return spot.Role == Role.Even ? name : $"{name} with you {(spot.Role == Role.Top ? "on top" : "below")}";
    }
}
