using AshNotch.Core.Log;
using AshNotch.Core.Telling.Model;
using AshNotch.Core.Telling.Phrases;
using AshNotch.Core.Telling.Text;

namespace AshNotch.Core.Telling.Owner;

/// <summary>What a corrected account says of its mentions.</summary>
internal static class OwnerExamples
{
    /// <summary>The mentions of techniques with what is true of them.</summary>
    /// <param name="mentions">The mentions, as a reader that has not seen this account weighs them.</param>
    /// <param name="tokens">The words.</param>
    /// <param name="correction">The account.</param>
    public static IEnumerable<OwnerExample> Of(IReadOnlyList<Mention> mentions, IReadOnlyList<Token> tokens, Correction correction)
    {
        foreach (var mention in mentions)
        {
            if (mention.Evidence is not { Hit: { Meaning.Kind: MeaningKind.Technique } hit, Learned: { } says })
                continue;
            var (start, end) = (tokens[hit.From].Source.Start, tokens[hit.To - 1].Source.End);
            var over = correction.Moments.Where(m => m.At < end && m.At + m.Length > start).ToList();
            var same = over.Where(m => m.Technique == hit.Meaning.Id).ToList();
            bool? told =
                same.Count > 0 ? true
                : correction.Moments.Any(m => m.Length == 0 && m.Technique == hit.Meaning.Id) ? null
                : false;
            var about = same.Count > 0 ? same : over;
            yield return new OwnerExample(
                mention.Features,
                says,
                told,
                One(about.Select(m => m.Actor == Actor.Me)),
                One(about.Select(m => m.Outcome == Outcome.Done))
            );
        }
    }

    /// <summary>What they all say; null when there are none or they differ.</summary>
    private static bool? One(IEnumerable<bool> said) => said.Distinct().ToList() is [var all] ? all : null;
}
