using AshNotch.Store;
using AshNotch.Store.Copies;

namespace AshNotch.Web.Services;

/// <summary>
/// What is done while nobody waits: once writes have settled, the log is moved into its one file, read into memory and judged, so
/// that the next page finds all of it ready; the same after the start. Then the day's safety copy is made if it is
/// due. At the end the file is settled once more.
/// </summary>
internal sealed class Upkeep(
    Database database,
    Snapshots snapshots,
    Judgements judgements,
    KeptAnswers answers,
    Backups backups,
    ILogger<Upkeep> log
) : BackgroundService
{
    private static readonly TimeSpan Quiet = TimeSpan.FromSeconds(1.5);
    private static readonly TimeSpan AfterFirst = TimeSpan.FromSeconds(0.5);
    private static readonly TimeSpan NowAndThen = TimeSpan.FromMinutes(1);

    /// <summary>How much more memory than after the last time is worth giving back, in bytes.</summary>
    private const long MuchMemory = 48 * 1024 * 1024;

    /// <summary>The same when nobody has written for a while.</summary>
    private const long SomeMemory = 12 * 1024 * 1024;

    /// <summary>The memory in use after it was given back last.</summary>
    private long given;

    private readonly SemaphoreSlim written = new(1);

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        database.Written += Wake;
        try
        {
            // With answers at hand the first page needs nothing of what is got ready here: it goes first.
            var wait = answers.Load() ? AfterFirst : TimeSpan.Zero;
            while (!stoppingToken.IsCancellationRequested)
            {
                // Woken by a write, or now and then for a safety copy that has become due and for memory that nobody needs any more.
                if (await written.WaitAsync(NowAndThen, stoppingToken))
                {
                    do await Task.Delay(wait, stoppingToken);
                    while (await written.WaitAsync(0, stoppingToken));
                    wait = Quiet;
                    await Settle(stoppingToken);
                    GiveBack(MuchMemory);
                }
                else
                {
                    GiveBack(SomeMemory);
                    Keep();
                }

                Copy(atEnd: false);
            }
        }
        catch (OperationCanceledException) { }
        finally
        {
            database.Written -= Wake;
            Copy(atEnd: true);
            Keep();
        }
    }

    /// <summary>Keeps answers for the next start. They can be made again: nothing depends on it.</summary>
    private void Keep()
    {
        if (database.Damage is not null)
            return;
        try
        {
            if (answers.Fresh)
                database.Settle();
            answers.Save();
        }
        catch (Exception failed) when (failed is StoreException or IOException or UnauthorizedAccessException)
        {
            log.LogWarning("Answers were not kept for the next start: {Says}", failed.Message);
        }
    }

    /// <summary>
    /// Makes the day's safety copy when it is due. One that cannot be made is said on the page Data; nothing else waits for it.
    /// </summary>
    private void Copy(bool atEnd)
    {
        try
        {
            backups.MakeIfDue(atEnd);
        }
        catch (StoreException failed)
        {
            log.LogWarning("No safety copy was made: {Says}", failed.Message);
        }
    }

    /// <summary>
    /// Gives memory back to the machine that reading a whole log or a file took for a moment: the collector alone would keep it for the
    /// next time. Only when it has become so much more than after the last time, since it holds everything up for a tenth of a second.
    /// </summary>
    private void GiveBack(long atLeast)
    {
        if (Environment.WorkingSet - given < atLeast)
            return;
        GC.Collect(GC.MaxGeneration, GCCollectionMode.Aggressive, blocking: true, compacting: true);
        given = Environment.WorkingSet;
    }

    private void Wake()
    {
        if (written.CurrentCount == 0)
            written.Release();
    }

    private async Task Settle(CancellationToken stop)
    {
        try
        {
            database.Settle();
            var now = await snapshots.Now(stop);
            var judged = await judgements.Of(now, JudgementAsked.Usual(now), stop);
            _ = now.Next;
            foreach (var takeaway in Drills.Takeaways(judged))
                _ = now.Reader.Named(takeaway.Text);
            _ = Recurring.In(judged);
            // The phrase books and the weights are read at the first account: better now than while somebody waits.
            _ = now.Teller.Read("I passed.");
        }
        catch (StoreException failed)
        {
            log.LogWarning("Nothing was made ready ahead of time: {Says}", failed.Message);
        }
        catch (Exception failed) when (failed is not OperationCanceledException)
        {
            // Whoever asks for it gets the failure in a sentence; here it only leaves a line.
            log.LogWarning(failed, "Getting ready ahead of time did not work");
        }
    }
}
