using AshNotch.Core.Ground;
using MathNet.Numerics;

namespace AshNotch.Core.Judging;

/// <summary>The most probable picture of a log: its levels, its roads, and the chain that both make.</summary>
/// <param name="Levels">The levels.</param>
/// <param name="Roads">The roads.</param>
/// <param name="Values">The chain at the most probable levels and mean roads, against the peer.</param>
/// <param name="Recall">What the memory keeps.</param>
/// <param name="PeerGap">How much easier the peer is than somebody of the owner's own belt, in logits.</param>
internal sealed record Fitted(LevelFit Levels, RoadFit Roads, Chain Values, Recall Recall, double PeerGap)
{
    /// <summary>Fits levels and roads to what a log shows.</summary>
    public static Fitted Of(UsualGround usual, LogCounts counts, Standpoint standpoint, Rewards rewards)
    {
        var levels = new LevelModel(usual, counts, standpoint.Belt.Rung, standpoint.Kilograms).Fit();
        var peerGap =
            standpoint.Peer is { } peer && peer != standpoint.Belt.Colour ? levels.Belt * (standpoint.Belt.Rung - new Belt(peer).Rung) : 0;
        var recall = Recall.Of(counts);
        var goesOn = recall.GoesOn(counts);
        var meanGap = levels.MeanGap();
        var spots = Enumerable.Range(0, usual.Spots.Count);
        var roads = new RoadModel(usual, counts, recall.TapWeight).Fit(
            [.. spots.Select(s => SpecialFunctions.Logistic(levels.Alpha(s) + meanGap))],
            goesOn,
            recall
        );
        var values = new Chain(
            [.. spots.Select(s => SpecialFunctions.Logistic(levels.Alpha(s) + peerGap))],
            roads.Won,
            roads.Lost,
            roads.Start,
            goesOn,
            rewards
        );
        return new Fitted(levels, roads, values, recall, peerGap);
    }
}
