using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Load;
using AshNotch.Core.Log;

namespace AshNotch.Core.Drilling;

/// <summary>
/// Fills one evening: repetitions first and before class if there is room, then goes of each focus in the largest stretch of
/// time, a refresher in what is left. What would load a niggle is replaced by the next technique that does not, or left out.
/// </summary>
internal sealed class SessionBuilder
{
    private const int LeastGoes = 3;
    private const int MostGoes = 10;
    private const int MeasureGoes = 10;
    private const int Pause = 15;
    private const int LeastReps = 3;
    private const int MostReps = 6;
    private const int SecondsARepetition = 10;
    private const int RefresherMinutes = 3;

    private readonly PlanBasis basis;
    private readonly DateOnly date;
    private readonly DrillDay day;
    private readonly IReadOnlyList<Standing> standings;
    private readonly int turn;
    private readonly IReadOnlySet<string> unmeasured;
    private readonly IReadOnlyList<Refresher> refreshers;
    private readonly EveningMinutes free;
    private readonly TechniqueChoice choice;
    private readonly CardMaker maker;
    private readonly List<DrillCard> cards = [];

    /// <param name="basis">What the plan is made from.</param>
    /// <param name="date">The day.</param>
    /// <param name="day">Its minutes.</param>
    /// <param name="standings">Where each focus stands by then.</param>
    /// <param name="turn">Whose turn it is: goes up by one with each session of a week, and from week to week.</param>
    /// <param name="unmeasured">The focuses whose start is still to be measured.</param>
    /// <param name="refreshers">Refreshers that are due.</param>
    public SessionBuilder(
        PlanBasis basis,
        DateOnly date,
        DrillDay day,
        IReadOnlyList<Standing> standings,
        int turn,
        IReadOnlySet<string> unmeasured,
        IReadOnlyList<Refresher> refreshers
    )
    {
        (this.basis, this.date, this.day, this.standings) = (basis, date, day, standings);
        (this.turn, this.unmeasured, this.refreshers) = (turn, unmeasured, refreshers);
        (free, choice, maker) = (new EveningMinutes(day), new TechniqueChoice(basis, date), new CardMaker(basis, date, turn));
    }

    /// <summary>Builds it.</summary>
    /// <param name="week">The week of the block.</param>
    /// <param name="owed">Days missed just before it.</param>
    public PlannedSession Build(int week, IReadOnlyList<DateOnly> owed)
    {
        // Two focuses take turns at being first, by sessions and by weeks, so that neither is cut short on the same day each week.
        var order = Enumerable.Range(0, basis.Block.Focuses.Count).Select(i => (i + turn) % basis.Block.Focuses.Count).ToList();
        var spare = basis.Block.Focuses.Count > 0 ? EveningMinutes.Least : 0;
        foreach (var due in refreshers.Where(_ => free.Sum >= spare + RefresherMinutes))
            Refresh(due);
        if (
            basis.Style == TrainingStyle.RepetitionsAndPositional
            && order.Count > 0
            && !unmeasured.Contains(basis.Block.Focuses[order[0]].Id)
        )
            Repetitions(basis.Block.Focuses[order[0]]);
        foreach (var focus in order)
            Goes(focus, last: focus == order[^1]);
        if (cards.Count == 0 && choice.LeftOut.Count == 0)
            choice.Leave(
                new LeftOut(
                    "All drills",
                    $"{Minutes(day.Minutes)} are too few for goes; keep the cue in mind in your rounds.",
                    LeftOutReason.TooShort
                )
            );
        var tired = basis.HeavyWeek && date.DayNumber - basis.Today.DayNumber < 7;
        return new PlannedSession(
            date,
            day.Time,
            week,
            PlannedState.Coming,
            day.Minutes,
            [.. cards.OrderBy(c => c.Slot).ThenBy(c => c.Kind == CardKind.Refresher).ThenBy(c => c.Kind != CardKind.Repetitions)],
            [],
            choice.LeftOut,
            [
                .. choice.LeftOut.Any(l => l.Reason == LeftOutReason.Niggle) ? Cautions.Of(Situation.Niggle) : [],
                .. tired ? Cautions.Of(Situation.Load) : [],
            ],
            Why(owed)
        );
    }

    private void Repetitions(Focus focus)
    {
        var slot =
            free[Slot.Before] >= LeastReps ? Slot.Before
            : free[Slot.After] >= LeastReps + EveningMinutes.Least ? Slot.After
            : Slot.During;
        var minutes = Math.Min(MostReps, slot == Slot.Before ? free[slot] : Math.Floor(free[slot] / 3));
        if (minutes < LeastReps || choice.Trainable(focus, RungAt(focus, 0), out var technique) is false)
            return;
        free.Use(slot, minutes);
        var goes = (int)(minutes * 60 / (2 * SecondsARepetition));
        cards.Add(
            maker.Make(
                "repetitions",
                CardKind.Repetitions,
                focus,
                slot,
                minutes,
                new Rung(RungKind.HalfDone, focus.Spot),
                -1,
                technique,
                DrillWords.Repetitions(focus, technique, basis.Ground),
                goes,
                0
            ) with
            {
                Why = "A few slow ones first, so that the goes have something to try.",
            }
        );
    }

    private void Goes(int index, bool last)
    {
        var focus = basis.Block.Focuses[index];
        var standing = standings[index];
        var spot = IndexOfSpot(focus);
        var measuring = unmeasured.Contains(focus.Id) && spot >= 0;
        var at = measuring ? spot : standing.Rung;
        var rung = choice.Sparing(RungAt(focus, at));
        var slot = free.Largest;
        var share = last || free.RoomBeside(slot) ? 1 : 0.5;
        var budget = free[slot] * share;
        var both = basis.Style != TrainingStyle.Games && rung.Kind != RungKind.FullRound;
        var seconds = SecondsOf(rung.Kind, budget);
        var one = (both ? 2 : 1) * (seconds + Pause) / 60.0;
        var goes = Math.Min(measuring ? MeasureGoes : MostGoes, (int)Math.Floor((budget + 1e-9) / one));
        if (goes < (rung.Kind == RungKind.FullRound ? 1 : LeastGoes))
        {
            if (budget > 0 || !last)
                choice.Leave(
                    new LeftOut(
                        DrillWords.Title(focus, focus.Technique, basis.Ground),
                        $"the time left is too short for {(rung.Kind == RungKind.FullRound ? "a round" : "three goes")}; it comes first "
                            + "next time",
                        LeftOutReason.TooShort
                    )
                );
            return;
        }

        if (choice.Trainable(focus, rung, out var technique) is false)
            return;
        free.Use(slot, goes * one);
        var game = basis.Style == TrainingStyle.Games && !measuring;
        var kind =
            rung.Kind == RungKind.FullRound ? CardKind.Rounds
            : game ? CardKind.Game
            : CardKind.Goes;
        var parts = game ? DrillWords.Game(focus, rung, technique, basis.Ground) : DrillWords.Goes(focus, rung, technique, basis.Ground);
        cards.Add(
            maker.Make($"goes-{index + 1}", kind, focus, slot, goes * one, rung, at, technique, parts, goes, seconds) with
            {
                Why = WhyGoes(focus, standing, at, measuring),
            }
        );
    }

    private void Refresh(Refresher due)
    {
        var slot =
            free[Slot.After] >= RefresherMinutes ? Slot.After
            : free[Slot.Before] >= RefresherMinutes ? Slot.Before
            : Slot.During;
        var rung = RungAt(due.Focus, Math.Max(0, IndexOfSpot(due.Focus)));
        if (free[slot] < RefresherMinutes || choice.Trainable(due.Focus, rung, out var technique) is false)
            return;
        free.Use(slot, RefresherMinutes);
        var parts = DrillWords.Goes(due.Focus, rung, technique, basis.Ground);
        cards.Add(
            maker.Make(
                $"refresher-{due.Block}-{due.Focus.Id}-{due.Number}",
                CardKind.Refresher,
                due.Focus,
                slot,
                RefresherMinutes,
                rung,
                -1,
                technique,
                parts,
                4,
                30
            ) with
            {
                Block = due.Block,
                Why = due.BroughtOn is { } day
                    ? $"It caught you again on {DrillWords.Day(day)}, so the refresher comes earlier."
                    : "What is not touched fades: a short set keeps it.",
            }
        );
    }

    private string WhyGoes(Focus focus, Standing standing, int at, bool measuring)
    {
        if (measuring)
            return "The first goes from the spot measure where you start: do them as you would today, and count honestly.";
        var rung = RungAt(focus, at);
        var step = standing.Steps.Count > 0 ? standing.Steps[^1] : default;
        var now = Plans.StandingOf(focus, basis.Done);
        var hoped = date > basis.Today && (standing.Rung, standing.Good, standing.Steps.Count) != (now.Rung, now.Good, now.Steps.Count);
        return standing switch
        {
            _ when rung.Kind == RungKind.FullRound => "The last rung: see whether it is there when nobody sets it up for you.",
            { Good: 1 } when hoped => "If the evening before goes well: once more from here, and then the start moves one step back.",
            { Good: 1 } => "Good once from here; once more and the start moves one step back.",
            { Poor: 1 } => "It was hard last time; the same start again before it gets easier.",
            _ when hoped && step.To > step.From => "If both evenings before go well: the start moves one step back along the way in.",
            _ when standing.Steps.Count > 0 && step.To > step.From =>
                "Two good evenings: the start has moved one step back along the way in.",
            _ when standing.Steps.Count > 0 => "Two hard evenings: one step nearer, until it holds again.",
            _ => "The first rung: half done already, at half speed.",
        };
    }

    private string Why(IReadOnlyList<DateOnly> owed)
    {
        var parts = new List<string>();
        if (owed.Count > 0)
            parts.Add(
                owed.Count == 1
                    ? $"{DrillWords.Day(owed[0])} was missed, so its work comes now."
                    : $"{owed.Count} sessions were missed; the plan goes on from where you stand, without catching up."
            );
        if (basis.Block.Focuses.Count > 1 && cards.Any(c => c.Kind != CardKind.Repetitions && c.Kind != CardKind.Refresher))
            parts.Add("The two focuses take turns at being first.");
        return string.Join(' ', parts);
    }

    private static int SecondsOf(RungKind kind, double budget) =>
        kind switch
        {
            RungKind.HalfDone => 30,
            RungKind.InSpot => 45,
            RungKind.StepBack => 60,
            _ => (int)(60 * Math.Clamp(Math.Floor(budget) - 1, 3, 5)),
        };

    private static Rung RungAt(Focus focus, int at) => at < focus.Ladder.Count ? focus.Ladder[at] : new Rung(RungKind.InSpot, focus.Spot);

    private static int IndexOfSpot(Focus focus) => focus.Ladder.ToList().FindIndex(r => r.Kind == RungKind.InSpot);

    private static string Minutes(int n) => n == 1 ? "1 minute" : $"{n} minutes";
}
