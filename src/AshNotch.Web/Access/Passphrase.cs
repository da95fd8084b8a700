using System.Security.Cryptography;
using Microsoft.AspNetCore.Identity;
using Microsoft.Extensions.Options;

namespace AshNotch.Web.Access;

/// <summary>
/// The owner's passphrase, kept as a salted hash (the framework's <see cref="PasswordHasher{TUser}"/>: PBKDF2 with HMAC-SHA512) in
/// a file beside the log, never in the log or in a copy of it. The file may be written by another process while this one runs.
/// </summary>
/// <param name="folder">The folder <c>access</c> in the data folder.</param>
public sealed class Passphrase(string folder)
{
    /// <summary>Rounds of the hash (OWASP Password Storage, PBKDF2-HMAC-SHA512: 210,000; from memory).</summary>
    public const int Rounds = 210_000;

    private static readonly PasswordHasher<Passphrase> Hasher = new(Options.Create(new PasswordHasherOptions { IterationCount = Rounds }));

    private readonly string path = Path.Combine(folder, "passphrase.json");
    private readonly Lock reading = new();
    private (DateTime Written, long Size) read;
    private Kept? kept;

    /// <param name="Hash">Salt and hash, as the hasher writes them.</param>
    /// <param name="Id">Another for each passphrase: sign-ins hold for one only.</param>
    private sealed record Kept(string Hash, string Id);

    /// <summary>Which passphrase is set; null for none.</summary>
    public string? Id => Now()?.Id;

    /// <summary>Sets another one; everybody who is signed in is so no longer.</summary>
    /// <exception cref="ArgumentException">It is not good enough; the message says why.</exception>
    public void Set(string passphrase)
    {
        if (PassphraseRules.Refusal(passphrase) is { } refusal)
            throw new ArgumentException(refusal, nameof(passphrase));
        PrivateFile.WriteJson(
            path,
            new Kept(Hasher.HashPassword(this, passphrase), RandomNumberGenerator.GetHexString(32, lowercase: true))
        );
    }

    /// <summary>Whether this is the passphrase. Takes a tenth of a second and more, by design.</summary>
    public bool Fits(string passphrase) =>
        Now() is { } now
        && passphrase.Length <= PassphraseRules.Most * 2
        && Hasher.VerifyHashedPassword(this, now.Hash, passphrase) is not PasswordVerificationResult.Failed;

    /// <summary>The file as it stands; read again only when it was written since. One that cannot be read lets nobody in.</summary>
    private Kept? Now()
    {
        lock (reading)
        {
            var file = new FileInfo(path);
            if (!file.Exists)
                return kept = null;
            if (read != (file.LastWriteTimeUtc, file.Length) || kept is null)
            {
                read = (file.LastWriteTimeUtc, file.Length);
                kept = PrivateFile.Read<Kept>(path) is { Hash: { Length: > 0 }, Id: { Length: > 0 } } good
                    ? good
                    : new Kept(Convert.ToBase64String([0]), "unreadable");
            }

            return kept;
        }
    }
}
