using System.Globalization;
using AshNotch.Core.Log;
using CsvHelper;
using CsvHelper.Configuration;

namespace AshNotch.Formats;

/// <summary>
/// The log as tables for a spreadsheet: CSV after RFC 4180, UTF-8, a row for each moment, roll, session or partner. A cell that
/// a spreadsheet would run as a formula begins with an apostrophe. What was not told is an empty cell; lists are parted by
/// semicolons; weights are kilograms, clocks seconds since the start of the roll.
/// </summary>
public static class LogTables
{
    private const string MomentHead =
        "date,session,roll,partner,partner_belt,partner_weight_kg,attire,intensity,intent,exchange,moment,clock,actor,technique,"
        + "side,outcome,"
        + "from_position,from_role,to_position,to_role,reasons,note";

    private const string RollHead =
        "date,session,roll,order,kind,partner,partner_belt,partner_stripes,partner_weight_kg,attire,minutes,intensity,intent,ruleset,"
        + "taps_for,taps_against,winner,won_by,takeaways,notes,told";

    private const string SessionHead = "date,session,start_time,kind,attire,minutes,effort,rolls,taught,aim,notes";

    private const string PartnerHead = "partner,name,belt,stripes,weight_kg,traits,notes";

    private static readonly CsvConfiguration Form = new(CultureInfo.InvariantCulture)
    {
        NewLine = "\r\n",
        InjectionOptions = InjectionOptions.Escape,
        InjectionEscapeCharacter = '\'',
    };

    /// <summary>A row for each moment; exchanges and moments are counted from 1.</summary>
    /// <param name="output">Where it goes.</param>
    /// <param name="sessions">The sessions; taken one at a time.</param>
    /// <param name="partners">The names of the partners by their ids.</param>
    public static Task Moments(TextWriter output, IEnumerable<Session> sessions, IReadOnlyDictionary<string, string> partners) =>
        Write(
            output,
            MomentHead,
            from session in sessions
            from roll in session.Rolls
            from exchange in roll.Exchanges.Index()
            from moment in exchange.Item.Moments.Index()
            select Row(session, roll, partners, exchange.Index + 1, moment.Index + 1, moment.Item)
        );

    /// <summary>A row for each roll.</summary>
    /// <param name="output">Where it goes.</param>
    /// <param name="sessions">The sessions; taken one at a time.</param>
    /// <param name="partners">The names of the partners by their ids.</param>
    public static Task Rolls(TextWriter output, IEnumerable<Session> sessions, IReadOnlyDictionary<string, string> partners) =>
        Write(
            output,
            RollHead,
            from session in sessions
            from roll in session.Rolls
            select new object?[]
            {
                Day(session),
                session.Id,
                roll.Id,
                roll.Order,
                Word.Of(roll.Kind),
                NameOf(roll, partners),
                Word.Of(roll.PartnerBelt),
                roll.PartnerStripes,
                roll.PartnerWeightKg?.Value,
                Word.Of(session.Attire),
                roll.Minutes,
                Word.Of(roll.Intensity),
                Word.Of(roll.Intent),
                roll.Ruleset,
                Taps(roll, Actor.Me),
                Taps(roll, Actor.Them),
                Word.Of(roll.Result?.Winner),
                Word.Of(roll.Result?.By),
                Joined(roll.Takeaways),
                roll.Notes,
                roll.Told,
            }
        );

    /// <summary>A row for each session.</summary>
    /// <param name="output">Where it goes.</param>
    /// <param name="sessions">The sessions; taken one at a time.</param>
    public static Task Sessions(TextWriter output, IEnumerable<Session> sessions) =>
        Write(
            output,
            SessionHead,
            from session in sessions
            select new object?[]
            {
                Day(session),
                session.Id,
                session.StartTime?.ToString("HH:mm", CultureInfo.InvariantCulture),
                Word.Of(session.Kind),
                Word.Of(session.Attire),
                session.Minutes,
                session.Effort,
                session.Rolls.Count,
                Joined(session.Taught),
                session.Aim,
                session.Notes,
            }
        );

    /// <summary>A row for each partner.</summary>
    /// <param name="output">Where it goes.</param>
    /// <param name="partners">The people rolled with.</param>
    public static Task Partners(TextWriter output, IEnumerable<Partner> partners) =>
        Write(
            output,
            PartnerHead,
            from partner in partners
            select new object?[]
            {
                partner.Id,
                partner.Name,
                Word.Of(partner.Belt),
                partner.Stripes,
                partner.WeightKg?.Value,
                Joined(partner.Traits),
                partner.Notes,
            }
        );

    private static object?[] Row(
        Session session,
        Roll roll,
        IReadOnlyDictionary<string, string> partners,
        int exchange,
        int nth,
        Moment moment
    ) =>
        [
            Day(session),
            session.Id,
            roll.Id,
            NameOf(roll, partners),
            Word.Of(roll.PartnerBelt),
            roll.PartnerWeightKg?.Value,
            Word.Of(session.Attire),
            Word.Of(roll.Intensity),
            Word.Of(roll.Intent),
            exchange,
            nth,
            moment.Clock,
            Word.Of(moment.Actor),
            moment.Technique,
            Word.Of(moment.Side),
            Word.Of(moment.Outcome),
            moment.From?.Position,
            Word.Of(moment.From?.Role),
            moment.To?.Position,
            Word.Of(moment.To?.Role),
            Joined(moment.Reasons),
            moment.Note,
        ];

    private static async Task Write(TextWriter output, string head, IEnumerable<object?[]> rows)
    {
        await using var csv = new CsvWriter(output, Form, leaveOpen: true);
        foreach (var name in head.Split(','))
            csv.WriteField(name);
        await csv.NextRecordAsync();
        foreach (var row in rows)
        {
            foreach (var cell in row)
                csv.WriteField(Convert.ToString(cell, CultureInfo.InvariantCulture));
            await csv.NextRecordAsync();
        }

        await csv.FlushAsync();
    }

    private static string Day(Session session) => session.Date.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture);

    private static string? NameOf(Roll roll, IReadOnlyDictionary<string, string> partners) =>
        roll.PartnerId is { } id ? partners.GetValueOrDefault(id, id) : null;

    private static int Taps(Roll roll, Actor by) => roll.Exchanges.Count(e => e.End is { Kind: EndKind.Tap } end && end.By == by);

    private static string? Joined(IReadOnlyList<string>? items) => items is null ? null : string.Join("; ", items);
}
