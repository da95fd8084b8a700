using AshNotch.Core.Ground;
using AshNotch.Core.Log;

namespace AshNotch.Demo;

/// <summary>
/// Plays a round move by move. In each spot both may try something that is stopped; then one of them leaves it better off,
/// with the odds P(owner) = σ(level of the spot + the athlete's skill there + 0.7·belts + 0.2·tenths of body weight - the
/// partner's level). The winner finishes or moves on by the ground map. The figures are the simulation's own (common
/// practice, no source) and are not known to any judgement.
/// </summary>
public sealed class RollSimulator(GroundMap ground, SimulatedAthlete athlete, Chance chance)
{
    private static readonly Dictionary<string, double> FinishShare = new()
    {
        ["back-control"] = 0.5,
        ["body-triangle"] = 0.5,
        ["crucifix"] = 0.5,
        ["mount"] = 0.4,
        ["s-mount"] = 0.6,
        ["armbar-hold"] = 0.8,
        ["triangle-hold"] = 0.8,
        ["ashi-cross"] = 0.5,
        ["ashi-outside"] = 0.35,
        ["fifty-fifty"] = 0.15,
        ["backside-fifty-fifty"] = 0.5,
        ["front-headlock"] = 0.25,
        ["side-control"] = 0.2,
        ["north-south"] = 0.25,
        ["knee-on-belly"] = 0.2,
        ["closed-guard"] = 0.25,
        ["turtle"] = 0.12,
        ["kimura-hold"] = 0.5,
        ["half-guard"] = 0.08,
        ["truck"] = 0.4,
        ["gift-wrap"] = 0.4,
    };

    /// <summary>How much less often somebody with a style goes for what is none of it.</summary>
    private const double Unliked = 0.6;

    /// <summary>How many times likelier than any one place past the guard it is that a pass stops with a leg caught.</summary>
    private const int CaughtHalfWay = 5;

    /// <summary>Names that people use when they do not know which: nobody does "a sweep".</summary>
    private static readonly HashSet<string> Loose =
    [
        "guard-setup",
        "pass",
        "sweep",
        "reversal",
        "escape",
        "takedown",
        "back-take",
        "choke",
        "submission",
        "settle-pin",
        "headquarters-entry",
    ];

    /// <summary>Plays one round and tells everything that happened in it.</summary>
    /// <param name="mate">With whom.</param>
    /// <param name="attire">Gi or no-gi.</param>
    /// <param name="week">The week of the season, from 1.</param>
    /// <param name="minutes">How long.</param>
    /// <param name="start">Where each exchange starts.</param>
    /// <param name="intent">What the owner is in it for.</param>
    public IReadOnlyList<Exchange> Play(ClubMate mate, Attire attire, int week, double minutes, Spot start, Intent intent)
    {
        var exchanges = new List<Exchange>();
        var moments = new List<Moment>();
        var here = start;
        var length = minutes * 60;
        var clock = 0.0;
        while (true)
        {
            clock += chance.Between(14, 50);
            if (clock >= length)
                break;
            var when = new When(week, chance.Happens(0.55) ? Side.Left : Side.Right);
            if (chance.Happens(0.5) && Move(here, Trying(moments), mate, attire, when, finishToo: true) is { } tried)
            {
                moments.Add(tried with { Outcome = Outcome.Stopped, To = null, Clock = clock, Sure = true });
                clock += chance.Between(8, 25);
            }

            if (clock >= length)
                break;
            var winner = chance.Happens(Odds(here, mate, when, intent)) ? Actor.Me : Actor.Them;
            var finishes = chance.Happens(FinishShare.GetValueOrDefault(here.Position, 0.02) * (Worth(here, winner) < -0.1 ? 0.1 : 1));
            var move = (finishes ? Finish(here, winner, mate, attire, when) : null)
                ?? Move(here, winner, mate, attire, when, finishToo: false);
            if (move is null)
                continue;
            // Nobody is finished without having tried anything.
            var loser = winner == Actor.Me ? Actor.Them : Actor.Me;
            if (
                move.To is null
                && moments.TrueForAll(m => m.Actor == winner)
                && Move(here, loser, mate, attire, when, finishToo: false) is { } last
            )
            {
                moments.Add(last with { Outcome = Outcome.Stopped, To = null, Clock = clock, Sure = true });
                clock = Math.Min(length - 1, clock + chance.Between(3, 12));
            }

            moments.Add(move with { Clock = clock });
            if (move.To is { } next)
            {
                here = next;
                continue;
            }

            exchanges.Add(
                new Exchange
                {
                    Start = start,
                    Moments = moments,
                    End = new ExchangeEnd
                    {
                        Kind = EndKind.Tap,
                        By = winner,
                        Technique = move.Technique,
                    },
                }
            );
            (moments, here) = ([], start);
            clock += 15;
        }

        if (moments.Count > 0 || exchanges.Count == 0)
            exchanges.Add(
                new Exchange
                {
                    Start = start,
                    Moments = moments,
                    End = new ExchangeEnd { Kind = EndKind.Time },
                }
            );
        return exchanges;
    }

    /// <summary>Who tries something next: mostly whoever has done less so far.</summary>
    private Actor Trying(List<Moment> moments)
    {
        var lead = moments.Count(m => m.Actor == Actor.Me) - moments.Count(m => m.Actor == Actor.Them);
        return chance.Happens(
            lead > 0 ? 0.25
            : lead < 0 ? 0.75
            : 0.5
        )
            ? Actor.Me
            : Actor.Them;
    }

    /// <summary>The odds that the owner leaves a spot better off.</summary>
    private double Odds(Spot spot, ClubMate mate, When when, Intent intent)
    {
        var own = new Belt(athlete.Profile.Belt, athlete.Profile.Stripes ?? 0).Rung;
        var theirs = new Belt(mate.Partner.Belt ?? BeltColour.White, mate.Partner.Stripes ?? 0).Rung;
        var weight =
            athlete.Profile.WeightKg is { } mine && mate.Partner.WeightKg is { } other
                ? (mine.Value - other.Value) / (0.1 * mine.Value)
                : 0;
        var letting = intent == Intent.LetWork ? -0.9 : 0;
        var logit = ground.Level(spot) + athlete.Skill(spot, when) + (0.7 * (own - theirs)) + (0.2 * weight) - mate.Level + letting;
        return 1 / (1 + Math.Exp(-logit));
    }

    private Moment? Finish(Spot here, Actor actor, ClubMate mate, Attire attire, When when) =>
        chance.Weighted(
            Candidates(here, actor, mate, attire)
                .Where(c => c.Technique.Finishes())
                .Select(c => (Told(c.Technique, here, null, actor, when), c.Weight))
        );

    private Moment? Move(Spot here, Actor actor, ClubMate mate, Attire attire, When when, bool finishToo)
    {
        var before = Worth(here, actor);
        var moves =
            from c in Candidates(here, actor, mate, attire)
            where !c.Technique.Finishes()
            from to in Landings(c.Technique, here, actor)
            let gain = Worth(to, actor) - before
            where to != here && (gain > 0 || (c.Technique.Kind is TechniqueKind.Entry or TechniqueKind.Pull && gain > -0.03))
            select (Told(c.Technique, here, to, actor, when), c.Weight * (gain > 0.02 ? 1 : 0.4));
        var tries = finishToo
            ? Candidates(here, actor, mate, attire)
                .Where(c => c.Technique.Finishes())
                .Select(c => (Told(c.Technique, here, null, actor, when), c.Weight * 0.7))
            : [];
        return chance.Weighted(moves.Concat(tries));
    }

    private IEnumerable<(Technique Technique, double Weight)> Candidates(Spot here, Actor actor, ClubMate mate, Attire attire)
    {
        var doer = actor == Actor.Me ? here : here.Mirror();
        foreach (var technique in ground.Techniques)
        {
            var fit = ground.Fit(technique, doer);
            if (fit < 0.3 || (technique.Gi && attire == Attire.NoGi) || Loose.Contains(technique.Id))
                continue;
            var liked = actor == Actor.Them ? mate.Likes.GetValueOrDefault(technique.Id, mate.Likes.Count > 0 ? Unliked : 1) : 1;
            yield return (technique, fit * technique.Usual * technique.Usual * liked * athlete.Habit(here, actor, technique));
        }
    }

    /// <summary>Where a move can land, seen by the owner; a pass from an open guard often stops half way, in half guard.</summary>
    private IEnumerable<Spot> Landings(Technique technique, Spot here, Actor actor)
    {
        var usual = technique.To.Select(s => actor == Actor.Me ? s : s.Mirror());
        // Whoever is taken down mostly lands with the legs between.
        if (technique.Kind == TechniqueKind.Takedown)
            usual = usual.Concat(usual.Where(s => s.Position == "open-guard").SelectMany(s => Enumerable.Repeat(s, 3)));
        var half = new Spot("half-guard", here.Role);
        var openGuard = ground.Position(here.Position)?.Family is Family.OpenGuard or Family.Butterfly or Family.Passing;
        return technique.Kind == TechniqueKind.Pass && openGuard ? usual.Concat(Enumerable.Repeat(half, CaughtHalfWay)) : usual;
    }

    private double Worth(Spot spot, Actor actor) => actor == Actor.Me ? ground.Worth(spot) : -ground.Worth(spot);

    private static Moment Told(Technique technique, Spot from, Spot? to, Actor actor, When when) =>
        new()
        {
            Actor = actor,
            Technique = technique.Id,
            Outcome = Outcome.Done,
            Side = when.Side,
            From = from,
            To = to,
            Sure = true,
        };
}
