using AshNotch.Core.Telling.Features;
using AshNotch.Core.Telling.Phrases;
using AshNotch.Core.Telling.Syntax;
using AshNotch.Core.Telling.Text;

namespace AshNotch.Core.Tests.Telling;

/// <summary>
/// Signs, brackets and initials, as notebooks have them. The lines are our own; that they are written so is common practice, no source.
/// </summary>
public class NotebookTests
{
    private static readonly Lexicon NoLists = new();

    [Theory]
    [InlineData("kimura ✓", "✓")]
    [InlineData("kimura ☑", "✓")]
    [InlineData("kimura ✅", "✓")]
    [InlineData("kimura ✘", "✗")]
    [InlineData("kimura ❌", "✗")]
    [InlineData("kimura 🟢", "🟢")]
    public void ASignIsAWordAndTicksAndCrossesAreOneEach(string text, string word)
    {
        var tokens = Tokens.Of(text);
        Assert.Equal(["kimura", word], tokens.Select(t => t.Text));
        Assert.Equal(text.Length, tokens[1].Source.End);
        Assert.Equal(Break.None, tokens[1].Before);
    }

    [Theory]
    [InlineData("50° and 3½ × 2 … \u200d\ufe0f")]
    [InlineData("\ud83d half a pair \udc4d")]
    public void OtherMarksAndBrokenPairsAreNoWords(string text) =>
        Assert.All(Tokens.Of(text), t => Assert.True(t.Text.Any(char.IsLetterOrDigit), t.Text));

    [Theory]
    [InlineData("mount (bridge and roll) closed guard", "bridge and roll")]
    [InlineData("[hip bump] then kimura", "hip bump")]
    [InlineData("(never closed\nmount", "never closed")]
    [InlineData("no brackets here) at all", "")]
    public void WhatStandsInBracketsIsKnown(string text, string inside) =>
        Assert.Equal(inside, string.Join(' ', Tokens.Of(text).Where(t => t.Bracketed).Select(t => t.Text)));

    [Fact]
    public void ACapitalAloneIsTheNameThatBeginsWithIt()
    {
        var grammar = Grammar.Of(Tokens.Of("with Levente. juji (I) x, L turns in, kesa (L) o. A sweep, I hold."), NoLists);
        Assert.Equal(["levente", "l", "l"], grammar.Tokens.Where((_, at) => grammar.Names[at]).Select(t => t.Text));
        Assert.Equal("levente", grammar.Partner);
        var turns = grammar.Tokens.ToList().FindIndex(t => t.Text == "turns");
        Assert.Equal(-1, grammar.Subjects[turns].Who);
        Assert.False(grammar.Subjects[turns].Third);
    }

    [Theory]
    [InlineData("Knee cut, armbar and kimura from there.", "none")]
    [InlineData("Knee cut (armbar) kimura (scissor sweep).", "some")]
    [InlineData("(knee cut) (armbar) (kimura)", "most")]
    public void HowMuchStandsInBracketsIsPartOfTheStyle(string text, string brackets) =>
        Assert.Equal(brackets, AshNotch.Core.Telling.AccountReader.Default.Look(Tokens.Of(text), null).Brackets);
}
