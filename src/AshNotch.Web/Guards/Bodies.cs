using System.Text.Json;
using AshNotch.Core.Log;

namespace AshNotch.Web.Guards;

/// <summary>A body that was read, or the answer that says why not.</summary>
public readonly record struct Body<T>(T? Value, IResult? Refusal, bool HasRolls = false);

/// <summary>Reads JSON bodies by the log's own readers, so that every fault has its pointer.</summary>
public static class Bodies
{
    /// <param name="request">The request.</param>
    /// <param name="read">Reads a value and notes faults of shape.</param>
    /// <param name="check">Faults of meaning, looked at when the shape is right.</param>
    public static async Task<Body<T>> Read<T>(
        HttpRequest request, Func<JsonElement, List<Fault>, T> read, Func<T, IEnumerable<Fault>> check)
        where T : class
    {
        try
        {
            using var document = await JsonDocument.ParseAsync(request.Body, new JsonDocumentOptions { MaxDepth = 32 }, request.HttpContext.RequestAborted);
            var faults = new List<Fault>();
            var value = read(document.RootElement, faults);
            if (faults.Count == 0)
                faults.AddRange(check(value));
            var hasRolls = document.RootElement.ValueKind == JsonValueKind.Object && document.RootElement.TryGetProperty("rolls", out _);
            return faults.Count == 0 ? new Body<T>(value, null, hasRolls) : new Body<T>(null, Problems.Of(faults));
        }
        catch (JsonException fault)
        {
            var where = fault.LineNumber is { } line ? $" near line {line + 1}" : "";
            return new Body<T>(null, Problems.Of([new Fault("", $"The body is not readable as JSON{where}.")], StatusCodes.Status400BadRequest));
        }
        catch (InvalidOperationException)
        {
            return new Body<T>(null, Problems.Of([new Fault("", "The body holds half a character (a lone surrogate) in a member's name.")], StatusCodes.Status400BadRequest));
        }
    }
}
