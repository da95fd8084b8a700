using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Judging.People;
using AshNotch.Core.Log;

namespace AshNotch.Core.Tests.People;

/// <summary>What the log says of a partner, on logs small enough to count by hand and on partners whose truth is known.</summary>
public sealed class PartnerTests
{
    private static readonly GroundMap Ground = GroundMap.Default;
    private static readonly Spot Half = new("half-guard", Role.Bottom);
    private static readonly Spot Side = new("side-control", Role.Bottom);
    private static readonly DateOnly First = new(2026, 1, 5);

    private static Judgement Judged(ReadingList log) =>
        Judgement.Of(Ground, LogCounts.Of(log, Ground.Usual), new Standpoint(new Belt(BeltColour.Blue), 70, Objective.Submissions, null));

    [Fact]
    public void TheSheetCountsWhatWasDoneAndLeadsToItsMoments()
    {
        // By hand: Odalys' knee cut came off twice and was stopped once, after which the scissor sweep came off; one tap each way.
        var roll = new Roll
        {
            Id = "r1",
            PartnerId = "odalys",
            PartnerBelt = BeltColour.Purple,
            PartnerWeightKg = new Kilograms(66),
            Takeaways = ["Knee line first."],
            Exchanges =
            [
                Exchange(Did(Actor.Them, "knee-cut", Half, Side), Did(Actor.Them, "armbar", Side, null)),
                Exchange(
                    Stopped(Actor.Them, "knee-cut", Half),
                    Did(Actor.Me, "scissor-sweep", Half, new Spot("mount", Role.Top)),
                    Did(Actor.Me, "americana", new Spot("mount", Role.Top), null)
                ),
                Exchange(Did(Actor.Them, "knee-cut", Half, Side)),
            ],
        };
        var log = new ReadingList([RollReading.Of("s1", First, Attire.Gi, roll, Ground)]);
        var sheet = PartnerSheet.Of(Odalys, log, Judged(log), [Odalys]);

        Assert.Equal((1, 2, 3, false), (sheet.Rolls, sheet.Won, sheet.Lost, sheet.Enough));
        var cut = sheet.Theirs[0];
        Assert.Equal(("knee-cut", 2, 1), (cut.Technique, cut.Done, cut.Stopped));
        Assert.Equal(new CountOf("scissor-sweep", 1), Assert.Single(cut.Stops));
        Assert.Equal(new LeadsTo(Half, "knee-cut", Side, false, 2), sheet.Leads[0]);
        Assert.Equal([(Actor.Me, "americana"), (Actor.Them, "armbar")], sheet.Taps.Select(t => (t.By, t.Technique!)));
        Assert.Equal(new MomentPlace("s1", "r1", 0, 1), sheet.Taps[1].Place);
        Assert.Equal((1, 1, new CountOf("armbar", 1)), (sheet.TapsByMe, sheet.TapsByThem, Assert.Single(sheet.Finishes)));
        Assert.Equal(new BeginsWith(Half, 3), Assert.Single(sheet.Begins));
        Assert.Equal(new WasThen(First, BeltColour.Purple, 0, 66), Assert.Single(sheet.Then));
        Assert.Equal("Knee line first.", Assert.Single(sheet.Said).Text);
        Assert.Equal((1, 1), (sheet.Gi, sheet.ByWeek[^1].Rolls));
    }

    [Fact]
    public void SomebodyWhomTheLogDoesNotKnowHasAnEmptySheet()
    {
        var log = new ReadingList([]);
        var sheet = PartnerSheet.Of(Odalys, log, Judged(log), [Odalys]);

        Assert.Equal((0, false, 0.0, 1.0), (sheet.Rolls, sheet.Enough, sheet.Rate.Low.Value, sheet.Rate.High.Value));
        Assert.Empty(sheet.OverTime);
    }

    [Fact]
    public void SomebodyAboveMeIsHarderThoughTheLastTimeWasADrillOrLettingThemWork()
    {
        Roll With(Goes? goes, Intent intent) =>
            new()
            {
                Id = "r",
                PartnerId = "odalys",
                PartnerBelt = BeltColour.Brown,
                PartnerWeightKg = new Kilograms(70),
                Goes = goes,
                Intent = intent,
                Exchanges = [Exchange(Did(Actor.Them, "knee-cut", Half, Side))],
            };
        var goes = new Goes("b", "f", 0, Half, true, [new Try(true, null)]);
        var log = new ReadingList([
            RollReading.Of("a", First, Attire.Gi, With(null, Intent.OwnGame), Ground),
            RollReading.Of("b", First.AddDays(7), Attire.Gi, With(null, Intent.LetWork), Ground),
            RollReading.Of("c", First.AddDays(14), Attire.Gi, With(goes, Intent.OwnGame), Ground),
        ]);
        Assert.Equal(PartnerStanding.Harder, PartnerSheet.Of(Odalys, log, Judged(log), [Odalys]).Standing);
    }

    [Fact]
    public void ABeltThatChangedIsKeptWithItsDay()
    {
        Roll With(BeltColour belt, int stripes) =>
            new()
            {
                Id = "r",
                PartnerId = "odalys",
                PartnerBelt = belt,
                PartnerStripes = stripes,
            };
        var log = new ReadingList([
            RollReading.Of("a", First, Attire.Gi, With(BeltColour.Purple, 4), Ground),
            RollReading.Of("b", First.AddDays(7), Attire.Gi, With(BeltColour.Purple, 4), Ground),
            RollReading.Of("c", First.AddDays(14), Attire.NoGi, With(BeltColour.Brown, 0), Ground),
        ]);
        var sheet = PartnerSheet.Of(Odalys, log, Judged(log), [Odalys]);

        Assert.Equal(
            [(First, BeltColour.Purple, 4), (First.AddDays(14), BeltColour.Brown, 0)],
            sheet.Then.Select(t => (t.Date, t.Belt!.Value, t.Stripes!.Value))
        );
    }

    [Fact]
    public void PeopleAreAlikeByTraitsThenByLevelAndWeight()
    {
        Partner twin = Odalys with { Id = "twin", Name = "Twin", Traits = ["Long legs"] },
            near = Odalys with { Id = "near", Name = "Near", Traits = [], WeightKg = new Kilograms(70) },
            far = Odalys with { Id = "far", Name = "Far", Traits = [], Belt = BeltColour.White, WeightKg = new Kilograms(110) };

        var like = PeopleLike.Of(Odalys, [far, near, twin, Odalys]);

        Assert.Equal(["twin", "near"], like.Select(l => l.Partner));
        Assert.Equal(["long legs", "level", "weight"], like[0].Shared);
    }

    [Fact]
    public void WhatWorksOnPeopleLikeThemAndWasNeverTriedIsOffered()
    {
        // The scissor sweep came off on Twin three times in four; the kneebar once in four.
        var twin = Odalys with { Id = "twin", Name = "Twin" };
        Moment[] moments =
        [
            .. Enumerable.Repeat(Did(Actor.Me, "scissor-sweep", Half, new Spot("mount", Role.Top)), 3),
            Stopped(Actor.Me, "scissor-sweep", Half),
            Did(Actor.Me, "kneebar", Half, null),
            .. Enumerable.Repeat(Stopped(Actor.Me, "kneebar", Half), 3),
        ];
        Roll[] rolls =
        [
            .. moments.Select(
                (m, i) =>
                    new Roll
                    {
                        Id = $"r{i}",
                        PartnerId = "twin",
                        Exchanges = [Exchange(m)],
                    }
            ),
        ];
        var log = new ReadingList([.. rolls.Select(r => RollReading.Of("s", First, Attire.Gi, r, Ground))]);

        var offered = Assert.Single(PartnerSheet.Of(Odalys, log, Judged(log), [Odalys, twin]).Untried);

        Assert.Equal(("scissor-sweep", 3, 4), (offered.Technique, offered.Done, offered.Tried));
        Assert.Equal(["Twin"], offered.With);
    }

    [Fact]
    public void TheBandOverTimeHoldsTheTruthAboutAsOftenAsItSays()
    {
        // Simulated partners: a level of their own drawn from the model's prior, and a change from one three months to the next drawn
        // from the model's too. The band of the last step must hold the true rate in about 80 of 100; 70 to 90 leaves room for chance
        // (two standard errors of 200 are 6) and for what is taken as known.
        var dice = new Random(7);
        var held = 0;
        const int people = 200;
        for (var i = 0; i < people; i++)
        {
            var (own, change) = (0.35 * Normal(dice), 0.4 * Normal(dice));
            var readings = new List<RollReading>();
            for (var day = 0; day < 168; day += 3)
            {
                var level = own + (day >= 84 ? change : 0);
                Spot[] spots = [Half, Half.Mirror(), Side, new Spot("standing", Role.Even)];
                readings.Add(
                    new RollReading
                    {
                        Session = $"s{day}",
                        Roll = "r",
                        Date = First.AddDays(day),
                        Attire = Attire.Gi,
                        Against = new Against("odalys", null, null, Intent.OwnGame),
                        Moments = 4,
                        Starts = [],
                        Visits = [],
                        Contests =
                        [
                            .. spots.Select(s =>
                            {
                                var won = dice.NextDouble() < Probability.OfLogit(Ground.Level(s) + level);
                                return new Contest
                                {
                                    Spot = s,
                                    End = won ? ContestEnd.Won : ContestEnd.Lost,
                                    Actor = won ? Actor.Me : Actor.Them,
                                    Place = new MomentPlace($"s{day}", "r", 0, 0),
                                };
                            }),
                        ],
                    }
                );
            }

            // The judgement of a log that says nothing else: the ground's own levels.
            var judgement = Judged(new ReadingList([]));
            var decided = readings.SelectMany(r => r.Contests.Select(c => new Fought(r, c))).ToList();
            var whole = PartnerLevel.Over(decided, judgement);
            var last = PartnerLevel.OverTime(decided, whole.Own, judgement)[^1];
            var truth = decided.Average(f => Probability.OfLogit(Ground.Level(f.Contest.Spot) + own + change).Value);
            held += truth >= last.Rate.Low && truth <= last.Rate.High ? 1 : 0;
        }

        Assert.InRange((double)held / people, 0.7, 0.9);
    }

    private static readonly Partner Odalys = new()
    {
        Id = "odalys",
        Name = "Odalys B.",
        Belt = BeltColour.Purple,
        Stripes = 1,
        WeightKg = new Kilograms(66),
        Traits = ["long legs"],
    };

    private static double Normal(Random dice) =>
        Math.Sqrt(-2 * Math.Log(1 - dice.NextDouble())) * Math.Cos(2 * Math.PI * dice.NextDouble());

    private static Exchange Exchange(params Moment[] moments) => new() { Start = moments[0].From, Moments = moments };

    private static Moment Did(Actor actor, string technique, Spot from, Spot? to) =>
        new()
        {
            Actor = actor,
            Technique = technique,
            Outcome = Outcome.Done,
            From = from,
            To = to,
        };

    private static Moment Stopped(Actor actor, string technique, Spot from) =>
        Did(actor, technique, from, null) with
        {
            Outcome = Outcome.Stopped,
        };
}
