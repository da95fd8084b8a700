using AshNotch.Core.Ground;
using AshNotch.Core.Telling;
using FsCheck;
using FsCheck.Fluent;
using FsCheck.Xunit;

namespace AshNotch.Core.Tests.Telling;

/// <summary>Whatever is typed, the reader answers, and its spans lie inside the text.</summary>
public class HostileTextTests
{
    private static readonly string[] Bits =
    [
        "i", "he", "my", "her", "passed", "swept", "armbar", "half guard", "no", "tap", "tapped", "same again", "the second one", "before that", "no wait", "->", ".", ",", "?!",
        "if", "would have", "got", "in", "on", "with", "mount", "\n", "'s", "50/50", "3:10", "at two minutes", "second round", "\u2019", "-", "(", "eggs guard", "x", "\ud83e\udd4b", "\ud800",
        "0", "!!!!", "İ", "ß", "ﬃ", "a\u0301", "\0", "\u202e", "guard", "choke", "body triangle", "she turned in to me", "...",
    ];

    [Property(MaxTest = 300)]
    public void Any_text_is_read_within_itself(string? text) => Holds(text ?? "");

    [Property(MaxTest = 400)]
    public Property Any_jumble_of_the_trade_is_read_within_itself() =>
        Prop.ForAll(Gen.ListOf(Gen.Elements(Bits)).Select(bits => string.Join(' ', bits)).ToArbitrary(), Holds);

    /// <summary>
    /// Twice the words are about twice the work, on texts made to hurt: counted in stories looked at would be finer, so this
    /// only checks that ten times the text ends at all and stays whole. Speed is the benches' affair.
    /// </summary>
    [Theory]
    [InlineData("armbar ")]
    [InlineData("no wait ")]
    [InlineData("before that the second one same again ")]
    [InlineData("tapped ")]
    [InlineData("get on the his her my the back ")]
    [InlineData("a")]
    [InlineData("'s")]
    [InlineData("zqx ")]
    public void Long_repetitions_are_read(string bit) =>
        Holds(string.Concat(Enumerable.Repeat(bit, 6000 / bit.Length)));

    [Fact]
    public void What_lies_beyond_the_longest_text_is_listed_as_unread()
    {
        var text = new string('a', AccountReader.LongestText) + " armbar";
        Assert.Contains(AccountReader.Default.Read(text).Unread, s => s.End == text.Length);
    }

    private static void Holds(string text)
    {
        var told = AccountReader.Default.Read(text);
        var spans = told.Exchanges.SelectMany(e => e.Moments).Select(m => m.Source)
            .Concat(told.Unread).Concat(told.Takeaways).Concat(told.Positions.Select(p => p.Source)).Concat(told.Rolls.Select(r => r.Source));
        Assert.All(spans, s => Assert.True(s.Start >= 0 && s.Length >= 0 && s.End <= text.Length, $"{s} in {text.Length}"));
        Assert.All(told.Exchanges.SelectMany(e => e.Moments), m => Assert.NotNull(GroundMap.Default.Technique(m.Moment.Technique)));
        Assert.All(told.Positions, p => Assert.True(GroundMap.Default.Has(p.Spot)));
        Assert.All(told.Exchanges.SelectMany(e => e.Moments), m => Assert.True(m.Moment.To is not { } to || GroundMap.Default.Has(to)));
    }
}
