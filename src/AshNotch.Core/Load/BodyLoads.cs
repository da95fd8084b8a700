using System.Reflection;
using System.Text.Json;
using System.Text.Json.Serialization;
using AshNotch.Core.Ground;
using AshNotch.Core.Log;

namespace AshNotch.Core.Load;

/// <summary>
/// What loads which part of the body: a table by technique (whoever does it, whoever it is done to) and by spot. A technique
/// without a row of its own takes its kind's, and a submission loads what it attacks. Common practice, no source; it only
/// takes things out of a plan. Never a diagnosis.
/// </summary>
public static class BodyLoads
{
    private static readonly JsonSerializerOptions Options = new(JsonSerializerDefaults.Web)
    {
        Converters = { new JsonStringEnumConverter(JsonNamingPolicy.KebabCaseLower, allowIntegerValues: false) },
    };

    private static readonly Table Rows = Read();

    /// <summary>The techniques that have a row of their own.</summary>
    public static IReadOnlyCollection<string> Techniques => Rows.Techniques.Keys;

    /// <summary>The positions that have a row.</summary>
    public static IReadOnlyCollection<string> Positions => Rows.Positions.Keys;

    /// <summary>What a technique asks of the one who does it.</summary>
    public static IReadOnlySet<BodyPart> Does(Technique technique) => Row(technique).Does.ToHashSet();

    /// <summary>What it asks of the one it is done to.</summary>
    public static IReadOnlySet<BodyPart> Takes(Technique technique) =>
        Row(technique)
            .Takes.Concat(technique.Target is { } target && Rows.Targets.TryGetValue(target, out var parts) ? parts : [])
            .ToHashSet();

    /// <summary>What being in a spot asks of the owner; nothing is known of the owner's own positions.</summary>
    public static IReadOnlySet<BodyPart> In(Spot spot) =>
        Rows.Positions.TryGetValue(spot.Position, out var row) ? (spot.Role == Role.Bottom ? row.Bottom : row.Top).ToHashSet() : [];

    /// <summary>The niggles of a day that something would load; a niggle's side makes no difference, since both sides work.</summary>
    public static IReadOnlyList<Niggle> Loaded(IEnumerable<BodyPart> parts, IEnumerable<Niggle> niggles, DateOnly day)
    {
        var asked = parts.ToHashSet();
        return [.. niggles.Where(n => n.On(day) && asked.Contains(n.Part))];
    }

    private static Pair Row(Technique technique) =>
        Rows.Techniques.TryGetValue(technique.Id, out var own) ? own : Rows.Kinds.GetValueOrDefault(technique.Kind) ?? new Pair([], []);

    private static Table Read()
    {
        using var stream = Assembly.GetExecutingAssembly().GetManifestResourceStream("load/loads.json")
            ?? throw new InvalidDataException("The table of loads is missing from the program.");
        return JsonSerializer.Deserialize<Table>(stream, Options)!;
    }

    private sealed record Pair(IReadOnlyList<BodyPart> Does, IReadOnlyList<BodyPart> Takes);

    private sealed record Roles(IReadOnlyList<BodyPart> Top, IReadOnlyList<BodyPart> Bottom);

    private sealed record Table(
        Dictionary<TechniqueKind, Pair> Kinds,
        Dictionary<string, List<BodyPart>> Targets,
        Dictionary<string, Pair> Techniques,
        Dictionary<string, Roles> Positions
    );
}
