using AshNotch.Core.Ground;
using AshNotch.Core.Log;

namespace AshNotch.Demo;

/// <summary>
/// The demo log: Runa's eighteen weeks and what there is of the nineteenth, up to yesterday. Her planted story: half guard bottom
/// gives way to the knee cut, worse on the left; her attacks from the back are good and seldom reached; her leg-tangle defence is
/// weak and seldom needed; from week nine she works on half guard, and it improves. The Midsummer Cup is in week 16; a block on
/// reaching the back began last week, and the Lantern Open is in nine days.
/// </summary>
public static class Season
{
    /// <summary>The seed of the demo that ships.</summary>
    public const int DemoSeed = 1836;

    /// <summary>The day on which documents and pictures are made: the log of that Monday ends with the Saturday before.</summary>
    public static readonly DateOnly Pictured = new(2026, 6, 22);

    /// <summary>The Tuesday the log begins, as pictured.</summary>
    public static readonly DateOnly FirstDay = FirstDayBefore(Pictured);

    /// <summary>How many whole weeks the log runs.</summary>
    public const int Weeks = 18;

    /// <summary>The week in which the block on half guard begins.</summary>
    public const int BlockWeek = 9;

    /// <summary>The week of the cup, on its Saturday.</summary>
    public const int CupWeek = 16;

    /// <summary>What sets the cup's dice apart from the season's: a day with a win, a close one and a loss.</summary>
    private const int CupDice = 52;

    /// <summary>In how many days the next tournament is.</summary>
    public const int DaysToTournament = 9;

    /// <summary>The Tuesday on which a log begins that is looked at on a day: weekdays are kept, whole weeks are moved.</summary>
    public static DateOnly FirstDayBefore(DateOnly today)
    {
        var monday = today.AddDays(-(((int)today.DayOfWeek + 6) % 7));
        return monday.AddDays(1 - (7 * Weeks));
    }

    private static readonly Spot HalfGuard = new("half-guard", Role.Bottom);

    private static readonly HashSet<(int Week, DayOfWeek Day)> Missed =
    [
        (4, DayOfWeek.Thursday),
        (6, DayOfWeek.Tuesday),
        (11, DayOfWeek.Saturday),
        (15, DayOfWeek.Thursday),
    ];

    /// <summary>The whole demo logbook as of a day; the same day and seed give the same log, and another day only moves it.</summary>
    /// <param name="today">The day it is looked at; <see cref="Pictured"/> when not said.</param>
    /// <param name="seed">The dice.</param>
    public static Logbook Make(DateOnly? today = null, int seed = DemoSeed)
    {
        var day = today ?? Pictured;
        var first = FirstDayBefore(day);
        var chance = new Chance(seed);
        var ground = GroundMap.Default.With(Club.Words);
        var simulator = new RollSimulator(ground, Runa, chance);
        var teller = new Teller(ground, new Chance(seed + 2));
        var sessions = new List<Session>();
        for (var week = 1; week <= Weeks + 1; week++)
        {
            foreach (var offset in new[] { 0, 2, 4 })
            {
                var date = first.AddDays((7 * (week - 1)) + offset);
                if (date < day && !Missed.Contains((week, date.DayOfWeek)))
                    sessions.Add(Session(date, week, simulator, ground, teller, chance, sessions.Count + 1));
            }
        }

        sessions.Add(
            new Session
            {
                Id = "lantern-open",
                Date = day.AddDays(DaysToTournament),
                StartTime = new TimeOnly(10, 0),
                Kind = SessionKind.Tournament,
                Attire = Attire.Gi,
                Aim = "First grip is mine.",
                Event = CupDay.LanternOpen,
                Notes = "Weigh in by nine.",
            }
        );
        var cup = new Chance(seed + CupDice);
        sessions =
        [
            .. sessions.Select(s => s.Kind == SessionKind.Tournament && s.Rolls.Count > 0 ? CupDay.Of(s, CupWeek, ground, Runa, cup) : s),
        ];
        var log = new Logbook
        {
            Athlete = Club.Runa,
            Partners = [.. Club.Mates.Select(m => m.Partner)],
            Sessions = sessions,
            Vocabulary = Club.Words,
            Rulesets = [CupDay.LoftRules],
            Clocks = [Club.Thursday],
            SelfRatings = [.. Phrases.Ratings(first.AddDays(4)), .. Phrases.Ratings(first.AddDays(7 * (BlockWeek - 1)), later: true)],
        };
        return DemoBlock.Drilled(log, ground, first, day, seed);
    }

    private static SimulatedAthlete Runa { get; } =
        new()
        {
            Profile = Club.Runa,
            Skill = (spot, when) =>
                (spot.Position, spot.Role) switch
                {
                    ("half-guard" or "knee-shield" or "quarter-guard", Role.Bottom) => (
                        when.Week < BlockWeek ? -0.9 : Math.Min(0.4, -1.6 + (0.4 * (when.Week - BlockWeek + 1)))
                    ) - (when.Side == Side.Left && when.Week < BlockWeek + 4 ? 1.4 : 0),
                    ("closed-guard", Role.Bottom) => 1.2,
                    ("back-control" or "body-triangle", Role.Top) => 1.5,
                    ("leg-tangle" or "ashi-outside" or "ashi-cross" or "backside-fifty-fifty", Role.Bottom) => -1.1,
                    ("standing" or "clinch", _) => 1.3,
                    ("open-guard" or "seated-guard", Role.Top) => 0.9,
                    ("side-control" or "mount" or "back-control", Role.Bottom) => 0.9,
                    (_, Role.Bottom) => 0.6,
                    _ => 0.5,
                },
            Habit = (spot, actor, technique) =>
                (actor, technique.Id) switch
                {
                    (Actor.Them, "knee-cut") when spot.Position == "half-guard" => 4,
                    (Actor.Them, _) when technique.Kind == TechniqueKind.BackTake => 0.5,
                    (Actor.Me, _) when technique.Kind == TechniqueKind.BackTake => 0.15,
                    (_, "leg-entry" or "rolling-leg-entry") => 0.15,
                    // Shown on Tuesdays, and not tried.
                    (Actor.Me, "loop-choke" or "deep-half-sweep") => 0,
                    (Actor.Me, "guard-pull") => 2,
                    (Actor.Me, "frame-and-hip-escape" or "re-guard" or "elbow-knee-escape") => 2,
                    (Actor.Me, "net-roll") => 8,
                    _ => 1,
                },
        };

    private static Session Session(
        DateOnly date,
        int week,
        RollSimulator simulator,
        GroundMap ground,
        Teller teller,
        Chance chance,
        int number
    )
    {
        var cup = week == CupWeek && date.DayOfWeek == DayOfWeek.Saturday;
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
            .Select(order => Roll(order, kind, attire, week, simulator, ground, teller, chance, $"n{number:00}-{order}"))
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
            (14, DayOfWeek.Saturday) => SessionKind.Gauntlet,
            (>= BlockWeek and < BlockWeek + 4, DayOfWeek.Thursday) => SessionKind.Positional,
            (>= 14, DayOfWeek.Tuesday) => SessionKind.CompetitionClass,
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
        Teller teller,
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
        var start = positional ? HalfGuard : Start(match, mate, chance);
        var minutes = kind switch
        {
            SessionKind.Gauntlet => 2,
            SessionKind.Tournament => 6,
            SessionKind.Positional when positional => 4,
            _ => chance.Between(5, 7),
        };
        var happened = simulator.Play(mate, attire, week, minutes, start, intent);
        var memory = new Memory(Keeps: 0.86);
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
                Told = chance.Happens(0.19) ? teller.Tell(exchanges, mate.Partner) : null,
                Notes = chance.Happens(0.25) ? Phrases.RollNote(mate.Partner, intent, chance) : null,
                Takeaways = Phrases.Takeaways(exchanges, week, chance),
                Exchanges = exchanges,
            }
        );
    }

    // A match begins on the feet, a round often where the partner's game does.
    private static Spot Start(bool match, ClubMate mate, Chance chance) =>
        match ? new Spot("standing", Role.Even)
        : TellData.Styles[mate.Partner.Id].Starts is var starts ? starts[chance.Index([.. starts.Select(s => s.Weight)])].Spot
        : default;

    private static Roll WithPartner(ClubMate mate, Roll roll) =>
        roll with
        {
            PartnerId = mate.Partner.Id,
            PartnerBelt = mate.Partner.Belt,
            PartnerStripes = mate.Partner.Stripes,
            PartnerWeightKg = mate.Partner.WeightKg,
        };
}
