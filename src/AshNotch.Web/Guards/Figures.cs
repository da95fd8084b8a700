using System.Globalization;
using System.Reflection;
using System.Text.Json;
using System.Text.Json.Serialization;
using AshNotch.Formats;
using Microsoft.AspNetCore.Http.Metadata;

namespace AshNotch.Web.Guards;

/// <summary>
/// An answer of computed figures: as an answer of JSON, with numbers to five significant digits. More would be noise, and three
/// times as long.
/// </summary>
/// <param name="value">What is answered.</param>
public sealed class Figures<T>(T value) : IResult, IEndpointMetadataProvider, IValueHttpResult<T>
{
    private static readonly JsonSerializerOptions Options = new(LogJson.Options) { Converters = { new RoundedNumbers() } };

    /// <inheritdoc />
    public T? Value => value;

    /// <inheritdoc />
    public static void PopulateMetadata(MethodInfo method, EndpointBuilder builder) =>
        builder.Metadata.Add(new ProducesResponseTypeMetadata(StatusCodes.Status200OK, typeof(T), ["application/json"]));

    /// <inheritdoc />
    public Task ExecuteAsync(HttpContext httpContext) => httpContext.Response.WriteAsJsonAsync(value, Options, httpContext.RequestAborted);

    private sealed class RoundedNumbers : JsonConverter<double>
    {
        public override double Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) => reader.GetDouble();

        public override void Write(Utf8JsonWriter writer, double value, JsonSerializerOptions options)
        {
            Span<char> digits = stackalloc char[32];
            value.TryFormat(digits, out var length, "G5", CultureInfo.InvariantCulture);
            writer.WriteNumberValue(double.Parse(digits[..length], CultureInfo.InvariantCulture));
        }
    }
}

/// <summary>Makes <see cref="Figures{T}"/>.</summary>
public static class Figures
{
    /// <summary>The answer of a value.</summary>
    public static Figures<T> Of<T>(T value) => new(value);
}
