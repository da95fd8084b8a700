using System.Globalization;
using System.Text;
using AshNotch.Core.Intake;
using CsvHelper;
using CsvHelper.Configuration;

namespace AshNotch.Formats;

/// <summary>A table of somebody's from a file, or the sentence that says why there is none.</summary>
/// <param name="Table">The table; null when there is none.</param>
/// <param name="Fault">Why not.</param>
/// <param name="Delimiter">What parts its cells.</param>
/// <param name="Encoding">In which encoding it was read.</param>
public sealed record CsvRead(SheetTable? Table, string? Fault, char Delimiter, string Encoding);

/// <summary>
/// Reads a CSV file of anybody's making: comma, semicolon or tab, UTF-8 with or without a mark, UTF-16 with one, or else
/// Windows-1252; quotes after RFC 4180, and what breaks its rules as well as it goes.
/// </summary>
public static class CsvTable
{
    /// <summary>The largest file, in bytes.</summary>
    public const int LargestFile = 8 * 1024 * 1024;

    private const int MostColumns = 60;
    private const int Windows1252 = 1252;

    private static readonly char[] Delimiters = [',', ';', '\t'];

    /// <summary>Reads a file.</summary>
    public static CsvRead Read(ReadOnlySpan<byte> file)
    {
        var (text, encoding) = Decode(file);
        if (text.Contains('\0'))
            return new CsvRead(null, "This is no text file. In the spreadsheet choose to save as CSV, then bring that in.", ',', encoding);
        var best = Delimiters.Select(d => (Delimiter: d, Rows: Rows(text, d))).MaxBy(r => Fits(r.Rows));
        var rows = best.Rows.Where(r => r.Cells.Any(c => !string.IsNullOrWhiteSpace(c))).ToList();
        // A line or two of title may stand above the headings: those are the first row that is as wide as the table.
        var width = rows.Count == 0 ? 0 : rows.Max(r => r.Cells.Count(c => !string.IsNullOrWhiteSpace(c)));
        var head = rows.FindIndex(r => r.Cells.Count(c => !string.IsNullOrWhiteSpace(c)) > width / 2);
        if (rows.Count - head < 2 || width < 2)
            return new CsvRead(
                null,
                "There is no table in this file: it wants a row of headings, and under it a row for each round, parted by commas, "
                    + "semicolons or tabs.",
                best.Delimiter,
                encoding
            );
        if (rows[head].Cells.Count > MostColumns)
            return new CsvRead(
                null,
                $"The table has more than {MostColumns} columns. Leave out those that say nothing of a round.",
                best.Delimiter,
                encoding
            );
        return new CsvRead(new SheetTable([.. rows[head].Cells.Select(c => c.Trim())], rows[(head + 1)..]), null, best.Delimiter, encoding);
    }

    /// <summary>How well a delimiter fits: how many cells come of it, in rows that are equally wide.</summary>
    private static double Fits(List<SheetRow> rows)
    {
        var widths = rows.Take(200).Select(r => r.Cells.Count).Where(w => w > 1).ToList();
        return widths.Count == 0
            ? 0
            : widths.GroupBy(w => w).Max(g => g.Count() * Math.Min(g.Key, 12)) / (double)widths.Count * widths.Count;
    }

    private static List<SheetRow> Rows(string text, char delimiter)
    {
        var rows = new List<SheetRow>();
        using var csv = new CsvParser(
            new StringReader(text),
            new CsvConfiguration(CultureInfo.InvariantCulture)
            {
                Delimiter = delimiter.ToString(),
                BadDataFound = null,
                IgnoreBlankLines = false,
                MaxFieldSize = 0,
                CountBytes = false,
            }
        );
        while (rows.Count <= SheetReader.MostRows + 20 && csv.Read())
            rows.Add(new SheetRow(csv.Row, csv.Record ?? []));
        return rows;
    }

    private static (string Text, string Encoding) Decode(ReadOnlySpan<byte> file)
    {
        if (file.StartsWith(Encoding.UTF8.Preamble))
            return (Encoding.UTF8.GetString(file[3..]), "UTF-8");
        if (file.StartsWith(Encoding.Unicode.Preamble))
            return (Encoding.Unicode.GetString(file[2..]), "UTF-16");
        if (file.StartsWith(Encoding.BigEndianUnicode.Preamble))
            return (Encoding.BigEndianUnicode.GetString(file[2..]), "UTF-16");
        try
        {
            return (new UTF8Encoding(false, throwOnInvalidBytes: true).GetString(file), "UTF-8");
        }
        catch (DecoderFallbackException)
        {
            return (CodePagesEncodingProvider.Instance.GetEncoding(Windows1252)!.GetString(file), "Windows-1252");
        }
    }
}
