using AshNotch.Core.Load;
using AshNotch.Core.Log;
using Microsoft.Data.Sqlite;

namespace AshNotch.Store;

/// <summary>A page of a longer list.</summary>
/// <param name="Items">What is on it.</param>
/// <param name="Total">How many there are in all.</param>
public sealed record Page<T>(IReadOnlyList<T> Items, int Total);

/// <summary>
/// Sessions and the rolls under them. A session's version covers its rolls: writing one roll raises both, so nobody can
/// overwrite a session they have not seen whole.
/// </summary>
public sealed class Sessions(Database database)
{
    /// <summary>Sessions not in the bin, latest first.</summary>
    public Page<Versioned<Session>> List(int skip, int take) => database.Read(c =>
    {
        var keys = c.All(
            "SELECT key FROM session WHERE binned_at IS NULL ORDER BY date DESC, start_time DESC NULLS LAST, key DESC LIMIT $take OFFSET $skip",
            r => r.GetInt64(0), ("$take", take), ("$skip", skip));
        var total = c.One("SELECT count(*) FROM session WHERE binned_at IS NULL", r => r.GetInt32(0));
        return new Page<Versioned<Session>>(SessionRows.Sessions(c, keys), total);
    });

    /// <summary>Every visit to the mat, as far as its load goes, oldest first.</summary>
    public IReadOnlyList<Visit> Visits() => database.Read(c => c.All(
        "SELECT id, date, minutes, effort FROM session WHERE binned_at IS NULL ORDER BY date, key",
        r => new Visit(r.GetString(0), DateOnly.ParseExact(r.GetString(1), "yyyy-MM-dd"), r.Number(2), r.Number(3))));

    public Versioned<Session>? Get(string id) => database.Read(c => Get(c, id));

    /// <summary>Adds a session; <see cref="WriteOutcome.Exists"/> when the id is taken, be it by one in the bin.</summary>
    public Written Add(Session session) => database.Write(c => Key(c, session.Id, binnedToo: true) is not null
        ? new Written(WriteOutcome.Exists, 0)
        : Save(c, session, withRolls: true, default));

    /// <summary>Replaces a session that was read at a version.</summary>
    /// <param name="session">What it is to be.</param>
    /// <param name="withRolls">Whether its rolls are to be replaced too; those that are gone from it go to the bin.</param>
    /// <param name="expected">The version that was read.</param>
    /// <param name="now">For the bin.</param>
    public Written Put(Session session, bool withRolls, long expected, DateTimeOffset now) => database.Write(c => Get(c, session.Id) switch
    {
        null => new Written(WriteOutcome.Missing, 0),
        { Version: var v } when v != expected => new Written(WriteOutcome.Stale, v),
        _ => Save(c, session, withRolls, now),
    });

    /// <summary>Into the bin, if the version is the one that was read (or none was named).</summary>
    public Written Bin(string id, long? expected, DateTimeOffset now) => database.Write(c =>
    {
        if (Get(c, id) is not { } stored)
            return new Written(WriteOutcome.Missing, 0);
        if (expected is { } v && v != stored.Version)
            return new Written(WriteOutcome.Stale, stored.Version);
        Bins.Bin(c, "session", "id = $id", now, ("$id", id));
        return new Written(WriteOutcome.Saved, stored.Version + 1);
    });

    public Versioned<Roll>? GetRoll(string session, string roll) => database.Read(c => GetRoll(c, session, roll));

    public Written AddRoll(string session, Roll roll) => database.Write(c =>
    {
        if (Key(c, session, binnedToo: false) is not { } key)
            return new Written(WriteOutcome.Missing, 0);
        if (c.One("SELECT 1 FROM roll WHERE session_key = $key AND id = $id", r => r.GetInt32(0), ("$key", key), ("$id", roll.Id)) == 1)
            return new Written(WriteOutcome.Exists, 0);
        var place = c.One("SELECT coalesce(max(place) + 1, 0) FROM roll WHERE session_key = $key", r => r.GetInt32(0), ("$key", key));
        return SaveRoll(c, key, roll, place);
    });

    public Written PutRoll(string session, Roll roll, long expected) => database.Write(c =>
    {
        if (GetRoll(c, session, roll.Id) is not { } stored)
            return new Written(WriteOutcome.Missing, 0);
        if (stored.Version != expected)
            return new Written(WriteOutcome.Stale, stored.Version);
        var key = Key(c, session, binnedToo: false)!.Value;
        var place = c.One("SELECT place FROM roll WHERE session_key = $key AND id = $id", r => r.GetInt32(0), ("$key", key), ("$id", roll.Id));
        return SaveRoll(c, key, roll, place);
    });

    public Written BinRoll(string session, string roll, long? expected, DateTimeOffset now) => database.Write(c =>
    {
        if (GetRoll(c, session, roll) is not { } stored)
            return new Written(WriteOutcome.Missing, 0);
        if (expected is { } v && v != stored.Version)
            return new Written(WriteOutcome.Stale, stored.Version);
        var key = Key(c, session, binnedToo: false)!.Value;
        Bins.Bin(c, "roll", "session_key = $key AND id = $id", now, ("$key", key), ("$id", roll));
        Touch(c, key);
        return new Written(WriteOutcome.Saved, stored.Version + 1);
    });

    internal static Versioned<Session>? Get(SqliteConnection connection, string id) =>
        Key(connection, id, binnedToo: false) is { } key ? SessionRows.Sessions(connection, [key])[0] : null;

    private static Versioned<Roll>? GetRoll(SqliteConnection connection, string session, string roll) =>
        SessionRows.RollsWhere(
            connection,
            "r.session_key = (SELECT key FROM session WHERE id = $session AND binned_at IS NULL) AND r.id = $roll AND r.binned_at IS NULL",
            ("$session", session), ("$roll", roll))
            .Select(r => new Versioned<Roll>(r.Roll, r.Version))
            .FirstOrDefault();

    private static long? Key(SqliteConnection connection, string id, bool binnedToo) => connection.One<long?>(
        "SELECT key FROM session WHERE id = $id AND ($all OR binned_at IS NULL)", r => r.GetInt64(0), ("$id", id), ("$all", binnedToo));

    private static Written Save(SqliteConnection connection, Session session, bool withRolls, DateTimeOffset now)
    {
        using var writer = new SessionWriter(connection);
        var (key, version) = writer.Header(session);
        if (!withRolls)
            return new Written(WriteOutcome.Saved, version);
        var stored = SessionRows.RollsWhere(connection, "r.session_key = $key AND r.binned_at IS NULL", ("$key", key)).ToDictionary(r => r.Roll.Id);
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
