using System.Net;
using System.Security.Cryptography;
using System.Security.Cryptography.X509Certificates;

namespace AshNotch.Web.Access;

/// <summary>
/// A little certificate authority of this log's own, for a machine that has no certificate from anybody: a phone that trusts its
/// root trusts every certificate that the program makes for this machine's names and addresses, also next year's. ECDSA on P-256;
/// keys stay in the data folder, readable for their owner alone.
/// </summary>
/// <param name="folder">The folder <c>access</c> in the data folder.</param>
/// <param name="clock">The time.</param>
public sealed class Authority(string folder, TimeProvider clock)
{
    /// <summary>
    /// How long a certificate of the machine holds: phones refuse those that hold longer than 398 days (CA/Browser Forum Baseline
    /// Requirements 6.3.2, from memory).
    /// </summary>
    public static readonly TimeSpan Holds = TimeSpan.FromDays(397);

    private static readonly TimeSpan RootHolds = TimeSpan.FromDays(365 * 20);
    private static readonly TimeSpan RenewedBefore = TimeSpan.FromDays(30);
    private static readonly TimeSpan Past = TimeSpan.FromDays(1);

    private const string Name = "authority";
    private const string MachineName = "machine";
    private const int SerialBytes = 16;
    private const string ServerAuthentication = "1.3.6.1.5.5.7.3.1";

    private readonly Lock turn = new();
    private X509Certificate2? root;
    private X509Certificate2? current;

    /// <summary>The root's certificate without its key, DER.</summary>
    public byte[] RootCertificate => Root.Export(X509ContentType.Cert);

    /// <summary>The SHA-256 of the root's certificate, in pairs of digits: what a phone shows too.</summary>
    public string Fingerprint => string.Join(':', SHA256.HashData(RootCertificate).Select(b => b.ToString("X2")));

    private X509Certificate2 Root
    {
        get
        {
            lock (turn)
                return root ??= Kept(Name) ?? MakeRoot();
        }
    }

    /// <summary>The machine's certificate: the one that is there while it fits and holds, else another.</summary>
    public X509Certificate2 For(Machine machine)
    {
        var authority = Root;
        lock (turn)
        {
            current ??= Kept(MachineName);
            if (current is null || !Fits(current, machine, authority))
                current = Make(machine, authority);
            return current;
        }
    }

    private bool Fits(X509Certificate2 certificate, Machine machine, X509Certificate2 authority)
    {
        var names = certificate.Extensions.OfType<X509SubjectAlternativeNameExtension>().FirstOrDefault();
        return names is not null
            && certificate.Issuer == authority.Subject
            && certificate.NotAfter.ToUniversalTime() - clock.GetUtcNow() > RenewedBefore
            && machine.Names.All(n => names.EnumerateDnsNames().Contains(n))
            && machine.Addresses.All(a => names.EnumerateIPAddresses().Contains(a));
    }

    private X509Certificate2 MakeRoot()
    {
        using var key = ECDsa.Create(ECCurve.NamedCurves.nistP256);
        var request = new CertificateRequest(
            $"CN=Ash Notch on {Dns.GetHostName()} {RandomNumberGenerator.GetHexString(6, lowercase: true)}",
            key,
            HashAlgorithmName.SHA256
        );
        request.CertificateExtensions.Add(new X509BasicConstraintsExtension(true, true, 0, true));
        request.CertificateExtensions.Add(new X509KeyUsageExtension(X509KeyUsageFlags.KeyCertSign | X509KeyUsageFlags.CrlSign, true));
        request.CertificateExtensions.Add(new X509SubjectKeyIdentifierExtension(request.PublicKey, false));
        var now = clock.GetUtcNow();
        using var made = request.CreateSelfSigned(now - Past, now + RootHolds);
        return Keep(Name, made.ExportCertificatePem(), key);
    }

    private X509Certificate2 Make(Machine machine, X509Certificate2 authority)
    {
        using var key = ECDsa.Create(ECCurve.NamedCurves.nistP256);
        var request = new CertificateRequest($"CN={machine.Names.Skip(1).FirstOrDefault() ?? "localhost"}", key, HashAlgorithmName.SHA256);
        var names = new SubjectAlternativeNameBuilder();
        foreach (var name in machine.Names)
            names.AddDnsName(name);
        foreach (var address in machine.Addresses)
            names.AddIpAddress(address);
        request.CertificateExtensions.Add(names.Build());
        request.CertificateExtensions.Add(new X509BasicConstraintsExtension(false, false, 0, true));
        request.CertificateExtensions.Add(new X509KeyUsageExtension(X509KeyUsageFlags.DigitalSignature, true));
        request.CertificateExtensions.Add(new X509EnhancedKeyUsageExtension([new Oid(ServerAuthentication)], false));
        request.CertificateExtensions.Add(
            X509AuthorityKeyIdentifierExtension.CreateFromCertificate(authority, includeKeyIdentifier: true, includeIssuerAndSerial: false)
        );
        request.CertificateExtensions.Add(new X509SubjectKeyIdentifierExtension(request.PublicKey, false));
        var now = clock.GetUtcNow();
        using var made = request.Create(authority, now - Past, now - Past + Holds, RandomNumberGenerator.GetBytes(SerialBytes));
        return Keep(MachineName, made.ExportCertificatePem(), key);
    }

    /// <summary>The key first: a certificate that is there has its key.</summary>
    private X509Certificate2 Keep(string name, string certificate, ECDsa key)
    {
        PrivateFile.Write(Path.Combine(folder, name + ".key"), System.Text.Encoding.ASCII.GetBytes(key.ExportPkcs8PrivateKeyPem()));
        PrivateFile.Write(Path.Combine(folder, name + ".crt"), System.Text.Encoding.ASCII.GetBytes(certificate));
        return X509Certificate2.CreateFromPem(certificate, key.ExportPkcs8PrivateKeyPem());
    }

    private X509Certificate2? Kept(string name)
    {
        try
        {
            var path = Path.Combine(folder, name);
            return File.Exists(path + ".crt") ? X509Certificate2.CreateFromPemFile(path + ".crt", path + ".key") : null;
        }
        catch (Exception unreadable) when (unreadable is CryptographicException or IOException)
        {
            // Cut short by a crash, or taken apart: another is made in its place.
            return null;
        }
    }
}
