using AshNotch.Core.Ground;
using AshNotch.Core.Log;
using Microsoft.Data.Sqlite;

namespace AshNotch.Store.Tests;

/// <summary>Recordings, clocks of ends and ways to set the round clock come back as they went in.</summary>
public sealed class ClockAndVideoStoreTests : IDisposable
{
    private readonly TempLog log = new();

    public void Dispose() => log.Dispose();

    private static ClockPreset Thursday { get; } =
        new()
        {
            Id = "thursday",
            Name = "Thursday goes",
            Kind = ClockKind.Positional,
            Rounds = 8,
            Work = 45,
            Rest = 15,
            Swap = true,
            Start = new Spot("half-guard", Role.Bottom),
        };

    private static Roll Tagged(string id, VideoFile? video) => TempLog.Roll(id) with { PartnerId = null, Video = video };

    [Fact]
    public void WhereARollIsToBeSeenAndWhenItsExchangesEndedIsKept()
    {
        var video = new VideoFile("evening.mp4", 5_000_000_000, 3612.5, 61.2);
        var roll = Tagged("r1", video) with
        {
            Exchanges =
            [
                new Exchange
                {
                    End = new ExchangeEnd
                    {
                        Kind = EndKind.Tap,
                        By = Actor.Me,
                        Clock = 71.5,
                    },
                },
                new Exchange { End = new ExchangeEnd { Kind = EndKind.Time } },
            ],
        };
        log.Sessions.Add(TempLog.Session("s1", roll));

        var kept = Assert.Single(log.Sessions.Get("s1")!.Value.Rolls);
        Assert.Equal(video, kept.Video);
        Assert.Equal([71.5, null], kept.Exchanges.Select(e => e.End!.Clock));
    }

    [Fact]
    public void RollsAreFoundByTheFileTheyWereTaggedIn()
    {
        log.Sessions.Add(
            TempLog.Session(
                "s1",
                Tagged("r1", new VideoFile("evening.mp4", Start: 61)),
                Tagged("r2", new VideoFile("evening.mp4", Start: 433)),
                Tagged("r3", new VideoFile("Evening.mp4")),
                Tagged("r4", null)
            )
        );
        var found = new Rolls(log.Database).List(new RollFilter { Video = "evening.mp4" }, 0, 10);
        Assert.Equal(["r1", "r2"], found.Items.Select(r => r.Roll.Id));
    }

    [Fact]
    public void AWayToSetTheClockIsKeptChangedByVersionAndComesBackFromTheBin()
    {
        var clocks = new ClockPresets(log.Database);
        Assert.Equal(WriteOutcome.Saved, clocks.Add(Thursday).Outcome);
        Assert.Equal(WriteOutcome.Exists, clocks.Add(Thursday).Outcome);
        Assert.Equal(Thursday, Assert.Single(clocks.All()).Value);
        Assert.Equal(WriteOutcome.Stale, clocks.Put(Thursday, 7).Outcome);
        Assert.Equal(WriteOutcome.Saved, clocks.Put(Thursday with { Rounds = null }, 1).Outcome);
        Assert.Null(Assert.Single(clocks.All()).Value.Rounds);
        Assert.Equal(WriteOutcome.Saved, clocks.Bin("thursday", null, TempLog.Now).Outcome);
        Assert.Empty(clocks.All());
        Assert.Equal(("clock", "Thursday goes"), log.Bins.All().Select(b => (b.Kind, b.Says)).Single());
        Assert.True(log.Bins.Restore("clock", "thursday", null));
        Assert.Single(clocks.All());
    }

    [Fact]
    public void ALogFromBeforeKeepsItsEndsAndTakesARecording()
    {
        var folder = Directory.CreateTempSubdirectory("ash-notch-test-").FullName;
        var path = Path.Combine(folder, "log.db");
        using (var connection = new Database(path, lastMigration: 11).Open())
            connection.Run(
                """
                INSERT INTO session (id, date, kind, attire, version) VALUES ('s1', '2026-03-03', 'class', 'gi', 4);
                INSERT INTO roll (session_key, id, place, version) VALUES (1, 'r1', 0, 2);
                INSERT INTO exchange (roll_key, place, end_kind, end_by) VALUES (1, 0, 'tap', 'me');
                """
            );
        var sessions = new Sessions(new Database(path));
        var stored = sessions.Get("s1")!;
        var end = Assert.Single(Assert.Single(stored.Value.Rolls).Exchanges).End!;
        Assert.Equal((EndKind.Tap, Actor.Me, null), (end.Kind, end.By, end.Clock));
        var tagged = stored.Value with { Rolls = [stored.Value.Rolls[0] with { Video = new VideoFile("a.webm") }] };
        Assert.Equal(WriteOutcome.Saved, sessions.Put(tagged, true, stored.Version, TempLog.Now).Outcome);
        Assert.Equal("a.webm", sessions.Get("s1")!.Value.Rolls[0].Video!.Name);
        SqliteConnection.ClearAllPools();
        Directory.Delete(folder, recursive: true);
    }

    [Fact]
    public void SomebodyIsUsualOnTheWeekdaysOfTheLastTwelveWeeks()
    {
        log.Partners.Add(TempLog.Odalys);
        // Tuesdays: one long ago, two lately, and two rolls on one of them; one Thursday (any calendar of 2026).
        foreach (
            var (id, day, rolls) in new[] { ("a", "2026-02-03", 1), ("b", "2026-06-09", 2), ("c", "2026-06-16", 1), ("d", "2026-06-18", 1) }
        )
            log.Sessions.Add(
                TempLog.Session(id, [.. Enumerable.Range(1, rolls).Select(n => TempLog.Roll($"{id}{n}"))]) with
                {
                    Date = DateOnly.Parse(day),
                }
            );
        var odalys = Assert.Single(log.Partners.All());
        Assert.Equal([0, 2, 0, 1, 0, 0, 0], odalys.Weekdays);
        Assert.Equal(5, odalys.Rolls);
    }
}
