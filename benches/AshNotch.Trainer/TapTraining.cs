using AshNotch.Core.Ground;
using AshNotch.Core.Log;
using AshNotch.Core.Telling;
using AshNotch.Core.Telling.Features;
using AshNotch.Core.Telling.Model;
using AshNotch.Core.Telling.Phrases;
using AshNotch.Core.Telling.Text;
using AshNotch.Evaluation;

namespace AshNotch.Trainer;

/// <summary>
/// What the accounts teach of taps. Their labels say that there was one and by what, not which words say so: words that may be a tap
/// are taken for it when they stand by the words of the submission, no farther than the moments before and after.
/// </summary>
internal static class TapTraining
{
    /// <summary>How far before the submission's words a tap may be told ("tapped her with the armbar"), in letters.</summary>
    private const int Ahead = 60;

    /// <summary>One such place with its labels.</summary>
    public static MentionRow Row(Mention mention, IReadOnlyList<Token> tokens, LabelledAccount account)
    {
        var at = tokens[mention.Evidence.Hit.From].Source.Start;
        var open = false;
        var by = new List<Actor>();
        foreach (var end in account.Ends.Where(e => e.Kind == EndKind.Tap))
        {
            var moments = account.Moments.Where(m => m.Quoted && m.Outcome == Outcome.Done && m.Actor == end.By && Ends(m, end)).ToList();
            open |= moments.Count == 0;
            if (moments.Any(m => Within(at, m, account)))
                by.Add(end.By!.Value);
        }

        return new MentionRow(
            [.. mention.Features],
            by.Count > 0 ? true
                : open ? null
                : false,
            by.Distinct().ToList() is [var all] ? all == Actor.Me : null,
            null
        );
    }

    private static bool Ends(GoldMoment moment, GoldEnd end) =>
        end.Technique is null
            ? GroundMap.Default.Technique(moment.Techniques[0])?.Finishes() == true
            : moment.Techniques.Contains(end.Technique);

    private static bool Within(int at, GoldMoment moment, LabelledAccount account)
    {
        var others = account.Moments.Where(m => m.Quoted && !ReferenceEquals(m, moment)).ToList();
        var from = Math.Max(
            moment.QuoteAt - Ahead,
            others.Where(m => m.QuoteAt < moment.QuoteAt).Select(m => m.QuoteAt + m.QuoteLength).DefaultIfEmpty(0).Max()
        );
        var to = others.Where(m => m.QuoteAt > moment.QuoteAt).Select(m => m.QuoteAt).DefaultIfEmpty(int.MaxValue).Min();
        return at >= Math.Min(from, moment.QuoteAt) && at < to;
    }
}
