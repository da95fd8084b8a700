using AshNotch.Core.Telling;
using AshNotch.Evaluation;

namespace AshNotch.Core.Tests.Telling;

/// <summary>
/// How well whole accounts are read. The bounds lie a little under what was measured when they were set; they keep the reader
/// from getting worse. What it does on strangers is printed by <c>./bench telling hands</c>.
/// </summary>
public class ReadingTests
{
    private static Score Of(IEnumerable<LabelledAccount> accounts) =>
        accounts.AsParallel().Select(a => Scorer.Of(a, AccountReader.Default)).Aggregate(default(Score), (sum, one) => sum + one);

    [Theory]
    [InlineData("hand-03-reviews", 0.35)]
    [InlineData("hand-16-tricky", 0.44)]
    public void Reads_hands_that_it_was_never_trained_on_well_enough(string hand, double least)
    {
        Assert.Contains(hand, Corpus.Held);
        Assert.InRange(Of(Corpus.Hands.Where(a => a.Hand == hand)).Moments.F1, least, 1);
    }

    [Theory]
    [InlineData("typed", 0.86)]
    [InlineData("dictated", 0.90)]
    [InlineData("shorthand", 0.87)]
    [InlineData("tricky", 0.70)]
    public void Reads_the_accounts_that_its_rules_were_made_on(string style, double least)
    {
        var score = Of(Corpus.Own.Where(a => a.Hand == "own" && a.Style == style));
        Assert.InRange(score.Moments.F1, least, 1);
        Assert.InRange(score.Spots.F1, 0.80, 1);
    }

    [Fact]
    public void What_it_calls_sure_is_mostly_right_on_hands_that_it_was_never_trained_on()
    {
        var (right, of) = Of(Corpus.Hands.Where(a => Corpus.Held.Contains(a.Hand))).Sure;
        Assert.InRange(of, 20, int.MaxValue);
        Assert.InRange((double)right / of, 0.80, 1);
    }
}
