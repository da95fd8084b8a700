using System.Diagnostics.CodeAnalysis;
using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Log;
using AshNotch.Store;

namespace AshNotch.Web.Services;

/// <summary>What a judgement is asked under.</summary>
/// <param name="Objective">What a roll is worth.</param>
/// <param name="Attire">With or without the jacket; null for both.</param>
/// <param name="From">The first day; null for all before.</param>
/// <param name="To">The last day; null for all after.</param>
/// <param name="Peer">The belt to be judged against; null for the owner's own.</param>
public sealed record JudgementAsked(
    Objective Objective,
    Attire? Attire = null,
    DateOnly? From = null,
    DateOnly? To = null,
    BeltColour? Peer = null
)
{
    /// <summary>The whole log under its owner's objective.</summary>
    public static JudgementAsked Usual(LogSnapshot log) => new(log.Athlete?.Value.Objective ?? Athlete.UsualObjective);

    /// <summary>Whether it is the whole log that is asked about.</summary>
    public bool Whole => this is { Attire: null, From: null, To: null };
}

/// <summary>A judgement, the picture of the log that it rests on, and the part of it that was judged.</summary>
public sealed class Judged
{
    private const int MostKept = 200;
    private readonly Dictionary<object, object> kept = [];

    internal Judged(LogSnapshot log, JudgementAsked asked, CancellationToken stop)
    {
        (Log, Asked) = (log, asked);
        Readings = log.Between(asked.From, asked.To, asked.Attire);
        var counts = asked.Whole ? log.Counts : LogCounts.Of(Readings, log.Ground.Usual);
        Judgement = Judgement.Of(log.Ground, counts, Standpoint.Owner(log.Athlete?.Value, asked.Objective, asked.Peer), stop);
    }

    /// <summary>The picture of the log.</summary>
    public LogSnapshot Log { get; }

    /// <summary>What it was asked under.</summary>
    public JudgementAsked Asked { get; }

    /// <summary>The judgement.</summary>
    public Judgement Judgement { get; }

    /// <summary>The part of the log that was judged, roll by roll, oldest first.</summary>
    public ReadingList Readings { get; }

    /// <summary>Something that follows from it, worked out once and kept as long as it, or until very many things were asked.</summary>
    /// <param name="what">What it is: a name, or a record of a name and what it depends on.</param>
    /// <param name="make">Works it out.</param>
    public T Once<T>(object what, Func<T> make)
        where T : class
    {
        lock (kept)
        {
            if (kept.TryGetValue(what, out var known))
                return (T)known;
        }

        var made = make();
        lock (kept)
        {
            if (kept.Count >= MostKept)
                kept.Clear();
            return kept.TryAdd(what, made) ? made : (T)kept[what];
        }
    }
}

/// <summary>
/// The latest judgements, kept until the log changes. Judging waits its turn without holding a thread, at most two at once; the
/// same question asked twice is worked out once; when nobody waits for an answer any more, its working out ends.
/// </summary>
public sealed class Judgements : IDisposable
{
    private const int MostKept = 24;
    private const int AtOnce = 2;

    private readonly Lock looking = new();
    private readonly SemaphoreSlim turns = new(AtOnce);
    private readonly Dictionary<JudgementAsked, Work> works = [];
    private readonly LinkedList<JudgementAsked> order = new();
    private long change = -1;

    /// <summary>The judgement of a part of a picture of the log.</summary>
    /// <param name="log">The picture.</param>
    /// <param name="asked">The part, and what it is asked under.</param>
    /// <param name="stop">Nobody waits any more.</param>
    public async Task<Judged> Of(LogSnapshot log, JudgementAsked asked, CancellationToken stop)
    {
        var work = Join(log, asked);
        try
        {
            return await work.Task.WaitAsync(stop);
        }
        finally
        {
            Leave(asked, work);
        }
    }

    /// <inheritdoc />
    public void Dispose() => turns.Dispose();

    private Work Join(LogSnapshot log, JudgementAsked asked)
    {
        lock (looking)
        {
            if (log.JudgedChange > change)
            {
                works.Clear();
                order.Clear();
                change = log.JudgedChange;
            }

            // Somebody still holds an older picture: theirs is worked out, and not kept for others.
            if (log.JudgedChange < change)
                return new Work(this, log, asked) { Waiting = 1 };
            if (!works.TryGetValue(asked, out var work))
            {
                works[asked] = work = new Work(this, log, asked);
                order.AddLast(asked);
                while (order.Count > MostKept && order.First is { } oldest)
                {
                    works.Remove(oldest.Value);
                    order.RemoveFirst();
                }
            }

            work.Waiting++;
            return work;
        }
    }

    private void Leave(JudgementAsked asked, Work work)
    {
        lock (looking)
        {
            if (--work.Waiting > 0 || work.Task.IsCompletedSuccessfully)
                return;
            if (works.TryGetValue(asked, out var kept) && ReferenceEquals(kept, work))
            {
                works.Remove(asked);
                order.Remove(asked);
            }
        }

        work.Stop();
    }

    [SuppressMessage("Reliability", "CA1001", Justification = "A source of cancellation without a timer holds nothing to give back.")]
    private sealed class Work
    {
        private readonly CancellationTokenSource called = new();

        // Whoever waits goes on by themselves: else the first of them would hold up the others with whatever they do next.
        private readonly TaskCompletionSource<Judged> done = new(TaskCreationOptions.RunContinuationsAsynchronously);

        public Work(Judgements judgements, LogSnapshot log, JudgementAsked asked) =>
            _ = Run(judgements, log, asked).ContinueWith(done.SetFromTask, TaskScheduler.Default);

        public Task<Judged> Task => done.Task;

        public int Waiting { get; set; }

        public void Stop() => called.Cancel();

        private async Task<Judged> Run(Judgements judgements, LogSnapshot log, JudgementAsked asked)
        {
            await judgements.turns.WaitAsync(called.Token).ConfigureAwait(false);
            try
            {
                return await System
                    .Threading.Tasks.Task.Run(() => new Judged(log, asked, called.Token), called.Token)
                    .ConfigureAwait(false);
            }
            finally
            {
                judgements.turns.Release();
            }
        }
    }
}
