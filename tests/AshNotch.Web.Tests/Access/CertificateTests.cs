using System.Diagnostics;
using System.Net;
using System.Security.Cryptography;
using System.Security.Cryptography.X509Certificates;
using AshNotch.Web.Access;

namespace AshNotch.Web.Tests.Access;

/// <summary>The certificates, looked at by openssl (Debian's package), which has no code in common with the program's.</summary>
public sealed class CertificateTests : IDisposable
{
    private readonly string folder = Directory.CreateTempSubdirectory("ash-notch-test-").FullName;
    private readonly SetClock clock = new() { At = DateTimeOffset.UtcNow };
    private readonly Machine machine = new(["localhost", "hut"], [IPAddress.Parse("192.0.2.7"), IPAddress.IPv6Loopback]);

    public void Dispose() => Directory.Delete(folder, recursive: true);

    private static (int Code, string Says) OpenSsl(params string[] arguments)
    {
        using var program = Process.Start(
            new ProcessStartInfo("openssl", arguments)
            {
                RedirectStandardOutput = true,
                RedirectStandardError = true,
                RedirectStandardInput = true,
            }
        )!;
        program.StandardInput.Close();
        var errors = program.StandardError.ReadToEndAsync();
        var says = program.StandardOutput.ReadToEnd();
        program.WaitForExit();
        return (program.ExitCode, says + errors.Result);
    }

    private string At(string name) => Path.Combine(folder, name);

    [Theory]
    [InlineData("-verify_hostname", "hut", 0)]
    [InlineData("-verify_ip", "192.0.2.7", 0)]
    [InlineData("-verify_ip", "::1", 0)]
    [InlineData("-verify_hostname", "evil.example", 2)]
    [InlineData("-verify_ip", "192.0.2.8", 2)]
    public void Openssl_takes_it_for_this_machines_names_and_no_other(string what, string name, int code)
    {
        new Authority(folder, clock).For(machine);
        var (found, says) = OpenSsl(
            "verify",
            "-x509_strict",
            "-purpose",
            "sslserver",
            what,
            name,
            "-CAfile",
            At("authority.crt"),
            At("machine.crt")
        );
        Assert.True(found == code, says);
    }

    [Fact]
    public void What_the_certificates_say_is_what_browsers_ask_for()
    {
        var authority = new Authority(folder, clock);
        authority.For(machine);
        var root = OpenSsl("x509", "-in", At("authority.crt"), "-noout", "-text", "-fingerprint", "-sha256").Says;
        // RFC 5280, 4.2.1.3 and 4.2.1.9.
        Assert.Contains("CA:TRUE, pathlen:0", root);
        Assert.Contains("Certificate Sign, CRL Sign", root);
        Assert.Contains(authority.Fingerprint, root);
        var own = OpenSsl("x509", "-in", At("machine.crt"), "-noout", "-text").Says;
        Assert.Contains("CA:FALSE", own);
        Assert.Contains("TLS Web Server Authentication", own);
        Assert.Contains("DNS:localhost, DNS:hut, IP Address:192.0.2.7", own);
        Assert.Contains("ASN1 OID: prime256v1", own);
        Assert.Contains(
            "Certificate will expire",
            OpenSsl("x509", "-in", At("machine.crt"), "-noout", "-checkend", (398 * 86400).ToString()).Says
        );
        if (!OperatingSystem.IsWindows())
            foreach (var key in (string[])["authority.key", "machine.key"])
                Assert.Equal(UnixFileMode.UserRead | UnixFileMode.UserWrite, File.GetUnixFileMode(At(key)));
    }

    [Fact]
    public void It_is_kept_and_made_again_only_when_it_must_be_under_the_same_authority()
    {
        string Serial(Machine of) => new Authority(folder, clock).For(of).SerialNumber;
        var first = Serial(machine);
        var root = new Authority(folder, clock).Fingerprint;
        Assert.Equal(first, Serial(machine));
        // An address less is no reason, one more is.
        Assert.Equal(first, Serial(machine with { Addresses = [machine.Addresses[0]] }));
        var second = Serial(machine with { Addresses = [IPAddress.Parse("192.0.2.99")] });
        Assert.NotEqual(first, second);
        clock.At += TimeSpan.FromDays(368);
        var third = Serial(machine with { Addresses = [IPAddress.Parse("192.0.2.99")] });
        Assert.NotEqual(second, third);
        File.WriteAllText(At("machine.crt"), "cut sho");
        Assert.NotEqual(third, Serial(machine));
        Assert.Equal(root, new Authority(folder, clock).Fingerprint);
    }

    [Fact]
    public async Task Tls_1_2_and_1_3_are_spoken_and_nothing_older_and_the_chain_is_whole()
    {
        await using var server = await SecureServer.Start();
        var at = $"127.0.0.2:{server.At.Port}";
        var root = Path.Combine(server.AccessFolder, "authority.crt");
        foreach (var (version, spoken) in (((string, bool)[])[("-tls1", false), ("-tls1_1", false), ("-tls1_2", true), ("-tls1_3", true)]))
        {
            var (code, says) = OpenSsl(
                "s_client",
                "-connect",
                at,
                version,
                "-cipher",
                "DEFAULT@SECLEVEL=0",
                "-CAfile",
                root,
                "-verify_return_error",
                "-verify_ip",
                "127.0.0.2"
            );
            Assert.True((code == 0) == spoken, $"{version}: {says}");
            if (spoken)
                Assert.Contains("Verify return code: 0 (ok)", says);
        }
    }

    [Theory]
    [InlineData("chain.pem")]
    [InlineData("chain.pfx")]
    public async Task What_stands_between_a_given_certificate_and_its_root_is_sent_along(string name)
    {
        var now = DateTimeOffset.UtcNow;
        using var rootKey = ECDsa.Create(ECCurve.NamedCurves.nistP256);
        using var middleKey = ECDsa.Create(ECCurve.NamedCurves.nistP256);
        using var leafKey = ECDsa.Create(ECCurve.NamedCurves.nistP256);
        CertificateRequest Asked(string subject, ECDsa key, bool authority)
        {
            var request = new CertificateRequest($"CN={subject}", key, HashAlgorithmName.SHA256);
            request.CertificateExtensions.Add(new X509BasicConstraintsExtension(authority, false, 0, true));
            return request;
        }

        using var root = Asked("root", rootKey, true).CreateSelfSigned(now.AddDays(-1), now.AddDays(300));
        using var middleMade = Asked("middle", middleKey, true).Create(root, now.AddDays(-1), now.AddDays(200), [1]);
        using var middle = middleMade.CopyWithPrivateKey(middleKey);
        var leafAsked = Asked("leaf", leafKey, false);
        var names = new SubjectAlternativeNameBuilder();
        names.AddIpAddress(IPAddress.Parse("127.0.0.2"));
        leafAsked.CertificateExtensions.Add(names.Build());
        using var leafMade = leafAsked.Create(middle, now.AddDays(-1), now.AddDays(90), [2]);
        using var leaf = leafMade.CopyWithPrivateKey(leafKey);
        if (name.EndsWith("pfx", StringComparison.Ordinal))
            File.WriteAllBytes(At(name), new X509Certificate2Collection { leaf, middleMade }.Export(X509ContentType.Pfx)!);
        else
            File.WriteAllText(
                At(name),
                leaf.ExportCertificatePem() + "\n" + middleMade.ExportCertificatePem() + "\n" + leafKey.ExportPkcs8PrivateKeyPem()
            );
        File.WriteAllText(At("root.pem"), root.ExportCertificatePem());

        await using var server = await SecureServer.Start(s => s with { Certificate = At(name) });
        var (code, says) = OpenSsl(
            "s_client",
            "-connect",
            $"127.0.0.2:{server.At.Port}",
            "-CAfile",
            At("root.pem"),
            "-verify_return_error",
            "-verify_ip",
            "127.0.0.2"
        );
        Assert.True(code == 0, says);
        Assert.Contains("Verify return code: 0 (ok)", says);
    }

    [Theory]
    [InlineData("given.pfx")]
    [InlineData("given.pem")]
    public async Task A_certificate_of_ones_own_is_shown_and_read_again_when_it_is_renewed(string name)
    {
        string Give(string subject)
        {
            using var key = RSA.Create(2048);
            var request = new CertificateRequest($"CN={subject}", key, HashAlgorithmName.SHA256, RSASignaturePadding.Pkcs1);
            using var made = request.CreateSelfSigned(DateTimeOffset.UtcNow.AddDays(-1), DateTimeOffset.UtcNow.AddDays(90));
            if (name.EndsWith("pfx", StringComparison.Ordinal))
                File.WriteAllBytes(At(name), made.Export(X509ContentType.Pfx));
            else
                File.WriteAllText(At(name), made.ExportCertificatePem() + "\n" + key.ExportPkcs8PrivateKeyPem());
            return At(name);
        }

        var settings = new Settings
        {
            DataFolder = folder,
            Listen = IPAddress.Any,
            Certificate = Give("first.example"),
        };
        var certificates = new Certificates(settings, clock);
        Assert.Equal("CN=first.example", certificates.Now.Subject);
        Assert.Null(certificates.Authority);
        await Task.Delay(20);
        Give("second.example");
        Assert.Equal("CN=first.example", certificates.Now.Subject);
        clock.At += TimeSpan.FromMinutes(11);
        Assert.Equal("CN=second.example", certificates.Now.Subject);
        File.WriteAllText(At(name), "half a fi");
        clock.At += TimeSpan.FromMinutes(11);
        Assert.Equal("CN=second.example", certificates.Now.Subject);
        Assert.EndsWith(".", Assert.Throws<CertificateException>(() => new Certificates(settings, clock)).Message);
        clock.At += TimeSpan.FromDays(91);
        Give("ended.example");
        Assert.Contains("ended on", Assert.Throws<CertificateException>(() => new Certificates(settings, clock)).Message);
    }

    [Theory]
    [InlineData("--listen nonsense")]
    [InlineData("--listen 300.1.1.1")]
    [InlineData("--certificate x.pem")]
    [InlineData("--proxy 192.0.2.1")]
    [InlineData("--proxy here --name log.example.net")]
    [InlineData("--name spaced out")]
    public async Task A_command_line_that_makes_no_sense_is_refused_in_a_sentence(string line)
    {
        using var output = new StringWriter();
        var code = await CommandLine.Run(line.Split(' '), _ => null, _ => Task.FromResult(0), output);
        Assert.Equal(ExitCodes.BadCommandLine, code);
        Assert.NotEmpty(output.ToString());
    }

    [Fact]
    public async Task The_options_say_how_the_program_is_reached()
    {
        Settings? started = null;
        Task<int> Start(Settings settings)
        {
            started = settings;
            return Task.FromResult(0);
        }

        string[] line = ["--listen", "0.0.0.0", "--name", "hut", "--name", "log.example.net", "--proxy", "192.0.2.1"];
        Assert.Equal(0, await CommandLine.Run(line, _ => null, Start));
        Assert.Equal((IPAddress.Any, true), (started!.Listen, started.Exposed));
        Assert.Equal(["hut", "log.example.net"], started.Names);
        Assert.Equal([IPAddress.Parse("192.0.2.1")], started.Proxies);
        // This machine's own address is nothing beyond it.
        Assert.Equal(0, await CommandLine.Run(["--listen", "127.0.0.1"], _ => null, Start));
        Assert.False(started.Exposed);
    }
}
