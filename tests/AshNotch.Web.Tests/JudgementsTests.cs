using AshNotch.Core.Log;
using AshNotch.Store;
using AshNotch.Web.Services;

namespace AshNotch.Web.Tests;

public sealed class JudgementsTests : IDisposable
{
    private readonly string folder = Directory.CreateTempSubdirectory("ash-notch-test-").FullName;

    public void Dispose()
    {
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        Directory.Delete(folder, recursive: true);
    }

    // What is done ahead of time waits for the same judgement as the page that somebody looks at.
    [Fact]
    public async Task Whatever_one_does_with_a_judgement_holds_up_nobody_else_who_waits_for_it()
    {
        using var database = new Database(Path.Combine(folder, "log.db"));
        new Transfers(database).Import(Demo.Season.Make());
        using var snapshots = new Snapshots(database);
        using var judgements = new Judgements();
        var log = await snapshots.Now();
        using var over = new ManualResetEventSlim();
        using var aborted = new CancellationTokenSource();

        // Begun where no context of the tests' own decides who goes on where.
        var (first, second, third) = await Task.Run(() => (Busy(), judgements.Of(log, JudgementAsked.Usual(log), aborted.Token), Busy()));
        try
        {
            Assert.Same(log, (await second.WaitAsync(TimeSpan.FromSeconds(30))).Log);
            Assert.False(first.IsCompleted || third.IsCompleted);
        }
        finally
        {
            over.Set();
        }

        await Task.WhenAll(first, third);

        async Task Busy()
        {
            await judgements.Of(log, JudgementAsked.Usual(log), aborted.Token);
            over.Wait();
        }
    }
}
