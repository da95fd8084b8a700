using Microsoft.AspNetCore.StaticFiles;

namespace AshNotch.Web.Guards;

/// <summary>The pages and what every answer says about itself to a browser.</summary>
public static class Pages
{
    private const string Policy =
        "default-src 'none'; script-src 'self'; style-src 'self'; img-src 'self' data: blob:; font-src 'self'; connect-src 'self'; "
        + "media-src 'self' blob:; "
        + "manifest-src 'self'; worker-src 'self'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'";

    private const string Permissions =
        "accelerometer=(), browsing-topics=(), camera=(), display-capture=(), geolocation=(), gyroscope=(), magnetometer=(), "
        + "microphone=(), midi=(), payment=(), usb=()";

    /// <summary>Says it on every answer, those of errors too: the headers are written when the answer starts, whoever makes it.</summary>
    /// <param name="app">The program.</param>
    /// <param name="strict">Whether browsers are to come over HTTPS only from now on: for a name with a certificate of its own.</param>
    public static void UsePageHeaders(this WebApplication app, bool strict) =>
        app.Use(
            (context, next) =>
            {
                context.Response.OnStarting(() =>
                {
                    var headers = context.Response.Headers;
                    headers.ContentSecurityPolicy = Policy;
                    headers.XContentTypeOptions = "nosniff";
                    headers["Referrer-Policy"] = "no-referrer";
                    headers["Cross-Origin-Opener-Policy"] = "same-origin";
                    headers["Cross-Origin-Resource-Policy"] = "same-origin";
                    headers["Permissions-Policy"] = Permissions;
                    if (strict && context.Request.IsHttps)
                        headers.StrictTransportSecurity = "max-age=31536000";
                    if (SameOrigin.IsData(context.Request.Path))
                        headers.CacheControl = "no-store";
                    return Task.CompletedTask;
                });
                return next(context);
            }
        );

    /// <summary>Serves the built front end: names with a hash for ever, the rest asked for anew each time.</summary>
    public static void UsePages(this WebApplication app)
    {
        var types = new FileExtensionContentTypeProvider();
        foreach (var (ending, type) in types.Mappings.Where(m => m.Value.StartsWith("text/", StringComparison.Ordinal)).ToList())
            types.Mappings[ending] = type + "; charset=utf-8";
        app.UseDefaultFiles();
        app.UseStaticFiles(
            new StaticFileOptions
            {
                ContentTypeProvider = types,
                OnPrepareResponse = file =>
                    file.Context.Response.Headers.CacheControl = file.Context.Request.Path.StartsWithSegments("/assets")
                        ? "public, max-age=31536000, immutable"
                        : "no-cache",
            }
        );
    }
}
