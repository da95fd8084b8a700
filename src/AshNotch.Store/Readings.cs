using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Log;
using Microsoft.Data.Sqlite;

namespace AshNotch.Store;

/// <summary>What judgements need of every roll: written in the same transaction as the roll, so that it never lags behind.</summary>
public sealed class Readings(Database database)
{
    /// <summary>Goes up whenever rolls are read in another way than before.</summary>
    private const string Stamp = "5";

    /// <summary>The readings of every roll that is not in the bin, oldest first.</summary>
    public IReadOnlyList<RollReading> All() => database.Read(c => KeptReadings.Of(c, GroundOf(c).Usual, 0, null).Readings);

    /// <summary>Reads every roll anew; answers how many. The result is what writing them one by one has left.</summary>
    public int Rebuild() => database.Write(c => Rebuild(c));

    /// <summary>Readings made by an older program are made anew.</summary>
    internal static void BringUpToDate(Database database)
    {
        if (database.Read(c => c.One("SELECT reading_stamp FROM state", r => r.Text(0))) != Stamp)
            database.Aside(Rebuild);
    }

    /// <summary>Reads anew the rolls that name a position or technique that has changed.</summary>
    internal static void ReadAgain(SqliteConnection connection, IReadOnlyList<string> ids)
    {
        var keys = connection.All(
            """
            SELECT e.roll_key FROM moment m JOIN exchange e ON e.key = m.exchange_key
            WHERE m.technique IN (SELECT value FROM json_each($ids)) OR m.from_position IN (SELECT value FROM json_each($ids)) OR
              m.to_position IN (SELECT value FROM json_each($ids))
            UNION SELECT roll_key FROM exchange WHERE start_position IN (SELECT value FROM json_each($ids)) OR end_technique IN
              (SELECT value FROM json_each($ids))
            """,
            r => r.GetInt64(0),
            ("$ids", Commands.Json(ids))
        );
        Write(connection, keys);
    }

    internal static int Rebuild(SqliteConnection connection)
    {
        var ground = GroundOf(connection);
        using var command = Prepare(connection);
        connection.Run("DELETE FROM reading");
        var done = 0;
        foreach (var keys in connection.All("SELECT key FROM roll ORDER BY key", r => r.GetInt64(0)).Chunk(500))
        {
            foreach (var stored in SessionRows.RollsWhere(connection, $"r.key BETWEEN {keys[0]} AND {keys[^1]}"))
            {
                Write(command, stored.Key, stored.Roll, ground);
                done++;
            }
        }

        connection.Run("UPDATE state SET reading_stamp = $stamp", ("$stamp", Stamp));
        return done;
    }

    internal static GroundMap GroundOf(SqliteConnection connection) => GroundMap.Default.With(Vocabulary.Get(connection));

    internal static SqliteCommand Prepare(SqliteConnection connection) =>
        connection.Prepare(
            "INSERT OR REPLACE INTO reading (roll_key, body) VALUES ($roll, $body)",
            ("$roll", 0),
            ("$body", Array.Empty<byte>())
        );

    /// <summary>Reads anew the rolls that lean on a partner's sheet for a belt or a weight, when that sheet has changed.</summary>
    internal static void PartnerChanged(SqliteConnection connection, string partner)
    {
        var keys = connection.All(
            "SELECT key FROM roll WHERE partner_key = (SELECT key FROM partner WHERE id = $id) AND (partner_belt IS NULL OR "
                + "partner_weight_kg IS NULL)",
            r => r.GetInt64(0),
            ("$id", partner)
        );
        Write(connection, keys);
    }

    private static void Write(SqliteConnection connection, IReadOnlyList<long> keys)
    {
        if (keys.Count == 0)
            return;
        using var command = Prepare(connection);
        var ground = GroundOf(connection);
        foreach (var part in keys.Chunk(500))
        foreach (
            var stored in SessionRows.RollsWhere(
                connection,
                "r.key IN (SELECT value FROM json_each($keys))",
                ("$keys", $"[{string.Join(',', part)}]")
            )
        )
            Write(command, stored.Key, stored.Roll, ground);
    }

    internal static void Write(SqliteCommand command, long rollKey, Roll roll, GroundMap ground)
    {
        var known =
            roll.PartnerId is { } id && (roll.PartnerBelt is null || roll.PartnerWeightKg is null)
                ? Partners.Get(command.Connection!, id, binnedToo: true)?.Value
                : null;
        Write(command, rollKey, BodyOf(roll, known, ground));
    }

    /// <summary>A roll's reading as it is kept.</summary>
    /// <param name="roll">The roll.</param>
    /// <param name="partner">The sheet of its partner, for what the roll leaves open.</param>
    /// <param name="ground">The ground with the owner's additions.</param>
    internal static byte[] BodyOf(Roll roll, Partner? partner, GroundMap ground) =>
        ReadingBody.Write(RollReading.Of("", default, default, roll.Knowing(partner), ground));

    internal static void Write(SqliteCommand command, long rollKey, byte[] body)
    {
        command.Parameters[0].Value = rollKey;
        command.Parameters[1].Value = body;
        command.ExecuteNonQuery();
    }
}
