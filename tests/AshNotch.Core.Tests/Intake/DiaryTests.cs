using AshNotch.Core.Intake;
using AshNotch.Core.Log;
using AshNotch.Core.Telling;
using Xunit.Abstractions;

namespace AshNotch.Core.Tests.Intake;

/// <summary>Old diaries: cut into days, and read into sessions.</summary>
public sealed class DiaryTests(ITestOutputHelper output)
{
    private static readonly DateOnly Today = new(2026, 6, 22);

    private static Diary Cut(string text, DayOrder? order = null) => Diary.Of(text, order, Today, DayBounds.On(Today));

    private static IEnumerable<string> Days(string text, DayOrder? order = null) =>
        Cut(text, order).Entries.Select(e => $"{e.Date:yyyy-MM-dd} {text.Substring(e.Body.Start, e.Body.Length)}");

    // Ways of writing a day: common practice, no source.
    [Theory]
    [InlineData("2026-03-03")]
    [InlineData("2026-03-03:")]
    [InlineData("## 2026-03-03")]
    [InlineData("# Training log, 3 March 2026")]
    [InlineData("2026/3/3")]
    [InlineData("2026.03.03")]
    [InlineData("03.03.2026")]
    [InlineData("3/3/2026")]
    [InlineData("3/3/26")]
    [InlineData("3-3-2026")]
    [InlineData("3 March 2026")]
    [InlineData("3rd of March 2026")]
    [InlineData("3. Mar 2026")]
    [InlineData("3 Mar '26")]
    [InlineData("3-Mar-26")]
    [InlineData("March 3, 2026")]
    [InlineData("Mar 3rd 2026")]
    [InlineData("Tuesday, March 3, 2026")]
    [InlineData("Tue 3 March 2026")]
    [InlineData("Tues 3/3/2026")]
    [InlineData("**Tue 3.3.2026**")]
    [InlineData("- [x] 2026-03-03 -")]
    [InlineData("Date: 3 March 2026")]
    [InlineData("3 March")]
    [InlineData("Tue 3 Mar -")]
    [InlineData("Tuesday 3/3")]
    [InlineData("2026-03-03 (Tuesday)")]
    [InlineData("Day 3 March 2026")]
    public void A_day_is_known_however_it_is_written(string heading)
    {
        Assert.Equal(["2026-03-03 I passed."], Days($"{heading}\nI passed.\n"));
        Assert.Equal(["2026-03-03 I passed."], Days($"{heading}\r\n\r\n  I passed.\r\n\r\n---\r\n"));
    }

    [Theory]
    [InlineData("3/4 of the round was in half guard.")]
    [InlineData("6.5 minutes with Cosmo.")]
    [InlineData("2-1 on taps.")]
    [InlineData("I last rolled with her on 3 March 2026.")]
    [InlineData("10 minutes, 12/15 drills done")]
    [InlineData("may 5 rounds be enough")]
    [InlineData("Saturday was fine.")]
    public void A_line_that_only_speaks_of_numbers_or_days_begins_no_entry(string line) =>
        Assert.Equal([$"2026-06-01 Rolled.\n{line}"], Days($"2026-06-01\nRolled.\n{line}"));

    [Fact]
    public void Words_on_the_line_of_the_day_belong_to_it()
    {
        Assert.Equal(
            ["2026-03-03 Rolled with Cosmo.\nI passed.", "2026-03-05 no gi\nHe passed."],
            Days("2026-03-03: Rolled with Cosmo.\nI passed.\n\n2026-03-05 no gi\nHe passed.")
        );
        var text = "My notebook.\n\n3 March 2026 – gi. I passed.";
        var cut = Cut(text);
        Assert.Equal("My notebook.", text.Substring(cut.Before.Start, cut.Before.Length));
        Assert.Equal("3 March 2026", text.Substring(cut.Entries[0].Heading.Start, cut.Entries[0].Heading.Length));
        Assert.Equal("gi. I passed.", text.Substring(cut.Entries[0].Body.Start, cut.Entries[0].Body.Length));
    }

    [Fact]
    public void Month_and_year_may_stand_above()
    {
        Assert.Equal(
            ["2024-11-28 a", "2024-12-03 b", "2025-01-07 c", "2025-01-09 d", "2025-02-11 e"],
            Days(
                "# November 2024\n## Thu 28th\na\n# December 2024\n## Tue 3\nb\n# 2025\n## 7 January\nc\n## 9 January\nd\n## "
                    + "February\n### 11th\ne"
            )
        );
    }

    [Fact]
    public void Years_that_are_not_written_follow_from_the_order_and_from_today()
    {
        Assert.Equal(["2025-11-20 a", "2025-12-30 b", "2026-01-05 c", "2026-06-20 d"], Days("20 Nov\na\n30 Dec\nb\n5 Jan\nc\n20 Jun\nd"));
        Assert.Equal(["2026-06-20 d", "2026-01-05 c", "2025-12-30 b", "2025-11-20 a"], Days("20 Jun\nd\n5 Jan\nc\n30 Dec\nb\n20 Nov\na"));
        Assert.Equal(["2023-12-30 a", "2024-01-02 b", "2024-02-01 c"], Days("30 December 2023\na\n2 January\nb\n1 February\nc"));
        Assert.True(Cut("20 Jun\nd\n5 Jan\nc\n30 Dec\nb").NewestFirst);
    }

    [Fact]
    public void Which_number_is_the_month_follows_from_the_whole_file()
    {
        // The 25th can only be a day.
        Assert.Equal(["2026-03-04 a", "2026-03-25 b"], Days("3/4/2026\na\n3/25/2026\nb"));
        Assert.Equal(["2026-04-03 a", "2026-03-25 b"], Days("3/4/2026\na\n25/3/2026\nb"));
        // 4 March 2026 was a Wednesday, 3 April a Friday.
        Assert.Equal(["2026-03-04 a"], Days("Wed 3/4/2026\na"));
        Assert.Equal(["2026-04-03 a"], Days("Fri 3/4/2026\na"));
        // In one direction only one way round.
        Assert.Equal(["2026-01-02 a", "2026-02-03 b", "2026-03-01 c"], Days("1/2/2026\na\n2/3/2026\nb\n3/1/2026\nc"));
        var open = Cut("3/4/2026\na");
        Assert.True(open.Open);
        Assert.Equal(new DateOnly(2026, 4, 3), open.Entries[0].Date);
        Assert.False(Cut("3/4/2026\na", DayOrder.MonthFirst).Open);
        Assert.Equal(new DateOnly(2026, 3, 4), Cut("3/4/2026\na", DayOrder.MonthFirst).Entries[0].Date);
    }

    [Theory]
    [InlineData("31 February 2026")]
    [InlineData("2026-13-40")]
    [InlineData("3 March 2031")]
    [InlineData("3 March 1931")]
    public void A_day_that_cannot_be_is_said_and_not_taken(string heading)
    {
        var entry = Assert.Single(Cut($"# {heading}\nI passed.").Entries);
        Assert.EndsWith(".", entry.Fault);
    }

    [Theory]
    [InlineData("")]
    [InlineData("no day in it at all\njust words")]
    [InlineData("\n\n\n")]
    public void A_text_without_days_has_no_entries_and_loses_nothing(string text)
    {
        var cut = Cut(text);
        Assert.Empty(cut.Entries);
        Assert.Equal(text.Trim(), text.Substring(cut.Before.Start, cut.Before.Length));
    }

    [Fact]
    public void Every_word_of_a_diary_lies_in_one_entry_or_before_them()
    {
        var text = File.ReadAllText(Path.Combine(AppContext.BaseDirectory, "Intake", "year.md"));
        var cut = Cut(text);
        var covered = new bool[text.Length];
        foreach (var span in cut.Entries.SelectMany(e => new[] { e.Heading, e.Body }).Append(cut.Before))
            for (var i = span.Start; i < span.End; i++)
            {
                Assert.False(covered[i], $"twice at {i}");
                covered[i] = true;
            }

        var left = string.Concat(text.Where((c, i) => !covered[i] && char.IsLetterOrDigit(c)));
        // What is in none: the chapters' headings.
        Assert.Matches("^(March|April|May|June|July|September|October|November|December|January|February|2025|2026)*$", left);
    }

    [Fact]
    public void Long_and_hostile_texts_are_cut_in_steps_that_grow_with_them()
    {
        Assert.Equal(Diary.MostEntries, Cut(string.Concat(Enumerable.Repeat("2026-01-01\nx\n", 7000))).Entries.Count);
        foreach (var piece in (string[])["1/", "# ", "3 Mar ", "2026-", "\n\n", "**", "Tue ", "1.1."])
            Assert.NotNull(Cut(string.Concat(Enumerable.Repeat(piece, 200_000))));
    }

    /// <summary>The year's diary beside its hand count: every day, and how many of the days have the rounds and partners counted.</summary>
    [Fact]
    public void A_years_diary_gives_the_sessions_that_were_counted_by_hand()
    {
        var folder = Path.Combine(AppContext.BaseDirectory, "Intake");
        var text = File.ReadAllText(Path.Combine(folder, "year.md"));
        var counted = File.ReadLines(Path.Combine(folder, "year-count.txt"))
            .Where(l => l.Length > 0 && l[0] != '#')
            .Select(l => l.Split('|', StringSplitOptions.TrimEntries))
            .Select(p => (Date: DateOnly.Parse(p[0]), Rounds: int.Parse(p[1]), Partners: p[2]))
            .ToList();
        var cut = Cut(text);
        Assert.Equal(counted.Select(c => c.Date), cut.Entries.Select(e => e.Date!.Value));
        Assert.All(cut.Entries, e => Assert.Null(e.Fault));

        var people = new IntakePeople([]);
        var sessions = cut
            .Entries.Select(e =>
                DiaryReader
                    .Read(text.Substring(e.Body.Start, e.Body.Length), e.Date!.Value, 0, Attire.Gi, AccountReader.Default, people)
                    .Session
            )
            .ToList();
        var names = people.Added.ToDictionary(p => p.Id, p => p.Name);
        var (rounds, partners) = (0, 0);
        foreach (var (session, day) in sessions.Zip(counted))
        {
            var with = string.Join(' ', session.Rolls.Select(r => r.PartnerId is { } id ? names[id] : "?"));
            rounds += session.Rolls.Count == day.Rounds ? 1 : 0;
            partners += with.Replace("?", "").Trim() == day.Partners ? 1 : 0;
            if (session.Rolls.Count != day.Rounds || with != day.Partners)
                output.WriteLine($"{day.Date}: {session.Rolls.Count} rounds with {with}; counted {day.Rounds} with {day.Partners}");
        }

        output.WriteLine($"{rounds} and {partners} of {counted.Count} days have the rounds and the partners that were counted");
        // Nine evenings say that they are without the jacket, counted by hand.
        Assert.Equal(9, sessions.Count(s => s.Attire == Attire.NoGi));
        Assert.InRange(rounds, counted.Count * 9 / 10, counted.Count);
        Assert.InRange(partners, counted.Count * 9 / 10, counted.Count);
        foreach (var session in sessions)
            Assert.Empty(LogRules.Check(session, Core.Ground.GroundMap.Default, DayBounds.On(Today)));
    }
}
