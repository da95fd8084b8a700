using AshNotch.Core.Log;
using AshNotch.Evaluation;

namespace AshNotch.Core.Tests.Telling;

/// <summary>The yardstick itself.</summary>
public class EvaluationTests
{
    private const string One = """
        a1 typed gi half-guard:bottom
        He cut the knee through and I got
        half back.
        > them knee-cut done/pass; me re-guard done?
        @ half-guard:bottom; side-control:bottom?
        ! time
        = cut the knee through | got half back
        """;

    [Fact]
    public void An_account_is_read_with_its_quotes_wherever_lines_break()
    {
        var account = Assert.Single(AccountFile.Parse(One, "hand"));
        Assert.Equal(("a1", "typed", "hand", Attire.Gi), (account.Id, account.Style, account.Hand, account.Attire));
        Assert.Equal(["knee-cut", "pass"], account.Moments[0].Techniques);
        Assert.Equal([false, true], account.Moments.Select(m => m.Optional));
        Assert.Equal(
            ["cut the knee through", "got\nhalf back"],
            account.Moments.Select(m => account.Text.Substring(m.QuoteAt, m.QuoteLength))
        );
        Assert.Equal([EndKind.Time], account.Ends.Select(e => e.Kind));
    }

    [Theory]
    [InlineData("knee-cut done/pass", "knee cut", "no moment")]
    [InlineData("= cut the knee", "= cut the ankle", "is not in the text")]
    [InlineData("! time", "! lunch", "no end")]
    [InlineData("a1 typed", "a1 shouted", "no head")]
    public void What_does_not_have_the_form_is_named(string what, string instead, string says) =>
        Assert.Contains(says, Assert.Throws<FormatException>(() => AccountFile.Parse(One.Replace(what, instead), "hand")).Message);

    [Fact]
    public void There_are_the_hands_and_the_examples()
    {
        Assert.Equal(18, Corpus.Hands.Select(a => a.Hand).Distinct().Count());
        Assert.Equal(Corpus.Hands.Count, Corpus.Hands.Select(a => a.Id).Distinct().Count());
        Assert.Equal(18, Corpus.Examples.Count);
        Assert.InRange(Corpus.Hands.Sum(a => a.Moments.Count(m => m.Quoted)), 9000, 9500);
    }

    private static GoldMoment Gold(string technique, bool optional = false) => new(Actor.Me, [technique], Outcome.Done, optional);

    private static Moment Got(string technique) =>
        new()
        {
            Actor = Actor.Me,
            Technique = technique,
            Outcome = Outcome.Done,
        };

    // Worked by hand: order counts, optional ones neither help nor hurt, named defences that the gold does not use are never extra.
    [Theory]
    [InlineData("sweep pass armbar", "sweep pass armbar", 3, 0, 0)]
    [InlineData("sweep pass armbar", "pass sweep armbar", 2, 1, 1)]
    [InlineData("sweep pass? armbar", "sweep armbar", 2, 0, 0)]
    [InlineData("sweep pass? armbar", "sweep pass armbar", 2, 0, 0)]
    [InlineData("sweep", "sweep sweep", 1, 0, 1)]
    [InlineData("sweep", "armbar-defence sweep", 1, 0, 0)]
    [InlineData("armbar-defence", "sweep", 0, 1, 1)]
    [InlineData("", "", 0, 0, 0)]
    public void Moments_are_compared_in_order(string gold, string got, int right, int missed, int extra)
    {
        static string[] Parts(string words) => words.Split(' ', StringSplitOptions.RemoveEmptyEntries);
        Assert.Equal(
            new Count(right, missed, extra),
            Scorer.Moments([.. Parts(gold).Select(g => Gold(g.TrimEnd('?'), g.EndsWith('?')))], [.. Parts(got).Select(Got)])
        );
    }
}
