using AshNotch.Core.Ground;
using AshNotch.Core.Judging.Patterns;
using AshNotch.Core.Log;
using Microsoft.Data.Sqlite;

namespace AshNotch.Store;

/// <summary>What a list of rolls is narrowed to; null members narrow nothing.</summary>
public sealed record RollFilter
{
    public string? Partner { get; init; }

    public BeltColour? Belt { get; init; }

    public Attire? Attire { get; init; }

    /// <summary>A position the roll passed through.</summary>
    public string? Position { get; init; }

    /// <summary>The owner's role in it.</summary>
    public Role? Role { get; init; }

    public string? Technique { get; init; }

    public string? Reason { get; init; }

    public DateOnly? From { get; init; }

    public DateOnly? To { get; init; }

    /// <summary>Words to be found in what was written with the roll or its session.</summary>
    public string? Words { get; init; }
}

/// <summary>A roll in a list, with what is needed of its session and partner.</summary>
public sealed record RollRow(string SessionId, DateOnly Date, SessionKind SessionKind, Attire Attire, string? PartnerName, Roll Roll);

/// <summary>Rolls across all sessions.</summary>
public sealed class Rolls(Database database)
{
    /// <summary>Rolls that pass the filter, latest first.</summary>
    public Page<RollRow> List(RollFilter filter, int skip, int take) => database.Read(c =>
    {
        var (where, values) = Where(filter);
        var from = $"FROM roll r JOIN session s ON s.key = r.session_key LEFT JOIN partner p ON p.key = r.partner_key WHERE {where}";
        var total = c.One($"SELECT count(*) {from}", r => r.GetInt32(0), values);
        var rows = c.All(
            $"SELECT r.key, s.id, s.date, s.kind, s.attire, p.name {from} ORDER BY s.date DESC, s.start_time DESC NULLS LAST, s.key DESC, r.place LIMIT $take OFFSET $skip",
            r => (
                Key: r.GetInt64(0),
                Session: r.GetString(1),
                Date: DateOnly.Parse(r.GetString(2)),
                Kind: Words.Required<SessionKind>(r.GetString(3)),
                Attire: Words.Required<Attire>(r.GetString(4)),
                Partner: r.Text(5)),
            [.. values, ("$take", take), ("$skip", skip)]);
        var rolls = SessionRows.RollsWhere(
            c, "r.key IN (SELECT value FROM json_each($keys))", ("$keys", "[" + string.Join(',', rows.Select(r => r.Key)) + "]")).ToDictionary(r => r.Key);
        return new Page<RollRow>([.. rows.Select(r => new RollRow(r.Session, r.Date, r.Kind, r.Attire, r.Partner, rolls[r.Key].Roll))], total);
    });

    /// <summary>Every takeaway of a part of the log, oldest first.</summary>
    public IReadOnlyList<Takeaway> Takeaways(Attire? attire, DateOnly? from, DateOnly? to) => database.Read(c =>
    {
        var (where, values) = Where(new RollFilter { Attire = attire, From = from, To = to });
        return c.All(
            $"SELECT s.id, r.id, s.date, t.value FROM roll r JOIN session s ON s.key = r.session_key, json_each(r.takeaways) t WHERE {where} ORDER BY s.date, s.key, r.place, t.key",
            r => new Takeaway(r.GetString(0), r.GetString(1), DateOnly.ParseExact(r.GetString(2), "yyyy-MM-dd"), r.GetString(3)), values);
    });

    /// <summary>What every session taught, oldest first; sessions that name nothing are left out.</summary>
    public IReadOnlyList<Lesson> Lessons() => database.Read(c => c.All(
        "SELECT id, date, taught FROM session WHERE taught IS NOT NULL AND binned_at IS NULL ORDER BY date, key",
        r => new Lesson(r.GetString(0), DateOnly.ParseExact(r.GetString(1), "yyyy-MM-dd"), r.Texts(2)!)));

    /// <summary>What followed what, over the whole log.</summary>
    public IReadOnlyList<Followed> History() => database.Read(c => c.All(
        """
        SELECT m.from_position, m.from_role, m.actor, m.technique,
          CASE WHEN m.outcome = 'done' THEN m.to_position END, CASE WHEN m.outcome = 'done' THEN m.to_role END, count(*)
        FROM moment m JOIN exchange e ON e.key = m.exchange_key JOIN roll r ON r.key = e.roll_key JOIN session s ON s.key = r.session_key
        WHERE m.from_position IS NOT NULL AND r.binned_at IS NULL AND s.binned_at IS NULL
        GROUP BY 1, 2, 3, 4, 5, 6
        """,
        r => new Followed(
            Words.Spot(r.GetString(0), r.GetString(1))!.Value, Words.Required<Actor>(r.GetString(2)), r.GetString(3), Words.Spot(r.Text(4), r.Text(5)), r.GetInt32(6))));

    private static (string Where, (string, object?)[] Values) Where(RollFilter f)
    {
        var parts = new List<string> { "r.binned_at IS NULL", "s.binned_at IS NULL" };
        var values = new List<(string, object?)>();
        Add(f.Partner, "r.partner_key = (SELECT key FROM partner WHERE id = $partner)", "$partner");
        Add(Word.Of(f.Belt), "r.partner_belt = $belt", "$belt");
        Add(Word.Of(f.Attire), "s.attire = $attire", "$attire");
        Add(f.From?.ToString("yyyy-MM-dd"), "s.date >= $from", "$from");
        Add(f.To?.ToString("yyyy-MM-dd"), "s.date <= $to", "$to");
        Add(f.Technique, HasMoment("m.technique = $technique"), "$technique");
        Add(f.Reason, HasMoment("EXISTS (SELECT 1 FROM json_each(m.reasons) WHERE value = $reason)"), "$reason");
        if (f.Position is not null)
        {
            var role = f.Role is null ? "" : " AND {0}_role = $role";
            var inMoment = $"(m.from_position = $position{string.Format(role, "m.from")}) OR (m.to_position = $position{string.Format(role, "m.to")})";
            parts.Add($"({HasMoment(inMoment)} OR EXISTS (SELECT 1 FROM exchange e WHERE e.roll_key = r.key AND e.start_position = $position{string.Format(role, "e.start")}))");
            values.Add(("$position", f.Position));
            if (f.Role is not null)
                values.Add(("$role", Word.Of(f.Role)));
        }

        if (Search(f.Words) is { } words)
        {
            parts.Add("(r.key IN (SELECT rowid FROM roll_words WHERE text MATCH $words) OR s.key IN (SELECT rowid FROM session_words WHERE text MATCH $words))");
            values.Add(("$words", words));
        }

        return (string.Join(" AND ", parts), [.. values]);

        void Add(string? value, string condition, string name)
        {
            if (value is null)
                return;
            parts.Add(condition);
            values.Add((name, value));
        }
    }

    private static string HasMoment(string condition) =>
        $"EXISTS (SELECT 1 FROM exchange e JOIN moment m ON m.exchange_key = e.key WHERE e.roll_key = r.key AND ({condition}))";

    /// <summary>A person's words as a full-text query: all of them, each as a beginning; null when there is no word.</summary>
    private static string? Search(string? words)
    {
        var tokens = string.Concat((words ?? "").Select(c => char.IsLetterOrDigit(c) ? c : ' ')).Split(' ', StringSplitOptions.RemoveEmptyEntries);
        return tokens.Length == 0 ? null : string.Join(' ', tokens.Select(t => $"\"{t}\"*"));
    }
}
