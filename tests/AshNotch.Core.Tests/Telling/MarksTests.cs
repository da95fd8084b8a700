using AshNotch.Core.Telling.Phrases;
using AshNotch.Core.Telling.Syntax;
using AshNotch.Core.Telling.Text;

namespace AshNotch.Core.Tests.Telling;

/// <summary>Marks by which notebooks say who did what. The lines are our own; that people write so is common practice, no source.</summary>
public class MarksTests
{
    private static readonly Lexicon NoLists = new();

    [Theory]
    // Letters and signs that the head explains.
    [InlineData("K=me C=Cosmo\nC. lifts. K. squeezes.", "lifts", -1)]
    [InlineData("K=me C=Cosmo\nC. lifts. K. squeezes.", "squeezes", 1)]
    [InlineData("A me, B Cosmo\nA: lifts\nB: squeezes", "lifts", 1)]
    [InlineData("A me, B Cosmo\nA: lifts\nB: squeezes", "squeezes", -1)]
    [InlineData("🟢🟡 me 🔴🟠 her\n🟢 lifts 🟠 squeezes", "lifts", 1)]
    [InlineData("🟢🟡 me 🔴🟠 her\n🟢 lifts 🟠 squeezes", "squeezes", -1)]
    // Capitals and brackets for the other, and what has neither is mine.
    [InlineData("(CAPS = the other) LIFTS / squeezes", "lifts", -1)]
    [InlineData("(CAPS = the other) LIFTS / squeezes", "squeezes", 1)]
    [InlineData("(CAPS not me) LIFTS / squeezes", "lifts", -1)]
    [InlineData("his moves in brackets. (lifts) squeezes", "lifts", -1)]
    [InlineData("his moves in brackets. (lifts) squeezes", "squeezes", 1)]
    [InlineData("[mine] {theirs} {lifts} [squeezes]", "lifts", -1)]
    [InlineData("[mine] {theirs} {lifts} [squeezes]", "squeezes", 1)]
    // A column each.
    [InlineData("me | him\nlifts | squeezes", "lifts", 1)]
    [InlineData("me | him\nlifts | squeezes", "squeezes", -1)]
    [InlineData("who | mine | theirs\nCosmo | lifts | squeezes", "squeezes", -1)]
    // A sign before each line.
    [InlineData("+ lifts\n- pulls\n+ squeezes\n- falls", "squeezes", 1)]
    [InlineData("+ lifts\n- pulls\n+ squeezes\n- falls", "pulls", -1)]
    // Whoever a line is labelled with.
    [InlineData("me: lifts / him: squeezes", "lifts", 1)]
    [InlineData("me: lifts / him: squeezes", "squeezes", -1)]
    [InlineData("1:20 him lifts\n2:40 me squeezes", "lifts", -1)]
    [InlineData("1:20 him lifts\n2:40 me squeezes", "squeezes", 1)]
    public void A_mark_says_who(string text, string word, int who) => Assert.Equal(who, Who(text, word));

    [Theory]
    // Signs that are explained otherwise, a list with minus alone, one letter alone, and "A" for any other.
    [InlineData("plus it worked, minus it did not\n+ lifts\n- pulls\n+ squeezes\n- falls", "squeezes")]
    [InlineData("- lifts\n- pulls\n- squeezes", "squeezes")]
    [InlineData("K=me\nK lifts", "lifts")]
    [InlineData("A good round. A lot lifts", "lifts")]
    [InlineData("brackets everywhere (lifts) squeezes", "lifts")]
    public void Nothing_is_made_of_marks_that_say_nothing(string text, string word) => Assert.Equal(0, Who(text, word));

    [Fact]
    public void Who_is_named_counts_more_than_a_mark() => Assert.Equal(1, Who("his moves in brackets. (I lifts) squeezes", "lifts"));

    [Fact]
    public void A_line_keeps_the_sign_that_leads_it_and_a_cell_its_column()
    {
        var tokens = Tokens.Of("+ ankle pick\n- half | knee cut + choke\n-> mount");
        Assert.Equal(["ankle", "pick", "half", "knee", "cut", "and", "choke", "mount"], tokens.Select(t => t.Text));
        Assert.Equal(['+', '\0', '-', '\0', '\0', '\0', '\0', '\0'], tokens.Select(t => t.Lead));
        Assert.Equal([0, 0, 0, 1, 1, 1, 1, 0], tokens.Select(t => t.Column));
    }

    private static int Who(string text, string word)
    {
        var grammar = Grammar.Of(Tokens.Of(text), NoLists);
        return grammar.Subjects[grammar.Tokens.ToList().FindIndex(t => t.Text == word)].Who;
    }
}
