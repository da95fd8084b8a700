using AshNotch.Core.Ground;
using AshNotch.Core.Load;
using AshNotch.Core.Log;

namespace AshNotch.Core.Tests.Load;

// The table is common practice, no source.
public class BodyLoadsTests
{
    [Fact]
    public void Every_position_has_a_row_and_every_row_names_something_known()
    {
        Assert.Equal(
            GroundMap.Default.Positions.Select(p => p.Id).Order(StringComparer.Ordinal),
            BodyLoads.Positions.Order(StringComparer.Ordinal)
        );
        Assert.All(BodyLoads.Techniques, id => Assert.NotNull(GroundMap.Default.Technique(id)));
    }

    [Fact]
    public void Every_technique_loads_somebody_and_a_submission_what_it_attacks()
    {
        Assert.All(GroundMap.Default.Techniques, t => Assert.True(BodyLoads.Does(t).Count + BodyLoads.Takes(t).Count > 0, t.Id));
        foreach (
            var (technique, part) in new[]
            {
                ("armbar", BodyPart.Elbow),
                ("kimura", BodyPart.Shoulder),
                ("inside-heel-hook", BodyPart.Knee),
                ("toe-hold", BodyPart.Ankle),
                ("triangle", BodyPart.Neck),
                ("spine-twist", BodyPart.Back),
            }
        )
            Assert.Contains(part, BodyLoads.Takes(GroundMap.Default.Technique(technique)!));
        Assert.Contains(BodyPart.Neck, BodyLoads.Does(GroundMap.Default.Technique("granby-roll")!));
    }

    [Fact]
    public void Niggles_count_on_their_days_and_on_either_side()
    {
        var day = new DateOnly(2026, 7, 7);
        Niggle[] niggles =
        [
            new()
            {
                Id = "a",
                Part = BodyPart.Knee,
                Side = Side.Left,
                From = day,
                To = day,
            },
            new()
            {
                Id = "b",
                Part = BodyPart.Neck,
                From = day.AddDays(1),
            },
        ];
        var parts = BodyLoads.In(Spot.Parse("lockdown:bottom"));
        Assert.Equal(["a"], BodyLoads.Loaded(parts, niggles, day).Select(n => n.Id));
        Assert.Empty(BodyLoads.Loaded(parts, niggles, day.AddDays(1)));
        Assert.Equal(["b"], BodyLoads.Loaded([BodyPart.Neck], niggles, day.AddDays(40)).Select(n => n.Id));
        Assert.Empty(BodyLoads.In(new Spot("my-own-place", Role.Top)));
    }
}
