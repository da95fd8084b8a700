using Microsoft.Data.Sqlite;

namespace AshNotch.Store.Tests;

public sealed class MigrationTests : IDisposable
{
    private readonly string folder = Directory.CreateTempSubdirectory("ash-notch-test-").FullName;

    private string FilePath => Path.Combine(folder, "log.db");

    [Fact]
    public void They_are_numbered_without_gaps() =>
        Assert.Equal(Enumerable.Range(1, Database.Migrations.Count), Database.Migrations.Select(m => m.Number));

    [Fact]
    public void From_1_on_what_was_written_before_can_be_searched()
    {
        var old = new Database(FilePath, lastMigration: 1);
        Run(
            old,
            """
            INSERT INTO session (id, date, kind, attire, notes, version) VALUES ('s1', '2026-03-03', 'class', 'gi', 'cold loft', 1);
            INSERT INTO roll (session_key, id, place, told, takeaways, version) VALUES (1, 'r1', 0, 'knee cut again', '["frame first"]', 1);
            INSERT INTO exchange (roll_key, place) VALUES (1, 0);
            INSERT INTO moment (exchange_key, place, actor, technique, outcome, note) VALUES (1, 0, 'me', 'sweep', 'done',
              'slippery sleeve');
            """
        );
        var rolls = new Rolls(new Database(FilePath));
        foreach (var word in new[] { "knee", "frame", "slippery", "cold" })
            Assert.Equal(1, rolls.List(new RollFilter { Words = word }, 0, 10).Total);
        Assert.Equal(0, rolls.List(new RollFilter { Words = "elbow" }, 0, 10).Total);
    }

    [Fact]
    public void From_2_to_the_latest_the_log_stays_and_own_words_can_be_added()
    {
        var old = new Database(FilePath, lastMigration: 2);
        Run(old, "INSERT INTO session (id, date, kind, attire, version) VALUES ('s1', '2026-03-03', 'class', 'gi', 7);");
        var next = new Database(FilePath);
        Assert.Equal(7, new Sessions(next).Get("s1")!.Version);
        new Vocabulary(next).Add(new Core.Ground.PersonalWords { Aliases = [new("the gangplank", "knee-cut")] });
        Assert.Equal("knee-cut", Assert.Single(new Vocabulary(next).Get().Aliases).Means);
    }

    [Fact]
    public void Opening_again_changes_nothing()
    {
        var first = new Database(FilePath);
        first.Write(c => c.Run("INSERT INTO partner (id, name, version) VALUES ('bram', 'Bram', 1)"));
        var (schema, change) = (Schema(first), first.Change);
        Assert.Equal(schema, Schema(new Database(FilePath)));
        Assert.Equal(change, new Database(FilePath).Change);

        static string Schema(Database database)
        {
            using var connection = database.Open();
            return (string)
                One(connection, "SELECT group_concat(name || sql, ';') FROM (SELECT name, sql FROM sqlite_schema ORDER BY name)")!;
        }
    }

    [Fact]
    public void From_9_an_own_position_of_a_family_that_nobody_knows_stands_alone() =>
        Assert.Equal(
            [Core.Ground.Family.Own, Core.Ground.Family.HalfGuard],
            OwnPositionsOf(9, ("rafts", "guard"), ("half guard", "guard")).Select(p => p.Family)
        );

    [Fact]
    public void From_15_an_own_position_that_scored_what_nobody_knows_scores_nothing() =>
        Assert.Equal(
            [Core.Ground.PositionScore.Nothing, Core.Ground.PositionScore.BackNoPoints],
            OwnPositionsOf(15, ("own", "moutn"), ("own", "back-no-points")).Select(p => p.Scores)
        );

    private IReadOnlyList<Core.Ground.Position> OwnPositionsOf(int version, params (string Family, string Scores)[] positions)
    {
        var old = new Database(FilePath, lastMigration: version);
        foreach (var (i, (family, scores)) in positions.Index())
        {
            var body = $$"""{"id":"net-{{i}}","name":"Net","family":"{{family}}","roles":["top","bottom"],"scores":"{{scores}}"}""";
            Run(old, $"INSERT INTO personal_position (id, place, body) VALUES ('net-{i}', {i}, '{body}')");
        }

        return new Vocabulary(new Database(FilePath)).Get().Positions;
    }

    [Fact]
    public void A_log_of_a_newer_version_is_left_alone_with_a_sentence()
    {
        Run(new Database(FilePath), "PRAGMA user_version = 999");
        var fault = Assert.Throws<StoreException>(() => new Database(FilePath));
        Assert.Contains("newer Ash Notch", fault.Message);
    }

    [Fact]
    public void The_file_is_a_write_ahead_log_with_durable_commits_foreign_keys_and_strict_tables()
    {
        using var connection = new Database(FilePath).Open();
        Assert.Equal("wal", One(connection, "PRAGMA journal_mode"));
        Assert.Equal(2L, One(connection, "PRAGMA synchronous"));
        Assert.Equal(1L, One(connection, "PRAGMA foreign_keys"));
        Assert.Equal(
            0L,
            One(
                connection,
                "SELECT count(*) FROM pragma_table_list WHERE type = 'table' AND strict = 0 AND name NOT LIKE 'sqlite%' AND name NOT "
                    + "LIKE '%\\_words%' ESCAPE '\\'"
            )
        );
        Assert.Throws<SqliteException>(() => One(connection, "INSERT INTO exchange (roll_key, place) VALUES (99, 0) RETURNING key"));
    }

    public void Dispose()
    {
        SqliteConnection.ClearAllPools();
        Directory.Delete(folder, recursive: true);
    }

    private static void Run(Database database, string sql)
    {
        using var connection = database.Open();
        using var command = connection.CreateCommand();
        command.CommandText = sql;
        command.ExecuteNonQuery();
    }

    private static object? One(SqliteConnection connection, string sql)
    {
        using var command = connection.CreateCommand();
        command.CommandText = sql;
        return command.ExecuteScalar();
    }
}
