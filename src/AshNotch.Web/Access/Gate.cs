using System.Security.Claims;
using AshNotch.Store;
using AshNotch.Web.Guards;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Authentication.Cookies;
using Microsoft.AspNetCore.DataProtection;

namespace AshNotch.Web.Access;

/// <summary>
/// Once a passphrase is set, nothing but the sign-in page, the certificate of the own authority and <c>/healthz</c> is served
/// without a session. The session is a cookie that scripts cannot read, that goes to this address alone and, beyond this machine,
/// over TLS alone.
/// </summary>
public static class Gate
{
    /// <summary>Where the sign-in page is.</summary>
    public const string Page = "/sign-in/";

    /// <summary>Where the passphrase is sent to.</summary>
    public const string Address = "/api/sign-in";

    /// <summary>
    /// Where the certificate of the own authority is; it is public by its nature, and a phone wants it before it trusts the page.
    /// </summary>
    public const string AuthorityAddress = "/authority.crt";

    private const string SessionClaim = "session";

    /// <summary>Whether a request tries a passphrase.</summary>
    public static bool IsSignIn(HttpRequest request) => HttpMethods.IsPost(request.Method) && request.Path.Equals(Address);

    /// <summary>The address that a request comes from, as text.</summary>
    public static string From(HttpContext context) =>
        context.Connection.RemoteIpAddress is { } address
            ? (address.IsIPv4MappedToIPv6 ? address.MapToIPv4() : address).ToString()
            : "unknown";

    /// <summary>Adds what it needs.</summary>
    public static void AddGate(this IServiceCollection services, Settings settings, TimeProvider clock)
    {
        var folder = Folder(settings.DataFolder);
        var passphrase = new Passphrase(folder);
        var waits = new SignInWaits(clock);
        services.AddSingleton(passphrase).AddSingleton(new SignIns(folder, passphrase, clock)).AddSingleton(waits);
        services.AddRateLimiter(o => (o.GlobalLimiter, o.OnRejected) = (waits.Limiter, SignInWaits.Refuse));
        var keys = Path.Combine(folder, "keys");
        FolderLock.MakeFolder(keys);
        services.AddDataProtection().SetApplicationName("Ash Notch").PersistKeysToFileSystem(new DirectoryInfo(keys));
        services
            .AddAuthentication(CookieAuthenticationDefaults.AuthenticationScheme)
            .AddCookie(o =>
            {
                o.Cookie.Name = settings.Exposed ? "__Host-ash-notch" : "ash-notch";
                o.Cookie.Path = "/";
                o.Cookie.HttpOnly = true;
                o.Cookie.SameSite = SameSiteMode.Strict;
                o.Cookie.SecurePolicy = settings.Exposed ? CookieSecurePolicy.Always : CookieSecurePolicy.SameAsRequest;
                o.ExpireTimeSpan = SignIns.Lasts;
                o.SlidingExpiration = false;
                o.Events.OnValidatePrincipal = context =>
                {
                    if (Session(context.HttpContext.RequestServices, context.Principal) is null)
                        context.RejectPrincipal();
                    return Task.CompletedTask;
                };
            });
    }

    /// <summary>The folder for what lets people in.</summary>
    public static string Folder(string dataFolder) => Path.Combine(dataFolder, "access");

    /// <summary>Asks for a session.</summary>
    public static void UseGate(this WebApplication app, Settings settings)
    {
        var passphrase = app.Services.GetRequiredService<Passphrase>();
        app.UseRateLimiter();
        app.UseAuthentication();
        app.Use(
            async (context, next) =>
            {
                // Beyond this machine a passphrase that was taken away lets nobody in, rather than everybody.
                if (
                    IsOpen(context.Request)
                    || (passphrase.Id is null && !settings.Exposed)
                    || context.User.Identity is { IsAuthenticated: true }
                )
                {
                    await next(context);
                    return;
                }

                if (IsForPages(context.Request))
                {
                    // What stands behind the # stays with the browser, and leads back here afterwards.
                    context.Response.Headers.CacheControl = "no-store";
                    context.Response.Redirect(Page);
                    return;
                }

                await Problems
                    .Of(
                        StatusCodes.Status401Unauthorized,
                        "Not signed in.",
                        "Sign in with your passphrase first. What you entered is kept on this device and goes up afterwards."
                    )
                    .ExecuteAsync(context);
            }
        );
    }

    /// <summary>Opens a session for whoever asks, and gives the cookie.</summary>
    public static Task Open(HttpContext context)
    {
        var session = context
            .RequestServices.GetRequiredService<SignIns>()
            .Begin(From(context), context.Request.Headers.UserAgent.ToString());
        var identity = new ClaimsIdentity([new Claim(SessionClaim, session.Id)], CookieAuthenticationDefaults.AuthenticationScheme);
        return context.SignInAsync(new ClaimsPrincipal(identity), new AuthenticationProperties { IsPersistent = true });
    }

    /// <summary>The session of a request; null for none.</summary>
    public static SignedIn? Session(HttpContext context) => Session(context.RequestServices, context.User);

    private static SignedIn? Session(IServiceProvider services, ClaimsPrincipal? user) =>
        user?.FindFirst(SessionClaim)?.Value is { } id ? services.GetRequiredService<SignIns>().Of(id) : null;

    private static bool IsOpen(HttpRequest request) =>
        request.Path.Equals("/healthz")
        || request.Path.StartsWithSegments(Page.TrimEnd('/'))
        || request.Path.Equals(AuthorityAddress)
        || IsSignIn(request);

    private static bool IsForPages(HttpRequest request) =>
        (HttpMethods.IsGet(request.Method) || HttpMethods.IsHead(request.Method))
        && (request.Path == "/" || request.Path == "/index.html")
        && !SameOrigin.IsData(request.Path);
}
