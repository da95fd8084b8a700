using System.Reflection;
using System.Text.Json;
using System.Text.Json.Serialization;
using AshNotch.Core.Ground;
using AshNotch.Core.Log;

namespace AshNotch.Core.Scoring;

/// <summary>The rule sets that come with the product, and what must hold of any.</summary>
public static class RuleSets
{
    /// <summary>The most rule sets an owner may add.</summary>
    public const int MostOwn = 60;

    private const int MostBars = 60;
    private const int MostClasses = 40;

    private static readonly JsonSerializerOptions DataOptions = new(JsonSerializerDefaults.Web)
    {
        Converters = { new JsonStringEnumConverter(JsonNamingPolicy.KebabCaseLower, allowIntegerValues: false) },
        UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow,
    };

    private static readonly Lazy<IReadOnlyList<RuleSet>> Read = new(() =>
        [.. new[] { "points", "submission-only", "late-points" }.Select(Load)]
    );

    /// <summary>Those that come with the product.</summary>
    /// <exception cref="InvalidDataException">One of them breaks the rules below.</exception>
    public static IReadOnlyList<RuleSet> Shipped => Read.Value;

    /// <summary>The shipped rule set of this id, or null.</summary>
    public static RuleSet? Named(string id) => Shipped.FirstOrDefault(r => r.Id == id);

    /// <summary>What is wrong with a rule set of the owner's: it may not take the place of one that comes with the product.</summary>
    public static IEnumerable<Fault> CheckOwn(RuleSet rules, GroundMap ground, string at = "") =>
        Named(rules.Id) is null
            ? Check(rules, ground, at)
            : [new Fault(at + "/id", $"'{rules.Id}' comes with the product and stays as it is; give yours another id.")];

    /// <summary>What is wrong with a rule set.</summary>
    /// <param name="rules">The rule set.</param>
    /// <param name="ground">The techniques that may be barred.</param>
    /// <param name="at">The JSON pointer of it.</param>
    public static IEnumerable<Fault> Check(RuleSet rules, GroundMap ground, string at = "")
    {
        foreach (var fault in LogRules.Id(rules.Id, at + "/id").Concat(LogRules.Name(rules.Name, at + "/name")))
            yield return fault;
        if (!(rules.HoldSeconds is >= 0 and <= 60))
            yield return new Fault(at + "/holdSeconds", "A position is kept for 0 to 60 seconds.");
        if (!(rules.PointsFrom is >= 0 and <= 1))
            yield return new Fault(at + "/pointsFrom", "Points count from a share of the length on: 0 (the start) to 1 (never).");
        if (rules.GuardPullPenalty is < 0 or > 20)
            yield return new Fault(at + "/guardPullPenalty", "Pulling guard costs 0 to 20 points.");
        if (rules.Points.Count > ScoringEvents.All.Count)
            yield return new Fault(at + "/points", $"There are {ScoringEvents.All.Count} events that score.");
        foreach (var (name, points) in rules.Points.Take(ScoringEvents.All.Count))
        {
            if (!ScoringEvents.All.Contains(name))
                yield return new Fault(
                    $"{at}/points/{name}",
                    $"'{name}' is no event that scores; there are {string.Join(", ", ScoringEvents.All)}."
                );
            if (points is < 0 or > 20)
                yield return new Fault($"{at}/points/{name}", "An event brings 0 to 20 points.");
        }

        if (rules.Penalties.Count > 20)
            yield return new Fault(at + "/penalties", "At most 20 penalties can be told apart.");
        foreach (var (i, penalty) in rules.Penalties.Index())
            if (penalty is { Points: < 0 or > 20 } or { Advantages: < 0 or > 20 })
                yield return new Fault($"{at}/penalties/{i}", "A penalty brings the other 0 to 20 points or advantages.");
        if (rules.TieBreak.Count > 10)
            yield return new Fault(at + "/tieBreak", "At most 10 things are compared.");
        foreach (var (belt, seconds) in rules.Lengths)
            if (!(seconds is > 0 and <= 7200))
                yield return new Fault($"{at}/lengths/{Word.Of(belt)}", "A match lasts more than 0 and at most 7,200 seconds.");
        if (rules.Barred.Count > MostBars)
            yield return new Fault(at + "/barred", $"At most {MostBars} rules bar something.");
        foreach (var (i, bar) in rules.Barred.Index())
        {
            if (bar.Techniques.Count > LogRules.MostEntries || bar.Cares.Count > LogRules.MostEntries)
                yield return new Fault($"{at}/barred/{i}", $"One rule bars at most {LogRules.MostEntries} techniques.");
            foreach (var (j, id) in bar.Techniques.Take(LogRules.MostEntries).Index())
                if (ground.Technique(id) is null)
                    yield return new Fault($"{at}/barred/{i}/techniques/{j}", $"There is no technique '{id}'.");
            if (bar.Why.Length > LogRules.LongestName)
                yield return new Fault($"{at}/barred/{i}/why", $"A reason has at most {LogRules.LongestName} characters.");
        }

        foreach (var (sex, classes) in rules.WeightClasses)
        foreach (var (attire, limits) in classes)
            if (
                limits.Count > MostClasses
                || limits.Any(l => !(l is > 0 and <= 400))
                || limits.Zip(limits.Skip(1)).Any(p => p.First >= p.Second)
            )
                yield return new Fault(
                    $"{at}/weightClasses/{Word.Of(sex)}/{Word.Of(attire)}",
                    $"The limits of the classes rise, each above 0 and at most 400 kg, at most {MostClasses} of them."
                );
    }

    private static RuleSet Load(string id)
    {
        using var stream = Assembly.GetExecutingAssembly().GetManifestResourceStream($"rulesets/{id}.json")
            ?? throw new InvalidDataException($"The rule set {id} is missing from the program.");
        var rules = JsonSerializer.Deserialize<RuleSet>(stream, DataOptions)!;
        var faults = Check(rules, GroundMap.Default).ToList();
        return faults.Count == 0
            ? rules
            : throw new InvalidDataException(
                $"The rule set {id} does not hold together: " + string.Join(" ", faults.Select(f => $"{f.Pointer}: {f.Sentence}"))
            );
    }
}
