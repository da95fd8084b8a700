using AshNotch.Core.Drilling;
using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Log;
using AshNotch.Core.Telling;

namespace AshNotch.Demo;

/// <summary>
/// Runa's blocks: the one on half guard, chosen from the eight weeks before it, drilled for four, closed, and refreshed since; and
/// the one on reaching the back, in its second week.
/// </summary>
internal static class DemoBlock
{
    private const int BlockWeeks = 4;
    private static readonly string[] Helpers = ["odalys", "sunniva", "fenwick", "cosmo"];

    private static readonly DrillDay[] Days =
    [
        new(DayOfWeek.Tuesday, new TimeOnly(18, 30), 5, 0, 10),
        new(DayOfWeek.Thursday, new TimeOnly(18, 30), 0, 20, 0),
        new(DayOfWeek.Saturday, new TimeOnly(10, 0), 0, 20, 5),
    ];

    /// <summary>The log with the blocks, their goes and the season's niggles in it.</summary>
    /// <param name="log">The log without them.</param>
    /// <param name="ground">The ground.</param>
    /// <param name="first">The Tuesday it begins.</param>
    /// <param name="today">The day it is looked at.</param>
    /// <param name="seed">The dice.</param>
    public static Logbook Drilled(Logbook log, GroundMap ground, DateOnly first, DateOnly today, int seed)
    {
        var chance = new Chance(seed + 1);
        var began = first.AddDays(7 * (Season.BlockWeek - 1));
        var closed = began.AddDays(7 * BlockWeeks);
        var half = Chosen(log, ground, new Spot("half-guard", Role.Bottom), Purpose.Plug, began) with
        {
            Id = "half-guard-spring",
            EndedOn = closed,
            Ended = BlockEnd.Closed,
            Notes = "Ysolde agreed: half guard first, everything else later.",
        };
        half = Named(half, "half-guard", "Knee shield up before they settle, then the far arm.", Side.Left);
        log = With(log, half, closed, [closed.AddDays(7), closed.AddDays(21)], chance);
        // The Monday of the last whole week: this week is its second.
        var back = Chosen(log, ground, new Spot("turtle", Role.Top), Purpose.Sharpen, first.AddDays((7 * (Season.Weeks - 1)) - 1)) with
        {
            Id = "back-summer",
            Notes = "The back is my best place and I hardly ever get there.",
        };
        back = Named(back, "the-back", "When they turn, I follow: seat belt first.", null);
        back = back with { Focuses = [back.Focuses[0] with { Technique = "seat-belt" }] };
        log = With(log, back, today, [], chance);
        return log with { Blocks = [half, back], Niggles = Niggles(first) };
    }

    /// <summary>Niggles of the season: one that is gone, one that is not.</summary>
    private static IReadOnlyList<Niggle> Niggles(DateOnly first) =>
        [
            new()
            {
                Id = "ribs-week-5",
                Part = BodyPart.Ribs,
                Side = Side.Left,
                From = first.AddDays(32),
                To = first.AddDays(44),
                HowMuch = Soreness.Clear,
                Notes = "Under Tarquin, nobody's fault.",
            },
            new()
            {
                Id = "fingers-week-17",
                Part = BodyPart.Fingers,
                Side = Side.Right,
                From = first.AddDays(112),
                HowMuch = Soreness.Slight,
            },
        ];

    private static Block Named(Block block, string focus, string cue, Side? thin) =>
        block with
        {
            Focuses = [block.Focuses[0] with { Id = focus, ThinSide = thin, Cue = cue }],
        };

    // The session of every evening that belongs to the block gets its goes.
    private static Logbook With(Logbook log, Block block, DateOnly until, IReadOnlyList<DateOnly> refreshed, Chance chance)
    {
        var done = new List<DoneGoes>();
        var focus = block.Focuses[0];
        var sessions = log.Sessions.Select(session =>
        {
            if (GoesOf(session, block, until, refreshed.Contains(session.Date), done, chance) is not { } roll)
                return session;
            done.Add(new DoneGoes(session.Date, focus.Id, roll.Goes!.Rung, roll.Goes.Kept(), roll.Goes.Tries.Count));
            return session with { Rolls = [.. session.Rolls, roll] };
        });
        return log with { Sessions = [.. sessions] };
    }

    private static Block Chosen(Logbook log, GroundMap ground, Spot spot, Purpose purpose, DateOnly from)
    {
        var before = log with { Sessions = [.. log.Sessions.Where(s => s.Date < from)] };
        var readings = RollReading.Of(before, ground).ToList();
        var judgement = Judgement.Of(ground, LogCounts.Of(readings, ground.Usual), Standpoint.Owner(log.Athlete));
        // With other dice the season may never have led there: then what ranks first.
        var ranked = purpose == Purpose.Plug ? judgement.SoftSpots : judgement.Levers;
        var there = ranked.Any(r => r.Spot == spot) ? spot : ranked[0].Spot;
        var candidate = Candidates.At(there, purpose, readings, judgement, ground, [], AccountReader.Default, [], from)!;
        return new Block
        {
            Id = "",
            From = from,
            Weeks = BlockWeeks,
            Days = [.. Days],
            Focuses = [candidate.Focus],
        };
    }

    private static Roll? GoesOf(Session session, Block block, DateOnly until, bool refresher, List<DoneGoes> done, Chance chance)
    {
        var focus = block.Focuses[0];
        if (!refresher && (session.Date < block.From || session.Date >= until))
            return null;
        var spot = focus.Ladder.ToList().FindIndex(r => r.Kind == RungKind.InSpot);
        var rung =
            refresher ? -1
            : done.Count == 0 ? spot
            : Plans.StandingOf(focus, done).Rung;
        var start = rung < 0 ? focus.Ladder[spot] : focus.Ladder[rung];
        var week = (session.Date.DayNumber - block.From.DayNumber) / 7;
        var mate = Club.Mates.First(m => m.Partner.Id == Helpers[(session.Date.DayNumber - block.From.DayNumber) % Helpers.Length]);
        var (goes, steps) = (refresher ? 4 : 8, Math.Max(0, rung - 1));
        var thin = focus.ThinSide is null ? goes / 2 : (int)Math.Ceiling(goes * 0.6);
        var (weak, other) = focus.ThinSide == Side.Right ? (Side.Right, Side.Left) : (Side.Left, Side.Right);
        return new Roll
        {
            Id = $"{session.Id}-{(block.Id == "half-guard-spring" ? "d1" : "d2")}",
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
                block.Id,
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
                                    (done.Count == 0 ? 0.3 : 0.62)
                                        + (0.06 * week)
                                        - (0.04 * steps)
                                        - (i < thin && focus.ThinSide is not null ? 0.05 : 0),
                                    0.1,
                                    0.9
                                )
                            ),
                            i < thin ? weak : other
                        )),
                ]
            ),
        };
    }
}
