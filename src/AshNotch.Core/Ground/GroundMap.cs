using System.Reflection;
using System.Text.Json;
using System.Text.Json.Serialization;

namespace AshNotch.Core.Ground;

/// <summary>
/// All positions and techniques, the product's and the owner's, and which leads where. Immutable; checked when it is made.
/// </summary>
public sealed class GroundMap
{
    private static readonly JsonSerializerOptions DataOptions = new(JsonSerializerDefaults.Web)
    {
        Converters = { new JsonStringEnumConverter(JsonNamingPolicy.KebabCaseLower, allowIntegerValues: false) },
        RespectRequiredConstructorParameters = true,
    };

    /// <summary>The table of levels as the product ships it.</summary>
    public static IReadOnlyList<UsualLevel> UsualLevels { get; } = Read<UsualLevel>("ground/levels.json");

    /// <summary>The table of roads as the product ships it.</summary>
    public static IReadOnlyList<UsualRoad> UsualRoads { get; } = Read<UsualRoad>("ground/roads.json");

    private static readonly Lazy<GroundMap> Shipped = new(() =>
        new GroundMap(Read<Position>("ground/positions.json"), Read<Technique>("ground/techniques.json"), UsualLevels, UsualRoads)
    );

    private readonly Dictionary<string, Position> positions;
    private readonly Dictionary<string, Technique> techniques;
    private readonly IReadOnlyList<UsualLevel> levels;
    private readonly IReadOnlyList<UsualRoad> roads;

    /// <summary>A ground of its own; the program uses <see cref="Default"/>, checks may use a smaller one.</summary>
    /// <exception cref="InvalidDataException">The data contradict themselves.</exception>
    internal GroundMap(
        IReadOnlyList<Position> positions,
        IReadOnlyList<Technique> techniques,
        IReadOnlyList<UsualLevel> levels,
        IReadOnlyList<UsualRoad> roads
    )
    {
        (this.levels, this.roads) = (levels, roads);
        Positions = positions;
        Techniques = techniques;
        var faults = GroundRules.Check(positions, techniques);
        if (faults.Count > 0)
            throw new InvalidDataException("The ground does not hold together: " + string.Join(" ", faults));
        this.positions = positions.ToDictionary(p => p.Id);
        this.techniques = techniques.ToDictionary(t => t.Id);
        Spots = [.. positions.SelectMany(p => p.Roles.Select(r => new Spot(p.Id, r)))];
        Usual = new UsualGround(this, levels, roads);
    }

    /// <summary>The ground as the product ships it.</summary>
    /// <exception cref="InvalidDataException">The shipped data contradict themselves.</exception>
    public static GroundMap Default => Shipped.Value;

    /// <summary>Every position, in the order of the table, the owner's last.</summary>
    public IReadOnlyList<Position> Positions { get; }

    /// <summary>Every technique, in the order of the table, the owner's last.</summary>
    public IReadOnlyList<Technique> Techniques { get; }

    /// <summary>Every position in each of its roles.</summary>
    public IReadOnlyList<Spot> Spots { get; }

    /// <summary>What is believed of any hobbyist on this ground before a log is seen.</summary>
    public UsualGround Usual { get; }

    /// <summary>This ground with the owner's additions.</summary>
    /// <exception cref="InvalidDataException">An addition repeats an id or names a spot that does not exist.</exception>
    public GroundMap With(PersonalWords personal) =>
        personal.Positions.Count + personal.Techniques.Count == 0
            ? this
            : new GroundMap([.. Positions, .. personal.Positions], [.. Techniques, .. personal.Techniques], levels, roads);

    /// <summary>The position of this id, or null.</summary>
    public Position? Position(string id) => positions.GetValueOrDefault(id);

    /// <summary>The technique of this id, or null.</summary>
    public Technique? Technique(string id) => techniques.GetValueOrDefault(id);

    /// <summary>Whether the position exists and knows the role.</summary>
    public bool Has(Spot spot) => Position(spot.Position)?.Roles.Contains(spot.Role) == true;

    /// <summary>How good the spot is for the owner, -1 to 1; 0 for a spot that is not known.</summary>
    public double Worth(Spot spot) => Sign(spot.Role) * (Position(spot.Position)?.Worth ?? 0);

    /// <summary>The prior logit that the owner leaves the spot better off against a peer; 0 when not known.</summary>
    public double Level(Spot spot) => Usual.IndexOf(spot) is >= 0 and var i ? Usual.Level[i] : 0;

    /// <summary>Whether one of the two plays guard there, whichever of them is asked about.</summary>
    public bool IsGuard(Spot spot) => Position(spot.Position)?.Scores == PositionScore.Guard;

    /// <summary>
    /// How closely a technique belongs to a spot for the one who does it: 1 when the spot is named, 0.3 for "any guard",
    /// 0.1 for "anywhere", 0 when it does not start here.
    /// </summary>
    public double Fit(Technique technique, Spot doer)
    {
        var best = 0.0;
        var guard = IsGuard(doer);
        foreach (var from in technique.From)
            best = Math.Max(best, from.Fit(doer, guard));

        return best;
    }

    private static int Sign(Role role) =>
        role switch
        {
            Role.Top => 1,
            Role.Bottom => -1,
            _ => 0,
        };

    private static List<T> Read<T>(string resource)
    {
        using var stream = Assembly.GetExecutingAssembly().GetManifestResourceStream(resource)
            ?? throw new InvalidDataException($"{resource} is missing from the program.");
        return JsonSerializer.Deserialize<List<T>>(stream, DataOptions)!;
    }
}
