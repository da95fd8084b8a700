using System.Globalization;
using System.Text.Json;
using AshNotch.Core.Ground;
using AshNotch.Core.Log;

namespace AshNotch.Formats;

/// <summary>
/// Reads the members of one JSON object. Whatever is missing or of the wrong kind becomes a fault with its JSON pointer;
/// nothing is thrown, and members that nobody asks for are passed over.
/// </summary>
internal readonly struct Fields
{
    private readonly JsonElement element;
    private readonly string above;
    private readonly string? name;
    private readonly FaultList faults;

    public Fields(JsonElement element, string at, FaultList faults)
        : this(element, at, null, faults) { }

    private Fields(JsonElement element, string above, string? name, FaultList faults)
    {
        (this.element, this.above, this.name, this.faults) = (element, above, name, faults);
        if (element.ValueKind != JsonValueKind.Object)
            faults.Add(new Fault(Here, $"An object is expected here, not {Kind(element)}."));
    }

    public string? Text(string name) => Member(name) is { } value ? TextOf(name, value) : null;

    public string RequiredText(string name, string? fallback = null)
    {
        if (Member(name) is { } value)
            return TextOf(name, value) ?? "?";
        if (fallback is null)
            Missing(name);
        return fallback ?? "?";
    }

    public double? Number(string name)
    {
        if (Member(name) is not { } value)
            return null;
        if (value.ValueKind == JsonValueKind.Number && value.TryGetDouble(out var number) && double.IsFinite(number))
            return number;
        Wrong(name, value, "a number");
        return null;
    }

    public int? Whole(string name)
    {
        if (Number(name) is not { } number)
            return null;
        if (number == Math.Floor(number) && Math.Abs(number) <= int.MaxValue)
            return (int)number;
        faults.Add(new Fault(At(name), FormattableString.Invariant($"A whole number is expected here, not {number}.")));
        return null;
    }

    /// <summary>A number of bytes; one that no file has comes back as -1, for the rules to refuse.</summary>
    public long? Bytes(string name) =>
        Number(name) is not { } number ? null
        : number == Math.Floor(number) && number is >= 0 and <= VideoFile.LargestSize ? (long)number
        : -1;

    public int RequiredWhole(string name)
    {
        if (Member(name) is null)
            Missing(name);
        return Whole(name) ?? 0;
    }

    public bool? Flag(string name)
    {
        if (Member(name) is not { } value)
            return null;
        if (value.ValueKind is JsonValueKind.True or JsonValueKind.False)
            return value.GetBoolean();
        Wrong(name, value, "true or false");
        return null;
    }

    /// <summary>How long something was kept: seconds, or whether it was long enough.</summary>
    public Hold? Hold(string name)
    {
        if (Member(name) is not { } value)
            return null;
        if (value.ValueKind is JsonValueKind.True or JsonValueKind.False)
            return Core.Log.Hold.Told(value.GetBoolean());
        if (value.ValueKind == JsonValueKind.Number && value.TryGetDouble(out var seconds) && double.IsFinite(seconds))
            return Core.Log.Hold.For(seconds);
        Wrong(name, value, "a number of seconds, or true or false,");
        return null;
    }

    /// <summary>The names of an object's members that hold something.</summary>
    public IReadOnlyList<string> Names() =>
        element.ValueKind == JsonValueKind.Object
            ? [.. element.EnumerateObject().Where(m => m.Value.ValueKind != JsonValueKind.Null).Select(m => m.Name).Distinct()]
            : [];

    /// <summary>Each number of a list.</summary>
    public List<double>? Numbers(string name)
    {
        var self = this;
        return List(name, (item, path) =>
        {
            if (item.ValueKind == JsonValueKind.Number && item.TryGetDouble(out var number) && double.IsFinite(number))
                return number;
            self.faults.Add(new Fault(path, $"A number is expected here, not {Kind(item)}."));
            return double.NaN;
        });
    }

    public T? OneOf<T>(string name)
        where T : struct, Enum => Member(name) is { } value ? OneOf<T>(name, value) : null;

    public T RequiredOneOf<T>(string name)
        where T : struct, Enum
    {
        if (Member(name) is { } value)
            return OneOf<T>(name, value) ?? default;
        Missing(name);
        return default;
    }

    public DateOnly RequiredDate(string name)
    {
        if (Member(name) is null)
            Missing(name);
        return Date(name) ?? default;
    }

    public DateOnly? Date(string name)
    {
        if (Text(name) is not { } text)
            return null;
        if (DateOnly.TryParseExact(text, "yyyy-MM-dd", CultureInfo.InvariantCulture, DateTimeStyles.None, out var date))
            return date;
        faults.Add(new Fault(At(name), $"'{text}' is not a date of the calendar; write it as year-month-day, for example 2026-03-03."));
        return null;
    }

    public TimeOnly? Time(string name)
    {
        if (Text(name) is not { } text)
            return null;
        if (TimeOnly.TryParseExact(text, ["HH:mm", "HH:mm:ss"], CultureInfo.InvariantCulture, DateTimeStyles.None, out var time))
            return time;
        faults.Add(new Fault(At(name), $"'{text}' is not a time of day; write it as hours:minutes, for example 18:30."));
        return null;
    }

    public Kilograms? Weight(string name)
    {
        if (Number(name) is not { } number)
            return null;
        if (Kilograms.IsWeight(number))
            return new Kilograms(number);
        faults.Add(
            new Fault(
                At(name),
                FormattableString.Invariant($"A body weight lies between {Kilograms.Least} and {Kilograms.Most} kg, and {number} does not.")
            )
        );
        return null;
    }

    public Spot? Spot(string name)
    {
        if (Object(name) is not { } fields)
            return null;
        return new Spot(fields.RequiredText("position"), fields.RequiredOneOf<Role>("role"));
    }

    public Spot RequiredSpot(string name)
    {
        if (Member(name) is null)
            Missing(name);
        return Spot(name) ?? new Spot("?", default);
    }

    public Fields? Object(string name) => Member(name) is { } value ? new Fields(value, Here, name, faults) : null;

    /// <summary>Each element of an array with what reads it; null when the member is left out.</summary>
    public List<T>? List<T>(string name, Func<JsonElement, string, T> read)
    {
        if (Member(name) is not { } value)
            return null;
        if (value.ValueKind == JsonValueKind.Array)
        {
            var path = At(name);
            var items = new List<T>(value.GetArrayLength());
            foreach (var item in value.EnumerateArray())
                items.Add(read(item, $"{path}/{items.Count}"));
            return items;
        }

        Wrong(name, value, "a list");
        return null;
    }

    /// <summary>Reads each element of a list by its own members.</summary>
    public Func<JsonElement, string, T> Inner<T>(Func<Fields, T> read)
    {
        var all = faults;
        return (item, path) => read(new Fields(item, path, all));
    }

    public List<string>? Texts(string name)
    {
        var self = this;
        return List(name, (item, path) =>
        {
            if (TextOf(item, out var wrong) is { } text)
                return text;
            self.faults.Add(new Fault(path, wrong));
            return "?";
        });
    }

    /// <summary>Reads a text; false when it does not have the form.</summary>
    public delegate bool Try<T>(string text, out T value);

    /// <summary>Each text of a list in its own written form; empty when the member is left out.</summary>
    /// <param name="name">The member's name.</param>
    /// <param name="read">Reads one text.</param>
    /// <param name="form">The form, told when a text does not have it.</param>
    public List<T> Parsed<T>(string name, Try<T> read, string form)
    {
        var found = new List<T>();
        foreach (var (text, i) in (Texts(name) ?? []).Select((text, i) => (text, i)))
        {
            if (read(text, out var value))
                found.Add(value);
            else
                faults.Add(new Fault($"{At(name)}/{i}", $"'{text}' cannot be read here; write {form}."));
        }

        return found;
    }

    public void Unknown(string name, IEnumerable<string> known) =>
        faults.Add(new Fault(At(name), $"'{name}' is not one of {string.Join(", ", known)}."));

    public void Missing(string name) => faults.Add(new Fault(At(name), $"'{name}' is missing, and this cannot be read without it."));

    /// <summary>Where the object stands. Put together on asking: nearly all of them have no fault to tell.</summary>
    private string Here => name is null ? above : Under(above, name);

    private string At(string name) => Under(Here, name);

    private static string Under(string above, string name) => $"{above}/{name.Replace("~", "~0").Replace("/", "~1")}";

    private JsonElement? Member(string name) =>
        element.ValueKind == JsonValueKind.Object && element.TryGetProperty(name, out var value) && value.ValueKind != JsonValueKind.Null
            ? value
            : null;

    private T? OneOf<T>(string name, JsonElement value)
        where T : struct, Enum
    {
        if (TextOf(name, value) is not { } word)
            return null;
        if (Word.TryRead<T>(word, out var known))
            return known;
        faults.Add(new Fault(At(name), $"'{word}' is not one of {string.Join(", ", Word.All<T>())}."));
        return null;
    }

    private string? TextOf(string name, JsonElement value)
    {
        var text = TextOf(value, out var wrong);
        if (text is null)
            faults.Add(new Fault(At(name), wrong));
        return text;
    }

    /// <summary>A text; null, and a sentence that says why, when it is none.</summary>
    private static string? TextOf(JsonElement value, out string wrong)
    {
        wrong = "";
        if (value.ValueKind != JsonValueKind.String)
        {
            wrong = $"A text is expected here, not {Kind(value)}.";
            return null;
        }

        try
        {
            return KnownTexts.Of(value) ?? value.GetString();
        }
        catch (InvalidOperationException)
        {
            wrong = "This text holds half a character (a lone surrogate); write it anew.";
            return null;
        }
    }

    private void Wrong(string name, JsonElement value, string wanted) =>
        faults.Add(new Fault(At(name), $"{char.ToUpperInvariant(wanted[0])}{wanted[1..]} is expected here, not {Kind(value)}."));

    private static string Kind(JsonElement value) =>
        value.ValueKind switch
        {
            JsonValueKind.Object => "an object",
            JsonValueKind.Array => "a list",
            JsonValueKind.String => "a text",
            JsonValueKind.Number => "a number of this kind",
            JsonValueKind.True or JsonValueKind.False => "true or false",
            _ => "nothing",
        };
}
