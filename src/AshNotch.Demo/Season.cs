using AshNotch.Core.Ground;
using AshNotch.Core.Log;

namespace AshNotch.Demo;

/// <summary>
/// The demo log: Runa's eighteen weeks up to the Midsummer Cup. Her planted story: half guard bottom gives way to the knee
/// cut, worse on the left; her attacks from the back are good and seldom reached; her leg-tangle defence is weak and seldom
/// needed; from week nine she works on half guard, and it improves.
/// </summary>
public static class Season
{
    /// <summary>The seed of the demo that ships.</summary>
    public const int DemoSeed = 1809;

    /// <summary>The Tuesday the log begins.</summary>
    public static readonly DateOnly FirstDay = new(2026, 2, 17);

    /// <summary>How many weeks the log runs.</summary>
    public const int Weeks = 18;

    /// <summary>The week in which the block on half guard begins.</summary>
    public const int BlockWeek = 9;

    private static readonly Spot HalfGuard = new("half-guard", Role.Bottom);

    private static readonly HashSet<(int Week, DayOfWeek Day)> Missed =
    [
        (4, DayOfWeek.Thursday),
        (6, DayOfWeek.Tuesday),
        (11, DayOfWeek.Saturday),
        (15, DayOfWeek.Thursday),
    ];

    /// <summary>The whole demo logbook; the same seed gives the same log.</summary>
    public static Logbook Make(int seed = DemoSeed)
    {
        var chance = new Chance(seed);
        var ground = GroundMap.Default.With(Club.Words);
        var simulator = new RollSimulator(ground, Runa, chance);
        var sessions = new List<Session>();
        for (var week = 1; week <= Weeks; week++)
        {
            foreach (var offset in new[] { 0, 2, 4 })
            {
                var date = FirstDay.AddDays((7 * (week - 1)) + offset);
                if (!Missed.Contains((week, date.DayOfWeek)))
                    sessions.Add(Session(date, week, simulator, ground, chance, sessions.Count + 1));
            }
        }

        var log = new Logbook
        {
            Athlete = Club.Runa,
            Partners = [.. Club.Mates.Select(m => m.Partner)],
            Sessions = sessions,
            Vocabulary = Club.Words,
            SelfRatings = [.. Phrases.Ratings(FirstDay.AddDays(4)), .. Phrases.Ratings(FirstDay.AddDays(7 * (BlockWeek - 1)), later: true)],
        };
        return DemoBlock.Drilled(log, ground, seed);
    }

    /// <summary>A plain log of an athlete with a known truth, for holding judgements against it.</summary>
    /// <param name="athlete">Who.</param>
    /// <param name="rolls">How many rolls.</param>
    /// <param name="seed">The dice.</param>
    public static Logbook Simulate(SimulatedAthlete athlete, int rolls, int seed)
    {
        var chance = new Chance(seed);
        var simulator = new RollSimulator(GroundMap.Default, athlete, chance);
        var memory = new Memory();
        const int perSession = 4;
        var sessions = Enumerable
            .Range(0, (rolls + perSession - 1) / perSession)
            .Select(i => new Session
            {
                Id = $"s{i + 1}",
                Date = FirstDay.AddDays(i * 2),
                Kind = SessionKind.Class,
                Attire = i % 2 == 0 ? Attire.Gi : Attire.NoGi,
                Rolls =
                [
                    .. Enumerable
                        .Range(0, Math.Min(perSession, rolls - (i * perSession)))
                        .Select(n =>
                        {
                            var mate = chance.Of(Club.Mates);
                            var start = chance.Of<Spot>([
                                new("standing", Role.Even),
                                new("open-guard", Role.Bottom),
                                new("open-guard", Role.Top),
                            ]);
                            var happened = simulator.Play(
                                mate,
                                i % 2 == 0 ? Attire.Gi : Attire.NoGi,
                                1 + (i / 3),
                                6,
                                start,
                                Intent.OwnGame
                            );
                            return WithPartner(
                                mate,
                                new Roll
                                {
                                    Id = $"s{i + 1}r{n + 1}",
                                    Order = n + 1,
                                    Kind = RollKind.Roll,
                                    Minutes = 6,
                                    Intensity = Intensity.Hard,
                                    Intent = Intent.OwnGame,
                                    Exchanges = [.. happened.Select(e => memory.Recall(e, chance))],
                                }
                            );
                        }),
                ],
            });
        return new Logbook
        {
            Athlete = athlete.Profile,
            Partners = [.. Club.Mates.Select(m => m.Partner)],
            Sessions = [.. sessions],
        };
    }

    private static SimulatedAthlete Runa { get; } =
        new()
        {
            Profile = Club.Runa,
            Skill = (spot, when) =>
                (spot.Position, spot.Role) switch
                {
                    ("half-guard" or "knee-shield" or "quarter-guard", Role.Bottom) => (
                        when.Week < BlockWeek ? -1.5 : Math.Min(0.3, -1.5 + (0.35 * (when.Week - BlockWeek + 1)))
                    ) - (when.Side == Side.Left && when.Week < BlockWeek + 4 ? 0.4 : 0),
                    ("closed-guard", Role.Bottom) => 1.2,
                    ("back-control" or "body-triangle", Role.Top) => 1.3,
                    ("leg-tangle" or "ashi-outside" or "ashi-cross" or "backside-fifty-fifty", Role.Bottom) => -1.1,
                    ("standing" or "clinch", _) => 0.9,
                    ("side-control" or "mount" or "back-control", Role.Bottom) => 0.9,
                    (_, Role.Bottom) => 0.6,
                    _ => 0.5,
                },
            Habit = (spot, actor, technique) =>
                (actor, technique.Id) switch
                {
                    (Actor.Them, "knee-cut") when spot.Position == "half-guard" => 5,
                    (Actor.Them, _) when technique.Kind == TechniqueKind.BackTake => 0.5,
                    (Actor.Me, _) when technique.Kind == TechniqueKind.BackTake => 0.3,
                    (_, "leg-entry" or "rolling-leg-entry") => 0.15,
                    (Actor.Me, "guard-pull") => 2,
                    (Actor.Me, "frame-and-hip-escape" or "re-guard" or "elbow-knee-escape") => 2,
                    (Actor.Me, "net-roll") => 3,
                    _ => 1,
                },
        };

    private static Session Session(DateOnly date, int week, RollSimulator simulator, GroundMap ground, Chance chance, int number)
    {
        var cup = week == Weeks && date.DayOfWeek == DayOfWeek.Saturday;
        var kind = Kind(week, date.DayOfWeek, cup);
        var attire = date.DayOfWeek == DayOfWeek.Thursday ? Attire.NoGi : Attire.Gi;
        var count = kind switch
        {
            SessionKind.Tournament => 3,
            SessionKind.Private => 2,
            SessionKind.Gauntlet => 8,
            SessionKind.OpenMat => chance.Between(5, 6),
            _ => chance.Between(3, 5),
        };
        var rolls = Enumerable
            .Range(1, count)
            .Select(order => Roll(order, kind, attire, week, simulator, ground, chance, $"n{number:00}-{order}"))
            .ToList();
        var effort = Math.Clamp(Math.Round(chance.Normal(kind is SessionKind.Tournament or SessionKind.Gauntlet ? 9 : 6, 1)), 2, 10);
        return new Session
        {
            Id = $"n{number:00}",
            Date = date,
            StartTime = date.DayOfWeek == DayOfWeek.Saturday ? new TimeOnly(10, 0) : new TimeOnly(18, 30),
            Kind = kind,
            Attire = attire,
            Minutes = kind switch
            {
                SessionKind.Private => 60,
                SessionKind.OpenMat => 120,
                _ => 90,
            },
            Effort = effort,
            Aim = Phrases.Aim(week, cup, chance),
            Notes = Phrases.SessionNote(week, kind, chance),
            Taught = Phrases.Taught(week, kind, date.DayOfWeek),
            Rolls = rolls,
        };
    }

    private static SessionKind Kind(int week, DayOfWeek day, bool cup) =>
        (week, day) switch
        {
            _ when cup => SessionKind.Tournament,
            (12, DayOfWeek.Tuesday) => SessionKind.Private,
            (16, DayOfWeek.Saturday) => SessionKind.Gauntlet,
            (>= BlockWeek and < BlockWeek + 4, DayOfWeek.Thursday) => SessionKind.Positional,
            (>= 15, DayOfWeek.Tuesday) => SessionKind.CompetitionClass,
            (_, DayOfWeek.Saturday) => SessionKind.OpenMat,
            _ => SessionKind.Class,
        };

    private static Roll Roll(
        int order,
        SessionKind kind,
        Attire attire,
        int week,
        RollSimulator simulator,
        GroundMap ground,
        Chance chance,
        string id
    )
    {
        var mate =
            kind == SessionKind.Private
                ? Club.Mates.First(m => m.Partner.Id == "ysolde")
                : chance.Weighted(
                    Club.Mates.Where(m => kind != SessionKind.Tournament || m.Partner.Belt == Club.Runa.Belt).Select(m => (m, m.Often))
                )!;
        var positional = kind == SessionKind.Positional && order <= 2;
        var match = kind == SessionKind.Tournament;
        var intent =
            match || positional ? Intent.OwnGame
            : mate.Partner.Belt == BeltColour.White && chance.Happens(0.4) ? Intent.LetWork
            : chance.Happens(0.12) ? Intent.Experiment
            : mate.Partner.WeightKg?.Value > 85 && chance.Happens(0.3) ? Intent.Survive
            : Intent.OwnGame;
        var start = positional ? HalfGuard : Start(match, chance);
        var minutes = kind switch
        {
            SessionKind.Gauntlet => 2,
            SessionKind.Tournament => 6,
            SessionKind.Positional when positional => 4,
            _ => chance.Between(5, 7),
        };
        var happened = simulator.Play(mate, attire, week, minutes, start, intent);
        var memory = new Memory(Keeps: 0.78);
        var exchanges = happened.Select(e => Phrases.Annotate(memory.Recall(e, chance), ground, chance)).ToList();
        return WithPartner(
            mate,
            new Roll
            {
                Id = id,
                Order = order,
                Kind =
                    match ? RollKind.Match
                    : positional ? RollKind.Positional
                    : RollKind.Roll,
                Minutes = minutes,
                Intensity =
                    match ? Intensity.Match
                    : intent == Intent.LetWork ? Intensity.Flow
                    : chance.Happens(0.25) ? Intensity.Technical
                    : Intensity.Hard,
                Intent = intent,
                Ruleset = match ? "Midsummer Cup, adults, gi" : null,
                Told = chance.Happens(0.45) ? Phrases.Tell(exchanges, mate.Partner, ground, chance) : null,
                Notes = chance.Happens(0.25) ? Phrases.RollNote(mate.Partner, intent, chance) : null,
                Takeaways = Phrases.Takeaways(exchanges, week, chance),
                Exchanges = exchanges,
            }
        );
    }

    private static Spot Start(bool match, Chance chance) =>
        chance.Between(1, 10) switch
        {
            _ when match => new Spot("standing", Role.Even),
            <= 4 => new Spot("standing", Role.Even),
            <= 6 => new Spot("seated-guard", Role.Bottom),
            7 => new Spot("closed-guard", Role.Bottom),
            8 => new Spot("de-la-riva", Role.Bottom),
            _ => new Spot("open-guard", Role.Top),
        };

    private static Roll WithPartner(ClubMate mate, Roll roll) =>
        roll with
        {
            PartnerId = mate.Partner.Id,
            PartnerBelt = mate.Partner.Belt,
            PartnerStripes = mate.Partner.Stripes,
            PartnerWeightKg = mate.Partner.WeightKg,
        };
}
