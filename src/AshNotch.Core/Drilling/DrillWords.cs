using AshNotch.Core.Ground;
using AshNotch.Core.Log;

namespace AshNotch.Core.Drilling;

/// <summary>What a card says: who does what from where, and what counts. One voice for the screen, the paper and the calendar.</summary>
internal static class DrillWords
{
    /// <summary>What a card says of one start.</summary>
    /// <param name="From">The start.</param>
    /// <param name="You">The owner's part.</param>
    /// <param name="They">The partner's part.</param>
    /// <param name="Win">What counts as kept.</param>
    /// <param name="Harder">How to make it harder.</param>
    public readonly record struct Parts(string From, string You, string They, string Win, string? Harder = null);

    /// <summary>A spot in words: "half guard, from below".</summary>
    public static string Name(Spot spot, GroundMap ground)
    {
        var position = ground.Position(spot.Position)?.Name ?? spot.Position;
        return spot.Role switch
        {
            Role.Even => Names.Inside(position),
            Role.Top => ground.Position(spot.Position)?.Family switch
            {
                Family.Back => $"{Names.Inside(position)}, theirs",
                Family.LegTangle => $"{Names.Inside(position)}, attacking",
                _ => $"{Names.Inside(position)}, from above",
            },
            _ => ground.Position(spot.Position)?.Family switch
            {
                Family.Back => $"{Names.Inside(position)}, yours",
                Family.LegTangle => $"{Names.Inside(position)}, caught",
                _ => $"{Names.Inside(position)}, from below",
            },
        };
    }

    /// <summary>Being there, in words: "in half guard, from below", "on the feet".</summary>
    public static string At(Spot spot, GroundMap ground) =>
        spot.Position switch
        {
            "standing" => "on the feet",
            "clinch" => "in the clinch",
            "scramble" => "in a scramble",
            _ => "in " + Name(spot, ground),
        };

    /// <summary>A day in a sentence: "Tue 3 Mar".</summary>
    public static string Day(DateOnly day) => day.ToString("ddd d MMM", System.Globalization.CultureInfo.InvariantCulture);

    /// <summary>A technique in a sentence.</summary>
    public static string Move(string? technique, GroundMap ground, string otherwise) =>
        technique is not null && ground.Technique(technique) is { } known ? "the " + Names.Inside(known.Name) : otherwise;

    /// <summary>What a focus is about: "Stop the knee cut pass in half guard, from below".</summary>
    public static string Title(Focus focus, string? technique, GroundMap ground)
    {
        var move = Move(technique, ground, focus.Purpose == Purpose.Plug ? "whatever they do" : "whatever is there");
        return focus.Purpose == Purpose.Plug ? $"Stop {move} {At(focus.Spot, ground)}" : $"Build {move} {At(focus.Spot, ground)}";
    }

    /// <summary>Repetitions of the mechanic.</summary>
    public static Parts Repetitions(Focus focus, string? technique, GroundMap ground)
    {
        var (there, move) = (Capital(At(focus.Spot, ground)), Move(technique, ground, "their usual move"));
        return focus.Purpose == Purpose.Plug
            ? new Parts(
                there,
                "meet it early and go back to a place that holds; slowly, every step",
                $"give {move} in slow motion, the same each time",
                "each repetition ends where you wanted to be"
            )
            : new Parts(
                there,
                $"do {move} slowly, every step",
                "give the right reaction and nothing more",
                "each repetition ends where you wanted to be"
            );
    }

    /// <summary>Goes from a rung.</summary>
    public static Parts Goes(Focus focus, Rung rung, string? technique, GroundMap ground)
    {
        var (spot, there) = (Name(focus.Spot, ground), Capital(At(focus.Spot, ground)));
        var (move, plug) = (
            Move(technique, ground, focus.Purpose == Purpose.Plug ? "their usual move" : "your usual move"),
            focus.Purpose == Purpose.Plug
        );
        var kept = plug
            ? "you come out better off, or still hold the spot when the time is up"
            : $"{move} comes off, or you come out better off another way";
        return rung.Kind switch
        {
            RungKind.HalfDone when plug => new Parts(
                $"{there}, with {move} half done",
                "stop it there and get back to a place that holds",
                $"finish {move}; nothing else yet",
                kept
            ),
            RungKind.HalfDone => new Parts(
                $"{there}, with {move} half done",
                "finish it",
                "have begun to defend; go on defending, no more",
                kept
            ),
            RungKind.InSpot when plug => new Parts(
                $"{there}, settled",
                "hold it or come out better off",
                $"go for {move} first, then for whatever opens",
                kept
            ),
            RungKind.InSpot => new Parts($"{there}, settled", $"go for {move}", "defend honestly, attack when it is offered", kept),
            RungKind.StepBack => StepBack(rung, spot, kept, plug, ground),
            _ => new Parts(
                $"A full round, begun {At(rung.Start, ground)}",
                $"roll as you do; when you come to {spot}, the cue",
                "roll as they do",
                plug ? "whenever you came there you held or came out better off" : $"you came there, and {move} was tried"
            ),
        };
    }

    /// <summary>The same start as a game with a task for both.</summary>
    public static Parts Game(Focus focus, Rung rung, string? technique, GroundMap ground)
    {
        if (rung.Kind == RungKind.FullRound)
            return Goes(focus, rung, technique, ground);
        var plain = Goes(focus, rung, technique, ground);
        var move = Move(technique, ground, "the usual move");
        return focus.Purpose == Purpose.Plug
            ? new Parts(
                plain.From,
                "task: come out better off, any way you find",
                $"task: land {move} and hold what it brings for three seconds; limit: nothing else counts",
                "you are out, or they have not landed it when the time is up",
                "then every way past counts; then you may not use your favourite way out"
            )
            : new Parts(
                plain.From,
                $"task: {move}, or anything better that it opens",
                "task: take that away and come out better off; limit: they may not run from the spot",
                $"{move} or what it opened comes off before the time is up",
                "then they may start with the grip they like; then half the time"
            );
    }

    private static Parts StepBack(Rung rung, string spot, string kept, bool plug, GroundMap ground)
    {
        var (start, way) = (Capital(At(rung.Start, ground)), Move(rung.Technique, ground, "whatever leads on"));
        return rung.By == Actor.Them
            ? new Parts(
                $"{start}: a step before {spot}",
                plug ? $"meet the way in; from {spot} on, as before" : $"let them come as far as {spot}, then as before",
                $"go for {way} and on from there",
                kept
            )
            : new Parts(
                $"{start}: a step before {spot}",
                $"go for {way} and on from there",
                plug ? $"wait for {spot}, then as before" : "defend honestly",
                kept
            );
    }

    private static string Capital(string words) => char.ToUpperInvariant(words[0]) + words[1..];
}
