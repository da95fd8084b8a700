using AshNotch.Core.Ground;
using AshNotch.Core.Log;

namespace AshNotch.Core.Scoring;

/// <summary>What a match is scored under.</summary>
/// <param name="Rules">The rule set.</param>
/// <param name="Belt">The belt of the division; null when not known.</param>
/// <param name="Attire">With or without the jacket; null when not known.</param>
/// <param name="Start">Where the owner starts; null for standing.</param>
/// <param name="Length">Seconds; null for what the rule set has for the belt.</param>
public sealed record MatchTerms(RuleSet Rules, BeltColour? Belt = null, Attire? Attire = null, Spot? Start = null, double? Length = null);

/// <summary>
/// The score of a match: rule set, moments and length in; boards, the line of changes, leads, result and doubts out. It walks the
/// match in the order of the list; clocks decide holds and when points count. A pure function, linear in the number of moments.
/// The events follow the widely used rule book (named where its figures stand, in the data; from memory).
/// </summary>
public static class Scorer
{
    /// <summary>The most moments of one match.</summary>
    public const int MostMoments = 2000;

    /// <summary>Scores a match.</summary>
    /// <param name="terms">What it is scored under.</param>
    /// <param name="events">What happened, in order.</param>
    /// <param name="ground">The ground with the owner's additions.</param>
    public static MatchScore Score(MatchTerms terms, IReadOnlyList<MatchEvent> events, GroundMap ground)
    {
        var length = terms.Length ?? terms.Rules.LengthFor(terms.Belt);
        var steps = MatchWalk.Of(events, terms.Start, ground);
        var run = new ScoringRun(terms.Rules, length, steps, ground);
        for (var i = 0; i < steps.Count && run.Goes(i); i++)
            run.Take(i);
        var result = run.Result();
        return new MatchScore
        {
            Boards = run.Boards,
            Line = run.Line,
            Unscored = run.Unscored,
            Lead = Leads.Of(terms.Rules, run.Line, run.EndsAt ?? length, length),
            Result = result,
            Asked = run.Asked,
            Barred = Bars.Of(terms, steps),
            Length = length,
        };
    }

    /// <summary>Who stands better by what a rule set compares; null when nothing of it tells them apart.</summary>
    internal static (Actor Winner, TieBreak By)? Better(Boards boards, IReadOnlyList<TieBreak> order)
    {
        foreach (var by in order)
        {
            var (me, them) = by switch
            {
                TieBreak.Points => (boards.Me.Points, boards.Them.Points),
                TieBreak.Advantages => (boards.Me.Advantages, boards.Them.Advantages),
                TieBreak.Penalties => (boards.Them.Penalties, boards.Me.Penalties),
                _ => (0, 0),
            };
            if (me != them)
                return (me > them ? Actor.Me : Actor.Them, by);
        }

        return null;
    }
}
