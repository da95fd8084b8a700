using AshNotch.Core.Ground;
using AshNotch.Core.Log;

namespace AshNotch.Core.Drilling;

/// <summary>Puts cards together, in full.</summary>
/// <param name="basis">What the plan is made from.</param>
/// <param name="date">The day.</param>
/// <param name="turn">Whose turn it is; the side to begin on goes by it where neither is thin.</param>
internal sealed class CardMaker(PlanBasis basis, DateOnly date, int turn)
{
    private const double ThinShare = 0.6;

    /// <summary>A card, but for why it is there.</summary>
    public DrillCard Make(
        string id,
        CardKind kind,
        Focus focus,
        Slot slot,
        double minutes,
        Rung rung,
        int at,
        string? technique,
        DrillWords.Parts parts,
        int goes,
        int seconds
    )
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
            OnFirstSide = focus.ThinSide is null ? (goes + 1) / 2 : (int)Math.Ceiling(goes * ThinShare),
            Thin = focus.ThinSide is not null,
            Cue = focus.Cue,
            Partners = PartnerChoice.For(
                basis.Mates,
                focus,
                rung.Kind,
                date.DayOfWeek,
                date == basis.Today ? basis.Present : null,
                basis.Readings,
                basis.Owner
            ),
            Cautions = Cautions.Beside(techniques, rung.Start, basis.Ground),
            Why = "",
        };
    }

    private static string IntensityOf(CardKind kind, RungKind rung) =>
        kind switch
        {
            CardKind.Repetitions => "nobody resists",
            CardKind.Rounds => "as in class",
            _ => rung switch
            {
                RungKind.HalfDone or RungKind.InSpot => "about half speed",
                _ => "about two thirds",
            },
        };
}
