using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Log;

namespace AshNotch.Core.Tests.Judging;

// A ground of three spots, small enough to walk every way through it by hand.
public class RoadModelTests
{
    private const double GoesOn = 10.0 / 11;
    private static readonly Recall Memory = new(0.85, 0.98);
    private static readonly double[] P = [0.5, 0.6, 0.35];

    private static readonly GroundMap Small = new(
        [
            new Position
            {
                Id = "feet",
                Name = "Feet",
                Family = Family.Feet,
                Roles = [Role.Even],
                Scores = PositionScore.Nothing,
            },
            new Position
            {
                Id = "floor",
                Name = "Floor",
                Family = Family.OpenGuard,
                Roles = [Role.Top, Role.Bottom],
                Scores = PositionScore.Guard,
            },
        ],
        [],
        [new UsualLevel("floor", 0.2, "")],
        [
            new UsualRoad("start", new Dictionary<string, int> { ["feet:even"] = 80, ["floor:bottom"] = 20 }, ""),
            new UsualRoad("feet", new Dictionary<string, int> { ["floor:top"] = 90, ["finish"] = 10 }, ""),
            new UsualRoad("floor:top", new Dictionary<string, int> { ["finish"] = 60, ["feet:even"] = 40 }, ""),
            new UsualRoad(
                "floor:bottom",
                new Dictionary<string, int>
                {
                    ["floor:top"] = 50,
                    ["feet:even"] = 30,
                    ["finish"] = 20,
                },
                ""
            ),
        ]
    );

    private static RoadFit Usual() => new RoadModel(Small.Usual, new LogCounts(Small.Usual), 1).Fit(P, GoesOn, Memory);

    // Every way on from spot u, contest by contest, until one is written down or the roll is over. No matrix in it. (No two
    // spots of this ground are kin, so a written spot is the right one.)
    private static double[] Walked(double[][] won, double[][] lost, double[] start, int u, double probability, int depth)
    {
        var seen = new double[3];
        if (depth == 0 || probability < 1e-13)
            return seen;
        foreach (var (chance, row) in new[] { (P[u], won[u]), (1 - P[u], lost[u]) })
        {
            for (var x = 0; x <= 3; x++)
            {
                var way = probability * chance * row[x];
                var kept = x == 3 ? Memory.Taps : Memory.Moments;
                seen[u] += way * kept;
                for (var next = 0; next < 3; next++)
                {
                    var on =
                        way
                        * (1 - kept)
                        * GoesOn
                        * (
                            x == 3 ? start[next]
                            : next == x ? 1
                            : 0
                        );
                    if (on > 0)
                        seen = [.. seen.Zip(Walked(won, lost, start, next, on, depth - 1), (a, b) => a + b)];
                }
            }
        }

        return seen;
    }

    [Fact]
    public void What_is_seen_next_agrees_with_walking_every_way()
    {
        var model = new RoadModel(Small.Usual, new LogCounts(Small.Usual), 1);
        var fit = Usual();
        var seen = model.SeenFrom([.. fit.Won, .. fit.Lost], P, GoesOn, Memory);
        for (var u = 0; u < 3; u++)
        {
            var walked = Walked(fit.Won, fit.Lost, fit.Start, u, 1, 9);
            for (var y = 0; y < 3; y++)
                Assert.Equal(walked[y], seen[(y * 3) + u], 6);
        }
    }

    [Fact]
    public void Six_sweeps_of_expectation_and_maximisation_agree_with_the_same_by_walking()
    {
        var readings = new[]
        {
            Seen("feet:even", true, "floor:bottom", 4),
            Seen("floor:top", true, "feet:even", 3),
            Seen("floor:bottom", false, "floor:bottom", 5),
        };
        var counts = LogCounts.Of(readings, Small.Usual);
        var fit = new RoadModel(Small.Usual, counts, 1).Fit(P, GoesOn, Memory);

        // The same Dirichlet rows: 99 % usual and 1 % spread, worth six contests.
        double[] Prior(double[] usual) => [.. usual.Select((x, i) => RoadModel.PriorWeight * ((0.99 * x) + (i < 3 ? 0.01 / 3 : 0)))];
        double[][] rows = [.. Small.Usual.Won.Concat(Small.Usual.Lost).Select(Prior)];
        var prior = rows.Select(r => (double[])r.Clone()).ToArray();
        foreach (var _ in Enumerable.Range(0, 6))
        {
            var mean = rows.Select(r => r.Select(x => x / r.Sum()).ToArray()).ToArray();
            var at = Enumerable.Range(0, 3).Select(u => Walked(mean[..3], mean[3..], fit.Start, u, 1, 9)).ToArray();
            rows = [.. prior.Select(r => (double[])r.Clone())];
            foreach (
                var (spot, won, next, n) in new[]
                {
                    ("feet:even", true, "floor:bottom", 4),
                    ("floor:top", true, "feet:even", 3),
                    ("floor:bottom", false, "floor:bottom", 5),
                }
            )
            {
                var row = Index(spot) + (won ? 0 : 3);
                var likely = Enumerable.Range(0, 3).Select(u => mean[row][u] * at[u][Index(next)]).ToArray();
                for (var u = 0; u < 3; u++)
                    rows[row][u] += n * likely[u] / likely.Sum();
            }
        }

        for (var s = 0; s < 3; s++)
        {
            for (var u = 0; u <= 3; u++)
            {
                Assert.Equal(rows[s][u] / rows[s].Sum(), fit.Won[s][u], 6);
                Assert.Equal(rows[s + 3][u] / rows[s + 3].Sum(), fit.Lost[s][u], 6);
            }
        }
    }

    [Fact]
    public void A_told_road_is_counted_as_it_was_told_and_a_tap_by_its_weight()
    {
        var told = Reading(
            Enumerable
                .Repeat(Contest("floor:bottom", true) with { Next = Spot.Parse("feet:even") }, 6)
                .Concat(Enumerable.Repeat(Contest("floor:bottom", true) with { Finished = true }, 6))
        );
        var usual = Usual().Won[2];
        var row = new RoadModel(Small.Usual, LogCounts.Of([told], Small.Usual), 0.5).Fit(P, GoesOn, Memory).Won[2];
        Assert.Equal(((6 * usual[0]) + 6) / 15, row[0], 9);
        Assert.Equal(((6 * usual[3]) + 3) / 15, row[3], 9);
    }

    [Fact]
    public void Links_that_agree_show_a_memory_without_holes()
    {
        RollReading With(int links, int linked) => Reading([Contest("feet:even", true)]) with { Links = links, Linked = linked };
        double Moments(RollReading r) => Recall.Of(LogCounts.Of([r], Small.Usual)).Moments;
        Assert.Equal(0.62, Moments(With(0, 0)), 9);
        Assert.True(Moments(With(500, 495)) > 0.95);
        Assert.True(Moments(With(500, 200)) < 0.45);
    }

    private static int Index(string spot) => Small.Usual.IndexOf(Spot.Parse(spot));

    private static Contest Contest(string spot, bool won) =>
        new()
        {
            Spot = Spot.Parse(spot),
            End = won ? ContestEnd.Won : ContestEnd.Lost,
            Actor = won ? Actor.Me : Actor.Them,
            Place = new MomentPlace("s", "r", 0, 0),
        };

    private static RollReading Seen(string spot, bool won, string next, int times) =>
        Reading(Enumerable.Repeat(Contest(spot, won) with { NextSeen = Spot.Parse(next) }, times));

    private static RollReading Reading(IEnumerable<Contest> contests) =>
        new()
        {
            Session = "s",
            Roll = "r",
            Date = new DateOnly(2026, 3, 3),
            Attire = Attire.Gi,
            Against = new Against(null, null, null, Intent.OwnGame),
            Moments = 1,
            Starts = [],
            Visits = [],
            Contests = [.. contests],
        };
}
