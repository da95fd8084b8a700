using System.Text.Json;
using System.Text.Json.Serialization;
using AshNotch.Core.Ground;

namespace AshNotch.Store;

/// <summary>Records that are kept whole, as JSON with the words of a logbook file.</summary>
internal static class StoredJson
{
    private static readonly JsonSerializerOptions Options = new(JsonSerializerDefaults.Web)
    {
        DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull,
        Converters = { new JsonStringEnumConverter(JsonNamingPolicy.KebabCaseLower, allowIntegerValues: false), new KilogramsConverter() },
    };

    public static string? Write<T>(T? value)
        where T : class => value is null ? null : JsonSerializer.Serialize(value, Options);

    public static T Read<T>(string json) => JsonSerializer.Deserialize<T>(json, Options)!;

    private sealed class KilogramsConverter : JsonConverter<Kilograms>
    {
        public override Kilograms Read(ref Utf8JsonReader reader, Type type, JsonSerializerOptions options) => new(reader.GetDouble());

        public override void Write(Utf8JsonWriter writer, Kilograms value, JsonSerializerOptions options) =>
            writer.WriteNumberValue(value.Value);
    }
}
