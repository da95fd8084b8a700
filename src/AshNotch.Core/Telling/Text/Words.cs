using System.Collections.Frozen;
using System.Reflection;
using AshNotch.Core.Telling.Phrases;

namespace AshNotch.Core.Telling.Text;

/// <summary>Closed classes of English words that the reader goes by, and the list of everyday words.</summary>
internal static class Words
{
    private static readonly FrozenDictionary<string, string[]> Lists = Resource("telling/words.txt")
        .Select(line => line.Split(" :: "))
        .ToFrozenDictionary(line => line[0], line => line[1].Split(' '));

    public static readonly FrozenSet<string> Mine = List("mine");
    public static readonly FrozenSet<string> Theirs = List("theirs");
    public static readonly FrozenSet<string> ObjectMe = List("object-me");
    public static readonly FrozenSet<string> ObjectThem = List("object-them");
    public static readonly FrozenSet<string> SubjectMe = List("subject-me");
    public static readonly FrozenSet<string> SubjectThem = List("subject-them");
    public static readonly FrozenSet<string> Prepositions = List("prepositions");

    /// <summary>Between two moments these say that the second came first: "took the back off an arm drag".</summary>
    public static readonly FrozenSet<string> TellsEarlier = List("tells-earlier");

    /// <summary>Words that join clauses.</summary>
    public static readonly FrozenSet<string> Joiners = List("joiners");

    public static readonly FrozenSet<string> Causing = List("causing");

    /// <summary>"Then", "next": what may open another roll where a partner's name follows.</summary>
    public static readonly FrozenSet<string> GoesOn = List("goes-on");

    /// <summary>What may stand between such a word, or a number, and the name: "third one was with".</summary>
    public static readonly FrozenSet<string> CountsOn = List("counts-on");

    /// <summary>"Second", "next", "last" before <see cref="Rounds"/>.</summary>
    public static readonly FrozenSet<string> FurtherRounds = List("further-rounds");

    public static readonly FrozenSet<string> Rounds = List("rounds");
    public static readonly FrozenSet<string> Against = List("against");

    /// <summary>Words that count, and what.</summary>
    public static readonly FrozenDictionary<string, int> Numbers = Lists["numbers"]
        .Select(word => word.Split('='))
        .ToFrozenDictionary(word => word[0], word => int.Parse(word[1], System.Globalization.CultureInfo.InvariantCulture));

    public static readonly FrozenSet<string> Opponents = List("opponents");
    public static readonly FrozenSet<string> Others = List("others");

    public static readonly FrozenSet<string> Small = List("small");

    public static readonly FrozenSet<string> Function = List("function");

    /// <summary>Stems of everyday words.</summary>
    public static readonly FrozenSet<string> Everyday = Resource("telling/everyday.txt")
        .SelectMany(line => line.Split(' ', StringSplitOptions.RemoveEmptyEntries))
        .SelectMany(word => new[] { word, Stems.Of(word) })
        .ToFrozenSet(StringComparer.Ordinal);

    /// <summary>The lines of an embedded file, remarks and empty lines left out.</summary>
    public static IReadOnlyList<string> Resource(string name)
    {
        using var stream = Assembly.GetExecutingAssembly().GetManifestResourceStream(name)
            ?? throw new InvalidDataException($"{name} is missing from the program.");
        using var reader = new StreamReader(stream);
        return [.. reader.ReadToEnd().Split('\n').Where(line => line.Length > 0 && line[0] != '#')];
    }

    private static FrozenSet<string> List(string name) => Lists[name].ToFrozenSet(StringComparer.Ordinal);
}
