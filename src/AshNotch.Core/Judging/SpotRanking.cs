using AshNotch.Core.Ground;
using MathNet.Numerics;
using MathNet.Numerics.Distributions;
using MathNet.Numerics.Random;
using MathNet.Numerics.Statistics;

namespace AshNotch.Core.Judging;

/// <summary>One spot's place in a ranking.</summary>
public sealed record RankedSpot
{
    /// <summary>The counts it rests on.</summary>
    public required SpotTally Tally { get; init; }

    /// <summary>Expected change of the objective per roll.</summary>
    public double Gain { get; init; }

    /// <summary>Lower end of the 80 % interval of the gain.</summary>
    public double GainLow { get; init; }

    /// <summary>Upper end of it.</summary>
    public double GainHigh { get; init; }

    /// <summary>The chance to be among the three best of this list, 0 to 1.</summary>
    public double ChanceTop3 { get; init; }

    /// <summary>How often the owner leaves the spot better off, drawn toward the usual, with its 80 % interval.</summary>
    public Interval Rate { get; init; }

    /// <summary>How sure the place in the list is: <c>clear</c>, <c>likely</c> or <c>a guess yet</c>.</summary>
    public required string Verdict { get; init; }
}

/// <summary>What the log says so far.</summary>
/// <param name="Rolls">Rolls that entered.</param>
/// <param name="Moments">Moments in them.</param>
/// <param name="Enough">False while the log is too thin to advise from.</param>
/// <param name="SoftSpots">Where winning back part of what is missing would pay most, best first.</param>
/// <param name="Levers">Where any improvement would pay most, best first.</param>
/// <param name="Heartwood">What earns most now, best first.</param>
public sealed record Ranking(
    int Rolls, int Moments, bool Enough, IReadOnlyList<RankedSpot> SoftSpots, IReadOnlyList<RankedSpot> Levers, IReadOnlyList<RankedSpot> Heartwood);

/// <summary>
/// The first, simple ranking. Model, per spot:
///   p ~ Beta(won + k·m, lost + k·(1-m)), m = the usual rate here (<see cref="GroundMap.Level"/>), k = 4 tries;
///   S = mean result of the exchange after a contest won, less that after one lost, each drawn toward the whole log's mean
///   by 6 contests;
///   gain = contests per roll · (σ(logit p + Δ) - p) · S, with Δ = 0.5 for a lever, and for a soft spot
///   Δ = 0.2 + 0.5·max(0, logit m - logit p): half of what is missing comes back.
/// 400 draws of p and S give the intervals and the chance to be among the best three. Partners are not adjusted for here.
/// Common practice, no source; the weights were set by judgement.
/// </summary>
public static class SpotRanking
{
    private const double PriorTries = 4;
    private const double ResultTries = 6;
    private const int Draws = 400;
    private const int Seed = 20_260_217;

    /// <summary>Rolls below which a log is too thin to advise from.</summary>
    public const int EnoughRolls = 20;

    /// <summary>Contests below which a log is too thin to advise from.</summary>
    public const int EnoughContests = 150;

    /// <summary>Ranks every spot that has at least one contest won or lost.</summary>
    public static Ranking Of(LogTally log, GroundMap ground)
    {
        var spots = log.Spots.Where(s => s.Won + s.Lost > 0).ToList();
        var decided = spots.Sum(s => s.Won + s.Lost);
        var means = ResultMeans.Of(spots);
        var beliefs = spots.Select(s => new Belief(s, ground, means, Math.Max(1, log.Rolls))).ToList();
        var random = new MersenneTwister(Seed, threadSafe: false);
        var draws = Enumerable.Range(0, Draws).Select(_ => beliefs.Select(b => b.Draw(random)).ToArray()).ToList();
        return new Ranking(
            log.Rolls,
            log.Moments,
            log.Rolls >= EnoughRolls && decided >= EnoughContests,
            Rank(beliefs, draws, (b, d) => b.Gain(d, b.PlugStep(d.Rate))),
            Rank(beliefs, draws, (b, d) => b.Gain(d, Belief.LeverStep)),
            [.. Rank(beliefs, draws, (b, d) => b.Earned(d)).Where(s => s.Gain > 0)]);
    }

    private static IReadOnlyList<RankedSpot> Rank(List<Belief> beliefs, List<Drawn[]> draws, Func<Belief, Drawn, double> gain)
    {
        var gains = draws.Select(draw => draw.Select((d, i) => gain(beliefs[i], d)).ToArray()).ToList();
        var top = new int[beliefs.Count];
        foreach (var row in gains)
            foreach (var i in Enumerable.Range(0, row.Length).OrderByDescending(i => row[i]).Take(3))
                top[i]++;
        var ranked = beliefs.Select((belief, i) =>
        {
            var own = gains.Select(row => row[i]).ToArray();
            var chance = (double)top[i] / Draws;
            return new RankedSpot
            {
                Tally = belief.Tally,
                Gain = own.Mean(),
                GainLow = own.Quantile(0.1),
                GainHigh = own.Quantile(0.9),
                ChanceTop3 = chance,
                Rate = belief.Rate,
                Verdict = Verdict(belief.Tally.Won + belief.Tally.Lost, chance),
            };
        });
        return [.. ranked.OrderByDescending(r => r.Gain).ThenBy(r => r.Tally.Spot.ToString(), StringComparer.Ordinal)];
    }

    private static string Verdict(int contests, double chance) => (contests, chance) switch
    {
        ( >= 12, >= 0.8) => "clear",
        ( >= 6, >= 0.5) => "likely",
        _ => "a guess yet",
    };

    /// <summary>The mean result after a contest won and after one lost, and how far results spread, over the whole log.</summary>
    private readonly record struct ResultMeans(double Won, double Lost, double Spread)
    {
        public static ResultMeans Of(List<SpotTally> spots)
        {
            var all = spots.SelectMany(s => s.Contests).Where(c => c.End != ContestEnd.Held).Select(c => c.Result).ToList();
            return new ResultMeans(Mean(ContestEnd.Won), Mean(ContestEnd.Lost), all.Count > 1 ? all.StandardDeviation() : 1);

            double Mean(ContestEnd end) =>
                spots.SelectMany(s => s.Contests).Where(c => c.End == end).Select(c => c.Result).DefaultIfEmpty(0).Average();
        }
    }

    private readonly record struct Drawn(double Rate, double AfterWin, double AfterLoss);

    /// <summary>What is believed of one spot, ready to be drawn from.</summary>
    private sealed class Belief
    {
        public const double LeverStep = 0.5;

        private readonly double usual;
        private readonly double perRoll;
        private readonly (double Mean, double Sd) afterWin;
        private readonly (double Mean, double Sd) afterLoss;

        public Belief(SpotTally tally, GroundMap ground, ResultMeans means, int rolls)
        {
            Tally = tally;
            usual = SpecialFunctions.Logistic(ground.Level(tally.Spot));
            perRoll = (double)(tally.Won + tally.Lost) / rolls;
            Rate = Rates.Shrunken(tally.Won, tally.Lost, usual, PriorTries);
            afterWin = Shrink(ContestEnd.Won, means.Won, means.Spread);
            afterLoss = Shrink(ContestEnd.Lost, means.Lost, means.Spread);
        }

        public SpotTally Tally { get; }

        public Interval Rate { get; }

        public Drawn Draw(MersenneTwister random) => new(
            Beta.Sample(random, Tally.Won + (PriorTries * usual), Tally.Lost + (PriorTries * (1 - usual))),
            Normal.Sample(random, afterWin.Mean, afterWin.Sd),
            Normal.Sample(random, afterLoss.Mean, afterLoss.Sd));

        public double PlugStep(double rate) => 0.2 + (0.5 * Math.Max(0, Logit(usual) - Logit(rate)));

        public double Gain(Drawn d, double step) =>
            perRoll * (SpecialFunctions.Logistic(Logit(d.Rate) + step) - d.Rate) * (d.AfterWin - d.AfterLoss);

        public double Earned(Drawn d) => perRoll * ((d.Rate * d.AfterWin) + ((1 - d.Rate) * d.AfterLoss));

        private static double Logit(double p) => SpecialFunctions.Logit(Math.Clamp(p, 1e-6, 1 - 1e-6));

        private (double Mean, double Sd) Shrink(ContestEnd end, double toward, double spreadOfLog)
        {
            var results = Tally.Contests.Where(c => c.End == end).Select(c => c.Result).ToList();
            var weight = results.Count + ResultTries;
            var mean = (results.Sum() + (ResultTries * toward)) / weight;
            var spread = results.Sum(r => (r - mean) * (r - mean)) + (ResultTries * ((spreadOfLog * spreadOfLog) + ((toward - mean) * (toward - mean))));
            return (mean, Math.Sqrt(spread / weight / weight));
        }
    }
}
