using AshNotch.Core.Log;
using AshNotch.Core.Telling;
using static AshNotch.Core.Tests.Telling.AsRead;

namespace AshNotch.Core.Tests.Telling;

/// <summary>Who got the tap, in sentences as anybody writes them. What they mean is common practice, no source.</summary>
public class TapTests
{
    [Theory]
    [InlineData("I tapped him.", "Me")]
    [InlineData("He tapped me.", "Them")]
    [InlineData("I tapped him out.", "Me")]
    [InlineData("I tapped.", "Them")]
    [InlineData("He tapped.", "Me")]
    [InlineData("I was tapped.", "Them")]
    [InlineData("I tapped Fenwick.", "Me")]
    public void Who_tapped_whom_is_enough(string text, string by) => Assert.Equal([by], Ends(text));

    [Theory]
    [InlineData("I tapped her with a triangle.", "Me triangle")]
    [InlineData("She tapped me with a triangle.", "Them triangle")]
    [InlineData("She had a triangle and I tapped her thigh.", "Them triangle")]
    [InlineData("She got the kimura and I tapped her on the hip.", "Them kimura")]
    [InlineData("She had the armbar and I patted her.", "Them armbar")]
    [InlineData("I had the armbar and she patted me.", "Me armbar")]
    public void A_tap_on_somebody_is_no_tap_of_somebody(string text, string end) => Assert.Equal([end], Ends(text));

    [Theory]
    [InlineData("I finished the armbar, he tapped.", "Me armbar")]
    [InlineData("He got me with the rear naked choke. I tapped, and that was that.", "Them rear-naked-choke")]
    [InlineData("I got him with an armbar, and he got me with a kneebar.", "Me armbar", "Them kneebar")]
    public void A_submission_and_its_tap_are_one_end(string text, params string[] ends) => Assert.Equal(ends, Ends(text));

    [Fact]
    public void Goes_begin_where_the_first_began()
    {
        var told = AccountReader.Default.Read(
            "Started in his half guard, goes of two minutes. First go I passed with the knee cut. Second go he swept me. Third go I "
                + "passed again."
        );
        Assert.Equal(3, told.Exchanges.Count(e => e.Moments.Count > 0));
        Assert.Equal(Actor.Them, Assert.Single(told.Exchanges[1].Moments).Moment.Actor);
    }

    [Fact]
    public void Several_times_are_not_the_bell()
    {
        var told = AccountReader.Default.Read("I swept him, and both times he got back to guard. Then I passed with a knee cut.");
        Assert.DoesNotContain(told.Exchanges, e => e.End?.Kind == EndKind.Time);
    }

    [Fact]
    public void A_tap_stays_a_tap_in_a_longer_account()
    {
        const string before = "Sunniva swept me from half guard and passed. ";
        const string after = " Then we sat by the wall and talked about the rain, the trains, and what there was to eat at home.";
        Assert.Equal(["Me"], Ends(before + "Then I tapped her." + after));
        Assert.Equal(["Me triangle"], Ends(before + "I tapped her with a triangle." + after));
        Assert.Equal(["Them triangle"], Ends(before + "She tapped me with a triangle." + after));
    }
}
