using AshNotch.Core.Judging.Patterns;
using AshNotch.Core.Load;
using AshNotch.Core.Log;
using Microsoft.Data.Sqlite;

namespace AshNotch.Store;

/// <summary>A page of a longer list.</summary>
/// <param name="Items">What is on it.</param>
/// <param name="Total">How many there are in all.</param>
/// <param name="Unreadable">What is on it and could not be read, by name.</param>
public sealed record Page<T>(IReadOnlyList<T> Items, int Total, IReadOnlyList<string> Unreadable);

/// <summary>
/// Sessions and the rolls under them. A session's version covers its rolls: writing one roll raises both, so nobody can
/// overwrite a session they have not seen whole.
/// </summary>
public sealed class Sessions(Database database)
{
    /// <summary>Sessions not in the bin, latest first.</summary>
    public Page<Versioned<Session>> List(int skip, int take) =>
        database.Read(c =>
        {
            var keys = c.All(
                "SELECT key FROM session WHERE binned_at IS NULL ORDER BY date DESC, start_time DESC NULLS LAST, key DESC LIMIT $take "
                    + "OFFSET $skip",
                r => r.GetInt64(0),
                ("$take", take),
                ("$skip", skip)
            );
            var total = c.One("SELECT count(*) FROM session WHERE binned_at IS NULL", r => r.GetInt32(0));
            var unreadable = new List<string>();
            return new Page<Versioned<Session>>(SessionRows.Sessions(c, keys, unreadable), total, unreadable);
        });

    /// <summary>
    /// Days of matches, whole: tournaments and other sessions with a match in them. Those to come first, the next one leading, then
    /// those that were, latest first.
    /// </summary>
    /// <param name="today">The day from which on they are to come.</param>
    /// <param name="skip">How many to pass over.</param>
    /// <param name="take">How many to read.</param>
    public Page<Session> OfMatches(DateOnly today, int skip, int take) =>
        database.Read(c =>
        {
            const string Matches = """
                FROM session s WHERE s.binned_at IS NULL AND (s.kind = 'tournament'
                  OR s.key IN (SELECT session_key FROM roll WHERE kind = 'match' AND binned_at IS NULL))
                """;
            var keys = c.All(
                $"""
                SELECT s.key {Matches}
                ORDER BY s.date < $today, CASE WHEN s.date < $today THEN -julianday(s.date) ELSE julianday(s.date) END, s.key
                LIMIT $take OFFSET $skip
                """,
                r => r.GetInt64(0),
                ("$today", today.ToString("yyyy-MM-dd")),
                ("$take", take),
                ("$skip", skip)
            );
            var unreadable = new List<string>();
            return new Page<Session>(
                [.. SessionRows.Sessions(c, keys, unreadable).Select(s => s.Value)],
                c.One($"SELECT count(*) {Matches}", r => r.GetInt32(0)),
                unreadable
            );
        });

    /// <summary>Every visit to the mat, as far as its load goes, and what the sessions taught that name it; both oldest first.</summary>
    internal static (IReadOnlyList<Visit> Visits, IReadOnlyList<Lesson> Lessons) VisitsAndLessons(SqliteConnection connection)
    {
        var (visits, lessons) = (new List<Visit>(), new List<Lesson>());
        foreach (
            var (id, date, minutes, effort, taught, attire) in connection.All(
                "SELECT id, date, minutes, effort, taught, attire FROM session WHERE binned_at IS NULL ORDER BY date, key",
                r => (r.GetString(0), r.GetString(1), r.Number(2), r.Number(3), r.Text(4), r.GetString(5))
            )
        )
        {
            // A row that makes no sense is named where sessions are listed; here it is passed over.
            if (!DateOnly.TryParseExact(date, "yyyy-MM-dd", out var day) || !Word.TryRead<Attire>(attire, out var worn))
                continue;
            visits.Add(new Visit(id, day, minutes, effort));
            if (taught is not null && Commands.TextsOf(taught) is { Count: > 0 } techniques)
                lessons.Add(new Lesson(id, day, worn, techniques));
        }

        return (visits, lessons);
    }

    /// <summary>The session with this id, its rolls within, and its version; null when there is none outside the bin.</summary>
    public Versioned<Session>? Get(string id) => database.Read(c => Get(c, id));

    /// <summary>Adds a session; <see cref="WriteOutcome.Exists"/> when the id is taken, be it by one in the bin.</summary>
    public Written Add(Session session) =>
        database.Write(c =>
            Key(c, session.Id, binnedToo: true) is not null
                ? new Written(WriteOutcome.Exists, 0)
                : Save(c, session, withRolls: true, default)
        );

    /// <summary>Replaces a session that was read at a version.</summary>
    /// <param name="session">What it is to be.</param>
    /// <param name="withRolls">Whether its rolls are to be replaced too; those that are gone from it go to the bin.</param>
    /// <param name="expected">What is asked of the version that stands.</param>
    /// <param name="now">For the bin.</param>
    public Written Put(Session session, bool withRolls, Expected expected, DateTimeOffset now) =>
        database.Write(c => Written.Refused(Get(c, session.Id)?.Version ?? 0, expected) ?? Save(c, session, withRolls, now));

    /// <summary>Into the bin, if the version is the one that was read (or none was named).</summary>
    public Written Bin(string id, Expected? expected, DateTimeOffset now) =>
        database.Write(c =>
        {
            var version = Get(c, id)?.Version ?? 0;
            if (Written.Refused(version, expected ?? Expected.Anything) is { } refused)
                return refused;
            Bins.Bin(c, "session", "id = $id", now, ("$id", id));
            return new Written(WriteOutcome.Saved, version + 1);
        });

    /// <summary>One roll of a session and its version; null when there is none outside the bin.</summary>
    public Versioned<Roll>? GetRoll(string session, string roll) => database.Read(c => GetRoll(c, session, roll));

    /// <summary>Adds a roll behind the others of a session; <see cref="WriteOutcome.Missing"/> without that session.</summary>
    public Written AddRoll(string session, Roll roll) =>
        database.Write(c =>
        {
            if (Key(c, session, binnedToo: false) is not { } key)
                return new Written(WriteOutcome.Missing, 0);
            if (c.One("SELECT 1 FROM roll WHERE session_key = $key AND id = $id", r => r.GetInt32(0), ("$key", key), ("$id", roll.Id)) == 1)
                return new Written(WriteOutcome.Exists, 0);
            var place = c.One("SELECT coalesce(max(place) + 1, 0) FROM roll WHERE session_key = $key", r => r.GetInt32(0), ("$key", key));
            return SaveRoll(c, key, roll, place);
        });

    /// <summary>Replaces a roll where it stands, if the version that stands is as expected.</summary>
    public Written PutRoll(string session, Roll roll, Expected expected) =>
        database.Write(c =>
        {
            if (Written.Refused(GetRoll(c, session, roll.Id)?.Version ?? 0, expected) is { } refused)
                return refused;
            var key = Key(c, session, binnedToo: false)!.Value;
            var place = c.One(
                "SELECT place FROM roll WHERE session_key = $key AND id = $id",
                r => r.GetInt32(0),
                ("$key", key),
                ("$id", roll.Id)
            );
            return SaveRoll(c, key, roll, place);
        });

    /// <summary>One roll into the bin, if the version is the one that was read (or none was named).</summary>
    public Written BinRoll(string session, string roll, Expected? expected, DateTimeOffset now) =>
        database.Write(c =>
        {
            var version = GetRoll(c, session, roll)?.Version ?? 0;
            if (Written.Refused(version, expected ?? Expected.Anything) is { } refused)
                return refused;
            var key = Key(c, session, binnedToo: false)!.Value;
            Bins.Bin(c, "roll", "session_key = $key AND id = $id", now, ("$key", key), ("$id", roll));
            Touch(c, key);
            return new Written(WriteOutcome.Saved, version + 1);
        });

    internal static Versioned<Session>? Get(SqliteConnection connection, string id) =>
        Key(connection, id, binnedToo: false) is { } key && SessionRows.Sessions(connection, [key]) is [var found, ..] ? found : null;

    private static Versioned<Roll>? GetRoll(SqliteConnection connection, string session, string roll) =>
        SessionRows
            .RollsWhere(
                connection,
                "r.session_key = (SELECT key FROM session WHERE id = $session AND binned_at IS NULL) AND r.id = $roll AND r.binned_at "
                    + "IS NULL",
                ("$session", session),
                ("$roll", roll)
            )
            .Select(r => new Versioned<Roll>(r.Roll, r.Version))
            .FirstOrDefault();

    private static long? Key(SqliteConnection connection, string id, bool binnedToo) =>
        connection.One<long?>(
            "SELECT key FROM session WHERE id = $id AND ($all OR binned_at IS NULL)",
            r => r.GetInt64(0),
            ("$id", id),
            ("$all", binnedToo)
        );

    private static Written Save(SqliteConnection connection, Session session, bool withRolls, DateTimeOffset now)
    {
        using var writer = new SessionWriter(connection);
        var (key, version) = writer.Header(session);
        if (!withRolls)
            return new Written(WriteOutcome.Saved, version);
        var stored = SessionRows
            .RollsWhere(connection, "r.session_key = $key AND r.binned_at IS NULL", ("$key", key))
            .ToDictionary(r => r.Roll.Id);
        for (var i = 0; i < session.Rolls.Count; i++)
        {
            if (stored.Remove(session.Rolls[i].Id, out var before) && Same.As(before.Roll, session.Rolls[i]))
                connection.Run("UPDATE roll SET place = $place WHERE key = $key", ("$place", i), ("$key", before.Key));
            else
                writer.Roll(key, session.Rolls[i], i);
        }

        foreach (var gone in stored.Values)
            Bins.Bin(connection, "roll", "key = $key", now, ("$key", gone.Key));
        return new Written(WriteOutcome.Saved, version);
    }

    private static Written SaveRoll(SqliteConnection connection, long sessionKey, Roll roll, int place)
    {
        using var writer = new SessionWriter(connection);
        var version = writer.Roll(sessionKey, roll, place).Version;
        Touch(connection, sessionKey);
        return new Written(WriteOutcome.Saved, version);
    }

    private static void Touch(SqliteConnection connection, long sessionKey) =>
        connection.Run("UPDATE session SET version = version + 1 WHERE key = $key", ("$key", sessionKey));
}
