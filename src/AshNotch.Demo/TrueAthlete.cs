using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Log;

namespace AshNotch.Demo;

/// <summary>How a simulated world differs from what the product believes, and what its people tell.</summary>
/// <param name="LevelNoise">The spread of the world's levels around the product's, in logits.</param>
/// <param name="RoadNoise">The spread of the logs of the world's roads around the product's.</param>
/// <param name="TellsEnds">How often the end of a remembered moment is told.</param>
/// <param name="Contests">How many rows of the own roads' prior: the higher, the more ordinary the athlete's game.</param>
public sealed record World(double LevelNoise = 0.3, double RoadNoise = 0.6, double TellsEnds = 0.5, double Contests = 25)
{
    /// <summary>How many partners there are; null for eight to fourteen.</summary>
    public int? Partners { get; init; }
}

/// <summary>
/// An athlete whose levels and roads are known, so that a judgement can be held against them: a world that differs from the
/// product's beliefs, an own level at each spot with one or two planted weak ones about a logit down, own roads, eight to
/// fourteen partners of all belts within a quarter of the own weight, met unequally often, each with a level of their own
/// (sd 0.3) and one by spot (sd 0.4); a tenth of rolls let them work. Rounds have eight to sixteen contests. The memory keeps
/// 60 to 75 % of contests and 98 % of taps, and puts 5 % into a near relation of the spot. All figures are the simulation's.
/// </summary>
public sealed class TrueAthlete
{
    private const double MeanContests = 12;

    private readonly UsualGround ground;
    private readonly GroundMap map;
    private readonly World world;
    private readonly Chance chance;
    private readonly double[] par;
    private readonly double[] alpha;
    private readonly double[][] won;
    private readonly double[][] lost;
    private readonly double[] start;
    private readonly double keeps;
    private Mate[] mates;
    private readonly Athlete profile;
    private readonly int n;

    /// <param name="map">The ground.</param>
    /// <param name="world">How the truth differs from the product's beliefs.</param>
    /// <param name="seed">The dice.</param>
    public TrueAthlete(GroundMap map, World world, int seed)
    {
        (this.map, this.world) = (map, world);
        ground = map.Usual;
        chance = new Chance(seed);
        n = ground.Spots.Count;
        BeltSlope = chance.Normal(0.7, 0.15);
        var levels = Levels();
        var general = chance.Normal(0, 0.2);
        par = [.. levels.Select(l => l + general)];
        alpha = [.. par.Select(p => p + chance.Normal(0, 0.3))];
        (won, lost) = Roads();
        start = ground.Start;
        Plant();
        keeps = 0.6 + (0.15 * chance.Next());
        profile = new Athlete
        {
            Name = "Simulated",
            Belt = chance.Of([BeltColour.White, BeltColour.Blue, BeltColour.Purple]),
            Stripes = chance.Between(0, 4),
            WeightKg = new Kilograms(70),
        };
        mates = [.. Enumerable.Range(0, world.Partners ?? chance.Between(8, 14)).Select(MakeMate)];
    }

    /// <summary>The spots planted as weak.</summary>
    public IReadOnlyList<Spot> Planted { get; private set; } = [];

    /// <summary>The true slope of a belt, in logits.</summary>
    public double BeltSlope { get; }

    /// <summary>The true gains of every spot as a soft spot, under an objective.</summary>
    public IReadOnlyDictionary<Spot, double> SoftGains(Objective objective) =>
        Gains(objective, s => 0.2 + (0.5 * Math.Max(0, par[s] - alpha[s])));

    /// <summary>The true gains of every spot as a lever.</summary>
    public IReadOnlyDictionary<Spot, double> LeverGains(Objective objective) => Gains(objective, _ => 0.5);

    /// <summary>The true chance to leave a spot better off against a peer.</summary>
    public double Rate(Spot spot) => Logistic(alpha[ground.IndexOf(spot)]);

    /// <summary>Rolls, as they would be written down.</summary>
    public Logbook Log(int rolls)
    {
        var sessions = new List<Session>();
        for (var i = 0; i < rolls; i += 4)
        {
            var id = $"s{(i / 4) + 1}";
            sessions.Add(
                new Session
                {
                    Id = id,
                    Date = new DateOnly(2026, 1, 6).AddDays(i / 4 * 2),
                    Kind = SessionKind.Class,
                    Attire = i / 4 % 2 == 0 ? Attire.Gi : Attire.NoGi,
                    Rolls = [.. Enumerable.Range(1, Math.Min(4, rolls - i)).Select(order => Play($"{id}-{order}", order))],
                }
            );
        }

        return new Logbook
        {
            Athlete = profile,
            Partners = [.. mates.Select(m => m.Partner)],
            Sessions = sessions,
        };
    }

    /// <summary>
    /// Two stretches of rolling with a day between them from which on one level has changed: the first log is as long as
    /// <paramref name="rolls"/>, the second goes on from it.
    /// </summary>
    /// <param name="rolls">Rolls in each stretch, twelve a week.</param>
    /// <param name="spotOf">Chooses the spot from the first stretch, as an owner would.</param>
    /// <param name="change">How much the level at that spot rises, in logits.</param>
    /// <param name="ease">Whom the second stretch is with: 0 the same people, 1 the easier half of them, -1 the harder half.</param>
    /// <param name="goes">Goes of a drill from the spot in each stretch; they are <see cref="GoEase"/> easier than rounds.</param>
    /// <returns>The whole log, the spot, and the day on which the second stretch begins.</returns>
    public (Logbook Log, Spot Spot, DateOnly From) Changed(int rolls, Func<Logbook, Spot> spotOf, double change, int ease, int goes)
    {
        var first = Log(rolls);
        var spot = spotOf(first);
        var from = first.Sessions[^1].Date.AddDays(1);
        var s = ground.IndexOf(spot);
        var sessions = first.Sessions.ToList();
        sessions.AddRange(Drilled(spot, goes, "g", first.Sessions[0].Date));
        var (all, level) = (mates, alpha[s]);
        alpha[s] += change;
        if (ease != 0)
            mates = [.. mates.OrderBy(m => -ease * m.Gap).Take((mates.Length + 1) / 2)];
        sessions.AddRange(
            Log(rolls)
                .Sessions.Select(
                    (session, i) => session with { Id = "after" + session.Id, Date = from.AddDays(1 + (i / 3 * 7) + (2 * (i % 3))) }
                )
        );
        sessions.AddRange(Drilled(spot, goes, "h", from.AddDays(1)));
        (mates, alpha[s]) = (all, level);
        return (first with { Sessions = sessions }, spot, from);
    }

    /// <summary>How much easier than a round a go of a drill is in this world, in logits.</summary>
    public const double GoEase = 0.4;

    private IEnumerable<Session> Drilled(Spot spot, int goes, string id, DateOnly date)
    {
        var s = ground.IndexOf(spot);
        for (var done = 0; done < goes; done += 10)
        {
            var mate = chance.Weighted(mates.Select(m => (m, m.Often)))!;
            yield return new Session
            {
                Id = $"{id}{done}",
                Date = date.AddDays(done / 10),
                Kind = SessionKind.Positional,
                Attire = Attire.Gi,
                Rolls =
                [
                    Against(
                        mate,
                        new Roll
                        {
                            Id = $"{id}{done}",
                            Kind = RollKind.Positional,
                            Goes = new Goes(
                                "b",
                                "f",
                                1,
                                spot,
                                InSpot: true,
                                [
                                    .. Enumerable
                                        .Range(0, Math.Min(10, goes - done))
                                        .Select(_ => new Try(chance.Happens(Logistic(alpha[s] + mate.Gap + mate.BySpot[s] + GoEase)))),
                                ]
                            ),
                        }
                    ),
                ],
            };
        }
    }

    private static Roll Against(Mate mate, Roll roll) =>
        roll with
        {
            PartnerId = mate.Partner.Id,
            PartnerBelt = mate.Partner.Belt,
            PartnerStripes = mate.Partner.Stripes,
            PartnerWeightKg = mate.Partner.WeightKg,
        };

    private static double Logistic(double x) => 1 / (1 + Math.Exp(-x));

    private Dictionary<Spot, double> Gains(Objective objective, Func<int, double> step)
    {
        var chain = new Chain([.. alpha.Select(Logistic)], won, lost, start, 1 - (1 / MeanContests), Rewards.Of(map, objective));
        return Enumerable
            .Range(0, n)
            .ToDictionary(s => ground.Spots[s], s => chain.Gain(s, Logistic(alpha[s] + step(s)) - Logistic(alpha[s])));
    }

    private double[] Levels()
    {
        var levels = ground.Level.ToArray();
        for (var s = 0; s < n; s++)
        {
            var mirror = ground.MirrorOf[s];
            if (mirror <= s)
                continue;
            levels[s] += chance.Normal(0, world.LevelNoise);
            levels[mirror] = -levels[s];
        }

        return levels;
    }

    private (double[][] Won, double[][] Lost) Roads()
    {
        double[][] Own(IReadOnlyList<double[]> usual) =>
            [
                .. usual.Select(row =>
                {
                    var likely = row.Select(x => x * Math.Exp(chance.Normal(0, world.RoadNoise))).ToArray();
                    likely[chance.Between(0, n - 1)] += 0.04;
                    var sum = likely.Sum();
                    var own = likely.Select(x => x > 0 ? chance.Gamma(world.Contests * x / sum) : 0).ToArray();
                    var total = own.Sum();
                    return own.Select(x => x / total).ToArray();
                }),
            ];
        return (Own(ground.Won), Own(ground.Lost));
    }

    private void Plant()
    {
        var chain = new Chain(
            [.. alpha.Select(Logistic)],
            won,
            lost,
            start,
            1 - (1 / MeanContests),
            Rewards.Of(map, Objective.Submissions)
        );
        var common = Enumerable.Range(0, n).OrderByDescending(s => chain.Visits(s)).Take(24).ToList();
        var planted = Enumerable.Range(0, chance.Between(1, 2)).Select(_ => chance.Of(common)).Distinct().ToList();
        foreach (var s in planted)
            alpha[s] = par[s] - 1 - (0.3 * chance.Next());
        Planted = [.. planted.Select(s => ground.Spots[s])];
    }

    private Mate MakeMate(int i)
    {
        var belt = (BeltColour)chance.Between(0, 4);
        var stripes = chance.Between(0, belt == BeltColour.Black ? 2 : 4);
        var kilograms = Math.Round(70 * (0.75 + (0.5 * chance.Next())), 1);
        var own = new Belt(profile.Belt, profile.Stripes ?? 0).Rung;
        var gap = (BeltSlope * (own - new Belt(belt, stripes).Rung)) + (0.2 * (70 - kilograms) / 7) - chance.Normal(0, 0.3);
        return new Mate(
            new Partner
            {
                Id = $"p{i + 1}",
                Name = $"Partner {i + 1}",
                Belt = belt,
                Stripes = stripes,
                WeightKg = new Kilograms(kilograms),
            },
            gap,
            [.. Enumerable.Range(0, n).Select(_ => chance.Normal(0, 0.4))],
            chance.Gamma(1.2) + 0.1
        );
    }

    private Roll Play(string id, int order)
    {
        var mate = chance.Weighted(mates.Select(m => (m, m.Often)))!;
        var letting = chance.Happens(0.1);
        var exchanges = new List<Exchange>();
        var moments = new List<Moment>();
        var here = chance.Index(start);
        var from = ground.Spots[here];
        for (var left = chance.Between(8, 16); left > 0; left--)
        {
            var mine = chance.Happens(Logistic(alpha[here] + mate.Gap + mate.BySpot[here] - (letting ? 0.7 : 0)));
            var next = chance.Index((mine ? won : lost)[here]);
            var tap = next == n;
            if (chance.Happens(tap ? 0.98 : keeps))
                moments.Add(Told(here, mine ? Actor.Me : Actor.Them, tap ? null : next));
            if (!tap)
            {
                here = next;
                continue;
            }

            exchanges.Add(
                new Exchange
                {
                    Start = from,
                    Moments = [.. moments],
                    End = new ExchangeEnd { Kind = EndKind.Tap, By = mine ? Actor.Me : Actor.Them },
                }
            );
            moments.Clear();
            here = chance.Index(start);
            from = ground.Spots[here];
        }

        exchanges.Add(
            new Exchange
            {
                Start = from,
                Moments = moments,
                End = new ExchangeEnd { Kind = EndKind.Time },
            }
        );
        return Against(
            mate,
            new Roll
            {
                Id = id,
                Order = order,
                Kind = RollKind.Roll,
                Intent = letting ? Intent.LetWork : Intent.OwnGame,
                Exchanges = exchanges,
            }
        );
    }

    private Moment Told(int at, Actor actor, int? next)
    {
        if (chance.Happens(0.05) && Enumerable.Range(0, n).Where(y => y != at && ground.Kin(at, y)).ToList() is { Count: > 0 } kin)
            at = chance.Of(kin);
        return new Moment
        {
            Actor = actor,
            Technique = Technique(at, actor, next),
            Outcome = Outcome.Done,
            From = ground.Spots[at],
            To = next is { } to && to != at && chance.Happens(world.TellsEnds) ? ground.Spots[to] : null,
        };
    }

    private string Technique(int at, Actor actor, int? next)
    {
        var doer = actor == Actor.Me ? ground.Spots[at] : ground.Spots[at].Mirror();
        if (next is null)
            return map.Techniques.FirstOrDefault(t => t.Finishes() && map.Fit(t, doer) == 1)?.Id ?? "submission";
        return map.Techniques.FirstOrDefault(t =>
            t.Kind
                is TechniqueKind.Takedown
                    or TechniqueKind.Pass
                    or TechniqueKind.Sweep
                    or TechniqueKind.BackTake
                    or TechniqueKind.Escape
                    or TechniqueKind.Advance
            && map.Fit(t, doer) == 1
        )?.Id
            ?? "escape";
    }

    private sealed record Mate(Partner Partner, double Gap, double[] BySpot, double Often);
}
