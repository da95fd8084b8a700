using AshNotch.Core.Ground;

namespace AshNotch.Core.Judging;

/// <summary>What a spot is worth beside the best and the worst that were visited, in five even steps but for a narrow middle.</summary>
public enum Worth
{
    /// <summary>Under -0.55 of the farthest from zero.</summary>
    VeryBad,

    /// <summary>Under -0.15 of it.</summary>
    Bad,

    /// <summary>Within 0.15 of it.</summary>
    Even,

    /// <summary>Over 0.15 of it.</summary>
    Good,

    /// <summary>Over 0.55 of it.</summary>
    VeryGood,
}

/// <summary>A spot of the owner's own ground.</summary>
/// <param name="Spot">The spot.</param>
/// <param name="Family">Its family.</param>
/// <param name="Value">How much better a roll is for the owner there than on average, under the objective, per roll.</param>
/// <param name="PerRoll">Contests there in a roll, as the chain expects them.</param>
/// <param name="Visits">How often the owner was told to be there.</param>
/// <param name="Won">Contests won.</param>
/// <param name="Lost">Contests lost.</param>
/// <param name="Rate">How often the owner leaves it better off against a peer.</param>
public sealed record MapSpot(Spot Spot, Family Family, double Value, double PerRoll, int Visits, int Won, int Lost, double Rate)
{
    private const double Little = 0.15;
    private const double Much = 0.55;

    /// <summary>What it is worth in a word; common practice, no source.</summary>
    public Worth Worth { get; init; } = Worth.Even;

    /// <summary>The word for a share, -1 to 1, of the value that is farthest from zero.</summary>
    public static Worth WorthOf(double share) =>
        share switch
        {
            > Much => Worth.VeryGood,
            > Little => Worth.Good,
            >= -Little => Worth.Even,
            >= -Much => Worth.Bad,
            _ => Worth.VeryBad,
        };

    /// <summary>The spots with their words.</summary>
    internal static IReadOnlyList<MapSpot> Worded(IReadOnlyList<MapSpot> spots)
    {
        var farthest = spots.Select(s => Math.Abs(s.Value)).Append(1e-9).Max();
        return [.. spots.Select(s => s with { Worth = WorthOf(s.Value / farthest) })];
    }
}

/// <summary>A road of the owner's own ground.</summary>
/// <param name="From">Where it begins.</param>
/// <param name="To">Where it leads; null for a finish.</param>
/// <param name="Won">Whether the owner took it, or the partner.</param>
/// <param name="Flow">How often it is taken in a roll, as the chain expects.</param>
/// <param name="Seen">How often it was told.</param>
public sealed record MapRoad(Spot From, Spot? To, bool Won, double Flow, int Seen);

/// <summary>The owner's own game: spots, roads and what each spot is worth.</summary>
/// <param name="Spots">Spots that were visited, most contests in a roll first.</param>
/// <param name="Roads">Roads between them that were told at least once, most taken first.</param>
/// <param name="Values">What every spot of the ground is worth, visited or not.</param>
public sealed record OwnGroundMap(IReadOnlyList<MapSpot> Spots, IReadOnlyList<MapRoad> Roads, IReadOnlyList<MapValue> Values)
{
    /// <summary>The map of a judgement.</summary>
    public static OwnGroundMap Of(Judgement judgement, GroundMap ground)
    {
        var usual = ground.Usual;
        var n = usual.Spots.Count;
        var tallies = judgement.Levers.ToDictionary(l => l.Spot);
        var spots =
            from s in Enumerable.Range(0, n)
            let spot = usual.Spots[s]
            let tally = tallies.GetValueOrDefault(spot)
            where judgement.Counts.Visits[s] > 0 || tally is not null
            let perRoll = judgement.Values.Visits(s)
            orderby perRoll descending
            select new MapSpot(
                spot,
                ground.Position(spot.Position)!.Family,
                judgement.Worth(spot),
                perRoll,
                Math.Max(judgement.Counts.Visits[s], tally?.Visits ?? 0),
                tally?.Won ?? 0,
                tally?.Lost ?? 0,
                judgement.RateOf(s)
            );
        var seen = judgement
            .Counts.Roads()
            .Where(r => r.Key is { Told: true, Next: >= 0 })
            .GroupBy(r => (r.Key.Spot, r.Key.Next, r.Key.Won))
            .ToDictionary(g => g.Key, g => g.Sum(r => r.Value));
        var roads =
            from road in seen
            let s = road.Key.Spot
            let rate = judgement.RateOf(s)
            let share = road.Key.Won ? rate * judgement.Roads.Won[s][road.Key.Next] : (1 - rate) * judgement.Roads.Lost[s][road.Key.Next]
            let flow = judgement.Values.Visits(s) * share
            orderby flow descending, s
            select new MapRoad(usual.Spots[s], road.Key.Next == n ? null : usual.Spots[road.Key.Next], road.Key.Won, flow, road.Value);
        return new OwnGroundMap(MapSpot.Worded([.. spots]), [.. roads], [.. usual.Spots.Select(s => new MapValue(s, judgement.Worth(s)))]);
    }
}

/// <summary>What a spot is worth to the owner.</summary>
public sealed record MapValue(Spot Spot, double Value);
