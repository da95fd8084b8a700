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
        await Transfers.Export((athlete, partners, sessions, words, ratings, blocks, niggles) => LogbookFile.Write(stream, athlete!, partners, sessions, words, ratings, blocks, niggles));
        return Encoding.UTF8.GetString(stream.ToArray());
    }

    [Fact]
    public async Task The_export_of_an_empty_log_into_which_a_file_came_is_that_file()
    {
        var report = Transfers.Import(demo);
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
        var report = Transfers.Import(demo);
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
        var report = Transfers.Import(new Logbook
        {
            Athlete = demo.Athlete,
            Partners = [TempLog.Odalys with { Name = "Odalys Brand" }],
            Sessions = [TempLog.Session("both", TempLog.Roll("a") with { Notes = "from the file" }), TempLog.Session("new")],
        });
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
        var report = Transfers.Import(demo with { Athlete = demo.Athlete with { Name = "Somebody Else", Belt = BeltColour.Purple, WeightKg = new Kilograms(80) } });
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
        log.Partners.Bin("mirek", TempLog.Now);
        Transfers.Import(demo);
        Assert.NotNull(log.Sessions.Get("n02"));
        Assert.Empty(log.Bins.All());
    }

    [Fact]
    public void An_import_that_is_called_off_leaves_nothing()
    {
        using var stop = new CancellationTokenSource();
        stop.Cancel();
        Assert.Throws<OperationCanceledException>(() => Transfers.Import(demo, stop.Token));
        Assert.Equal(0, log.Sessions.List(0, 1).Total);
        Assert.Empty(log.Partners.All());
        Assert.Null(new Athletes(log.Database).Get());
    }

    [Fact]
    public void Own_words_are_merged_by_id()
    {
        var words = new Vocabulary(log.Database);
        words.Add(demo.Vocabulary);
        words.Add(demo.Vocabulary with { Techniques = [demo.Vocabulary.Techniques[0] with { Name = "Net roll, low" }] });
        Assert.Equal("Net roll, low", Assert.Single(words.Get().Techniques).Name);
        Assert.Equal(3, words.Get().Aliases.Count);
        Assert.True(words.RemoveAlias(words.Get().Aliases[0]));
        Assert.Equal(2, words.Get().Aliases.Count);
    }
}
