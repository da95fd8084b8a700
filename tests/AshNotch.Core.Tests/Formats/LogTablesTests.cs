using System.Text;
using AshNotch.Core.Ground;
using AshNotch.Core.Log;
using AshNotch.Demo;
using AshNotch.Formats;

namespace AshNotch.Core.Tests.Formats;

/// <summary>
/// Tables for a spreadsheet, read back by a reader that follows RFC 4180 to the letter and knows nothing of how they are made.
/// </summary>
public class LogTablesTests
{
    private static readonly Logbook Demo = Season.Make();
    private static readonly Dictionary<string, string> Names = Demo.Partners.ToDictionary(p => p.Id, p => p.Name);

    private static async Task<List<string[]>> Read(Func<TextWriter, Task> write)
    {
        using var text = new StringWriter();
        await write(text);
        return Rfc4180(text.ToString());
    }

    /// <summary>
    /// RFC 4180, section 2: records end with CRLF; a field with a comma, a quote or a line break stands in quotes; a quote inside is
    /// doubled; each record has as many fields as the first. Anything else is a fault.
    /// </summary>
    private static List<string[]> Rfc4180(string text)
    {
        var records = new List<string[]>();
        var record = new List<string>();
        var at = 0;
        while (at < text.Length)
        {
            var field = new StringBuilder();
            if (text[at] == '"')
            {
                for (at++; ; at++)
                {
                    Assert.True(at < text.Length, "A quoted field does not end.");
                    if (text[at] != '"')
                        field.Append(text[at]);
                    else if (at + 1 < text.Length && text[at + 1] == '"')
                        field.Append(text[at++]);
                    else
                        break;
                }

                at++;
            }
            else
            {
                for (; at < text.Length && text[at] is not (',' or '\r'); at++)
                {
                    Assert.False(text[at] is '"' or '\n', $"A bare {text[at]} in a field that is not quoted.");
                    field.Append(text[at]);
                }
            }

            record.Add(field.ToString());
            Assert.True(at < text.Length, "The last record does not end with CRLF.");
            if (text[at] == ',')
            {
                at++;
                continue;
            }

            Assert.Equal("\r\n", text.Substring(at, 2));
            at += 2;
            records.Add([.. record]);
            record.Clear();
        }

        Assert.All(records, r => Assert.Equal(records[0].Length, r.Length));
        return records;
    }

    [Fact]
    public async Task The_moments_have_the_head_that_is_fixed_and_a_row_each()
    {
        var rows = await Read(w => LogTables.Moments(w, Demo.Sessions, Names));
        Assert.Equal(
            "date,session,roll,partner,partner_belt,partner_weight_kg,attire,intensity,intent,exchange,moment,clock,actor,"
                + "technique,side,outcome,from_position,from_role,to_position,to_role,reasons,note",
            string.Join(',', rows[0])
        );
        var moments = Demo.Sessions.SelectMany(s => s.Rolls).SelectMany(r => r.Exchanges).SelectMany(e => e.Moments).ToList();
        Assert.Equal(moments.Count, rows.Count - 1);
        Assert.Equal(moments.Select(m => m.Technique), rows.Skip(1).Select(r => r[13]));
        Assert.Equal(moments.Select(m => m.From?.Position ?? ""), rows.Skip(1).Select(r => r[16]));
    }

    [Fact]
    public async Task Rolls_sessions_and_partners_have_a_row_each_and_count_the_taps()
    {
        var rolls = Demo.Sessions.SelectMany(s => s.Rolls).ToList();
        var rows = await Read(w => LogTables.Rolls(w, Demo.Sessions, Names));
        Assert.Equal(rolls.Count, rows.Count - 1);
        var taps = rolls.SelectMany(r => r.Exchanges).Count(e => e.End is { Kind: EndKind.Tap });
        Assert.Equal(taps, rows.Skip(1).Sum(r => int.Parse(r[14]) + int.Parse(r[15])));
        Assert.Equal(Demo.Sessions.Count, (await Read(w => LogTables.Sessions(w, Demo.Sessions))).Count - 1);
        var partners = await Read(w => LogTables.Partners(w, Demo.Partners));
        Assert.Equal(Demo.Partners.Select(p => p.Name), partners.Skip(1).Select(r => r[1]));
    }

    [Theory]
    [InlineData("=HYPERLINK(\"http://x\")")]
    [InlineData("+1+1")]
    [InlineData("-2+3")]
    [InlineData("@SUM(A1)")]
    [InlineData("\t=1")]
    public async Task A_cell_that_a_spreadsheet_would_run_is_neutral(string note)
    {
        var rows = await Read(w =>
            LogTables.Partners(
                w,
                [
                    new Partner
                    {
                        Id = "p",
                        Name = "Odalys B.",
                        Notes = note,
                    },
                ]
            )
        );
        Assert.Equal("'" + note, rows[1][6]);
    }

    [Fact]
    public async Task Commas_quotes_and_line_breaks_come_back_as_they_were()
    {
        const string told = "He said \"no\",\r\nthen shot;\nI sprawled";
        var session = new Session
        {
            Id = "s",
            Date = new DateOnly(2026, 3, 3),
            Kind = SessionKind.Class,
            Attire = Attire.Gi,
            Rolls =
            [
                new Roll
                {
                    Id = "r",
                    PartnerId = "gone",
                    Told = told,
                    Minutes = 5.5,
                    PartnerWeightKg = new Kilograms(61.25),
                },
            ],
        };
        var row = (await Read(w => LogTables.Rolls(w, [session], Names)))[1];
        Assert.Equal(told, row[20]);
        Assert.Equal(("gone", "5.5", "61.25"), (row[5], row[10], row[8]));
    }
}
