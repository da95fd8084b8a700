using AshNotch.Core.Ground;
using AshNotch.Core.Log;
using Microsoft.Data.Sqlite;

namespace AshNotch.Store;

/// <summary>The owner's profile: one row, or none in a log that is new.</summary>
public sealed class Athletes(Database database)
{
    /// <summary>The profile; null in a log that is new.</summary>
    public Versioned<Athlete>? Get() => database.Read(Get);

    /// <summary>Writes the profile.</summary>
    /// <param name="athlete">What it is to be.</param>
    /// <param name="expected">What is asked of the version that stands.</param>
    public Written Put(Athlete athlete, Expected expected) =>
        database.Write(c =>
        {
            var version = Get(c)?.Version ?? 0;
            return expected.Holds(version)
                ? new Written(WriteOutcome.Saved, Put(c, athlete, version + 1))
                : new Written(WriteOutcome.Stale, version);
        });

    internal static Versioned<Athlete>? Get(SqliteConnection connection) =>
        connection.One(
            "SELECT name, belt, stripes, weight_kg, units, objective, training_style, dominant_side, version, sex FROM athlete",
            r => new Versioned<Athlete>(
                new Athlete
                {
                    Name = r.GetString(0),
                    Belt = Words.Required<BeltColour>(r.GetString(1)),
                    Stripes = r.Whole(2),
                    WeightKg = Words.Weight(r.Number(3)),
                    Units = Words.Optional<Units>(r.Text(4)),
                    Objective = Words.Optional<Objective>(r.Text(5)),
                    TrainingStyle = Words.Optional<TrainingStyle>(r.Text(6)),
                    DominantSide = Words.Optional<Side>(r.Text(7)),
                    Sex = Words.Optional<Sex>(r.Text(9)),
                },
                r.GetInt64(8)
            )
        );

    internal static long Put(SqliteConnection connection, Athlete athlete, long version)
    {
        connection.Run(
            """
            INSERT OR REPLACE INTO athlete (id, name, belt, stripes, weight_kg, units, objective, training_style, dominant_side,
              sex, version)
            VALUES (1, $name, $belt, $stripes, $weight, $units, $objective, $style, $side, $sex, $version)
            """,
            ("$name", athlete.Name),
            ("$belt", Word.Of(athlete.Belt)),
            ("$stripes", athlete.Stripes),
            ("$weight", athlete.WeightKg?.Value),
            ("$units", Word.Of(athlete.Units)),
            ("$objective", Word.Of(athlete.Objective)),
            ("$style", Word.Of(athlete.TrainingStyle)),
            ("$side", Word.Of(athlete.DominantSide)),
            ("$sex", Word.Of(athlete.Sex)),
            ("$version", version)
        );
        return version;
    }
}
