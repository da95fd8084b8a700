using System.Text.RegularExpressions;
using AshNotch.Core.Ground;

namespace AshNotch.Core.Log;

/// <summary>What must hold of what the owner added to the ground; as in <see cref="LogRules"/> nothing is thrown.</summary>
public static partial class WordRules
{
    /// <summary>The most own positions: every judgement reckons with each of them.</summary>
    public const int MostPositions = 60;

    /// <summary>The most own techniques.</summary>
    public const int MostTechniques = 200;

    /// <summary>The most own names for known things.</summary>
    public const int MostAliases = 500;

    private const int LongestId = 80;
    private const int LongestName = 80;
    private const int MostSpots = 30;
    private const double GreatestLevel = 4;

    /// <summary>Faults of own words, taken all together, over the shipped ground.</summary>
    public static IEnumerable<Fault> Check(PersonalWords words, GroundMap shipped, string at = "")
    {
        var single = LogRules
            .AtMost(words.Positions.Count, MostPositions, at + "/positions", "positions of its own", "a log")
            .Concat(LogRules.AtMost(words.Techniques.Count, MostTechniques, at + "/techniques", "techniques of its own", "a log"))
            .Concat(LogRules.AtMost(words.Aliases.Count, MostAliases, at + "/aliases", "names of its own", "a log"))
            .Concat(words.Positions.SelectMany((p, i) => Check(p, $"{at}/positions/{i}")))
            .Concat(words.Techniques.SelectMany((t, i) => Check(t, $"{at}/techniques/{i}")))
            .Take(FaultList.Most)
            .ToList();
        if (single.Count > 0)
            return single;
        var positions = shipped.Positions.Concat(words.Positions).ToList();
        var techniques = shipped.Techniques.Concat(words.Techniques).ToList();
        var known = positions.Select(p => p.Id).Concat(techniques.Select(t => t.Id)).ToHashSet();
        return GroundRules
            .Check(positions, techniques)
            .Select(s => new Fault(at, s))
            .Concat(words.Aliases.SelectMany((alias, i) => Check(alias, known, $"{at}/aliases/{i}")));
    }

    /// <summary>
    /// Faults of replacing an own position: where the log uses it, its roles stay, since the log names them.
    /// </summary>
    public static IEnumerable<Fault> CheckChange(Position before, Position after, bool used, string at = "")
    {
        if (used && !before.Roles.SequenceEqual(after.Roles))
            yield return new Fault(
                at + "/roles",
                $"Rolls of this log name {before.Name} with its roles ({string.Join(", ", before.Roles.Select(r => Word.Of(r)))}); they "
                    + "stay as they are. Add another position for the other ones."
            );
    }

    /// <summary>
    /// Faults of names that another thing of the same kind has already, shipped or own: nobody could tell the two apart in a list.
    /// Asked of what is named anew only, so that a log which has such names already stays as it is.
    /// </summary>
    /// <param name="named">What is named anew.</param>
    /// <param name="others">The own words beside it.</param>
    /// <param name="shipped">The shipped ground.</param>
    public static IEnumerable<Fault> CheckNames(PersonalWords named, PersonalWords others, GroundMap shipped) =>
        Twice("position", named.Positions.Select(p => p.Name), shipped.Positions.Concat(others.Positions).Select(p => p.Name))
            .Concat(
                Twice("technique", named.Techniques.Select(t => t.Name), shipped.Techniques.Concat(others.Techniques).Select(t => t.Name))
            );

    private static IEnumerable<Fault> Twice(string kind, IEnumerable<string> names, IEnumerable<string> taken)
    {
        var seen = taken.Select(Plain).ToHashSet(StringComparer.OrdinalIgnoreCase);
        return names
            .Select((name, i) => (Name: Plain(name), At: $"/{kind}s/{i}/name"))
            .Where(n => n.Name.Length > 0 && !seen.Add(n.Name))
            .Select(n => new Fault(
                n.At,
                $"There is a {kind} called {n.Name} already. Use that one, or choose a name that tells them apart."
            ));

        static string Plain(string name) => string.Join(' ', name.Normalize().Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries));
    }

    /// <summary>
    /// An id for something new, from its name: Latin letters and digits in lower case, joined by hyphens, unlike every id that is taken.
    /// </summary>
    /// <param name="name">The name, in any script.</param>
    /// <param name="taken">The ids that are taken.</param>
    public static string NewId(string name, IReadOnlySet<string> taken)
    {
        var letters = string.Concat(
            name.Normalize(System.Text.NormalizationForm.FormD).ToLowerInvariant().Where(c => c is < '\u0300' or > '\u036f')
        );
        var words = Regex.Matches(letters, "[a-z0-9]+").Select(m => m.Value);
        var plain = string.Join('-', words.Prepend("own"));
        plain = plain[..Math.Min(plain.Length, LongestId - 8)].TrimEnd('-');
        return Enumerable
            .Range(1, int.MaxValue)
            .Select(n => n == 1 && plain != "own" ? plain : $"{plain}-{n}")
            .First(id => !taken.Contains(id));
    }

    private static IEnumerable<Fault> Check(Position position, string at)
    {
        foreach (var fault in Id(position.Id, at + "/id").Concat(Names(position.Name, position.Aliases, position.Says, at)))
            yield return fault;
        if (!(Math.Abs(position.Level) <= GreatestLevel))
            yield return new Fault(at + "/level", $"A level lies between -{GreatestLevel} and {GreatestLevel} logits.");
        if (!(Math.Abs(position.Worth) <= 1))
            yield return new Fault(at + "/worth", "The worth of being on top lies between -1 and 1 (as good as won); 0 is even.");
    }

    private static IEnumerable<Fault> Check(Technique technique, string at) =>
        Id(technique.Id, at + "/id")
            .Concat(Names(technique.Name, technique.Aliases, technique.Says, at))
            .Concat(LogRules.AtMost(technique.From.Count, MostSpots, at + "/from", "starts", "a technique"))
            .Concat(LogRules.AtMost(technique.To.Count, MostSpots, at + "/to", "ends", "a technique"));

    private static IEnumerable<Fault> Names(string name, IReadOnlyList<string> aliases, string says, string at)
    {
        foreach (
            var fault in LogRules
                .Name(name, at + "/name")
                .Concat(LogRules.Text(says, at + "/says"))
                .Concat(LogRules.AtMost(aliases.Count, MostSpots, at + "/aliases", "other names", "this"))
        )
            yield return fault;
        if (name.Length > LongestName)
            yield return new Fault(at + "/name", $"A name has at most {LongestName} characters; this one has {name.Length}.");
        for (var i = 0; i < aliases.Count; i++)
            foreach (var fault in LogRules.Name(aliases[i], $"{at}/aliases/{i}"))
                yield return fault;
    }

    private static IEnumerable<Fault> Check(Alias alias, HashSet<string> known, string at)
    {
        foreach (var fault in LogRules.Name(alias.Says, at + "/says"))
            yield return fault;
        if (!known.Contains(alias.Means))
            yield return new Fault(
                at + "/means",
                $"'{alias.Means}' is neither a position nor a technique; give an id that the vocabulary lists."
            );
    }

    private static IEnumerable<Fault> Id(string id, string at)
    {
        if (id.Length > LongestId || !IdShape().IsMatch(id))
            yield return new Fault(
                at,
                $"The id of a position or technique is lower-case letters and digits in words joined by hyphens, at most {LongestId} "
                    + "characters."
            );
    }

    [GeneratedRegex("^[a-z0-9]+(-[a-z0-9]+)*$")]
    private static partial Regex IdShape();
}
