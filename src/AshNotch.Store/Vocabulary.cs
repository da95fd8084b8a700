using System.Text.Json;
using AshNotch.Core.Ground;
using Microsoft.Data.Sqlite;

namespace AshNotch.Store;

/// <summary>What the owner added to the ground.</summary>
public sealed class Vocabulary(Database database)
{
    public PersonalWords Get() => database.Read(Get);

    /// <summary>Adds or replaces by id; nothing that stands is taken away.</summary>
    public void Add(PersonalWords words) => database.Write(c =>
    {
        if (Merge(c, words) > 0 && words.Positions.Count + words.Techniques.Count > 0)
            Readings.Rebuild(c);
        return 0;
    });

    /// <summary>Takes away an alias; false when there was none.</summary>
    public bool RemoveAlias(Alias alias) => database.Write(c =>
        c.Run("DELETE FROM personal_alias WHERE says = $says AND means = $means", ("$says", alias.Says), ("$means", alias.Means)) > 0);

    internal static PersonalWords Get(SqliteConnection connection) => new()
    {
        Positions = connection.All("SELECT body FROM personal_position ORDER BY place", r => JsonSerializer.Deserialize<Position>(r.GetString(0))!),
        Techniques = connection.All("SELECT body FROM personal_technique ORDER BY place", r => JsonSerializer.Deserialize<Technique>(r.GetString(0))!),
        Aliases = connection.All("SELECT says, means FROM personal_alias ORDER BY place", r => new Alias(r.GetString(0), r.GetString(1))),
    };

    /// <summary>Adds or replaces by id; answers how many entries were new or other than before.</summary>
    internal static int Merge(SqliteConnection connection, PersonalWords words)
    {
        var before = Get(connection);
        var changed = 0;
        foreach (var position in words.Positions.Where(p => !before.Positions.Any(b => Same.As(b, p))))
            changed += Save("personal_position", position.Id, JsonSerializer.Serialize(position));
        foreach (var technique in words.Techniques.Where(t => !before.Techniques.Any(b => Same.As(b, t))))
            changed += Save("personal_technique", technique.Id, JsonSerializer.Serialize(technique));
        foreach (var alias in words.Aliases.Except(before.Aliases))
        {
            changed += connection.Run(
                "INSERT INTO personal_alias (says, means, place) VALUES ($says, $means, (SELECT count(*) FROM personal_alias))",
                ("$says", alias.Says), ("$means", alias.Means));
        }

        return changed;

        int Save(string table, string id, string body) => connection.Run(
            $"INSERT INTO {table} (id, place, body) VALUES ($id, (SELECT count(*) FROM {table}), $body) ON CONFLICT (id) DO UPDATE SET body = $body",
            ("$id", id), ("$body", body));
    }
}
