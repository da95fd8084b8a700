using AshNotch.Core.Ground;
using AshNotch.Core.Log;
using MathNet.Numerics;
using MathNet.Numerics.Distributions;
using MathNet.Numerics.Random;
using MathNet.Numerics.Statistics;

namespace AshNotch.Core.Judging;

/// <summary>One spot's place in a list.</summary>
public sealed record RankedSpot
{
    /// <summary>The owner's spot.</summary>
    public required Spot Spot { get; init; }

    /// <summary>How often the owner was told to be in it.</summary>
    public required int Visits { get; init; }

    /// <summary>Contests won.</summary>
    public required int Won { get; init; }

    /// <summary>Contests lost.</summary>
    public required int Lost { get; init; }

    /// <summary>Expected change of the objective per roll against a peer.</summary>
    public required double Gain { get; init; }

    /// <summary>Lower end of the 80 % interval of the gain.</summary>
    public required double GainLow { get; init; }

    /// <summary>Upper end of it.</summary>
    public required double GainHigh { get; init; }

    /// <summary>The chance to be among the three best of this list, 0 to 1.</summary>
    public required double ChanceTop3 { get; init; }

    /// <summary>How often the owner leaves the spot better off against a peer, with its 80 % interval.</summary>
    public required Interval Rate { get; init; }

    /// <summary>How sure the place in the list is: <c>clear</c>, <c>likely</c> or <c>a guess yet</c>.</summary>
    public required string Verdict { get; init; }

    /// <summary>What reaching the spot once more in a roll would bring.</summary>
    public required double OnceMore { get; init; }
}

/// <summary>Who is judged, and against whom.</summary>
/// <param name="Belt">The owner's belt.</param>
/// <param name="Kilograms">The owner's weight, if known.</param>
/// <param name="Objective">What a roll is worth.</param>
/// <param name="Peer">The belt of the partner to be judged against; null for the owner's own.</param>
public readonly record struct Standpoint(Belt Belt, double? Kilograms, Objective Objective, BeltColour? Peer = null)
{
    /// <summary>The owner of a log, under an objective or their own.</summary>
    public static Standpoint Owner(Athlete athlete, Objective? objective = null, BeltColour? peer = null) => new(
        new Belt(athlete.Belt, Math.Clamp(athlete.Stripes ?? 0, 0, Ground.Belt.MostStripes(athlete.Belt))),
        athlete.WeightKg?.Value, objective ?? athlete.Objective ?? Objective.Submissions, peer);
}

/// <summary>
/// What a log says: levels, roads, values, and the lists that follow from them.
///   soft spots: the gain when half of what is missing for the owner's own level comes back, Δ = 0.2 + 0.5·max(0, par - α)
///   levers: the gain when any spot improves alike, Δ = 0.5
///   heartwood: what a spot earns, its contests in a roll times how much better off the owner is there than on average
/// 200 draws of levels (Laplace) and roads (Dirichlet) give expected gains, 80 % intervals and the chance to be among the best
/// three. Fixed seeds: the same log gives the same answer.
/// </summary>
public sealed class Judgement
{
    private const int Draws = 200;
    private const int Seed = 20_260_217;
    private const double LeverStep = 0.5;

    /// <summary>
    /// Being below one's own level at a spot is known less well than the level there: the table that both are read against is
    /// off by some 0.22 at each spot. Set on simulated athletes; without it the chance to be among the best three is overstated.
    /// </summary>
    private const double TableError = 0.22;

    /// <summary>Rolls below which a log is too thin to advise from.</summary>
    public const int EnoughRolls = 20;

    /// <summary>Contests below which a log is too thin to advise from.</summary>
    public const int EnoughContests = 150;

    private readonly GroundMap ground;
    private readonly UsualGround usual;
    private readonly Standpoint standpoint;
    private readonly LevelModel model;
    private readonly double peerGap;
    private readonly Rewards rewards;
    private readonly double goesOn;
    private readonly (int Won, int Lost)[] tallies;
    private readonly ILookup<int, KeyValuePair<MoveKey, int>> moves;

    /// <summary>Judges a log.</summary>
    public Judgement(GroundMap ground, LogCounts counts, Standpoint standpoint)
    {
        (this.ground, this.standpoint, Counts) = (ground, standpoint, counts);
        usual = ground.Usual;

        // In one order whatever way the counts came about, so that sums agree to the last bit.
        moves = counts.Moves.OrderBy(m => m.Key.Next).ThenBy(m => m.Key.End).ThenBy(m => m.Key.Told).ThenBy(m => m.Key.Actor)
            .ThenBy(m => m.Key.Technique, StringComparer.Ordinal).ToLookup(m => m.Key.Spot);
        rewards = Rewards.Of(ground, standpoint.Objective);
        model = new LevelModel(usual, counts, standpoint.Belt.Rung, standpoint.Kilograms);
        Levels = model.Fit();
        peerGap = standpoint.Peer is { } peer && peer != standpoint.Belt.Colour ? Levels.Belt * (standpoint.Belt.Rung - new Belt(peer).Rung) : 0;
        Recall = Recall.Of(counts);
        goesOn = Recall.GoesOn(counts);
        var meanGap = model.MeanGap(Levels);
        Roads = new RoadModel(usual, counts, Recall.TapWeight)
            .Fit([.. Spots.Select((_, s) => SpecialFunctions.Logistic(Levels.Alpha(s) + meanGap))], goesOn, Recall);
        Values = ChainOf(Levels.Mode, Roads.Won, Roads.Lost);
        tallies = new (int, int)[Spots.Count];
        foreach (var (key, (won, lost)) in counts.Cells)
            tallies[key.Spot] = (tallies[key.Spot].Won + won, tallies[key.Spot].Lost + lost);
        Rank();
    }

    /// <summary>The counts that it rests on.</summary>
    public LogCounts Counts { get; }

    /// <summary>How contests over a spot went.</summary>
    public IEnumerable<KeyValuePair<MoveKey, int>> MovesAt(Spot spot) => moves[usual.IndexOf(spot)];

    /// <summary>The levels.</summary>
    public LevelFit Levels { get; }

    /// <summary>The roads.</summary>
    public RoadFit Roads { get; }

    /// <summary>The chain at the most probable levels and mean roads.</summary>
    public Chain Values { get; }

    /// <summary>What the memory keeps.</summary>
    public Recall Recall { get; }

    /// <summary>Whether the log is long enough to advise from.</summary>
    public bool Enough => Counts.Rolls >= EnoughRolls && Counts.Contests >= EnoughContests;

    /// <summary>Where winning back part of what is missing would pay most, best first; every spot with a contest.</summary>
    public IReadOnlyList<RankedSpot> SoftSpots { get; private set; } = [];

    /// <summary>Where any improvement would pay most, best first; every spot with a contest.</summary>
    public IReadOnlyList<RankedSpot> Levers { get; private set; } = [];

    /// <summary>What earns most now, best first; only spots that earn.</summary>
    public IReadOnlyList<RankedSpot> Heartwood { get; private set; } = [];

    /// <summary>The owner's belt on <see cref="Belt.Rung"/>'s ladder.</summary>
    public double OwnRung => standpoint.Belt.Rung;

    /// <summary>How much easier than a peer somebody is for the owner, in logits, intent included.</summary>
    public double Offset(Against against) => model.Offset(Levels, against);

    /// <summary>
    /// How far a contest moved what a roll is worth to the owner, pay included: above zero in the owner's favour. Null when
    /// where it led was not told.
    /// </summary>
    public double? Change(Contest contest)
    {
        if (usual.IndexOf(contest.Spot) is not (>= 0 and var s) || contest.End == ContestEnd.Held)
            return null;
        var pay = contest.End == ContestEnd.Won ? rewards.Won[s] : rewards.Lost[s];
        if (contest.Finished)
            return pay[^1] + (goesOn * Values.RollValue) - Values.Value[s];
        return contest.Next is { } next && usual.IndexOf(next) is >= 0 and var u ? pay[u] + (goesOn * Values.Value[u]) - Values.Value[s] : null;
    }

    /// <summary>
    /// How much hung on how contests went this way: the worth of where they led against what the other outcome leads to on
    /// average, at least 0. Where they led, when that was not told, is taken as the average too. 0 for a try that was stopped.
    /// </summary>
    public double Swing(MoveKey move)
    {
        if (move.End == ContestEnd.Held)
            return 0;
        var won = move.End == ContestEnd.Won;
        var pay = won ? rewards.Won[move.Spot] : rewards.Lost[move.Spot];
        var after = move is not { Told: true, Next: >= 0 and var next } ? (won ? Values.AfterWin(move.Spot) : Values.AfterLoss(move.Spot))
            : pay[next] + (goesOn * (next == Spots.Count ? Values.RollValue : Values.Value[next]));
        return Math.Max(0, won ? after - Values.AfterLoss(move.Spot) : Values.AfterWin(move.Spot) - after);
    }

    /// <summary>How much better or worse than expected with this partner a contest went, in what winning there is worth.</summary>
    public double Surprise(Against against, Contest contest)
    {
        if (usual.IndexOf(contest.Spot) is not (>= 0 and var s) || contest.End == ContestEnd.Held)
            return 0;
        var expected = SpecialFunctions.Logistic(Levels.Alpha(s) + Offset(against));
        return ((contest.End == ContestEnd.Won ? 1 : 0) - expected) * Values.Stake(s);
    }

    /// <summary>The chance to leave a spot better off against the peer.</summary>
    public double RateOf(int spot) => SpecialFunctions.Logistic(Levels.Alpha(spot) + peerGap);

    /// <summary>
    /// The change of a spot's level that its gain is reckoned for, in logits: a little and half of what is missing for a soft
    /// spot, half a logit for a lever.
    /// </summary>
    public double Hoped(Spot spot, bool soft) => soft && usual.IndexOf(spot) is >= 0 and var s
        ? 0.2 + (0.5 * Math.Max(0, Levels.ParOf(Levels.Mode, s) - Levels.Alpha(s)))
        : LeverStep;

    /// <summary>How much better a roll is for the owner at a spot than on average, under the objective.</summary>
    public double Worth(Spot spot) => usual.IndexOf(spot) is >= 0 and var s ? Values.Value[s] - Values.RollValue : 0;

    private IReadOnlyList<Spot> Spots => usual.Spots;

    private Chain ChainOf(double[] levels, double[][] won, double[][] lost) => new(
        [.. Spots.Select((_, s) => SpecialFunctions.Logistic(Levels.AlphaOf(levels, s) + peerGap))], won, lost, Roads.Start, goesOn, rewards);

    private void Rank()
    {
        int[] fought = [.. Enumerable.Range(0, Spots.Count).Where(s => tallies[s].Won + tallies[s].Lost > 0)];
        if (fought.Length == 0)
            return;
        _ = Levels.Drawn(new double[Levels.Mode.Length]);
        var drawn = new (double[] Soft, double[] Lever, double[] Earned, double[] Rate)[Draws];
        double[] back = [.. fought.Select(Values.Back)];
        Parallel.For(0, Draws, i => drawn[i] = Draw(new MersenneTwister(Seed + i, threadSafe: false), fought, back));
        SoftSpots = Ranked(fought, [.. drawn.Select(d => d.Soft)], drawn);
        Levers = Ranked(fought, [.. drawn.Select(d => d.Lever)], drawn);
        Heartwood = [.. Ranked(fought, [.. drawn.Select(d => d.Earned)], drawn).Where(r => r.Gain > 0)];
    }

    private (double[] Soft, double[] Lever, double[] Earned, double[] Rate) Draw(System.Random random, int[] fought, double[] back)
    {
        var normals = new double[Levels.Mode.Length];
        MathNet.Numerics.Distributions.Normal.Samples(random, normals, 0, 1);
        var levels = Levels.Drawn(normals);
        var (won, lost) = Roads.Drawn(random);
        var chain = ChainOf(levels, won, lost);
        double[] soft = new double[fought.Length], lever = new double[fought.Length], earned = new double[fought.Length], rate = new double[fought.Length];
        for (var k = 0; k < fought.Length; k++)
        {
            var s = fought[k];
            double alpha = Levels.AlphaOf(levels, s), below = Levels.ParOf(levels, s) - alpha;
            var missing = Math.Max(0, below + (TableError * MathNet.Numerics.Distributions.Normal.Sample(random, 0, 1)));
            rate[k] = SpecialFunctions.Logistic(alpha + peerGap);
            soft[k] = chain.Gain(s, SpecialFunctions.Logistic(alpha + peerGap + 0.2 + (0.5 * missing)) - rate[k], back[k]);
            lever[k] = chain.Gain(s, SpecialFunctions.Logistic(alpha + peerGap + LeverStep) - rate[k], back[k]);
            earned[k] = chain.Visits(s) * (chain.Value[s] - chain.RollValue);
        }

        return (soft, lever, earned, rate);
    }

    private IReadOnlyList<RankedSpot> Ranked(int[] fought, double[][] gains, (double[] Soft, double[] Lever, double[] Earned, double[] Rate)[] drawn)
    {
        var top = new int[fought.Length];
        foreach (var row in gains)
            foreach (var k in Enumerable.Range(0, row.Length).OrderByDescending(k => row[k]).Take(3))
                top[k]++;
        return [.. fought.Select((s, k) =>
        {
            var own = gains.Select(row => row[k]).ToArray();
            var rates = drawn.Select(d => d.Rate[k]).ToArray();
            var chance = (double)top[k] / gains.Length;
            var contests = tallies[s].Won + tallies[s].Lost;
            return new RankedSpot
            {
                Spot = Spots[s],
                Visits = Math.Max(Counts.Visits[s], contests),
                Won = tallies[s].Won,
                Lost = tallies[s].Lost,
                Gain = own.Mean(),
                GainLow = own.Quantile(0.1),
                GainHigh = own.Quantile(0.9),
                ChanceTop3 = chance,
                Rate = new Interval(SpecialFunctions.Logistic(Levels.Alpha(s) + peerGap), rates.Quantile(0.1), rates.Quantile(0.9)),
                Verdict = Verdict(contests, chance),
                OnceMore = Values.Value[s] - Values.RollValue,
            };
        }).OrderByDescending(r => r.Gain).ThenBy(r => r.Spot.ToString(), StringComparer.Ordinal)];
    }

    private static string Verdict(int contests, double chance) => (contests, chance) switch
    {
        ( >= 12, >= 0.8) => "clear",
        ( >= 6, >= 0.5) => "likely",
        _ => "a guess yet",
    };
}
