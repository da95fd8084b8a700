using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Log;
using AshNotch.Demo;

namespace AshNotch.Core.Tests.Judging;

// What stands behind a figure has to add up to it.
public class EvidenceTests
{
    private static readonly Logbook Log = Season.Make();
    private static readonly GroundMap Map = GroundMap.Default.With(Log.Vocabulary);
    private static readonly List<RollReading> Readings = [.. RollReading.Of(Log, Map)];
    private static readonly Judgement Judged = Judgement.Of(Map, LogCounts.Of(Readings, Map.Usual), Standpoint.Owner(Log.Athlete));

    [Fact]
    public void Techniques_weeks_and_partners_of_every_spot_add_up_to_its_tally()
    {
        foreach (var ranked in Judged.SoftSpots)
        {
            var evidence = SpotEvidence.Of(Readings, ranked.Spot, Judged, Map);
            Assert.Equal((ranked.Won, ranked.Lost), (evidence.Weeks.Sum(w => w.Won), evidence.Weeks.Sum(w => w.Lost)));
            Assert.Equal((ranked.Won, ranked.Lost), (evidence.Partners.Sum(w => w.Won), evidence.Partners.Sum(w => w.Lost)));
            Assert.True(evidence.Theirs.Sum(t => t.Done) <= ranked.Lost && evidence.Mine.Sum(t => t.Done) <= ranked.Won);
            foreach (var shares in new[] { evidence.Theirs, evidence.Mine }.Where(t => t.Any(x => x.Share > 0)))
                Assert.Equal(1, shares.Sum(t => t.Share), 9);
            Assert.All(evidence.Weeks, w => Assert.True(w.Rate.Low < w.Rate.Rate && w.Rate.Rate < w.Rate.High));
            Assert.True(evidence.WaysIn.Sum(w => w.Count) <= ranked.Visits);
        }
    }

    [Fact]
    public void Half_guard_rises_over_the_weeks_of_the_block()
    {
        var weeks = SpotEvidence.Of(Readings, Spot.Parse("half-guard:bottom"), Judged, Map).Weeks;
        var block = Season.FirstDay.AddDays(7 * (Season.BlockWeek - 1));
        double Mean(Func<DateOnly, bool> when) => weeks.Where(w => when(w.Week)).Average(w => w.Rate.Rate);
        Assert.True(Mean(w => w >= block.AddDays(28)) > Mean(w => w < block) + 0.1);
        Assert.All(weeks.Zip(weeks.Skip(1)), pair => Assert.Equal(pair.First.Week.AddDays(7), pair.Second.Week));
    }

    [Fact]
    public void The_rings_hold_every_roll_once_and_about_balance()
    {
        var rings = Rings.Of(Readings, Judged);
        Assert.Equal(Season.Weeks, rings.Count);
        Assert.Equal(Judged.Counts.Rolls, rings.Sum(r => r.Rolls));
        var goes = Readings.Where(r => r.Against.Drill).Sum(r => r.Contests.Length);
        Assert.Equal(Judged.Counts.Contests - goes, rings.Sum(r => r.Contests));
        Assert.All(rings, r => Assert.Equal(DayOfWeek.Monday, r.Week.DayOfWeek));

        // What is expected is fitted to the same contests, so good and bad weeks cancel but for the pull of the priors.
        Assert.InRange(rings.Sum(r => (r.Result ?? 0) * r.Rolls) / Readings.Count, -0.1, 0.1);
        Assert.Empty(Rings.Of([], Judged));
    }

    [Fact]
    public void The_ground_map_holds_every_spot_that_was_visited_and_every_road_that_was_told()
    {
        var map = OwnGroundMap.Of(Judged, Map);
        Assert.Equal(
            Judged.SoftSpots.Select(s => s.Spot).Order(Comparer<Spot>.Create((a, b) => string.CompareOrdinal(a.ToString(), b.ToString()))),
            map.Spots.Where(s => s.Won + s.Lost > 0)
                .Select(s => s.Spot)
                .Order(Comparer<Spot>.Create((a, b) => string.CompareOrdinal(a.ToString(), b.ToString())))
        );
        Assert.Equal(Judged.Counts.Roads().Where(r => r.Key is { Told: true, Next: >= 0 }).Sum(r => r.Value), map.Roads.Sum(r => r.Seen));

        // Out of a spot no more can go in a roll than comes there.
        foreach (var spot in map.Spots)
            Assert.True(map.Roads.Where(r => r.From == spot.Spot).Sum(r => r.Flow) <= spot.PerRoll + 1e-9);
        double Value(string spot) => map.Values.Single(v => v.Spot == Spot.Parse(spot)).Value;
        Assert.True(Value("back-control:top") > Value("half-guard:top") && Value("half-guard:bottom") > Value("mount:bottom"));
    }

    [Fact]
    public void A_rating_far_above_what_the_log_says_shows_as_a_gap_and_ratings_alone_move_nothing()
    {
        var plain = PartStandings.Standing(Judged, new Dictionary<string, double>(), Map);
        Assert.All(plain, p => Assert.Null(p.Gap));
        var known = plain.Where(p => p.Rank is not null).OrderBy(p => p.Rank).ToList();
        Assert.True(known.Count >= 4);

        // Rated exactly the other way round than the log has it.
        var ratings = known.Select((p, i) => (p.Part.Id, Score: (double)i)).ToDictionary(p => p.Id, p => p.Score);
        var upsideDown = PartStandings.Standing(Judged, ratings, Map);
        Assert.Equal(known.Count - 1, upsideDown.Single(p => p.Part.Id == known[^1].Part.Id).Gap);
        Assert.Equal(1 - known.Count, upsideDown.Single(p => p.Part.Id == known[0].Part.Id).Gap);
        var agreed = PartStandings.Standing(Judged, ratings.ToDictionary(r => r.Key, r => 10 - r.Value), Map);
        Assert.All(agreed.Where(p => p.Gap is not null), p => Assert.Equal(0, p.Gap));
    }
}
