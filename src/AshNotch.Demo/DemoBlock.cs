using AshNotch.Core.Drilling;
using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Log;
using AshNotch.Core.Telling;

namespace AshNotch.Demo;

/// <summary>
/// Runa's block on half guard: chosen from the eight weeks before it, drilled for four, closed, and refreshed twice since.
/// </summary>
internal static class DemoBlock
{
    private const string Id = "half-guard-spring";
    private const int BlockWeeks = 4;
    private static readonly DateOnly From = Season.FirstDay.AddDays(7 * (Season.BlockWeek - 1));
    private static readonly DateOnly Closed = From.AddDays(7 * BlockWeeks);
    private static readonly DateOnly[] Refreshed = [Closed.AddDays(7), Closed.AddDays(21)];
    private static readonly string[] Helpers = ["odalys", "sunniva", "fenwick", "cosmo"];

    /// <summary>Niggles of the season.</summary>
    public static IReadOnlyList<Niggle> Niggles { get; } =
    [
        new()
        {
            Id = "ribs-march",
            Part = BodyPart.Ribs,
            Side = Side.Left,
            From = new DateOnly(2026, 3, 21),
            To = new DateOnly(2026, 4, 2),
            HowMuch = Soreness.Clear,
            Notes = "Under Tarquin, nobody's fault.",
        },
        new()
        {
            Id = "fingers-june",
            Part = BodyPart.Fingers,
            Side = Side.Right,
            From = new DateOnly(2026, 6, 9),
            HowMuch = Soreness.Slight,
        },
    ];

    /// <summary>The log with the block in it.</summary>
    public static Logbook Drilled(Logbook log, GroundMap ground, int seed)
    {
        var chance = new Chance(seed + 1);
        var block = Chosen(log, ground);
        var focus = block.Focuses[0];
        var done = new List<DoneGoes>();
        var sessions = log.Sessions.Select(session =>
        {
            if (GoesOf(session, focus, done, chance) is not { } roll)
                return session;
            done.Add(new DoneGoes(session.Date, focus.Id, roll.Goes!.Rung, roll.Goes.Kept(), roll.Goes.Tries.Count));
            return session with { Rolls = [.. session.Rolls, roll] };
        });
        return log with { Sessions = [.. sessions], Blocks = [block], Niggles = Niggles };
    }

    private static Block Chosen(Logbook log, GroundMap ground)
    {
        var before = log with { Sessions = [.. log.Sessions.Where(s => s.Date < From)] };
        var readings = RollReading.Of(before, ground).ToList();
        var judgement = Judgement.Of(ground, LogCounts.Of(readings, ground.Usual), Standpoint.Owner(log.Athlete));
        var candidate = Candidates.At(
            new Spot("half-guard", Role.Bottom),
            Purpose.Plug,
            readings,
            judgement,
            ground,
            [],
            AccountReader.Default,
            [],
            From
        )!;
        return new Block
        {
            Id = Id,
            From = From,
            Weeks = BlockWeeks,
            Days =
            [
                new DrillDay(DayOfWeek.Tuesday, new TimeOnly(18, 30), 5, 0, 10),
                new DrillDay(DayOfWeek.Thursday, new TimeOnly(18, 30), 0, 20, 0),
                new DrillDay(DayOfWeek.Saturday, new TimeOnly(10, 0), 0, 20, 5),
            ],
            Focuses =
            [
                candidate.Focus with
                {
                    Id = "half-guard",
                    ThinSide = Side.Left,
                    Cue = "Knee shield up before they settle, then the far arm.",
                },
            ],
            EndedOn = Closed,
            Ended = BlockEnd.Closed,
            Notes = "Ysolde agreed: half guard first, everything else later.",
        };
    }

    private static Roll? GoesOf(Session session, Focus focus, List<DoneGoes> done, Chance chance)
    {
        var (inBlock, refresher) = (session.Date >= From && session.Date < Closed, Refreshed.Contains(session.Date));
        if (!inBlock && !refresher)
            return null;
        var spot = focus.Ladder.ToList().FindIndex(r => r.Kind == RungKind.InSpot);
        var rung =
            refresher ? -1
            : done.Count == 0 ? spot
            : Plans.StandingOf(focus, done).Rung;
        var start = rung < 0 ? focus.Ladder[spot] : focus.Ladder[rung];
        var week = (session.Date.DayNumber - From.DayNumber) / 7;
        var mate = Club.Mates.First(m => m.Partner.Id == Helpers[session.Date.DayNumber % Helpers.Length]);
        var (goes, steps) = (refresher ? 4 : 8, Math.Max(0, rung - 1));
        var thin = (int)Math.Ceiling(goes * 0.6);
        return new Roll
        {
            Id = session.Id + "-d1",
            Order = session.Rolls.Count + 1,
            Kind = RollKind.Positional,
            PartnerId = mate.Partner.Id,
            PartnerBelt = mate.Partner.Belt,
            PartnerStripes = mate.Partner.Stripes,
            PartnerWeightKg = mate.Partner.WeightKg,
            Minutes = 8,
            Intensity = Intensity.Technical,
            Intent = Intent.OwnGame,
            Goes = new Goes(
                Id,
                focus.Id,
                rung,
                start.Start,
                start.Kind == RungKind.InSpot,
                [
                    .. Enumerable
                        .Range(0, goes)
                        .Select(i => new Try(
                            chance.Happens(
                                Math.Clamp(
                                    (done.Count == 0 ? 0.3 : 0.62) + (0.06 * week) - (0.04 * steps) - (i < thin ? 0.05 : 0),
                                    0.1,
                                    0.9
                                )
                            ),
                            i < thin ? Side.Left : Side.Right
                        )),
                ]
            ),
        };
    }
}
