using System.Collections.Concurrent;
using AshNotch.Core.Ground;
using AshNotch.Core.Log;

namespace AshNotch.Core.Telling.Decoding;

/// <summary>How well a technique or a spot goes with where the story stands.</summary>
/// <param name="Score">In the units of <see cref="Weights"/>.</param>
/// <param name="From">Where it must have started, when that is another spot than the story's.</param>
/// <param name="Only">Whether that is the only spot that it starts from.</param>
internal readonly record struct Fit(double Score, Spot? From, bool Only);

/// <summary>The ground's say in the reading of an account.</summary>
internal sealed class Fits(GroundMap ground)
{
    private readonly ConcurrentDictionary<(string, Actor, Spot?), Fit> fits = new();
    private readonly ConcurrentDictionary<(string, Actor, Spot), double> starts = new();
    private readonly ConcurrentDictionary<(string, Actor, Spot?), IReadOnlyList<Spot>> destinations = new();

    /// <summary>How well the technique starts where the story stands.</summary>
    public Fit Of(Technique technique, Actor actor, Spot? spot, Step? last)
    {
        var fit = fits.GetOrAdd((technique.Id, actor, spot), _ => Alone(technique, actor, spot));
        return fit with { Score = fit.Score + Reply(technique, actor, last) };
    }

    private Fit Alone(Technique technique, Actor actor, Spot? spot)
    {
        var usual = 0.06 * technique.Usual;
        if (spot is not { } here)
        {
            var starts = technique.From.Select(f => f.Spot).OfType<Spot>().ToList();
            var implied =
                starts.Count > 0
                && starts.All(s => s.Position == starts[0].Position || s.Position is "clinch" or "standing")
                && technique.Kind != TechniqueKind.Entry
                    ? View(starts[0], actor)
                    : (Spot?)null;
            if (implied is { Position: "clinch" })
                implied = new Spot("standing", Role.Even);
            return new Fit(usual, implied, implied is not null);
        }

        var start = Start(technique, actor, here);
        if (start >= 1)
            return new Fit(Weights.StartsHere + usual, null, false);
        if (start > 0.5)
            return new Fit(Weights.StartsAnyGuard + usual, null, false);
        if (start > 0.3)
            return new Fit(Weights.StartsNear + usual, null, false);
        if (start > 0)
        {
            var placed = Weights.BetterPlaced * (actor == Actor.Me ? 1 : -1) * ground.Worth(here);
            // A choke without a name is that of whoever is better placed; a back is at least not taken from below.
            return new Fit(
                usual
                    + (
                        technique.Finishes() ? placed
                        : technique.Kind == TechniqueKind.BackTake ? Math.Min(0, Weights.BackFromBelow * placed)
                        : 0
                    ),
                null,
                false
            );
        }

        var doer = View(here, actor);
        if (technique.Id == "sprawl" && ground.Position(here.Position)?.Scores is not (PositionScore.Nothing or PositionScore.Guard))
            return new Fit(2 * Weights.StartsMirrored, null, false);
        if (
            technique.To.Contains(doer)
            && technique.Kind is TechniqueKind.Advance or TechniqueKind.BackTake or TechniqueKind.Defence
            && technique.Id != "settle-pin"
        )
            return new Fit(Weights.AlreadyThere, null, false);
        var mirrored =
            technique.From.Count > 0 && technique.From.All(f => f.Role is { } role && role != Role.Even && role == doer.Role.Mirror());
        return new Fit((mirrored ? Weights.StartsMirrored * (technique.Undoes() ? 2 : 1) : Weights.StartsElsewhere) + usual, null, false);
    }

    /// <summary>How well the technique starts at the owner's spot: 1 named, 0.6 any guard, 0.35 near, 0.1 anywhere, 0 not.</summary>
    public double Start(Technique technique, Actor actor, Spot here) =>
        starts.GetOrAdd((technique.Id, actor, here), _ => StartAlone(technique, actor, here));

    private double StartAlone(Technique technique, Actor actor, Spot here)
    {
        var doer = View(here, actor);
        var fit = ground.Fit(technique, doer);
        if (fit >= 1)
            return 1;
        if (fit is > 0.2 and < 1)
            return 0.6;
        if (technique.Id is "single-leg" or "double-leg" or "ankle-pick" && doer.Role == Role.Bottom && ground.IsGuard(doer))
            return 0.35;
        foreach (var from in technique.From)
            if (from.Spot is { } spot && spot.Role == doer.Role && Related(spot.Position, doer.Position))
                return 0.35;

        return fit > 0 ? 0.1 : 0;
    }

    /// <summary>A sweep without a name takes that of the guard it comes from, a back take that of the hold.</summary>
    public Technique Named(Technique technique, Actor actor, Spot? owner)
    {
        var from = owner is { } spot ? View(spot, actor) : (Spot?)null;
        var name = (technique.Id, from?.Role == Role.Top && technique.Id == "sweep" ? null : from?.Position) switch
        {
            ("sweep", "deep-half") => "deep-half-sweep",
            ("sweep", "x-guard") => "x-guard-sweep",
            ("sweep", "single-leg-x") => "single-leg-x-sweep",
            ("sweep", "lockdown") => "lockdown-sweep",
            ("sweep", "butterfly-guard" or "half-butterfly") => "butterfly-sweep",
            ("sweep", "half-guard" or "knee-shield" or "dogfight" or "quarter-guard") => "half-guard-sweep",
            ("takedown", "half-guard" or "knee-shield") when from is { Role: Role.Bottom } => "wrestle-up",
            ("back-take", "kimura-hold") => "kimura-back-take",
            ("sweep", _) when from is { Role: Role.Bottom } under && !ground.IsGuard(under) => "reversal",
            ("guard-pull", _) when from is { Role: Role.Bottom } guard && ground.IsGuard(guard) => "guard-setup",
            ("choke", "north-south") => "north-south-choke",
            _ => technique.Id,
        };
        return ground.Technique(name) ?? technique;
    }

    /// <summary>The owner's spots where it may lead, the usual first; those that it could have left from excluded.</summary>
    public IReadOnlyList<Spot> Destinations(Technique technique, Actor actor, Spot? from) =>
        destinations.GetOrAdd((technique.Id, actor, from), _ => Led(technique, actor, from));

    private IReadOnlyList<Spot> Led(Technique technique, Actor actor, Spot? from) =>
        technique.Kind == TechniqueKind.Defence
        && from is { } here
        && technique.To.Count == 1
        && Start(technique, actor, here) > 0.3
        && technique.Id is not ("sprawl" or "turtle-up")
            ? [here]
            : [.. technique.To.Select(s => View(s, actor)).OrderBy(s => s == from && technique.Id != "settle-pin" ? 1 : 0)];

    /// <summary>How well the spot follows where the story stands.</summary>
    public double Follows(Story story, Spot spot)
    {
        if (story.Spot is not { } here)
        {
            if (story.Moment is not { } gone || story.Ended || gone.Outcome != Outcome.Done)
                return 0;
            return Better(gone, spot) ? 0.4 : -0.4;
        }

        if (here == spot)
            return Weights.SpotHolds;
        var afterDone = story.Moment is { Outcome: Outcome.Done } && ReferenceEquals(story.Last, story.Moment);
        if (afterDone && Destinations(story.Moment!.Technique!, story.Moment.Actor, here).Contains(spot))
            return Weights.SpotFollows;
        if (
            story.Moment is { Outcome: Outcome.Stopped } tried
            && ReferenceEquals(story.Last, tried)
            && Destinations(tried.Technique!, tried.Actor, here).Contains(spot)
        )
            return Weights.SpotJumps - 0.6;
        if (spot.Role == here.Role && Related(spot.Position, here.Position))
            return Weights.SpotNear;
        var score =
            spot.Role == here.Role ? Weights.SpotJumps
            : spot.Role == here.Role.Mirror() ? Weights.SpotFlips
            : Weights.SpotJumps;
        if (afterDone && Better(story.Moment!, spot))
            score /= 2;
        return score;
    }

    /// <summary>Whether two positions are near relations.</summary>
    public bool Related(string one, string other) =>
        one == other
        || (
            ground.Position(one) is { } a
            && ground.Position(other) is { } b
            && (
                a.Family == b.Family
                || (
                    Guard(a)
                    && Guard(b)
                    && (a.Id is "open-guard" or "seated-guard" || b.Id is "open-guard" or "seated-guard")
                    && a.Family is not (Family.HalfGuard or Family.ClosedGuard)
                    && b.Family is not (Family.HalfGuard or Family.ClosedGuard)
                )
            )
        );

    private static bool Guard(Position position) => position.Scores == PositionScore.Guard;

    private bool Better(Step moment, Spot spot)
    {
        var worth = ground.Worth(spot) - (moment.From is { } from ? ground.Worth(from) : 0);
        return (moment.Actor == Actor.Me ? worth : -worth) >= -0.05;
    }

    private static Spot View(Spot spot, Actor actor) => actor == Actor.Me ? spot : spot.Mirror();

    // A sprawl answers a shot, a defence answers the attack: it is the other who does it.
    private static double Reply(Technique technique, Actor actor, Step? last)
    {
        if (last is not { Technique: { } before })
            return 0;
        if (!Answers(technique, before))
            return 0;
        return last.Actor == actor ? -2.6
            : last.Outcome == Outcome.Stopped ? 0.9
            : -1.6;
    }

    /// <summary>Whether a technique is what one does against another: a sprawl against a shot, a defence against its attack.</summary>
    public static bool Answers(Technique technique, Technique before) =>
        technique.Id switch
        {
            "sprawl" => before.Id is "single-leg" or "double-leg" or "low-single" or "takedown" or "wrestle-up",
            "hide-the-heel" => before.Id.EndsWith("heel-hook", StringComparison.Ordinal),
            "hand-fight-the-choke" => before.Target == "neck",
            "knee-elbow-frame" or "high-leg" or "invert" => before.Kind == TechniqueKind.Pass,
            "whizzer" => before.Id is "single-leg" or "half-guard-sweep" or "wrestle-up",
            "shoulder-counter-choke" => before.Id is "guillotine" or "arm-in-guillotine",
            _ => technique.Kind == TechniqueKind.Defence
                && technique.Id.EndsWith("-defence", StringComparison.Ordinal)
                && before.Finishes(),
        };
}
