using AshNotch.Core.Ground;
using AshNotch.Core.Log;

namespace AshNotch.Store;

/// <summary>Stored words back into the log's values.</summary>
internal static class Words
{
    public static T Required<T>(string word)
        where T : struct, Enum =>
        Word.TryRead<T>(word, out var value)
            ? value
            : throw new InvalidDataException($"The store holds '{word}', which is no {typeof(T).Name}.");

    public static T? Optional<T>(string? word)
        where T : struct, Enum => word is null ? null : Required<T>(word);

    /// <summary>How a hold is kept: seconds, or yes or no.</summary>
    public static string? Held(Hold? held) =>
        held switch
        {
            null => null,
            { Enough: { } enough } => enough ? "yes" : "no",
            { Seconds: var seconds } => (seconds ?? 0).ToString("R", System.Globalization.CultureInfo.InvariantCulture),
        };

    public static Hold? Held(string? text) =>
        text switch
        {
            null => null,
            "yes" or "no" => Hold.Told(text == "yes"),
            _ => Hold.For(double.Parse(text, System.Globalization.CultureInfo.InvariantCulture)),
        };

    public static DateOnly Date(string text) => DateOnly.ParseExact(text, "yyyy-MM-dd", System.Globalization.CultureInfo.InvariantCulture);

    public static Kilograms? Weight(double? kilograms) => kilograms is { } kg ? new Kilograms(kg) : null;

    public static Spot? Spot(string? position, string? role) => position is null ? null : new Spot(position, Required<Role>(role!));
}
