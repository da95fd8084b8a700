using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using Microsoft.Data.Sqlite;

namespace AshNotch.Store;

/// <summary>
/// The sufficient statistics of the whole log. Every write leaves behind which rolls came, went or changed; at its end what
/// they counted for is taken out and what they count for now is put in, in the same transaction.
/// </summary>
public sealed class Tallies(Database database)
{
    private const int AtOnce = 400;

    /// <summary>The counts of all rolls that are not in the bin.</summary>
    public LogCounts Counts(UsualGround ground) => database.Read(c =>
        TallyKeys.Read(c.All("SELECT key, n FROM tally", r => (r.GetString(0), r.GetInt32(1))), ground));

    /// <summary>Brings the counts up to date with what a write has changed; does nothing when that is no roll.</summary>
    internal static void Settle(SqliteConnection connection)
    {
        var rolls = connection.All("SELECT roll_key FROM uncounted", r => r.GetInt64(0));
        if (rolls.Count == 0)
            return;
        var change = new LogCounts(Readings.GroundOf(connection).Usual);
        var spots = new Dictionary<string, Spot>();
        foreach (var part in rolls.Chunk(AtOnce))
        {
            var keys = ("$keys", (object?)$"[{string.Join(',', part)}]");
            const string These = "roll_key IN (SELECT value FROM json_each($keys))";
            foreach (var before in connection.All($"SELECT body FROM counted WHERE {These}", r => ReadingBody.Read((byte[])r.GetValue(0), spots), keys))
                change.Add(before, -1);
            connection.Run($"DELETE FROM counted WHERE {These}", keys);
            connection.Run(
                $"""
                INSERT INTO counted SELECT d.roll_key, d.body FROM reading d JOIN roll r ON r.key = d.roll_key JOIN session s ON s.key = r.session_key
                WHERE d.{These} AND r.binned_at IS NULL AND s.binned_at IS NULL
                """,
                keys);
            foreach (var now in connection.All($"SELECT body FROM counted WHERE {These}", r => ReadingBody.Read((byte[])r.GetValue(0), spots), keys))
                change.Add(now);
        }

        using var add = connection.Prepare("INSERT INTO tally VALUES ($key, $n) ON CONFLICT (key) DO UPDATE SET n = n + excluded.n", ("$key", ""), ("$n", 0));
        foreach (var (key, n) in TallyKeys.Of(change))
        {
            if (n == 0)
                continue;
            (add.Parameters[0].Value, add.Parameters[1].Value) = (key, n);
            add.ExecuteNonQuery();
        }

        connection.Run("DELETE FROM tally WHERE n = 0; DELETE FROM uncounted");
    }
}
