using AshNotch.Core.Log;
using Microsoft.Data.Sqlite;

namespace AshNotch.Store;

/// <summary>How the owner rates the parts of their game.</summary>
public sealed class SelfRatings(Database database)
{
    /// <summary>Every rating, in the order in which they came.</summary>
    public IReadOnlyList<SelfRating> All() => database.Read(All);

    /// <summary>Adds ratings; one of the same part and day is replaced.</summary>
    public void Add(IEnumerable<SelfRating> ratings) => database.Write(c => Merge(c, ratings));

    internal static IReadOnlyList<SelfRating> All(SqliteConnection connection) =>
        connection.All("SELECT date, part, score FROM self_rating ORDER BY place", r => new SelfRating(
            DateOnly.ParseExact(r.GetString(0), "yyyy-MM-dd"),
            r.GetString(1),
            r.GetDouble(2)
        ));

    internal static int Merge(SqliteConnection connection, IEnumerable<SelfRating> ratings)
    {
        var known = All(connection).ToHashSet();
        return ratings
            .Where(r => !known.Contains(r))
            .Sum(r =>
                connection.Run(
                    """
                    INSERT INTO self_rating (date, part, score, place) VALUES ($date, $part, $score, (SELECT count(*) FROM self_rating))
                    ON CONFLICT (date, part) DO UPDATE SET score = $score
                    """,
                    ("$date", r.Date.ToString("yyyy-MM-dd")),
                    ("$part", r.Part),
                    ("$score", r.Score)
                )
            );
    }
}
