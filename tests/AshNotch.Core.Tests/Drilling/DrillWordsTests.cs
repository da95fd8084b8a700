using AshNotch.Core.Drilling;
using AshNotch.Core.Ground;
using AshNotch.Core.Log;

namespace AshNotch.Core.Tests.Drilling;

public class DrillWordsTests
{
    private static readonly GroundMap Ground = GroundMap.Default;

    [Theory]
    [InlineData("half-guard:bottom", "in half guard, from below")]
    [InlineData("back-control:top", "in back control, theirs")]
    [InlineData("ashi-cross:bottom", "in ")]
    [InlineData("standing", "on the feet")]
    [InlineData("clinch", "in the clinch")]
    [InlineData("de-la-riva:bottom", "in De La Riva guard, from below")]
    public void Places_are_named_as_people_say_them(string spot, string words) =>
        Assert.StartsWith(words, DrillWords.At(Spot.Parse(spot), Ground));

    // Whatever the focus, the rung and the style: nothing is left empty, no id shows, and the partner has a part too.
    [Fact]
    public void Every_card_says_where_who_what_and_when_it_counts()
    {
        var techniques = Ground.Techniques.Take(60).Select(t => t.Id).Append(null).ToList();
        foreach (var purpose in Enum.GetValues<Purpose>())
        foreach (var kind in Enum.GetValues<RungKind>())
        foreach (var technique in techniques)
        {
            var focus = new Focus
            {
                Id = "f",
                Spot = Drilled.HalfGuard,
                Purpose = purpose,
                Technique = technique,
            };
            var rung = new Rung(
                kind,
                Spot.Parse("open-guard:bottom"),
                kind == RungKind.StepBack ? Actor.Them : null,
                kind == RungKind.StepBack ? technique : null
            );
            foreach (
                var parts in new[]
                {
                    DrillWords.Goes(focus, rung, technique, Ground),
                    DrillWords.Game(focus, rung, technique, Ground),
                    DrillWords.Repetitions(focus, technique, Ground),
                }
            )
            {
                Assert.All(new[] { parts.From, parts.You, parts.They, parts.Win }, text =>
                    Assert.True(text.Length > 5 && !text.Contains("half-guard") && !text.Contains("  ") && !text.EndsWith('.'), text)
                );
                Assert.True(char.IsUpper(parts.From[0]));
            }
        }
    }

    [Fact]
    public void A_game_has_a_task_for_both_a_limit_and_a_way_to_make_it_harder()
    {
        foreach (var purpose in Enum.GetValues<Purpose>())
        {
            var game = DrillWords.Game(
                new Focus
                {
                    Id = "f",
                    Spot = Drilled.HalfGuard,
                    Purpose = purpose,
                },
                new Rung(RungKind.InSpot, Drilled.HalfGuard),
                "knee-cut",
                Ground
            );
            Assert.StartsWith("task:", game.You);
            Assert.StartsWith("task:", game.They);
            Assert.Contains("limit:", game.They);
            Assert.NotNull(game.Harder);
        }
    }
}
