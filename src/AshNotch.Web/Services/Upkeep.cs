using AshNotch.Store;

namespace AshNotch.Web.Services;

/// <summary>
/// What is done while nobody waits: once writes have settled, the log is moved into its one file, read into memory and judged, so
/// that the next page finds all of it ready; the same after the start. At the end the file is settled once more.
/// </summary>
internal sealed class Upkeep(Database database, Snapshots snapshots, Judgements judgements, ILogger<Upkeep> log) : BackgroundService
{
    private static readonly TimeSpan Quiet = TimeSpan.FromSeconds(1.5);

    private readonly SemaphoreSlim written = new(1);

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        database.Written += Wake;
        try
        {
            var wait = TimeSpan.Zero;
            while (!stoppingToken.IsCancellationRequested)
            {
                await written.WaitAsync(stoppingToken);
                do await Task.Delay(wait, stoppingToken);
                while (await written.WaitAsync(0, stoppingToken));
                wait = Quiet;
                await Settle(stoppingToken);
            }
        }
        catch (OperationCanceledException) { }
        finally
        {
            database.Written -= Wake;
        }
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
            // The phrase books and the weights are read at the first account: better now than while somebody waits.
            _ = now.Reader.Read("I passed.");
        }
        catch (Exception failed) when (failed is not OperationCanceledException)
        {
            // Whoever asks for it gets the failure in a sentence; here it only leaves a line.
            log.LogWarning(failed, "Getting ready ahead of time did not work");
        }
    }
}
