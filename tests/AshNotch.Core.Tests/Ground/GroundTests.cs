using AshNotch.Core.Ground;

namespace AshNotch.Core.Tests.Ground;

public class GroundTests
{
    private static readonly GroundMap Map = GroundMap.Default;

    [Fact]
    public void The_whole_vocabulary_is_there_with_words_of_its_own()
    {
        Assert.Equal(52, Map.Positions.Count);
        Assert.Equal(143, Map.Techniques.Count);
        Assert.All(Map.Positions, p => Assert.False(string.IsNullOrWhiteSpace(p.Says)));
        Assert.All(Map.Techniques, t => Assert.False(string.IsNullOrWhiteSpace(t.Says)));
        Assert.True(Map.Techniques.Count(t => t.Aliases.Count > 0) > 130);
    }

    [Theory]
    [InlineData("half-guard")]
    [InlineData("back-control")]
    [InlineData("fifty-fifty")]
    [InlineData("leg-tangle")]
    public void Ids_that_files_of_others_rely_on_exist(string id) => Assert.NotNull(Map.Position(id));

    [Fact]
    public void A_name_or_alias_means_one_thing_among_positions_and_one_among_techniques()
    {
        AssertUnique(Map.Positions.SelectMany(p => p.Aliases.Append(p.Name).Select(n => (n.ToLowerInvariant(), p.Id)).Distinct()));
        AssertUnique(Map.Techniques.SelectMany(t => t.Aliases.Append(t.Name).Select(n => (n.ToLowerInvariant(), t.Id)).Distinct()));

        static void AssertUnique(IEnumerable<(string Name, string Id)> names) =>
            Assert.Empty(names.GroupBy(n => n.Name).Where(g => g.Select(n => n.Id).Distinct().Count() > 1).Select(g => g.Key));
    }

    // Common practice, no source: the order that any practitioner would sign.
    [Fact]
    public void Worth_stands_in_the_usual_order()
    {
        string[] bestFirst =
        [
            "back-control:top",
            "mount:top",
            "side-control:top",
            "half-guard:top",
            "closed-guard:top",
            "standing:even",
            "closed-guard:bottom",
            "half-guard:bottom",
            "side-control:bottom",
            "mount:bottom",
            "back-control:bottom",
        ];
        var worths = bestFirst.Select(s => Map.Worth(Spot.Parse(s))).ToList();
        Assert.Equal(worths.OrderDescending(), worths);
        Assert.Equal(worths.Count, worths.Distinct().Count());
    }

    [Fact]
    public void Top_and_bottom_mirror_each_other()
    {
        Assert.All(Map.Spots, s => Assert.Equal(-Map.Worth(s), Map.Worth(s.Mirror()), 12));
        Assert.All(Map.Spots, s => Assert.Equal(-Map.Level(s), Map.Level(s.Mirror()), 12));
    }

    [Fact]
    public void Every_spot_offers_both_people_something_to_do()
    {
        Assert.All(Map.Spots, s => Assert.Contains(Map.Techniques, t => Map.Fit(t, s) > 0));
        Assert.Equal(1, Map.Fit(Map.Technique("knee-cut")!, Spot.Parse("half-guard:top")));
        Assert.Equal(0, Map.Fit(Map.Technique("knee-cut")!, Spot.Parse("half-guard:bottom")));
        Assert.Equal(0.3, Map.Fit(Map.Technique("pass")!, Spot.Parse("lockdown:top")));
        Assert.Equal(0.1, Map.Fit(Map.Technique("choke")!, Spot.Parse("scramble")));
    }

    [Fact]
    public void What_contradicts_itself_is_named()
    {
        var position = new Position
        {
            Id = "raft",
            Name = "Raft",
            Family = Family.Own,
            Roles = [Role.Even],
            Scores = PositionScore.Nothing,
            Worth = 0.2,
        };
        var technique = new Technique
        {
            Id = "drift",
            Name = "Drift",
            Kind = TechniqueKind.Sweep,
            From = [StartPattern.Parse("raft:top")],
            To = [Spot.Parse("moon")],
        };
        var faults = GroundRules.Check([position, position], [technique]);
        Assert.Contains(faults, f => f.Contains("share the id 'raft'"));
        Assert.Contains(faults, f => f.Contains("favour nobody"));
        Assert.Contains(faults, f => f.Contains("'raft:top'"));
        Assert.Contains(faults, f => f.Contains("'moon'"));
    }

    [Fact]
    public void Own_positions_and_techniques_stand_beside_the_shipped_ones()
    {
        var own = new PersonalWords
        {
            Positions =
            [
                new Position
                {
                    Id = "raft",
                    Name = "Raft",
                    Family = Family.Own,
                    Roles = [Role.Top, Role.Bottom],
                    Scores = PositionScore.Guard,
                },
            ],
            Techniques =
            [
                new Technique
                {
                    Id = "drift",
                    Name = "Drift",
                    Kind = TechniqueKind.Sweep,
                    From = [StartPattern.Parse("raft:bottom")],
                    To = [Spot.Parse("mount:top")],
                },
            ],
        };
        var map = Map.With(own);
        Assert.True(map.Has(new Spot("raft", Role.Bottom)));
        Assert.Equal(1, map.Fit(map.Technique("drift")!, new Spot("raft", Role.Bottom)));
        Assert.False(Map.Has(new Spot("raft", Role.Bottom)));
        Assert.Throws<InvalidDataException>(() => map.With(own));
    }
}
