using System.Globalization;
using System.Text.Encodings.Web;
using System.Text.Json;
using System.Text.Json.Serialization;
using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Log;

namespace AshNotch.Formats;

/// <summary>How the log's records are written as JSON: kebab-case words, plain kilograms, HH:mm, nothing for null.</summary>
public static class LogJson
{
    /// <summary>The options, ready to use.</summary>
    public static JsonSerializerOptions Options { get; } = Configure(new JsonSerializerOptions(JsonSerializerDefaults.Web));

    /// <summary>Sets these options on a serializer's own (the web host brings its own instance).</summary>
    public static JsonSerializerOptions Configure(JsonSerializerOptions options)
    {
        options.NumberHandling = JsonNumberHandling.Strict;
        options.DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull;
        options.Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping;
        options.Converters.Add(new JsonStringEnumConverter(JsonNamingPolicy.KebabCaseLower, allowIntegerValues: false));
        options.Converters.Add(new KilogramsConverter());
        options.Converters.Add(new ProbabilityConverter());
        options.Converters.Add(new MinuteConverter());
        options.Converters.Add(new HoldConverter());
        return options;
    }

    private sealed class KilogramsConverter : JsonConverter<Kilograms>
    {
        public override Kilograms Read(ref Utf8JsonReader reader, Type type, JsonSerializerOptions options)
        {
            var value = reader.GetDouble();
            return Kilograms.IsWeight(value) ? new Kilograms(value) : throw new JsonException("Not a body weight.");
        }

        public override void Write(Utf8JsonWriter writer, Kilograms value, JsonSerializerOptions options) =>
            writer.WriteNumberValue(value.Value);
    }

    private sealed class ProbabilityConverter : JsonConverter<Probability>
    {
        public override Probability Read(ref Utf8JsonReader reader, Type type, JsonSerializerOptions options)
        {
            var value = reader.GetDouble();
            return value is >= 0 and <= 1 ? new Probability(value) : throw new JsonException("Not a probability.");
        }

        public override void Write(Utf8JsonWriter writer, Probability value, JsonSerializerOptions options) =>
            writer.WriteNumberValue(value.Value);
    }

    private sealed class HoldConverter : JsonConverter<Hold>
    {
        public override Hold Read(ref Utf8JsonReader reader, Type type, JsonSerializerOptions options) =>
            reader.TokenType == JsonTokenType.Number ? Hold.For(reader.GetDouble()) : Hold.Told(reader.GetBoolean());

        public override void Write(Utf8JsonWriter writer, Hold value, JsonSerializerOptions options)
        {
            if (value.Enough is { } enough)
                writer.WriteBooleanValue(enough);
            else
                writer.WriteNumberValue(value.Seconds ?? 0);
        }
    }

    private sealed class MinuteConverter : JsonConverter<TimeOnly>
    {
        public override TimeOnly Read(ref Utf8JsonReader reader, Type type, JsonSerializerOptions options) =>
            TimeOnly.ParseExact(reader.GetString()!, "HH:mm", CultureInfo.InvariantCulture);

        public override void Write(Utf8JsonWriter writer, TimeOnly value, JsonSerializerOptions options) =>
            writer.WriteStringValue(value.ToString("HH:mm", CultureInfo.InvariantCulture));
    }
}
