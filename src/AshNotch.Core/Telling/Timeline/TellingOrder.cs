using AshNotch.Core.Ground;
using AshNotch.Core.Log;
using AshNotch.Core.Telling.Decoding;
using AshNotch.Core.Telling.Features;
using AshNotch.Core.Telling.Phrases;
using AshNotch.Core.Telling.Text;

namespace AshNotch.Core.Telling.Timeline;

/// <summary>
/// Puts what was told late where it happened. Time follows the text unless a mark says otherwise: "before that" puts what follows
/// before what was told of this exchange; "took his back off an arm drag", "sprawled on his shot" and "caught me as I was passing"
/// tell two moments the other way round. A mark goes back no farther than the exchange that it stands in or that has just ended; after
/// an end, time goes on.
/// </summary>
internal static class TellingOrder
{
    /// <summary>How many words may stand between two moments that are told the other way round.</summary>
    public const int Apart = 5;

    /// <summary>The steps as they happened.</summary>
    public static IReadOnlyList<Step> Of(IReadOnlyList<Step> steps, IReadOnlyList<Token> tokens) => Turned(Earlier(steps), tokens);

    // "Ended up tapping to a guillotine. Before that ...": the part told later comes first, as far back as this exchange goes.
    private static List<Step> Earlier(IReadOnlyList<Step> steps)
    {
        var ordered = new List<Step>();
        // Where the exchange begins that a mark would go back in, and the one before it.
        var (exchange, last) = (0, 0);
        var parts = new List<List<Step>> { new() };
        void Close()
        {
            parts.Reverse();
            ordered.AddRange(parts.SelectMany(p => p));
            parts =
            [
                [],
            ];
        }

        foreach (var step in steps)
        {
            switch (step.Kind)
            {
                case StepKind.Earlier:
                    if (parts.Count == 1 && parts[0].TrueForAll(s => s.Kind == StepKind.Place))
                    {
                        // Right after an end: what that exchange was is told now.
                        parts =
                        [
                            [.. ordered.Skip(last), .. parts[0]],
                            [],
                        ];
                        ordered.RemoveRange(last, ordered.Count - last);
                        exchange = last;
                    }
                    else
                    {
                        parts.Add([]);
                    }

                    break;
                case StepKind.Start or StepKind.NextRoll:
                    Close();
                    ordered.Add(step);
                    (exchange, last) = (ordered.Count, ordered.Count);
                    break;
                case StepKind.End:
                    parts[^1].Add(step);
                    last = exchange;
                    Close();
                    exchange = ordered.Count;
                    break;
                default:
                    parts[^1].Add(step);
                    break;
            }
        }

        Close();
        return ordered;
    }

    private static List<Step> Turned(List<Step> steps, IReadOnlyList<Token> tokens)
    {
        for (var at = 1; at < steps.Count; at++)
        {
            var (told, then) = (steps[at - 1], steps[at]);
            if (told is { Kind: StepKind.Moment } && then is { Kind: StepKind.Moment } && HappenedFirst(then, told, tokens))
            {
                steps[at - 1] = then with
                {
                    From = told.From,
                    FromImplied = false,
                    To = then.Outcome == Outcome.Stopped ? told.From : null,
                    ToGuessed = false,
                };
                steps[at] = told;
            }
            else if (
                at > 1
                && told is { Kind: StepKind.Place }
                && then is { Kind: StepKind.Moment, Evidence: { } turned }
                && steps[at - 2] is { Kind: StepKind.Moment, Evidence: { } before } first
                && SaysMeanwhile(tokens, before.Hit.To, turned.Hit.From)
            )
            {
                // "Snatched a darce as I was turning in from side control": the place belongs to what came first.
                (steps[at - 2], steps[at - 1], steps[at]) = (told, then, first);
            }
        }

        return steps;
    }

    private static bool HappenedFirst(Step then, Step told, IReadOnlyList<Token> tokens)
    {
        var (from, to) = (told.Evidence!.Hit.To, then.Evidence!.Hit.From);
        if (to < from || to - from > Apart || !Unbroken(tokens, from, to))
            return false;
        if (SaysMeanwhile(tokens, from, to))
            return true;
        return told.Actor == then.Actor
            ? SaysEarlier(tokens, from, to)
            : SaysTogether(tokens, from, to) && Fits.Answers(told.Technique!, then.Technique!);
    }

    /// <summary>Whether two moments are told in one breath, with no word that joins two: "sprawled on his shot".</summary>
    public static bool SaysTogether(IReadOnlyList<Token> tokens, int from, int to) =>
        to >= from && to - from <= Apart && Unbroken(tokens, from, to) && !Joined(tokens, from, to);

    /// <summary>Whether the words between two moments say that the second happened first.</summary>
    public static bool SaysEarlier(IReadOnlyList<Token> tokens, int from, int to)
    {
        var says = false;
        for (var at = from; at < to; at++)
            says |= Words.TellsEarlier.Contains(tokens[at].Text);
        return says && Unbroken(tokens, from, to) && !Joined(tokens, from, to);
    }

    /// <summary>Whether the second of two moments was under way as the first came: "snatched a darce as I was turning in".</summary>
    public static bool SaysMeanwhile(IReadOnlyList<Token> tokens, int from, int to)
    {
        if (to < from || to - from > Apart || !tokens[to].Text.EndsWith("ing", StringComparison.Ordinal) || !Unbroken(tokens, from, to))
            return false;
        for (var at = from; at < to; at++)
            if (Words.Meanwhile.Contains(tokens[at].Text))
                return true;
        return false;
    }

    private static bool Unbroken(IReadOnlyList<Token> tokens, int from, int to)
    {
        for (var at = from; at <= to; at++)
            if (tokens[at].Before != Break.None)
                return false;
        return true;
    }

    private static bool Joined(IReadOnlyList<Token> tokens, int from, int to)
    {
        for (var at = from; at < to; at++)
            if (!Words.TellsEarlier.Contains(tokens[at].Text) && Words.Joiners.Contains(tokens[at].Text))
                return true;
        return false;
    }
}
