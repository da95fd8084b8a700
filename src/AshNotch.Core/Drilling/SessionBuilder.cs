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
    private const int LeastMinutes = 4;

    private readonly PlanBasis basis;
    private readonly DateOnly date;
    private readonly DrillDay day;
    private readonly IReadOnlyList<Standing> standings;
    private readonly int turn;
    private readonly IReadOnlySet<string> unmeasured;
    private readonly IReadOnlyList<Refresher> refreshers;
    private readonly Dictionary<Slot, double> free;
    private readonly List<DrillCard> cards = [];
    private readonly List<LeftOut> leftOut = [];

    /// <param name="basis">What the plan is made from.</param>
    /// <param name="date">The day.</param>
    /// <param name="day">Its minutes.</param>
    /// <param name="standings">Where each focus stands by then.</param>
    /// <param name="turn">Whose turn it is: goes up by one with each session of a week, and from week to week.</param>
    /// <param name="unmeasured">The focuses whose start is still to be measured.</param>
    /// <param name="refreshers">Refreshers that are due.</param>
    public SessionBuilder(PlanBasis basis, DateOnly date, DrillDay day, IReadOnlyList<Standing> standings, int turn, IReadOnlySet<string> unmeasured, IReadOnlyList<Refresher> refreshers)
    {
        (this.basis, this.date, this.day, this.standings) = (basis, date, day, standings);
        (this.turn, this.unmeasured, this.refreshers) = (turn, unmeasured, refreshers);
        free = new Dictionary<Slot, double> { [Slot.Before] = day.Before, [Slot.During] = day.During, [Slot.After] = day.After };
    }

    /// <summary>Builds it.</summary>
    /// <param name="week">The week of the block.</param>
    /// <param name="owed">Days missed just before it.</param>
    public PlannedSession Build(int week, IReadOnlyList<DateOnly> owed)
    {
        // Two focuses take turns at being first, by sessions and by weeks, so that neither is cut short on the same day each week.
        var order = Enumerable.Range(0, basis.Block.Focuses.Count).Select(i => (i + turn) % basis.Block.Focuses.Count).ToList();
        var spare = basis.Block.Focuses.Count > 0 ? LeastMinutes : 0;
        foreach (var due in refreshers.Where(_ => free.Values.Sum() >= spare + RefresherMinutes))
            Refresh(due);
        if (basis.Style == TrainingStyle.RepetitionsAndPositional && order.Count > 0 && !unmeasured.Contains(basis.Block.Focuses[order[0]].Id))
            Repetitions(basis.Block.Focuses[order[0]]);
        foreach (var focus in order)
            Goes(focus, last: focus == order[^1]);
        if (cards.Count == 0 && leftOut.Count == 0)
            leftOut.Add(new LeftOut("All drills", $"{Minutes(day.Minutes)} are too few for goes; keep the cue in mind in your rounds."));
        var tired = basis.HeavyWeek && date.DayNumber - basis.Today.DayNumber < 7;
        return new PlannedSession(
            date, day.Time, week, PlannedState.Coming, day.Minutes, [.. cards.OrderBy(c => c.Slot).ThenBy(c => c.Kind == CardKind.Refresher).ThenBy(c => c.Kind != CardKind.Repetitions)], [],
            leftOut, [.. leftOut.Any(l => l.Why.Contains("niggle")) ? Cautions.Of("niggle") : [], .. tired ? Cautions.Of("load") : []], Why(owed));
    }

    private void Repetitions(Focus focus)
    {
        var slot = free[Slot.Before] >= LeastReps ? Slot.Before : free[Slot.After] >= LeastReps + LeastMinutes ? Slot.After : Slot.During;
        var minutes = Math.Min(MostReps, slot == Slot.Before ? free[slot] : Math.Floor(free[slot] / 3));
        if (minutes < LeastReps || Trainable(focus, RungAt(focus, 0), out var technique) is false)
            return;
        free[slot] -= minutes;
        var goes = (int)(minutes * 60 / (2 * SecondsARepetition));
        cards.Add(Card("repetitions", CardKind.Repetitions, focus, slot, minutes, new Rung(RungKind.HalfDone, focus.Spot), -1, technique, DrillWords.Repetitions(focus, technique, basis.Ground), goes, 0)
            with
        { Why = "A few slow ones first, so that the goes have something to try." });
    }

    private void Goes(int index, bool last)
    {
        var focus = basis.Block.Focuses[index];
        var standing = standings[index];
        var spot = IndexOfSpot(focus);
        var measuring = unmeasured.Contains(focus.Id) && spot >= 0;
        var at = measuring ? spot : standing.Rung;
        var rung = Sparing(RungAt(focus, at));
        var slot = free.OrderByDescending(f => f.Value).ThenBy(f => f.Key).First().Key;
        var share = last || free.Values.Any(v => v != free[slot] && v >= LeastMinutes) ? 1 : 0.5;
        var budget = free[slot] * share;
        var both = basis.Style != TrainingStyle.Games && rung.Kind != RungKind.FullRound;
        var seconds = SecondsOf(rung.Kind, budget);
        var one = (both ? 2 : 1) * (seconds + Pause) / 60.0;
        var goes = Math.Min(measuring ? MeasureGoes : MostGoes, (int)Math.Floor((budget + 1e-9) / one));
        if (goes < (rung.Kind == RungKind.FullRound ? 1 : LeastGoes))
        {
            if (budget > 0 || !last)
                leftOut.Add(new LeftOut(DrillWords.Title(focus, focus.Technique, basis.Ground), $"the time left is too short for {(rung.Kind == RungKind.FullRound ? "a round" : "three goes")}; it comes first next time"));
            return;
        }

        if (Trainable(focus, rung, out var technique) is false)
            return;
        free[slot] -= goes * one;
        var game = basis.Style == TrainingStyle.Games && !measuring;
        var kind = rung.Kind == RungKind.FullRound ? CardKind.Rounds : game ? CardKind.Game : CardKind.Goes;
        var parts = game ? DrillWords.Game(focus, rung, technique, basis.Ground) : DrillWords.Goes(focus, rung, technique, basis.Ground);
        cards.Add(Card($"goes-{index + 1}", kind, focus, slot, goes * one, rung, at, technique, parts, goes, seconds) with { Why = WhyGoes(focus, standing, at, measuring) });
    }

    private void Refresh(Refresher due)
    {
        var slot = free[Slot.After] >= RefresherMinutes ? Slot.After : free[Slot.Before] >= RefresherMinutes ? Slot.Before : Slot.During;
        var rung = RungAt(due.Focus, Math.Max(0, IndexOfSpot(due.Focus)));
        if (free[slot] < RefresherMinutes || Trainable(due.Focus, rung, out var technique) is false)
            return;
        free[slot] -= RefresherMinutes;
        var parts = DrillWords.Goes(due.Focus, rung, technique, basis.Ground);
        cards.Add(Card($"refresher-{due.Block}-{due.Focus.Id}-{due.Number}", CardKind.Refresher, due.Focus, slot, RefresherMinutes, rung, -1, technique, parts, 4, 30) with
        {
            Block = due.Block,
            Why = due.BroughtOn is { } day ? $"It caught you again on {Day(day)}, so the refresher comes earlier." : "What is not touched fades: a short set keeps it.",
        });
    }

    private DrillCard Card(
        string id, CardKind kind, Focus focus, Slot slot, double minutes, Rung rung, int at, string? technique, DrillWords.Parts parts, int goes, int seconds)
    {
        var first = focus.ThinSide ?? (turn % 2 == 1 ? Side.Left : Side.Right);
        var techniques = new[] { technique, rung.Technique }.OfType<string>().Select(basis.Ground.Technique).OfType<Technique>();
        return new DrillCard
        {
            Id = $"{date:yyyy-MM-dd}-{id}",
            Kind = kind,
            Block = basis.Block.Id,
            Focus = focus.Id,
            Title = DrillWords.Title(focus, technique, basis.Ground),
            Slot = slot,
            Minutes = Math.Round(minutes, 1),
            Rung = at,
            RungKind = rung.Kind,
            Start = rung.Start,
            Technique = technique,
            WayOn = rung is { By: { } by, Technique: { } way } ? new WayOn(by, way) : null,
            From = parts.From,
            You = parts.You,
            They = parts.They,
            Win = parts.Win,
            Harder = parts.Harder,
            Goes = goes,
            Seconds = seconds,
            Intensity = IntensityOf(kind, rung.Kind),
            FirstSide = first,
            OnFirstSide = focus.ThinSide is null ? (goes + 1) / 2 : (int)Math.Ceiling(goes * 0.6),
            Thin = focus.ThinSide is not null,
            Cue = focus.Cue,
            Partners = PartnerChoice.For(basis.Mates, focus, rung.Kind, date.DayOfWeek, date == basis.Today ? basis.Present : null, basis.Readings, basis.Owner),
            Cautions = Cautions.Beside(techniques, rung.Start, basis.Ground),
            Why = "",
        };
    }

    /// <summary>
    /// The technique to drill of a focus from a start today: its own, or when that would load a niggle the next one that does
    /// not. False, with the reason noted, when the start itself would, or nothing is left.
    /// </summary>
    private bool Trainable(Focus focus, Rung rung, out string? technique)
    {
        var start = rung.Start;
        technique = focus.Technique;
        var actor = focus.Purpose == Purpose.Plug ? Actor.Them : Actor.Me;
        var title = DrillWords.Title(focus, technique, basis.Ground);
        if (BodyLoads.Loaded(BodyLoads.In(start).Concat(BodyLoads.In(focus.Spot)), basis.Niggles, date) is [var sore, ..])
            return Out(new LeftOut(title, $"{DrillWords.Name(start, basis.Ground)} loads the {Word.Of(sore.Part)} (niggle since {Day(sore.From)}); watch others do it, and ask your coach what else"));
        if (rung is { Technique: { } way, By: { } by } && Sore(way, by) is { } onTheWay)
            return Out(new LeftOut(title, $"{DrillWords.Move(way, basis.Ground, way)}, the way there, loads the {Word.Of(onTheWay.Part)} (niggle since {Day(onTheWay.From)})"));
        if (technique is null || Sore(technique, actor) is not { } loaded)
            return true;
        var other = SpotEvidence.TechniquesOf(focus.Spot, basis.Judgement).Where(t => t.Actor == actor && t.Technique != focus.Technique && t.Done + t.Stopped > 0 && Candidates.Drillable(t.Technique) && Sore(t.Technique, actor) is null)
            .Select(t => t.Technique).FirstOrDefault();
        var why = $"loads the {Word.Of(loaded.Part)} (niggle since {Day(loaded.From)})";
        if (other is null)
            return Out(new LeftOut(title, why + "; nothing else from there that spares it"));
        if (leftOut.All(l => l.What != title))
            leftOut.Add(new LeftOut(title, $"{why}; {DrillWords.Move(other, basis.Ground, other)} takes its place today"));
        technique = other;
        return true;
    }

    /// <summary>A full round may begin anywhere: where its usual start would load a niggle, at the next usual one that does not.</summary>
    private Rung Sparing(Rung rung)
    {
        bool Sore(Spot at) => BodyLoads.Loaded(BodyLoads.In(at), basis.Niggles, date).Count > 0;
        if (rung.Kind != RungKind.FullRound || !Sore(rung.Start))
            return rung;
        var starts = basis.Judgement.Roads.Start.Index().Where(s => s.Item >= 0.02).OrderByDescending(s => s.Item).Select(s => basis.Ground.Usual.Spots[s.Index]);
        return rung with { Start = starts.FirstOrDefault(s => !Sore(s), rung.Start) };
    }

    private bool Out(LeftOut left)
    {
        if (leftOut.All(l => l.What != left.What))
            leftOut.Add(left);
        return false;
    }

    private Niggle? Sore(string technique, Actor actor) => basis.Ground.Technique(technique) is { } known
        ? BodyLoads.Loaded(actor == Actor.Me ? BodyLoads.Does(known) : BodyLoads.Takes(known), basis.Niggles, date).FirstOrDefault()
        : null;

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
            _ when standing.Steps.Count > 0 && step.To > step.From => "Two good evenings: the start has moved one step back along the way in.",
            _ when standing.Steps.Count > 0 => "Two hard evenings: one step nearer, until it holds again.",
            _ => "The first rung: half done already, at half speed.",
        };
    }

    private string Why(IReadOnlyList<DateOnly> owed)
    {
        var parts = new List<string>();
        if (owed.Count > 0)
            parts.Add(owed.Count == 1 ? $"{Day(owed[0])} was missed, so its work comes now." : $"{owed.Count} sessions were missed; the plan goes on from where you stand, without catching up.");
        if (basis.Block.Focuses.Count > 1 && cards.Any(c => c.Kind != CardKind.Repetitions && c.Kind != CardKind.Refresher))
            parts.Add("The two focuses take turns at being first.");
        return string.Join(' ', parts);
    }

    private static int SecondsOf(RungKind kind, double budget) => kind switch
    {
        RungKind.HalfDone => 30,
        RungKind.InSpot => 45,
        RungKind.StepBack => 60,
        _ => (int)(60 * Math.Clamp(Math.Floor(budget) - 1, 3, 5)),
    };

    private static string IntensityOf(CardKind kind, RungKind rung) => kind switch
    {
        CardKind.Repetitions => "nobody resists",
        CardKind.Rounds => "as in class",
        _ => rung switch { RungKind.HalfDone or RungKind.InSpot => "about half speed", _ => "about two thirds" },
    };

    private static Rung RungAt(Focus focus, int at) => at < focus.Ladder.Count ? focus.Ladder[at] : new Rung(RungKind.InSpot, focus.Spot);

    private static int IndexOfSpot(Focus focus) => focus.Ladder.ToList().FindIndex(r => r.Kind == RungKind.InSpot);

    private static string Day(DateOnly day) => day.ToString("ddd d MMM", System.Globalization.CultureInfo.InvariantCulture);

    private static string Minutes(int n) => n == 1 ? "1 minute" : $"{n} minutes";
}
