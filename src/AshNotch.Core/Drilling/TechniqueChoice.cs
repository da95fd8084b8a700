using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Load;
using AshNotch.Core.Log;

namespace AshNotch.Core.Drilling;

/// <summary>
/// What is drilled of a focus on a day: what would load a niggle is replaced by the next technique that does not, or left out with the
/// reason.
/// </summary>
/// <param name="basis">What the plan is made from.</param>
/// <param name="date">The day.</param>
internal sealed class TechniqueChoice(PlanBasis basis, DateOnly date)
{
    private const double OftenBegun = 0.02;

    private readonly List<LeftOut> leftOut = [];

    /// <summary>What was left out, each thing once.</summary>
    public IReadOnlyList<LeftOut> LeftOut => leftOut;

    /// <summary>Notes something that is left out, unless it is noted already.</summary>
    public void Leave(LeftOut left)
    {
        if (leftOut.All(l => l.What != left.What))
            leftOut.Add(left);
    }

    /// <summary>
    /// The technique to drill of a focus from a start today: its own, or when that would load a niggle the next one that does
    /// not. False, with the reason noted, when the start itself would, or nothing is left.
    /// </summary>
    public bool Trainable(Focus focus, Rung rung, out string? technique)
    {
        var start = rung.Start;
        technique = focus.Technique;
        var actor = focus.Purpose == Purpose.Plug ? Actor.Them : Actor.Me;
        var title = DrillWords.Title(focus, technique, basis.Ground);
        if (BodyLoads.Loaded(BodyLoads.In(start).Concat(BodyLoads.In(focus.Spot)), basis.Niggles, date) is [var sore, ..])
            return Out(
                title,
                $"{DrillWords.Name(start, basis.Ground)} loads the {Word.Of(sore.Part)} (niggle since {DrillWords.Day(sore.From)}); "
                    + "watch others do it, and ask your coach what else"
            );
        if (rung is { Technique: { } way, By: { } by } && Sore(way, by) is { } onTheWay)
            return Out(
                title,
                $"{DrillWords.Move(way, basis.Ground, way)}, the way there, loads the {Word.Of(onTheWay.Part)} (niggle since "
                    + $"{DrillWords.Day(onTheWay.From)})"
            );
        if (technique is null || Sore(technique, actor) is not { } loaded)
            return true;
        var other = SpotEvidence
            .TechniquesOf(focus.Spot, basis.Judgement)
            .Where(t =>
                t.Actor == actor
                && t.Technique != focus.Technique
                && t.Done + t.Stopped > 0
                && Candidates.Drillable(t.Technique)
                && Sore(t.Technique, actor) is null
            )
            .Select(t => t.Technique)
            .FirstOrDefault();
        var why = $"loads the {Word.Of(loaded.Part)} (niggle since {DrillWords.Day(loaded.From)})";
        if (other is null)
            return Out(title, why + "; nothing else from there that spares it");
        Leave(new LeftOut(title, $"{why}; {DrillWords.Move(other, basis.Ground, other)} takes its place today", LeftOutReason.Niggle));
        technique = other;
        return true;
    }

    /// <summary>A full round may begin anywhere: where its usual start would load a niggle, at the next usual one that does not.</summary>
    public Rung Sparing(Rung rung)
    {
        bool Sore(Spot at) => BodyLoads.Loaded(BodyLoads.In(at), basis.Niggles, date).Count > 0;
        if (rung.Kind != RungKind.FullRound || !Sore(rung.Start))
            return rung;
        var starts = basis
            .Judgement.Roads.Start.Index()
            .Where(s => s.Item >= OftenBegun)
            .OrderByDescending(s => s.Item)
            .Select(s => basis.Ground.Usual.Spots[s.Index]);
        return rung with { Start = starts.FirstOrDefault(s => !Sore(s), rung.Start) };
    }

    private bool Out(string what, string why)
    {
        Leave(new LeftOut(what, why, LeftOutReason.Niggle));
        return false;
    }

    private Niggle? Sore(string technique, Actor actor) =>
        basis.Ground.Technique(technique) is { } known
        && BodyLoads.Loaded(actor == Actor.Me ? BodyLoads.Does(known) : BodyLoads.Takes(known), basis.Niggles, date) is [var first, ..]
            ? first
            : null;
}
