using AshNotch.Core.Log;
using AshNotch.Core.Telling;

namespace AshNotch.Core.Tests.Telling;

/// <summary>Whole evenings told in one go. The accounts are our own; what they mean is common practice, no source.</summary>
public class EveningTests
{
    private static string[] Rolls(Told told) =>
        [
            .. told.Rolls.Select(
                (roll, n) =>
                    $"{roll.Partner}: "
                    + string.Join(
                        ", ",
                        told.Exchanges.Where(e => e.Roll == n)
                            .Select(e => e.End is { Kind: EndKind.Tap } end ? $"{end.By} {end.Technique}" : $"{e.Moments.Count} told")
                    )
            ),
        ];

    [Fact]
    public void A_list_of_partners_makes_a_roll_of_each_and_what_is_told_goes_to_whoever_is_named_with_it()
    {
        var told = AccountReader.Default.Read(
            "Rolled with Odalys, then Cosmo, then Fenwick. Odalys passed my guard and tapped me with an armbar. Got Cosmo with a "
                + "triangle. Fenwick and I were even."
        );
        Assert.Equal(["Odalys: Them armbar", "Cosmo: Me triangle", "Fenwick: "], Rolls(told));
    }

    [Fact]
    public void Where_the_last_partner_left_off_says_nothing_of_the_next()
    {
        // From under side control no triangle is caught: it was another roll.
        var told = AccountReader.Default.Read(
            "Rolled with Odalys, then Cosmo. Odalys passed me and held side control. Got Cosmo with two triangles."
        );
        Assert.Equal(["Odalys: 1 told", "Cosmo: Me triangle, Me triangle"], Rolls(told));
    }

    [Fact]
    public void Without_a_list_the_next_name_begins_anew_too()
    {
        var told = AccountReader.Default.Read(
            "Sunniva swept me from half guard and passed. Then I tapped her with a triangle. Cosmo took my back and I tapped to the "
                + "choke. We all went home early because the heating was off again."
        );
        Assert.Equal(["Me triangle", "Them choke"], told.Exchanges.Select(e => $"{e.End!.By} {e.End.Technique}"));
    }

    [Fact]
    public void A_number_of_rounds_at_the_start_does_the_same()
    {
        var told = AccountReader.Default.Read(
            "Three rolls tonight: tapped Cosmo with an armbar, got tapped by Odalys with a triangle, drew with Fenwick."
        );
        Assert.Equal(["Cosmo: Me armbar", "Odalys: Them triangle", "Fenwick: "], Rolls(told));
    }

    [Fact]
    public void Rounds_with_one_partner_are_counted_and_what_is_said_of_each_stays_with_them()
    {
        var told = AccountReader.Default.Read(
            "Two rounds with Fenwick and one with Halima. Fenwick is a purple belt and he caught me in a guillotine and I tapped. "
                + "Halima is a white belt and I passed her guard."
        );
        Assert.Equal(["Fenwick", "Fenwick", "Halima"], told.Rolls.Select(r => r.Partner));
        Assert.Equal(Core.Ground.BeltColour.Purple, told.Rolls[0].Belt);
        Assert.Equal(Core.Ground.BeltColour.White, told.Rolls[2].Belt);
        Assert.All(told.Exchanges.Where(e => e.Moments.Any(m => m.Moment.Technique == "pass")), e => Assert.Equal(2, e.Roll));
        Assert.DoesNotContain(told.Exchanges, e => e.Roll == 1);
    }

    [Theory]
    [InlineData("I passed the guard of Cosmo, like Odalys showed me, and mounted.")]
    [InlineData("Four rounds tonight but I only remember the last one, with Tomasz. I pulled guard and swept him.")]
    [InlineData("Odalys passed my guard. Then she mounted and I tapped to the armbar.")]
    public void Names_alone_part_nothing(string text) => Assert.Single(AccountReader.Default.Read(text).Rolls);

    [Theory]
    [InlineData("I pulled guard and tapped him twice with the armbar.", 2)]
    [InlineData("In closed guard I got her with two triangles and she tapped.", 2)]
    [InlineData("r1 half guard, he passed, tapped me rnc x3", 3)]
    [InlineData("I hit the armbar from guard and he tapped on my leg three times.", 1)]
    [InlineData("I hit the armbar from guard and he tapped.", 1)]
    public void Taps_that_are_counted_are_told_as_often(string text, int taps)
    {
        var ends = AccountReader.Default.Read(text).Exchanges.Where(e => e.End?.Kind == EndKind.Tap).ToList();
        Assert.Equal(taps, ends.Count);
        Assert.All(ends, e => Assert.NotEmpty(e.Moments));
    }
}
