using AshNotch.Core.Drilling;
using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Log;

namespace AshNotch.Core.Tests.Drilling;

// Whom to ask is common practice, no source: near in level, there that day, somebody who does that attack.
public class PartnerChoiceTests
{
    private static readonly DateOnly Tuesday = new(2026, 7, 7);
    private static readonly Standpoint Owner = new(new Belt(BeltColour.Blue), 70, Objective.Submissions);

    private static Partner Person(string id, BeltColour belt, double kilograms) =>
        new()
        {
            Id = id,
            Name = id,
            Belt = belt,
            Stripes = 0,
            WeightKg = new Kilograms(kilograms),
        };

    private static Mate Mate(Partner partner, double tuesdays, double saturdays = 0) =>
        new(partner, new Dictionary<DayOfWeek, double> { [DayOfWeek.Tuesday] = tuesdays, [DayOfWeek.Saturday] = saturdays });

    private static IReadOnlyList<Suggestion> For(
        IReadOnlyList<Mate> mates,
        RungKind rung = RungKind.HalfDone,
        DayOfWeek day = DayOfWeek.Tuesday,
        IReadOnlyList<RollReading>? readings = null
    ) => PartnerChoice.For(mates, Drilled.KneeCut(), rung, day, null, readings ?? [], Owner);

    private static IEnumerable<RollReading> Attacks(string partner, int times, string technique = "knee-cut") =>
        Enumerable
            .Range(0, times)
            .Select(_ =>
                Reading.Of(Tuesday, Drilled.HalfGuard, ContestEnd.Lost, technique, against: new Against(partner, 1, 70, Intent.OwnGame))
            );

    [Fact]
    public void Whoever_is_there_that_day_comes_first_and_on_an_unknown_day_anybody_may_be()
    {
        Mate[] mates =
        [
            Mate(Person("often", BeltColour.Blue, 70), 0.9),
            Mate(Person("seldom", BeltColour.Blue, 70), 0.1),
            Mate(Person("saturday", BeltColour.Blue, 70), 0, 0.8),
        ];
        Assert.Equal(["often", "seldom"], For(mates).Select(s => s.Partner));
        Assert.Contains("usually there on a Tuesday", For(mates)[0].Why);
        Assert.Contains("sometimes there", For(mates)[1].Why);
        Assert.Equal(2, For(mates, day: DayOfWeek.Monday).Count);
        Assert.DoesNotContain("there on a", For(mates, day: DayOfWeek.Monday)[0].Why);
    }

    [Fact]
    public void Whoever_does_that_attack_is_asked_before_others_and_it_is_counted()
    {
        Mate[] mates =
        [
            Mate(Person("a", BeltColour.Blue, 70), 0.5),
            Mate(Person("b", BeltColour.Blue, 70), 0.5),
            Mate(Person("c", BeltColour.Blue, 70), 0.5),
        ];
        var asked = For(mates, readings: [.. Attacks("b", 3), .. Attacks("c", 9, "smash-pass")]);
        Assert.Equal("b", asked[0].Partner);
        Assert.Contains("went for it on you 3 times", asked[0].Why);
        Assert.Equal("went for it on you once", For(mates, readings: [.. Attacks("a", 1)])[0].Why.Split(',')[0]);
        Assert.DoesNotContain(asked.Skip(1), s => s.Why.Contains("went for it"));
    }

    [Fact]
    public void The_further_out_the_stronger_they_may_be_and_the_much_heavier_wait()
    {
        Mate[] mates =
        [
            Mate(Person("peer", BeltColour.Blue, 72), 0.5),
            Mate(Person("purple", BeltColour.Purple, 66), 0.5),
            Mate(Person("giant", BeltColour.Blue, 95), 0.5),
        ];
        Assert.Equal(["peer", "purple"], For(mates).Select(s => s.Partner));
        Assert.Equal("purple", For(mates, RungKind.FullRound)[0].Partner);
        Assert.Contains("giant", For([mates[2]], RungKind.FullRound).Select(s => s.Partner));
        Assert.Contains("heavier than you", For([mates[2]], RungKind.FullRound)[0].Why);
        Assert.Empty(For([mates[2]], RungKind.StepBack));
        Assert.Contains("near your weight", For(mates)[0].Why);
        Assert.Contains("above your level", For(mates)[1].Why);
    }

    [Fact]
    public void Usual_presence_is_the_share_of_that_days_sessions_in_the_last_twelve_weeks()
    {
        RollReading On(int days, string partner) =>
            Reading.Of(Tuesday.AddDays(days), Drilled.HalfGuard, ContestEnd.Won, against: new Against(partner, 1, 70, Intent.OwnGame));
        var usually = PartnerChoice.Usually(
            [Person("a", BeltColour.Blue, 70), Person("b", BeltColour.Blue, 70)],
            [On(0, "a"), On(-7, "a"), On(-7, "b"), On(-14, "a"), On(-14, "a"), On(-21, "b"), On(-200, "b")]
        );
        Assert.Equal(0.75, usually[0].There[DayOfWeek.Tuesday]);
        Assert.Equal(0.5, usually[1].There[DayOfWeek.Tuesday]);
        Assert.Empty(PartnerChoice.Usually([Person("a", BeltColour.Blue, 70)], [])[0].There);
    }
}
