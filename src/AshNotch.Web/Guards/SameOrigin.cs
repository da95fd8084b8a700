namespace AshNotch.Web.Guards;

/// <summary>
/// Refuses what another site's page sends through the owner's browser: writes anywhere, and reads of the log (a page that may
/// not see the answer could still keep the program busy). Programs that send no Origin are served.
/// </summary>
public static class SameOrigin
{
    /// <summary>Refuses it, and leaves a line in the log.</summary>
    public static void UseSameOrigin(this WebApplication app)
    {
        var log = app.Services.GetRequiredService<ILoggerFactory>().CreateLogger(typeof(SameOrigin));
        app.Use(
            async (context, next) =>
            {
                var request = context.Request;
                if ((Writes(request.Method) || IsData(request.Path)) && IsForeign(request))
                {
                    log.LogWarning(
                        "Refused {Method} {Path} from another site ({Origin})",
                        request.Method,
                        Short.Of(request.Path),
                        Short.Of(request.Headers.Origin.ToString())
                    );
                    await Problems
                        .Of(
                            StatusCodes.Status403Forbidden,
                            "Another site sent this.",
                            "Only pages of Ash Notch itself may use the log. Open it at its own address and try there."
                        )
                        .ExecuteAsync(context);
                    return;
                }

                await next(context);
            }
        );
    }

    /// <summary>Whether an address holds the owner's data or what is made from it.</summary>
    internal static bool IsData(PathString path) => path.StartsWithSegments("/api") || path.StartsWithSegments("/openapi");

    private static bool Writes(string method) =>
        !(HttpMethods.IsGet(method) || HttpMethods.IsHead(method) || HttpMethods.IsOptions(method));

    private static bool IsForeign(HttpRequest request)
    {
        if (request.Headers.Origin is { Count: > 0 } origin)
            return !string.Equals(origin.ToString(), $"{request.Scheme}://{request.Host}", StringComparison.OrdinalIgnoreCase);
        return request.Headers["Sec-Fetch-Site"].ToString() is "cross-site" or "same-site";
    }
}
