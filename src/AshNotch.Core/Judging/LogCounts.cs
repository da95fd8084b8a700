using AshNotch.Core.Ground;
using AshNotch.Core.Log;

namespace AshNotch.Core.Judging;

/// <summary>One cell of the level model: contests over one spot against one partner as they were that day.</summary>
/// <param name="Spot">The spot's place in <see cref="UsualGround.Spots"/>.</param>
/// <param name="Against">The partner and the intent.</param>
public readonly record struct CellKey(int Spot, Against Against);

/// <summary>One road: a contest over a spot, won or lost, and what came next.</summary>
/// <param name="Spot">The spot's place in the order.</param>
/// <param name="Won">Whether the owner won.</param>
/// <param name="Next">The next spot's place, the number of spots for a finish, -1 when nothing is known of it.</param>
/// <param name="Told">Whether that was told, or is only the next spot seen.</param>
public readonly record struct RoadKey(int Spot, bool Won, int Next, bool Told);

/// <summary>
/// The sufficient statistics of a log: a judgement needs nothing else, however long the log is. Adding the readings of two
/// logs gives the counts of both together; the order does not matter.
/// </summary>
public sealed class LogCounts
{
    private readonly UsualGround ground;
    private readonly Dictionary<CellKey, (int Won, int Lost)> cells = [];
    private readonly Dictionary<RoadKey, int> roads = [];
    private readonly int[] starts;
    private readonly int[] visits;

    /// <summary>Counts of nothing yet.</summary>
    public LogCounts(UsualGround ground)
    {
        this.ground = ground;
        starts = new int[ground.Spots.Count];
        visits = new int[ground.Spots.Count];
    }

    /// <summary>Contests won and lost by cell.</summary>
    public IReadOnlyDictionary<CellKey, (int Won, int Lost)> Cells => cells;

    /// <summary>How often each road was taken.</summary>
    public IReadOnlyDictionary<RoadKey, int> Roads => roads;

    /// <summary>How often an exchange began in each spot, positional rounds left out.</summary>
    public IReadOnlyList<int> Starts => starts;

    /// <summary>How often the owner was told to be in each spot.</summary>
    public IReadOnlyList<int> Visits => visits;

    /// <summary>Rolls.</summary>
    public int Rolls { get; private set; }

    /// <summary>Moments.</summary>
    public int Moments { get; private set; }

    /// <summary>Contests won or lost.</summary>
    public int Contests { get; private set; }

    /// <summary>Rolls with at least one contest, positional ones left out.</summary>
    public int FullRolls { get; private set; }

    /// <summary>Contests in <see cref="FullRolls"/> that did not end in a tap.</summary>
    public int FullContests { get; private set; }

    /// <summary>Contests in <see cref="FullRolls"/> that did.</summary>
    public int FullTaps { get; private set; }

    /// <summary>See <see cref="ExchangeReading.Links"/>.</summary>
    public int Links { get; private set; }

    /// <summary>See <see cref="ExchangeReading.Linked"/>.</summary>
    public int Linked { get; private set; }

    /// <summary>Counts readings.</summary>
    public static LogCounts Of(IEnumerable<RollReading> readings, UsualGround ground)
    {
        var counts = new LogCounts(ground);
        foreach (var reading in readings)
            counts.Add(reading);
        return counts;
    }

    /// <summary>Adds one roll.</summary>
    public void Add(RollReading reading)
    {
        Rolls++;
        Moments += reading.Moments;
        Links += reading.Links;
        Linked += reading.Linked;
        foreach (var spot in reading.Visits)
            if (ground.IndexOf(spot) is >= 0 and var i)
                visits[i]++;
        var (plain, taps) = (0, 0);
        foreach (var contest in reading.Contests)
        {
            if (contest.End == ContestEnd.Held || ground.IndexOf(contest.Spot) is not (>= 0 and var spot))
                continue;
            var won = contest.End == ContestEnd.Won;
            _ = contest.Finished ? taps++ : plain++;
            var key = new CellKey(spot, reading.Against);
            var cell = cells.GetValueOrDefault(key);
            cells[key] = won ? (cell.Won + 1, cell.Lost) : (cell.Won, cell.Lost + 1);
            var road = RoadOf(contest, spot, won);
            roads[road] = roads.GetValueOrDefault(road) + 1;
        }

        Contests += plain + taps;
        if (reading.Kind == RollKind.Positional)
            return;
        foreach (var start in reading.Starts)
            if (ground.IndexOf(start) is >= 0 and var i)
                starts[i]++;
        FullRolls += plain + taps > 0 ? 1 : 0;
        FullContests += plain;
        FullTaps += taps;
    }

    private RoadKey RoadOf(Contest contest, int spot, bool won)
    {
        if (contest.Finished)
            return new RoadKey(spot, won, ground.Spots.Count, Told: true);
        return contest.Next is { } next
            ? new RoadKey(spot, won, ground.IndexOf(next), Told: true)
            : new RoadKey(spot, won, contest.NextSeen is { } seen ? ground.IndexOf(seen) : -1, Told: false);
    }
}
