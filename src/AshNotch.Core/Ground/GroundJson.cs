using System.Text.Json;
using System.Text.Json.Serialization;

namespace AshNotch.Core.Ground;

/// <summary>How positions and techniques are kept as JSON, in the product's tables and in a log.</summary>
public static class GroundJson
{
    /// <summary>The serializer's options.</summary>
    public static JsonSerializerOptions Options { get; } =
        new(JsonSerializerDefaults.Web)
        {
            Converters = { new JsonStringEnumConverter(JsonNamingPolicy.KebabCaseLower, allowIntegerValues: true) },
            RespectRequiredConstructorParameters = true,
        };
}
