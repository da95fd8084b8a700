using System.Text;
using AshNotch.Core.Reporting;

namespace AshNotch.Formats;

/// <summary>The page for a coach as Markdown (CommonMark): a heading, and under each part's heading a list.</summary>
public static class ReportMarkdown
{
    // What CommonMark takes for marks anywhere, and what only at the beginning of a line: names and questions may hold any of it.
    private const string Marks = "\\`*_[]<&|~";
    private const string FirstMarks = "#+->=:";

    /// <summary>The text.</summary>
    /// <param name="report">The page.</param>
    /// <param name="madeBy">The program.</param>
    public static string Of(CoachReport report, string madeBy)
    {
        var text = new StringBuilder();
        text.Append("# ").Append(Plain(report.Title)).Append("\n\n");
        text.Append($"{report.From:yyyy-MM-dd} to {report.To:yyyy-MM-dd}\n");
        foreach (var section in report.Sections)
        {
            text.Append("\n## ").Append(Plain(section.Title)).Append("\n\n");
            foreach (var line in section.Lines)
                text.Append("- ").Append(Plain(line.Says)).Append('\n');
        }

        text.Append("\nThe coach, the rules of the gym and clinicians come first; this is what one log says.\n\n")
            .Append(Plain(madeBy))
            .Append('\n');
        return text.ToString();
    }

    /// <summary>Words that mean nothing but themselves: marks escaped, lines joined.</summary>
    private static string Plain(string words)
    {
        var text = new StringBuilder(words.Length);
        foreach (var letter in words)
            if (letter is '\r' or '\n' or '\t' or '\v' or '\f' or '\u2028' or '\u2029')
                text.Append(' ');
            else if (Marks.Contains(letter))
                text.Append('\\').Append(letter);
            else if (!char.IsControl(letter))
                text.Append(letter);
        var plain = text.ToString().Trim();
        if (plain.Length == 0)
            return "…";
        if (FirstMarks.Contains(plain[0]))
            return '\\' + plain;
        var digits = plain.TakeWhile(char.IsAsciiDigit).Count();
        // "1." and "1)" begin a numbered list.
        return digits > 0 && digits < plain.Length && plain[digits] is ('.' or ')') ? plain.Insert(digits, "\\") : plain;
    }
}
