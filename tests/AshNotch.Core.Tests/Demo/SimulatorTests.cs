using AshNotch.Core.Ground;
using AshNotch.Core.Log;
using AshNotch.Demo;

namespace AshNotch.Core.Tests.Demo;

public class SimulatorTests
{
    private static readonly Spot Standing = Spot.Parse("standing");

    private static ClubMate Mate(BeltColour belt = BeltColour.Blue, double kilograms = 70, params string[] likes) =>
        new(
            new Partner
            {
                Id = "m",
                Name = "M.",
                Belt = belt,
                Stripes = 0,
                WeightKg = new Kilograms(kilograms),
            },
            0,
            likes.ToDictionary(l => l, _ => 3.0),
            1
        );

    private static List<Exchange> Play(
        SimulatedAthlete athlete,
        ClubMate mate,
        int seed = 1,
        int rolls = 60,
        Attire attire = Attire.Gi,
        Intent intent = Intent.OwnGame
    )
    {
        var simulator = new RollSimulator(GroundMap.Default, athlete, new Chance(seed));
        return [.. Enumerable.Range(0, rolls).SelectMany(_ => simulator.Play(mate, attire, 1, 6, Standing, intent))];
    }

    private static double Taps(IEnumerable<Exchange> exchanges, Actor by)
    {
        var ends = exchanges.Where(e => e.End?.Kind == EndKind.Tap).ToList();
        return ends.Count(e => e.End!.By == by) / (double)ends.Count;
    }

    private static SimulatedAthlete Plain { get; } = SimulatedAthlete.With(new Dictionary<Spot, double>());

    [Fact]
    public void Moments_follow_each_other_from_where_the_last_one_led_and_stay_within_the_round()
    {
        foreach (var exchange in Play(Plain, Mate()))
        {
            var here = exchange.Start;
            foreach (var moment in exchange.Moments)
            {
                Assert.Equal(here, moment.From);
                Assert.InRange(moment.Clock!.Value, 0, 360);
                here = moment.Outcome == Outcome.Done ? moment.To ?? here : here;
            }

            Assert.Equal(exchange.Moments.Select(m => m.Clock), exchange.Moments.Select(m => m.Clock).Order());
        }
    }

    [Fact]
    public void An_exchange_ends_in_a_tap_exactly_when_a_submission_came_off()
    {
        foreach (var exchange in Play(Plain, Mate()))
        {
            var finish =
                exchange.Moments is [.., { Outcome: Outcome.Done } last] && GroundMap.Default.Technique(last.Technique)!.Finishes()
                    ? last
                    : null;
            Assert.Equal(finish is not null, exchange.End!.Kind == EndKind.Tap);
            Assert.Equal(finish?.Technique, exchange.End.Technique);
        }
    }

    [Fact]
    public void Higher_belts_and_heavier_partners_win_more()
    {
        var peer = Taps(Play(Plain, Mate(), rolls: 150), Actor.Me);
        Assert.InRange(peer, 0.35, 0.65);
        Assert.True(Taps(Play(Plain, Mate(BeltColour.Brown), rolls: 150), Actor.Me) < peer - 0.1);
        Assert.True(Taps(Play(Plain, Mate(kilograms: 120), rolls: 150), Actor.Me) < peer - 0.1);
    }

    [Fact]
    public void A_planted_weakness_shows_in_what_happens_there()
    {
        var half = Spot.Parse("half-guard:bottom");
        var weak = SimulatedAthlete.With(new Dictionary<Spot, double> { [half] = -2 });
        Assert.True(LeftWell(Play(weak, Mate(), rolls: 200)) < LeftWell(Play(Plain, Mate(), rolls: 200)) - 0.15);

        double LeftWell(IEnumerable<Exchange> exchanges)
        {
            var done = exchanges.SelectMany(e => e.Moments).Where(m => m.From == half && m.Outcome == Outcome.Done).ToList();
            Assert.True(done.Count > 30);
            return done.Count(m => m.Actor == Actor.Me) / (double)done.Count;
        }
    }

    [Fact]
    public void Without_the_jacket_nobody_uses_one()
    {
        var used = Play(Plain, Mate(), attire: Attire.NoGi, rolls: 150)
            .SelectMany(e => e.Moments)
            .Select(m => GroundMap.Default.Technique(m.Technique)!);
        Assert.DoesNotContain(used, t => t.Gi);
    }

    [Fact]
    public void A_partner_does_what_they_like()
    {
        int Count(ClubMate mate) =>
            Play(Plain, mate, rolls: 100).SelectMany(e => e.Moments).Count(m => m.Actor == Actor.Them && m.Technique == "hip-throw");
        Assert.True(Count(Mate(likes: "hip-throw")) > Count(Mate()) * 1.3);
    }

    [Fact]
    public void Memory_loses_moments_but_hardly_ever_taps_and_invents_nothing()
    {
        var chance = new Chance(3);
        var memory = new Memory();
        var happened = Play(Plain, Mate(), rolls: 200);
        var recalled = happened.Select(e => memory.Recall(e, chance)).ToList();
        double kept = recalled.Sum(e => e.Moments.Count),
            all = happened.Sum(e => e.Moments.Count);
        Assert.InRange(kept / all, 0.65, 0.82);
        for (var i = 0; i < happened.Count; i++)
            Assert.All(recalled[i].Moments, m =>
                Assert.Contains(happened[i].Moments, h => h.Technique == m.Technique && h.Actor == m.Actor && h.From == m.From)
            );
        int Finishes(IEnumerable<Exchange> exchanges) =>
            exchanges.Count(e => e.End!.Kind == EndKind.Tap && e.Moments is [.., var last] && last.Technique == e.End.Technique);
        Assert.True(Finishes(recalled) > 0.94 * Finishes(happened));
    }

    [Fact]
    public void The_dice_are_fair_and_repeat_themselves()
    {
        var chance = new Chance(5);
        var throws = Enumerable.Range(0, 6000).Select(_ => chance.Between(1, 6)).ToList();
        Assert.Equal(3.5, throws.Average(), 0.1);
        Assert.Equal(Enumerable.Range(1, 6), throws.Distinct().Order());
        var normal = Enumerable.Range(0, 6000).Select(_ => chance.Normal(2, 3)).ToList();
        Assert.Equal(2, normal.Average(), 0.15);
        Assert.Equal("b", chance.Weighted([("a", 0.0), ("b", 1.0)]));
        Assert.Null(chance.Weighted(Array.Empty<(string, double)>()));
        Assert.Equal(new Chance(9).Between(0, 1000), new Chance(9).Between(0, 1000));
    }
}
