namespace AshNotch.Core.Log;

/// <summary>What must hold of a match and of a day of matches.</summary>
internal static class MatchRules
{
    private const int MostPenalties = 40;

    public static IEnumerable<Fault> Check(Roll roll, string at)
    {
        foreach (
            var fault in Length(roll.Length, at + "/length")
                .Concat(LogRules.AtMost(roll.Penalties?.Count, MostPenalties, at + "/penalties", "penalties", "a match"))
        )
            yield return fault;
        foreach (var (i, penalty) in (roll.Penalties ?? []).Index())
        foreach (
            var fault in LogRules
                .Range(penalty.Clock, 0, 86_400, $"{at}/penalties/{i}/clock", "The clock of a penalty, in seconds,")
                .Concat(LogRules.Range(penalty.After, 0, 100_000, $"{at}/penalties/{i}/after", "The place of a penalty"))
        )
            yield return fault;
    }

    public static IEnumerable<Fault> Check(MatchDay day, string at)
    {
        foreach (
            var fault in Length(day.Length, at + "/length").Concat(day.OpponentId is { } id ? LogRules.Id(id, at + "/opponentId") : [])
        )
            yield return fault;
        foreach (var (text, name) in new[] { (day.Name, "name"), (day.Ruleset, "ruleset") })
            if (text?.Length > LogRules.LongestName)
                yield return new Fault($"{at}/{name}", $"At most {LogRules.LongestName} characters are kept here.");
    }

    private static IEnumerable<Fault> Length(double? seconds, string at) =>
        seconds is { } s && !(s is > 0 and <= 7200) ? [new Fault(at, "A match lasts more than 0 and at most 7200 seconds.")] : [];
}
