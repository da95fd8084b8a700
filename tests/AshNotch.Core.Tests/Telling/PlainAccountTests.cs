using AshNotch.Core.Ground;
using AshNotch.Core.Log;
using AshNotch.Core.Telling;
using AshNotch.Core.Telling.Phrases;
using AshNotch.Core.Telling.Syntax;
using AshNotch.Core.Telling.Text;
using static AshNotch.Core.Tests.Telling.AsRead;

namespace AshNotch.Core.Tests.Telling;

/// <summary>Accounts as anybody would tell them after class, a few sentences long. What they mean is common practice, no source.</summary>
public class PlainAccountTests
{
    [Theory]
    [InlineData("Sunniva snatched a darce. Tap.", "Them darce")]
    [InlineData("Ebele clamped a guillotine. Tap.", "Them guillotine")]
    public void A_name_may_open_the_account(string text, string end) => Assert.Equal([end], Ends(text));

    [Theory]
    [InlineData("Slowly settled into half guard.")]
    [InlineData("Smashed passed and tired.")]
    public void Words_that_are_no_names_open_it_as_well(string text) => Assert.DoesNotContain(true, NamesOf(text, null));

    [Fact]
    public void A_partner_of_the_log_is_known_by_name_in_small_letters()
    {
        const string text = "rolled six minutes, sunniva hip bumped me";
        Assert.DoesNotContain(true, NamesOf(text, null));
        Assert.Equal(3, Array.IndexOf(NamesOf(text, new HashSet<string> { "sunniva" }), true));
        Assert.Contains("them hip-bump-sweep done", Moments(text, AccountReader.Default.Knowing([], ["Sunniva"])));
    }

    [Fact]
    public void A_partner_with_an_everyday_name_is_not_seen_in_every_word()
    {
        var names = NamesOf("i had the mount and will not forget it", new HashSet<string> { "will", "mount" });
        Assert.DoesNotContain(true, names);
    }

    private static bool[] NamesOf(string text, IReadOnlySet<string>? people)
    {
        var lexicon = new PhraseMatcher(GroundMap.Default, []).Lexicon;
        return Grammar.Of(Tokens.Of(text), lexicon, people).Names;
    }

    [Theory]
    [InlineData("She went for a kimura and got it.", "Them kimura")]
    [InlineData("I lost to a baseball bat choke.", "Them baseball-bat-choke")]
    [InlineData("I lost by armbar.", "Them armbar")]
    [InlineData("She won with a triangle.", "Them triangle")]
    [InlineData("Cosmo: lost, rnc.", "Them rear-naked-choke")]
    [InlineData("He gave me the tap to a triangle.", "Me triangle")]
    [InlineData("He got me with a toe hold. Then I got him with a kneebar.", "Them toe-hold", "Me kneebar")]
    [InlineData("I caught Cosmo with a kneebar. He tapped. Then he caught me with the same thing.", "Me kneebar", "Them kneebar")]
    [InlineData("He took me down twice and I guillotined him on the third.", "Me guillotine")]
    [InlineData("Sunniva snatched a darce as I was turning in. Tap. We went again.", "Them darce")]
    public void Ends_are_told_in_many_ways(string text, params string[] ends) => Assert.Equal(ends, Ends(text));

    [Fact]
    public void What_was_under_way_came_first()
    {
        Assert.Equal(
            ["me turn-in done", "them darce done"],
            Moments("Sunniva snatched a darce as I was turning in from side control. Tap.")
        );
    }

    [Theory]
    [InlineData("I swept Ebele twice from half guard.", 2)]
    [InlineData("He tried to knee cut four times and got nothing.", 4)]
    [InlineData("Three triangle attempts, none worked.", 3)]
    [InlineData("I took her down once and she swept me.", 1)]
    public void What_is_counted_happened_as_often(string text, int times) =>
        Assert.Equal(times, Moments(text).Count(m => m == Moments(text)[0]));

    [Fact]
    public void The_number_of_defences_is_that_of_the_tries()
    {
        Assert.Equal(["me hand-fight-the-choke done"], Moments("She had my back and twice I hand fought the choke."));
    }

    [Fact]
    public void Two_verbs_are_two_moments()
    {
        Assert.Equal(["them leg-drag-pass done", "them back-take done"], Moments("Anneke leg dragged me and took my back."));
        Assert.Equal(
            ["them body-lock-pass done", "them mount-step done", "them cross-collar-choke done"],
            Moments("She passed with the body lock, mounted, and then cross choked me from there.")
        );
    }

    [Fact]
    public void The_back_is_taken_by_whoever_is_on_top_of_the_turtle()
    {
        var told = AccountReader.Default.Read("Sunniva got my back from the turtle.");
        Assert.Equal("turtle:bottom", told.Exchanges[0].Moments[0].Moment.From.ToString());
    }

    [Fact]
    public void A_sweep_into_the_guard_came_off_though_nothing_was_settled()
    {
        Assert.Contains("me sweep done", Moments("I played de la riva and swept Ebele, and she got back to guard before I could settle."));
    }

    [Fact]
    public void Partners_that_stand_like_labels_have_a_roll_each()
    {
        var told = AccountReader.Default.Read(
            "Open mat:\n- Sunniva: lost, RNC\n- Cosmo: won, kimura from half top\n- Halima: draw. She passed once."
        );
        Assert.Equal(3, told.Rolls.Count);
        Assert.Equal(["Them", "Me", ""], told.Exchanges.Select(e => e.End?.By.ToString() ?? ""));
        Assert.Equal([0, 1, 2], told.Exchanges.Select(e => e.Roll));
        // One label, or the same one again, parts nothing.
        Assert.Single(AccountReader.Default.Read("Sunniva: she passed. Sunniva: she mounted.").Rolls);
    }

    [Fact]
    public void A_round_that_lasted_longer_is_another_round()
    {
        var told = AccountReader.Default.Read(
            "She passed, mounted, armbar. Second one lasted longer, I hung on in half guard till the buzzer."
        );
        Assert.Equal(2, told.Rolls.Count);
        Assert.Equal(EndKind.Time, told.Exchanges[^1].End!.Kind);
    }

    [Theory]
    [InlineData("Tried an omoplata and it turned into a scramble.")]
    [InlineData("I got smashed and went home.")]
    [InlineData("I want to stop giving up my back.")]
    public void Some_words_only_look_like_moments(string text) =>
        Assert.DoesNotContain(Moments(text), m =>
            m.Contains("turn-in", StringComparison.Ordinal) || m.StartsWith("them", StringComparison.Ordinal)
        );
}
