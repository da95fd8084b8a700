using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Log;

namespace AshNotch.Core.Drilling;

/// <summary>How a planned session stands.</summary>
public enum PlannedState
{
    /// <summary>Something of it was drilled.</summary>
    Done,

    /// <summary>The day has passed and nothing was drilled.</summary>
    Missed,

    /// <summary>Today, or to come.</summary>
    Coming,
}

/// <summary>Goes that were done of one focus on one day from one rung.</summary>
/// <param name="Date">The day.</param>
/// <param name="Focus">The focus.</param>
/// <param name="Rung">The rung, from 0; -1 for a refresher.</param>
/// <param name="Kept">Goes kept.</param>
/// <param name="Of">Goes in all.</param>
public readonly record struct DoneGoes(DateOnly Date, string Focus, int Rung, int Kept, int Of);

/// <summary>A session of the block.</summary>
/// <param name="Date">The day.</param>
/// <param name="Time">When class begins, if known.</param>
/// <param name="Week">The week of the block, from 1.</param>
/// <param name="State">How it stands.</param>
/// <param name="Minutes">The minutes there are.</param>
/// <param name="Cards">The drills, in order; none for a session that has passed.</param>
/// <param name="Done">What was done.</param>
/// <param name="LeftOut">What was left out, with the reason.</param>
/// <param name="Cautions">Cautions for the evening as a whole.</param>
/// <param name="Why">Why it is made like this, in a sentence or two.</param>
public sealed record PlannedSession(
    DateOnly Date,
    TimeOnly? Time,
    int Week,
    PlannedState State,
    int Minutes,
    IReadOnlyList<DrillCard> Cards,
    IReadOnlyList<DoneGoes> Done,
    IReadOnlyList<LeftOut> LeftOut,
    IReadOnlyList<Caution> Cautions,
    string Why
);

/// <summary>A block's plan.</summary>
/// <param name="Sessions">Every session of it, oldest first.</param>
/// <param name="Standings">Where each focus stands on its ladder, in the order of the focuses.</param>
/// <param name="Measured">Whether goes from the spot were counted for every focus: what the block starts from.</param>
/// <param name="Cautions">What stands above the whole plan.</param>
public sealed record Plan(
    IReadOnlyList<PlannedSession> Sessions,
    IReadOnlyList<Standing> Standings,
    bool Measured,
    IReadOnlyList<Caution> Cautions
);

/// <summary>What a plan is made from.</summary>
public sealed record PlanBasis
{
    /// <summary>The block.</summary>
    public required Block Block { get; init; }

    /// <summary>How to train: the block's own style or the owner's.</summary>
    public required TrainingStyle Style { get; init; }

    /// <summary>The log, oldest first.</summary>
    public required IReadOnlyList<RollReading> Readings { get; init; }

    /// <summary>The judgement of it.</summary>
    public required Judgement Judgement { get; init; }

    /// <summary>The ground with the owner's additions.</summary>
    public required GroundMap Ground { get; init; }

    /// <summary>The owner's standpoint.</summary>
    public required Standpoint Owner { get; init; }

    /// <summary>The day it is made.</summary>
    public required DateOnly Today { get; init; }

    /// <summary>Goes done for this block.</summary>
    public IReadOnlyList<DoneGoes> Done { get; init; } = [];

    /// <summary>The owner's niggles.</summary>
    public IReadOnlyList<Niggle> Niggles { get; init; } = [];

    /// <summary>Who may be there.</summary>
    public IReadOnlyList<Mate> Mates { get; init; } = [];

    /// <summary>Who said that they are there today; null to go by what is usual.</summary>
    public IReadOnlySet<string>? Present { get; init; }

    /// <summary>Refreshers of closed blocks, next first.</summary>
    public IReadOnlyList<Refresher> Refreshers { get; init; } = [];

    /// <summary>Whether this week's load is already far above the usual.</summary>
    public bool HeavyWeek { get; init; }
}

/// <summary>
/// From a block to its sessions. Days that have passed show what was done or missed; the rest is made anew each time, from where
/// the ladder stands, as if the goes went well (two evenings a rung), so a missed evening moves its work to the next one. Goes
/// on a day that was not planned stand among the others. The
/// same log gives the same plan. The first session measures: goes from the spot itself, before anything is trained.
/// </summary>
public static class Plans
{
    private const int RefreshingMinutes = 12;

    /// <summary>The cards of refreshers that are due, for an evening without a block.</summary>
    /// <param name="basis">What it is made from; of its block only the minutes of its one day count.</param>
    public static IReadOnlyList<DrillCard> Refreshing(PlanBasis basis) =>
        basis.Block.Days is not [var day]
            ? []
            : new SessionBuilder(
                basis,
                basis.Today,
                day,
                [],
                0,
                new HashSet<string>(),
                [.. basis.Refreshers.Where(r => r.Due <= basis.Today).DistinctBy(r => (r.Block, r.Focus.Id))]
            )
                .Build(1, [])
                .Cards;

    /// <summary>An evening without a block, for refreshers alone.</summary>
    public static Block RefreshingEvening(DateOnly today) =>
        new()
        {
            Id = "refreshers",
            From = today,
            Weeks = 2,
            Days = [new DrillDay(today.DayOfWeek, null, 0, 0, RefreshingMinutes)],
        };

    /// <summary>A block whose focuses get what the log knows of them where they name little more than a spot.</summary>
    /// <param name="block">The block.</param>
    /// <param name="known">What the log would make of a focus' spot and purpose; null for a spot it has no contests of.</param>
    public static Block Filled(Block block, Func<Focus, Focus?> known) =>
        block with
        {
            Focuses =
            [
                .. block.Focuses.Select(f =>
                    f.Ladder.Count > 0 || known(f) is not { } found
                        ? f
                        : f with
                        {
                            Technique = f.Technique ?? found.Technique,
                            Reason = f.Reason ?? found.Reason,
                            ThinSide = f.ThinSide ?? found.ThinSide,
                            Cue = f.Cue ?? found.Cue,
                            StartLevel = f.StartLevel ?? found.StartLevel,
                            Hoped = f.Hoped ?? found.Hoped,
                            Ladder = found.Ladder,
                        }
                ),
            ],
        };

    /// <summary>The sessions of a block, as days; what has passed by the days it had then.</summary>
    public static IReadOnlyList<(DateOnly Date, DrillDay Day)> Days(Block block) =>
        [
            .. Enumerable
                .Range(0, 7 * block.Weeks)
                .Select(block.From.AddDays)
                .Where(d => block.EndedOn is not { } end || d < end)
                .SelectMany(d => block.DaysOn(d).Where(day => day.Day == d.DayOfWeek).Take(1).Select(day => (d, day))),
        ];

    /// <summary>Makes the plan.</summary>
    public static Plan Of(PlanBasis basis)
    {
        var block = basis.Block;
        var done = basis.Done.ToLookup(d => d.Date);

        // Today's cards stay what they were this morning while their goes come in.
        var standings = block.Focuses.Select(f => StandingOf(f, basis.Done.Where(d => d.Date < basis.Today))).ToArray();
        var unmeasured = Unmeasured(block, basis.Done.Where(d => d.Date < basis.Today));
        var (sessions, owed, refreshed) = (new List<PlannedSession>(), new List<DateOnly>(), new HashSet<(string, string)>());
        foreach (var (date, day) in Days(block))
        {
            var week = block.WeekOf(date);
            if (date < basis.Today)
            {
                sessions.Add(Passed(date, day, week, [.. done[date]]));
                owed = done[date].Any() ? [] : [.. owed, date];
                continue;
            }

            var refreshers = basis
                .Refreshers.Where(r =>
                    r.Due <= date && block.Focuses.All(f => f.Spot != r.Focus.Spot) && !refreshed.Contains((r.Block, r.Focus.Id))
                )
                .Take(1)
                .ToList();
            var session = new SessionBuilder(
                basis,
                date,
                day,
                standings,
                week + sessions.Count(s => s.Week == week),
                unmeasured,
                refreshers
            ).Build(week, owed);
            owed = [];
            refreshed.UnionWith(session.Cards.Where(c => c.Kind == CardKind.Refresher).Select(c => (c.Block, c.Focus)));
            if (done[date].Any())
            {
                session = session with { State = PlannedState.Done, Done = [.. done[date]] };
                standings = [.. block.Focuses.Select(f => StandingOf(f, basis.Done))];
                unmeasured = Unmeasured(block, basis.Done);
            }
            else
            {
                standings = [.. standings.Select((s, i) => Projected(s, block.Focuses[i], session))];
                unmeasured.ExceptWith(
                    session.Cards.Where(c => c.InSpot && c.Kind == CardKind.Goes && c.Block == block.Id).Select(c => c.Focus)
                );
            }

            sessions.Add(session);
        }

        var extra = basis
            .Done.Select(d => d.Date)
            .Distinct()
            .Where(d => d >= block.From && d < block.Until() && sessions.All(s => s.Date != d));
        sessions.AddRange(extra.Select(d => Passed(d, new DrillDay(d.DayOfWeek), block.WeekOf(d), [.. done[d]])));
        return new Plan(
            [.. sessions.OrderBy(s => s.Date)],
            [.. block.Focuses.Select(f => StandingOf(f, basis.Done))],
            Unmeasured(block, basis.Done).Count == 0,
            Cautions.Of(Situation.Plan)
        );
    }

    /// <summary>What a focus is about, in a few words.</summary>
    public static string Title(Focus focus, GroundMap ground) => DrillWords.Title(focus, focus.Technique, ground);

    /// <summary>Where a focus stands on its ladder.</summary>
    public static Standing StandingOf(Focus focus, IEnumerable<DoneGoes> done) =>
        Standing.Of(
            focus.Ladder.Count,
            done.Where(d => d.Focus == focus.Id && d.Rung >= 0)
                .GroupBy(d => (d.Date, d.Rung))
                .OrderBy(g => g.Key.Date)
                .ThenBy(g => g.Key.Rung)
                .Select(g => new Evening(g.Key.Date, g.Key.Rung, g.Sum(d => d.Kept), g.Sum(d => d.Of)))
        );

    /// <summary>Goes of a block's rolls, one row a roll, oldest first.</summary>
    /// <param name="block">The block's id.</param>
    /// <param name="readings">The log, oldest first.</param>
    public static IReadOnlyList<DoneGoes> DoneIn(string block, IEnumerable<RollReading> readings) =>
        [
            .. readings
                .Where(r => r.Goes is { Tries.Count: > 0 } goes && goes.Block == block)
                .Select(r => new DoneGoes(r.Date, r.Goes!.Focus, r.Goes.Rung, r.Goes.Kept(), r.Goes.Tries.Count)),
        ];

    private static HashSet<string> Unmeasured(Block block, IEnumerable<DoneGoes> done) =>
        [.. block.Focuses.Where(f => !done.Any(d => d.Focus == f.Id && IsSpot(f, d.Rung))).Select(f => f.Id)];

    private static PlannedSession Passed(DateOnly date, DrillDay day, int week, IReadOnlyList<DoneGoes> done) =>
        done.Count > 0
            ? new PlannedSession(date, day.Time, week, PlannedState.Done, day.Minutes, [], done, [], [], "")
            : new PlannedSession(
                date,
                day.Time,
                week,
                PlannedState.Missed,
                day.Minutes,
                [],
                [],
                [],
                [],
                "Nothing was drilled; its work has moved on to the next session."
            );

    /// <summary>Where a focus would stand if the goes of a session went well.</summary>
    private static Standing Projected(Standing standing, Focus focus, PlannedSession session) =>
        session.Cards.Any(c =>
            c.Focus == focus.Id && c.Rung == standing.Rung && c.Kind is CardKind.Goes or CardKind.Game or CardKind.Rounds
        )
            ? standing.After(new Evening(session.Date, standing.Rung, 10, 10), focus.Ladder.Count)
            : standing;

    internal static bool IsSpot(Focus focus, int rung) =>
        rung >= 0 && rung < focus.Ladder.Count && focus.Ladder[rung].Kind == RungKind.InSpot;
}
