using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Log;

namespace AshNotch.Core.Tests.Ground;

public class UsualGroundTests
{
    private static readonly GroundMap Map = GroundMap.Default;
    private static readonly UsualGround Usual = Map.Usual;

    [Fact]
    public void Above_and_below_mirror_each_other()
    {
        for (var s = 0; s < Usual.Spots.Count; s++)
        {
            var m = Usual.MirrorOf[s];
            Assert.Equal(s, Usual.MirrorOf[m]);
            Assert.Equal(-Usual.Level[s], Usual.Level[m], 12);
            Assert.Equal(Usual.Won[s][^1], Usual.Lost[m][^1]);
            for (var u = 0; u < Usual.Spots.Count; u++)
                Assert.Equal(Usual.Won[s][u], Usual.Lost[m][Usual.MirrorOf[u]]);
        }
    }

    [Fact]
    public void Rows_sum_to_one_and_no_contest_leads_back_to_where_it_was()
    {
        Assert.All(Usual.Won.Concat(Usual.Lost).Append(Usual.Start), row => Assert.Equal(1, row.Sum(), 9));
        Assert.All(Usual.Won.Concat(Usual.Lost).Append(Usual.Start), row => Assert.All(row, share => Assert.True(share >= 0)));
        for (var s = 0; s < Usual.Spots.Count; s++)
            Assert.Equal(0, Usual.Won[s][s]);
    }

    [Fact]
    public void Every_position_and_spot_of_the_product_has_a_row_with_a_line_that_explains_it()
    {
        Assert.Equal(Map.Positions.Select(p => p.Id).Order(), GroundMap.UsualLevels.Select(l => l.Position).Order());
        Assert.Equal(
            Map.Spots.Select(s => s.Role == Role.Even ? s.Position : s.ToString()).Append("start").Order(),
            GroundMap.UsualRoads.Select(r => r.From).Order()
        );
        Assert.All(GroundMap.UsualLevels, l => Assert.True(l.Says.Length > 8 && double.IsFinite(l.Top)));
        Assert.All(GroundMap.UsualRoads, r => Assert.True(r.Says.Length > 8));
        Assert.All(GroundMap.UsualRoads, r => Assert.Equal(100, r.To.Values.Sum()));
    }

    [Fact]
    public void A_finish_can_be_reached_from_everywhere_by_both()
    {
        foreach (var rows in new[] { Usual.Won, Usual.Lost })
        {
            var reaches = Enumerable.Range(0, Usual.Spots.Count).Where(s => rows[s][^1] > 0).ToHashSet();
            for (var more = true; more; )
            {
                var next = Enumerable
                    .Range(0, Usual.Spots.Count)
                    .Where(s =>
                        !reaches.Contains(s) && Enumerable.Range(0, Usual.Spots.Count).Any(u => rows[s][u] > 0 && reaches.Contains(u))
                    )
                    .ToList();
                more = next.Count > 0;
                reaches.UnionWith(next);
            }

            Assert.Equal(Usual.Spots.Count, reaches.Count);
        }
    }

    // What any practitioner would sign; common practice, no source.
    [Fact]
    public void Better_places_are_worth_more()
    {
        var worth = Worth(
            Objective.Submissions,
            "back-control:top",
            "mount:top",
            "side-control:top",
            "half-guard:top",
            "open-guard:top",
            "open-guard:bottom",
            "half-guard:bottom",
            "side-control:bottom",
            "mount:bottom",
            "back-control:bottom"
        );
        Assert.Equal(worth.OrderDescending(), worth);
    }

    // Under points what has been scored is not to be won again, and nobody is tapped on top whether mounted or behind: within a
    // group the order is open. The groups are not.
    [Theory]
    [InlineData(Objective.Points)]
    [InlineData(Objective.Survival)]
    public void Past_the_legs_beats_above_a_guard_beats_below_one_beats_being_pinned(Objective objective)
    {
        double[][] groups =
        [
            Worth(objective, "back-control:top", "mount:top", "side-control:top"),
            Worth(objective, "half-guard:top", "open-guard:top"),
            Worth(objective, "open-guard:bottom", "half-guard:bottom"),
            Worth(objective, "side-control:bottom", "mount:bottom", "back-control:bottom"),
        ];
        Assert.All(groups.Zip(groups.Skip(1)), pair => Assert.True(pair.First.Min() > pair.Second.Max()));
    }

    private static double[] Worth(Objective objective, params string[] spots)
    {
        var judgement = Judgement.Of(Map, new LogCounts(Usual), new Standpoint(new Belt(BeltColour.Blue), 70, objective));
        return [.. spots.Select(s => judgement.Worth(Spot.Parse(s)))];
    }

    [Fact]
    public void Kinds_of_one_guard_are_kin_from_the_same_side_only()
    {
        int At(string spot) => Usual.IndexOf(Spot.Parse(spot));
        foreach (var kind in new[] { "knee-shield", "deep-half", "lockdown", "quarter-guard" })
            Assert.True(Usual.Kin(At("half-guard:bottom"), At(kind + ":bottom")));
        foreach (var kind in new[] { "collar-sleeve", "spider-guard", "de-la-riva", "seated-guard" })
            Assert.True(Usual.Kin(At("open-guard:bottom"), At(kind + ":bottom")));
        Assert.False(Usual.Kin(At("half-guard:bottom"), At("knee-shield:top")));
        Assert.False(Usual.Kin(At("half-guard:bottom"), At("closed-guard:bottom")));
    }

    [Fact]
    public void A_position_of_the_owners_takes_after_its_family_and_their_own_techniques()
    {
        var own = Map.With(
            new PersonalWords
            {
                Positions =
                [
                    new Position
                    {
                        Id = "plank-guard",
                        Name = "Plank guard",
                        Family = Family.HalfGuard,
                        Roles = [Role.Top, Role.Bottom],
                        Scores = PositionScore.Guard,
                    },
                ],
                Techniques =
                [
                    new Technique
                    {
                        Id = "plank-roll",
                        Name = "Plank roll",
                        Kind = TechniqueKind.Sweep,
                        From = [StartPattern.Parse("plank-guard:bottom")],
                        To = [Spot.Parse("mount:top")],
                        Usual = 3,
                    },
                ],
            }
        ).Usual;
        var (plank, half) = (own.IndexOf(Spot.Parse("plank-guard:bottom")), own.IndexOf(Spot.Parse("half-guard:bottom")));
        Assert.True(own.Kin(plank, half));
        Assert.Equal(1, own.Won[plank].Sum(), 9);
        Assert.True(own.Won[plank][own.IndexOf(Spot.Parse("mount:top"))] > 0.4);
        var family = Map.Positions.Where(p => p.Family == Family.HalfGuard).Average(p => Map.Level(new Spot(p.Id, Role.Bottom)));
        Assert.Equal(family, own.Level[plank], 9);
    }
}
