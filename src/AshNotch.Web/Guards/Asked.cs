using System.Globalization;
using AshNotch.Core.Log;

namespace AshNotch.Web.Guards;

/// <summary>Reads query parameters; what cannot be read becomes a fault in words.</summary>
public sealed class Asked(HttpRequest request)
{
    private readonly List<Fault> faults = [];

    public IReadOnlyCollection<Fault> Faults => faults;

    public string? Text(string name) => request.Query[name].ToString() is { Length: > 0 } text ? text : null;

    public T? OneOf<T>(string name)
        where T : struct, Enum
    {
        if (Text(name) is not { } word)
            return null;
        if (Word.TryRead<T>(word, out var value))
            return value;
        faults.Add(new Fault("?" + name, $"'{word}' is not one of {string.Join(", ", Word.All<T>())}."));
        return null;
    }

    public DateOnly? Date(string name)
    {
        if (Text(name) is not { } text)
            return null;
        if (DateOnly.TryParseExact(text, "yyyy-MM-dd", CultureInfo.InvariantCulture, DateTimeStyles.None, out var date))
            return date;
        faults.Add(new Fault("?" + name, $"'{text}' is not a date; write it as 2026-03-03."));
        return null;
    }

    public int Whole(string name, int otherwise, int least, int most)
    {
        if (Text(name) is not { } text)
            return otherwise;
        if (int.TryParse(text, NumberStyles.Integer, CultureInfo.InvariantCulture, out var value) && value >= least && value <= most)
            return value;
        faults.Add(new Fault("?" + name, $"'{name}' wants a whole number from {least} to {most}."));
        return otherwise;
    }

    /// <summary>The page asked for, from 1, as how many to pass over and how many to take.</summary>
    public (int Skip, int Take, int Page) Page(int usual = 30)
    {
        var page = Whole("page", 1, 1, 1_000_000);
        var size = Whole("size", usual, 1, 200);
        return ((page - 1) * size, size, page);
    }
}
