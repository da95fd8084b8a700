using AshNotch.Core.Drilling;
using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Judging.Patterns;
using AshNotch.Core.Log;
using AshNotch.Core.Telling;
using AshNotch.Core.Telling.Timeline;

namespace AshNotch.Core.Tests.Drilling;

public class CandidateTests
{
    private static readonly IReadOnlyList<Takeaway> Takeaways =
    [
        .. Drilled.Demo.Sessions.SelectMany(s =>
            s.Rolls.SelectMany(r => (r.Takeaways ?? []).Select(t => new Takeaway(s.Id, r.Id, s.Date, t)))
        ),
    ];

    private static readonly IReadOnlyList<Candidate> All = Candidates.Of(
        Drilled.Readings,
        Drilled.Judgement,
        Drilled.Ground,
        Takeaways,
        new AccountReader(GroundMap.Default, Drilled.Demo.Vocabulary),
        [
            new Niggle
            {
                Id = "n",
                Part = BodyPart.Hip,
                From = Drilled.Monday,
            },
        ],
        Drilled.Monday
    );

    [Fact]
    public void Soft_spots_to_plug_and_levers_to_sharpen_each_best_first()
    {
        Assert.Equal(
            Drilled.Judgement.SoftSpots.Take(3).Select(s => s.Spot),
            All.Where(c => c.Focus.Purpose == Purpose.Plug).Select(c => c.Focus.Spot)
        );
        Assert.Equal(
            Drilled.Judgement.Levers.Take(3).Select(s => s.Spot),
            All.Where(c => c.Focus.Purpose == Purpose.Sharpen).Select(c => c.Focus.Spot)
        );
    }

    // The planted story: half guard gives way to the knee cut.
    [Fact]
    public void The_planted_leak_is_resolved_to_what_can_be_trained()
    {
        var leak = All.Single(c => c.Focus.Purpose == Purpose.Plug && c.Focus.Spot == Drilled.HalfGuard);
        Assert.Equal("knee-cut", leak.Focus.Technique);
        Assert.Equal(Actor.Them, leak.Technique!.Actor);
        Assert.NotNull(leak.Focus.Reason);
        Assert.True(leak.ReasonCount > 0);
        Assert.Contains(leak.CueFrom!, Takeaways);
        Assert.Contains("knee cut", leak.Focus.Cue);
        Assert.Equal(leak.Ranked.Won, leak.Focus.StartLevel!.Won);
        Assert.True(leak.Focus.Hoped >= 0.2);
        Assert.All(leak.Moments, m => Assert.Equal(Drilled.HalfGuard, m.Spot));
        Assert.Equal("hip", Word.Of(Assert.Single(leak.Niggles).Part));
        Assert.True(leak.Patience.PerWeek > 1);
        Assert.Null(
            Candidates.At(
                Spot.Parse("truck:bottom"),
                Purpose.Plug,
                [],
                Judgement.Of(Drilled.Ground, new LogCounts(Drilled.Ground.Usual), Standpoint.Owner(Drilled.Demo.Athlete)),
                Drilled.Ground,
                [],
                AccountReader.Default,
                [],
                Drilled.Monday
            )
        );
    }

    [Fact]
    public void Own_techniques_are_built_and_names_for_not_knowing_are_no_drill()
    {
        Assert.All(All.Where(c => c.Focus.Purpose == Purpose.Sharpen && c.Technique is not null), c =>
            Assert.Equal(Actor.Me, c.Technique!.Actor)
        );
        Assert.All(All, c => Assert.False(c.Focus.Technique is "pass" or "sweep" or "escape" or "submission"));
    }

    [Theory]
    [InlineData(1, 10, 8, 10, Side.Left)]
    [InlineData(8, 10, 1, 10, Side.Right)]
    [InlineData(4, 10, 4, 10, null)]
    [InlineData(5, 10, 1, 2, Side.Right)]
    [InlineData(0, 1, 2, 2, null)]
    [InlineData(0, 0, 3, 4, Side.Left)]
    [InlineData(0, 0, 0, 0, null)]
    public void The_thin_side_is_the_weaker_or_the_seldom_one(int leftGood, int left, int rightGood, int right, Side? thin) =>
        Assert.Equal(thin, Candidates.ThinSide(new SideTally(leftGood, left), new SideTally(rightGood, right)));

    [Fact]
    public void Every_offered_reason_has_a_cue_and_an_own_takeaway_comes_first()
    {
        Assert.Equal(Reason.Offered.Select(r => r.Id).Order(StringComparer.Ordinal), Cues.Reasons.Order(StringComparer.Ordinal));
        var own = new Takeaway("s", "r", Drilled.Monday, "Frame before the knee cut comes.");
        Assert.Equal(own.Text, Cues.For("half-guard", "knee-cut", "rushed", [own], AccountReader.Default)!.Text);
        Assert.Null(Cues.For("mount", "armbar", "rushed", [own], AccountReader.Default)!.From);
        Assert.Null(Cues.For("mount", "armbar", null, [own], AccountReader.Default));
    }

    // The cautions that safety asks for, each where its choice is made (common practice, no source).
    [Fact]
    public void Cautions_stand_beside_what_they_are_about()
    {
        IEnumerable<string> Beside(string technique, string start) =>
            Cautions.Beside([GroundMap.Default.Technique(technique)!], Spot.Parse(start), GroundMap.Default).Select(c => c.Id);
        Assert.Contains("twist", Beside("inside-heel-hook", "ashi-cross:top"));
        Assert.Contains("twist", Beside("hide-the-heel", "ashi-cross:bottom"));
        Assert.Contains("joint", Beside("kimura", "side-control:top"));
        Assert.Contains("spine", Beside("neck-crank", "back-control:top"));
        Assert.Contains("choke", Beside("rear-naked-choke", "back-control:top"));
        Assert.Contains("fall", Beside("hip-throw", "clinch"));
        Assert.Equal(["tap"], Beside("knee-cut", "half-guard:bottom"));
        Assert.Equal(["skin", "house"], Cautions.Of(Situation.Plan).Select(c => c.Id));
        Assert.Contains(Cautions.Of(Situation.Niggle), c => c.Says.Contains("licensed professional"));
    }
}
