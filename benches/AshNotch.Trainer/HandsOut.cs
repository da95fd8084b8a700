using AshNotch.Core.Ground;
using AshNotch.Core.Log;
using AshNotch.Core.Telling;
using AshNotch.Core.Telling.Text;
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
    /// <param name="number">The group, from 0.</param>
    /// <param name="kept">A folder that keeps the weights, so that what is no training is scored again without one; null for none.</param>
    /// <param name="say">Hears how it goes.</param>
    /// <param name="changes">What copies of the others' accounts are changed by; null for the usual ones.</param>
    public static (AccountReader Reader, IReadOnlyList<LabelledAccount> Accounts) Without(
        int number,
        string? kept,
        Action<string> say,
        IReadOnlySet<Change>? changes = null
    )
    {
        var group = Group(number);
        var file = kept is null ? null : Path.Combine(kept, $"without-group-{number + 1}.txt");
        if (file is null || !File.Exists(file))
        {
            var made = Training.Make([.. Corpus.Hands.Where(a => !group.Contains(a.Hand))], say, changes);
            if (file is null)
                return (new AccountReader(GroundMap.Default, PersonalWords.None, Training.Model(made)), Of(group));
            Directory.CreateDirectory(kept!);
            File.WriteAllText(file, made);
        }

        return (new AccountReader(GroundMap.Default, PersonalWords.None, Training.Model(File.ReadAllText(file))), Of(group));
    }

    private static IReadOnlyList<LabelledAccount> Of(IReadOnlySet<string> group) => [.. Corpus.Hands.Where(a => group.Contains(a.Hand))];

    /// <summary>
    /// Where moments with words of their own are lost: no mention at all, mentions of other techniques only, not taken for told,
    /// or read with the wrong technique, person or outcome. A line a hand.
    /// </summary>
    public static IEnumerable<string> Losses(AccountReader reader, IReadOnlyList<LabelledAccount> accounts) =>
        accounts
            .GroupBy(a => a.Hand)
            .SelectMany(hand =>
            {
                string Line(string what, Func<GoldMoment, bool> which)
                {
                    var losses = hand.SelectMany(a => Losses(reader, a, which)).GroupBy(l => l).OrderBy(g => g.Key, StringComparer.Ordinal);
                    return $"{hand.Key}, {what}: {string.Join("; ", losses.Select(l => $"{l.Key[2..]} {l.Count()}"))}";
                }

                return new[] { Line("moments", _ => true), Line("submissions tapped to", IsTap) };
            });

    private static bool IsTap(GoldMoment moment) =>
        moment.Outcome == Outcome.Done && GroundMap.Default.Technique(moment.Techniques[0])?.Finishes() == true;

    private static IEnumerable<string> Losses(AccountReader reader, LabelledAccount account, Func<GoldMoment, bool> which)
    {
        var tokens = Tokens.Of(account.Text);
        var mentions = reader.Mentions(account.Text, account.Attire);
        var got = reader.Read(account.Text, account.Attire, account.Start).Exchanges.SelectMany(e => e.Moments).ToList();
        foreach (var gold in account.Moments.Where(m => m.Quoted && !m.Optional && which(m)))
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
