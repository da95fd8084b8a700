using AshNotch.Core.Drilling;
using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Log;
using AshNotch.Demo;

namespace AshNotch.Core.Tests.Drilling;

/// <summary>What the tests of drilling start from: the demo log and blocks upon it.</summary>
internal static class Drilled
{
    public static readonly Spot HalfGuard = Spot.Parse("half-guard:bottom");

    public static readonly DateOnly Monday = new(2026, 7, 6);

    public static readonly Logbook Demo = Season.Make();

    public static readonly GroundMap Ground = GroundMap.Default.With(Demo.Vocabulary);

    public static readonly IReadOnlyList<RollReading> Readings = [.. RollReading.Of(Demo, Ground)];

    public static readonly Judgement Judgement = Core.Judging.Judgement.Of(
        Ground,
        LogCounts.Of(Readings, Ground.Usual),
        Standpoint.Owner(Demo.Athlete)
    );

    public static readonly IReadOnlyList<Rung> HalfGuardLadder = Ladder.Of(HalfGuard, Readings, Judgement, Ground);

    public static readonly IReadOnlyList<Mate> Mates = PartnerChoice.Usually(Demo.Partners, Readings);

    public static Focus KneeCut(Side? thin = Side.Left) =>
        new()
        {
            Id = "half-guard",
            Spot = HalfGuard,
            Purpose = Purpose.Plug,
            Technique = "knee-cut",
            ThinSide = thin,
            Cue = "On the side, never flat.",
            Ladder = HalfGuardLadder,
        };

    public static Focus Backs()
    {
        var spot = Spot.Parse("back-control:top");
        return new Focus
        {
            Id = "back",
            Spot = spot,
            Purpose = Purpose.Sharpen,
            Technique = "rear-naked-choke",
            Ladder = Ladder.Of(spot, Readings, Judgement, Ground),
        };
    }

    public static Block Block(params Focus[] focuses) =>
        new()
        {
            Id = "b",
            From = Monday,
            Weeks = 4,
            Days =
            [
                new DrillDay(DayOfWeek.Tuesday, new TimeOnly(18, 30), 6, 0, 12),
                new DrillDay(DayOfWeek.Thursday, new TimeOnly(18, 30), 0, 20, 0),
            ],
            Focuses = focuses,
        };

    public static PlanBasis Basis(Block block, TrainingStyle style = TrainingStyle.RepetitionsAndPositional) =>
        new()
        {
            Block = block,
            Style = style,
            Readings = Readings,
            Judgement = Judgement,
            Ground = Ground,
            Owner = Standpoint.Owner(Demo.Athlete),
            Today = block.From,
            Mates = Mates,
        };
}
