using System.Text.Json;
using AshNotch.Core.Ground;

namespace AshNotch.Core.Intake;

/// <summary>The words by which strangers' tables and diaries name things; a data file.</summary>
internal sealed record IntakeWords
{
    /// <summary>The shipped words.</summary>
    public static IntakeWords Shipped { get; } = Load();

    /// <summary>Headings by the column that they mean.</summary>
    public required IReadOnlyDictionary<string, IReadOnlyList<string>> Columns { get; init; }

    /// <summary>A round that ended with a tap of theirs.</summary>
    public required IReadOnlyList<string> Won { get; init; }

    /// <summary>A round that ended with the owner's tap.</summary>
    public required IReadOnlyList<string> Lost { get; init; }

    /// <summary>A round without a tap.</summary>
    public required IReadOnlyList<string> Even { get; init; }

    /// <summary>A cell that says that there was none.</summary>
    public required IReadOnlyList<string> Nothing { get; init; }

    /// <summary>Yes.</summary>
    public required IReadOnlyList<string> Yes { get; init; }

    /// <summary>No.</summary>
    public required IReadOnlyList<string> No { get; init; }

    /// <summary>With the jacket.</summary>
    public required IReadOnlyList<string> Gi { get; init; }

    /// <summary>Without it.</summary>
    [System.Text.Json.Serialization.JsonPropertyName("no-gi")]
    public required IReadOnlyList<string> NoGi { get; init; }

    /// <summary>The owner on top.</summary>
    public required IReadOnlyList<string> Top { get; init; }

    /// <summary>The owner below.</summary>
    public required IReadOnlyList<string> Bottom { get; init; }

    /// <summary>Kinds of sessions by words that name them.</summary>
    public required IReadOnlyDictionary<string, IReadOnlyList<string>> Kinds { get; init; }

    /// <summary>Words of an evening without rounds.</summary>
    public required IReadOnlyList<string> NoRounds { get; init; }

    /// <summary>Words that may stand before a date at the head of an entry.</summary>
    public required IReadOnlyList<string> DateLeads { get; init; }

    private static IntakeWords Load()
    {
        using var data = typeof(IntakeWords).Assembly.GetManifestResourceStream("intake/words.json")!;
        return JsonSerializer.Deserialize<IntakeWords>(data, GroundJson.Options)!;
    }
}
