using System.Text.Json;
using AshNotch.Core.Ground;
using AshNotch.Core.Log;

namespace AshNotch.Core.Tests.Ground;

public class StartPatternTests
{
    [Theory]
    [InlineData("half-guard:top")]
    [InlineData("standing")]
    [InlineData("*guard:bottom")]
    [InlineData("*guard:top")]
    [InlineData("*")]
    public void The_written_form_is_read_back(string text)
    {
        var pattern = StartPattern.Parse(text);
        Assert.Equal(text, pattern.ToString());
        Assert.Equal(pattern, JsonSerializer.Deserialize<StartPattern>(JsonSerializer.Serialize(pattern)));
    }

    [Theory]
    [InlineData("mount:left")]
    [InlineData("*guard")]
    [InlineData("*pin:top")]
    [InlineData("mount:top:twice")]
    public void What_is_none_of_the_three_is_refused(string text)
    {
        Assert.False(StartPattern.TryParse(text, out _));
        Assert.Throws<FormatException>(() => StartPattern.Parse(text));
    }

    [Fact]
    public void A_guard_is_taken_in_only_in_the_role_named_and_anywhere_takes_in_all()
    {
        var below = new Spot("closed-guard", Role.Bottom);
        var pattern = StartPattern.AnyGuard(Role.Bottom);
        Assert.Equal(0.3, pattern.Fit(below, guard: true));
        Assert.Equal(0, pattern.Fit(below.Mirror(), guard: true));
        Assert.Equal(0, pattern.Fit(new Spot("mount", Role.Bottom), guard: false));
        Assert.Equal(0.1, StartPattern.Anywhere.Fit(below, guard: true));
        Assert.Equal(1, StartPattern.At(below).Fit(below, guard: true));
        Assert.Equal(0, StartPattern.At(below).Fit(below.Mirror(), guard: true));
    }

    // The closed sets are written as the tables have them: a family in plain words, a kind in words joined by hyphens.
    [Fact]
    public void Families_and_kinds_are_written_as_in_the_tables()
    {
        Assert.Equal("open guard", Word.Of(Family.OpenGuard));
        Assert.True(Word.TryRead<Family>("leg tangle", out var family) && family == Family.LegTangle);
        Assert.Equal("back-take", Word.Of(TechniqueKind.BackTake));
        Assert.Equal("\"half guard\"", JsonSerializer.Serialize(Family.HalfGuard, GroundJson.Options));
    }

    // Kinds and what they do to the one who does them. Common practice, no source.
    [Theory]
    [InlineData(TechniqueKind.Escape, true, true, true)]
    [InlineData(TechniqueKind.Retention, true, true, true)]
    [InlineData(TechniqueKind.StandUp, true, false, true)]
    [InlineData(TechniqueKind.Defence, true, false, false)]
    [InlineData(TechniqueKind.Pass, false, false, true)]
    [InlineData(TechniqueKind.Entry, false, false, false)]
    [InlineData(TechniqueKind.Pull, false, false, false)]
    public void A_kind_says_what_it_does(TechniqueKind kind, bool saves, bool undoes, bool leaves)
    {
        var technique = new Technique
        {
            Id = "it",
            Name = "It",
            Kind = kind,
        };
        Assert.Equal((saves, undoes, leaves), (technique.Saves(), technique.Undoes(), technique.Leaves()));
    }
}
