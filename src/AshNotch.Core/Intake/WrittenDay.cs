using System.Globalization;
using System.Text.RegularExpressions;
using AshNotch.Core.Telling.Text;

namespace AshNotch.Core.Intake;

/// <summary>Which number of 3/4 is the day.</summary>
public enum DayOrder
{
    /// <summary>3/4 is the third of April.</summary>
    DayFirst,

    /// <summary>3/4 is the fourth of March.</summary>
    MonthFirst,
}

/// <summary>A day as somebody wrote it, which may leave open the year, and which number is the month.</summary>
/// <param name="Source">Where it stands.</param>
/// <param name="Year">The year, when written.</param>
/// <param name="Month">The month; null when only the day was written.</param>
/// <param name="Day">The day.</param>
/// <param name="EitherWay">Whether month and day may be meant the other way round: they were read day first.</param>
/// <param name="Weekday">The weekday, when written.</param>
public sealed partial record WrittenDay(Span Source, int? Year, int? Month, int Day, bool EitherWay, DayOfWeek? Weekday)
{
    private const RegexOptions Plain = RegexOptions.IgnoreCase | RegexOptions.CultureInvariant;
    private const int Century = 2000;

    // Days that spreadsheets count from the end of 1899; what lies outside is no day on a mat.
    private const int LeastSerial = 20_000;
    private const int MostSerial = 70_000;

    private static readonly string[] MonthNames = [.. CultureInfo.InvariantCulture.DateTimeFormat.MonthNames.Where(n => n.Length > 0)];

    private static readonly string[] DayNames = CultureInfo.InvariantCulture.DateTimeFormat.DayNames;

    /// <summary>With month and day the other way round, when they may be.</summary>
    public WrittenDay By(DayOrder order) =>
        EitherWay && order == DayOrder.MonthFirst ? this with { Month = Day, Day = Month ?? Day, EitherWay = false } : this;

    /// <summary>Whether there is such a day at all, in some year.</summary>
    public bool IsDay =>
        Month is null
            ? Day is >= 1 and <= 31
            : Month is >= 1 and <= 12 && Day >= 1 && Day <= DateTime.DaysInMonth(Year ?? 2024, Month.Value);

    /// <summary>The day in a year; null when that year has none such.</summary>
    public DateOnly? In(int year) =>
        Month is { } month && year is >= 1 and <= 9999 && month is >= 1 and <= 12 && Day >= 1 && Day <= DateTime.DaysInMonth(year, month)
            ? new DateOnly(year, month, Day)
            : null;

    /// <summary>The first day in a text at or after a place; null when there is none.</summary>
    /// <param name="text">The text.</param>
    /// <param name="from">Where to begin.</param>
    /// <param name="onlyThere">Whether it must stand at that very place.</param>
    public static WrittenDay? In(string text, int from = 0, bool onlyThere = false)
    {
        Match? best = null;
        foreach (var form in (Regex[])[Iso(), NamedFirst(), NamedSecond(), Numbers()])
        {
            var match = form.Match(text, from);
            if (match.Success && (!onlyThere || match.Index == from) && (best is null || match.Index < best.Index))
                best = match;
        }

        return best is null ? null : Of(best);
    }

    /// <summary>A cell that is nothing but a day, with a weekday before it or a time behind it; null when it is none.</summary>
    public static WrittenDay? Whole(string cell)
    {
        var text = cell.Trim();
        if (
            int.TryParse(text, NumberStyles.None, CultureInfo.InvariantCulture, out var serial)
            && serial is >= LeastSerial and <= MostSerial
        )
        {
            // Day 60 of that reckoning never was (29 February 1900): from there on it runs one ahead of the calendar.
            var date = new DateOnly(1899, 12, 30).AddDays(serial);
            return new WrittenDay(new Span(0, text.Length), date.Year, date.Month, date.Day, false, null);
        }

        var lead = Lead().Match(text).Length;
        var found = In(text, lead, onlyThere: true);
        return found is not null && Time().IsMatch(text[found.Source.End..])
            ? found with
            {
                Weekday = found.Weekday ?? WeekdayIn(text[..lead]),
            }
            : null;
    }

    /// <summary>The weekday that a text begins with, and how long its word is; none when it begins with no weekday.</summary>
    public static (DayOfWeek Weekday, int Length)? WeekdayAt(string text, int from)
    {
        var match = WeekdayWord().Match(text, from);
        return match.Success && match.Index == from && WeekdayIn(match.Value) is { } day ? (day, match.Length) : null;
    }

    /// <summary>A month, a year, or both alone, such as a chapter's heading has: "March 2026", "March" or "2026".</summary>
    public static (int? Month, int? Year)? MonthOrYear(string text)
    {
        var match = MonthYear().Match(text.Trim());
        var month = match.Groups["m"].Success ? MonthOf(match.Groups["m"].Value) : null;
        int? year = match.Groups["y"].Success ? int.Parse(match.Groups["y"].Value, CultureInfo.InvariantCulture) : null;
        return match.Success && (month ?? year) is not null ? (month, year) : null;
    }

    private static WrittenDay Of(Match match)
    {
        int? Number(string group) =>
            match.Groups[group].Success ? int.Parse(match.Groups[group].Value, CultureInfo.InvariantCulture) : null;
        var year = Number("y");
        if (match.Groups["y"].Length == 2)
            year += Century;
        var named = match.Groups["m"].Success && !char.IsDigit(match.Groups["m"].Value[0]);
        var month = named ? MonthOf(match.Groups["m"].Value) : Number("m");
        // ISO's order is year, month, day; other numbers stand either way.
        var either = !named && match.Groups["iso"].Length == 0;
        return new WrittenDay(new Span(match.Index, match.Length), year, month, Number("d")!.Value, either, null);
    }

    private static int? MonthOf(string word)
    {
        var at = Array.FindIndex(MonthNames, n => n.StartsWith(word[..3], StringComparison.OrdinalIgnoreCase));
        return at < 0 ? null : at + 1;
    }

    private static DayOfWeek? WeekdayIn(string text)
    {
        var word = text.Trim().TrimEnd('.', ',');
        var at =
            word.Length < 2
                ? -1
                : Array.FindIndex(DayNames, n => n.StartsWith(word[..Math.Min(word.Length, 3)], StringComparison.OrdinalIgnoreCase));
        return at < 0 ? null : (DayOfWeek)at;
    }

    [GeneratedRegex(@"(?<![\d])(?<y>(?<iso>(?:19|20)\d\d))(?<s>[-/.])(?<m>\d{1,2})\k<s>(?<d>\d{1,2})(?!\d)", Plain)]
    private static partial Regex Iso();

    [GeneratedRegex(
        @"(?<!\d)(?<d>\d{1,2})(?:st|nd|rd|th)?\.?(?:\s+|-|/)(?:of\s+)?(?<m>"
            + @"(?:jan|feb|mar|apr|may|jun|jul|aug|sep|oct|nov|dec)[a-z]*)\b\.?(?:(?:,?\s*|-|/|\s+')(?<y>(?:19|20)\d\d|"
            + @"(?<=['-/])\d\d)(?!\d))?",
        Plain
    )]
    private static partial Regex NamedFirst();

    [GeneratedRegex(
        @"\b(?<m>(?:jan|feb|mar|apr|may|jun|jul|aug|sep|oct|nov|dec)[a-z]*)\b\.?(?:\s+|-|/)(?:the\s+)?(?<d>\d{1,2})"
            + @"(?:st|nd|rd|th)?(?!\d)\.?(?:(?:,?\s*|-|/|\s+')(?<y>(?:19|20)\d\d|(?<=')\d\d)(?!\d))?",
        Plain
    )]
    private static partial Regex NamedSecond();

    [GeneratedRegex(
        @"(?<![\d.,/-])(?<d>\d{1,2})\s?(?<s>[-/.])\s?(?<m>\d{1,2})(?:\s?\k<s>\s?(?<y>(?:19|20)\d\d|\d\d))?(?!\d)(?![/-]\d)",
        Plain
    )]
    private static partial Regex Numbers();

    [GeneratedRegex(@"^\s*(?:(?:mon|tue|wed|thu|fri|sat|sun)[a-z]*[.,]?\s+)?(?:the\s+)?", Plain)]
    private static partial Regex Lead();

    [GeneratedRegex(@"(?:mon|tue|wed|thu|fri|sat|sun)(?:nesday|rsday|urday|sday|day|rs|r|s)?\b[.,]?", Plain)]
    private static partial Regex WeekdayWord();

    [GeneratedRegex(
        @"^[T,\s]*(?:(?:mon|tue|wed|thu|fri|sat|sun)[a-z]*)?\s*(?:\d{1,2}[:.]\d\d(?:[:.]\d\d(?:\.\d+)?)?\s*(?:am|pm|h|uhr)?Z?)?\s*$",
        Plain
    )]
    private static partial Regex Time();

    [GeneratedRegex(
        @"^(?:(?<m>(?:jan|feb|mar|apr|may|jun|jul|aug|sep|oct|nov|dec)[a-z]*)\.?,?)?(?:(?:^|\s+)(?<y>(?:19|20)\d\d))?:?$",
        Plain
    )]
    private static partial Regex MonthYear();
}
