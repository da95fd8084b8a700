using Microsoft.AspNetCore.Http.Features;

namespace AshNotch.Web.Guards;

/// <summary>
/// Refuses addresses of the log that would be taken for others: a segment <c>..</c> is folded away, by many a client before anything
/// is sent, so that what was meant for a roll would be done to its whole session. No id is <c>.</c> or <c>..</c>, and no address of
/// the log ends in a slash.
/// </summary>
public static class PlainAddresses
{
    /// <summary>Refuses them before anything is done.</summary>
    public static void UsePlainAddresses(this WebApplication app) =>
        app.Use(
            async (context, next) =>
            {
                if (IsPlain(context.Features.GetRequiredFeature<IHttpRequestFeature>().RawTarget, context.Request.Path))
                    await next(context);
                else
                    await Problems
                        .Of(
                            StatusCodes.Status400BadRequest,
                            "Not served.",
                            "An address of the log holds no . or .. and does not end in a slash. Nothing was done; check the id in it."
                        )
                        .ExecuteAsync(context);
            }
        );

    private static bool IsPlain(string sent, PathString path)
    {
        var segments = sent.Split('?')[0].Split('/');
        return !(path.StartsWithSegments("/api") || segments is ["", "api", ..])
            || (segments[^1].Length > 0 && !segments.Any(s => Uri.UnescapeDataString(s) is "." or ".."));
    }
}
