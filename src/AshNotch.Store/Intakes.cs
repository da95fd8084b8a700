using AshNotch.Core.Log;
using Microsoft.Data.Sqlite;

namespace AshNotch.Store;

/// <summary>What was brought in at once from a table or a diary of elsewhere.</summary>
/// <param name="Id">Its id.</param>
/// <param name="At">When.</param>
/// <param name="Says">What it was, for people.</param>
/// <param name="Sessions">Sessions that were new.</param>
/// <param name="Rolls">Rolls that were new, those of new sessions too.</param>
/// <param name="Partners">Partners that were new.</param>
public sealed record Intake(string Id, DateTimeOffset At, string Says, int Sessions, int Rolls, int Partners);

/// <summary>Taking sessions from elsewhere, and taking them back.</summary>
/// <param name="database">The log.</param>
/// <param name="transfers">Writes them.</param>
public sealed class Intakes(Database database, Transfers transfers)
{
    private const int Kept = 20;

    /// <param name="Session">A session's id.</param>
    /// <param name="Roll">A roll's id in it.</param>
    private sealed record RollPlace(string Session, string Roll);

    /// <param name="Sessions">Sessions that were new.</param>
    /// <param name="Rolls">New rolls of sessions that were there.</param>
    /// <param name="Partners">Partners that were new.</param>
    /// <param name="RollCount">All rolls that were new.</param>
    private sealed record Added(
        IReadOnlyList<string> Sessions,
        IReadOnlyList<RollPlace> Rolls,
        IReadOnlyList<string> Partners,
        int RollCount
    );

    /// <summary>The latest, newest first.</summary>
    public IReadOnlyList<Intake> All() =>
        database.Read(c => c.All($"SELECT id, at, says, body FROM intake ORDER BY key DESC LIMIT {Kept}", Read));

    /// <summary>
    /// Takes sessions and partners. What stands in the log under the same ids stays as it is: of a session that is there only the
    /// rolls are added that it lacks.
    /// </summary>
    /// <param name="says">What it is, for people.</param>
    /// <param name="partners">Partners; checked.</param>
    /// <param name="sessions">Sessions; checked.</param>
    /// <param name="now">The time.</param>
    /// <param name="stop">Ends it; nothing is kept then.</param>
    /// <returns>What was taken; with an empty id when all of it was there already.</returns>
    public Intake Take(
        string says,
        IReadOnlyList<Partner> partners,
        IReadOnlyList<Session> sessions,
        DateTimeOffset now,
        CancellationToken stop
    )
    {
        var id = Guid.CreateVersion7(now).ToString();
        var (fresh, write, added) = database.Read(c => New(c, partners, sessions));
        if (added.Sessions.Count + added.Rolls.Count + added.Partners.Count == 0)
            return new Intake("", now, says, 0, 0, 0);
        transfers.Take(
            fresh,
            write,
            c =>
            {
                c.Run(
                    "INSERT INTO intake (id, at, says, body) VALUES ($id, $at, $says, $body)",
                    ("$id", id),
                    ("$at", now.UtcDateTime.ToString("O")),
                    ("$says", says),
                    ("$body", StoredJson.Write(added))
                );
                c.Run($"DELETE FROM intake WHERE key NOT IN (SELECT key FROM intake ORDER BY key DESC LIMIT {Kept})");
            },
            stop
        );
        return new Intake(id, now, says, added.Sessions.Count, added.RollCount, added.Partners.Count);
    }

    /// <summary>
    /// Takes one back: what came in by it goes to the bin, also what was changed since. Partners stay whom other rolls name.
    /// </summary>
    /// <returns>What it was; null when there is none of this id.</returns>
    public Intake? Undo(string id, DateTimeOffset now) =>
        database.Write(c =>
        {
            if (
                c.One(
                    "SELECT id, at, says, body FROM intake WHERE id = $id",
                    r => (Read(r), StoredJson.Read<Added>(r.GetString(3))),
                    ("$id", id)
                )
                is not
                ({ } intake, { } added)
            )
                return null;
            foreach (var session in added.Sessions)
                Bins.Bin(c, "session", "id = $id", now, ("$id", session));
            foreach (var place in added.Rolls)
                if (
                    Bins.Bin(
                        c,
                        "roll",
                        "id = $id AND session_key = (SELECT key FROM session WHERE id = $session)",
                        now,
                        ("$id", place.Roll),
                        ("$session", place.Session)
                    )
                )
                    c.Run("UPDATE session SET version = version + 1 WHERE id = $session", ("$session", place.Session));
            foreach (var partner in added.Partners)
                Bins.Bin(
                    c,
                    "partner",
                    """
                    id = $id AND NOT EXISTS (SELECT 1 FROM roll r JOIN session s ON s.key = r.session_key
                      WHERE r.partner_key = partner.key AND r.binned_at IS NULL AND s.binned_at IS NULL)
                    """,
                    now,
                    ("$id", partner)
                );
            c.Run("DELETE FROM intake WHERE id = $id", ("$id", id));
            return intake;
        });

    /// <summary>What of it is new, how the sessions are to be written, and what to remember.</summary>
    private static (List<Partner> Partners, List<Session> Sessions, Added Added) New(
        SqliteConnection connection,
        IReadOnlyList<Partner> partners,
        IReadOnlyList<Session> sessions
    )
    {
        var known = connection.All("SELECT id FROM partner WHERE binned_at IS NULL", r => r.GetString(0)).ToHashSet();
        var newPartners = partners.Where(p => !known.Contains(p.Id)).ToList();
        var there = SessionRows
            .Sessions(
                connection,
                connection.All(
                    "SELECT key FROM session WHERE binned_at IS NULL AND id IN (SELECT value FROM json_each($ids))",
                    r => r.GetInt64(0),
                    ("$ids", Commands.Json([.. sessions.Select(s => s.Id)]))
                )
            )
            .ToDictionary(s => s.Value.Id, s => s.Value);
        var (write, newSessions, newRolls, rolls) = (new List<Session>(), new List<string>(), new List<RollPlace>(), 0);
        foreach (var session in sessions)
        {
            if (!there.TryGetValue(session.Id, out var stored))
            {
                write.Add(session);
                newSessions.Add(session.Id);
                rolls += session.Rolls.Count;
                continue;
            }

            var has = stored.Rolls.Select(r => r.Id).ToHashSet();
            var lacks = session.Rolls.Where(r => !has.Contains(r.Id)).ToList();
            if (lacks.Count == 0 || stored.Rolls.Count + lacks.Count > LogRules.MostRolls)
                continue;
            write.Add(stored with { Rolls = [.. stored.Rolls, .. lacks.Select((r, i) => r with { Order = stored.Rolls.Count + i + 1 })] });
            newRolls.AddRange(lacks.Select(r => new RollPlace(session.Id, r.Id)));
            rolls += lacks.Count;
        }

        return (newPartners, write, new Added(newSessions, newRolls, [.. newPartners.Select(p => p.Id)], rolls));
    }

    private static Intake Read(SqliteDataReader r)
    {
        var added = StoredJson.Read<Added>(r.GetString(3));
        return new Intake(
            r.GetString(0),
            DateTimeOffset.Parse(r.GetString(1), System.Globalization.CultureInfo.InvariantCulture),
            r.GetString(2),
            added.Sessions.Count,
            added.RollCount,
            added.Partners.Count
        );
    }
}
