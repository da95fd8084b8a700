using AshNotch.Core.Ground;
using AshNotch.Core.Log;
using AshNotch.Core.Scoring;

namespace AshNotch.Demo;

/// <summary>
/// Makes matches of simulated rounds: a match ends with the first tap, holds and near misses are told of some moments, somebody gets
/// a penalty now and then, and what was announced at the end is what the rules make of it all (a referee's decision where they
/// leave it open).
/// </summary>
internal static class CupDay
{
    /// <summary>The cup as it stands in the log.</summary>
    public static MatchDay Cup { get; } =
        new()
        {
            Name = "Midsummer Cup",
            Ruleset = "points",
            Belt = BeltColour.Blue,
            LimitKg = new Kilograms(64),
        };

    /// <summary>The one that is to come.</summary>
    public static MatchDay LanternOpen { get; } = Cup with { Name = "Lantern Open", OpponentId = "sunniva" };

    /// <summary>How the Net Loft scores rounds among its own.</summary>
    public static RuleSet LoftRules { get; } =
        RuleSets.Named("points")! with
        {
            Id = "loft-rules",
            Name = "Net Loft evening rules",
            HoldSeconds = 2,
            Advantages = false,
            TieBreak = [TieBreak.Points, TieBreak.Draw],
            Lengths = new Dictionary<BeltColour, double> { [BeltColour.White] = 240, [BeltColour.Blue] = 240 },
            Source = null,
        };

    /// <summary>The clip that comes with the program, drawn in time with the first match: <c>web/public/clips</c>.</summary>
    internal static VideoFile StandIn { get; } = new("stand-in.webm", 59_434, 100, 3);

    /// <summary>Whom she meets, in this order.</summary>
    private static readonly string[] Opponents = ["cosmo", "fenwick", "sunniva"];

    /// <summary>The session with matches for its rounds.</summary>
    /// <param name="session">A tournament.</param>
    /// <param name="week">The week of the season.</param>
    /// <param name="ground">The ground.</param>
    /// <param name="athlete">The owner.</param>
    /// <param name="chance">Dice of its own, so that the rest of the season falls as before.</param>
    public static Session Of(Session session, int week, GroundMap ground, SimulatedAthlete athlete, Chance chance)
    {
        var simulator = new RollSimulator(ground, athlete, chance);
        return session with
        {
            Event = Cup,
            Rolls = [.. session.Rolls.Select((r, i) => Match(session, r, i, week, simulator, ground, chance))],
        };
    }

    private static Roll Match(Session day, Roll roll, int index, int week, RollSimulator simulator, GroundMap ground, Chance chance)
    {
        var rules = RuleSets.Named(Cup.Ruleset!)!;
        var mate = Club.Mates.First(m => m.Partner.Id == Opponents[index % Opponents.Length]);
        var length = rules.LengthFor(Cup.Belt)!.Value;
        var start = new Spot("standing", Role.Even);
        var memory = new Memory(Keeps: 0.95, KnowsClock: 0.9);
        var exchanges = new List<Exchange>();
        foreach (var happened in simulator.Play(mate, day.Attire, week, length / 60, start, Intent.OwnGame))
        {
            var exchange = memory.Recall(happened, chance);
            exchanges.Add(Ended(exchange with { Moments = [.. exchange.Moments.Select(m => Remembered(m, ground, chance))] }, length));
            if (exchange.End?.Kind == EndKind.Tap)
                break;
        }

        var told = exchanges.Sum(e => e.Moments.Count);
        var match = roll with
        {
            PartnerId = mate.Partner.Id,
            PartnerBelt = mate.Partner.Belt,
            PartnerStripes = mate.Partner.Stripes,
            PartnerWeightKg = mate.Partner.WeightKg,
            Told = null,
            Notes = null,
            Ruleset = rules.Id,
            Length = length,
            Takeaways = Phrases.Takeaways(exchanges, week, chance),
            Exchanges = exchanges,
            Video = index == 0 ? StandIn : null,
            Penalties = index == 1 ? [new ToldPenalty(Actor.Them, After: told / 2)] : null,
        };
        var logged = LoggedMatch.Of(match, ground);
        var result = Scorer.Score(new MatchTerms(rules, Cup.Belt, day.Attire, logged.Start, length), logged.Events, ground).Result;
        return match with { Result = new ToldResult(result.Winner ?? Actor.Me, result.By) };
    }

    /// <summary>A match is stopped by the clock or with the tap, and both times are known.</summary>
    private static Exchange Ended(Exchange exchange, double length) =>
        exchange.End is { Kind: EndKind.Time or EndKind.Tap } end
            ? exchange with
            {
                End = end with
                {
                    Clock =
                        end.Kind == EndKind.Time ? length
                        : exchange.Moments is [.., var last] ? last.Clock
                        : null,
                },
            }
            : exchange;

    /// <summary>A good half of the holds is remembered in seconds; one stopped try in four was a near thing.</summary>
    private static Moment Remembered(Moment moment, GroundMap ground, Chance chance)
    {
        if (moment.Outcome == Outcome.Stopped)
            return chance.Happens(0.25) ? moment with { Near = true } : moment;
        var lands = moment.To is { } to && ground.Position(to.Position)?.Scores is not (null or PositionScore.Nothing);
        return lands && chance.Happens(0.6)
            ? moment with
            {
                Held = chance.Happens(0.2) ? Hold.For(chance.Between(1, 2)) : Hold.For(chance.Between(4, 20)),
            }
            : moment;
    }
}
