using AshNotch.Core.Ground;
using AshNotch.Core.Log;

namespace AshNotch.Core.Judging;

/// <summary>
/// From moments to contests. A contest over a spot ends when somebody's move out of it comes off: whoever moved is taken
/// to have left it better off. Pulling guard decides nothing, nor does going from one guard to another, and a defence that
/// leads nowhere new only holds. What the
/// log does not tell is not guessed: a moment whose spot is unknown makes no contest, a gap stays a gap, and a tap known
/// only by the end of the exchange belongs to the last spot only if that spot was told to be reached and the tap can be got
/// there, or if the tap is one that belongs there. Common practice, no source.
/// </summary>
public static class ContestReader
{
    /// <summary>Reads one exchange.</summary>
    /// <param name="exchange">The exchange.</param>
    /// <param name="index">Its place in the roll, from 0.</param>
    /// <param name="session">The session's id.</param>
    /// <param name="roll">The roll's id.</param>
    /// <param name="ground">The ground with the owner's additions.</param>
    public static ExchangeReading Read(Exchange exchange, int index, string session, string roll, GroundMap ground)
    {
        var visits = new List<Spot>();
        var contests = new List<Contest>();
        Spot? here = null,
            landed = null;
        int links = 0,
            linked = 0;
        var open = -1;
        var arrived = false;
        Arrive(exchange.Start);
        for (var i = 0; i < exchange.Moments.Count; i++)
        {
            var moment = exchange.Moments[i];
            Link(moment);
            Arrive(moment.From);
            See(here);
            var technique = ground.Technique(moment.Technique);
            var left = Leaves(moment, technique, here);
            if (here is { } spot && EndOf(moment, technique, left, ground) is { } end)
            {
                if (left && moment.To is null && technique?.Finishes() != true)
                    open = contests.Count;
                contests.Add(
                    new Contest
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
                    }
                );
            }

            if (left)
                here = null;
            arrived = moment.Outcome == Outcome.Done && moment.To is not null;
            landed = arrived && moment.Sure != false ? moment.To : null;
            if (arrived)
                Arrive(moment.To);
        }

        AddTapOnlyEnd();
        return new ExchangeReading(visits, contests, links, linked);

        void Arrive(Spot? spot)
        {
            if (spot is null || spot == here)
                return;
            here = spot;
            visits.Add(spot.Value);
        }

        void Link(Moment moment)
        {
            if (landed is { } to && moment is { From: { } from, Sure: not false })
            {
                links++;
                linked += from == to ? 1 : 0;
            }
        }

        // The first spot that is known again after a contest whose end was not told.
        void See(Spot? spot)
        {
            if (open < 0 || spot is null)
                return;
            contests[open] = contests[open] with { NextSeen = spot };
            open = -1;
        }

        void AddTapOnlyEnd()
        {
            if (exchange.End is not { Kind: EndKind.Tap, By: { } by } end || here is not { } spot)
                return;
            double? fit =
                end.Technique is { } id && ground.Technique(id) is { } technique
                    ? ground.Fit(technique, by == Actor.Me ? spot : spot.Mirror())
                    : null;
            if (arrived ? fit <= 0 : fit is not 1)
                return;
            contests.Add(
                new Contest
                {
                    Spot = spot,
                    End = by == Actor.Me ? ContestEnd.Won : ContestEnd.Lost,
                    Actor = by,
                    Technique = end.Technique,
                    Finished = true,
                    Place = new MomentPlace(session, roll, index, null),
                }
            );
        }
    }

    /// <summary>Whether a move that came off led out of the spot: it was told to, or moves of its kind do.</summary>
    private static bool Leaves(Moment moment, Technique? technique, Spot? here)
    {
        if (moment.Outcome != Outcome.Done)
            return false;
        if (moment.To is { } to)
            return to != here;
        if (technique is null)
            return false;
        return technique.Leaves()
            || (technique.Prepares() && here is { } spot && !technique.To.Contains(moment.Actor == Actor.Me ? spot : spot.Mirror()));
    }

    private static bool IsGuard(Spot? spot, GroundMap ground) => spot is { } s && ground.IsGuard(s);

    private static ContestEnd? EndOf(Moment moment, Technique? technique, bool left, GroundMap ground)
    {
        if (moment.Outcome == Outcome.Stopped)
            return ContestEnd.Held;
        if (
            !left
            || technique?.Kind == TechniqueKind.Pull
            || (
                technique?.Kind == TechniqueKind.Entry
                && IsGuard(moment.From, ground)
                && IsGuard(moment.To, ground)
                && moment.From!.Value.Role == moment.To!.Value.Role
            )
        )
            return null;
        return moment.Actor == Actor.Me ? ContestEnd.Won : ContestEnd.Lost;
    }
}
