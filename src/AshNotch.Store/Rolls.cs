using AshNotch.Core.Ground;
using AshNotch.Core.Log;
using Microsoft.Data.Sqlite;

namespace AshNotch.Store;

/// <summary>What a list of rolls is narrowed to; null members narrow nothing.</summary>
public sealed record RollFilter
{
    /// <summary>The partner's id.</summary>
    public string? Partner { get; init; }

    /// <summary>The partner's belt: the roll's, or else the one on their sheet.</summary>
    public BeltColour? Belt { get; init; }

    /// <summary>What was worn.</summary>
    public Attire? Attire { get; init; }

    /// <summary>A position the roll passed through.</summary>
    public string? Position { get; init; }

    /// <summary>The owner's role in it.</summary>
    public Role? Role { get; init; }

    /// <summary>A technique's id, tried or done by either.</summary>
    public string? Technique { get; init; }

    /// <summary>Why something was lost, by its id.</summary>
    public string? Reason { get; init; }

    /// <summary>The name of the file that it was tagged in.</summary>
    public string? Video { get; init; }

    /// <summary>The first day.</summary>
    public DateOnly? From { get; init; }

    /// <summary>The last day, itself included.</summary>
    public DateOnly? To { get; init; }

    /// <summary>Words to be found in what was written with the roll or its session.</summary>
    public string? Words { get; init; }
}

/// <summary>A roll in a list, with what is needed of its session and partner.</summary>
public sealed record RollRow(string SessionId, DateOnly Date, SessionKind SessionKind, Attire Attire, string? PartnerName, Roll Roll);

/// <summary>Rolls across all sessions.</summary>
public sealed class Rolls(Database database)
{
    private const string Order = "s.date DESC, s.start_time DESC NULLS LAST, s.key DESC, r.place";

    /// <summary>Rolls that pass the filter, latest first.</summary>
    public Page<RollRow> List(RollFilter filter, int skip, int take) =>
        database.Read(c =>
        {
            var (where, values) = Where(filter);
            var from = $"FROM roll r JOIN session s ON s.key = r.session_key LEFT JOIN partner p ON p.key = r.partner_key WHERE {where}";
            // What narrows may look at every moment: once for the keys, which also tell how many there are.
            var keys = c.All($"SELECT r.key {from} ORDER BY {Order}", r => r.GetInt64(0), values);
            var unreadable = new List<string>();
            var rows = c.All(
                $"SELECT r.key, s.id, s.date, s.kind, s.attire, p.name, r.id FROM roll r JOIN session s ON s.key = r.session_key LEFT "
                    + $"JOIN partner p ON p.key = r.partner_key WHERE r.key IN ({string.Join(',', keys.Skip(skip).Take(take))}) ORDER "
                    + $"BY {Order}",
                r => Row(r, unreadable)
            );
            var byKey = rows.OfType<(long Key, RollRow Row)>().ToDictionary(r => r.Key, r => r.Row);
            return new Page<RollRow>(
                [.. SessionRows.RollsOf(c, [.. byKey.Keys], unreadable).Select(r => byKey[r.Key] with { Roll = r.Roll })],
                keys.Count,
                unreadable
            );
        });

    /// <summary>What a list needs of a roll's session and partner; null, and the roll named, when that cannot be read.</summary>
    private static (long Key, RollRow Row)? Row(SqliteDataReader r, List<string> unreadable)
    {
        try
        {
            return (
                r.GetInt64(0),
                new RollRow(
                    r.GetString(1),
                    Words.Date(r.GetString(2)),
                    Words.Required<SessionKind>(r.GetString(3)),
                    Words.Required<Attire>(r.GetString(4)),
                    r.Text(5),
                    new Roll { Id = r.GetString(6) }
                )
            );
        }
        catch (Exception broken) when (broken is InvalidDataException or FormatException or InvalidCastException)
        {
            unreadable.Add($"roll {r.GetValue(2)}, {r.GetValue(6)}");
            return null;
        }
    }

    private static (string Where, (string, object?)[] Values) Where(RollFilter f)
    {
        var parts = new List<string> { "r.binned_at IS NULL", "s.binned_at IS NULL" };
        var values = new List<(string, object?)>();
        Add(f.Partner, "r.partner_key = (SELECT key FROM partner WHERE id = $partner)", "$partner");
        Add(Word.Of(f.Belt), "coalesce(r.partner_belt, p.belt) = $belt", "$belt");
        Add(Word.Of(f.Attire), "s.attire = $attire", "$attire");
        Add(f.From?.ToString("yyyy-MM-dd"), "s.date >= $from", "$from");
        Add(f.To?.ToString("yyyy-MM-dd"), "s.date <= $to", "$to");
        Add(f.Technique, HasMoment("m.technique = $technique"), "$technique");
        Add(f.Reason, HasMoment("EXISTS (SELECT 1 FROM json_each(m.reasons) WHERE value = $reason)"), "$reason");
        Add(f.Video, "r.video ->> 'name' = $video", "$video");
        if (f.Position is not null)
        {
            var role = f.Role is null ? "" : " AND {0}_role = $role";
            var inMoment =
                $"(m.from_position = $position{string.Format(role, "m.from")}) OR (m.to_position = $position{string.Format(role, "m.to")})";
            parts.Add(
                $"r.key IN (SELECT e.roll_key FROM exchange e WHERE e.start_position = $position{string.Format(role, "e.start")} UNION "
                    + $"SELECT e.roll_key FROM moment m JOIN exchange e ON e.key = m.exchange_key WHERE {inMoment})"
            );
            values.Add(("$position", f.Position));
            if (f.Role is not null)
                values.Add(("$role", Word.Of(f.Role)));
        }

        if (!string.IsNullOrWhiteSpace(f.Words))
        {
            // Nothing that could be a word: nothing is found, rather than everything.
            var words = Search(f.Words);
            parts.Add(
                words is null
                    ? "0"
                    : "(r.key IN (SELECT rowid FROM roll_words WHERE text MATCH $words) OR s.key IN (SELECT rowid FROM session_words "
                        + "WHERE text MATCH $words))"
            );
            if (words is not null)
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
        var tokens = string.Concat((words ?? "").Select(c => char.IsLetterOrDigit(c) ? c : ' '))
            .Split(' ', StringSplitOptions.RemoveEmptyEntries);
        return tokens.Length == 0 ? null : string.Join(' ', tokens.Select(t => $"\"{t}\"*"));
    }
}
