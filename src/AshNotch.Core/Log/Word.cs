using System.Reflection;
using System.Text.Json;
using System.Text.Json.Serialization;

namespace AshNotch.Core.Log;

/// <summary>The written form of the log's closed sets: lower-case words joined by hyphens (<c>NoGi</c> ↔ <c>no-gi</c>).</summary>
public static class Word
{
    /// <summary>The word for a value.</summary>
    public static string Of<T>(T value)
        where T : struct, Enum => Table<T>.Words[value];

    /// <summary>The word for a value, or null for none.</summary>
    public static string? Of<T>(T? value)
        where T : struct, Enum => value is { } known ? Of(known) : null;

    /// <summary>The value of a word; false when the set does not know it.</summary>
    public static bool TryRead<T>(string? word, out T value)
        where T : struct, Enum
    {
        value = default;
        return word is not null && Table<T>.Values.TryGetValue(word, out value);
    }

    /// <summary>All words of a set, in order.</summary>
    public static IReadOnlyCollection<string> All<T>()
        where T : struct, Enum => Table<T>.Values.Keys;

    private static class Table<T>
        where T : struct, Enum
    {
        public static readonly Dictionary<T, string> Words = Enum.GetValues<T>().ToDictionary(v => v, Written);

        public static readonly Dictionary<string, T> Values = Words.ToDictionary(p => p.Value, p => p.Key);

        private static string Written(T value) =>
            typeof(T).GetField(value.ToString())?.GetCustomAttribute<JsonStringEnumMemberNameAttribute>()?.Name
            ?? JsonNamingPolicy.KebabCaseLower.ConvertName(value.ToString());
    }
}
