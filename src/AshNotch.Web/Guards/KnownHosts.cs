namespace AshNotch.Web.Guards;

/// <summary>
/// Answers only to the names of this machine, so that no other name can be made to lead here (DNS rebinding). The framework's own
/// host filter stands before everything else and answers without headers or words; this one does the same after both.
/// </summary>
public static class KnownHosts
{
    private static readonly HashSet<string> Names = new(StringComparer.OrdinalIgnoreCase) { "localhost", "127.0.0.1", "[::1]" };

    /// <summary>Refuses other names, and leaves a line in the log.</summary>
    public static void UseKnownHosts(this WebApplication app)
    {
        var log = app.Services.GetRequiredService<ILoggerFactory>().CreateLogger(typeof(KnownHosts));
        app.Use(
            async (context, next) =>
            {
                if (Names.Contains(context.Request.Host.Host))
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
}
