using AshNotch.Core.Log;
using AshNotch.Core.Telling;

namespace AshNotch.Core.Tests.Telling;

/// <summary>
/// In which order things happened, and in which roll. The accounts are our own; what they mean is common practice, no source.
/// </summary>
public class OrderAndRoundsTests
{
    private static string[] Order(string text) =>
        [.. AccountReader.Default.Read(text).Exchanges.SelectMany(e => e.Moments).Select(m => m.Moment.Technique)];

    [Theory]
    [InlineData("In half guard I mounted off a knee cut and held on until the bell.", "knee-cut", "mount-step")]
    [InlineData("Started standing. I sprawled on his double leg and then I took his back.", "double-leg", "sprawl", "back-take")]
    [InlineData("I passed his half guard, mounted and then hit the armbar. He tapped.", "pass", "mount-step", "armbar")]
    public void TimeFollowsTheTextUnlessTwoMomentsAreToldTheOtherWayRound(string text, params string[] happened) =>
        Assert.Equal(happened, Order(text));

    [Fact]
    public void BeforeThatGoesBackInThisExchangeAndNeverBehindAReset()
    {
        const string late = "She tapped me with an armbar from mount. Before that she passed my guard with a knee cut.";
        Assert.Equal(["knee-cut", "armbar"], Order(late));
        var told = AccountReader.Default.Read("I hit a double leg and passed. He tapped to the americana. Reset. " + late);
        Assert.Equal(["americana", "armbar"], told.Exchanges.Select(e => e.End?.Technique).OfType<string>());
        Assert.Equal("double-leg", told.Exchanges[0].Moments[0].Moment.Technique);
        Assert.Equal("knee-cut", told.Exchanges[^1].Moments[0].Moment.Technique);
        // After an end time goes on, even where the words had gone back before it.
        Assert.Equal("double-leg", Order(late + " We reset. Then I hit a double leg.")[^1]);
    }

    [Theory]
    [InlineData("Two to say. Carys first: she swept me. Then Rhodri, he pulled closed guard and I passed to side control.", 2)]
    [InlineData("One with Farida, she took me down. Two with Lamar: I scissor swept him. Three was Teo, armbar and he tapped.", 3)]
    [InlineData("1/ Oriol. I passed to side control\n2/ Solange. She swept me\n3/ Oriol again. I took the back", 3)]
    [InlineData("first farid i pull half guard and he passed then solveig she shot a double and took me down", 2)]
    [InlineData("First round with Kirsi, I passed. Second round with Sanne, she swept me.", 2)]
    [InlineData("First I shot on Kirsi and she sprawled, then Kirsi took my back. One tap, two escapes.", 1)]
    [InlineData("He passed, then he mounted, then I escaped. Two minutes later he passed again.", 1)]
    public void FurtherRollsBeginWhereTheyAreCountedWithAName(string text, int rolls)
    {
        var told = AccountReader.Default.Read(text);
        Assert.Equal(rolls, told.Rolls.Count);
        Assert.All(told.Exchanges, e => Assert.InRange(e.Roll, 0, rolls - 1));
        if (rolls > 1)
            Assert.True(told.Rolls.Count(r => r.Partner is not null) == rolls, "Each roll has its partner's name.");
    }

    [Theory]
    [InlineData("Two rounds with Kirsi. In the first she passed to side control. In the second I swept her.", 2)]
    [InlineData("Two with Kirsi. First one she swept me and mounted. Second one I passed and held side control.", 2)]
    [InlineData("She passed in the second minute. In the third minute I swept her.", 1)]
    [InlineData("I rolled with Kirsi and she swept me. She passed.", 1)]
    public void FurtherRollsWithTheSamePartnerAreCountedByAWordAlone(string text, int rolls) =>
        Assert.Equal(rolls, AccountReader.Default.Read(text).Rolls.Count);

    [Theory]
    [InlineData("I had the arm triangle from side control and squeezed until she patted my shoulder twice.", Actor.Me, "arm-triangle")]
    [InlineData("She cut the angle on her triangle and I slapped the mat.", Actor.Them, "triangle")]
    [InlineData("She took my back and got the rear naked choke. I saw stars and gave up.", Actor.Them, "rear-naked-choke")]
    public void ATapMayBeToldByASign(string text, Actor by, string technique)
    {
        var end = Assert.IsType<ExchangeEnd>(AccountReader.Default.Read(text).Exchanges[^1].End);
        Assert.Equal((EndKind.Tap, by, technique), (end.Kind, end.By, end.Technique));
    }

    [Theory]
    [InlineData("I had the arm triangle from side control but he framed and got his knee back in. I passed again.")]
    [InlineData("We slapped hands and started. She pulled guard and I passed to side control.")]
    public void WhatOnlyLooksLikeASignIsNone(string text) =>
        Assert.DoesNotContain(AccountReader.Default.Read(text).Exchanges, e => e.End?.Kind == EndKind.Tap);
}
