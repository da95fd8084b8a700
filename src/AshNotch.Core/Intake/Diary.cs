using System.Buffers;
using System.Text.RegularExpressions;
using AshNotch.Core.Log;
using AshNotch.Core.Telling.Text;

namespace AshNotch.Core.Intake;

/// <summary>An entry of a diary.</summary>
/// <param name="Date">Its day; null when that cannot be said.</param>
/// <param name="Heading">The words that name the day.</param>
/// <param name="Body">What is told of it.</param>
/// <param name="Fault">Why it cannot be taken as it is; null when it can.</param>
public sealed record DiaryEntry(DateOnly? Date, Span Heading, Span Body, string? Fault);

/// <summary>
/// A diary cut into its entries: each begins on a line that begins with a day, in whatever way days are written, with or without
/// the marks of Markdown. "March 2026" or "2026" on a line of its own says month and year for the days under it.
/// </summary>
/// <param name="Entries">The entries, in the order in which they stand.</param>
/// <param name="Before">What stands before the first day and so belongs to none; empty when nothing does.</param>
/// <param name="Order">Which number of 3/4 was taken for the day.</param>
/// <param name="Open">Whether that is a guess that matters.</param>
/// <param name="NewestFirst">Whether the newest entry stands first.</param>
public sealed partial record Diary(IReadOnlyList<DiaryEntry> Entries, Span Before, DayOrder Order, bool Open, bool NewestFirst)
{
    /// <summary>The longest diary, in UTF-16 units: some thirty years of evenings.</summary>
    public const int LongestText = 4_000_000;

    /// <summary>The most entries.</summary>
    public const int MostEntries = 5_000;

    private static readonly SearchValues<char> Ruled = SearchValues.Create("-=_*#~");

    private sealed record Head(WrittenDay Day, Span Heading, int BodyFrom);

    /// <summary>Cuts a diary.</summary>
    /// <param name="text">The text; what lies beyond <see cref="LongestText"/> is left out.</param>
    /// <param name="order">Which number of 3/4 is the day; null to find it.</param>
    /// <param name="today">Today.</param>
    /// <param name="bounds">The days that a log takes.</param>
    public static Diary Of(string text, DayOrder? order, DateOnly today, DayBounds bounds)
    {
        var heads = new List<Head>();
        var chapters = new List<int>();
        (int? Month, int? Year)? chapter = null;
        var end = Math.Min(text.Length, LongestText);
        for (var from = 0; from < end && heads.Count < MostEntries; )
        {
            var to = text.IndexOf('\n', from);
            to = to < 0 ? text.Length : to;
            var line = text[from..to].TrimEnd('\r', ' ', '\t');
            var bare = Marks().Match(line).Length;
            var heading = line.AsSpan(0, bare).Contains('#') || line.AsSpan(0, bare).Contains("**", StringComparison.Ordinal);
            if (
                WrittenDay.MonthOrYear(line[bare..].TrimEnd('*', '_', '#', ' ')) is { } found
                // A month alone is a heading only where it is marked as one.
                && (found.Year is not null || heading)
            )
            {
                chapter = (found.Month, found.Year ?? chapter?.Year);
                chapters.Add(from);
            }
            else if (HeadIn(line, bare, heading, chapter) is { } head)
                heads.Add(
                    head with
                    {
                        Heading = new Span(from + head.Heading.Start, head.Heading.Length),
                        BodyFrom = from + head.BodyFrom,
                    }
                );
            from = to + 1;
        }

        var settled = SettledDays.Of([.. heads.Select(h => h.Day)], order, today);
        var entries = heads
            .Select(
                (head, i) =>
                {
                    var next = i + 1 < heads.Count ? LineStart(text, heads[i + 1].Heading.Start) : end;
                    var until = Math.Min(next, NextIn(chapters, head.BodyFrom) ?? end);
                    var (start, stop) = Trimmed(text, head.BodyFrom, Math.Max(head.BodyFrom, until));
                    return new DiaryEntry(
                        settled.Dates[i],
                        head.Heading,
                        new Span(start, stop - start),
                        FaultOf(text, head, settled.Dates[i], today, bounds)
                    );
                }
            )
            .ToList();
        var (a, b) = Trimmed(
            text,
            0,
            Math.Min(heads.Count == 0 ? end : LineStart(text, heads[0].Heading.Start), NextIn(chapters, 0) ?? end)
        );
        return new Diary(entries, new Span(a, b - a), settled.Order, settled.Open, settled.NewestFirst);
    }

    private static string? FaultOf(string text, Head head, DateOnly? date, DateOnly today, DayBounds bounds)
    {
        var says = text.Substring(head.Heading.Start, head.Heading.Length).Trim();
        if (date is not { } day)
            return $"“{says}” is no day of the calendar. Set it right in the text.";
        if (day > today)
            return $"“{says}” lies ahead of today. Set it right in the text.";
        return bounds.Check(day, "").FirstOrDefault()?.Sentence;
    }

    /// <summary>The day that a line begins with, or, when it is marked as a heading, holds.</summary>
    private static Head? HeadIn(string line, int bare, bool heading, (int? Month, int? Year)? chapter)
    {
        var at = bare;
        var lead = LeadWords().Match(line, at);
        if (lead.Success && lead.Index == at && IntakeWords.Shipped.DateLeads.Contains(lead.Groups[1].Value.ToLowerInvariant()))
            at += lead.Length;
        var weekday = WrittenDay.WeekdayAt(line, at);
        var after = weekday is { } w ? SkipSpace(line, at + w.Length) : at;
        var day = WrittenDay.In(line, after, onlyThere: true);
        if (day is null && heading)
            day = WrittenDay.In(line, at);
        if (day is null)
            return chapter is { Month: not null } known ? InMonth(line, at, after, weekday?.Weekday, heading, known) : null;
        var rest = line[day.Source.End..];
        // "3/4 of the round" and "6.5 minutes" are no days: numbers alone want a weekday before them, or a stop behind them.
        if (day is { Year: null, EitherWay: true } && !heading && weekday is null && !Stop().IsMatch(rest))
            return null;
        // "May 5 rounds": a month without a year that goes on without a stop is no heading either.
        if (
            day is { Year: null, EitherWay: false }
            && !heading
            && weekday is null
            && at == bare
            && !Stop().IsMatch(rest)
            && char.IsLower(line[day.Source.Start])
        )
            return null;
        day = day with
        {
            Year = day.Year ?? (chapter is { } c && (c.Month is null || c.Month == day.Month || day.EitherWay) ? c.Year : null),
            Weekday = weekday?.Weekday ?? WrittenDay.WeekdayAt(line, SkipSpace(line, day.Source.End))?.Weekday,
        };
        var to = day.Source.End;
        return new Head(day, new Span(bare, to - bare), BodyAfter(line, to));
    }

    /// <summary>"Tuesday 3rd" or "3." under a heading that names the month.</summary>
    private static Head? InMonth(string line, int at, int after, DayOfWeek? weekday, bool heading, (int? Month, int? Year) chapter)
    {
        var number = DayNumber().Match(line, after);
        if (!number.Success || number.Index != after || !(heading || weekday is not null || number.Groups[2].Length > 0))
            return null;
        var day = new WrittenDay(
            new Span(after, number.Length),
            chapter.Year,
            chapter.Month,
            int.Parse(number.Groups[1].Value, System.Globalization.CultureInfo.InvariantCulture),
            false,
            weekday
        );
        return new Head(day, new Span(at, after + number.Length - at), BodyAfter(line, after + number.Length));
    }

    /// <summary>Where the words begin that follow a day on its own line.</summary>
    private static int BodyAfter(string line, int at)
    {
        var weekday = WrittenDay.WeekdayAt(line, SkipSpace(line, at));
        var from = weekday is { } w ? SkipSpace(line, at) + w.Length : at;
        return from + Separators().Match(line[from..]).Length;
    }

    private static int SkipSpace(string line, int at)
    {
        while (at < line.Length && line[at] is ' ' or ',' or '\t' or '(')
            at++;
        return at;
    }

    /// <summary>The first of rising places at or after one; null when there is none.</summary>
    private static int? NextIn(List<int> places, int from)
    {
        var at = places.BinarySearch(from);
        at = at < 0 ? ~at : at;
        return at < places.Count ? places[at] : null;
    }

    private static int LineStart(string text, int at) => at == 0 ? 0 : text.LastIndexOf('\n', at - 1) + 1;

    private static (int From, int To) Trimmed(string text, int from, int to)
    {
        while (from < to && char.IsWhiteSpace(text[from]))
            from++;
        while (to > from && (char.IsWhiteSpace(text[to - 1]) || Rule(text, from, to)))
            to--;
        return (from, to);
    }

    /// <summary>Whether the last line is a ruled line, which parts entries and says nothing.</summary>
    private static bool Rule(string text, int from, int to)
    {
        var start = Math.Max(from, LineStart(text, to));
        return to - start >= 1 && text.AsSpan(start, to - start).Trim().IndexOfAnyExcept(Ruled) < 0;
    }

    [GeneratedRegex(@"^(?:[\s#>*_•\-–—=~+]|\[[ xX]?\])*")]
    private static partial Regex Marks();

    [GeneratedRegex(@"([A-Za-z]+)\s*(?:[:#]\s*|\s+(?=\w))")]
    private static partial Regex LeadWords();

    [GeneratedRegex(@"^[\s*_]*(?:$|[:\-–—|,.)\]])")]
    private static partial Regex Stop();

    [GeneratedRegex(@"^[\s*_#]*[:\-–—|,.)\]]*[\s*_]*")]
    private static partial Regex Separators();

    [GeneratedRegex(@"(\d{1,2})(st|nd|rd|th|\.)?(?=$|[\s:,\-–—)*])")]
    private static partial Regex DayNumber();
}
