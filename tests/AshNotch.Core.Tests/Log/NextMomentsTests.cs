using AshNotch.Core.Ground;
using AshNotch.Core.Log;

namespace AshNotch.Core.Tests.Log;

public class NextMomentsTests
{
    private static readonly Spot HalfGuard = Spot.Parse("half-guard:bottom");

    [Fact]
    public void Without_history_the_map_says_what_is_usual()
    {
        var next = new NextMoments(GroundMap.Default, [])[HalfGuard];
        Assert.Equal("knee-cut", next.First(n => n.Actor == Actor.Them).Technique);
        Assert.Equal(Spot.Parse("side-control:bottom"), next.First(n => n.Technique == "knee-cut").To[0]);
        Assert.DoesNotContain(next, n => n.Actor == Actor.Me && n.Technique == "knee-cut");
    }

    [Fact]
    public void What_was_seen_comes_first_and_leads_where_it_led()
    {
        var toLockdown = Spot.Parse("lockdown:bottom");
        var next = new NextMoments(
            GroundMap.Default,
            [
                new Followed(HalfGuard, Actor.Me, "guard-setup", toLockdown, 3),
                new Followed(HalfGuard, Actor.Them, "body-lock-pass", Spot.Parse("mount:bottom"), 4),
            ]
        )[HalfGuard];
        Assert.Equal("guard-setup", next.First(n => n.Actor == Actor.Me).Technique);
        Assert.Equal(toLockdown, next.First(n => n.Actor == Actor.Me).To[0]);
        var theirs = next.First(n => n.Actor == Actor.Them);
        Assert.Equal("body-lock-pass", theirs.Technique);
        Assert.Equal([Spot.Parse("mount:bottom"), Spot.Parse("side-control:bottom")], theirs.To);
    }

    [Fact]
    public void Something_never_on_the_map_is_offered_once_it_was_seen()
    {
        var next = new NextMoments(GroundMap.Default, [new Followed(HalfGuard, Actor.Me, "scissor-sweep", null, 1)])[HalfGuard];
        Assert.Contains(next, n => n.Technique == "scissor-sweep" && n.Actor == Actor.Me);
    }

    [Fact]
    public void Every_spot_has_something_for_both_and_no_more_than_asked()
    {
        var table = new NextMoments(GroundMap.Default, []);
        Assert.All(GroundMap.Default.Spots.Select(s => table[s]), list =>
        {
            Assert.InRange(list.Count(n => n.Actor == Actor.Me), 1, NextMoments.Most);
            Assert.InRange(list.Count(n => n.Actor == Actor.Them), 1, NextMoments.Most);
        });
    }
}
