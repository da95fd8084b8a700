using System.Net;
using AshNotch.Web.Access;

namespace AshNotch.Web.Guards;

/// <summary>
/// Answers only to the names of this machine, so that no other name can be made to lead here (DNS rebinding). The framework's own
/// host filter stands before everything else and answers without headers or words; this one does the same after both.
/// </summary>
public static class KnownHosts
{
    private static readonly HashSet<string> Names = new(StringComparer.OrdinalIgnoreCase) { "localhost", "127.0.0.1", "[::1]" };

    /// <summary>Refuses other names, and leaves a line in the log.</summary>
    /// <param name="app">The program.</param>
    /// <param name="settings">How it was started: beyond this machine its names, and the address that a request came in by, go too.</param>
    public static void UseKnownHosts(this WebApplication app, Settings settings)
    {
        var names = settings.Exposed
            ? new HashSet<string>([.. Machine.Of(settings).Names, .. Names], StringComparer.OrdinalIgnoreCase)
            : Names;
        var log = app.Services.GetRequiredService<ILoggerFactory>().CreateLogger(typeof(KnownHosts));
        app.Use(
            async (context, next) =>
            {
                if (names.Contains(context.Request.Host.Host) || (settings.Listen is not null && IsCameInBy(context)))
                {
                    await next(context);
                    return;
                }

                log.LogWarning(
                    "Refused {Method} {Path} for the host {Host}",
                    context.Request.Method,
                    Short.Of(context.Request.Path),
                    Short.Of(context.Request.Host.Host)
                );
                await Problems
                    .Of(
                        StatusCodes.Status400BadRequest,
                        "Not served.",
                        "This address is not answered here. Open Ash Notch at the address that it names when it starts."
                    )
                    .ExecuteAsync(context);
            }
        );
    }

    /// <summary>Whether the host is the very address that the request came in by: no name leads to an address as text.</summary>
    private static bool IsCameInBy(HttpContext context) =>
        IPAddress.TryParse(context.Request.Host.Host, out var named)
        && context.Connection.LocalIpAddress is { } local
        && named.Equals(local.IsIPv4MappedToIPv6 ? local.MapToIPv4() : local);
}
