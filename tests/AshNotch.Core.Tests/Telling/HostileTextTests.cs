using AshNotch.Core.Ground;
using AshNotch.Core.Telling;
using AshNotch.Core.Telling.Text;
using AshNotch.Core.Telling.Timeline;
using FsCheck;
using FsCheck.Fluent;
using FsCheck.Xunit;

namespace AshNotch.Core.Tests.Telling;

/// <summary>Whatever is typed, the reader answers, and its spans lie inside the text.</summary>
public class HostileTextTests
{
    private static readonly string[] Bits =
    [
        "i",
        "he",
        "my",
        "her",
        "passed",
        "swept",
        "armbar",
        "half guard",
        "no",
        "tap",
        "tapped",
        "same again",
        "the second one",
        "before that",
        "no wait",
        "->",
        ".",
        ",",
        "?!",
        "if",
        "would have",
        "got",
        "in",
        "on",
        "with",
        "mount",
        "\n",
        "'s",
        "50/50",
        "3:10",
        "at two minutes",
        "second round",
        "\u2019",
        "-",
        "(",
        "eggs guard",
        "x",
        "\ud83e\udd4b",
        "\ud800",
        "0",
        "!!!!",
        "İ",
        "ß",
        "ﬃ",
        "a\u0301",
        "\0",
        "\u202e",
        "guard",
        "choke",
        "body triangle",
        "she turned in to me",
        "...",
    ];

    [Property(MaxTest = 300)]
    public void Any_text_is_read_within_itself(string? text) => Holds(text ?? "");

    [Property(MaxTest = 400)]
    public Property Any_jumble_of_the_trade_is_read_within_itself() =>
        Prop.ForAll(Gen.ListOf(Gen.Elements(Bits)).Select(bits => string.Join(' ', bits)).ToArbitrary(), Holds);

    public static TheoryData<string> Hurtful =>
        new([
            "armbar ",
            "no wait ",
            "before that the second one same again ",
            "tapped ",
            "get on the his her my the back ",
            "zqx ",
            "r2\n",
            "second round with Mirek. ",
            "again ",
            "mount ",
            "mount guard ",
            "if i had ",
            "coach said ",
            "left armbar at 3:10 because no grips ",
            "passed before he settled ",
            "he passed with ",
        ]);

    // Steps are counted as looks at a word. Four times the text may cost four times the looks and a little, never sixteen times.
    [Theory]
    [MemberData(nameof(Hurtful))]
    public void The_work_grows_with_the_text_and_not_with_its_square(string bit)
    {
        long Looks(int letters)
        {
            var counted = new CountedTokens();
            AccountReader.Default.Read(string.Concat(Enumerable.Repeat(bit, letters / bit.Length)), null, null, counted.Over);
            return counted.Looks;
        }

        var (some, more) = (Looks(6_000), Looks(24_000));
        Assert.True(more < 5.5 * some, $"{some} looks at 6,000 letters, {more} at 24,000");
    }

    [Property(MaxTest = 40)]
    public Property No_jumble_of_the_trade_costs_its_square() => Prop.ForAll(Gen.ListOf(Gen.Elements(Bits), 12).ToArbitrary(), bits =>
        {
            long Looks(int times)
            {
                var counted = new CountedTokens();
                AccountReader.Default.Read(string.Concat(Enumerable.Repeat(string.Join(' ', bits) + " ", times)), null, null, counted.Over);
                return counted.Looks;
            }

            // The first repetitions are cheap (few stories yet, and rounds apart): what is added counts, not the whole. Twice as much more
            // costs twice as much when every step is linear, four times when one goes over all that was before.
            var (some, twice, four) = (Looks(50), Looks(100), Looks(200));
            return four - twice < (2.75 * (twice - some)) + 4000;
        });

    [Theory]
    [InlineData("a")]
    [InlineData("'s")]
    [InlineData("armbar ")]
    public void Long_repetitions_are_read(string bit) => Holds(string.Concat(Enumerable.Repeat(bit, 6000 / bit.Length)));

    // It took 33 s, and an answer of as many rolls.
    [Fact]
    public void A_flood_of_rounds_is_read_as_an_evening_of_them() =>
        Assert.InRange(AccountReader.Default.Read(string.Concat(Enumerable.Repeat("r2\n", 66_000))).Rolls.Count, 1, 100);

    /// <summary>Counts how often a word of the account is looked at.</summary>
    private sealed class CountedTokens : IReadOnlyList<Token>
    {
        private IReadOnlyList<Token> tokens = [];

        public long Looks { get; private set; }

        public int Count => tokens.Count;

        public Token this[int index]
        {
            get
            {
                Looks++;
                return tokens[index];
            }
        }

        public IReadOnlyList<Token> Over(IReadOnlyList<Token> all)
        {
            tokens = all;
            return this;
        }

        public IEnumerator<Token> GetEnumerator()
        {
            for (var i = 0; i < Count; i++)
                yield return this[i];
        }

        System.Collections.IEnumerator System.Collections.IEnumerable.GetEnumerator() => GetEnumerator();
    }

    [Fact]
    public void What_lies_beyond_the_longest_text_is_listed_as_unread()
    {
        var text = new string('a', AccountReader.LongestText) + " armbar";
        Assert.Contains(AccountReader.Default.Read(text).Unread, s => s.End == text.Length);
    }

    private static void Holds(string text)
    {
        var told = AccountReader.Default.Read(text);
        var spans = told
            .Exchanges.SelectMany(e => e.Moments)
            .Select(m => m.Source)
            .Concat(told.Unread)
            .Concat(told.Takeaways)
            .Concat(told.Positions.Select(p => p.Source))
            .Concat(told.Rolls.Select(r => r.Source));
        Assert.All(spans, s => Assert.True(s.Start >= 0 && s.Length >= 0 && s.End <= text.Length, $"{s} in {text.Length}"));
        Assert.All(told.Exchanges.SelectMany(e => e.Moments), m => Assert.NotNull(GroundMap.Default.Technique(m.Moment.Technique)));
        Assert.All(told.Positions, p => Assert.True(GroundMap.Default.Has(p.Spot)));
        Assert.All(told.Exchanges.SelectMany(e => e.Moments), m => Assert.True(m.Moment.To is not { } to || GroundMap.Default.Has(to)));
    }
}
