using AshNotch.Core.Ground;
using AshNotch.Core.Log;
using AshNotch.Core.Telling;
using AshNotch.Core.Telling.Decoding;
using AshNotch.Core.Telling.Features;
using AshNotch.Core.Telling.Model;
using AshNotch.Core.Telling.Phrases;
using AshNotch.Core.Telling.Text;
using AshNotch.Core.Telling.Timeline;
using AshNotch.Evaluation;

namespace AshNotch.Trainer;

/// <summary>One account ready to be searched: its evidence, and the same with all that is wrong taken out.</summary>
internal sealed record Search(
    string Hand,
    IReadOnlyList<Token> Tokens,
    Spot? Start,
    IReadOnlyList<Evidence> Evidence,
    IReadOnlyList<Evidence> Right
);

/// <summary>
/// Weights of whole paths, learned with the search in the loop: an averaged structured perceptron (Collins, EMNLP 2002; from memory).
/// The right story is latent: the best one that reads nothing but what the labels say.
/// </summary>
internal static class PathTraining
{
    /// <summary>Once through; a second time gains less on unseen hands.</summary>
    private const int Epochs = 1;

    private const double Rate = 0.1;

    /// <summary>How much of what was learned counts: half of it does as well on unseen hands (shrinkage).</summary>
    private const double Kept = 0.5;

    /// <summary>How often the accounts are gone through in an order of their own.</summary>
    private const int Orders = 6;

    /// <summary>How much the labels speak for a mention of what they tell.</summary>
    private const double Least = 4;

    private const int Beam = Core.Telling.Decoding.Weights.QuickBeam;

    /// <summary>Log odds of a person or an outcome that the labels say.</summary>
    private const double Certain = 12;

    /// <summary>Accounts as a reader that has not seen them weighs them.</summary>
    public static IEnumerable<Search> Of(IEnumerable<LabelledAccount> accounts, ReaderModel model)
    {
        foreach (var account in accounts)
        {
            var tokens = Tokens.Of(account.Text);
            var evidence = Training.Rules.Weigh(Training.Rules.Look(tokens, account.Attire), model).Select(m => m.Evidence).ToList();
            var told = new Dictionary<GoldMoment, Hit?>(ReferenceEqualityComparer.Instance);
            foreach (var moment in account.Moments)
                told[moment] = Best(moment, evidence, tokens);
            yield return new Search(
                account.Hand,
                tokens,
                account.Start,
                evidence,
                [
                    .. evidence.SelectMany(e =>
                        Right(e, tokens, account, m => told[m] is { } best && e.Hit.From < best.To && e.Hit.To > best.From)
                    ),
                ]
            );
        }
    }

    // The mention that tells a moment best; others over the same words may stand for it, farther ones would tell it twice.
    private static Hit? Best(GoldMoment moment, IReadOnlyList<Evidence> evidence, IReadOnlyList<Token> tokens)
    {
        var sign = (Me: moment.Actor == Actor.Me ? 1 : -1, Done: moment.Outcome == Outcome.Done ? 1 : -1);
        return evidence
            .Where(e => e.Hit.Meaning.Kind == MeaningKind.Technique && Tells(e.Hit, tokens, moment))
            .MaxBy(e => e.Gain + Math.Min(2, sign.Me * e.Me) + Math.Min(2, sign.Done * e.Done))
            ?.Hit;
    }

    private static bool Tells(Hit hit, IReadOnlyList<Token> tokens, GoldMoment moment) =>
        moment.Techniques.Contains(hit.Meaning.Id) && Training.Overlaps(hit, tokens, moment);

    // The readings of a mention that the labels allow.
    private static IEnumerable<Evidence> Right(
        Evidence one,
        IReadOnlyList<Token> tokens,
        LabelledAccount account,
        Func<GoldMoment, bool> tells
    )
    {
        var hit = one.Hit;
        if (hit.Meaning.Kind == MeaningKind.Position)
            return [one];
        if (hit.Meaning.Kind == MeaningKind.Event)
        {
            if (hit.Meaning.Id is not ("tap" or "finish"))
                return hit.Meaning.Id is "repeat" or "correct" ? [] : [one];
            var (_, told, me, _) = TapTraining.Row(new Mention(one, []), tokens, account);
            return told switch
            {
                false => [],
                null => [one],
                _ =>
                [
                    one with
                    {
                        Original = one,
                        Gain = Math.Max(one.Gain, 0) + Least,
                        Me = me is { } mine ? (mine ? Certain : -Certain) : one.Me,
                    },
                ],
            };
        }

        return account
            .Moments.Where(m => Tells(hit, tokens, m) && tells(m))
            .Select(m =>
                one with
                {
                    Original = one,
                    Gain = m.Optional ? one.Gain : Math.Max(one.Gain, 0) + Least,
                    Me = m.Actor == Actor.Me ? Certain : -Certain,
                    Done = m.Outcome == Outcome.Done ? Certain : -Certain,
                }
            );
    }

    /// <summary>The lines of weights: the mean over several orders of going through the accounts, which owes less to chance.</summary>
    public static string Weights(IReadOnlyList<Search> searches)
    {
        var names = new Dictionary<ulong, string>();
        var runs = Enumerable.Range(1, Orders).Select(seed => Weights(searches, names, seed)).ToList();
        var lines = runs.SelectMany(r => r.Keys)
            .Distinct()
            .Select(key => (Name: names[key], Value: (int)Math.Round(runs.Average(r => r.GetValueOrDefault(key)) * Kept * 100)))
            .Where(l => Math.Abs(l.Value) > 1)
            .Select(l => FormattableString.Invariant($"{l.Name}\t{l.Value}\n"))
            .Order(StringComparer.Ordinal);
        return "[path]\n" + string.Concat(lines);
    }

    private static Dictionary<ulong, double> Weights(IReadOnlyList<Search> searches, Dictionary<ulong, string> names, int seed)
    {
        var weights = new Dictionary<ulong, float>();
        var sums = new Dictionary<ulong, double>();
        var features = new PathFeatures(weights, names);
        var random = new Random(seed);
        var order = Enumerable.Range(0, searches.Count).ToArray();
        var n = 1;
        for (var epoch = 0; epoch < Epochs; epoch++)
        {
            random.Shuffle(order);
            foreach (var at in order)
            {
                n++;
                List<ulong> Keys(IReadOnlyList<Evidence> evidence) =>
                    [
                        .. Walk.Steps(Training.Rules.Best(searches[at].Tokens, evidence, searches[at].Start, Beam, features).Last)
                            .SelectMany(s => s.Keys),
                    ];
                var change = new Dictionary<ulong, int>();
                foreach (var key in Keys(searches[at].Right))
                    change[key] = change.GetValueOrDefault(key) + 1;
                foreach (var key in Keys(searches[at].Evidence))
                    change[key] = change.GetValueOrDefault(key) - 1;
                foreach (var (key, by) in change.Where(c => c.Value != 0))
                {
                    weights[key] = weights.GetValueOrDefault(key) + (float)(Rate * by);
                    sums[key] = sums.GetValueOrDefault(key) + (n * Rate * by);
                }
            }
        }

        return weights.ToDictionary(w => w.Key, w => w.Value - (sums[w.Key] / n));
    }
}
