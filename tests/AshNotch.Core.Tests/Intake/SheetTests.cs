using System.Text;
using AshNotch.Core.Ground;
using AshNotch.Core.Intake;
using AshNotch.Core.Log;
using AshNotch.Core.Telling;
using AshNotch.Formats;

namespace AshNotch.Core.Tests.Intake;

/// <summary>
/// Tables of anybody's making, written for these tests in the ways that people keep them (common practice, no source): what the
/// columns are, what each cell says, and what is said of what cannot be read.
/// </summary>
public sealed class SheetTests
{
    private static readonly DateOnly Today = new(2026, 6, 22);

    private static readonly Partner[] Known =
    [
        new()
        {
            Id = "cosmo",
            Name = "Cosmo V.",
            Belt = BeltColour.Blue,
            WeightKg = new Kilograms(69),
        },
        new() { Id = "mirek", Name = "Mirek Z." },
        new() { Id = "mirek-2", Name = "Mirek O." },
    ];

    private static SheetTable Table(string csv)
    {
        var read = CsvTable.Read(Encoding.UTF8.GetBytes(csv));
        Assert.Null(read.Fault);
        return read.Table!;
    }

    private static SheetReading Read(string csv, SheetAsked? asked = null) =>
        SheetReader.Read(
            Table(csv),
            asked ?? new SheetAsked(null, null, Attire.Gi, false),
            AccountReader.Default,
            GroundMap.Default,
            Known,
            Today,
            DayBounds.On(Today)
        );

    private static Roll Only(string csv) => Assert.Single(Assert.Single(Read(csv).Sessions).Rolls);

    [Theory]
    [InlineData(
        "Date,Partner,Belt,Weight (kg),Gi,Minutes,Result,Submission for,Submission against,Position,Notes",
        "Date Partner Belt Weight Attire Minutes Result SubmissionFor SubmissionAgainst Position Notes"
    )]
    [InlineData(
        "day,opponent,rank,lbs,gi/no-gi,round length,W/L,my subs,tapped to,start,comments",
        "Date Partner Belt Weight Attire Minutes Result SubmissionFor SubmissionAgainst Position Notes"
    )]
    public void Columns_are_known_by_their_headings(string head, string columns)
    {
        var table = Table(
            $"{head}\n2026-03-03,Cosmo,blue,69,gi,6,won,armbar,-,closed guard "
                + "top,fine\n2026-03-04,Anneke,purple,71,gi,6,lost,-,kimura,mount bottom,well"
        );
        Assert.Equal(columns, string.Join(' ', SheetColumns.Guess(table)));
    }

    [Fact]
    public void Columns_without_headings_that_help_are_known_by_what_stands_in_them()
    {
        var table = Table("A,B,C,D,E\n3.3.2026,Cosmo,blue belt,69 kg,no gi\n5.3.2026,Anneke,purple 3,71 kg,gi\n");
        Assert.Equal([SheetColumn.Date, null, SheetColumn.Belt, SheetColumn.Weight, SheetColumn.Attire], SheetColumns.Guess(table));
        // A heading that the contents speak against says nothing: this "round" counts rounds.
        Assert.Equal(
            [SheetColumn.Date, null, SheetColumn.Partner],
            SheetColumns.Guess(Table("Date,Round,Name\n2026-03-03,first,Cosmo\n2026-03-03,second,Halima"))
        );
    }

    [Theory]
    [InlineData("2026-03-03,Cosmo,fine\n", ',')]
    [InlineData("2026-03-03;Cosmo;\"fine; so, so\"\n", ';')]
    [InlineData("2026-03-03\tCosmo\tfine\n", '\t')]
    public void Any_of_three_delimiters_will_do(string row, char delimiter)
    {
        var head = string.Join(delimiter, "Date", "Partner", "Notes");
        var read = CsvTable.Read(Encoding.UTF8.GetBytes($"{head}\n{row}"));
        Assert.Equal(delimiter, read.Delimiter);
        Assert.Equal(3, Assert.Single(read.Table!.Rows).Cells.Count);
    }

    [Fact]
    public void Any_usual_encoding_will_do_and_the_name_comes_out_right()
    {
        const string csv = "Datum;Partner;Notes\r\n2026-03-03;Zoë Ångström;gut – sehr gut\r\n";
        var latin = CodePagesEncodingProvider.Instance.GetEncoding(1252)!;
        foreach (
            var (bytes, encoding) in ((byte[], string)[])
                [
                    (Encoding.UTF8.GetBytes(csv), "UTF-8"),
                    ([.. Encoding.UTF8.Preamble, .. Encoding.UTF8.GetBytes(csv)], "UTF-8"),
                    ([.. Encoding.Unicode.Preamble, .. Encoding.Unicode.GetBytes(csv)], "UTF-16"),
                    ([.. Encoding.BigEndianUnicode.Preamble, .. Encoding.BigEndianUnicode.GetBytes(csv)], "UTF-16"),
                    (latin.GetBytes(csv), "Windows-1252"),
                ]
        )
        {
            var read = CsvTable.Read(bytes);
            Assert.Equal(encoding, read.Encoding);
            Assert.Equal(["Datum", "Partner", "Notes"], read.Table!.Head);
            Assert.Equal(["2026-03-03", "Zoë Ångström", "gut – sehr gut"], read.Table.Rows[0].Cells);
        }
    }

    [Theory]
    [InlineData("")]
    [InlineData("one line only")]
    [InlineData("a,b\n")]
    [InlineData("PK\0\0\0 this is a workbook, not its text")]
    public void What_is_no_table_is_said_in_a_sentence(string text) =>
        Assert.EndsWith(".", CsvTable.Read(Encoding.UTF8.GetBytes(text)).Fault);

    [Fact]
    public void Titles_above_the_table_empty_lines_and_broken_quotes_do_no_harm()
    {
        var table = Table(
            "My rounds\n\nDate,Partner,Notes\n\n2026-03-03,Cosmo,\"a \"\"good\"\" one\nover two lines\"\n2026-03-04,Ha\"lima,fine\n,,\n"
        );
        Assert.Equal(["Date", "Partner", "Notes"], table.Head);
        Assert.Equal(2, table.Rows.Count);
        Assert.Equal("a \"good\" one\nover two lines", table.Rows[0].Cells[2]);
    }

    [Fact]
    public void Rounds_of_a_day_are_a_session_and_a_day_named_once_holds_for_the_rows_under_it()
    {
        var read = Read("Date,Partner,Gi,Minutes\n5/3/2026,Cosmo,gi,6\n,Anneke,gi,6:30\n,Halima,no-gi,5 min\n25/2/2026,Cosmo,gi,6\n");
        Assert.Equal(
            ["2026-02-25 Gi 1", "2026-03-05 Gi 2", "2026-03-05 NoGi 1"],
            read.Sessions.Select(s => $"{s.Date:yyyy-MM-dd} {s.Attire} {s.Rolls.Count}")
        );
        Assert.Equal([6, 6.5], read.Sessions[1].Rolls.Select(r => r.Minutes!.Value));
        Assert.Contains(read.Remarks, r => r.StartsWith("2 rows without a day", StringComparison.Ordinal));
        Assert.Empty(read.Faults);
    }

    [Fact]
    public void Partners_are_those_of_the_log_or_new_ones()
    {
        var read = Read(
            "Date,Partner,Belt,Weight\n2026-03-03,cosmo,,\n2026-03-03,Cosmo V.,,\n2026-03-03,Mirek,white,70\n2026-03-03,Anneke "
                + "D.,purple 3,71\n2026-03-04,anneke d.,,72\n"
        );
        Assert.Equal(["cosmo", "cosmo", null], read.Sessions[0].Rolls.Take(3).Select(r => r.PartnerId));
        var anneke = Assert.Single(read.Partners);
        Assert.Equal(
            ("Anneke D.", BeltColour.Purple, 3, 72d),
            (anneke.Name, anneke.Belt!.Value, anneke.Stripes!.Value, anneke.WeightKg!.Value)
        );
        Assert.All([read.Sessions[0].Rolls[3], read.Sessions[1].Rolls[0]], r => Assert.Equal(anneke.Id, r.PartnerId));
        // Two are called Mirek: who it was stays open, and the word is kept.
        Assert.Contains("Mirek", Assert.Single(read.Faults).Sentence);
        Assert.Equal("Mirek", read.Sessions[0].Rolls[2].Notes);
        Assert.Equal(
            (BeltColour.White, 70d),
            (read.Sessions[0].Rolls[2].PartnerBelt!.Value, read.Sessions[0].Rolls[2].PartnerWeightKg!.Value)
        );
        // What the log knows of somebody goes into the roll.
        Assert.Equal(
            (BeltColour.Blue, 69d),
            (read.Sessions[0].Rolls[0].PartnerBelt!.Value, read.Sessions[0].Rolls[0].PartnerWeightKg!.Value)
        );
    }

    [Theory]
    [InlineData("armbar", "me armbar")]
    [InlineData("Triangle, RNC", "me triangle|me rear-naked-choke")]
    [InlineData("armbar x2", "me armbar|me armbar")]
    [InlineData("2x kimura and guillotine", "me kimura|me kimura|me guillotine")]
    [InlineData("2", "me -|me -")]
    [InlineData("0", "")]
    [InlineData("none", "")]
    [InlineData("-", "")]
    public void Submissions_are_read_by_any_of_their_names_and_counted(string cell, string taps)
    {
        var roll = Only($"Date,Partner,Subs for\n2026-03-03,Cosmo,\"{cell}\"\n");
        Assert.Equal(
            taps,
            string.Join('|', roll.Exchanges.Select(e => $"{e.End!.By!.Value.ToString().ToLowerInvariant()} {e.End.Technique ?? "-"}"))
        );
        Assert.All(roll.Exchanges, e => Assert.Equal(e.End!.Technique is null ? 0 : 1, e.Moments.Count));
    }

    [Theory]
    [InlineData("won", 1, 0, null)]
    [InlineData("W", 1, 0, null)]
    [InlineData("Lost", 0, 1, null)]
    [InlineData("tapped", 0, 1, null)]
    [InlineData("draw", 0, 0, null)]
    [InlineData("2-1", 2, 1, null)]
    [InlineData("won by armbar", 1, 0, "armbar")]
    [InlineData("lost (triangle)", 0, 1, "triangle")]
    [InlineData("Loss: kimura", 0, 1, "kimura")]
    public void A_result_says_the_taps(string cell, int mine, int theirs, string? by)
    {
        var roll = Only($"Date,Partner,Result\n2026-03-03,Cosmo,{cell}\n");
        Assert.Equal(mine, roll.Exchanges.Count(e => e.End?.By == Actor.Me));
        Assert.Equal(theirs, roll.Exchanges.Count(e => e.End?.By == Actor.Them));
        Assert.All(roll.Exchanges, e => Assert.Equal(by, e.End!.Technique));
    }

    [Fact]
    public void A_result_does_not_count_twice_what_the_submissions_say()
    {
        var roll = Only("Date,Partner,Result,Submission for,Submission against\n2026-03-03,Cosmo,2-1,armbar,kimura\n");
        Assert.Equal(["Me armbar", "Them kimura", "Me "], roll.Exchanges.Select(e => $"{e.End!.By} {e.End.Technique}"));
    }

    [Theory]
    [InlineData("half guard bottom", "half-guard", Role.Bottom)]
    [InlineData("top half guard", "half-guard", Role.Top)]
    [InlineData("under mount", "mount", Role.Bottom)]
    [InlineData("standing", "standing", Role.Even)]
    public void A_position_is_where_the_round_began(string cell, string position, Role role) =>
        Assert.Equal(new Spot(position, role), Only($"Date,Partner,Position\n2026-03-03,Cosmo,{cell}\n").Exchanges[0].Start);

    [Theory]
    [InlineData("82", 82)]
    [InlineData("82.5 kg", 82.5)]
    [InlineData("\"82,5\"", 82.5)]
    [InlineData("180 lbs", 81.6)]
    [InlineData("180 pounds", 81.6)]
    public void Weights_come_in_both_units(string cell, double kilograms) =>
        Assert.Equal(kilograms, Only($"Date,Partner,Weight\n2026-03-03,Anneke,{cell}\n").PartnerWeightKg!.Value);

    [Fact]
    public void A_column_of_bare_pounds_is_noticed_and_said()
    {
        var read = Read("Date,Partner,Weight\n2026-03-03,Anneke,155\n2026-03-04,Anneke,157\n2026-03-05,Halima,121\n");
        Assert.Equal(70.3, read.Sessions[0].Rolls[0].PartnerWeightKg!.Value);
        Assert.Contains(read.Remarks, r => r.Contains("pounds", StringComparison.Ordinal));
        Assert.Equal(81.6, Only("Date,Partner,Weight (lbs)\n2026-03-03,Anneke,180\n").PartnerWeightKg!.Value);
    }

    [Theory]
    [InlineData("No-gi", "x", Attire.NoGi)]
    [InlineData("No-gi", "no", Attire.Gi)]
    [InlineData("Gi", "yes", Attire.Gi)]
    [InlineData("Gi", "n", Attire.NoGi)]
    [InlineData("Type", "nogi class", Attire.NoGi)]
    [InlineData("Type", "Gi", Attire.Gi)]
    public void With_or_without_the_jacket(string head, string cell, Attire attire) =>
        Assert.Equal(attire, Assert.Single(Read($"Date,Partner,{head}\n2026-03-03,Cosmo,{cell}\n").Sessions).Attire);

    [Theory]
    [InlineData("46084", "2026-03-03")]
    [InlineData("3/3/2026 18:30", "2026-03-03")]
    [InlineData("2026-03-03T18:30:00Z", "2026-03-03")]
    [InlineData("Tue 3 March 2026", "2026-03-03")]
    [InlineData("03-Mar-26", "2026-03-03")]
    public void Days_of_spreadsheets(string cell, string day)
    {
        // 46084: the serial number of 3 March 2026 in spreadsheets that count from the end of 1899; 25569 is 1 January 1970 (from memory).
        Assert.Equal(46084 - 25569, DateOnly.Parse("2026-03-03").DayNumber - DateOnly.Parse("1970-01-01").DayNumber);
        Assert.Equal(DateOnly.Parse(day), Assert.Single(Read($"Date,Partner\n{cell},Cosmo\n").Sessions).Date);
    }

    [Fact]
    public void What_cannot_be_read_is_said_with_its_row_and_costs_no_more_than_itself()
    {
        var read = Read(
            """
            Date,Partner,Belt,Weight,Minutes,Result,Subs for,Position
            2026-03-03,Cosmo,grey-white,heavy,long,whatever,flying scorpion crunch,cloud nine
            not a day,Cosmo,blue,70,6,won,armbar,mount top
            2031-03-03,Cosmo,blue,70,6,won,armbar,mount top
            2026-03-05,Cosmo,blue,70,6,won,armbar,mount
            """
        );
        Assert.Equal(
            [
                (2, SheetColumn.Belt, false),
                (2, SheetColumn.Weight, false),
                (2, SheetColumn.SubmissionFor, false),
                (2, SheetColumn.Result, false),
                (2, SheetColumn.Position, false),
                (2, SheetColumn.Minutes, false),
                (3, SheetColumn.Date, true),
                (4, SheetColumn.Date, true),
                (5, SheetColumn.Position, false),
            ],
            read.Faults.Select(f => (f.Row, f.Column!.Value, f.Left))
        );
        Assert.All(read.Faults, f => Assert.EndsWith(".", f.Sentence));
        Assert.Equal(2, read.Sessions.Sum(s => s.Rolls.Count));
        // Nothing of what somebody wrote is lost: words that mean nothing here are in the notes.
        Assert.Equal("flying scorpion crunch\nwhatever\ncloud nine", read.Sessions[0].Rolls[0].Notes);
    }

    [Fact]
    public void Columns_and_the_order_of_days_can_be_set()
    {
        const string csv = "When,Who,Remark\n3/4/2026,Cosmo,I passed with the knee cut.\n";
        var guessed = Read(csv);
        Assert.True(guessed.Open);
        Assert.Equal(new DateOnly(2026, 4, 3), guessed.Sessions[0].Date);
        var set = Read(csv, new SheetAsked([SheetColumn.Date, null, SheetColumn.Notes], DayOrder.MonthFirst, Attire.NoGi, true));
        Assert.Equal((new DateOnly(2026, 3, 4), Attire.NoGi), (set.Sessions[0].Date, set.Sessions[0].Attire));
        var roll = set.Sessions[0].Rolls[0];
        Assert.Null(roll.PartnerId);
        // Notes that are accounts are read, and kept as they were told.
        Assert.Equal("I passed with the knee cut.", roll.Told);
        Assert.Equal("knee-cut", Assert.Single(Assert.Single(roll.Exchanges).Moments).Technique);
    }

    [Fact]
    public void The_same_file_twice_is_the_same_rounds_and_a_row_twice_is_two()
    {
        const string csv = "Date,Partner\n2026-03-03,Cosmo\n2026-03-03,Cosmo\n2026-03-05,Halima\n";
        static IEnumerable<string> Ids(SheetReading read) => read.Sessions.SelectMany(s => s.Rolls.Select(r => s.Id + r.Id));
        Assert.Equal(Ids(Read(csv)), Ids(Read(csv)));
        Assert.Equal(3, Ids(Read(csv)).Distinct().Count());
        // With a row more, the others stay what they were.
        Assert.Subset(Ids(Read(csv + "2026-03-05,Cosmo\n")).ToHashSet(), Ids(Read(csv)).ToHashSet());
    }

    [Fact]
    public void Without_a_day_anywhere_nothing_is_made_and_it_is_said()
    {
        var read = Read("Partner,Notes\nCosmo,fine\n");
        Assert.Empty(read.Sessions);
        Assert.Contains(read.Remarks, r => r.Contains("day", StringComparison.Ordinal));
    }

    [Fact]
    public void Everything_that_comes_of_a_table_may_be_logged_however_strange_it_is()
    {
        var dice = new Random(7);
        string[] cells =
        [
            "",
            "-",
            "won",
            "2-1",
            "99-99",
            "armbar x99",
            "300 kg",
            "1e9",
            "=cmd()",
            "🥋",
            "blue 9",
            "mount",
            "3/3/2026",
            "46084",
            "99999",
            "x\"y",
            "0:00",
            "240",
            "-5",
            "no",
            "ñandú; and + /",
        ];
        for (var round = 0; round < 60; round++)
        {
            var csv = new StringBuilder("Date,Partner,Belt,Weight,Gi,Minutes,Result,Subs for,Subs against,Position,Notes\n");
            for (var row = 0; row < 20; row++)
                csv.AppendLine(
                    "2026-03-03,"
                        + string.Join(
                            ',',
                            Enumerable.Range(0, 10).Select(_ => $"\"{cells[dice.Next(cells.Length)].Replace("\"", "\"\"")}\"")
                        )
                );
            foreach (var told in (bool[])[false, true])
            foreach (var session in Read(csv.ToString(), new SheetAsked(null, null, Attire.Gi, told)).Sessions)
                Assert.Empty(LogRules.Check(session, GroundMap.Default, DayBounds.On(Today)));
        }
    }
}
