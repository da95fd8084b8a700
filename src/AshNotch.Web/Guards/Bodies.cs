using System.Text.Json;
using AshNotch.Core.Log;
using Microsoft.AspNetCore.Http.HttpResults;

namespace AshNotch.Web.Guards;

/// <summary>A body that was read, or the answer that says why not.</summary>
/// <param name="Value">What was read; null when it was refused.</param>
/// <param name="Refusal">Why not; null when it was read.</param>
/// <param name="HasRolls">Whether the body named the member <c>rolls</c>.</param>
public readonly record struct Body<T>(T? Value, ProblemHttpResult? Refusal, bool HasRolls = false);

/// <summary>Reads JSON bodies by the log's own readers, so that every fault has its pointer.</summary>
public static class Bodies
{
    private const int Deepest = 32;

    /// <summary>Reads the body of a request.</summary>
    /// <param name="request">The request.</param>
    /// <param name="read">Reads a value and notes faults of shape.</param>
    /// <param name="check">Faults of meaning, looked at when the shape is right.</param>
    public static async Task<Body<T>> Read<T>(HttpRequest request, Func<JsonElement, FaultList, T> read, Func<T, IEnumerable<Fault>> check)
        where T : class
    {
        if (!request.HasJsonContentType())
            return new Body<T>(
                null,
                Problems.Of(StatusCodes.Status415UnsupportedMediaType, "Not served.", "Send JSON, with the content type application/json.")
            );
        var faults = new FaultList();
        try
        {
            using var document = await JsonDocument.ParseAsync(
                request.Body,
                new JsonDocumentOptions { MaxDepth = Deepest },
                request.HttpContext.RequestAborted
            );
            var value = read(document.RootElement, faults);
            if (faults.Count == 0)
                faults.AddRange(check(value));
            var hasRolls = document.RootElement.ValueKind == JsonValueKind.Object && document.RootElement.TryGetProperty("rolls", out _);
            return faults.Count == 0 ? new Body<T>(value, null, hasRolls) : new Body<T>(null, Problems.Of(faults));
        }
        catch (TooManyFaultsException)
        {
            return new Body<T>(null, Problems.Of(faults));
        }
        catch (JsonException fault)
        {
            var where = fault.LineNumber is { } line ? $" near line {line + 1}" : "";
            return new Body<T>(
                null,
                Problems.Of([new Fault("", $"The body is not readable as JSON{where}.")], StatusCodes.Status400BadRequest)
            );
        }
        catch (InvalidOperationException)
        {
            return new Body<T>(
                null,
                Problems.Of(
                    [new Fault("", "The body holds half a character (a lone surrogate) in a member's name.")],
                    StatusCodes.Status400BadRequest
                )
            );
        }
    }
}
