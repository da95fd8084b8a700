using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Log;
using AshNotch.Demo;
using FsCheck;
using FsCheck.Xunit;

namespace AshNotch.Core.Tests.Judging;

public class ChainTests
{
    private const double NearlyOne = 1 - 1e-9;

    // States 0..n in a row: a win leads one up, a loss one down; both ends hold whoever comes there, and the upper one pays.
    private static Chain Walk(int n, double p, double goesOn = NearlyOne)
    {
        double[] To(int u) => [.. Enumerable.Range(0, n + 2).Select(i => i == u ? 1.0 : 0.0)];
        var states = Enumerable.Range(0, n + 1).ToList();
        double[][] pay = [.. states.Select(s => Enumerable.Range(0, n + 2).Select(u => s == n - 1 && u == n ? 1.0 : 0.0).ToArray())];
        return new Chain(
            [.. states.Select(_ => p)],
            [.. states.Select(s => To(s == 0 ? 0 : Math.Min(s + 1, n)))],
            [.. states.Select(s => To(s == n ? n : Math.Max(s - 1, 0)))],
            [.. states.Select(s => s == 1 ? 1.0 : 0.0)],
            goesOn,
            Rewards.Of(pay, pay)
        );
    }

    // Grinstead and Snell, Introduction to Probability, ch. 11, the drunkard's walk on 0..4 (source named, values from memory).
    [Fact]
    public void The_drunkards_walk_has_the_fundamental_matrix_of_the_book()
    {
        var chain = Walk(4, 0.5);
        double[][] expected =
        [
            [1.5, 1, 0.5],
            [1, 2, 1],
            [0.5, 1, 1.5],
        ];
        for (var i = 1; i <= 3; i++)
        {
            for (var j = 1; j <= 3; j++)
                Assert.Equal(expected[i - 1][j - 1], chain.Fundamental(i, j), 6);
            Assert.Equal(new[] { 3.0, 4, 3 }[i - 1], Enumerable.Range(1, 3).Sum(j => chain.Fundamental(i, j)), 6);
            Assert.Equal(i / 4.0, chain.Value[i], 6);
        }
    }

    // The gambler's ruin: from i of n with odds p against q, n is reached first with (1 - (q/p)^i) / (1 - (q/p)^n); any textbook.
    [Property]
    public bool The_gamblers_ruin_agrees_with_its_closed_form(PositiveInt size, PositiveInt odds)
    {
        var n = 2 + (size.Get % 9);
        var p = 0.2 + (0.6 * (odds.Get % 97) / 96.0);
        var chain = Walk(n, p);
        var r = (1 - p) / p;
        return Enumerable
            .Range(1, n - 1)
            .All(i =>
            {
                var exact = Math.Abs(r - 1) < 1e-9 ? (double)i / n : (1 - Math.Pow(r, i)) / (1 - Math.Pow(r, n));
                return Math.Abs(chain.Value[i] - exact) < 1e-5;
            });
    }

    [Theory]
    [InlineData(Objective.Submissions)]
    [InlineData(Objective.Points)]
    [InlineData(Objective.Survival)]
    public void A_roll_is_worth_the_sum_of_its_steps_and_its_visits_times_their_pay(Objective objective)
    {
        const double goesOn = 10.0 / 11;
        var usual = GroundMap.Default.Usual;
        var n = usual.Spots.Count;
        var rewards = Rewards.Of(GroundMap.Default, objective);
        double[] p = [.. usual.Level.Select(l => 1 / (1 + Math.Exp(-l)))];
        var chain = new Chain(p, [.. usual.Won], [.. usual.Lost], usual.Start, goesOn, rewards);

        var (at, weight, sum) = ((double[])usual.Start.Clone(), 1.0, 0.0);
        var visits = new double[n];
        for (var step = 0; step < 600; step++)
        {
            var next = new double[n];
            for (var s = 0; s < n; s++)
            {
                visits[s] += weight * at[s];
                for (var u = 0; u <= n; u++)
                {
                    double won = at[s] * p[s] * usual.Won[s][u],
                        lost = at[s] * (1 - p[s]) * usual.Lost[s][u];
                    sum += weight * ((won * rewards.Won[s][u]) + (lost * rewards.Lost[s][u]));
                    for (var v = 0; v < n; v++)
                        next[v] +=
                            u == v ? won + lost
                            : u == n ? (won + lost) * usual.Start[v]
                            : 0;
                }
            }

            (at, weight) = (next, weight * goesOn);
        }

        Assert.Equal(sum, chain.RollValue, 9);
        for (var s = 0; s < n; s++)
            Assert.Equal(visits[s], chain.Visits(s), 9);
        Assert.Equal(1 / (1 - goesOn), visits.Sum(), 6);
    }

    // Sherman and Morrison's formula is exact: the same number as computing the whole chain again.
    [Property(MaxTest = 25)]
    public bool A_gain_is_what_computing_the_chain_again_gives(PositiveInt which, PositiveInt by)
    {
        var usual = GroundMap.Default.Usual;
        var s = which.Get % usual.Spots.Count;
        double[] p = [.. usual.Level.Select(l => 1 / (1 + Math.Exp(-l)))];
        var rise = (1 - p[s]) * (by.Get % 50) / 50.0;
        var rewards = Rewards.Of(GroundMap.Default, Objective.Points);
        Chain Of(double[] at) => new(at, [.. usual.Won], [.. usual.Lost], usual.Start, 10.0 / 11, rewards);
        var before = Of(p);
        var after = Of([.. p.Select((x, i) => i == s ? x + rise : x)]);
        return Math.Abs(before.Gain(s, rise) - (after.RollValue - before.RollValue)) < 1e-9;
    }

    // In the draws v·N_·s is taken from the chain at the mean. It enters in the second order of the rise: for levels that differ
    // by a whole logit at every spot, up or down, the gain of half a logit may be off by a tenth of itself at the most.
    [Theory]
    [InlineData(1)]
    [InlineData(-1)]
    public void The_shortcut_of_the_draws_stays_near_the_exact_gain(int sign)
    {
        var usual = GroundMap.Default.Usual;
        var rewards = Rewards.Of(GroundMap.Default, Objective.Submissions);
        double Logistic(double x) => 1 / (1 + Math.Exp(-x));
        Chain Of(Func<int, double> shift) =>
            new(
                [.. usual.Level.Select((l, s) => Logistic(l + shift(s)))],
                [.. usual.Won],
                [.. usual.Lost],
                usual.Start,
                10.0 / 11,
                rewards
            );
        var mean = Of(_ => 0);
        var drawn = Of(s => s % 2 == 0 ? sign : -sign);
        for (var s = 0; s < usual.Spots.Count; s++)
        {
            var level = usual.Level[s] + (s % 2 == 0 ? sign : -sign);
            var rise = Logistic(level + 0.5) - Logistic(level);
            var exact = drawn.Gain(s, rise);
            Assert.Equal(exact, Chain.Gain(drawn.Visits(s), drawn.GoesOn, rise, drawn.Stake(s), mean.Back(s)), Math.Abs(exact) * 0.1);
        }
    }

    // The complement is exact: on its spots it says what the whole chain says that has the same rows, whatever is passed through.
    [Property(MaxTest = 10)]
    public void On_part_of_its_spots_a_chain_is_worth_what_it_is_on_all_of_them(int seed, Objective objective)
    {
        var log = Season.Make();
        var ground = GroundMap.Default.With(log.Vocabulary);
        var rewards = Rewards.Of(ground, objective);
        var counts = LogCounts.Of(RollReading.Of(log, ground), ground.Usual);
        var fitted = Fitted.Of(ground.Usual, counts, Standpoint.Owner(log.Athlete, objective), rewards);
        var n = ground.Usual.Spots.Count;
        var choose = new System.Random(seed);
        var share = choose.NextDouble();
        int[] spots = [.. Enumerable.Range(0, n).Where(s => s == 0 || choose.NextDouble() < share)];

        var complement = new Complement(fitted, rewards, spots);
        var space = complement.Working();
        complement.Draw(new Dice(new System.Random(seed)), space);
        double[] p = [.. Enumerable.Range(0, n).Select(s => Probability.OfLogit(fitted.Levels.Alpha(s)).Value)];
        double[][] won = [.. fitted.Roads.Won],
            lost = [.. fitted.Roads.Lost];
        var dice = new Dice(new System.Random(seed));
        for (var k = 0; k < spots.Length; k++)
        {
            space.P[k] = p[spots[k]] = choose.NextDouble();
            won[spots[k]] = RowOf(fitted.Roads.Draw(spots[k], won: true), dice);
            lost[spots[k]] = RowOf(fitted.Roads.Draw(spots[k], won: false), dice);
        }

        complement.Solve(space);
        var whole = new Chain(p, won, lost, fitted.Roads.Start, fitted.Values.GoesOn, rewards);
        Assert.Equal(whole.RollValue, space.RollValue, 9);
        for (var k = 0; k < spots.Length; k++)
        {
            Assert.Equal(whole.Value[spots[k]], space.Value[k], 9);
            Assert.Equal(whole.Visits(spots[k]), space.Visits[k], 9);
            Assert.Equal(whole.Stake(spots[k]), complement.Stake(space, k), 9);
        }
    }

    // A whole row: the roads with weight as they were drawn, the others with their part of the rest.
    private static double[] RowOf(RowDraw draw, Dice dice)
    {
        var shares = new double[draw.Roads.Length];
        var rest = draw.Draw(dice, shares);
        double[] row = [.. draw.Shares.Select(x => x * rest)];
        for (var i = 0; i < shares.Length; i++)
            row[draw.Roads[i]] = shares[i];
        Assert.Equal(1, row.Sum(), 9);
        return row;
    }

    [Fact]
    public void A_roll_that_never_ends_is_refused() => Assert.Throws<ArgumentOutOfRangeException>(() => Walk(4, 0.5, 1));
}
