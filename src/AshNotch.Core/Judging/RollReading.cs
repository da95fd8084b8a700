using System.Collections.Immutable;
using AshNotch.Core.Ground;
using AshNotch.Core.Log;

namespace AshNotch.Core.Judging;

/// <summary>Who a round was with, as far as a judgement asks.</summary>
/// <param name="Partner">The partner's id; null when nobody remembers.</param>
/// <param name="Rung">The partner's belt that day on <see cref="Belt.Rung"/>'s ladder; null when not known.</param>
/// <param name="Kilograms">The partner's weight that day; null when not known.</param>
/// <param name="Intent">What the owner was in it for.</param>
/// <param name="Drill">Whether these are goes of a drill, at part of the speed of a round.</param>
public readonly record struct Against(string? Partner, double? Rung, double? Kilograms, Intent Intent, bool Drill = false)
{
    /// <inheritdoc />
    public override int GetHashCode() =>
        HashCode.Combine(IdHash.Of(Partner), Rung.GetValueOrDefault(), Kilograms.GetValueOrDefault(), Intent, Drill);
}

/// <summary>What a judgement needs of one roll: read once when the roll is written, and kept beside it.</summary>
public sealed record RollReading
{
    /// <summary>The session's id.</summary>
    public required string Session { get; init; }

    /// <summary>The roll's id within it.</summary>
    public required string Roll { get; init; }

    /// <summary>The day.</summary>
    public required DateOnly Date { get; init; }

    /// <summary>With or without the jacket.</summary>
    public required Attire Attire { get; init; }

    /// <summary>The kind of round; a positional one says nothing of where rounds begin.</summary>
    public RollKind? Kind { get; init; }

    /// <summary>With whom, and what for.</summary>
    public required Against Against { get; init; }

    /// <summary>How many moments were told.</summary>
    public required int Moments { get; init; }

    /// <summary>Where each exchange was told to begin.</summary>
    public required IReadOnlyList<Spot> Starts { get; init; }

    /// <summary>Every spot the owner was told to be in, in order.</summary>
    public required IReadOnlyList<Spot> Visits { get; init; }

    /// <summary>Every contest, in order.</summary>
    public required ImmutableArray<Contest> Contests { get; init; }

    /// <summary>What was told to follow from a known spot, each alike counted once with how often: for what may come next.</summary>
    public IReadOnlyList<Followed> Follows { get; init; } = [];

    /// <summary>The lessons written down with it.</summary>
    public IReadOnlyList<string> Takeaways { get; init; } = [];

    /// <summary>The goes of a drill, when it is a round of a block.</summary>
    public Goes? Goes { get; init; }

    /// <summary>See <see cref="ExchangeReading.Links"/>.</summary>
    public int Links { get; init; }

    /// <summary>See <see cref="ExchangeReading.Linked"/>.</summary>
    public int Linked { get; init; }

    /// <summary>Reads a roll.</summary>
    /// <param name="session">The id of the session it belongs to.</param>
    /// <param name="date">The session's day.</param>
    /// <param name="attire">The session's attire.</param>
    /// <param name="roll">The roll.</param>
    /// <param name="ground">The ground with the owner's additions.</param>
    public static RollReading Of(string session, DateOnly date, Attire attire, Roll roll, GroundMap ground)
    {
        if (roll.Goes is { Tries.Count: > 0 } goes)
            return OfGoes(session, date, attire, roll, goes) with { Follows = FollowsOf(roll), Takeaways = roll.Takeaways ?? [] };
        var exchanges = roll.Exchanges.Select((e, i) => ContestReader.Read(e, i, session, roll.Id, ground)).ToList();
        return new RollReading
        {
            Session = session,
            Roll = roll.Id,
            Date = date,
            Attire = attire,
            Kind = roll.Kind,
            Against = AgainstOf(roll.PartnerId, roll.PartnerBelt, roll.PartnerStripes, roll.PartnerWeightKg?.Value, roll.Intent),
            Moments = roll.Exchanges.Sum(e => e.Moments.Count),
            Starts = [.. roll.Exchanges.Where(e => e.Start is not null).Select(e => e.Start!.Value)],
            Visits = [.. exchanges.SelectMany(e => e.Visits)],
            Contests = [.. exchanges.SelectMany(e => e.Contests)],
            Follows = FollowsOf(roll),
            Takeaways = roll.Takeaways ?? [],
            Goes = roll.Goes,
            Links = exchanges.Sum(e => e.Links),
            Linked = exchanges.Sum(e => e.Linked),
        };
    }

    private static IReadOnlyList<Followed> FollowsOf(Roll roll) =>
        [
            .. roll
                .Exchanges.SelectMany(e => e.Moments)
                .Where(m => m.From is not null)
                .GroupBy(m => (m.From!.Value, m.Actor, m.Technique, To: m.Outcome == Outcome.Done ? m.To : null))
                .Select(g => new Followed(g.Key.Value, g.Key.Actor, g.Key.Technique, g.Key.To, g.Count())),
        ];

    /// <summary>
    /// Goes of a drill: each that began in the focus' own spot is a contest over it, won when it was kept. Goes from anywhere
    /// else show how the ladder goes and nothing of the spot. What the owner may have written of exchanges beside them is the
    /// same goes told again and not counted twice.
    /// </summary>
    private static RollReading OfGoes(string session, DateOnly date, Attire attire, Roll roll, Goes goes) =>
        new()
        {
            Session = session,
            Roll = roll.Id,
            Date = date,
            Attire = attire,
            Kind = RollKind.Positional,
            Against = AgainstOf(roll.PartnerId, roll.PartnerBelt, roll.PartnerStripes, roll.PartnerWeightKg?.Value, roll.Intent) with
            {
                Drill = true,
            },
            Moments = 0,
            Starts = [],
            Visits = [.. goes.Tries.Select(_ => goes.Start)],
            Goes = goes,
            Contests = goes.InSpot
                ?
                [
                    .. goes.Tries.Select(
                        (t, i) =>
                            new Contest
                            {
                                Spot = goes.Start,
                                End = t.Kept ? ContestEnd.Won : ContestEnd.Lost,
                                Actor = t.Kept ? Actor.Me : Actor.Them,
                                Side = t.Side,
                                Place = new MomentPlace(session, roll.Id, 0, i),
                            }
                    ),
                ]
                : [],
        };

    /// <summary>Reads every roll of a log, oldest session first; belts and weights that a roll leaves open are the partner's.</summary>
    public static IEnumerable<RollReading> Of(Logbook log, GroundMap ground)
    {
        var partners = log.Partners.ToDictionary(p => p.Id);
        return log
            .Sessions.OrderBy(s => s.Date)
            .SelectMany(s =>
                s.Rolls.Select(r => Of(s.Id, s.Date, s.Attire, r.Knowing(partners.GetValueOrDefault(r.PartnerId ?? "")), ground))
            );
    }

    /// <summary>Who a roll was with; what is not known of them stays open.</summary>
    public static Against AgainstOf(string? partner, BeltColour? belt, int? stripes, double? kilograms, Intent? intent) =>
        new(partner, belt is { } colour ? Belt.Told(colour, stripes).Rung : null, kilograms, intent ?? Intent.OwnGame);
}
