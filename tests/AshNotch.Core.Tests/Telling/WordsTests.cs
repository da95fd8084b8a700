using AshNotch.Core.Ground;
using AshNotch.Core.Telling;
using AshNotch.Core.Telling.Text;

namespace AshNotch.Core.Tests.Telling;

/// <summary>Words, stems and the phrase files. Common usage, no source.</summary>
public class WordsTests
{
    [Fact]
    public void Words_keep_their_places_in_the_text()
    {
        const string text = "I’d passed — shin-to-shin, 50/50 at 3:10. He's out";
        var tokens = Tokens.Of(text);
        Assert.Equal(["i", "'d", "passed", "shin", "to", "shin", "50/50", "at", "3:10", "he", "'s", "out"], tokens.Select(t => t.Text));
        Assert.All(tokens, t =>
            Assert.Equal(t.Text, text.Substring(t.Source.Start, t.Source.Length).ToLowerInvariant().Replace('’', '\''))
        );
        Assert.Equal(Break.Clause, tokens[3].Before);
        Assert.Equal(Break.None, tokens[4].Before);
        Assert.Equal(Break.Comma, tokens[6].Before);
        Assert.Equal(Break.Sentence, tokens[9].Before);
    }

    [Theory]
    [InlineData("pass", "passes", "passed", "passing")]
    [InlineData("sweep", "sweeps", "swept", "sweeping")]
    [InlineData("choke", "chokes", "choked", "choking")]
    [InlineData("tap", "taps", "tapped", "tapping")]
    [InlineData("throw", "throws", "threw", "thrown")]
    [InlineData("escape", "escapes", "escaped", "escaping")]
    [InlineData("free", "frees", "freed", "freeing")]
    public void Inflections_are_one_word(params string[] forms) => Assert.Single(forms.Select(Stems.Of).Distinct());

    [Theory]
    [InlineData("mount", "month")]
    [InlineData("sweep", "sleep")]
    [InlineData("choke", "chock")]
    public void Other_words_stay_other(string one, string other) => Assert.NotEqual(Stems.Of(one), Stems.Of(other));

    /// <summary>Every technique and position of the ground has phrases, and no line means something that is not there.</summary>
    [Fact]
    public void Every_phrase_means_something_of_the_ground_and_everything_has_phrases()
    {
        Assert.Equal(Ids("telling/techniques.txt").Order(), GroundMap.Default.Techniques.Select(t => t.Id).Order());
        Assert.Equal(Ids("telling/positions.txt").Order(), GroundMap.Default.Positions.Select(p => p.Id).Order());
    }

    /// <summary>The plain name of everything is read as that very thing.</summary>
    [Fact]
    public void Every_technique_is_known_by_its_name()
    {
        var wrong = GroundMap
            .Default.Techniques.Where(t => t.Id is not ("submission" or "choke" or "guard-setup"))
            .Where(t =>
                !AccountReader
                    .Default.Explain($"I hit the {t.Name.Split('(')[0]}.")
                    .Any(line => line.StartsWith(t.Id + " ", StringComparison.Ordinal))
            )
            .Select(t => t.Id);
        Assert.Empty(wrong);
    }

    private static IEnumerable<string> Ids(string resource)
    {
        using var stream = typeof(AccountReader).Assembly.GetManifestResourceStream(resource)!;
        using var reader = new StreamReader(stream);
        return [.. reader.ReadToEnd().Split('\n').Where(l => l.Length > 0 && l[0] != '#').Select(l => l.Split(" ::")[0])];
    }
}
