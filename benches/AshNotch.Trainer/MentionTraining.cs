using AshNotch.Core.Log;
using AshNotch.Core.Telling;
using AshNotch.Core.Telling.Decoding;
using AshNotch.Core.Telling.Features;
using AshNotch.Core.Telling.Model;
using AshNotch.Core.Telling.Phrases;
using AshNotch.Core.Telling.Text;
using AshNotch.Evaluation;

namespace AshNotch.Trainer;

/// <summary>What was found of mentions in some accounts.</summary>
/// <param name="Rows">The mentions.</param>
/// <param name="Taps">Words that may be taps.</param>
/// <param name="Names">The names of their features.</param>
internal sealed record Found(List<MentionRow> Rows, List<MentionRow> Taps, Dictionary<ulong, string> Names)
{
    /// <summary>All names of several.</summary>
    public static Dictionary<ulong, string> Joined(Found[] found) =>
        found.SelectMany(m => m.Names).DistinctBy(n => n.Key).ToDictionary(n => n.Key, n => n.Value);
}

/// <summary>One mention: its features, and whether it was told, was the owner's and came off; null where that is open.</summary>
internal readonly record struct MentionRow(ulong[] Keys, bool? Told, bool? Me, bool? Done);

/// <summary>The models of mentions: did it happen, was it the owner, did it come off.</summary>
internal static class MentionTraining
{
    /// <summary>The mentions of some accounts, as a model that has not seen them proposes them, with their labels.</summary>
    public static Found Of(IReadOnlyList<LabelledAccount> accounts, ReaderModel tagger)
    {
        var names = new Dictionary<ulong, string>();
        var found = new List<MentionRow>();
        var taps = new List<MentionRow>();
        foreach (var account in accounts)
        {
            var tokens = Tokens.Of(account.Text);
            var seen = Training.Rules.Look(tokens, account.Attire);
            foreach (var mention in Training.Rules.Weigh(seen, tagger, names).Where(m => m.Features.Count > 0))
            {
                var hit = mention.Evidence.Hit;
                if (TapHints.May(hit))
                {
                    taps.Add(TapTraining.Row(mention, tokens, account));
                    continue;
                }

                var over = account.Moments.Where(m => Training.Overlaps(hit, tokens, m)).ToList();
                var same = over.Where(m => m.Techniques.Contains(hit.Meaning.Id)).ToList();
                bool? told =
                    same.Any(m => !m.Optional) ? true
                    : same.Count > 0 ? null
                    : account.Moments.Any(m => !m.Quoted && m.Techniques.Contains(hit.Meaning.Id)) ? null
                    : false;
                var about = same.Count > 0 ? same : over;
                bool? me = One(about.Select(m => m.Actor == Actor.Me));
                bool? done = One(about.Select(m => m.Outcome == Outcome.Done));
                found.Add(new MentionRow([.. mention.Features], told, me, done));
            }
        }

        return new Found(found, taps, names);
    }

    /// <summary>What they all say; null when there are none or they differ.</summary>
    private static bool? One(IEnumerable<bool> said) => said.Distinct().ToList() is [var all] ? all : null;

    /// <summary>The lines of weights, under the name of their part.</summary>
    public static string Weights(List<MentionRow> found, Dictionary<ulong, string> names, string part)
    {
        var index = FeatureTable.Index(found.Select(f => f.Keys), FeatureTable.LeastSeen);
        var numbers = found.Select(f => FeatureTable.Numbers(f.Keys, index)).ToList();
        var labels = new Func<MentionRow, bool?>[] { f => f.Told, f => f.Me, f => f.Done };
        var weights = new float[3][];
        Parallel.For(0, 3, new ParallelOptions { MaxDegreeOfParallelism = 2 }, i =>
            weights[i] = LogLinear.Binary(
                [
                    .. found
                        .Select((f, n) => (Label: labels[i](f), n))
                        .Where(f => f.Label is not null)
                        .Select(f => new Example(numbers[f.n], f.Label == true ? 1 : 0)),
                ],
                index.Count,
                0.02,
                0.02,
                6
            )
        );
        return $"[{part}]\n" + FeatureTable.Lines(index, names, weights);
    }
}
