using AshNotch.Store;
using Microsoft.Net.Http.Headers;

namespace AshNotch.Web.Guards;

/// <summary>Versions as entity tags.</summary>
public static class Versions
{
    public static void Tag(HttpResponse response, long version) => response.Headers.ETag = $"\"{version}\"";

    /// <summary>The version that If-Match names; null when it names none that could be ours.</summary>
    public static long? Expected(HttpRequest request)
    {
        var tags = request.GetTypedHeaders().IfMatch;
        return tags is [var one] && !one.Equals(EntityTagHeaderValue.Any) && long.TryParse(one.Tag.AsSpan().Trim('"'), out var version) ? version : null;
    }

    /// <summary>Whether the request names a version at all, be it a wrong one.</summary>
    public static bool Named(HttpRequest request) => request.Headers.IfMatch.Count > 0;

    /// <summary>Whether the request may only make something new.</summary>
    public static bool OnlyNew(HttpRequest request) => request.Headers.IfNoneMatch.ToString().Trim() == "*";

    /// <summary>A write's outcome as an answer; saved ones carry their new tag.</summary>
    public static IResult Answer(HttpResponse response, Written written, string what, Func<IResult> saved)
    {
        switch (written.Outcome)
        {
            case WriteOutcome.Stale:
                return Problems.Stale();
            case WriteOutcome.Missing:
                return Problems.NotThere(what);
            case WriteOutcome.Exists:
                return Problems.Exists(what);
            default:
                Tag(response, written.Version);
                return saved();
        }
    }
}
