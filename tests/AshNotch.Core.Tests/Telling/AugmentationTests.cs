using AshNotch.Evaluation;
using AshNotch.Trainer;

namespace AshNotch.Core.Tests.Telling;

/// <summary>Copies of accounts in other words: the words change, what they tell does not. Expected texts by hand.</summary>
public class AugmentationTests
{
    private const string Text = "Rolled with Sunniva. She shot a double, I hit her with a guillotine. Her guard was open.";

    private static IReadOnlyList<LabelledAccount> Accounts { get; } =
    [
        .. Enumerable
            .Range(0, 30)
            .SelectMany(n =>
                AccountFile.Parse(
                    $"a{n} typed gi -\n{Text}\n> them double-leg done; me guillotine done\n= shot a double | guillotine",
                    "aside"
                )
            ),
    ];

    private static LabelledAccount Copy(Change change) =>
        Augmentation.With(Accounts, new HashSet<Change> { change }).Skip(Accounts.Count).First();

    private static IEnumerable<string> Quotes(LabelledAccount account) =>
        account.Moments.Select(m => account.Text.Substring(m.QuoteAt, m.QuoteLength));

    [Fact]
    public void Genders_are_exchanged()
    {
        var copy = Copy(Change.Gender);
        Assert.Equal("Rolled with Sunniva. He shot a double, I hit him with a guillotine. His guard was open.", copy.Text);
        Assert.Equal(["shot a double", "guillotine"], Quotes(copy));
    }

    [Fact]
    public void Punctuation_and_capitals_go()
    {
        var copy = Copy(Change.Plain);
        Assert.Equal("rolled with sunniva she shot a double i hit her with a guillotine her guard was open", copy.Text);
        Assert.Equal(["shot a double", "guillotine"], Quotes(copy));
    }

    [Theory]
    [InlineData("Name")]
    [InlineData("Heard")]
    [InlineData("Like")]
    public void Whatever_changes_a_third_is_copied_with_its_labels(string kind)
    {
        var change = Enum.Parse<Change>(kind);
        var all = Augmentation.With(Accounts, new HashSet<Change> { change });
        Assert.Equal(Accounts, all.Take(Accounts.Count));
        Assert.InRange(all.Count - Accounts.Count, 3, 20);
        Assert.All(all.Skip(Accounts.Count), copy =>
        {
            Assert.Equal("aside", copy.Hand);
            Assert.Equal(["double-leg", "guillotine"], copy.Moments.Select(m => m.Techniques[0]));
            Assert.All(Quotes(copy), quote => Assert.DoesNotContain(".", quote));
            Assert.EndsWith("guard was open.", copy.Text);
        });
    }

    [Fact]
    public void None_are_made_where_none_are_asked_for() => Assert.Same(Accounts, Augmentation.With(Accounts, new HashSet<Change>()));
}
