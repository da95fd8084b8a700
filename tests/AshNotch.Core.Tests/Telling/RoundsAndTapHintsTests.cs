using AshNotch.Core.Telling.Phrases;
using AshNotch.Core.Telling.Syntax;
using AshNotch.Core.Telling.Text;

namespace AshNotch.Core.Tests.Telling;

/// <summary>Where another roll begins and which words may be a tap, before anything is read. Common practice, no source.</summary>
public class RoundsAndTapHintsTests
{
    private static string[] Openings(string text)
    {
        var tokens = Tokens.Of(text);
        var hits = new List<Hit>();
        Rounds.Find(Grammar.Of(tokens, new Lexicon()), hits);
        Assert.All(hits, h => Assert.Equal(new Meaning(MeaningKind.Event, "next-roll"), h.Meaning));
        return [.. hits.Select(h => string.Join(' ', tokens.Skip(h.From).Take(h.To - h.From).Select(t => t.Text)))];
    }

    [Theory]
    [InlineData("We moved. Second round with Kirsi I sat.", "second round")]
    [InlineData("We moved. Round 2, I sat. Round three, I stood.", "round 2", "round three")]
    [InlineData("R1 with Teo. r2 with Sanne.", "r2")]
    [InlineData("First Farid, I sat. Then Solveig, she stood.", "then solveig")]
    [InlineData("With Teo I moved. Next against Sanne I sat.", "next against")]
    public void ARollIsOpenedByANumberARoundOrAnotherName(string text, params string[] openings) => Assert.Equal(openings, Openings(text));

    [Theory]
    [InlineData("Second round before the break we sat.")] // of one roll
    [InlineData("Then he sat, then I sat.")] // nobody is named
    [InlineData("With Kirsi I moved. Then Kirsi sat.")] // nothing was counted
    [InlineData("First Kirsi sat, then Kirsi stood.")] // the same partner
    [InlineData("Two sweeps, one escape.")]
    public void WithoutANumberAndAnotherNameItGoesOn(string text) => Assert.Empty(Openings(text));

    [Theory]
    [InlineData("From half. First go I passed. Second go he swept me. Third go I passed.", "second go", "third go")]
    [InlineData("First rep she slid out, and second rep she held.", "second rep")]
    [InlineData("I tried it. Second go it worked.")] // the same once more, not from the start
    [InlineData("First I sat. The second I go in I fall.")]
    public void FurtherGoesBeginAnewOnceAFirstWasCounted(string text, params string[] openings)
    {
        var tokens = Tokens.Of(text);
        var hits = new List<Hit>();
        Rounds.Find(Grammar.Of(tokens, new Lexicon()), hits);
        Assert.Equal(openings, hits.Select(h => string.Join(' ', tokens.Skip(h.From).Take(h.To - h.From).Select(t => t.Text))));
        Assert.All(hits, h => Assert.Equal("reset", h.Meaning.Id));
    }

    [Fact]
    public void NobodyRollsMoreThanSixtyRoundsInAnEvening() =>
        Assert.Equal(60, Openings(string.Join(". ", Enumerable.Repeat("Next round", 400))).Length);

    private static Hit Event(string id, int from, int to, int words = 1) =>
        new(from, to, new Meaning(MeaningKind.Event, id), words, 0, false, []);

    [Fact]
    public void HintsGiveWayToWhatTheListsKnowAndToLongerHints()
    {
        Hit[] listed = [Event("tap", 4, 5), Event("time", 9, 10)];
        Hit[] hints =
        [
            Event("tapped-me", 4, 6), // over a listed tap
            Event("tap", 9, 10), // over a bell, which says nothing of a tap
            Event("tap", 12, 13), // inside the longer one that follows
            Event("tapped-other", 11, 14, 3),
            Event("done", 20, 21), // no hint of a tap
        ];
        var kept = TapHints.Of(listed, hints).ToList();
        Assert.Equal([(9, 10), (11, 14)], kept.Select(h => (h.From, h.To)).Order());
        Assert.All(kept, h => Assert.Equal("tap", h.Meaning.Id));
        // A hint alone must never outweigh what is certain: it costs more than any exact phrase does.
        Assert.All(kept, h => Assert.True(h.Cost > 1));
    }

    [Theory]
    [InlineData("tap", true)]
    [InlineData("finish", true)]
    [InlineData("time", false)]
    [InlineData("next-roll", false)]
    public void OnlyTapsAndFinishesMayBeTaps(string id, bool may) => Assert.Equal(may, TapHints.May(Event(id, 0, 1)));
}
