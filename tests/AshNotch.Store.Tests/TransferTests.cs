using System.Text;
using AshNotch.Core.Ground;
using AshNotch.Core.Log;
using AshNotch.Demo;
using AshNotch.Formats;

namespace AshNotch.Store.Tests;

public sealed class TransferTests : IDisposable
{
    private readonly TempLog log = new();
    private readonly Logbook demo = Season.Make();

    public void Dispose() => log.Dispose();

    private Transfers Transfers => new(log.Database);

    private async Task<string> Exported()
    {
        using var stream = new MemoryStream();
        await Transfers.Export(l =>
            LogbookFile.Write(
                stream,
                new LogbookParts(l.Athlete!, l.Partners, l.Sessions, l.Words, l.SelfRatings, l.Blocks, l.Niggles, l.Rulesets, l.Clocks)
            )
        );
        return Encoding.UTF8.GetString(stream.ToArray());
    }

    [Fact]
    public async Task The_export_of_an_empty_log_into_which_a_file_came_is_that_file()
    {
        var report = Transfers.Import(demo).Report!;
        Assert.Equal(new ImportCount(demo.Sessions.Count, 0, 0), report.Sessions);
        Assert.Empty(report.Remarks);
        using var stream = new MemoryStream();
        await LogbookFile.Write(stream, demo);
        Assert.Equal(Encoding.UTF8.GetString(stream.ToArray()), await Exported());
    }

    [Fact]
    public async Task Importing_the_same_file_twice_changes_nothing()
    {
        Transfers.Import(demo);
        var once = await Exported();
        var version = log.Sessions.Get("n01")!.Version;
        var report = Transfers.Import(demo).Report!;
        Assert.Equal(new ImportCount(0, 0, demo.Sessions.Count), report.Sessions);
        Assert.Equal(new ImportCount(0, 0, demo.Partners.Count), report.Partners);
        Assert.Equal((0, version), (report.Words, log.Sessions.Get("n01")!.Version));
        Assert.Equal(once, await Exported());
    }

    [Fact]
    public void A_merge_replaces_by_id_adds_what_is_new_and_leaves_the_rest()
    {
        log.Partners.Add(TempLog.Odalys);
        log.Sessions.Add(TempLog.Session("mine"));
        log.Sessions.Add(TempLog.Session("both", TempLog.Roll("a"), TempLog.Roll("b")));
        var report = Transfers
            .Import(
                new Logbook
                {
                    Athlete = demo.Athlete,
                    Partners = [TempLog.Odalys with { Name = "Odalys Brand" }],
                    Sessions = [TempLog.Session("both", TempLog.Roll("a") with { Notes = "from the file" }), TempLog.Session("new")],
                }
            )
            .Report!;
        Assert.Equal(new ImportCount(1, 1, 0), report.Sessions);
        Assert.Equal(new ImportCount(1, 1, 0), report.Rolls);
        Assert.Equal(new ImportCount(0, 1, 0), report.Partners);
        Assert.Equal(["a", "b"], log.Sessions.Get("both")!.Value.Rolls.Select(r => r.Id).Order());
        Assert.Equal("from the file", log.Sessions.GetRoll("both", "a")!.Value.Notes);
        Assert.NotNull(log.Sessions.Get("mine"));
    }

    [Fact]
    public void The_profile_of_an_empty_log_is_the_files_and_otherwise_stays_and_is_remarked_on()
    {
        Transfers.Import(demo);
        Assert.Equal("Runa Halvick", new Athletes(log.Database).Get()!.Value.Name);
        var report = Transfers
            .Import(
                demo with
                {
                    Athlete = demo.Athlete with { Name = "Somebody Else", Belt = BeltColour.Purple, WeightKg = new Kilograms(80) },
                }
            )
            .Report!;
        Assert.Equal("Runa Halvick", new Athletes(log.Database).Get()!.Value.Name);
        var remark = Assert.Single(report.Remarks);
        Assert.Contains("Somebody Else", remark);
        Assert.Contains("purple", remark);
        Assert.Contains("80", remark);
    }

    [Fact]
    public void What_is_in_the_bin_and_in_the_file_comes_back()
    {
        Transfers.Import(demo);
        log.Sessions.Bin("n02", null, TempLog.Now);
        log.Partners.Bin("mirek", null, TempLog.Now);
        Transfers.Import(demo);
        Assert.NotNull(log.Sessions.Get("n02"));
        Assert.Empty(log.Bins.All());
    }

    [Fact]
    public void An_import_that_is_called_off_leaves_nothing()
    {
        using var stop = new CancellationTokenSource();
        stop.Cancel();
        Assert.Throws<OperationCanceledException>(() => Transfers.Import(demo, stop: stop.Token));
        Assert.Equal(0, log.Sessions.List(0, 1).Total);
        Assert.Empty(log.Partners.All());
        Assert.Null(new Athletes(log.Database).Get());
    }

    // A file made after somebody was deleted still names them, for the rolls; importing it used to bring them back.
    [Fact]
    public async Task An_own_export_does_not_bring_a_deleted_partner_back_and_fills_an_empty_log_the_same()
    {
        Transfers.Import(demo);
        log.Partners.Bin("mirek", null, TempLog.Now);
        var file = await Exported();
        Assert.Contains("\"deleted\":true", file);
        var reading = await LogbookFile.Read(new MemoryStream(Encoding.UTF8.GetBytes(file)), DayBounds.On(new DateOnly(2026, 7, 1)));
        Assert.Equal(new ImportCount(0, 0, demo.Partners.Count), Transfers.Import(reading.Logbook!).Report!.Partners);
        Assert.Null(log.Partners.Get("mirek"));
        using var other = new TempLog();
        new Transfers(other.Database).Import(reading.Logbook!);
        Assert.Null(other.Partners.Get("mirek"));
        Assert.Contains(other.Sessions.List(0, 200).Items.SelectMany(s => s.Value.Rolls), r => r.PartnerId == "mirek");
    }

    [Fact]
    public void An_import_that_is_cut_short_leaves_nothing_to_be_seen_and_the_next_start_takes_the_rest_away()
    {
        using var stop = new CancellationTokenSource();
        Assert.Throws<OperationCanceledException>(() =>
            Transfers.Import(
                demo with
                {
                    Sessions = [.. demo.Sessions.SelectMany(s => Enumerable.Range(0, 3).Select(i => s with { Id = s.Id + i }))],
                },
                _ => stop.Cancel(),
                stop.Token
            )
        );
        Assert.Equal(0L, Count("session") + Count("partner") + Count("roll_words"));

        // As if the power had gone in the middle.
        log.Database.Aside(c =>
            c.Run(
                "INSERT INTO session (id, date, kind, attire, version, binned_at) VALUES ('half', '2026-03-03', 'class', 'gi', 1, "
                    + "'importing')"
            )
        );
        Assert.Empty(log.Bins.All());
        log.Database.Dispose();
        using var again = new Database(log.FilePath);
        Assert.Equal(0L, Count("session"));

        long Count(string table) => log.Database.Read(c => c.One($"SELECT count(*) FROM {table}", r => r.GetInt64(0)));
    }

    [Fact]
    public void Sessions_can_be_saved_while_a_file_comes_in()
    {
        var saved = 0;
        Transfers.Import(demo, _ =>
            saved += log.Sessions.Add(TempLog.Session($"mine{saved}") with { Rolls = [] }).Outcome == WriteOutcome.Saved ? 1 : 0
        );
        Assert.True(saved > 0);
        Assert.Equal(demo.Sessions.Count + saved, log.Sessions.List(0, 1).Total);
    }

    [Fact]
    public void Merged_words_are_checked_with_those_that_stand()
    {
        var words = new Vocabulary(log.Database);
        var net = new Position
        {
            Id = "the-net",
            Name = "The net",
            Family = Family.HalfGuard,
            Roles = [Role.Top, Role.Bottom],
            Scores = PositionScore.Guard,
        };
        Assert.Empty(
            words
                .Add(
                    new PersonalWords
                    {
                        Positions = [net],
                        Techniques =
                        [
                            new Technique
                            {
                                Id = "net-out",
                                Name = "Net out",
                                Kind = TechniqueKind.Escape,
                                From = [StartPattern.Parse("the-net:bottom")],
                                To = [Spot.Parse("standing")],
                            },
                        ],
                    }
                )
                .Faults
        );
        var refused = Transfers.Import(demo with { Vocabulary = new PersonalWords { Positions = [net with { Roles = [Role.Even] }] } });
        Assert.Contains("the-net:bottom", Assert.Single(refused.Faults).Sentence);
        Assert.Equal(0, log.Sessions.List(0, 1).Total);
    }
}
