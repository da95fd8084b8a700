using AshNotch.Core.Ground;
using AshNotch.Core.Log;
using AshNotch.Core.Telling;
using AshNotch.Core.Telling.Timeline;

namespace AshNotch.Core.Tests.Telling;

/// <summary>What the reader must get right. All examples: common practice, no source.</summary>
public class AccountReaderTests
{
    private static readonly AccountReader Reader = AccountReader.Default;

    [Theory]
    [InlineData("I passed his guard.", "me pass done")]
    [InlineData("He passed my guard.", "them pass done")]
    [InlineData("I got passed.", "them pass done")]
    [InlineData("Got my guard passed.", "them pass done")]
    [InlineData("She swept me with a tripod.", "them tripod-sweep done")]
    [InlineData("I tried a scissor sweep but he posted.", "me scissor-sweep stopped")]
    [InlineData("His armbar got nowhere.", "them armbar stopped")]
    [InlineData("I couldn't finish the kimura.", "me kimura stopped")]
    [InlineData("He caught me in a triangle and I tapped.", "them triangle done")]
    [InlineData("I had her in mount and finished the americana.", "me americana done")]
    [InlineData("rnc, he tapped", "me rear-naked-choke done")]
    [InlineData("she took my back", "them back-take done")]
    [InlineData("gave up my back", "them back-take done")]
    public void Knows_who_did_it_and_what_became_of_it(string words, string wanted) => Assert.Equal([wanted], Moments(words));

    [Theory]
    [InlineData("I should have knee cut right away.")]
    [InlineData("Next time I want to try the berimbolo.")]
    [InlineData("Coach said the underhook sweep works there.")]
    [InlineData("Last Thursday he heel hooked me.")]
    [InlineData("If he had gone for the armbar I would have stacked him.")]
    [InlineData("Instead of the knee cut I waited.")]
    [InlineData("He did not pass.")]
    public void Reads_no_moment_from_what_did_not_happen(string words) => Assert.Empty(Moments(words));

    [Theory]
    [InlineData("in his clothes guard", "closed-guard:top")]
    [InlineData("i got to eggs guard", "x-guard:bottom")]
    [InlineData("he was in half god on top of me", "half-guard:bottom")]
    [InlineData("Under Ebele in side control.", "side-control:bottom")]
    [InlineData("She had me in north-south.", "north-south:bottom")]
    [InlineData("He's on my back.", "back-control:bottom")]
    public void Knows_the_spot_and_the_role(string words, string wanted) =>
        Assert.Equal(wanted, Reader.Read(words).Positions[^1].Spot.ToString());

    [Fact]
    public void The_map_decides_where_the_words_do_not()
    {
        Assert.Equal(["me triangle stopped"], Moments("triangle, no.", new Spot("closed-guard", Role.Bottom)));
        Assert.Equal(["them triangle stopped"], Moments("triangle, no.", new Spot("closed-guard", Role.Top)));
        var told = Reader.Read("I was in deep half and swept him.");
        Assert.Equal("deep-half-sweep", told.Exchanges[0].Moments[0].Moment.Technique);
    }

    [Fact]
    public void Fills_from_and_to()
    {
        var moment = Reader.Read("Knee cut to side control.", start: new Spot("half-guard", Role.Top)).Exchanges[0].Moments[0].Moment;
        Assert.Equal(new Spot("half-guard", Role.Top), moment.From);
        Assert.Equal(new Spot("side-control", Role.Top), moment.To);
    }

    [Theory]
    [InlineData("He passed, but I got my knee back in before he settled.", "them pass stopped")]
    [InlineData("I shot a single and took him down.", "me single-leg done")]
    [InlineData("She posted on my scissor sweep.", "me scissor-sweep stopped")]
    [InlineData("I could not stop his knee cut.", "them knee-cut done")]
    [InlineData("I got hit with a darce and tapped.", "them darce done")]
    [InlineData("Leg drag, passed him.", "me leg-drag-pass done")]
    [InlineData("Fell back for the armbar but she hitchhiked out.", "me armbar stopped")]
    public void What_follows_or_goes_before_decides_the_outcome(string words, string wanted) => Assert.Equal(wanted, Moments(words)[0]);

    [Fact]
    public void One_thing_in_two_names_is_one_moment()
    {
        Assert.Equal(
            ["me seat-belt done"],
            Moments("He turtled, seat belt in and I took his back.", new Spot("side-control", Role.Top))
                .Where(m => m.StartsWith("me", StringComparison.Ordinal))
        );
        Assert.Equal(["them tripod-sweep done"], Moments("I got swept, with a tripod.", new Spot("open-guard", Role.Top)));
    }

    [Fact]
    public void A_guard_that_is_pulled_into_is_where_the_pull_leads()
    {
        var told = Reader.Read("I pulled half guard.");
        Assert.Equal("guard-pull", Assert.Single(told.Exchanges[0].Moments).Moment.Technique);
        Assert.Equal("half-guard:bottom", told.Positions[^1].Spot.ToString());
    }

    [Fact]
    public void A_place_after_from_is_where_it_began()
    {
        var told = Reader.Read("I swept him from half guard.");
        Assert.Equal("half-guard-sweep", Assert.Single(told.Exchanges[0].Moments).Moment.Technique);
        Assert.Equal("half-guard:bottom", told.Positions[0].Spot.ToString());
        Assert.Equal(["them guard-pull done"], Moments("She pulled guard.", new Spot("open-guard", Role.Bottom)));
    }

    [Theory]
    [InlineData("me single leg, him sprawl", "me single-leg stopped", "them sprawl done")]
    [InlineData("he turtles, crucifix, tap", "them turtle-up done", "me crucifix-entry done")]
    public void Shorthand_labels_and_bare_names_are_read(string words, string first, string second) =>
        Assert.Equal([first, second], Moments(words).Take(2));

    [Fact]
    public void A_correction_takes_the_words_before_it_back()
    {
        var told = Reader.Read("I ended up in side control, no wait, north-south on him.");
        Assert.Equal(["north-south:top"], told.Positions.Select(p => p.Spot.ToString()));
    }

    [Fact]
    public void What_came_before_is_put_before()
    {
        Assert.Equal(["me double-leg done", "me armbar done"], Moments("Finished her with an armbar. Before that I hit a double leg."));
    }

    [Fact]
    public void Taps_are_counted_one_exchange_each()
    {
        var told = Reader.Read("Three taps: he got me with a heel hook, I got him with an armbar, and he got me with a kneebar.");
        Assert.Equal([Actor.Them, Actor.Me, Actor.Them], told.Exchanges.Select(e => e.End!.By!.Value));
    }

    [Fact]
    public void Sides_clocks_and_reasons_stand_with_their_moment()
    {
        var moments = Reader
            .Read("At two minutes he knee cut to my left side because I posted my hand. 3:10 I shrimped back to half guard.")
            .Exchanges[0]
            .Moments;
        Assert.Equal((120, 190), (moments[0].Moment.Clock, moments[1].Moment.Clock));
        Assert.Equal(Side.Left, moments[0].Moment.Side);
        Assert.Equal(["posted-the-hand"], moments[0].Moment.Reasons!);
    }

    [Fact]
    public void The_roll_as_a_whole_is_told_too()
    {
        var told = Reader.Read(
            "First round no gi with Tarquin, white belt, 92 kg, six minutes. I pulled guard. Second round with Odalys, a purple belt. "
                + "She pulled guard."
        );
        Assert.Equal(["Tarquin", "Odalys"], told.Rolls.Select(r => r.Partner));
        Assert.Equal(
            (BeltColour.White, 92.0, 6.0, Attire.NoGi),
            (told.Rolls[0].Belt, told.Rolls[0].Weight!.Value, told.Rolls[0].Minutes, told.Rolls[0].Attire)
        );
        Assert.Equal(BeltColour.Purple, told.Rolls[1].Belt);
        Assert.Equal([0, 1], told.Exchanges.Select(e => e.Roll));
    }

    [Fact]
    public void Lessons_are_kept_as_takeaways()
    {
        const string words = "He passed. Need to frame before anything else. Then he mounted.";
        var span = Assert.Single(Reader.Read(words).Takeaways);
        Assert.Equal("Need to frame before anything else", words.Substring(span.Start, span.Length));
    }

    [Fact]
    public void An_alias_of_the_owner_is_read_at_once()
    {
        const string words = "I hit the barnacle on him.";
        Assert.Empty(Moments(words));
        var own = new AccountReader(GroundMap.Default, PersonalWords.None with { Aliases = [new Alias("the barnacle", "lockdown-sweep")] });
        Assert.Equal("lockdown-sweep", Assert.Single(own.Read(words).Exchanges[0].Moments).Moment.Technique);
    }

    [Fact]
    public void Every_moment_has_its_words_and_other_readings_and_unread_words_are_listed()
    {
        const string words = "He knee cut me and then flumped over.";
        var told = Reader.Read(words);
        var moment = Assert.Single(told.Exchanges[0].Moments);
        Assert.Equal("knee cut", words.Substring(moment.Source.Start, moment.Source.Length));
        Assert.Contains(moment.Others, o => o.Actor == Actor.Me);
        Assert.Contains(moment.Others, o => o.Outcome == Outcome.Stopped);
        Assert.Contains(told.Unread, s => words.Substring(s.Start, s.Length) == "flumped");
    }

    private static List<string> Moments(string words, Spot? start = null) =>
        [
            .. Reader
                .Read(words, start: start)
                .Exchanges.SelectMany(e => e.Moments)
                .Select(m => $"{m.Moment.Actor} {m.Moment.Technique} {m.Moment.Outcome}".ToLowerInvariant()),
        ];
}
