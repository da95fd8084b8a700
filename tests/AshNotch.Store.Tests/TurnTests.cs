using AshNotch.Core.Judging;
using AshNotch.Core.Log;
using AshNotch.Demo;

namespace AshNotch.Store.Tests;

// Who writes while a file comes in.
public sealed class TurnTests : IDisposable
{
    private readonly TempLog log = new();

    public void Dispose() => log.Dispose();

    [Fact]
    public async Task Whoever_saves_does_not_wait_until_all_of_what_nobody_sees_is_in()
    {
        const int pieces = 300;
        var done = 0;
        var begun = new TaskCompletionSource();
        var aside = Task.Run(() =>
        {
            for (var i = 0; i < pieces; i++)
            {
                log.Database.Aside(c =>
                {
                    Thread.Sleep(5);
                    return 0;
                });
                Interlocked.Increment(ref done);
                begun.TrySetResult();
            }
        });
        await begun.Task;
        for (var save = 0; save < 5; save++)
        {
            var before = Volatile.Read(ref done);
            log.Sessions.Add(TempLog.Session($"save-{save}"));

            // The one that has begun, and hardly more: counted in pieces, so that a slow machine is no matter.
            Assert.InRange(Volatile.Read(ref done) - before, 0, 3);
        }

        await aside;
        Assert.Equal(pieces, done);
    }

    [Fact]
    public void A_sheet_that_changes_while_a_file_comes_in_counts_for_its_rolls()
    {
        var demo = Season.Make();
        var (one, kilograms) = (demo.Partners[0], new Core.Ground.Kilograms(111));
        log.Partners.Add(one);
        var stripped = demo with
        {
            Partners = [.. demo.Partners.Skip(1), one with { WeightKg = kilograms }],
            // Twice, so that they go in in more than one piece.
            Sessions =
            [
                .. demo
                    .Sessions.Concat(demo.Sessions.Select(s => s with { Id = $"{s.Id}-again" }))
                    .Select(s => s with { Rolls = [.. s.Rolls.Select(r => r with { PartnerWeightKg = null })] }),
            ],
        };
        var changes = 0;
        new Transfers(log.Database).Import(stripped, _ =>
        {
            if (changes++ == 0)
                log.Database.Write(c => Partners.Save(c, one with { WeightKg = kilograms }));
        });
        Assert.True(changes > 1);
        var with = new Readings(log.Database).All().Where(r => r.Against.Partner == one.Id).ToList();
        Assert.NotEmpty(with);
        Assert.All(with, r => Assert.Equal(kilograms.Value, r.Against.Kilograms));
    }

    [Fact]
    public void Readings_made_beforehand_are_those_that_writing_makes()
    {
        new Transfers(log.Database).Import(Season.Make());
        var (imported, readings) = (Shown(), new Readings(log.Database));
        Assert.Equal(imported.Count, readings.Rebuild());
        Assert.Equal(imported, Shown());
        List<string> Shown() => [.. new Readings(log.Database).All().Select(r => System.Text.Json.JsonSerializer.Serialize(r))];
    }
}
