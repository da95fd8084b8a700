using System.Text.Json;
using Microsoft.Data.Sqlite;

namespace AshNotch.Store;

/// <summary>Short forms of plain ADO.NET calls.</summary>
internal static class Commands
{
    public static SqliteCommand Prepare(this SqliteConnection connection, string sql, params (string Name, object? Value)[] values)
    {
        var command = connection.CreateCommand();
        command.CommandText = sql;
        foreach (var (name, value) in values)
            command.Parameters.AddWithValue(name, value ?? DBNull.Value);
        return command;
    }

    public static int Run(this SqliteConnection connection, string sql, params (string Name, object? Value)[] values)
    {
        using var command = connection.Prepare(sql, values);
        return command.ExecuteNonQuery();
    }

    public static List<T> All<T>(
        this SqliteConnection connection,
        string sql,
        Func<SqliteDataReader, T> read,
        params (string Name, object? Value)[] values
    )
    {
        using var command = connection.Prepare(sql, values);
        using var reader = command.ExecuteReader();
        var rows = new List<T>();
        while (reader.Read())
            rows.Add(read(reader));
        return rows;
    }

    /// <summary>The first row; default when there is none.</summary>
    public static T? One<T>(
        this SqliteConnection connection,
        string sql,
        Func<SqliteDataReader, T> read,
        params (string Name, object? Value)[] values
    )
    {
        using var command = connection.Prepare(sql, values);
        using var reader = command.ExecuteReader();
        return reader.Read() ? read(reader) : default;
    }

    public static string? Text(this SqliteDataReader reader, int column) => reader.IsDBNull(column) ? null : reader.GetString(column);

    public static double? Number(this SqliteDataReader reader, int column) => reader.IsDBNull(column) ? null : reader.GetDouble(column);

    public static int? Whole(this SqliteDataReader reader, int column) => reader.IsDBNull(column) ? null : reader.GetInt32(column);

    public static IReadOnlyList<string>? Texts(this SqliteDataReader reader, int column) =>
        reader.IsDBNull(column) ? null : JsonSerializer.Deserialize<List<string>>(reader.GetString(column));

    /// <summary>A list of texts, or nothing when it is none.</summary>
    public static IReadOnlyList<string>? TextsOf(string json)
    {
        try
        {
            return JsonSerializer.Deserialize<List<string>>(json);
        }
        catch (JsonException)
        {
            return null;
        }
    }

    public static string? Json(IReadOnlyList<string>? texts) => texts is null ? null : JsonSerializer.Serialize(texts);
}
