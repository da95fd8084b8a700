using System.Text.Json;
using AshNotch.Core.Ground;
using AshNotch.Core.Log;
using Microsoft.Data.Sqlite;

namespace AshNotch.Store;

/// <summary>A roll with its version.</summary>
internal sealed record StoredRoll(long Key, long SessionKey, Roll Roll, long Version);

/// <summary>Rows into records: whole sessions and rolls, a few hundred at a time in four ordered queries.</summary>
internal static class SessionRows
{
    private const string RollColumns =
        "r.key, r.session_key, r.id, r.round, r.kind, p.id, r.partner_belt, r.partner_stripes, r.partner_weight_kg, "
        + "r.minutes, r.intensity, r.intent, r.ruleset, r.told, r.notes, r.takeaways, r.version, r.goes, r.match_length, r.result, "
        + "r.penalties, "
        + "r.video, r.corrections";

    /// <summary>The sessions of these keys with the rolls that are not in the bin, in the order of the keys.</summary>
    /// <param name="connection">The log.</param>
    /// <param name="keys">Which.</param>
    /// <param name="unreadable">Where sessions and rolls that cannot be read are named; null to throw instead.</param>
    public static IReadOnlyList<Versioned<Session>> Sessions(
        SqliteConnection connection,
        IReadOnlyList<long> keys,
        List<string>? unreadable = null
    )
    {
        if (unreadable is null)
            return Sessions(connection, keys, Rolls(connection, keys));
        try
        {
            return Sessions(connection, keys, Rolls(connection, keys));
        }
        catch (Exception broken) when (IsBroken(broken))
        {
            // One by one, so that what is broken costs no more than itself.
            return [.. keys.SelectMany(key => Whole(connection, key, unreadable))];
        }
    }

    /// <summary>Every session not in the bin, in the order in which they came, read a chunk at a time.</summary>
    public static IEnumerable<Session> Every(SqliteConnection connection, List<string> unreadable) =>
        connection
            .All("SELECT key FROM session WHERE binned_at IS NULL ORDER BY key", r => r.GetInt64(0))
            .Chunk(200)
            .SelectMany(keys => Sessions(connection, keys, unreadable))
            .Select(s => s.Value);

    /// <summary>The rolls of these keys, in their order; what cannot be read is named and left out.</summary>
    public static IReadOnlyList<StoredRoll> RollsOf(SqliteConnection connection, IReadOnlyList<long> keys, List<string> unreadable)
    {
        try
        {
            var found = RollsWhere(connection, "r.key IN (SELECT value FROM json_each($keys))", ("$keys", JsonSerializer.Serialize(keys)))
                .ToDictionary(r => r.Key);
            return [.. keys.Where(found.ContainsKey).Select(k => found[k])];
        }
        catch (Exception broken) when (IsBroken(broken))
        {
            return [.. keys.SelectMany(key => OneRoll(connection, key, unreadable))];
        }
    }

    private static IReadOnlyList<Versioned<Session>> Sessions(
        SqliteConnection connection,
        IReadOnlyList<long> keys,
        ILookup<long, Roll> rolls
    )
    {
        var found = connection
            .All(
                "SELECT key, id, date, start_time, kind, attire, minutes, effort, aim, notes, version, taught, event FROM session WHERE "
                    + "key IN (SELECT value FROM json_each($keys))",
                r =>
                    (
                        Key: r.GetInt64(0),
                        Session: new Versioned<Session>(Header(r) with { Rolls = [.. rolls[r.GetInt64(0)]] }, r.GetInt64(10))
                    ),
                ("$keys", JsonSerializer.Serialize(keys))
            )
            .ToDictionary(s => s.Key, s => s.Session);
        return [.. keys.Where(found.ContainsKey).Select(k => found[k])];
    }

    private static ILookup<long, Roll> Rolls(SqliteConnection connection, IReadOnlyList<long> sessions) =>
        RollsWhere(
                connection,
                "r.session_key IN (SELECT value FROM json_each($keys)) AND r.binned_at IS NULL",
                ("$keys", JsonSerializer.Serialize(sessions))
            )
            .ToLookup(r => r.SessionKey, r => r.Roll);

    private static IEnumerable<Versioned<Session>> Whole(SqliteConnection connection, long key, List<string> unreadable)
    {
        try
        {
            var rolls = connection.All(
                "SELECT key FROM roll WHERE session_key = $key AND binned_at IS NULL ORDER BY place",
                r => r.GetInt64(0),
                ("$key", key)
            );
            var readable = rolls.SelectMany(roll => OneRoll(connection, roll, unreadable)).ToLookup(r => r.SessionKey, r => r.Roll);
            return Sessions(connection, [key], readable);
        }
        catch (Exception broken) when (IsBroken(broken))
        {
            unreadable.Add($"session {Name(connection, "SELECT date FROM session WHERE key = $key", key)}");
            return [];
        }
    }

    private static IEnumerable<StoredRoll> OneRoll(SqliteConnection connection, long key, List<string> unreadable)
    {
        try
        {
            return RollsWhere(connection, "r.key = $key", ("$key", key));
        }
        catch (Exception broken) when (IsBroken(broken))
        {
            const string named = "SELECT s.date || ', ' || r.id FROM roll r JOIN session s ON s.key = r.session_key WHERE r.key = $key";
            unreadable.Add($"roll {Name(connection, named, key)}");
            return [];
        }
    }

    private static string Name(SqliteConnection connection, string sql, long key)
    {
        try
        {
            return connection.One(sql, r => r.GetString(0), ("$key", key)) ?? $"number {key}";
        }
        catch (SqliteException)
        {
            return $"number {key}";
        }
    }

    /// <summary>What a damaged page or a row that nobody of ours wrote comes to.</summary>
    internal static bool IsBroken(Exception error) =>
        error
            is SqliteException { SqliteErrorCode: 11 or 26 }
                or InvalidDataException
                or FormatException
                or JsonException
                or InvalidCastException
                or ArgumentException;

    /// <summary>The rolls for which the condition on <c>r</c> holds, in the order of session and place.</summary>
    public static IReadOnlyList<StoredRoll> RollsWhere(SqliteConnection connection, string where, params (string, object?)[] values)
    {
        var moments = connection
            .All(
                $"""
                SELECT m.exchange_key, m.actor, m.technique, m.outcome, m.side, m.clock, m.from_position, m.from_role,
                  m.to_position, m.to_role,
                  m.reasons, m.note, m.better, m.sure, m.held, m.near
                FROM moment m JOIN exchange e ON e.key = m.exchange_key JOIN roll r ON r.key = e.roll_key
                WHERE {where} ORDER BY m.exchange_key, m.place
                """,
                r => (Exchange: r.GetInt64(0), Moment: MomentOf(r)),
                values
            )
            .ToLookup(m => m.Exchange, m => m.Moment);
        var exchanges = connection
            .All(
                $"""
                SELECT e.roll_key, e.key, e.start_position, e.start_role, e.end_kind, e.end_by, e.end_technique, e.end_clock
                FROM exchange e JOIN roll r ON r.key = e.roll_key WHERE {where} ORDER BY e.roll_key, e.place
                """,
                r => (Roll: r.GetInt64(0), Exchange: ExchangeOf(r) with { Moments = [.. moments[r.GetInt64(1)]] }),
                values
            )
            .ToLookup(e => e.Roll, e => e.Exchange);
        return connection.All(
            $"SELECT {RollColumns} FROM roll r LEFT JOIN partner p ON p.key = r.partner_key WHERE {where} ORDER BY r.session_key, r.place",
            r => new StoredRoll(r.GetInt64(0), r.GetInt64(1), RollOf(r) with { Exchanges = [.. exchanges[r.GetInt64(0)]] }, r.GetInt64(16)),
            values
        );
    }

    private static Session Header(SqliteDataReader r) =>
        new()
        {
            Id = r.GetString(1),
            Date = DateOnly.Parse(r.GetString(2)),
            StartTime = r.Text(3) is { } time ? TimeOnly.Parse(time) : null,
            Kind = Words.Required<SessionKind>(r.GetString(4)),
            Attire = Words.Required<Attire>(r.GetString(5)),
            Minutes = r.Number(6),
            Effort = r.Number(7),
            Aim = r.Text(8),
            Notes = r.Text(9),
            Event = r.Text(12) is { } day ? StoredJson.Read<MatchDay>(day) : null,
            Taught = r.Texts(11),
        };

    private static Roll RollOf(SqliteDataReader r) =>
        new()
        {
            Id = r.GetString(2),
            Order = r.Whole(3),
            Kind = Words.Optional<RollKind>(r.Text(4)),
            PartnerId = r.Text(5),
            PartnerBelt = Words.Optional<BeltColour>(r.Text(6)),
            PartnerStripes = r.Whole(7),
            PartnerWeightKg = Words.Weight(r.Number(8)),
            Minutes = r.Number(9),
            Intensity = Words.Optional<Intensity>(r.Text(10)),
            Intent = Words.Optional<Intent>(r.Text(11)),
            Ruleset = r.Text(12),
            Length = r.Number(18),
            Result = r.Text(19) is { } result ? StoredJson.Read<ToldResult>(result) : null,
            Penalties = r.Text(20) is { } penalties ? StoredJson.Read<ToldPenalty[]>(penalties) : null,
            Video = r.Text(21) is { } video ? StoredJson.Read<VideoFile>(video) : null,
            Corrections = r.Text(22) is { } corrections ? StoredJson.Read<Correction[]>(corrections) : null,
            Told = r.Text(13),
            Notes = r.Text(14),
            Takeaways = r.Texts(15),
            Goes = r.Text(17) is { } goes ? StoredJson.Read<Goes>(goes) : null,
        };

    private static Exchange ExchangeOf(SqliteDataReader r) =>
        new()
        {
            Start = Words.Spot(r.Text(2), r.Text(3)),
            End = r.Text(4) is { } kind
                ? new ExchangeEnd
                {
                    Kind = Words.Required<EndKind>(kind),
                    By = Words.Optional<Actor>(r.Text(5)),
                    Technique = r.Text(6),
                    Clock = r.Number(7),
                }
                : null,
        };

    private static Moment MomentOf(SqliteDataReader r) =>
        new()
        {
            Actor = Words.Required<Actor>(r.GetString(1)),
            Technique = r.GetString(2),
            Outcome = Words.Required<Outcome>(r.GetString(3)),
            Side = Words.Optional<Side>(r.Text(4)),
            Clock = r.Number(5),
            From = Words.Spot(r.Text(6), r.Text(7)),
            To = Words.Spot(r.Text(8), r.Text(9)),
            Reasons = r.Texts(10),
            Note = r.Text(11),
            Better = r.Text(12),
            Held = Words.Held(r.Text(14)),
            Near = r.Whole(15) is { } near ? near == 1 : null,
            Sure = r.Whole(13) is { } sure ? sure == 1 : null,
        };
}
