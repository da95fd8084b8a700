using System.Collections.Frozen;

namespace AshNotch.Core.Ground;

/// <summary>A row of the table of levels: how often whoever is on top leaves a position better off against a peer.</summary>
/// <param name="Position">The position's id.</param>
/// <param name="Top">The logit of that, for an average hobbyist; below is the same with the other sign.</param>
/// <param name="Says">Why, in a line.</param>
public sealed record UsualLevel(string Position, double Top, string Says);

/// <summary>A row of the table of roads: where a contest leads when the owner wins it.</summary>
/// <param name="From">A spot, or <c>start</c> for where rounds begin.</param>
/// <param name="To">How many wins in a hundred lead to each spot, or to <c>finish</c>.</param>
/// <param name="Says">Why, in a line.</param>
public sealed record UsualRoad(string From, IReadOnlyDictionary<string, int> To, string Says);

/// <summary>
/// What is believed of any hobbyist before a log is seen: a level for each position and the roads out of each spot. Both are
/// common practice written from memory, with no source; the log corrects them. A spot lost is its mirror won by the partner,
/// so there is one row for both. The owner's own positions have no row: they take the mean of their family, half and half
/// with the owner's techniques that start there.
/// </summary>
public sealed class UsualGround
{
    /// <summary>The share of a row that is spread over every spot, because any road may be somebody's.</summary>
    public const double Spread = 0.01;

    private readonly GroundMap ground;
    private readonly FrozenDictionary<string, double> levels;
    private readonly FrozenDictionary<string, UsualRoad> roads;
    private readonly FrozenDictionary<Spot, int> indices;
    private readonly IReadOnlyList<int>[] kin;

    internal UsualGround(GroundMap ground, IReadOnlyList<UsualLevel> levels, IReadOnlyList<UsualRoad> roads)
    {
        this.ground = ground;
        this.levels = levels.ToFrozenDictionary(l => l.Position, l => l.Top);
        this.roads = roads.ToFrozenDictionary(r => r.From);
        Spots = ground.Spots;
        indices = Spots.Select((spot, i) => (spot, i)).ToFrozenDictionary(p => p.spot, p => p.i);
        var families = Spots.Select(FamilySide).Distinct().ToList();
        FamilyCount = families.Count;
        FamilyOf = [.. Spots.Select(s => families.IndexOf(FamilySide(s)))];
        kin =
        [
            .. Enumerable
                .Range(0, Spots.Count)
                .Select(s => (IReadOnlyList<int>)[.. Enumerable.Range(0, Spots.Count).Where(y => y != s && FamilyOf[y] == FamilyOf[s])]),
        ];
        MirrorOf = [.. Spots.Select(s => indices[s.Mirror()])];
        Level = [.. Spots.Select(LevelOf)];
        Won = [.. Spots.Select(RowOf)];
        Lost = [.. MirrorOf.Select(m => Mirrored(Won[m]))];
        Start = Normal(this.roads["start"].To.ToDictionary(t => Spot.Parse(t.Key), t => (double)t.Value));
    }

    /// <summary>Every spot; the arrays below go by its order.</summary>
    public IReadOnlyList<Spot> Spots { get; }

    /// <summary>
    /// How many families of spots there are. Near relations with the same role form one: half guard, knee shield and deep half
    /// from below, whatever name was used that day. Being good on top of them is another skill, and another family.
    /// </summary>
    public int FamilyCount { get; }

    /// <summary>The family of each spot, counted from 0.</summary>
    public IReadOnlyList<int> FamilyOf { get; }

    /// <summary>For each spot the same place seen by the partner.</summary>
    public IReadOnlyList<int> MirrorOf { get; }

    /// <summary>The prior logit that the owner leaves each spot better off against a peer.</summary>
    public IReadOnlyList<double> Level { get; }

    /// <summary>After a win: the share of each next spot, and last that of a finish; each row sums to one.</summary>
    public IReadOnlyList<double[]> Won { get; }

    /// <summary>The same after a loss; the last is the partner's finish.</summary>
    public IReadOnlyList<double[]> Lost { get; }

    /// <summary>Where rounds begin; sums to one.</summary>
    public double[] Start { get; }

    /// <summary>The place of a spot in the order, or -1 when the ground does not know it.</summary>
    public int IndexOf(Spot spot) => indices.GetValueOrDefault(spot, -1);

    /// <summary>Whether two spots are near relations on the same side: the same family and role.</summary>
    public bool Kin(int one, int other) => FamilyOf[one] == FamilyOf[other];

    /// <summary>The near relations of a spot, itself left out.</summary>
    public IReadOnlyList<int> KinOf(int spot) => kin[spot];

    private (Family, Role) FamilySide(Spot spot) => (ground.Position(spot.Position)!.Family, spot.Role);

    private double LevelOf(Spot spot)
    {
        if (spot.Role == Role.Even)
            return 0;
        var position = ground.Position(spot.Position)!;
        var top =
            levels.TryGetValue(position.Id, out var known) ? known
            : position.Level != 0 ? position.Level
            : Kindred(position).Select(p => levels[p.Id]).DefaultIfEmpty(0).Average();
        return spot.Role == Role.Top ? top : -top;
    }

    private IEnumerable<Position> Kindred(Position position) =>
        ground.Positions.Where(p =>
            p.Family == position.Family && levels.ContainsKey(p.Id) && (p.Roles is [Role.Even]) == (position.Roles is [Role.Even])
        );

    private double[] RowOf(Spot spot)
    {
        if (roads.TryGetValue(spot.ToShortString(), out var known))
            return Row(known);
        var position = ground.Position(spot.Position)!;
        var family = Kindred(position).Select(p => roads[new Spot(p.Id, spot.Role).ToShortString()]).Select(Row).ToList();
        var ways = WaysOf(spot);
        if (family.Count > 0)
            ways = [.. ways, .. family.Count == 1 ? family : [Mean(family)]];
        return ways.Count == 0 ? Row(roads["scramble"]) : Mean(ways);
    }

    private List<double[]> WaysOf(Spot spot)
    {
        var row = new double[Spots.Count + 1];
        foreach (var technique in ground.Techniques.Where(t => t.From.Contains(StartPattern.At(spot))))
        {
            if (technique.Finishes())
                row[^1] += technique.Usual;
            foreach (var to in technique.To.Where(t => t != spot))
                row[indices[to]] += (double)technique.Usual / technique.To.Count;
        }

        var sum = row.Sum();
        return sum > 0
            ?
            [
                [.. row.Select(x => x / sum)],
            ]
            : [];
    }

    private static double[] Mean(List<double[]> rows) => [.. Enumerable.Range(0, rows[0].Length).Select(i => rows.Average(r => r[i]))];

    private double[] Row(UsualRoad road)
    {
        var row = new double[Spots.Count + 1];
        foreach (var (to, share) in road.To)
            row[to == "finish" ? Spots.Count : indices[Spot.Parse(to)]] = share / 100.0;
        return row;
    }

    private double[] Normal(Dictionary<Spot, double> shares)
    {
        var sum = shares.Values.Sum();
        return [.. Spots.Select(s => shares.GetValueOrDefault(s) / sum)];
    }

    private double[] Mirrored(double[] row)
    {
        var lost = new double[row.Length];
        lost[^1] = row[^1];
        for (var i = 0; i < Spots.Count; i++)
            lost[MirrorOf[i]] = row[i];
        return lost;
    }
}
