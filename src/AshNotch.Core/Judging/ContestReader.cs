using AshNotch.Core.Ground;
using AshNotch.Core.Log;

namespace AshNotch.Core.Judging;

/// <summary>
/// From moments to contests. A contest over a spot ends when somebody's move out of it comes off: whoever moved is taken
/// to have left it better off. Pulling guard decides nothing, and a defence that leads nowhere new only holds. What the
/// log does not tell is not guessed: a moment whose spot is unknown makes no contest, and a gap stays a gap.
/// Common practice, no source.
/// </summary>
public static class ContestReader
{
    private static readonly HashSet<string> LeavesTheSpot =
        ["takedown", "pass", "sweep", "back-take", "escape", "retention", "stand-up", "advance", "submission"];

    /// <summary>Reads one exchange.</summary>
    /// <param name="exchange">The exchange.</param>
    /// <param name="index">Its place in the roll, from 0.</param>
    /// <param name="session">The session's id.</param>
    /// <param name="roll">The roll's id.</param>
    /// <param name="ground">The ground with the owner's additions.</param>
    /// <param name="objective">What results are counted under.</param>
    public static ExchangeReading Read(
        Exchange exchange, int index, string session, string roll, GroundMap ground, Objective objective)
    {
        var visits = new List<Spot>();
        var contests = new List<Contest>();
        var gains = new List<double>();
        Spot? here = null;
        Arrive(exchange.Start);
        for (var i = 0; i < exchange.Moments.Count; i++)
        {
            var moment = exchange.Moments[i];
            Arrive(moment.From);
            var technique = ground.Technique(moment.Technique);
            var left = Leaves(moment, technique, here);
            if (here is { } spot && EndOf(moment, technique, left) is { } end)
            {
                contests.Add(new Contest
                {
                    Spot = spot,
                    End = end,
                    Actor = moment.Actor,
                    Technique = moment.Technique,
                    Side = moment.Side,
                    Next = left ? moment.To : null,
                    Finished = left && technique?.Finishes() == true,
                    Reasons = moment.Reasons ?? [],
                    Sure = moment.Sure ?? true,
                    Place = new MomentPlace(session, roll, index, i),
                });
                gains.Add(MomentResults.Of(moment, ground, objective));
            }

            if (left)
                here = null;
            if (moment.Outcome == Outcome.Done)
                Arrive(moment.To);
        }

        AddTapOnlyEnd();
        return new ExchangeReading(visits, WithResults(contests, gains));

        void Arrive(Spot? spot)
        {
            if (spot is null || spot == here)
                return;
            here = spot;
            visits.Add(spot.Value);
        }

        // A tap that no moment tells of still ends the contest over the last spot that is known to be the last.
        void AddTapOnlyEnd()
        {
            if (exchange.End is not { Kind: EndKind.Tap, By: { } by } || here is not { } spot)
                return;
            contests.Add(new Contest
            {
                Spot = spot,
                End = by == Actor.Me ? ContestEnd.Won : ContestEnd.Lost,
                Actor = by,
                Technique = exchange.End.Technique,
                Finished = true,
                Place = new MomentPlace(session, roll, index, null),
            });
            gains.Add(MomentResults.OfTap(by, objective));
        }
    }

    private static bool Leaves(Moment moment, Technique? technique, Spot? here) =>
        moment.Outcome == Outcome.Done
        && (moment.To is { } to ? to != here : technique is not null && LeavesTheSpot.Contains(technique.Kind));

    private static ContestEnd? EndOf(Moment moment, Technique? technique, bool left)
    {
        if (moment.Outcome == Outcome.Stopped)
            return ContestEnd.Held;
        if (!left || technique?.Kind == "pull")
            return null;
        return moment.Actor == Actor.Me ? ContestEnd.Won : ContestEnd.Lost;
    }

    private static IReadOnlyList<Contest> WithResults(List<Contest> contests, List<double> gains)
    {
        var rest = 0.0;
        for (var i = contests.Count - 1; i >= 0; i--)
        {
            rest += gains[i];
            contests[i] = contests[i] with { Result = rest };
        }

        return contests;
    }
}
