using AshNotch.Core.Ground;
using AshNotch.Core.Log;
using AshNotch.Core.Telling.Features;
using AshNotch.Core.Telling.Owner;
using AshNotch.Core.Telling.Phrases;
using AshNotch.Core.Telling.Text;

namespace AshNotch.Core.Telling.Decoding;

/// <summary>One step of a story: a moment, a place, an end, or a turn in the telling.</summary>
internal enum StepKind
{
    /// <summary>The start that was given with the account.</summary>
    Start,
    Moment,
    Place,
    End,

    /// <summary>"Before that": what follows came first.</summary>
    Earlier,

    /// <summary>A new roll.</summary>
    NextRoll,
}

/// <summary>A step on the way through an account; each knows the one before it.</summary>
internal sealed record Step(Step? Last, StepKind Kind, Evidence? Evidence)
{
    public Actor Actor { get; init; }

    public Technique? Technique { get; init; }

    public Outcome Outcome { get; init; }

    public EndKind End { get; init; }

    /// <summary>The owner's spot before it.</summary>
    public Spot? From { get; init; }

    /// <summary>The owner's spot after it.</summary>
    public Spot? To { get; init; }

    /// <summary>Whether <see cref="From"/> was not known before and follows from the technique alone.</summary>
    public bool FromImplied { get; init; }

    /// <summary>Whether <see cref="To"/> is one of several that the technique may lead to.</summary>
    public bool ToGuessed { get; init; }

    /// <summary>How clear the reading was, as log odds against the next best reading of the same words.</summary>
    public double Clear { get; init; } = 3;

    /// <summary>What the learned weights of the path make of it.</summary>
    public double Learned { get; init; }

    /// <summary>The features of that, while training.</summary>
    public IReadOnlyList<ulong> Keys { get; init; } = [];

    /// <summary>The words of it; a restated moment has more than its match.</summary>
    public Span Source { get; init; }
}

/// <summary>One way to have read the account so far.</summary>
internal sealed record Story(Step? Last, Spot? Spot, double Score)
{
    /// <summary>The last moment of this exchange.</summary>
    public Step? Moment { get; init; }

    /// <summary>Whose submission came off and waits for its tap.</summary>
    public Actor? Pending { get; init; }

    /// <summary>The exchange has ended and nothing was told since.</summary>
    public bool Ended { get; init; }

    /// <summary>What keeps two stories apart; of those alike only the better goes on.</summary>
    public (Spot?, Actor?, Actor?, string?, Actor, Outcome) Likeness =>
        (Spot, Pending, EndedBy, Moment?.Technique?.Id, Moment?.Actor ?? Actor.Me, Moment?.Outcome ?? Outcome.Done);

    // Them as well for ends that nobody got: only taps are told apart.
    private Actor? EndedBy =>
        !Ended ? null
        : Last is { Kind: StepKind.End, End: EndKind.Tap, Actor: Actor.Me } ? Actor.Me
        : Actor.Them;
}

/// <summary>
/// The best path through an account: a beam search over its words (after Viterbi, IEEE Trans. Inf. Theory 13 (1967) 260-269).
/// A state is where the owner is, what was the last moment and whether a tap is due; a step reads a match as a moment, a
/// place or an end, or passes over it. The score adds the words (<see cref="Evidence"/>) and the ground. Time grows linearly
/// with the account: at each word at most so many stories are kept as the beam is wide.
/// </summary>
internal sealed class PathFinder(
    GroundMap ground,
    Fits fits,
    IReadOnlyList<Token> tokens,
    IReadOnlyList<Evidence> evidence,
    int beam,
    PathFeatures features,
    OwnerHabits habits,
    IReadOnlyList<int>? with = null
)
{
    private readonly Continuations continuations = new(ground, fits, tokens, features, habits, with);

    /// <summary>The best story.</summary>
    public Story Best(Spot? start)
    {
        var byWord = evidence.ToLookup(e => e.Hit.From);
        var beams = new Beam?[tokens.Count + 1];
        var first = start is { } spot ? new Story(new Step(null, StepKind.Start, null) { To = spot }, spot, 0) : new Story(null, null, 0);
        beams[0] = [first];
        for (var at = 0; at < tokens.Count; at++)
        {
            if (beams[at] is not { } stories)
                continue;
            var kept = stories.Best(beam);
            beams[at] = null;
            (beams[at + 1] ??= []).AddRange(kept);
            foreach (var one in byWord[at])
            {
                if (one.Gain < -2)
                    continue;
                foreach (var story in kept)
                    continuations.Of(story, one, beams[one.Hit.To] ??= []);
            }
        }

        return beams[tokens.Count]!.Best(beam).Select(s => s.Pending is null ? s : s with { Score = s.Score - 0.3 }).MaxBy(s => s.Score)!;
    }
}
