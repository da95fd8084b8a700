using System.Globalization;
using AshNotch.Store;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.Net.Http.Headers;

namespace AshNotch.Web.Guards;

/// <summary>Versions as entity tags (RFC 9110, sections 8.8.3 and 13.1).</summary>
public static class Versions
{
    /// <summary>Says the version of what is answered.</summary>
    public static void Tag(HttpResponse response, long version) => response.Headers.ETag = FormattableString.Invariant($"\"{version}\"");

    /// <summary>
    /// What If-Match or If-None-Match: * ask of the version that stands; null when the request says nothing of it. Tags are
    /// compared strongly: a weak one matches nothing, nor does one that is not ours.
    /// </summary>
    public static Expected? Of(HttpRequest request)
    {
        if (request.Headers.IfNoneMatch.ToString().Trim() == "*")
            return Expected.Nothing;
        if (request.Headers.IfMatch.Count == 0)
            return null;
        if (request.Headers.IfMatch.ToString().Trim() == "*")
            return Expected.Anything;
        return Expected.OneOf([.. request.GetTypedHeaders().IfMatch.Where(t => !t.IsWeak).Select(VersionOf).OfType<long>()]);
    }

    /// <summary>A write's outcome as an answer that carries the new tag.</summary>
    public static Results<Ok<Saved>, ProblemHttpResult> Saved(HttpResponse response, Written written, string what, string id) =>
        Refusal(written, what) is { } refusal ? refusal : TypedResults.Ok(Tagged(response, written, id));

    /// <summary>The same for something new.</summary>
    public static Results<Created<Saved>, ProblemHttpResult> Created(
        HttpResponse response,
        Written written,
        string what,
        string id,
        string address
    ) =>
        Refusal(written, what) is { } refusal
            ? refusal
            : TypedResults.Created($"{address}/{Uri.EscapeDataString(id)}", Tagged(response, written, id));

    /// <summary>The same for something that went into the bin.</summary>
    public static Results<NoContent, ProblemHttpResult> Gone(Written written, string what) =>
        Refusal(written, what) is { } refusal ? refusal : TypedResults.NoContent();

    /// <summary>Why a write was not done; null when it was.</summary>
    public static ProblemHttpResult? Refusal(Written written, string what) =>
        written.Outcome switch
        {
            WriteOutcome.Stale => Problems.Stale(),
            WriteOutcome.Missing => Problems.NotThere(what),
            WriteOutcome.Exists => Problems.Exists(what),
            _ => null,
        };

    private static Saved Tagged(HttpResponse response, Written written, string id)
    {
        Tag(response, written.Version);
        return new Saved(id, written.Version);
    }

    private static long? VersionOf(EntityTagHeaderValue tag) =>
        long.TryParse(tag.Tag.AsSpan().Trim('"'), NumberStyles.None, CultureInfo.InvariantCulture, out var version) ? version : null;
}

/// <summary>What is answered to a write.</summary>
/// <param name="Id">The id of what was written.</param>
/// <param name="Version">Its version now.</param>
public sealed record Saved(string Id, long Version);
