using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Judging.Patterns;
using AshNotch.Core.Judging.People;
using AshNotch.Core.Log;
using AshNotch.Demo;

namespace AshNotch.Core.Tests.Judging;

// What is looked up, handed on or gathered in one pass is held against the same thing looked for from the beginning.
public class ReadingListTests
{
    private static readonly Logbook Log = Season.Make();
    private static readonly GroundMap Map = GroundMap.Default.With(Log.Vocabulary);
    private static readonly RollReading[] Readings = [.. RollReading.Of(Log, Map)];
    private static readonly Judgement Judged = Judgement.Of(Map, LogCounts.Of(Readings, Map.Usual), Standpoint.Owner(Log.Athlete));

    private static IEnumerable<Fought> All(IEnumerable<RollReading> readings) =>
        readings.SelectMany(r => r.Contests.Select(c => new Fought(r, c)));

    private static void SameAsLookedFor(ReadingList list, IReadOnlyList<RollReading> readings)
    {
        Assert.Equal(readings, list);
        foreach (var spot in Map.Spots)
        {
            Assert.Equal(All(readings).Where(f => f.Contest.Spot == spot), list.At(spot));
            Assert.Equal(All(readings).Where(f => f.Contest.Next == spot), list.Into(spot));
        }

        Assert.Equal(All(readings).Select(f => f.Contest.Spot).ToHashSet(), list.Spots.ToHashSet());
        Assert.Equal(
            readings.SelectMany(r => r.Follows).GroupBy(f => f with { Count = 0 }).Select(g => (g.Key, g.Sum(f => f.Count))).ToHashSet(),
            list.Follows.Select(f => (f with { Count = 0 }, f.Count)).ToHashSet()
        );
        Assert.Equal(
            All(readings.Where(r => !r.Against.Drill))
                .Where(f => f.Contest is { Technique: not null, Side: not null })
                .GroupBy(f => (f.Contest.Actor, f.Contest.Technique!, f.Contest.Side!.Value, SpotEvidence.Good(f.Contest)))
                .Select(g => (g.Key, g.Count()))
                .ToHashSet(),
            list.Sides.Select(s => ((s.Key.Actor, s.Key.Technique, s.Key.Side, s.Key.Good), s.Value)).ToHashSet()
        );
        var lost = All(readings.Where(r => !r.Against.Drill)).Where(f => f.Contest.End == ContestEnd.Lost).ToList();
        Assert.Equal(
            lost.Where(f => f.Contest.Technique is not null)
                .Select(f => new LossKey(f.Contest.Spot, f.Contest.Technique, null, f.Reading.Against.Partner))
                .Concat(lost.SelectMany(f => f.Contest.Reasons.Distinct().Select(r => new LossKey(f.Contest.Spot, null, r, null))))
                .Concat(lost.Where(f => f.Contest.Reasons.Count > 0).Select(f => new LossKey(f.Contest.Spot, null, null, null)))
                .CountBy(k => k)
                .ToHashSet(),
            list.Losses.ToHashSet()
        );
    }

    [Fact]
    public void Contests_are_found_by_spot_by_day_and_by_block()
    {
        var list = new ReadingList(Readings);
        SameAsLookedFor(list, Readings);
        var (spot, day) = (Spot.Parse("half-guard:bottom"), Readings[Readings.Length / 2].Date);
        Assert.Equal(All(Readings).Where(f => f.Contest.Spot == spot && f.Reading.Date > day), list.After(spot, day));
        Assert.NotEmpty(list.After(spot, day));
        Assert.Empty(list.After(spot, Readings[^1].Date));
        var block = Log.Blocks[0].Id;
        Assert.Equal(Readings.Where(r => r.Goes?.Block == block), list.GoesOf(block));
        Assert.NotEmpty(list.GoesOf(block));
    }

    [Theory]
    [InlineData(false)]
    [InlineData(true)]
    public void After_changes_of_some_rolls_it_knows_what_a_new_list_would(bool indexed)
    {
        var dice = new Random(7);
        var (list, readings) = (new ReadingList(Readings), (IReadOnlyList<RollReading>)Readings);
        for (var round = 0; round < 12; round++)
        {
            if (indexed)
                _ = (list.At(Map.Spots[0]), list.Into(Map.Spots[0]), list.Follows, list.Sides, list.Losses);
            var gone = readings.Where(_ => dice.Next(40) == 0).ToList();

            // Some of them come back changed, in the same place; some that were gone before come back.
            var come = gone.Where(_ => dice.Next(2) == 0)
                .Select(r => r with { Moments = r.Moments + 1, Contests = [.. r.Contests.Skip(1)] })
                .Concat(Readings.Except(readings, ReferenceEqualityComparer.Instance).OfType<RollReading>().Take(2))
                .ToList();
            List<RollReading> next =
            [
                .. readings.Except(gone, ReferenceEqualityComparer.Instance).OfType<RollReading>().Concat(come).OrderBy(r => r.Date),
            ];
            list = list.Changed(next, gone, come);
            readings = next;
            SameAsLookedFor(list, readings);
        }
    }

    [Fact]
    public void Cells_counted_by_roll_are_those_of_all_counts()
    {
        var (cells, all) = (LogCounts.OfCells(Readings, Map.Usual).Cells, LogCounts.Of(Readings, Map.Usual).Cells);
        Assert.Equal(all.OrderBy(c => c.Key.ToString()), cells.OrderBy(c => c.Key.ToString()));
    }

    [Fact]
    public void Sides_are_tallied_as_the_definition_has_it()
    {
        var sided = OneSided.Of(Readings);
        Assert.NotEmpty(sided);
        foreach (var one in sided)
        {
            var moments = Readings
                .SelectMany(r => r.Contests)
                .Where(c => c.Actor == one.Actor && c.Technique == one.Technique && c.Side is not null)
                .ToList();
            Assert.Equal(moments, one.Moments);
            foreach (var (side, tally) in new[] { (Side.Left, one.Left), (Side.Right, one.Right) })
            {
                var on = moments.Where(c => c.Side == side).ToList();
                Assert.Equal(on.Count, tally.Of);
                Assert.Equal(on.Count(c => c.Actor == Actor.Me ? c.End != ContestEnd.Held : c.End == ContestEnd.Held), tally.Good);
            }
        }
    }

    [Fact]
    public void How_it_goes_with_somebody_is_said_alike_in_short_and_on_their_sheet()
    {
        var list = new ReadingList(Readings);
        foreach (var partner in Log.Partners)
        {
            var (rolls, sheet) = (list.With(partner.Id), PartnerSheet.Of(partner, list, Judged, Log.Partners));
            var outcome = PartnerOutcome.Of(rolls, Judged);
            Assert.Equal(
                (sheet.Won, sheet.Lost, sheet.Enough, sheet.Rate, sheet.Standing, sheet.TapsByMe, sheet.TapsByThem),
                (outcome.Won, outcome.Lost, outcome.Enough, outcome.Rate, outcome.Standing, outcome.TapsByMe, outcome.TapsByThem)
            );
            var decided = All(rolls).Where(f => !f.Reading.Against.Drill && f.Contest.End != ContestEnd.Held).ToList();
            Assert.Equal(decided.Count(f => f.Contest.End == ContestEnd.Won), outcome.Won);
            Assert.Equal(decided.Count(f => f.Contest.End == ContestEnd.Lost), outcome.Lost);
        }
    }

    [Fact]
    public void Ids_that_hash_alike_stay_apart()
    {
        var (one, other) = (new Spot("aXbcYdeZf", Role.Top), new Spot("aXbQYdeZf", Role.Top));
        Assert.Equal(one.GetHashCode(), other.GetHashCode());
        Assert.NotEqual(one, other);
        Assert.Equal(one, new Spot(new string([.. "aXbcYdeZf"]), Role.Top));
        Assert.NotEqual(one, one with { Role = Role.Bottom });
        var words = new Dictionary<string, int>(IdHash.Comparer) { [one.Position] = 1, [other.Position] = 2 };
        Assert.Equal((1, 2), (words[one.Position], words[other.Position]));
        Assert.Equal(0, IdHash.Of(null));
    }

    [Fact]
    public void What_was_told_to_come_next_goes_before_what_was_only_seen()
    {
        var (mount, guard) = (Spot.Parse("mount:top"), Spot.Parse("closed-guard:top"));
        var contest = new Contest
        {
            Spot = guard,
            End = ContestEnd.Won,
            Actor = Actor.Me,
            Place = new MomentPlace("s", "r", 0, 0),
        };
        Assert.Equal((null, null), (contest.Next, contest.NextSeen));
        var seen = contest with { NextSeen = mount };
        Assert.Equal((null, (Spot?)mount), (seen.Next, seen.NextSeen));
        var told = seen with { Next = guard };
        Assert.Equal(((Spot?)guard, null), (told.Next, told.NextSeen));
        Assert.Equal(told, told with { NextSeen = mount });
        Assert.Equal(contest, told with { Next = null });
    }
}
