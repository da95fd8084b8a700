using System.Reflection;
using System.Text.Json;
using AshNotch.Core.Ground;

namespace AshNotch.Core.Drilling;

/// <summary>What a caution can stand beside that is no technique.</summary>
public enum Situation
{
    /// <summary>A plan as a whole.</summary>
    Plan,

    /// <summary>Something sore.</summary>
    Niggle,

    /// <summary>A week far above the usual.</summary>
    Load,

    /// <summary>A partner who is much heavier.</summary>
    Heavy,

    /// <summary>Making weight.</summary>
    Weight,

    /// <summary>A match to come.</summary>
    Match,
}

/// <summary>A plain caution, and what it stands beside.</summary>
/// <param name="Id">Its id.</param>
/// <param name="Says">The caution, in a sentence or two.</param>
/// <param name="Always">Stands beside everything that is done with a partner who resists.</param>
/// <param name="Cares">Stands beside techniques of this care (<see cref="Technique.Care"/>).</param>
/// <param name="Targets">Stands beside submissions that attack this.</param>
/// <param name="Kinds">Stands beside techniques of this kind.</param>
/// <param name="Families">Stands beside starts in positions of this family.</param>
/// <param name="Situation">Stands beside a situation.</param>
public sealed record Caution(
    string Id,
    string Says,
    bool Always = false,
    IReadOnlyList<string>? Cares = null,
    IReadOnlyList<string>? Targets = null,
    IReadOnlyList<TechniqueKind>? Kinds = null,
    IReadOnlyList<Family>? Families = null,
    Situation? Situation = null
);

/// <summary>The cautions, as data. Common practice, no source; coach, house rules, rule book and clinicians come first.</summary>
public static class Cautions
{
    /// <summary>All of them.</summary>
    public static IReadOnlyList<Caution> All { get; } = Read();

    /// <summary>What stands beside drilling techniques from a start.</summary>
    public static IReadOnlyList<Caution> Beside(IEnumerable<Technique> techniques, Spot start, GroundMap ground)
    {
        var used = techniques.ToList();
        var family = ground.Position(start.Position)?.Family;
        return
        [
            .. All.Where(c =>
                c.Always
                || used.Any(t =>
                    (t.Care is { } care && Has(c.Cares, care))
                    || (t.Finishes() && t.Target is { } target && Has(c.Targets, target))
                    || Has(c.Kinds, t.Kind)
                )
                || (family is { } known && Has(c.Families, known))
            ),
        ];
    }

    /// <summary>What stands beside a situation.</summary>
    public static IReadOnlyList<Caution> Of(Situation situation) => [.. All.Where(c => c.Situation == situation)];

    private static bool Has<T>(IReadOnlyList<T>? set, T one) => set?.Contains(one) == true;

    private static IReadOnlyList<Caution> Read()
    {
        using var stream = Assembly.GetExecutingAssembly().GetManifestResourceStream("drilling/cautions.json")
            ?? throw new InvalidDataException("The cautions are missing from the program.");
        return JsonSerializer.Deserialize<List<Caution>>(stream, GroundJson.Options)!;
    }
}
