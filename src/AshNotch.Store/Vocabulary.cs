using System.Text.Json;
using AshNotch.Core.Ground;
using AshNotch.Core.Log;
using Microsoft.Data.Sqlite;

namespace AshNotch.Store;

/// <summary>What became of a change of the owner's words.</summary>
/// <param name="Faults">Why it was refused; empty when it was done.</param>
/// <param name="Ids">The ids of what was added or changed.</param>
public sealed record WordsWritten(IReadOnlyList<Fault> Faults, IReadOnlyList<string> Ids);

/// <summary>
/// What the owner added to the ground. Whatever is written is checked together with all that stands, in the same transaction, so
/// that the log never holds words that do not hold together.
/// </summary>
public sealed class Vocabulary(Database database)
{
    /// <summary>All of it.</summary>
    public PersonalWords Get() => database.Read(Get);

    /// <summary>
    /// Adds positions, techniques and aliases. What comes without an id (it is empty then) is given one; nothing is replaced.
    /// </summary>
    public WordsWritten Add(PersonalWords words) =>
        database.Write(c =>
        {
            var stands = Get(c);
            var taken = Ids(GroundMap.Default)
                .Concat(stands.Positions.Select(p => p.Id))
                .Concat(stands.Techniques.Select(t => t.Id))
                .ToHashSet();
            string New(string id, string name)
            {
                var given = id.Length > 0 ? id : WordRules.NewId(name, taken);
                taken.Add(given);
                return given;
            }

            var added = words with
            {
                Positions = [.. words.Positions.Select(p => p with { Id = New(p.Id, p.Name) })],
                Techniques = [.. words.Techniques.Select(t => t with { Id = New(t.Id, t.Name) })],
            };
            var all = new PersonalWords
            {
                Positions = [.. stands.Positions, .. added.Positions],
                Techniques = [.. stands.Techniques, .. added.Techniques],
                Aliases = [.. stands.Aliases, .. added.Aliases.Except(stands.Aliases)],
            };
            List<Fault> faults =
            [
                .. WordRules
                    .Check(all, GroundMap.Default)
                    .Concat(WordRules.CheckNames(added, stands, GroundMap.Default))
                    .Take(FaultList.Most),
            ];
            if (faults.Count == 0)
                Merge(c, added);
            return new WordsWritten(faults, [.. added.Positions.Select(p => p.Id), .. added.Techniques.Select(t => t.Id)]);
        });

    /// <summary>Replaces an own position; null when there is none of its id.</summary>
    public WordsWritten? Put(Position position) =>
        database.Write(c =>
            Change(
                c,
                w => w.Positions.FirstOrDefault(p => p.Id == position.Id),
                (w, before) =>
                    (
                        w with
                        {
                            Positions = [.. w.Positions.Select(p => p.Id == position.Id ? position : p)],
                        },
                        WordRules
                            .CheckChange(before, position, Uses(c, position.Id) > 0)
                            .Concat(
                                Renamed(
                                    before.Name == position.Name,
                                    new() { Positions = [position] },
                                    w with
                                    {
                                        Positions = [.. w.Positions.Where(p => p.Id != position.Id)],
                                    }
                                )
                            )
                    )
            )
        );

    /// <summary>Replaces an own technique; null when there is none of its id.</summary>
    public WordsWritten? Put(Technique technique) =>
        database.Write(c =>
            Change(
                c,
                w => w.Techniques.FirstOrDefault(t => t.Id == technique.Id),
                (w, before) =>
                    (
                        w with
                        {
                            Techniques = [.. w.Techniques.Select(t => t.Id == technique.Id ? technique : t)],
                        },
                        Renamed(
                            before.Name == technique.Name,
                            new() { Techniques = [technique] },
                            w with
                            {
                                Techniques = [.. w.Techniques.Where(t => t.Id != technique.Id)],
                            }
                        )
                    )
            )
        );

    /// <summary>
    /// Takes an own position or technique away, with its aliases, when nothing uses it; null when there is none of its id.
    /// </summary>
    public WordsWritten? Remove(string id) =>
        database.Write(c =>
        {
            var stands = Get(c);
            var without = new PersonalWords
            {
                Positions = [.. stands.Positions.Where(p => p.Id != id)],
                Techniques = [.. stands.Techniques.Where(t => t.Id != id)],
                Aliases = [.. stands.Aliases.Where(a => a.Means != id)],
            };
            if (without.Positions.Count + without.Techniques.Count == stands.Positions.Count + stands.Techniques.Count)
                return null;
            var uses = Uses(c, id);
            if (uses > 0)
                return new WordsWritten(
                    [
                        new Fault(
                            "",
                            $"It is named in {(uses == 1 ? "one place" : $"{uses} places")} of the log (rolls, the bin and blocks with "
                                + "them), so it stays. Change those first, or keep it under another name."
                        ),
                    ],
                    []
                );
            List<Fault> faults = [.. WordRules.Check(without, GroundMap.Default).Take(FaultList.Most)];
            if (faults.Count > 0)
                return new WordsWritten(
                    [new Fault("", "One of your techniques starts or ends there. Change or remove that one first.")],
                    []
                );
            c.Run(
                "DELETE FROM personal_position WHERE id = $id; DELETE FROM personal_technique WHERE id = $id; DELETE FROM "
                    + "personal_alias WHERE means = $id",
                ("$id", id)
            );
            return new WordsWritten([], [id]);
        });

    /// <summary>Takes away an alias; false when there was none.</summary>
    public bool RemoveAlias(Alias alias) =>
        database.Write(c =>
            c.Run("DELETE FROM personal_alias WHERE says = $says AND means = $means", ("$says", alias.Says), ("$means", alias.Means)) > 0
        );

    internal static PersonalWords Get(SqliteConnection connection) =>
        new()
        {
            Positions = connection.All("SELECT body FROM personal_position ORDER BY place", r =>
                JsonSerializer.Deserialize<Position>(r.GetString(0), GroundJson.Options)!
            ),
            Techniques = connection.All("SELECT body FROM personal_technique ORDER BY place", r =>
                JsonSerializer.Deserialize<Technique>(r.GetString(0), GroundJson.Options)!
            ),
            Aliases = connection.All("SELECT says, means FROM personal_alias ORDER BY place", r => new Alias(
                r.GetString(0),
                r.GetString(1)
            )),
        };

    /// <summary>
    /// What a file's words and those that stand come to together, the file's taking the place of what has the same id; and what is wrong
    /// with that.
    /// </summary>
    internal static (PersonalWords All, IReadOnlyList<Fault> Faults) Joined(SqliteConnection connection, PersonalWords file)
    {
        var stands = Get(connection);
        var all = new PersonalWords
        {
            Positions =
            [
                .. stands.Positions.Select(s => file.Positions.FirstOrDefault(f => f.Id == s.Id) ?? s),
                .. file.Positions.Where(f => stands.Positions.All(s => s.Id != f.Id)),
            ],
            Techniques =
            [
                .. stands.Techniques.Select(s => file.Techniques.FirstOrDefault(f => f.Id == s.Id) ?? s),
                .. file.Techniques.Where(f => stands.Techniques.All(s => s.Id != f.Id)),
            ],
            Aliases = [.. stands.Aliases, .. file.Aliases.Except(stands.Aliases)],
        };
        var roles = stands.Positions.SelectMany(s =>
            file.Positions.Where(f => f.Id == s.Id)
                .SelectMany(f =>
                    WordRules.CheckChange(s, f, !s.Roles.SequenceEqual(f.Roles) && Uses(connection, s.Id) > 0, "/vocabulary/positions")
                )
        );
        return (all, [.. WordRules.Check(all, GroundMap.Default, "/vocabulary").Concat(roles).Take(FaultList.Most)]);
    }

    /// <summary>Adds or replaces by id; answers how many entries were new or other than before.</summary>
    internal static int Merge(SqliteConnection connection, PersonalWords words)
    {
        var before = Get(connection);
        var changed = new List<string>();
        foreach (var position in words.Positions.Where(p => !before.Positions.Any(b => Same.As(b, p))))
            Save("personal_position", position.Id, JsonSerializer.Serialize(position, GroundJson.Options));
        foreach (var technique in words.Techniques.Where(t => !before.Techniques.Any(b => Same.As(b, t))))
            Save("personal_technique", technique.Id, JsonSerializer.Serialize(technique, GroundJson.Options));
        var aliases = words
            .Aliases.Except(before.Aliases)
            .Sum(alias =>
                connection.Run(
                    "INSERT INTO personal_alias (says, means, place) VALUES ($says, $means, (SELECT coalesce(max(place) + 1, 0) FROM "
                        + "personal_alias))",
                    ("$says", alias.Says),
                    ("$means", alias.Means)
                )
            );
        if (changed.Count > 0)
            Readings.ReadAgain(connection, changed);
        return changed.Count + aliases;

        void Save(string table, string id, string body)
        {
            connection.Run(
                $"INSERT INTO {table} (id, place, body) VALUES ($id, (SELECT coalesce(max(place) + 1, 0) FROM {table}), $body) ON "
                    + "CONFLICT (id) DO UPDATE SET body = $body",
                ("$id", id),
                ("$body", body)
            );
            changed.Add(id);
        }
    }

    private static WordsWritten? Change<T>(
        SqliteConnection connection,
        Func<PersonalWords, T?> find,
        Func<PersonalWords, T, (PersonalWords Next, IEnumerable<Fault> Faults)> change
    )
        where T : class
    {
        var stands = Get(connection);
        if (find(stands) is not { } before)
            return null;
        var (next, changed) = change(stands, before);
        List<Fault> faults = [.. WordRules.Check(next, GroundMap.Default).Concat(changed).Take(FaultList.Most)];
        if (faults.Count == 0)
            Merge(connection, next);
        return new WordsWritten(faults, []);
    }

    private static IEnumerable<Fault> Renamed(bool same, PersonalWords named, PersonalWords others) =>
        same ? [] : WordRules.CheckNames(named, others, GroundMap.Default).Select(f => new Fault("/name", f.Sentence));

    private static IEnumerable<string> Ids(GroundMap ground) =>
        ground.Positions.Select(p => p.Id).Concat(ground.Techniques.Select(t => t.Id));

    /// <summary>In how many places the log names a position or technique, the bin included.</summary>
    private static int Uses(SqliteConnection connection, string id) =>
        connection.One(
            """
            SELECT (SELECT count(*) FROM moment WHERE from_position = $id OR to_position = $id OR technique = $id)
              + (SELECT count(*) FROM exchange WHERE start_position = $id OR end_technique = $id)
              + (SELECT count(*) FROM session s, json_each(s.taught) t WHERE t.value = $id)
              + (SELECT count(*) FROM roll WHERE goes ->> '$.start.position' = $id)
              + (SELECT count(*) FROM roll r, json_tree(r.corrections) t WHERE r.corrections IS NOT NULL AND t.atom = $id AND t.key
                = 'technique')
              + (SELECT count(*) FROM block b, json_tree(b.body) t WHERE t.atom = $id AND t.key IN ('position', 'technique'))
            """,
            r => r.GetInt32(0),
            ("$id", id)
        );
}
