using System.Collections.Concurrent;
using System.Globalization;
using System.Net;
using System.Net.Sockets;
using System.Threading.RateLimiting;
using AshNotch.Web.Guards;
using Microsoft.AspNetCore.RateLimiting;

namespace AshNotch.Web.Access;

/// <summary>
/// How often a passphrase may be tried, for the framework's rate limiter: from one address five times, from all together twenty
/// times, then with growing waits. That is fewer than a hundred an hour in all (ASVS 4.0.3, 2.2.1). Who is signed in goes on.
/// </summary>
/// <param name="clock">The time.</param>
public sealed class SignInWaits(TimeProvider clock) : IDisposable
{
    /// <summary>Wrong tries without a wait, from one address.</summary>
    public const int Free = 5;

    /// <summary>Wrong tries without a wait, from all addresses together.</summary>
    public const int FreeTogether = 20;

    /// <summary>The first wait, which then doubles.</summary>
    public static readonly TimeSpan First = TimeSpan.FromSeconds(15);

    /// <summary>The longest wait for one address.</summary>
    public static readonly TimeSpan Longest = TimeSpan.FromMinutes(15);

    /// <summary>The wait for all addresses together: short, so that nobody else's tries keep the owner out for long.</summary>
    public static readonly TimeSpan LongestTogether = TimeSpan.FromMinutes(1);

    private const int MostAddresses = 10_000;
    private const string Others = "others";
    private const int NetworkBytes = 8;

    private readonly ConcurrentDictionary<string, GrowingWaits> byAddress = new();
    private readonly GrowingWaits together = new(FreeTogether, First, LongestTogether, clock);

    /// <summary>Both limits, the address's own first: tries that it stops count for nobody else.</summary>
    public PartitionedRateLimiter<HttpContext> Limiter =>
        PartitionedRateLimiter.CreateChained(
            PartitionedRateLimiter.Create<HttpContext, string>(context =>
                Gate.IsSignIn(context.Request)
                    ? RateLimitPartition.Get(KeyOf(context.Connection.RemoteIpAddress), Of)
                    : RateLimitPartition.GetNoLimiter("")
            ),
            PartitionedRateLimiter.Create<HttpContext, string>(context =>
                Gate.IsSignIn(context.Request) ? RateLimitPartition.Get("together", _ => together) : RateLimitPartition.GetNoLimiter("")
            )
        );

    /// <summary>The passphrase was right: that address begins anew.</summary>
    public void Right(IPAddress? from)
    {
        Of(KeyOf(from)).Right(all: true);
        together.Right(all: false);
    }

    /// <inheritdoc />
    public void Dispose()
    {
        together.Dispose();
        foreach (var waits in byAddress.Values)
            waits.Dispose();
    }

    /// <summary>Answers a try that has to wait.</summary>
    public static async ValueTask Refuse(OnRejectedContext rejected, CancellationToken stop)
    {
        var context = rejected.HttpContext;
        var wait = rejected.Lease.TryGetMetadata(MetadataName.RetryAfter, out var after) ? after : First;
        var seconds = (int)Math.Ceiling(wait.TotalSeconds);
        context.Response.Headers.RetryAfter = seconds.ToString(CultureInfo.InvariantCulture);
        context.RequestServices.GetRequiredService<SignIns>().Note(Gate.From(context), SignInOutcome.Waiting);
        await Problems
            .Of(
                StatusCodes.Status429TooManyRequests,
                "Too many tries.",
                $"The passphrase was wrong too often. Try again in "
                    + $"{(seconds < 120 ? $"{seconds} seconds" : $"{(seconds + 59) / 60} minutes")}; devices that are signed in go on."
            )
            .ExecuteAsync(context);
    }

    private GrowingWaits Of(string key) => byAddress.GetOrAdd(key, _ => new GrowingWaits(Free, First, Longest, clock));

    /// <summary>
    /// An address; of IPv6 the network, since one machine has all addresses in it. Too many to count are counted together.
    /// </summary>
    private string KeyOf(IPAddress? address)
    {
        var plain = address is { IsIPv4MappedToIPv6: true } ? address.MapToIPv4() : address;
        var key = plain is { AddressFamily: AddressFamily.InterNetworkV6 }
            ? Convert.ToHexString(plain.GetAddressBytes().AsSpan(0, NetworkBytes))
            : plain?.ToString() ?? "";
        if (byAddress.Count < MostAddresses || byAddress.ContainsKey(key))
            return key;
        foreach (var (known, waits) in byAddress)
            if (waits.IdleDuration is not null)
                byAddress.TryRemove(known, out _);
        return byAddress.Count < MostAddresses ? key : Others;
    }
}
