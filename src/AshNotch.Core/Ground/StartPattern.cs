using System.Text.Json;
using System.Text.Json.Serialization;

namespace AshNotch.Core.Ground;

/// <summary>How much of the ground a <see cref="StartPattern"/> takes in.</summary>
public enum StartScope
{
    /// <summary>Every spot.</summary>
    Anywhere,

    /// <summary>Every guard, in one role.</summary>
    AnyGuard,

    /// <summary>One spot.</summary>
    Spot,
}

/// <summary>
/// Where a technique starts, seen by whoever does it. Written <c>position:role</c> for a spot (a bare position is even),
/// <c>*guard:top</c> or <c>*guard:bottom</c> for any guard, and <c>*</c> for anywhere.
/// </summary>
[JsonConverter(typeof(StartPatternJson))]
public readonly record struct StartPattern
{
    private const string GuardMark = "*guard";
    private readonly Spot spot;

    private StartPattern(StartScope scope, Spot spot) => (Scope, this.spot) = (scope, spot);

    /// <summary>Every spot; what a pattern is by default.</summary>
    public static StartPattern Anywhere => default;

    /// <summary>How much it takes in.</summary>
    public StartScope Scope { get; }

    /// <summary>The one spot; null for any other scope.</summary>
    public Spot? Spot => Scope == StartScope.Spot ? spot : null;

    /// <summary>The doer's role; null when that is open.</summary>
    public Role? Role => Scope == StartScope.Anywhere ? null : spot.Role;

    /// <summary>Every guard in this role, top or bottom.</summary>
    public static StartPattern AnyGuard(Role role) => new(StartScope.AnyGuard, new Spot("", role));

    /// <summary>One spot.</summary>
    public static StartPattern At(Spot spot) => new(StartScope.Spot, spot);

    /// <summary>Reads the written form.</summary>
    /// <exception cref="FormatException">It is none of the three.</exception>
    public static StartPattern Parse(string text) =>
        TryParse(text, out var pattern)
            ? pattern
            : throw new FormatException($"'{text}' is not where a technique starts; write position:role, *guard:top, *guard:bottom or *.");

    /// <summary>Reads the written form; false when it is none of the three.</summary>
    public static bool TryParse(string text, out StartPattern pattern)
    {
        pattern = default;
        if (text == "*")
            return true;
        if (!Ground.Spot.TryParse(text, out var read))
            return false;
        if (read.Position != GuardMark)
            pattern = At(read);
        else if (read.Role != Ground.Role.Even)
            pattern = AnyGuard(read.Role);
        return pattern.Scope == StartScope.Spot ? !read.Position.StartsWith('*') : pattern.Scope == StartScope.AnyGuard;
    }

    /// <summary>
    /// How closely it takes in a spot: 1 when the spot is named, 0.3 for any guard, 0.1 for anywhere, 0 when it does not.
    /// </summary>
    /// <param name="doer">The spot of whoever does the technique.</param>
    /// <param name="guard">Whether the spot's position is a guard.</param>
    public double Fit(Spot doer, bool guard) =>
        Scope switch
        {
            StartScope.Anywhere => 0.1,
            StartScope.AnyGuard => guard && spot.Role == doer.Role ? 0.3 : 0,
            _ => spot == doer ? 1 : 0,
        };

    /// <summary>The written form.</summary>
    public override string ToString() =>
        Scope switch
        {
            StartScope.Anywhere => "*",
            StartScope.AnyGuard => new Spot(GuardMark, spot.Role).ToString(),
            _ => spot.ToShortString(),
        };
}

/// <summary>A <see cref="StartPattern"/> as a JSON text.</summary>
public sealed class StartPatternJson : JsonConverter<StartPattern>
{
    /// <inheritdoc/>
    public override StartPattern Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
        StartPattern.TryParse(reader.GetString() ?? "", out var pattern)
            ? pattern
            : throw new JsonException("Not where a technique starts.");

    /// <inheritdoc/>
    public override void Write(Utf8JsonWriter writer, StartPattern value, JsonSerializerOptions options) =>
        writer.WriteStringValue(value.ToString());
}

/// <summary>A list of spots as a JSON list of texts.</summary>
public sealed class SpotTextsJson : JsonConverter<IReadOnlyList<Spot>>
{
    /// <inheritdoc/>
    public override IReadOnlyList<Spot> Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
        [
            .. (JsonSerializer.Deserialize<List<string>>(ref reader, options) ?? []).Select(t =>
                Spot.TryParse(t, out var spot) ? spot : throw new JsonException("Not a spot.")
            ),
        ];

    /// <inheritdoc/>
    public override void Write(Utf8JsonWriter writer, IReadOnlyList<Spot> value, JsonSerializerOptions options)
    {
        writer.WriteStartArray();
        foreach (var spot in value)
            writer.WriteStringValue(spot.ToShortString());
        writer.WriteEndArray();
    }
}
