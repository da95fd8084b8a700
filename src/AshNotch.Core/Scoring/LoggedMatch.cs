using AshNotch.Core.Ground;
using AshNotch.Core.Log;

namespace AshNotch.Core.Scoring;

/// <summary>Where something of a match stands in its roll.</summary>
/// <param name="Exchange">The exchange, from 0; null for a penalty.</param>
/// <param name="Moment">The moment in it, from 0; null for the end of an exchange and for a penalty.</param>
/// <param name="Penalty">The penalty, from 0; null for all else.</param>
public readonly record struct MatchPlace(int? Exchange, int? Moment, int? Penalty);

/// <summary>A roll of the log as the score asks for it.</summary>
/// <param name="Events">What happened, in order.</param>
/// <param name="Places">Where each of them stands in the roll.</param>
/// <param name="Start">Where it began; null when not told.</param>
public sealed record LoggedMatch(IReadOnlyList<MatchEvent> Events, IReadOnlyList<MatchPlace> Places, Spot? Start)
{
    /// <summary>
    /// Reads a roll: exchanges after the first begin with a restart where they are told to begin; an exchange that ends with a tap
    /// which no moment of it tells ends with that; penalties stand where they are told to, else by their clock, else last.
    /// </summary>
    /// <param name="roll">The roll.</param>
    /// <param name="ground">The ground with the owner's additions.</param>
    public static LoggedMatch Of(Roll roll, GroundMap ground)
    {
        var (events, places) = (new List<MatchEvent>(), new List<MatchPlace>());
        var penalties = (roll.Penalties ?? []).Index().ToList();
        var told = 0;
        foreach (var (e, exchange) in roll.Exchanges.Index())
        {
            if (e > 0)
                Add(new Restart { Index = events.Count, Start = exchange.Start }, new MatchPlace(e, null, null));
            foreach (var (m, moment) in exchange.Moments.Index())
            {
                Punish(p => p.After <= told || (p.After is null && p.Clock is { } at && moment.Clock is { } now && at <= now));
                Add(
                    new Move
                    {
                        Index = events.Count,
                        Clock = moment.Clock,
                        Actor = moment.Actor,
                        Technique = moment.Technique,
                        Outcome = moment.Outcome,
                        From = moment.From,
                        To = moment.To,
                        Held = moment.Held,
                        Near = moment.Near ?? false,
                    },
                    new MatchPlace(e, m, null)
                );
                told++;
            }

            Punish(p => p.After <= told);
            if (exchange.End is { Kind: EndKind.Tap, By: { } by } end && !TellsTap(exchange, ground))
            {
                Add(
                    new Tap
                    {
                        Index = events.Count,
                        Clock = end.Clock,
                        By = by,
                        Technique = end.Technique,
                    },
                    new MatchPlace(e, null, null)
                );
            }
        }

        Punish(_ => true);
        return new LoggedMatch(events, places, roll.Exchanges.Count > 0 ? roll.Exchanges[0].Start : null);

        void Add(MatchEvent what, MatchPlace place)
        {
            events.Add(what);
            places.Add(place);
        }

        void Punish(Func<ToldPenalty, bool> due)
        {
            foreach (var next in penalties.Where(p => due(p.Item)).ToList())
            {
                penalties.Remove(next);
                Add(
                    new Penalty
                    {
                        Index = events.Count,
                        Clock = next.Item.Clock,
                        Actor = next.Item.Actor,
                    },
                    new MatchPlace(null, null, next.Index)
                );
            }
        }
    }

    /// <summary>Whether the last moment of an exchange is the submission that it ended with.</summary>
    private static bool TellsTap(Exchange exchange, GroundMap ground) =>
        exchange.Moments is [.., { Outcome: Outcome.Done } last] && ground.Technique(last.Technique)?.Finishes() == true;
}
