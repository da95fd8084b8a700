using System.Globalization;
using System.Text.RegularExpressions;
using AshNotch.Core.Ground;
using AshNotch.Core.Log;

namespace AshNotch.Core.Intake;

/// <summary>Single cells of strangers' tables.</summary>
internal static partial class SheetCells
{
    private const RegexOptions Plain = RegexOptions.IgnoreCase | RegexOptions.CultureInvariant;
    private const int MostTaps = 20;

    private static IntakeWords Words => IntakeWords.Shipped;

    /// <summary>Whether a cell says that there was none.</summary>
    public static bool IsNothing(string cell) => Words.Nothing.Contains(cell.Trim().ToLowerInvariant());

    /// <summary>A belt with its stripes: "blue", "Purple 2", "brown belt, 1 stripe"; null when it is none of the adult ones.</summary>
    public static (BeltColour Colour, int? Stripes)? Belt(string cell)
    {
        var match = BeltForm().Match(cell.Trim());
        if (!match.Success || !Enum.TryParse<BeltColour>(match.Groups["c"].Value, ignoreCase: true, out var colour))
            return null;
        int? stripes =
            match.Groups["n"].Success ? int.Parse(match.Groups["n"].Value, CultureInfo.InvariantCulture)
            : match.Groups["i"].Success ? match.Groups["i"].Length
            : null;
        return stripes > Ground.Belt.MostStripes(colour) ? null : (colour, stripes);
    }

    /// <summary>A weight: "82", "82,5 kg", "180 lbs"; a bare number is kilograms unless the column is in pounds.</summary>
    public static Kilograms? Weight(string cell, bool pounds)
    {
        var match = WeightForm().Match(cell.Trim());
        if (!match.Success || Number(match.Groups["n"].Value) is not { } number)
            return null;
        var unit = match.Groups["u"].Value;
        var kilograms = (unit.Length == 0 ? pounds : unit[0] is 'l' or 'L' or 'p' or 'P') ? number * Kilograms.PerPound : number;
        return Kilograms.IsWeight(kilograms) ? new Kilograms(Math.Round(kilograms, 1)) : null;
    }

    /// <summary>A length in minutes: "6", "6:00", "6,5 min", "5m", "300 s", "1h".</summary>
    public static double? Minutes(string cell)
    {
        var text = cell.Trim();
        double? minutes = null;
        if (ClockForm().Match(text) is { Success: true } clock)
        {
            var parts = text.Split(':').Select(p => int.Parse(p, CultureInfo.InvariantCulture)).ToArray();
            minutes = parts.Length == 3 ? (parts[0] * 60) + parts[1] + (parts[2] / 60.0) : parts[0] + (parts[1] / 60.0);
        }
        else if (LengthForm().Match(text) is { Success: true } length && Number(length.Groups["n"].Value) is { } number)
        {
            minutes = length.Groups["u"].Value.ToLowerInvariant() switch
            {
                "s" or "sec" or "secs" or "seconds" => number / 60,
                "h" or "hr" or "hrs" or "hour" or "hours" => number * 60,
                _ => number,
            };
        }

        return minutes is >= 0 and <= 240 ? Math.Round(minutes.Value, 2) : null;
    }

    /// <summary>With or without the jacket; under a heading such as "no-gi" a yes means without, under "gi" with.</summary>
    public static Attire? Attire(string cell, bool headedNoGi)
    {
        var text = cell.Trim().ToLowerInvariant().Replace('-', ' ');
        if (
            Words.NoGi.Contains(text)
            || text.Contains("no gi", StringComparison.Ordinal)
            || text.Contains("nogi", StringComparison.Ordinal)
        )
            return Log.Attire.NoGi;
        if (Words.Gi.Contains(text) || text.Split(' ').Contains("gi"))
            return Log.Attire.Gi;
        if (Words.Yes.Contains(text))
            return headedNoGi ? Log.Attire.NoGi : Log.Attire.Gi;
        return Words.No.Contains(text) ? (headedNoGi ? Log.Attire.Gi : Log.Attire.NoGi) : null;
    }

    /// <summary>Taps for and against from a result: "won", "L", "draw", "2-1"; null when it says nothing of the kind.</summary>
    public static (int For, int Against)? Result(string cell)
    {
        var text = cell.Trim().ToLowerInvariant();
        if (ScoreForm().Match(text) is { Success: true } score)
        {
            var (mine, theirs) = (
                int.Parse(score.Groups[1].Value, CultureInfo.InvariantCulture),
                int.Parse(score.Groups[2].Value, CultureInfo.InvariantCulture)
            );
            return mine <= MostTaps && theirs <= MostTaps ? (mine, theirs) : null;
        }

        var lead = LeadForm().Match(text).Value.Trim();
        if (Words.Lost.Contains(text) || Words.Lost.Contains(lead))
            return (0, 1);
        if (Words.Won.Contains(text) || Words.Won.Contains(lead))
            return (1, 0);
        return Words.Even.Contains(text) || Words.Even.Contains(lead) ? (0, 0) : null;
    }

    /// <summary>What a result says beyond won and lost: "won by armbar", "loss (rnc)".</summary>
    public static string? ResultBy(string cell) =>
        ByForm().Match(cell.Trim()) is { Success: true } by ? by.Groups[1].Value.Trim(' ', '(', ')', ':', '-') : null;

    /// <summary>The parts of a cell with submissions, each with how many: "armbar x2, triangle", "3".</summary>
    public static IReadOnlyList<(string? Name, int Count)> Submissions(string cell)
    {
        var found = new List<(string?, int)>();
        foreach (var part in PartsForm().Split(cell))
        {
            var text = part.Trim();
            if (IsNothing(text))
                continue;
            if (int.TryParse(text, NumberStyles.None, CultureInfo.InvariantCulture, out var bare))
            {
                found.Add((null, Math.Min(bare, MostTaps)));
                continue;
            }

            var times = TimesForm().Match(text);
            var count = times.Success
                ? int.Parse(times.Groups["n"].Success ? times.Groups["n"].Value : times.Groups["m"].Value, CultureInfo.InvariantCulture)
                : 1;
            found.Add((times.Success ? TimesForm().Replace(text, "").Trim() : text, Math.Clamp(count, 1, MostTaps)));
        }

        return found;
    }

    /// <summary>Which of the two roles of a place a cell names.</summary>
    public static Role? RoleIn(string cell)
    {
        var text = $" {SheetColumns.Plain(cell)} ";
        bool Says(IReadOnlyList<string> words) => words.Any(w => text.Contains($" {w} ", StringComparison.Ordinal));
        return Says(Words.Bottom) ? Role.Bottom
            : Says(Words.Top) ? Role.Top
            : null;
    }

    private static double? Number(string text) =>
        double.TryParse(text.Replace(',', '.'), NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var number)
            ? number
            : null;

    [GeneratedRegex(
        @"^(?<c>white|blue|purple|brown|black)(?:\s*belt)?(?:\W*(?:with|w/)?\W*(?:(?<n>\d{1,2})(?:st|nd|rd|th)?(?:\s*"
            + @"(?:stripes?|degrees?|deg|str?))?|(?<i>[i|*]{1,4})))?\W*$",
        Plain
    )]
    private static partial Regex BeltForm();

    [GeneratedRegex(@"^~?(?<n>\d{2,3}(?:[.,]\d{1,2})?)\s*(?<u>kgs?|kilos?|kilograms?|lbs?|pounds?)?\.?$", Plain)]
    private static partial Regex WeightForm();

    [GeneratedRegex(@"^\d{1,3}:\d{2}(?::\d{2})?$")]
    private static partial Regex ClockForm();

    [GeneratedRegex(@"^(?<n>\d{1,4}(?:[.,]\d{1,2})?)\s*(?<u>s|secs?|seconds|m|mins?|minutes?|h|hrs?|hours?)?\.?$", Plain)]
    private static partial Regex LengthForm();

    [GeneratedRegex(@"^(\d{1,3})\s*(?:-|–|:|to|/)\s*(\d{1,3})$", Plain)]
    private static partial Regex ScoreForm();

    [GeneratedRegex(@"^[a-z ]+?(?=\s+(?:by|via|with|from)\b|\s*[(:,\-–]|$)", Plain)]
    private static partial Regex LeadForm();

    [GeneratedRegex(@"(?:\b(?:by|via|with)\s+|[(:,\-–]\s*)(.+)$", Plain)]
    private static partial Regex ByForm();

    [GeneratedRegex(@"\s*(?:[,;/+&\n]|\band\b|\bthen\b)\s*", Plain)]
    private static partial Regex PartsForm();

    [GeneratedRegex(@"(?:^(?<n>\d{1,2})\s*[x×]\s*)|(?:\s*[(]?[x×]\s*(?<m>\d{1,2})[)]?$)", Plain)]
    private static partial Regex TimesForm();
}
