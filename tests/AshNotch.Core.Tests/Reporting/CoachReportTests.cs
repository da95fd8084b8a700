using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Load;
using AshNotch.Core.Log;
using AshNotch.Core.Reporting;
using AshNotch.Demo;
using AshNotch.Formats;
using Markdig;
using Markdig.Syntax;
using Markdig.Syntax.Inlines;

namespace AshNotch.Core.Tests.Reporting;

/// <summary>The page for a coach: what it says of the demo log, counted beside it, and its Markdown read by Markdig.</summary>
public sealed class CoachReportTests
{
    private static readonly DateOnly Today = new(2026, 6, 22);
    private static readonly Logbook Log = Season.Make(Today);
    private static readonly CoachBasis Basis = BasisOf(Log);

    private static CoachBasis BasisOf(Logbook log)
    {
        var ground = GroundMap.Default.With(log.Vocabulary);
        List<RollReading> readings = [.. RollReading.Of(log, ground).OrderBy(r => r.Date)];
        return new CoachBasis
        {
            Owner = log.Athlete,
            Readings = readings,
            Judgement = Judgement.Of(ground, LogCounts.Of(readings, ground.Usual), Standpoint.Owner(log.Athlete)),
            Ground = ground,
            Visits = [.. log.Sessions.Where(s => s.Date <= Today).Select(s => new Visit(s.Id, s.Date, s.Minutes, s.Effort))],
            Partners = log.Partners,
            Block = null,
            Today = Today,
        };
    }

    private static CoachReport Report(int weeks = 8, bool initials = false, string question = "", params CoachPart[] parts) =>
        CoachReport.Of(
            Basis,
            new CoachAsked(weeks, parts.Length == 0 ? Enum.GetValues<CoachPart>().ToHashSet() : parts.ToHashSet(), initials, question)
        );

    private static IReadOnlyList<string> Says(CoachReport report, CoachPart part) =>
        [.. report.Sections.Where(s => s.Part == part).SelectMany(s => s.Lines).Select(l => l.Says)];

    [Fact]
    public void Rounds_and_taps_are_those_of_the_weeks_counted_in_the_log_itself()
    {
        var from = Today.AddDays(-27);
        var sessions = Log.Sessions.Where(s => s.Date >= from && s.Date <= Today).ToList();
        var rolls = sessions.SelectMany(s => s.Rolls).ToList();
        int Taps(Actor by) =>
            rolls.Where(r => r.Goes is null).SelectMany(r => r.Exchanges).Count(e => e.End is { Kind: EndKind.Tap } end && end.By == by);
        var says = Says(Report(weeks: 4), CoachPart.Rounds);
        Assert.Contains($"{sessions.Count} evenings", says[0]);
        Assert.Contains($"{rolls.Count} rounds told", says[0]);
        // The start of an exchange may be unknown; then its tap is no contest over a spot.
        Assert.Matches($"^I got {Taps(Actor.Me)} taps.* I gave {Taps(Actor.Them)} taps", says[1]);
    }

    [Fact]
    public void Partners_stand_by_their_rounds_or_by_their_initials()
    {
        var from = Today.AddDays(-55);
        var most = Log
            .Sessions.Where(s => s.Date >= from && s.Date <= Today)
            .SelectMany(s => s.Rolls)
            .Where(r => r.PartnerId is not null)
            .GroupBy(r => r.PartnerId!)
            .MaxBy(g => g.Count())!;
        var name = Log.Partners.Single(p => p.Id == most.Key).Name;
        Assert.Contains(Says(Report(), CoachPart.Partners), l =>
            l.StartsWith($"{name} ", StringComparison.Ordinal) && l.Contains($": {most.Count()} rounds,")
        );
        var text = ReportMarkdown.Of(Report(initials: true), "x");
        Assert.All(Log.Partners, p => Assert.DoesNotContain(p.Name.Split(' ')[0], text));
        Assert.Equal("O. B.", CoachReport.Initials("Odalys B."));
        Assert.Equal("É. D. L.", CoachReport.Initials(" élodie de  Lune"));
    }

    [Fact]
    public void What_costs_most_is_said_as_it_is_judged_and_how_sure()
    {
        var first = Basis.Judgement.SoftSpots[0];
        var says = Says(Report(), CoachPart.SoftSpots);
        Assert.Equal(3, says.Count);
        Assert.Contains($"({first.Won + first.Lost} contests;", says[0]);
        Assert.Matches("(is clear|is likely|a guess yet)", says[0]);
        // The planted story of the demo: the knee cut in half guard.
        Assert.Contains("half guard, from below", says[0], StringComparison.OrdinalIgnoreCase);
        Assert.Contains("knee cut", says[0]);
    }

    [Fact]
    public void Each_moment_leads_to_its_place_in_the_log()
    {
        var lines = Report().Sections.Single(s => s.Part == CoachPart.Moments).Lines;
        Assert.Equal(3, lines.Count);
        foreach (var line in lines)
        {
            Assert.NotNull(line.Place);
            var place = line.Place.Value;
            var roll = Log.Sessions.Single(s => s.Id == place.Session).Rolls.Single(r => r.Id == place.Roll);
            var exchange = roll.Exchanges[place.Exchange];
            Assert.True(place.Moment is null || place.Moment < exchange.Moments.Count);
        }
    }

    [Fact]
    public void Only_what_was_asked_for_stands_there_and_an_empty_log_says_so()
    {
        Assert.Equal([CoachPart.Levers], Report(parts: CoachPart.Levers).Sections.Select(s => s.Part));
        Assert.Equal(
            [CoachPart.Question],
            Report(question: "Why?", parts: [CoachPart.Question, CoachPart.Block]).Sections.Select(s => s.Part)
        );
        var empty = CoachReport.Of(
            BasisOf(new Logbook { Athlete = Log.Athlete }),
            new CoachAsked(8, Enum.GetValues<CoachPart>().ToHashSet(), false, "")
        );
        Assert.Equal([CoachPart.Rounds], empty.Sections.Select(s => s.Part));
        Assert.Contains("No evening on the mat", empty.Sections[0].Lines[0].Says);
    }

    [Fact]
    public void Markdig_reads_the_headings_and_every_sentence_back()
    {
        var report = Report(question: "Why does it collapse?");
        var document = Markdown.Parse(ReportMarkdown.Of(report, "Ash Notch"));
        var headings = document.Descendants<HeadingBlock>().Select(h => (h.Level, Text(h.Inline!))).ToList();
        Assert.Equal([(1, report.Title), .. report.Sections.Select(s => (2, s.Title))], headings);
        Assert.Equal(
            report.Sections.SelectMany(s => s.Lines).Select(l => l.Says),
            document.Descendants<ListItemBlock>().Select(i => Text(((ParagraphBlock)i.Single()).Inline!))
        );
    }

    [Theory]
    [InlineData("# not a heading")]
    [InlineData("1. not a list")]
    [InlineData("12) nor this")]
    [InlineData("- nor this")]
    [InlineData("> no quote")]
    [InlineData("*stars* and _lines_ and `code` and ~~gone~~")]
    [InlineData("[a link](http://example.net) <b>bold</b> &amp; ![x](y)")]
    [InlineData("a\n# b\n\n- c")]
    [InlineData("| a | b |")]
    [InlineData("back\\slash \\* end\\")]
    [InlineData("===")]
    [InlineData("---")]
    [InlineData("🥋 <script>alert(1)</script>")]
    public void Nothing_that_somebody_writes_becomes_a_mark(string question)
    {
        var document = Markdown.Parse(ReportMarkdown.Of(Report(question: question, parts: CoachPart.Question), "x"));
        var item = Assert.Single(document.Descendants<ListItemBlock>());
        Assert.Equal(question.Replace("\n", " "), Text(((ParagraphBlock)item.Single()).Inline!));
        Assert.Empty(document.Descendants<HtmlBlock>());
        Assert.Empty(document.Descendants<EmphasisInline>());
        Assert.Empty(document.Descendants<LinkInline>());
        Assert.Empty(document.Descendants<HtmlInline>());
    }

    /// <summary>The words of some inlines.</summary>
    private static string Text(ContainerInline inline) =>
        string.Concat(
            inline
                .Descendants<Inline>()
                .Select(i =>
                    i is LiteralInline literal ? literal.Content.ToString()
                    : i is HtmlEntityInline entity ? entity.Transcoded.ToString()
                    : ""
                )
        );
}
