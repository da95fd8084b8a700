using System.Net.Security;
using System.Security.Cryptography;
using System.Security.Cryptography.X509Certificates;

namespace AshNotch.Web.Access;

/// <summary>A certificate cannot be used; the message says why and what to do.</summary>
public sealed class CertificateException(string message, Exception? inner = null) : Exception(message, inner);

/// <summary>
/// The certificate that the program shows: the one of a file that was named, read again when it is renewed, or one of the own
/// authority, made again when the machine's addresses change or it is about to end.
/// </summary>
public sealed class Certificates
{
    /// <summary>The variable with the password of a PFX file.</summary>
    public const string PasswordVariable = "ASHNOTCH_CERTIFICATE_PASSWORD";

    private static readonly TimeSpan LookedAgain = TimeSpan.FromMinutes(10);

    private readonly Settings settings;
    private readonly TimeProvider clock;
    private readonly Lock turn = new();
    private X509Certificate2 shown;
    private X509Certificate2Collection chain = [];
    private SslStreamCertificateContext? context;
    private DateTimeOffset looked;
    private DateTime written;

    /// <param name="settings">How the program was started.</param>
    /// <param name="clock">The time.</param>
    /// <exception cref="CertificateException">The file cannot be used.</exception>
    public Certificates(Settings settings, TimeProvider clock)
    {
        (this.settings, this.clock) = (settings, clock);
        Authority = settings.Certificate is null ? new Authority(Gate.Folder(settings.DataFolder), clock) : null;
        shown = Look();
        looked = clock.GetUtcNow();
    }

    /// <summary>The own authority; null when a certificate was named.</summary>
    public Authority? Authority { get; }

    /// <summary>The certificate to show now with what stands between it and its root, which a browser may not know.</summary>
    public SslStreamCertificateContext Context
    {
        get
        {
            var now = Now;
            lock (turn)
            {
                if (context is null || !ReferenceEquals(context.TargetCertificate, now))
                    context = SslStreamCertificateContext.Create(now, chain, offline: true);
                return context;
            }
        }
    }

    /// <summary>The certificate to show now.</summary>
    public X509Certificate2 Now
    {
        get
        {
            lock (turn)
            {
                if (clock.GetUtcNow() - looked < LookedAgain)
                    return shown;
                looked = clock.GetUtcNow();
                try
                {
                    shown = Look();
                }
                catch (CertificateException)
                {
                    // Half written, or gone: the one that was good goes on.
                }

                return shown;
            }
        }
    }

    private X509Certificate2 Look()
    {
        if (settings.Certificate is not { } path)
            return Authority!.For(Machine.Of(settings));
        try
        {
            if (!File.Exists(path))
                throw new CertificateException($"There is no certificate file {path}. Name one with --certificate, or leave it out.");
            if (shown is not null && File.GetLastWriteTimeUtc(path) == written)
                return shown;
            written = File.GetLastWriteTimeUtc(path);
            var found = Path.GetExtension(path).ToLowerInvariant() is ".pfx" or ".p12" ? Pfx(path) : Pem(path);
            if (!found.HasPrivateKey)
                throw new CertificateException($"{path} holds a certificate without its private key. Put both into one file.");
            if (found.NotAfter.ToUniversalTime() < clock.GetUtcNow())
                throw new CertificateException($"The certificate in {path} ended on {found.NotAfter:yyyy-MM-dd}. Renew it first.");
            return found;
        }
        catch (Exception unreadable) when (unreadable is CryptographicException or IOException or UnauthorizedAccessException)
        {
            throw new CertificateException(
                $"The certificate in {path} cannot be read. It wants a PFX file (its password in {PasswordVariable}), or a PEM file "
                    + "with certificate and private key.",
                unreadable
            );
        }
    }

    private X509Certificate2 Pfx(string path)
    {
        var all = X509CertificateLoader.LoadPkcs12CollectionFromFile(path, Environment.GetEnvironmentVariable(PasswordVariable));
        chain = all;
        return all.FirstOrDefault(c => c.HasPrivateKey) ?? throw new CryptographicException("No private key.");
    }

    private X509Certificate2 Pem(string path)
    {
        var all = new X509Certificate2Collection();
        all.ImportFromPemFile(path);
        chain = all;
        return X509Certificate2.CreateFromPemFile(path);
    }
}
