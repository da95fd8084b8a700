using AshNotch.Core.Log;

namespace AshNotch.Core.Scoring;

/// <summary>The stretches between two changes of the score, and what would have turned each of them.</summary>
internal static class Leads
{
    /// <param name="rules">The rule set.</param>
    /// <param name="line">The changes.</param>
    /// <param name="end">Seconds at which the match ended; null when not known.</param>
    /// <param name="length">Seconds that it would have lasted; null when not known.</param>
    public static IReadOnlyList<LeadStretch> Of(RuleSet rules, IReadOnlyList<ScoreLine> line, double? end, double? length)
    {
        var stretches = new List<LeadStretch>();
        double? opens = rules.PointsFrom > 0 && length is { } l ? rules.PointsFrom * l : null;
        double? from = 0;
        var boards = default(Boards);
        for (var i = 0; i < line.Count; i++)
        {
            // What one moment brings at once is one change.
            if (i + 1 < line.Count && line[i + 1].Moment == line[i].Moment)
                continue;
            Add(from, line[i].Clock, boards);
            (from, boards) = (line[i].Clock, line[i].Score);
        }

        Add(from, end, boards);
        return stretches;

        void Add(double? since, double? until, Boards score)
        {
            // Two changes at one second leave no stretch between them.
            if (since is { } a && until is { } b && a >= b && stretches.Count + line.Count > 0)
                return;
            if (opens is { } half && since < half && until > half)
            {
                stretches.Add(Stretch(rules, score, since, half, open: false));
                since = half;
            }

            stretches.Add(Stretch(rules, score, since, until, open: opens is null || since is null || since >= opens));
        }
    }

    /// <summary>Whether an event, kept by somebody, leaves them at least level, and whether it puts them ahead.</summary>
    internal static (bool Level, bool Ahead) After(RuleSet rules, Boards boards, Actor actor, string scored)
    {
        var better = Scorer.Better(boards.Add(actor, rules.Worth(scored)), rules.TieBreak);
        return (better is null || better.Value.Winner == actor, better?.Winner == actor);
    }

    private static LeadStretch Stretch(RuleSet rules, Boards boards, double? from, double? to, bool open)
    {
        var better = Scorer.Better(boards, rules.TieBreak);
        var behind = better is { Winner: Actor.Them } ? Actor.Me : Actor.Them;
        string[] events = open ? [.. ScoringEvents.All.Where(e => rules.Worth(e) > 0).OrderBy(rules.Worth)] : [];
        var (mine, theirs) = (boards.Of(Lead(better)), boards.Of(behind));
        return new LeadStretch
        {
            From = from,
            To = to,
            Ahead = better?.Winner switch
            {
                Actor.Me => Ahead.Me,
                Actor.Them => Ahead.Them,
                _ => Ahead.Level,
            },
            On = better?.By,
            By = better?.By switch
            {
                TieBreak.Points => mine.Points - theirs.Points,
                TieBreak.Advantages => mine.Advantages - theirs.Advantages,
                TieBreak.Penalties => theirs.Penalties - mine.Penalties,
                _ => 0,
            },
            Loses = better is null ? [] : [.. events.Where(e => After(rules, boards, behind, e).Level)],
            Takes = [.. events.Where(e => After(rules, boards, behind, e).Ahead)],
        };
    }

    private static Actor Lead((Actor Winner, TieBreak By)? better) => better?.Winner ?? Actor.Me;
}
