using System.Threading.RateLimiting;

namespace AshNotch.Web.Access;

/// <summary>
/// Lets some wrong tries through, then one after a wait that doubles with each further one. A lease counts as a wrong try until
/// <see cref="Right"/> takes it back; after <see cref="Forgiven"/> without one all is forgotten.
/// </summary>
/// <param name="free">How many go through without a wait.</param>
/// <param name="first">The first wait.</param>
/// <param name="longest">The longest one.</param>
/// <param name="clock">The time.</param>
public sealed class GrowingWaits(int free, TimeSpan first, TimeSpan longest, TimeProvider clock) : RateLimiter
{
    /// <summary>How long without a try until all is forgotten.</summary>
    public static readonly TimeSpan Forgiven = TimeSpan.FromHours(24);

    private const int MostDoublings = 20;

    private readonly Lock turn = new();
    private int wrong;
    private DateTimeOffset last;

    /// <inheritdoc />
    public override TimeSpan? IdleDuration
    {
        get
        {
            lock (turn)
                return wrong == 0 || clock.GetUtcNow() - last >= Forgiven ? Forgiven : null;
        }
    }

    /// <summary>The last try was right: it does not count, and nor do those before it when they came from the same place.</summary>
    /// <param name="all">Whether to forget the earlier ones too.</param>
    public void Right(bool all)
    {
        lock (turn)
            wrong = all ? 0 : Math.Max(0, wrong - 1);
    }

    /// <inheritdoc />
    public override RateLimiterStatistics? GetStatistics() => null;

    /// <inheritdoc />
    protected override RateLimitLease AttemptAcquireCore(int permitCount)
    {
        lock (turn)
        {
            var now = clock.GetUtcNow();
            if (now - last >= Forgiven)
                wrong = 0;
            var wait = wrong < free ? TimeSpan.Zero : Wait(wrong - free) - (now - last);
            if (wait > TimeSpan.Zero)
                return new Lease(wait);
            (wrong, last) = (wrong + 1, now);
            return new Lease(null);
        }
    }

    /// <inheritdoc />
    protected override ValueTask<RateLimitLease> AcquireAsyncCore(int permitCount, CancellationToken cancellationToken) =>
        ValueTask.FromResult(AttemptAcquireCore(permitCount));

    private TimeSpan Wait(int further)
    {
        var wait = first * Math.Pow(2, Math.Min(further, MostDoublings));
        return wait < longest ? wait : longest;
    }

    private sealed class Lease(TimeSpan? wait) : RateLimitLease
    {
        public override bool IsAcquired => wait is null;

        public override IEnumerable<string> MetadataNames => wait is null ? [] : [MetadataName.RetryAfter.Name];

        public override bool TryGetMetadata(string metadataName, out object? metadata)
        {
            metadata = metadataName == MetadataName.RetryAfter.Name ? wait : null;
            return metadata is not null;
        }
    }
}
