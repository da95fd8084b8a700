using System.Net;
using System.Security.Cryptography.X509Certificates;
using AshNotch.Web.Access;
using AshNotch.Web.Guards;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Http.HttpResults;
using QRCoder;

namespace AshNotch.Web.Features;

/// <summary>Signing in and out, who is signed in, and how a phone gets here.</summary>
public static class AccessFeature
{
    private const string CertificateType = "application/x-x509-ca-cert";
    private const int DotPixels = 4;

    /// <summary>What is sent to sign in.</summary>
    /// <param name="Passphrase">The passphrase.</param>
    public sealed record SignInAsked(string Passphrase);

    /// <summary>What is sent to sign out.</summary>
    /// <param name="Everywhere">Whether every device is to be signed out.</param>
    public sealed record SignOutAsked(bool Everywhere = false);

    /// <summary>A device that is signed in.</summary>
    /// <param name="Since">Since when.</param>
    /// <param name="Seen">When it was last seen, to the hour.</param>
    /// <param name="From">The address that it signed in from.</param>
    /// <param name="Device">What its browser calls itself.</param>
    /// <param name="Here">Whether it is the one that asks.</param>
    public sealed record DeviceAnswer(DateTimeOffset Since, DateTimeOffset Seen, string From, string Device, bool Here);

    /// <summary>Who is signed in, and what was tried, latest first.</summary>
    /// <param name="Protected">Whether a passphrase is set.</param>
    /// <param name="Devices">The devices that are signed in.</param>
    /// <param name="Items">The tries of this page.</param>
    /// <param name="Total">How many tries are remembered.</param>
    /// <param name="Page">Which page, from 1.</param>
    /// <param name="Size">How many to a page.</param>
    public sealed record SignInsAnswer(
        bool Protected,
        IReadOnlyList<DeviceAnswer> Devices,
        IReadOnlyList<SignInTry> Items,
        int Total,
        int Page,
        int Size
    );

    /// <summary>An address at which another device finds the program.</summary>
    /// <param name="Url">The address.</param>
    /// <param name="Code">Where a picture of it (QR code, SVG) is.</param>
    public sealed record PhoneAddress(string Url, string Code);

    /// <summary>How a phone gets here.</summary>
    /// <param name="Protected">Whether a passphrase is set.</param>
    /// <param name="Addresses">Where other devices find the program; none while it listens on this machine only.</param>
    /// <param name="Fingerprint">The SHA-256 of the own authority's certificate; left out without one.</param>
    /// <param name="Authority">Where that certificate is; left out without one.</param>
    public sealed record PhoneAnswer(bool Protected, IReadOnlyList<PhoneAddress> Addresses, string? Fingerprint, string? Authority);

    /// <summary>Maps its addresses.</summary>
    /// <param name="app">Where.</param>
    /// <param name="settings">How the program was started.</param>
    public static void MapAccess(this IEndpointRouteBuilder app, Settings settings)
    {
        app.MapPost(Gate.Address, SignIn).WithTags("access").ProducesProblem(StatusCodes.Status429TooManyRequests);
        app.MapPost("/api/sign-out", SignOut).WithTags("access");
        app.MapGet("/api/sign-ins", Devices).WithTags("access");
        app.MapGet("/api/phone", (HttpContext context, Passphrase passphrase) =>
            {
                var authority = context.RequestServices.GetService<Certificates>()?.Authority;
                var hosts = Hosts(settings, context);
                return TypedResults.Ok(
                    new PhoneAnswer(
                        passphrase.Id is not null,
                        [.. hosts.Select((url, i) => new PhoneAddress(url, $"/api/phone/{i}.svg"))],
                        authority?.Fingerprint,
                        authority is null ? null : Gate.AuthorityAddress
                    )
                );
            })
            .WithTags("access");
        app.MapGet("/api/phone/{place:int}.svg", Results<ContentHttpResult, ProblemHttpResult> (int place, HttpContext context) =>
                Hosts(settings, context).ElementAtOrDefault(place) is { } url
                    ? TypedResults.Content(Picture(url), "image/svg+xml")
                    : Problems.NotThere("address with this number")
            )
            .WithTags("access");
        app.MapGet(Gate.AuthorityAddress, Results<FileContentHttpResult, ProblemHttpResult> (IServiceProvider services) =>
                services.GetService<Certificates>()?.Authority is { } authority
                    ? TypedResults.File(authority.RootCertificate, CertificateType, "ash-notch-authority.crt")
                    : Problems.NotThere("certificate authority of the program's own")
            )
            .ExcludeFromDescription();
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> SignIn(
        SignInAsked? asked,
        HttpContext context,
        Passphrase passphrase,
        SignIns signIns,
        SignInWaits waits,
        ILogger<SignInAsked> log
    )
    {
        if (passphrase.Id is null)
            return Problems.Of(StatusCodes.Status409Conflict, "Nothing to sign in to.", "No passphrase is set: ./run passphrase sets one.");
        if (asked?.Passphrase is not { Length: > 0 } said || !await Task.Run(() => passphrase.Fits(said)))
        {
            signIns.Note(Gate.From(context), SignInOutcome.Wrong);
            log.LogWarning("A wrong passphrase from {Address}", Gate.From(context));
            return Problems.Of(
                StatusCodes.Status401Unauthorized,
                "Not the passphrase.",
                "That is not the passphrase. Look at capitals and spaces; on the machine of the log, ./run passphrase sets another one."
            );
        }

        waits.Right(context.Connection.RemoteIpAddress);
        await Gate.Open(context);
        return TypedResults.NoContent();
    }

    private static async Task<NoContent> SignOut(SignOutAsked? asked, HttpContext context, SignIns signIns)
    {
        if (asked is { Everywhere: true })
            signIns.EndAll(Gate.From(context));
        else if (Gate.Session(context) is { } session)
            signIns.End(session.Id, Gate.From(context));
        await context.SignOutAsync();
        return TypedResults.NoContent();
    }

    private static Ok<SignInsAnswer> Devices([AsParameters] PageQuery page, HttpContext context, Passphrase passphrase, SignIns signIns)
    {
        var here = Gate.Session(context)?.Id;
        var part = page.Of(signIns.Tries, t => t, usual: 20);
        return TypedResults.Ok(
            new SignInsAnswer(
                passphrase.Id is not null,
                [.. signIns.Sessions.Select(s => new DeviceAnswer(s.Since, s.Seen, s.From, s.Device, s.Id == here))],
                part.Items,
                part.Total,
                part.Page,
                part.Size
            )
        );
    }

    private static List<string> Hosts(Settings settings, HttpContext context)
    {
        if (settings.Listen is null)
            return [.. settings.Proxies.Count > 0 ? settings.Names.Select(n => $"https://{n}/") : []];
        var port = context.Connection.LocalPort;
        return [.. Machine.Of(settings).ForOthers(settings).Select(h => $"https://{h}:{port}/")];
    }

    private static string Picture(string url)
    {
        using var maker = new QRCodeGenerator();
        using var code = maker.CreateQrCode(url, QRCodeGenerator.ECCLevel.M);
        using var picture = new SvgQRCode(code);
        return picture.GetGraphic(DotPixels);
    }
}
