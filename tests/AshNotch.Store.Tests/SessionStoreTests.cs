using System.Text.Json;
using AshNotch.Core.Ground;
using AshNotch.Core.Log;

namespace AshNotch.Store.Tests;

public sealed class SessionStoreTests : IDisposable
{
    private readonly TempLog log = new();

    public SessionStoreTests() => log.Partners.Add(TempLog.Odalys);

    public void Dispose() => log.Dispose();

    private static void Same<T>(T expected, T actual) => Assert.Equal(JsonSerializer.Serialize(expected), JsonSerializer.Serialize(actual));

    [Fact]
    public void A_session_comes_back_as_it_went_in()
    {
        Assert.Equal(new Written(WriteOutcome.Saved, 1), log.Sessions.Add(TempLog.Session()));
        Same(TempLog.Session(), log.Sessions.Get("s1")!.Value);
        Same(TempLog.Odalys, log.Partners.Get("p1")!.Value);
        var bare = new Session
        {
            Id = "bare",
            Date = new DateOnly(2026, 1, 1),
            Kind = SessionKind.Class,
            Attire = Attire.Gi,
            Rolls = [new Roll { Id = "r" }],
        };
        log.Sessions.Add(bare);
        Same(bare, log.Sessions.Get("bare")!.Value);
    }

    [Fact]
    public void A_write_that_read_an_older_version_is_refused_and_writes_nothing()
    {
        log.Sessions.Add(TempLog.Session());
        Assert.Equal(new Written(WriteOutcome.Saved, 2), log.Sessions.Put(TempLog.Session() with { Aim = "first" }, true, 1, TempLog.Now));
        Assert.Equal(new Written(WriteOutcome.Stale, 2), log.Sessions.Put(TempLog.Session() with { Aim = "second" }, true, 1, TempLog.Now));
        Assert.Equal("first", log.Sessions.Get("s1")!.Value.Aim);
        Assert.Equal(WriteOutcome.Missing, log.Sessions.Put(TempLog.Session("s9"), true, 1, TempLog.Now).Outcome);
        Assert.Equal(WriteOutcome.Exists, log.Sessions.Add(TempLog.Session()).Outcome);
    }

    [Fact]
    public void A_roll_has_a_version_of_its_own_and_raises_its_sessions()
    {
        log.Sessions.Add(TempLog.Session("s1", TempLog.Roll("r1"), TempLog.Roll("r2")));
        Assert.Equal(new Written(WriteOutcome.Saved, 2), log.Sessions.PutRoll("s1", TempLog.Roll("r1") with { Notes = "new" }, 1));
        Assert.Equal(WriteOutcome.Stale, log.Sessions.PutRoll("s1", TempLog.Roll("r1"), 1).Outcome);
        Assert.Equal(2, log.Sessions.Get("s1")!.Version);
        Assert.Equal(1, log.Sessions.GetRoll("s1", "r2")!.Version);
        Assert.Equal(["r1", "r2"], log.Sessions.Get("s1")!.Value.Rolls.Select(r => r.Id));
    }

    [Fact]
    public void Rewriting_a_session_touches_only_the_rolls_that_changed_and_bins_those_left_out()
    {
        log.Sessions.Add(TempLog.Session("s1", TempLog.Roll("r1"), TempLog.Roll("r2"), TempLog.Roll("r3")));
        log.Sessions.Put(TempLog.Session("s1", TempLog.Roll("r3"), TempLog.Roll("r1") with { Told = "other words" }), true, 1, TempLog.Now);
        Assert.Equal(["r3", "r1"], log.Sessions.Get("s1")!.Value.Rolls.Select(r => r.Id));
        Assert.Equal(1, log.Sessions.GetRoll("s1", "r3")!.Version);
        Assert.Equal(2, log.Sessions.GetRoll("s1", "r1")!.Version);
        Assert.Equal("r2", Assert.Single(log.Bins.All()).Id);
    }

    [Fact]
    public void Without_rolls_in_the_change_the_rolls_stay()
    {
        log.Sessions.Add(TempLog.Session());
        log.Sessions.Put(TempLog.Session() with { Aim = "only the header", Rolls = [] }, withRolls: false, 1, TempLog.Now);
        Assert.Single(log.Sessions.Get("s1")!.Value.Rolls);
    }

    [Fact]
    public void What_is_deleted_goes_to_the_bin_and_comes_back_whole()
    {
        log.Sessions.Add(TempLog.Session("s1", TempLog.Roll("r1"), TempLog.Roll("r2")));
        Assert.Equal(WriteOutcome.Stale, log.Sessions.Bin("s1", 9, TempLog.Now).Outcome);
        log.Sessions.BinRoll("s1", "r2", null, TempLog.Now);
        log.Sessions.Bin("s1", null, TempLog.Now);
        Assert.Null(log.Sessions.Get("s1"));
        Assert.Equal(0, log.Sessions.List(0, 10).Total);
        Assert.Equal(0, log.Rolls.List(new RollFilter(), 0, 10).Total);
        Assert.Empty(new Readings(log.Database).All());
        Assert.Equal("session", Assert.Single(log.Bins.All()).Kind);

        Assert.True(log.Bins.Restore("session", "s1", null));
        Assert.Equal(["r1"], log.Sessions.Get("s1")!.Value.Rolls.Select(r => r.Id));
        Assert.True(log.Bins.Restore("roll", "r2", "s1"));
        Same(TempLog.Session("s1", TempLog.Roll("r1"), TempLog.Roll("r2")), log.Sessions.Get("s1")!.Value);
        Assert.False(log.Bins.Restore("roll", "r2", "s1"));
        Assert.False(log.Bins.Restore("belt", "r2", "s1"));
    }

    [Fact]
    public void A_binned_partner_is_still_known_in_the_rolls()
    {
        log.Sessions.Add(TempLog.Session());
        Assert.Equal(WriteOutcome.Saved, log.Partners.Bin("p1", null, TempLog.Now).Outcome);
        Assert.Empty(log.Partners.All());
        Assert.Equal("p1", log.Sessions.Get("s1")!.Value.Rolls[0].PartnerId);
        Assert.Equal("Odalys B.", Assert.Single(log.Rolls.List(new RollFilter(), 0, 10).Items).PartnerName);
        Assert.True(log.Bins.Restore("partner", "p1", null));
        Assert.Equal(1, Assert.Single(log.Partners.All()).Rolls);
    }

    [Fact]
    public void A_write_that_breaks_off_leaves_nothing_behind()
    {
        var change = log.Database.Change;
        Assert.Throws<InvalidOperationException>(() =>
            log.Database.Write<int>(c =>
            {
                using var command = c.CreateCommand();
                command.CommandText =
                    "INSERT INTO session (id, date, kind, attire, version) VALUES ('half', '2026-01-01', 'class', 'gi', 1)";
                command.ExecuteNonQuery();
                throw new InvalidOperationException("pulled the plug");
            })
        );
        Assert.Null(log.Sessions.Get("half"));
        Assert.Equal(change, log.Database.Change);
    }

    [Fact]
    public void A_block_and_a_niggle_leave_what_is_judged_as_it_is_and_a_session_does_not()
    {
        var (change, judged) = (log.Database.Change, log.Database.JudgedChange);
        var block = new Block
        {
            Id = "b",
            From = new DateOnly(2026, 7, 6),
            Weeks = 2,
        };
        new Blocks(log.Database).Add(block);
        new Blocks(log.Database).Put(block with { Weeks = 3 }, 1);
        new Niggles(log.Database).Add(
            new Niggle
            {
                Id = "n",
                Part = BodyPart.Knee,
                From = block.From,
            }
        );
        Assert.Equal((change + 3, judged), (log.Database.Change, log.Database.JudgedChange));
        log.Sessions.Add(TempLog.Session());
        Assert.Equal((change + 4, judged + 1), (log.Database.Change, log.Database.JudgedChange));
    }

    [Fact]
    public async Task Writers_at_the_same_time_lose_no_change()
    {
        log.Sessions.Add(TempLog.Session());
        var other = new Database(log.FilePath);
        await Task.WhenAll(
            Enumerable
                .Range(0, 8)
                .Select(n =>
                    Task.Run(() =>
                    {
                        var sessions = new Sessions(n % 2 == 0 ? log.Database : other);
                        for (var i = 0; i < 5; i++)
                            Assert.Equal(WriteOutcome.Saved, sessions.AddRoll("s1", TempLog.Roll($"w{n}-{i}")).Outcome);
                    })
                )
        );
        Assert.Equal(41, log.Sessions.Get("s1")!.Value.Rolls.Count);
        Assert.Equal(41, log.Sessions.Get("s1")!.Version);
    }

    [Fact]
    public void Rolls_are_narrowed_by_each_filter()
    {
        log.Partners.Add(TempLog.Odalys with { Id = "p2", Name = "Tarquin P." });
        log.Sessions.Add(TempLog.Session());
        var plain = new Roll
        {
            Id = "x",
            PartnerId = "p2",
            PartnerBelt = BeltColour.White,
            Notes = "Käse and naïve grips",
        };
        log.Sessions.Add(
            new Session
            {
                Id = "s2",
                Date = new DateOnly(2026, 5, 1),
                Kind = SessionKind.Class,
                Attire = Attire.Gi,
                Rolls = [plain],
            }
        );
        string Ids(RollFilter filter) => string.Join(' ', log.Rolls.List(filter, 0, 10).Items.Select(r => r.Roll.Id));

        Assert.Equal("x r1", Ids(new RollFilter()));
        Assert.Equal("x", Ids(new RollFilter { Partner = "p2" }));
        Assert.Equal("r1", Ids(new RollFilter { Belt = BeltColour.Purple }));
        Assert.Equal("x", Ids(new RollFilter { Attire = Attire.Gi }));
        Assert.Equal("r1", Ids(new RollFilter { Position = "half-guard", Role = Core.Ground.Role.Bottom }));
        Assert.Equal("", Ids(new RollFilter { Position = "half-guard", Role = Core.Ground.Role.Top }));
        Assert.Equal("r1", Ids(new RollFilter { Position = "seated-guard" }));
        Assert.Equal("r1", Ids(new RollFilter { Technique = "knee-cut" }));
        Assert.Equal("r1", Ids(new RollFilter { Reason = "gave-space" }));
        Assert.Equal("x", Ids(new RollFilter { From = new DateOnly(2026, 4, 1) }));
        Assert.Equal("r1", Ids(new RollFilter { To = new DateOnly(2026, 4, 1) }));
        Assert.Equal("r1", Ids(new RollFilter { Words = "kne hip" }));
        Assert.Equal("r1", Ids(new RollFilter { Words = "felt" }));
        Assert.Equal("r1", Ids(new RollFilter { Words = "loft" }));
        Assert.Equal("x", Ids(new RollFilter { Words = "kase NAIVE" }));
        Assert.Equal("", Ids(new RollFilter { Words = "zebra" }));
        Assert.Equal("", Ids(new RollFilter { Words = "\"(*' -" }));
        Assert.Equal("x r1", Ids(new RollFilter { Words = "  " }));
    }

    [Fact]
    public void Search_follows_what_is_changed()
    {
        log.Sessions.Add(TempLog.Session());
        log.Sessions.PutRoll("s1", TempLog.Roll() with { Told = "all about ankles", Takeaways = null, Exchanges = [] }, 1);
        Assert.Equal(0, log.Rolls.List(new RollFilter { Words = "frame" }, 0, 10).Total);
        Assert.Equal(1, log.Rolls.List(new RollFilter { Words = "ankles" }, 0, 10).Total);
    }

    [Fact]
    public void History_counts_what_followed_what()
    {
        log.Sessions.Add(TempLog.Session("s1", TempLog.Roll("r1"), TempLog.Roll("r2")));
        var from = Core.Ground.Spot.Parse("half-guard:bottom");
        var followed = log.Database.Read(c => LogSnapshot.Read(c, null)).Next[from].First(n => n.Actor == Actor.Them);
        Assert.Equal("knee-cut", followed.Technique);
        Assert.Equal(Core.Ground.Spot.Parse("side-control:bottom"), followed.To[0]);
    }

    // An emoji or a mark holds no word: it used to be dropped, and everything was found.
    [Theory]
    [InlineData("🪵")]
    [InlineData("\"")]
    [InlineData(" -- ")]
    public void Words_without_a_letter_find_nothing(string words)
    {
        log.Sessions.Add(TempLog.Session());
        Assert.Equal(0, log.Rolls.List(new RollFilter { Words = words }, 0, 10).Total);
    }

    [Fact]
    public void The_belt_of_a_roll_that_leaves_it_open_is_the_partners()
    {
        log.Sessions.Add(
            TempLog.Session(
                "s1",
                TempLog.Roll("open") with
                {
                    PartnerBelt = null,
                    PartnerStripes = null,
                },
                TempLog.Roll("said") with
                {
                    PartnerBelt = Core.Ground.BeltColour.Blue,
                }
            )
        );
        Assert.Equal("open", Assert.Single(log.Rolls.List(new RollFilter { Belt = Core.Ground.BeltColour.Purple }, 0, 10).Items).Roll.Id);
        Assert.Equal("said", Assert.Single(log.Rolls.List(new RollFilter { Belt = Core.Ground.BeltColour.Blue }, 0, 10).Items).Roll.Id);
    }
}
