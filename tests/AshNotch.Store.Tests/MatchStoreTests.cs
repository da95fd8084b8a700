using AshNotch.Core.Ground;
using AshNotch.Core.Log;
using AshNotch.Core.Scoring;
using Microsoft.Data.Sqlite;

namespace AshNotch.Store.Tests;

/// <summary>Matches, days of matches and rule sets come back as they went in.</summary>
public sealed class MatchStoreTests : IDisposable
{
    private static readonly DateOnly Today = new(2026, 6, 20);
    private readonly TempLog log = new();

    public void Dispose() => log.Dispose();

    private static Session Day(string id, DateOnly date, SessionKind kind = SessionKind.Tournament, params Roll[] rolls) =>
        TempLog.Session(id, rolls) with
        {
            Date = date,
            Kind = kind,
        };

    [Fact]
    public void WhatBelongsToAMatchIsKept()
    {
        log.Partners.Add(TempLog.Odalys);
        var match = TempLog.Roll() with
        {
            Kind = RollKind.Match,
            Ruleset = "points",
            Length = 300,
            Result = new ToldResult(null, DecidedBy.Draw),
            Penalties = [new ToldPenalty(Actor.Me, 80, 1), new ToldPenalty(Actor.Them)],
            Exchanges =
            [
                new Exchange
                {
                    Moments =
                    [
                        Did(Hold.For(2.5), null),
                        Did(Hold.Told(false), null),
                        Did(null, true) with
                        {
                            Outcome = Outcome.Stopped,
                        },
                        Did(null, null),
                    ],
                },
            ],
        };
        var day = Day("cup", Today, rolls: match) with
        {
            Event = new MatchDay
            {
                Name = "Cedar Cup",
                Ruleset = "points",
                Belt = BeltColour.Blue,
                LimitKg = new Kilograms(64),
                Length = 240,
                OpponentId = "p1",
            },
        };
        log.Sessions.Add(day);

        var kept = log.Sessions.Get("cup")!.Value;
        Assert.Equal(day.Event, kept.Event);
        var roll = Assert.Single(kept.Rolls);
        Assert.Equal((match.Ruleset, match.Length, match.Result), (roll.Ruleset, roll.Length, roll.Result));
        Assert.Equal(match.Penalties, roll.Penalties);
        Assert.Equal(match.Exchanges[0].Moments.Select(m => (m.Held, m.Near)), roll.Exchanges[0].Moments.Select(m => (m.Held, m.Near)));
    }

    [Fact]
    public void ThoseToComeStandFirstTheNextOneLeadingThenTheLatest()
    {
        log.Partners.Add(TempLog.Odalys);
        log.Sessions.Add(Day("long-ago", Today.AddDays(-90)));
        log.Sessions.Add(Day("later", Today.AddDays(30)));
        log.Sessions.Add(Day("soon", Today.AddDays(9)));
        log.Sessions.Add(Day("last", Today.AddDays(-3)));
        log.Sessions.Add(Day("class", Today, SessionKind.Class, TempLog.Roll()));
        log.Sessions.Add(Day("friendly", Today.AddDays(-9), SessionKind.Class, TempLog.Roll() with { Kind = RollKind.Match }));

        var found = log.Sessions.OfMatches(Today, 0, 10);
        Assert.Equal(["soon", "later", "last", "friendly", "long-ago"], found.Items.Select(s => s.Id));
        Assert.Equal(5, found.Total);
        Assert.Equal(["later", "last"], log.Sessions.OfMatches(Today, 1, 2).Items.Select(s => s.Id));
    }

    [Fact]
    public void ARuleSetIsKeptChangedByVersionAndComesBackFromTheBin()
    {
        var rulesets = new Rulesets(log.Database);
        var own = RuleSets.Named("late-points")! with { Id = "shed", Name = "Shed" };
        Assert.Equal(WriteOutcome.Saved, rulesets.Add(own).Outcome);
        Assert.Equal(WriteOutcome.Exists, rulesets.Add(own).Outcome);
        var kept = Assert.Single(rulesets.All());
        Assert.Equal((own.PointsFrom, own.Worth("takedown-past")), (kept.Value.PointsFrom, kept.Value.Worth("takedown-past")));
        Assert.Equal(WriteOutcome.Stale, rulesets.Put(own, 7).Outcome);
        Assert.Equal(WriteOutcome.Saved, rulesets.Bin("shed", null, TempLog.Now).Outcome);
        Assert.Empty(rulesets.All());
        Assert.Equal("rules: Shed", Assert.Single(log.Bins.All()).Says);
        Assert.True(log.Bins.Restore("ruleset", "shed", null));
        Assert.Single(rulesets.All());
    }

    [Fact]
    public void ALogFromBeforeKeepsWhatItHasAndTakesMatches()
    {
        var folder = Directory.CreateTempSubdirectory("ash-notch-test-").FullName;
        var path = Path.Combine(folder, "log.db");
        using (var connection = new Database(path, lastMigration: 10).Open())
            connection.Run(
                """
                INSERT INTO session (id, date, kind, attire, version) VALUES ('s1', '2026-03-03', 'tournament', 'gi', 4);
                INSERT INTO roll (session_key, id, place, kind, ruleset, version) VALUES (1, 'r1', 0, 'match', 'some cup', 2);
                """
            );
        var sessions = new Sessions(new Database(path));
        var kept = sessions.OfMatches(Today, 0, 5).Items;
        Assert.Equal("some cup", Assert.Single(Assert.Single(kept).Rolls).Ruleset);
        Assert.Null(kept[0].Event);
        SqliteConnection.ClearAllPools();
        Directory.Delete(folder, recursive: true);
    }

    private static Moment Did(Hold? held, bool? near) =>
        new()
        {
            Actor = Actor.Me,
            Technique = "knee-cut",
            Outcome = Outcome.Done,
            Held = held,
            Near = near,
        };
}
