using System.Runtime.InteropServices;
using AshNotch.Core.Ground;

namespace AshNotch.Core.Judging.People;

/// <summary>How rounds with somebody go, in one stretch of time.</summary>
/// <param name="Until">The last day of the stretch.</param>
/// <param name="Won">Contests won in the step that ends then.</param>
/// <param name="Lost">Contests lost in it.</param>
/// <param name="Rate">How often the owner comes out better, with the 80 % band.</param>
public sealed record StretchWith(DateOnly Until, int Won, int Lost, Interval Rate);

/// <summary>
/// How rounds with one partner go, and how that changed. The model, with the level model's parameters taken as known:
///   logit P(won) = α_spot + [belts, weights and intent as the level model has them] + u,  u ~ N(0, 0.35²)
/// is the partner's own level over the whole log; over time a windowed posterior,
///   logit P(won) = the same with that u + δ,  δ ~ N(0, 0.4²), from the contests of the twelve weeks up to each step,
/// fitted by <see cref="LogisticMap"/>, intervals by Laplace's approximation. Both are shown as a rate over one fixed mix of
/// spots, those of all contests with this partner, so that a change of where one meets does not look like a change of level.
/// Checked on simulated partners who change: the 80 % band must hold the truth about that often. Common practice, no source.
/// </summary>
public static class PartnerLevel
{
    /// <summary>Contests below which nothing is said of how it goes.</summary>
    public const int EnoughContests = 20;

    private const double PartnerSd = 0.35;
    private const double ChangeSd = 0.4;
    private const int WindowDays = 84;
    private const int StepDays = 28;
    private const int MostSteps = 40;

    /// <summary>The level over all contests.</summary>
    /// <param name="Rate">How often the owner comes out better, in the spots where the two meet.</param>
    /// <param name="Own">The partner's own level beside what belts and weights say, in logits: above zero is easier for the owner.</param>
    /// <param name="OwnSd">The standard deviation of the belief in it.</param>
    public readonly record struct Whole(Interval Rate, double Own, double OwnSd);

    /// <summary>The level over all contests.</summary>
    /// <param name="decided">Contests that somebody won, with their rolls.</param>
    /// <param name="judgement">The judgement of the log.</param>
    public static Whole Over(IReadOnlyList<Fought> decided, Judgement judgement)
    {
        var rows = Rows(decided, 0, judgement);
        var (own, sd) = Fit(rows, PartnerSd);
        return new Whole(Rate([.. rows.Select(r => (r.Offset, r.Won + r.Lost))], own, sd), own, sd);
    }

    /// <summary>The level step by step, oldest first; steps without a contest in their window are left out.</summary>
    /// <param name="decided">Contests that somebody won, oldest first.</param>
    /// <param name="own">The partner's own level over all of them (<see cref="Whole.Own"/>).</param>
    /// <param name="judgement">The judgement of the log.</param>
    public static IReadOnlyList<StretchWith> OverTime(IReadOnlyList<Fought> decided, double own, Judgement judgement)
    {
        if (decided.Count == 0)
            return [];
        var mix = Rows(decided, own, judgement).Select(r => (r.Offset, r.Won + r.Lost)).ToList();
        var last = decided[^1].Reading.Date;
        var steps = Math.Min(MostSteps, ((last.DayNumber - decided[0].Reading.Date.DayNumber) / StepDays) + 1);
        return
        [
            .. Enumerable
                .Range(0, steps)
                .Select(i => last.AddDays(-StepDays * (steps - 1 - i)))
                .Select(until => (Until: until, Window: Within(decided, until, WindowDays), Step: Within(decided, until, StepDays)))
                .Where(s => s.Window.Count > 0)
                .Select(s =>
                {
                    var (change, sd) = Fit(Rows(s.Window, own, judgement), ChangeSd);
                    return new StretchWith(
                        s.Until,
                        s.Step.Count(f => f.Contest.End == ContestEnd.Won),
                        s.Step.Count(f => f.Contest.End == ContestEnd.Lost),
                        Rate(mix, change, sd)
                    );
                }),
        ];
    }

    private static List<Fought> Within(IReadOnlyList<Fought> decided, DateOnly until, int days) =>
        [.. decided.Where(f => f.Reading.Date <= until && f.Reading.Date > until.AddDays(-days))];

    private readonly record struct Row(double Offset, int Won, int Lost);

    /// <summary>
    /// One row for each spot and intent, so that what differs from spot to spot is not taken for certainty. Each begins with what the
    /// level model says without knowing the partner, and the partner's own level.
    /// </summary>
    private static List<Row> Rows(IReadOnlyList<Fought> decided, double own, Judgement judgement)
    {
        var rows = new Dictionary<(Spot Spot, double Offset), (int Won, int Lost)>();
        var (of, ease) = ((RollReading?)null, 0.0);
        foreach (var (reading, contest) in decided)
        {
            if (!ReferenceEquals(of, reading))
                (of, ease) = (reading, judgement.Offset(reading.Against with { Partner = null }) + own);
            var key = (contest.Spot, Math.Round(judgement.Alpha(contest.Spot) + ease, 6));
            ref var row = ref CollectionsMarshal.GetValueRefOrAddDefault(rows, key, out _);
            row = contest.End == ContestEnd.Won ? (row.Won + 1, row.Lost) : (row.Won, row.Lost + 1);
        }

        return [.. rows.Select(r => new Row(r.Key.Offset, r.Value.Won, r.Value.Lost))];
    }

    private static (double Mode, double Sd) Fit(List<Row> rows, double priorSd)
    {
        var data = new LogisticRows();
        foreach (var row in rows)
            data.Add(row.Won, row.Won + row.Lost, row.Offset, group: -1, dispersed: true, (0, 1));
        var fit = new LogisticMap(data, [(0, 1 / (priorSd * priorSd))], dispersion: LevelModel.PartnerBySpot).Fit();
        return (fit.Mode[0], Math.Sqrt(fit.Variance((0, 1))));
    }

    /// <summary>The mean rate over a mix of spots at a shift of the level, with the 80 % interval of the shift.</summary>
    private static Interval Rate(IReadOnlyList<(double Offset, int Weight)> mix, double shift, double sd)
    {
        double all = mix.Sum(m => m.Weight);
        Probability At(double s) => new(Math.Clamp(mix.Sum(m => m.Weight * Probability.OfLogit(m.Offset + s)) / all, 0, 1));
        return new Interval(At(shift), At(shift - (Interval.Reach80 * sd)), At(shift + (Interval.Reach80 * sd)));
    }
}
