using AshNotch.Core.Ground;
using AshNotch.Core.Log;

namespace AshNotch.Core.Telling.Owner;

/// <summary>A word of the owner's own that corrections speak for.</summary>
/// <param name="Says">The words.</param>
/// <param name="Means">The technique that they were set right to.</param>
/// <param name="Times">In how many accounts.</param>
public sealed record AliasProposal(string Says, string Means, int Times);

/// <summary>Which words are worth keeping as aliases: those that the owner set right to the same technique again and again.</summary>
public static class AliasProposals
{
    /// <summary>In so many accounts at least: once may be a slip.</summary>
    public const int LeastTimes = 2;

    /// <summary>The most that are proposed at a time.</summary>
    public const int Most = 20;

    /// <summary>The proposals, those seen most often first. Words that were set right to different techniques are left out.</summary>
    /// <param name="corrections">What was set right.</param>
    /// <param name="aliases">The owner's words so far.</param>
    /// <param name="reader">Knows which words name the technique anyway.</param>
    public static IReadOnlyList<AliasProposal> Of(
        IReadOnlyList<Correction> corrections,
        IReadOnlyList<Alias> aliases,
        AccountReader reader
    ) =>
        [
            .. corrections
                .SelectMany(c => OwnerPhrases.Said(c).Distinct())
                .GroupBy(said => said.Says, StringComparer.Ordinal)
                .Where(same => same.Count() >= LeastTimes && same.Select(s => s.Means).Distinct().Count() == 1)
                .Select(same => new AliasProposal(same.Key, same.First().Means, same.Count()))
                .Where(p =>
                    !aliases.Any(a => string.Equals(a.Says, p.Says, StringComparison.OrdinalIgnoreCase))
                    && !reader.Named(p.Says).Contains(p.Means)
                )
                .OrderByDescending(p => p.Times)
                .ThenBy(p => p.Says, StringComparer.Ordinal)
                .Take(Most),
        ];
}
