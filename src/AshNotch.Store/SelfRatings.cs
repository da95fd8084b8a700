using AshNotch.Core.Log;
using Microsoft.Data.Sqlite;

namespace AshNotch.Store;

/// <summary>How the owner rates the parts of their game.</summary>
public sealed class SelfRatings(Database database)
{
    /// <summary>Every rating, oldest first.</summary>
    public IReadOnlyList<SelfRating> All() => database.Read(All);

    /// <summary>Adds ratings; one of the same part and day is replaced.</summary>
    public void Add(IEnumerable<SelfRating> ratings) => database.Write(c => Merge(c, ratings));

    internal static IReadOnlyList<SelfRating> All(SqliteConnection connection) => connection.All(
        "SELECT date, part, score FROM self_rating ORDER BY date, part",
        r => new SelfRating(DateOnly.ParseExact(r.GetString(0), "yyyy-MM-dd"), r.GetString(1), r.GetDouble(2)));

    internal static int Merge(SqliteConnection connection, IEnumerable<SelfRating> ratings)
    {
        var known = All(connection).ToHashSet();
        return ratings.Where(r => !known.Contains(r)).Sum(r => connection.Run(
            "INSERT OR REPLACE INTO self_rating (date, part, score) VALUES ($date, $part, $score)",
            ("$date", r.Date.ToString("yyyy-MM-dd")), ("$part", r.Part), ("$score", r.Score)));
    }
}
