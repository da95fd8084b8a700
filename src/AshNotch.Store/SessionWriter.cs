using AshNotch.Core.Ground;
using AshNotch.Core.Log;
using Microsoft.Data.Sqlite;

namespace AshNotch.Store;

/// <summary>Records into rows. Commands are prepared once, so that a whole file goes in within seconds.</summary>
internal sealed class SessionWriter(SqliteConnection connection, GroundMap? known = null) : IDisposable
{
    private readonly SqliteCommand session = connection.Prepare(
        """
        INSERT INTO session (id, date, start_time, kind, attire, minutes, effort, aim, notes, taught, event, binned_at, version)
        VALUES ($id, $date, $start, $kind, $attire, $minutes, $effort, $aim, $notes, $taught, $event, $binned, 1)
        ON CONFLICT (id) DO UPDATE SET date = $date, start_time = $start, kind = $kind, attire = $attire, minutes = $minutes,
          effort = $effort, aim = $aim, notes = $notes, taught = $taught, event = $event, version = version + 1, binned_at = $binned
        RETURNING key, version
        """
    );

    private readonly SqliteCommand roll = connection.Prepare(
        """
        INSERT INTO roll (session_key, id, place, round, kind, partner_key, partner_belt, partner_stripes, partner_weight_kg, minutes,
          intensity, intent, ruleset, match_length, result, penalties, told, notes, takeaways, goes, video, corrections, version)
        VALUES ($session, $id, $place, $round, $kind, (SELECT key FROM partner WHERE id = $partner), $belt, $stripes, $weight, $minutes,
          $intensity, $intent, $ruleset, $length, $result, $penalties, $told, $notes, $takeaways, $goes, $video, $corrections, 1)
        ON CONFLICT (session_key, id) DO UPDATE SET place = $place, round = $round, kind = $kind,
          partner_key = (SELECT key FROM partner WHERE id = $partner), partner_belt = $belt, partner_stripes = $stripes,
          partner_weight_kg = $weight, minutes = $minutes, intensity = $intensity, intent = $intent, ruleset = $ruleset,
            match_length = $length,
          result = $result, penalties = $penalties, told = $told,
          notes = $notes, takeaways = $takeaways, goes = $goes, video = $video, corrections = $corrections, version = version + 1,
            binned_at = NULL
        RETURNING key, version
        """
    );

    private readonly SqliteCommand clear = connection.Prepare("DELETE FROM exchange WHERE roll_key = $roll");

    private readonly SqliteCommand exchange = connection.Prepare(
        """
        INSERT INTO exchange (key, roll_key, place, start_position, start_role, end_kind, end_by, end_technique, end_clock)
        VALUES ($key, $roll, $place, $position, $role, $end, $by, $technique, $clock)
        """
    );

    private readonly SqliteCommand moment = connection.Prepare(
        """
        INSERT INTO moment (exchange_key, place, actor, technique, outcome, side, clock, from_position, from_role, to_position, to_role,
          reasons, note, better, sure, held, near)
        VALUES ($exchange, $place, $actor, $technique, $outcome, $side, $clock, $fromPosition, $fromRole, $toPosition, $toRole,
          $reasons, $note, $better, $sure, $held, $near)
        """
    );

    // Most moments tell no more than this, and each number or text that is handed over takes time.
    private readonly SqliteCommand plainMoment = connection.Prepare(
        """
        INSERT INTO moment (exchange_key, place, actor, technique, outcome, side, clock, from_position, from_role, to_position, to_role,
          sure)
        VALUES ($exchange, $place, $actor, $technique, $outcome, $side, $clock, $fromPosition, $fromRole, $toPosition, $toRole, $sure)
        """
    );

    private readonly SqliteCommand rollWords = connection.Prepare(
        """
        INSERT OR REPLACE INTO roll_words (rowid, text) VALUES ($key, $text)
        """
    );

    private readonly SqliteCommand sessionWords = connection.Prepare(
        """
        INSERT OR REPLACE INTO session_words (rowid, text) VALUES ($key, $text)
        """
    );

    private readonly SqliteCommand reading = Readings.Prepare(connection);

    private readonly Lazy<GroundMap> ground = new(() => known ?? Readings.GroundOf(connection));

    // Given out here, as SQLite would: asking for each of them back costs as much again as writing it. Nobody else writes meanwhile.
    private long lastExchange = connection.One("SELECT coalesce(max(key), 0) FROM exchange", r => r.GetInt64(0));

    /// <summary>Adds or replaces a session's own row, without its rolls.</summary>
    /// <param name="s">The session.</param>
    /// <param name="binnedAt">What it is marked with while it is not to be seen; null for one that is.</param>
    public (long Key, long Version) Header(Session s, string? binnedAt = null)
    {
        var written = Return(
            session,
            ("$id", s.Id),
            ("$date", s.Date.ToString("yyyy-MM-dd")),
            ("$start", s.StartTime?.ToString("HH:mm")),
            ("$kind", Word.Of(s.Kind)),
            ("$attire", Word.Of(s.Attire)),
            ("$minutes", s.Minutes),
            ("$effort", s.Effort),
            ("$aim", s.Aim),
            ("$notes", s.Notes),
            ("$taught", Commands.Json(s.Taught)),
            ("$event", StoredJson.Write(s.Event)),
            ("$binned", binnedAt)
        );
        var words = Lines([s.Aim, s.Notes]);
        if (written.Version > 1 || words.Length > 0)
            Do(sessionWords, ("$key", written.Key), ("$text", words));
        return written;
    }

    /// <summary>Adds or replaces a roll with everything in it.</summary>
    /// <param name="sessionKey">The row of its session.</param>
    /// <param name="r">The roll.</param>
    /// <param name="place">Its place in the session, from 0.</param>
    /// <param name="body">Its reading, when somebody has made it already.</param>
    public (long Key, long Version) Roll(long sessionKey, Roll r, int place, byte[]? body = null)
    {
        var written = Return(
            roll,
            ("$session", sessionKey),
            ("$id", r.Id),
            ("$place", place),
            ("$round", r.Order),
            ("$kind", Word.Of(r.Kind)),
            ("$partner", r.PartnerId),
            ("$belt", Word.Of(r.PartnerBelt)),
            ("$stripes", r.PartnerStripes),
            ("$weight", r.PartnerWeightKg?.Value),
            ("$minutes", r.Minutes),
            ("$intensity", Word.Of(r.Intensity)),
            ("$intent", Word.Of(r.Intent)),
            ("$ruleset", r.Ruleset),
            ("$length", r.Length),
            ("$result", StoredJson.Write(r.Result)),
            ("$penalties", StoredJson.Write(r.Penalties)),
            ("$told", r.Told),
            ("$notes", r.Notes),
            ("$takeaways", Commands.Json(r.Takeaways)),
            ("$goes", StoredJson.Write(r.Goes)),
            ("$video", StoredJson.Write(r.Video)),
            ("$corrections", StoredJson.Write(r.Corrections))
        );
        var isNew = written.Version == 1;
        if (!isNew)
            Do(clear, ("$roll", written.Key));
        for (var i = 0; i < r.Exchanges.Count; i++)
            Exchange(written.Key, r.Exchanges[i], i);
        var words = Lines([
            r.Told,
            r.Notes,
            .. r.Takeaways ?? [],
            .. r.Exchanges.SelectMany(e => e.Moments).SelectMany(m => new[] { m.Note, m.Better }),
        ]);
        if (!isNew || words.Length > 0)
            Do(rollWords, ("$key", written.Key), ("$text", words));
        if (body is null)
            Readings.Write(reading, written.Key, r, ground.Value);
        else
            Readings.Write(reading, written.Key, body);
        return written;
    }

    public void Dispose()
    {
        foreach (var command in new[] { session, roll, clear, exchange, moment, plainMoment, rollWords, sessionWords, reading })
            command.Dispose();
    }

    private void Exchange(long rollKey, Exchange e, int place)
    {
        var key = ++lastExchange;
        Do(
            exchange,
            ("$key", key),
            ("$roll", rollKey),
            ("$place", place),
            ("$position", e.Start?.Position),
            ("$role", RoleOf(e.Start)),
            ("$end", Word.Of(e.End?.Kind)),
            ("$by", Word.Of(e.End?.By)),
            ("$technique", e.End?.Technique),
            ("$clock", e.End?.Clock)
        );
        for (var i = 0; i < e.Moments.Count; i++)
        {
            var m = e.Moments[i];
            (string, object?)[] told =
            [
                ("$exchange", key),
                ("$place", i),
                ("$actor", Word.Of(m.Actor)),
                ("$technique", m.Technique),
                ("$outcome", Word.Of(m.Outcome)),
                ("$side", Word.Of(m.Side)),
                ("$clock", m.Clock),
                ("$fromPosition", m.From?.Position),
                ("$fromRole", RoleOf(m.From)),
                ("$toPosition", m.To?.Position),
                ("$toRole", RoleOf(m.To)),
                ("$sure", m.Sure is { } sure ? (sure ? 1 : 0) : null),
            ];
            if (m is { Reasons: null, Note: null, Better: null, Held: null, Near: null })
                Do(plainMoment, told);
            else
                Do(
                    moment,
                    [
                        .. told,
                        ("$reasons", Commands.Json(m.Reasons)),
                        ("$note", m.Note),
                        ("$better", m.Better),
                        ("$held", Words.Held(m.Held)),
                        ("$near", m.Near is { } near ? (near ? 1 : 0) : null),
                    ]
                );
        }
    }

    /// <summary>All that was written in words, a line each.</summary>
    private static string Lines(IEnumerable<string?> texts) => string.Join('\n', texts.Where(t => !string.IsNullOrEmpty(t)));

    private static string? RoleOf(Spot? spot) => spot is { } s ? Word.Of(s.Role) : null;

    private static void Set(SqliteCommand command, (string Name, object? Value)[] values)
    {
        if (command.Parameters.Count == 0)
        {
            foreach (var (name, value) in values)
                command.Parameters.AddWithValue(name, value ?? DBNull.Value);
            return;
        }

        for (var i = 0; i < values.Length; i++)
            command.Parameters[i].Value = values[i].Value ?? DBNull.Value;
    }

    private static void Do(SqliteCommand command, params (string Name, object? Value)[] values)
    {
        Set(command, values);
        command.ExecuteNonQuery();
    }

    private static (long Key, long Version) Return(SqliteCommand command, params (string Name, object? Value)[] values)
    {
        Set(command, values);
        using var reader = command.ExecuteReader();
        reader.Read();
        return (reader.GetInt64(0), reader.GetInt64(1));
    }
}
