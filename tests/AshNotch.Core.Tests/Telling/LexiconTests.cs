using AshNotch.Core.Telling;
using AshNotch.Core.Telling.Phrases;
using AshNotch.Core.Telling.Text;

namespace AshNotch.Core.Tests.Telling;

/// <summary>The notation of the phrase files, and matching by sound.</summary>
public class LexiconTests
{
    [Theory]
    [InlineData("take _ back", "took his back", true)]
    [InlineData("take _ back", "took back", true)]
    [InlineData("take * back", "took back", false)]
    [InlineData("take _ back", "took his very own back", false)]
    [InlineData("take .. back", "took what he gave back", true)]
    [InlineData("push|shove _ knee", "shoved the knee", true)]
    [InlineData("push|shove _ knee", "lifted the knee", false)]
    [InlineData("open closed? guard", "open guard", true)]
    [InlineData("open closed? guard", "opened closed guards", true)]
    [InlineData("x guard", "x-guard", true)]
    [InlineData("half guard", "half, guard", false)]
    public void Phrases_are_matched_as_they_are_written(string phrase, string text, bool found) =>
        Assert.Equal(found, Find(phrase, text).Any(h => h.From == 0 && h.To == Tokens.Of(text).Count));

    [Fact]
    public void Names_fill_a_gap_and_gaps_know_whose_they_are()
    {
        var hit = Assert.Single(Find("take % back", "took Odalys back", names: [false, true, false]));
        Assert.Equal([(1, Gap.Other)], hit.Gaps);
    }

    [Fact]
    public void A_phrase_said_by_the_one_it_is_done_to_is_marked() =>
        Assert.True(Assert.Single(Find("!give up * back", "gave up my back")).Patient);

    [Fact]
    public void A_line_without_colons_is_refused() =>
        Assert.Throws<InvalidDataException>(() => new Lexicon().AddLine("pass: past his guard", MeaningKind.Technique));

    [Theory]
    [InlineData("clothesguard", "closedguard", 2)]
    [InlineData("tryangle", "triangle", 0)]
    [InlineData("eggsguard", "xguard", 0)]
    [InlineData("joke", "choke", 0)]
    [InlineData("seedbelt", "seatbelt", 0)]
    [InlineData("healhook", "heelhook", 0)]
    public void What_sounds_alike_has_a_near_key(string heard, string said, int most) =>
        Assert.InRange(new F23.StringSimilarity.Damerau().Distance(Sound.Key(heard), Sound.Key(said)), 0, most);

    [Theory]
    [InlineData("armbar", "kimura")]
    [InlineData("mount", "turtle")]
    public void What_sounds_otherwise_has_not(string one, string other) => Assert.NotEqual(Sound.Key(one), Sound.Key(other));

    [Theory]
    [InlineData("he went for the tri angul", "triangle", true)]
    [InlineData("i got the try angle", "triangle", true)]
    [InlineData("i tried the angle", "triangle", false)]
    [InlineData("he said hello", "triangle", false)]
    public void Near_words_are_found_where_they_are_near_enough(string text, string id, bool found)
    {
        var lexicon = new Lexicon();
        lexicon.AddLine("triangle :: triangle", MeaningKind.Technique);
        var near = new NearWords(lexicon);
        var tokens = Tokens.Of(text);
        var odd = tokens.Select(t => !Words.Everyday.Contains(t.Text) && !Words.Function.Contains(t.Text)).ToArray();
        var hits = new List<Hit>();
        var lookups = 100;
        for (var at = 0; at < tokens.Count; at++)
            near.Find(tokens, at, odd, hits, ref lookups);
        Assert.Equal(found, hits.Exists(h => h.Meaning.Id == id));
    }

    private static List<Hit> Find(string phrase, string text, bool[]? names = null)
    {
        var lexicon = new Lexicon();
        lexicon.Add(phrase, new Meaning(MeaningKind.Technique, "it"));
        var tokens = Tokens.Of(text);
        var hits = new List<Hit>();
        for (var at = 0; at < tokens.Count; at++)
            lexicon.Find(tokens, at, names ?? new bool[tokens.Count], hits);
        return hits;
    }
}
