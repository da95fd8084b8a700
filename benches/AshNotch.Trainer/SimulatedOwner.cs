using AshNotch.Core.Log;
using AshNotch.Core.Telling;
using AshNotch.Evaluation;

namespace AshNotch.Trainer;

/// <summary>
/// An owner who sets the reading of ten accounts right and tells thirty more: those of one hand, in the order in which they stand,
/// with a reader that was never trained on that hand.
/// </summary>
internal static class SimulatedOwner
{
    /// <summary>How many accounts are set right.</summary>
    public const int Corrected = 10;

    /// <summary>How many are told afterwards.</summary>
    public const int ToldAfter = 30;

    /// <summary>The scores of the accounts told afterwards, without and with what was set right before.</summary>
    public static (Score Without, Score With) Of(AccountReader reader, IReadOnlyList<LabelledAccount> accounts)
    {
        var learned = reader
            .Learning([.. accounts.Take(Corrected).Select(a => SetRight(a, reader))])
            .Knowing(accounts.Take(Corrected).Concat(accounts.Skip(Corrected + ToldAfter)).SelectMany(a => Log(a, reader)));
        var told = accounts.Skip(Corrected).Take(ToldAfter).ToList();
        Score Sum(AccountReader by) => told.Select(a => Scorer.Of(a, by)).Aggregate(default(Score), (sum, one) => sum + one);
        return (Sum(reader), Sum(learned));
    }

    /// <summary>
    /// The account as an owner leaves it who sets everything right: what was read rightly keeps the words it was read from.
    /// </summary>
    public static Correction SetRight(LabelledAccount account, AccountReader reader)
    {
        var told = reader.Read(account.Text, account.Attire, account.Start).Exchanges.SelectMany(e => e.Moments).ToList();
        var moments = new List<CorrectedMoment>();
        foreach (var (gold, got) in Scorer.Align(account.Moments, [.. told.Select(m => m.Moment)]))
        {
            if (gold is null || (got is null && gold.Optional))
                continue;
            var read = got is null ? null : told.First(m => ReferenceEquals(m.Moment, got));
            var wrong = read is null ? told.FirstOrDefault(m => Over(m, gold)) : null;
            var (at, length) =
                read is not null ? (read.Source.Start, read.Source.Length)
                : gold.Quoted ? (gold.QuoteAt, gold.QuoteLength)
                : (0, 0);
            moments.Add(
                new CorrectedMoment(at, length, gold.Actor, got?.Technique ?? gold.Techniques[0], gold.Outcome)
                {
                    Added = read is null && wrong is null,
                    Read = wrong is null ? null : new ReadAs(wrong.Moment.Actor, wrong.Moment.Technique, wrong.Moment.Outcome),
                }
            );
        }

        return new Correction(account.Text, moments);
    }

    // The log that such an owner has: what the labels say, from where the reading has it.
    private static IEnumerable<Followed> Log(LabelledAccount account, AccountReader reader) =>
        Scorer
            .Align(
                account.Moments,
                [.. reader.Read(account.Text, account.Attire, account.Start).Exchanges.SelectMany(e => e.Moments).Select(m => m.Moment)]
            )
            .Where(p => p is { Gold: not null, Got.From: not null })
            .Select(p => new Followed(p.Got!.From!.Value, p.Got.Actor, p.Got.Technique, null, 1));

    private static bool Over(ToldMoment read, GoldMoment gold) => Training.Overlaps(read.Source, gold);
}
