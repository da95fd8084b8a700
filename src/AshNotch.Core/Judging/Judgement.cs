using AshNotch.Core.Ground;
using AshNotch.Core.Log;
using MathNet.Numerics;

namespace AshNotch.Core.Judging;

/// <summary>
/// What a log says: levels, roads, values, and the lists that follow from them.
///   soft spots: the gain when half of what is missing for the owner's own level comes back, Δ = 0.2 + 0.5·max(0, par - α)
///   levers: the gain when any spot improves alike, Δ = 0.5
///   heartwood: what a spot earns, its contests in a roll times how much better off the owner is there than on average
/// Made by <see cref="Of"/> from the sufficient statistics of a log, nothing else: the same counts give the same judgement.
/// </summary>
public sealed class Judgement
{
    /// <summary>Rolls below which a log is too thin to advise from.</summary>
    public const int EnoughRolls = 20;

    /// <summary>Contests below which a log is too thin to advise from.</summary>
    public const int EnoughContests = 150;

    private readonly UsualGround usual;
    private readonly Standpoint standpoint;
    private readonly double peerGap;
    private readonly Rewards rewards;
    private readonly double goesOn;
    private readonly double[] alphas;
    private readonly ILookup<int, KeyValuePair<MoveKey, int>> moves;

    private Judgement(GroundMap ground, LogCounts counts, Standpoint standpoint, Fitted fitted, Rewards rewards)
    {
        (usual, Counts, this.standpoint, this.rewards) = (ground.Usual, counts, standpoint, rewards);
        (Levels, Roads, Values, Recall, peerGap) = (fitted.Levels, fitted.Roads, fitted.Values, fitted.Recall, fitted.PeerGap);
        goesOn = Values.GoesOn;
        alphas = [.. Enumerable.Range(0, usual.Spots.Count).Select(Levels.Alpha)];

        // In one order whatever way the counts came about, so that sums agree to the last bit.
        var inOrder = counts.Moves.ToArray();
        Array.Sort(inOrder, (a, b) => Order(a.Key, b.Key));
        moves = inOrder.ToLookup(m => m.Key.Spot);
    }

    /// <summary>The counts that it rests on.</summary>
    public LogCounts Counts { get; }

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
    public IReadOnlyList<RankedSpot> SoftSpots { get; private init; } = [];

    /// <summary>Where any improvement would pay most, best first; every spot with a contest.</summary>
    public IReadOnlyList<RankedSpot> Levers { get; private init; } = [];

    /// <summary>What earns most now, best first; only spots that earn.</summary>
    public IReadOnlyList<RankedSpot> Heartwood { get; private init; } = [];

    /// <summary>The owner's belt on <see cref="Belt.Rung"/>'s ladder.</summary>
    public double OwnRung => standpoint.Belt.Rung;

    /// <summary>Judges a log: levels, then roads, then values, then draws of all of them, then the lists.</summary>
    /// <param name="ground">The ground with the owner's additions; the counts go by its order of spots.</param>
    /// <param name="counts">What the log shows.</param>
    /// <param name="standpoint">Who is judged, and against whom.</param>
    /// <param name="stop">Calls it off.</param>
    /// <exception cref="OperationCanceledException">It was called off.</exception>
    public static Judgement Of(GroundMap ground, LogCounts counts, Standpoint standpoint, CancellationToken stop = default)
    {
        var rewards = Rewards.Of(ground, standpoint.Objective);
        var fitted = Fitted.Of(ground.Usual, counts, standpoint, rewards);
        stop.ThrowIfCancellationRequested();
        var tallies = new (int Won, int Lost)[ground.Usual.Spots.Count];
        foreach (var (key, (won, lost)) in counts.Cells)
            tallies[key.Spot] = (tallies[key.Spot].Won + won, tallies[key.Spot].Lost + lost);
        var drawn = GainDraws.Of(fitted, rewards, tallies, stop);
        return new Judgement(ground, counts, standpoint, fitted, rewards)
        {
            SoftSpots = Ranking.Of(drawn, d => d.Soft, fitted, counts, tallies),
            Levers = Ranking.Of(drawn, d => d.Lever, fitted, counts, tallies),
            Heartwood = [.. Ranking.Of(drawn, d => d.Earned, fitted, counts, tallies).Where(r => r.Gain > 0)],
        };
    }

    /// <summary>The chain that would be believed of the owner before any roll was seen.</summary>
    public Chain BeforeAnyRoll() => Fitted.Of(usual, new LogCounts(usual), standpoint, rewards).Values;

    /// <summary>How contests over a spot went.</summary>
    public IEnumerable<KeyValuePair<MoveKey, int>> MovesAt(Spot spot) => moves[usual.IndexOf(spot)];

    /// <summary>The level of a spot against a peer, as a logit; 0 for a spot that is not known.</summary>
    public double Alpha(Spot spot) => usual.IndexOf(spot) is >= 0 and var s ? alphas[s] : 0;

    /// <summary>How much easier than a peer somebody is for the owner, in logits, intent included.</summary>
    public double Offset(Against against) => Levels.Offset(against);

    /// <summary>The probability that the owner wins a contest over a spot with somebody who is so much easier than a peer.</summary>
    /// <param name="spot">The spot.</param>
    /// <param name="offset">How much easier, in logits: <see cref="Offset"/>.</param>
    public Probability ChanceWith(Spot spot, double offset) => Probability.OfLogit(Alpha(spot) + offset);

    /// <summary>
    /// How far a contest moved what a roll is worth to the owner, pay included: above zero in the owner's favour. Null when
    /// where it led was not told.
    /// </summary>
    public double? Change(Contest contest)
    {
        if (contest.End == ContestEnd.Held || usual.IndexOf(contest.Spot) is not (>= 0 and var s))
            return null;
        var pay = contest.End == ContestEnd.Won ? rewards.Won[s] : rewards.Lost[s];
        if (contest.Finished)
            return pay[^1] + (goesOn * Values.RollValue) - Values.Value[s];
        return contest.Next is { } next && usual.IndexOf(next) is >= 0 and var u
            ? pay[u] + (goesOn * Values.Value[u]) - Values.Value[s]
            : null;
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
        var after = move is not { Told: true, Next: >= 0 and var next }
            ? (won ? Values.AfterWin(move.Spot) : Values.AfterLoss(move.Spot))
            : pay[next] + (goesOn * (next == usual.Spots.Count ? Values.RollValue : Values.Value[next]));
        return Math.Max(0, won ? after - Values.AfterLoss(move.Spot) : Values.AfterWin(move.Spot) - after);
    }

    /// <summary>How much better or worse than expected a contest went, in what winning there is worth.</summary>
    /// <param name="contest">The contest.</param>
    /// <param name="offset">How much easier than a peer the partner was: <see cref="Offset"/>.</param>
    public double Surprise(Contest contest, double offset)
    {
        if (contest.End == ContestEnd.Held || usual.IndexOf(contest.Spot) is not (>= 0 and var s))
            return 0;
        var expected = SpecialFunctions.Logistic(alphas[s] + offset);
        return ((contest.End == ContestEnd.Won ? 1 : 0) - expected) * Values.Stake(s);
    }

    /// <summary>The chance to leave a spot better off against the peer.</summary>
    public double RateOf(int spot) => SpecialFunctions.Logistic(Levels.Alpha(spot) + peerGap);

    /// <summary>
    /// The change of a spot's level that its gain is reckoned for, in logits: a little and half of what is missing for a soft
    /// spot, half a logit for a lever.
    /// </summary>
    public double Hoped(Spot spot, bool soft) =>
        soft && usual.IndexOf(spot) is >= 0 and var s ? GainDraws.SoftStep(Levels.Par(s) - Levels.Alpha(s)) : GainDraws.LeverStep;

    /// <summary>How much better a roll is for the owner at a spot than on average, under the objective.</summary>
    public double Worth(Spot spot) => usual.IndexOf(spot) is >= 0 and var s ? Values.Value[s] - Values.RollValue : 0;

    private static int Order(in MoveKey one, in MoveKey other)
    {
        var by = one.Next.CompareTo(other.Next);
        by = by != 0 ? by : one.End.CompareTo(other.End);
        by = by != 0 ? by : one.Told.CompareTo(other.Told);
        by = by != 0 ? by : one.Actor.CompareTo(other.Actor);
        by = by != 0 ? by : string.CompareOrdinal(one.Technique, other.Technique);
        return by != 0 ? by : one.Spot.CompareTo(other.Spot);
    }
}
