using AshNotch.Core.Telling;
using AshNotch.Core.Telling.Phrases;
using AshNotch.Core.Telling.Syntax;
using AshNotch.Core.Telling.Text;

namespace AshNotch.Core.Tests.Telling;

/// <summary>Who the words are about, and which of them tell nothing. Common usage, no source.</summary>
public class GrammarTests
{
    private static readonly Lexicon NoPhrases = new();

    [Theory]
    [InlineData("I shot and he sprawled", "shot", 1)]
    [InlineData("I shot and he sprawled", "sprawled", -1)]
    [InlineData("Odalys sprawled then spun", "spun", -1)]
    [InlineData("my hips were flat", "flat", 1)]
    [InlineData("I let him work", "work", -1)]
    [InlineData("with her posting, nothing", "posting", -1)]
    [InlineData("he waited while I moved, and then swung", "swung", -1)]
    [InlineData("we stood", "stood", 0)]
    [InlineData("Odalys stood. Got Odalys with a hook", "hook", 1)] // no subject: the other of the two
    [InlineData("I stood. Caught me with a hook", "hook", -1)]
    [InlineData("Odalys stood. Got her hook in", "hook", -1)] // hers, and nothing was done to her
    public void The_subject_is_carried_and_restored(string text, string word, int who)
    {
        var (grammar, at) = At(text, word);
        Assert.Equal(who, grammar.Subjects[at].Who);
    }

    [Fact]
    public void A_subject_fades_from_clause_to_clause()
    {
        var (grammar, near) = At("I went in and moved. Later moves came, slowly.", "moved");
        var far = Index(grammar, "slowly");
        Assert.True(grammar.Subjects[near].Strength > grammar.Subjects[far].Strength);
        Assert.Equal(1, grammar.Subjects[Index(grammar, "went")].Strength);
    }

    [Fact]
    public void Names_are_found_by_capitals_by_with_and_by_what_follows()
    {
        Assert.Equal(["fenwick"], Names("Rolled with Fenwick today."));
        Assert.Equal(["lazlo"], Names("first one with lazlo it was fine"));
        Assert.Equal(["gwyn"], Names("okay gwyn pulled and then gwyn tried it"));
        Assert.Empty(Names("I was tired. Then we stood."));
    }

    [Fact]
    public void Whoever_acts_on_the_teller_is_a_partner_and_no_bystander()
    {
        var (grammar, at) = At("Odalys held. Odalys pushed me. Cosmo turned my shoulder. Halima was next to us.", "turned");
        Assert.Equal(new Subject(-1, 1, false), grammar.Subjects[at]);
        Assert.True(grammar.Subjects[Index(grammar, "next")].Third);
        Assert.Equal(["odalys", "cosmo"], grammar.Partners());
    }

    [Fact]
    public void The_partner_is_the_one_named_most_and_others_are_third_persons()
    {
        var (grammar, at) = At("With Cosmo I moved. Cosmo waited. Halima was next to us.", "next");
        Assert.Equal("cosmo", grammar.Partner);
        Assert.True(grammar.Subjects[at].Third);
    }

    [Theory]
    [InlineData("his guard", 0, -1)]
    [InlineData("my guard", 0, 1)]
    [InlineData("the guard", 0, 0)]
    public void Owners_are_known(string text, int at, int whose) => Assert.Equal(whose, Grammar.Of(Tokens.Of(text), NoPhrases).Owner(at));

    [Fact]
    public void A_name_with_an_s_owns() => Assert.Equal(-1, Grammar.Of(Tokens.Of("In Odalys's guard"), NoPhrases).Owner(2));

    [Theory]
    [InlineData("I moved. If I had waited it would have come. I stood.", "waited", "moved")]
    [InlineData("Coach said to frame but I moved", "frame", "moved")]
    [InlineData("Watched Mirek throw Halima. I moved.", "throw", "moved")]
    [InlineData("Last Thursday he had it. Today I moved.", "had", "moved")]
    public void What_did_not_happen_here_is_marked_and_the_rest_is_not(string text, string not, string yes)
    {
        var grammar = Grammar.Of(Tokens.Of(text), NoPhrases);
        var cues = new Lexicon();
        cues.AddLine("hypothetical :: if; would have; coach said", MeaningKind.Cue);
        cues.AddLine("elsewhere :: last thursday", MeaningKind.Cue);
        var hits = new List<Hit>();
        for (var at = 0; at < grammar.Tokens.Count; at++)
            cues.Find(grammar.Tokens, at, grammar.Names, hits);
        var unreal = Unreality.Of(grammar, hits);
        Assert.True(unreal[Index(grammar, not)]);
        Assert.False(unreal[Index(grammar, yes)]);
    }

    private static (Grammar Grammar, int At) At(string text, string word)
    {
        var grammar = Grammar.Of(Tokens.Of(text), NoPhrases);
        return (grammar, Index(grammar, word));
    }

    private static int Index(Grammar grammar, string word) => grammar.Tokens.Select((t, i) => (t.Text, i)).First(t => t.Text == word).i;

    private static string[] Names(string text)
    {
        var grammar = Grammar.Of(Tokens.Of(text), NoPhrases);
        return [.. grammar.Tokens.Where((_, at) => grammar.Names[at]).Select(t => t.Text).Distinct()];
    }
}
