namespace AshNotch.Web.Guards;

/// <summary>Refuses writes that another site's page sends through the owner's browser. Programs that send no Origin are served.</summary>
public static class SameOrigin
{
    public static void UseSameOriginWrites(this WebApplication app) => app.Use(async (context, next) =>
    {
        var request = context.Request;
        var writes = !(HttpMethods.IsGet(request.Method) || HttpMethods.IsHead(request.Method) || HttpMethods.IsOptions(request.Method));
        if (writes && IsForeign(request))
        {
            await Problems.Of(StatusCodes.Status403Forbidden, "Another site sent this.", "Only pages of Ash Notch itself may write into the log. Open it at its own address and try there.")
                .ExecuteAsync(context);
            return;
        }

        await next(context);
    });

    private static bool IsForeign(HttpRequest request)
    {
        if (request.Headers.Origin is { Count: > 0 } origin)
            return !string.Equals(origin.ToString(), $"{request.Scheme}://{request.Host}", StringComparison.OrdinalIgnoreCase);
        return request.Headers["Sec-Fetch-Site"].ToString() is "cross-site" or "same-site";
    }
}
