using System.Text.Json;
using System.Text.Json.Serialization;

namespace AshNotch.Store;

/// <summary>Records that are kept whole, as JSON with the words of a logbook file.</summary>
internal static class StoredJson
{
    private static readonly JsonSerializerOptions Options = new(JsonSerializerDefaults.Web)
    {
        DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull,
        Converters = { new JsonStringEnumConverter(JsonNamingPolicy.KebabCaseLower, allowIntegerValues: false) },
    };

    public static string? Write<T>(T? value)
        where T : class => value is null ? null : JsonSerializer.Serialize(value, Options);

    public static T Read<T>(string json) => JsonSerializer.Deserialize<T>(json, Options)!;
}
