using AshNotch.Core.Ground;
using AshNotch.Core.Telling;
using AshNotch.Evaluation;

namespace AshNotch.Trainer;

/// <summary>Leave hands out, in groups: whoever is scored was never trained on.</summary>
internal static class HandsOut
{
    /// <summary>How many groups the hands are held out in.</summary>
    public const int Groups = 5;

    private static readonly IReadOnlyList<string> Hands = [.. Corpus.Hands.Select(a => a.Hand).Distinct().Order(StringComparer.Ordinal)];

    /// <summary>The hands of a group: every fifth.</summary>
    public static IReadOnlySet<string> Group(int number) => Hands.Where((_, i) => i % Groups == number).ToHashSet();

    /// <summary>A reader that never saw the hands of a group, and their accounts.</summary>
    public static (AccountReader Reader, IReadOnlyList<LabelledAccount> Accounts) Without(int number, Action<string> say)
    {
        var group = Group(number);
        var model = Training.Model(Training.Make([.. Corpus.Hands.Where(a => !group.Contains(a.Hand))], say));
        return (new AccountReader(GroundMap.Default, PersonalWords.None, model), [.. Corpus.Hands.Where(a => group.Contains(a.Hand))]);
    }

    /// <summary>
    /// Where moments with words of their own are lost: no mention at all, mentions of other techniques only, not taken for told,
    /// or read with the wrong technique, person or outcome. A line a hand.
    /// </summary>
    public static IEnumerable<string> Losses(AccountReader reader, IReadOnlyList<LabelledAccount> accounts) =>
        accounts
            .GroupBy(a => a.Hand)
            .Select(hand =>
            {
                var losses = hand.SelectMany(a => Losses(reader, a)).GroupBy(l => l).OrderBy(g => g.Key, StringComparer.Ordinal);
                return $"{hand.Key}: {string.Join("; ", losses.Select(l => $"{l.Key[2..]} {l.Count()}"))}";
            });

    private static IEnumerable<string> Losses(AccountReader reader, LabelledAccount account)
    {
        var tokens = Tokens.Of(account.Text);
        var mentions = reader.Mentions(account.Text, account.Attire);
        var got = reader.Read(account.Text, account.Attire, account.Start).Exchanges.SelectMany(e => e.Moments).ToList();
        foreach (var gold in account.Moments.Where(m => m.Quoted && !m.Optional))
        {
            bool Over(Span span) => span.Start < gold.QuoteAt + gold.QuoteLength && span.End > gold.QuoteAt;
            var best = got.Where(g => Over(g.Source))
                .MaxBy(g =>
                    (gold.Techniques.Contains(g.Moment.Technique) ? 4 : 0)
                    + (g.Moment.Actor == gold.Actor ? 2 : 0)
                    + (g.Moment.Outcome == gold.Outcome ? 1 : 0)
                );
            var there = mentions.Where(m =>
                Over(new Span(tokens[m.From].Source.Start, tokens[m.To - 1].Source.End - tokens[m.From].Source.Start))
            );
            yield return best is null
                ? !there.Any()
                    ? "a no mention"
                    : there.Any(m => gold.Techniques.Contains(m.Technique))
                        ? "c not taken for told"
                        : "b mentions of others only"
                : !gold.Techniques.Contains(best.Moment.Technique)
                    ? "d technique wrong"
                    : best.Moment.Actor != gold.Actor
                        ? "e person wrong"
                        : best.Moment.Outcome != gold.Outcome
                            ? "f outcome wrong"
                            : "g right";
        }
    }
}
