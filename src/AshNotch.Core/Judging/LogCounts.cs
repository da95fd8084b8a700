using System.Runtime.InteropServices;
using AshNotch.Core.Ground;
using AshNotch.Core.Log;

namespace AshNotch.Core.Judging;

/// <summary>One cell of the level model: contests over one spot against one partner as they were that day.</summary>
/// <param name="Spot">The spot's place in <see cref="UsualGround.Spots"/>.</param>
/// <param name="Against">The partner and the intent.</param>
public readonly record struct CellKey(int Spot, Against Against)
{
    /// <inheritdoc />
    public override int GetHashCode() => (Against.GetHashCode() * 31) + Spot;
}

/// <summary>A cell with what was counted in it.</summary>
/// <param name="Spot">As in <see cref="CellKey"/>.</param>
/// <param name="Partner">The partner's place among all partners' ids in order; -1 for nobody known.</param>
/// <param name="Against">As in <see cref="CellKey"/>.</param>
/// <param name="Won">Contests won.</param>
/// <param name="Lost">Contests lost.</param>
internal readonly record struct CountedCell(int Spot, int Partner, Against Against, int Won, int Lost);

/// <summary>One way in which contests over a spot went.</summary>
/// <param name="Spot">The spot's place in the order.</param>
/// <param name="End">How it went.</param>
/// <param name="Actor">Whose move it was.</param>
/// <param name="Technique">Which; null when not known.</param>
/// <param name="Next">The next spot's place, the number of spots for a finish, -1 when nothing is known of it or nothing changed.</param>
/// <param name="Told">Whether that was told, or is only the next spot seen.</param>
public readonly record struct MoveKey(int Spot, ContestEnd End, Actor Actor, string? Technique, int Next, bool Told)
{
    /// <inheritdoc />
    public override int GetHashCode() =>
        (((((((IdHash.Of(Technique) * 31) + Spot) * 31) + Next) * 31) + (int)End) * 4) + ((int)Actor * 2) + (Told ? 1 : 0);
}

/// <summary>One road: a contest over a spot, won or lost, and what came next, whatever the move.</summary>
/// <param name="Spot">The spot's place in the order.</param>
/// <param name="Won">Whether the owner won.</param>
/// <param name="Next">As in <see cref="MoveKey"/>.</param>
/// <param name="Told">As in <see cref="MoveKey"/>.</param>
public readonly record struct RoadKey(int Spot, bool Won, int Next, bool Told)
{
    /// <inheritdoc />
    public override int GetHashCode() => (((Spot * 1009) + Next) * 4) + (Won ? 2 : 0) + (Told ? 1 : 0);
}

/// <summary>What is counted once for a whole log.</summary>
public enum LogTotal
{
    /// <summary>Rolls; goes of a drill are none.</summary>
    Rolls,

    /// <summary>Moments.</summary>
    Moments,

    /// <summary>Contests won or lost.</summary>
    Contests,

    /// <summary>Rolls with at least one contest, positional ones left out.</summary>
    FullRolls,

    /// <summary>Contests in those that did not end in a tap.</summary>
    FullContests,

    /// <summary>Contests in those that did.</summary>
    FullTaps,

    /// <summary>See <see cref="ExchangeReading.Links"/>.</summary>
    Links,

    /// <summary>See <see cref="ExchangeReading.Linked"/>.</summary>
    Linked,
}

/// <summary>
/// The sufficient statistics of a log: a judgement needs nothing else, however long the log is. Adding the readings of two
/// logs gives the counts of both together, and adding a reading minus one times takes it out again; the order does not matter.
/// </summary>
public sealed class LogCounts
{
    private readonly Dictionary<CellKey, (int Won, int Lost)> cells;
    private readonly Dictionary<MoveKey, int> moves;
    private readonly int[] starts;
    private readonly int[] visits;
    private readonly int[] unsure;
    private readonly int[] totals = new int[Enum.GetValues<LogTotal>().Length];

    /// <summary>Counts of nothing yet.</summary>
    public LogCounts(UsualGround ground)
        : this(ground, [], []) { }

    private LogCounts(UsualGround ground, Dictionary<CellKey, (int Won, int Lost)> cells, Dictionary<MoveKey, int> moves)
    {
        (Ground, this.cells, this.moves) = (ground, cells, moves);
        (starts, visits, unsure) = (new int[ground.Spots.Count], new int[ground.Spots.Count], new int[ground.Spots.Count]);
    }

    /// <summary>The ground whose order of spots the keys go by.</summary>
    public UsualGround Ground { get; }

    /// <summary>Contests won and lost by cell.</summary>
    public IReadOnlyDictionary<CellKey, (int Won, int Lost)> Cells => cells;

    /// <summary>How often contests went each way.</summary>
    public IReadOnlyDictionary<MoveKey, int> Moves => moves;

    /// <summary>How often an exchange began in each spot, positional rounds left out.</summary>
    public IReadOnlyList<int> Starts => starts;

    /// <summary>How often the owner was told to be in each spot.</summary>
    public IReadOnlyList<int> Visits => visits;

    /// <summary>How many contests over each spot are half remembered.</summary>
    public IReadOnlyList<int> Unsure => unsure;

    /// <summary>Rolls.</summary>
    public int Rolls => this[LogTotal.Rolls];

    /// <summary>Moments.</summary>
    public int Moments => this[LogTotal.Moments];

    /// <summary>Contests won or lost.</summary>
    public int Contests => this[LogTotal.Contests];

    /// <summary>What is counted once for the whole log.</summary>
    public int this[LogTotal total] => totals[(int)total];

    /// <summary>Counts readings.</summary>
    public static LogCounts Of(IEnumerable<RollReading> readings, UsualGround ground)
    {
        var counts = new LogCounts(ground);
        foreach (var reading in readings)
            counts.Add(reading);
        return counts;
    }

    /// <summary>Counts readings by cell alone, which is all that a <see cref="LevelModel"/> asks.</summary>
    public static LogCounts OfCells(IEnumerable<RollReading> readings, UsualGround ground)
    {
        // By partner as they were that day first: a roll is with one.
        var with = new Dictionary<Against, (int Won, int Lost)[]>();
        foreach (var reading in readings)
        {
            if (!with.TryGetValue(reading.Against, out var tallies))
                with[reading.Against] = tallies = new (int, int)[ground.Spots.Count];
            foreach (var contest in reading.Contests)
                if (contest.End != ContestEnd.Held && ground.IndexOf(contest.Spot) is >= 0 and var spot)
                    _ = contest.End == ContestEnd.Won ? tallies[spot].Won++ : tallies[spot].Lost++;
        }

        var counts = new LogCounts(ground);
        foreach (var (against, tallies) in with)
            for (var spot = 0; spot < tallies.Length; spot++)
                if (tallies[spot] != default)
                    counts.Add(new CellKey(spot, against), tallies[spot]);
        return counts;
    }

    /// <summary>The same counts by themselves: what is added to the copy leaves these as they are.</summary>
    public LogCounts Copy()
    {
        var copy = new LogCounts(Ground, new Dictionary<CellKey, (int Won, int Lost)>(cells), new Dictionary<MoveKey, int>(moves));
        starts.CopyTo(copy.starts, 0);
        visits.CopyTo(copy.visits, 0);
        unsure.CopyTo(copy.unsure, 0);
        totals.CopyTo(copy.totals, 0);
        return copy;
    }

    /// <summary>How often each road was taken.</summary>
    public IReadOnlyDictionary<RoadKey, int> Roads()
    {
        var roads = new Dictionary<RoadKey, int>();
        foreach (var (move, n) in moves)
        {
            if (move.End == ContestEnd.Held)
                continue;
            var road = new RoadKey(move.Spot, move.End == ContestEnd.Won, move.Next, move.Told);
            roads[road] = roads.GetValueOrDefault(road) + n;
        }

        return roads;
    }

    /// <summary>The cells in one order, whatever way the counts came about, so that sums over them agree to the last bit.</summary>
    internal CountedCell[] CellsInOrder()
    {
        var names = cells
            .Keys.Select(c => c.Against.Partner)
            .OfType<string>()
            .Distinct()
            .Order(StringComparer.Ordinal)
            .Index()
            .ToDictionary(p => p.Item, p => p.Index, StringComparer.Ordinal);
        var inOrder = cells
            .Select(c => new CountedCell(
                c.Key.Spot,
                c.Key.Against.Partner is { } id ? names[id] : -1,
                c.Key.Against,
                c.Value.Won,
                c.Value.Lost
            ))
            .ToArray();
        Array.Sort(inOrder, (a, b) =>
        {
            var by = a.Spot.CompareTo(b.Spot);
            by = by != 0 ? by : a.Partner.CompareTo(b.Partner);
            by = by != 0 ? by : Nullable.Compare(a.Against.Rung, b.Against.Rung);
            by = by != 0 ? by : Nullable.Compare(a.Against.Kilograms, b.Against.Kilograms);
            by = by != 0 ? by : a.Against.Intent - b.Against.Intent;
            return by != 0 ? by : a.Against.Drill.CompareTo(b.Against.Drill);
        });
        return inOrder;
    }

    /// <summary>Adds one roll, or takes it out again.</summary>
    /// <param name="reading">What the roll shows.</param>
    /// <param name="times">1 to add it, -1 to take it out.</param>
    public void Add(RollReading reading, int times = 1)
    {
        Add(LogTotal.Rolls, reading.Against.Drill ? 0 : times);
        Add(LogTotal.Moments, times * reading.Moments);
        Add(LogTotal.Links, times * reading.Links);
        Add(LogTotal.Linked, times * reading.Linked);
        foreach (var spot in reading.Visits)
            if (Ground.IndexOf(spot) is >= 0 and var i)
                visits[i] += times;
        var (plain, taps) = (0, 0);
        foreach (var contest in reading.Contests)
        {
            if (Ground.IndexOf(contest.Spot) is not (>= 0 and var spot))
                continue;
            unsure[spot] += contest.Sure ? 0 : times;
            Add(MoveOf(contest, spot), times);
            if (contest.End == ContestEnd.Held)
                continue;
            _ = contest.Finished ? taps++ : plain++;
            Add(new CellKey(spot, reading.Against), contest.End == ContestEnd.Won ? (times, 0) : (0, times));
        }

        Add(LogTotal.Contests, times * (plain + taps));
        if (reading.Kind == RollKind.Positional)
            return;
        foreach (var start in reading.Starts)
            if (Ground.IndexOf(start) is >= 0 and var i)
                starts[i] += times;
        Add(LogTotal.FullRolls, plain + taps > 0 ? times : 0);
        Add(LogTotal.FullContests, times * plain);
        Add(LogTotal.FullTaps, times * taps);
    }

    /// <summary>Adds to one total.</summary>
    public void Add(LogTotal total, int n) => totals[(int)total] += n;

    /// <summary>Adds to one cell; a cell that comes to nothing goes.</summary>
    public void Add(CellKey key, (int Won, int Lost) n)
    {
        ref var sum = ref CollectionsMarshal.GetValueRefOrAddDefault(cells, key, out _);
        sum = (sum.Won + n.Won, sum.Lost + n.Lost);
        if (sum == default)
            cells.Remove(key);
    }

    /// <summary>Adds to one move; a move that comes to nothing goes.</summary>
    public void Add(MoveKey key, int n)
    {
        ref var sum = ref CollectionsMarshal.GetValueRefOrAddDefault(moves, key, out _);
        sum += n;
        if (sum == 0)
            moves.Remove(key);
    }

    /// <summary>Adds to what is counted for a spot by itself.</summary>
    public void Add(int spot, int starts, int visits, int unsure)
    {
        this.starts[spot] += starts;
        this.visits[spot] += visits;
        this.unsure[spot] += unsure;
    }

    private MoveKey MoveOf(Contest contest, int spot)
    {
        var (next, told) = contest switch
        {
            { End: ContestEnd.Held } => (-1, false),
            { Finished: true } => (Ground.Spots.Count, true),
            { Next: { } to } => (Ground.IndexOf(to), true),
            { NextSeen: { } seen } => (Ground.IndexOf(seen), false),
            _ => (-1, false),
        };
        return new MoveKey(spot, contest.End, contest.Actor, contest.Technique, next, told);
    }
}
