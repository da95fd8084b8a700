using System.Security.Cryptography;

namespace AshNotch.Web.Access;

/// <summary>A device that is signed in.</summary>
/// <param name="Id">Its session, known to that device and this program alone; 256 random bits.</param>
/// <param name="Passphrase">Which passphrase it was opened with.</param>
/// <param name="Since">When it signed in.</param>
/// <param name="Seen">When it last asked for something, to the hour.</param>
/// <param name="From">The address that it signed in from.</param>
/// <param name="Device">What its browser calls itself.</param>
public sealed record SignedIn(string Id, string Passphrase, DateTimeOffset Since, DateTimeOffset Seen, string From, string Device);

/// <summary>How a try to sign in or out went.</summary>
public enum SignInOutcome
{
    /// <summary>Signed in.</summary>
    In,

    /// <summary>A wrong passphrase.</summary>
    Wrong,

    /// <summary>Too many tries: not even looked at.</summary>
    Waiting,

    /// <summary>Signed out.</summary>
    Out,

    /// <summary>All devices signed out.</summary>
    OutEverywhere,
}

/// <summary>A line of the list of sign-ins.</summary>
/// <param name="At">When.</param>
/// <param name="From">From which address.</param>
/// <param name="Outcome">How it went.</param>
public sealed record SignInTry(DateTimeOffset At, string From, SignInOutcome Outcome);

/// <summary>
/// Who is signed in, and what was tried: kept in a file beside the log, so that a program started again knows its devices. A
/// session ends after <see cref="Lasts"/>, by signing out there or everywhere, and with the passphrase it was opened with.
/// </summary>
/// <param name="folder">The folder <c>access</c> in the data folder.</param>
/// <param name="passphrase">The passphrase.</param>
/// <param name="clock">The time.</param>
public sealed class SignIns(string folder, Passphrase passphrase, TimeProvider clock)
{
    /// <summary>How long a session lasts.</summary>
    public static readonly TimeSpan Lasts = TimeSpan.FromDays(30);

    private static readonly TimeSpan SeenAgain = TimeSpan.FromHours(1);

    private const int MostSessions = 50;
    private const int MostTries = 200;
    private const int LongestDevice = 120;

    private readonly string path = Path.Combine(folder, "sign-ins.json");
    private readonly Lock turn = new();
    private State? state;

    private sealed record State(IReadOnlyList<SignedIn> Sessions, IReadOnlyList<SignInTry> Tries);

    /// <summary>The sessions that go, latest first.</summary>
    public IReadOnlyList<SignedIn> Sessions
    {
        get
        {
            lock (turn)
                return [.. Now.Sessions.Where(Goes).OrderByDescending(s => s.Since)];
        }
    }

    /// <summary>What was tried, latest first.</summary>
    public IReadOnlyList<SignInTry> Tries
    {
        get
        {
            lock (turn)
                return [.. Now.Tries.Reverse()];
        }
    }

    private State Now => state ??= PrivateFile.Read<State>(path) is { Sessions: not null, Tries: not null } read ? read : new State([], []);

    /// <summary>Begins a session.</summary>
    public SignedIn Begin(string from, string device)
    {
        lock (turn)
        {
            var at = clock.GetUtcNow();
            var session = new SignedIn(
                RandomNumberGenerator.GetHexString(64, lowercase: true),
                passphrase.Id ?? "",
                at,
                at,
                from,
                device.Length > LongestDevice ? device[..LongestDevice] : device
            );
            Keep([.. Now.Sessions.Where(Goes).TakeLast(MostSessions - 1), session], new SignInTry(at, from, SignInOutcome.In));
            return session;
        }
    }

    /// <summary>The session of an id when it still goes; notes now and then that it was seen.</summary>
    public SignedIn? Of(string id)
    {
        lock (turn)
        {
            if (Now.Sessions.FirstOrDefault(s => s.Id == id) is not { } session || !Goes(session))
                return null;
            var at = clock.GetUtcNow();
            if (at - session.Seen >= SeenAgain)
                Keep([.. Now.Sessions.Select(s => s.Id == id ? s with { Seen = at } : s)], null);
            return session;
        }
    }

    /// <summary>Ends one session.</summary>
    public void End(string id, string from)
    {
        lock (turn)
            Keep([.. Now.Sessions.Where(s => s.Id != id)], new SignInTry(clock.GetUtcNow(), from, SignInOutcome.Out));
    }

    /// <summary>Ends all of them.</summary>
    public void EndAll(string from)
    {
        lock (turn)
            Keep([], new SignInTry(clock.GetUtcNow(), from, SignInOutcome.OutEverywhere));
    }

    /// <summary>Notes a try that opened nothing.</summary>
    public void Note(string from, SignInOutcome outcome)
    {
        lock (turn)
            Keep(Now.Sessions, new SignInTry(clock.GetUtcNow(), from, outcome));
    }

    private bool Goes(SignedIn session) => session.Passphrase == passphrase.Id && clock.GetUtcNow() - session.Since < Lasts;

    private void Keep(IReadOnlyList<SignedIn> sessions, SignInTry? tried)
    {
        state = new State(sessions, tried is null ? Now.Tries : [.. Now.Tries.TakeLast(MostTries - 1), tried]);
        PrivateFile.WriteJson(path, state);
    }
}
