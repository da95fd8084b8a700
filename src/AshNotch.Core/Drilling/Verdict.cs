using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Log;
using MathNet.Numerics;
using MathNet.Numerics.Distributions;

namespace AshNotch.Core.Drilling;

/// <summary>What is said of a focus after its block.</summary>
public enum VerdictWord
{
    /// <summary>Better, and by enough.</summary>
    Held,

    /// <summary>More likely better than not, at odds of four to one or more.</summary>
    Probably,

    /// <summary>What was seen fits a change as well as none.</summary>
    TooEarly,

    /// <summary>Enough was seen, and what was hoped for did not come.</summary>
    NoSign,

    /// <summary>More likely worse.</summary>
    Worse,
}

/// <summary>Why the plain counts and the judgement say different things.</summary>
public enum WhyDiffer
{
    /// <summary>Those met there are easier than a peer, before and since.</summary>
    EasierThanPeers,

    /// <summary>Those met there are harder than a peer, before and since.</summary>
    HarderThanPeers,

    /// <summary>The partners there were easier since.</summary>
    EasierSince,

    /// <summary>The partners there were harder since.</summary>
    HarderSince,

    /// <summary>Goes are easier than rounds and stand beside the counts.</summary>
    Goes,

    /// <summary>So few contests swing far by luck.</summary>
    Few,

    /// <summary>What is usual at the owner's level, and how they fare in places like it, weighs in.</summary>
    Usual,
}

/// <summary>Contests over a spot in one stretch of the log.</summary>
/// <param name="Won">Won in rounds.</param>
/// <param name="Lost">Lost in rounds.</param>
/// <param name="GoesKept">Goes kept from the spot itself.</param>
/// <param name="Goes">Goes from the spot itself.</param>
/// <param name="Rolls">Rolls told in that stretch, goes aside.</param>
/// <param name="Ease">How much easier than a peer the partners of these rounds were on average, in logits.</param>
/// <param name="Contests">The contests, oldest first.</param>
public sealed record Stretch(int Won, int Lost, int GoesKept, int Goes, int Rolls, double Ease, IReadOnlyList<Contest> Contests)
{
    /// <summary>The share won as it was counted, nothing adjusted; null without any.</summary>
    public double? RawRate => Won + Lost > 0 ? (double)Won / (Won + Lost) : null;
}

/// <summary>Whether a focus held.</summary>
/// <param name="Word">In a word.</param>
/// <param name="Better">The chance that the owner is better there at all.</param>
/// <param name="Enough">The chance to be better by at least half of what was hoped for.</param>
/// <param name="Step">The most probable change, in logits.</param>
/// <param name="StepSd">How far that may be off, one standard deviation.</param>
/// <param name="Before">How often the owner left the spot better off against a peer before the block, with its 80 % interval.</param>
/// <param name="After">The same since.</param>
/// <param name="RollsMore">About how many more rolls would settle it; null when it is settled or rolls alone cannot.</param>
/// <param name="Earlier">What was seen before.</param>
/// <param name="Since">What was seen since.</param>
public sealed record Verdict(
    VerdictWord Word,
    Probability Better,
    Probability Enough,
    double Step,
    double StepSd,
    Interval Before,
    Interval After,
    int? RollsMore,
    Stretch Earlier,
    Stretch Since
)
{
    /// <summary>Whether the fit settled.</summary>
    public bool Converged { get; init; } = true;
}

/// <summary>
/// Did it hold? The level model with two more terms from the day after the block began:
///   logit P(won) = … + δ·[after, at the spot] + g·[after],  δ ~ N(0, 0.7²), g ~ N(0, 0.2²)
/// so that partners, their belts and weights, intents, the ease of goes, and what went better everywhere are allowed for. The block's own
/// first day is
/// still before: what is measured then is where it starts, beside all that is known of the spot from before. Contests more than 16
/// weeks after the block's end say nothing of it. The words, with P(δ > 0) and P(δ > half of what was hoped) by Laplace's approximation:
///   held 0.95 and 0.6, probably 0.8, worse when P(δ > 0) is under 0.1, no sign when P(enough) is under 0.2, else too early;
/// for the first two the evidence alone, its prior taken off again, must also stand 1.3 standard deviations from no change.
/// Common practice, no source; false alarms and power on simulated athletes are printed by the benchmark <c>verdict</c>.
/// </summary>
public static class Verdicts
{
    /// <summary>The change that is hoped for when a focus does not say, in logits.</summary>
    public const double UsualHope = 0.5;

    /// <summary>P(better) from which on a change is believed.</summary>
    public const double Believed = 0.8;

    /// <summary>
    /// How far the change must stand out of the evidence alone, in its standard deviations: a little under one in ten of no
    /// change at all. P(better) by itself would be passed more often the more evidence there is, up to one in five.
    /// </summary>
    private const double Alone = 1.3;

    private const double MuchEase = 0.3;
    private const double MuchShift = 0.15;
    private const double MuchPulled = 0.7;
    private const int FewContests = 12;
    private const int WindowDays = 16 * 7;
    private const double Sure = 0.95;
    private const double SureEnough = 0.6;
    private const double SurelyWorse = 0.1;
    private const double HardlyEnough = 0.2;

    /// <summary>Judges a focus.</summary>
    /// <param name="readings">The log, oldest first.</param>
    /// <param name="focus">The focus.</param>
    /// <param name="block">The block: its first day, and when it ends or was ended.</param>
    /// <param name="owner">The owner's standpoint.</param>
    /// <param name="ground">The ground with the owner's additions.</param>
    /// <exception cref="ArgumentException">The ground does not know the focus' spot.</exception>
    public static Verdict Of(IReadOnlyList<RollReading> readings, Focus focus, Block block, Standpoint owner, GroundMap ground)
    {
        var usual = ground.Usual;
        var place = usual.IndexOf(focus.Spot);
        if (place < 0)
            throw new ArgumentException($"The ground knows no spot {focus.Spot}.", nameof(focus));
        var (from, latest) = (block.From, (block.EndedOn ?? block.Until()).AddDays(WindowDays));
        var known = readings.Where(r => r.Date < latest).ToList();
        var before = LogCounts.OfCells(known.Where(r => r.Date <= from), usual);
        var after = LogCounts.OfCells(known.Where(r => r.Date > from), usual);
        var fit = new LevelModel(usual, before, owner.Belt.Rung, owner.Kilograms, (place, after)).Fit();
        var (step, sd) = fit.Step!.Value;
        var hoped = focus.Hoped ?? UsualHope;
        Probability Above(double change) => new(Normal.CDF(0, 1, (step - change) / sd));
        var (better, enough) = (Above(0), Above(hoped / 2));
        var alone = step / sd / Math.Sqrt(Math.Max(1e-9, 1 - (sd * sd / (LevelModel.StepSd * LevelModel.StepSd))));
        var decided = ReadingList
            .Of(readings)
            .At(focus.Spot)
            .Where(f => f.Contest.End != ContestEnd.Held && f.Reading.Date < latest)
            .ToList();
        Stretch Told(bool later) =>
            StretchOf(
                [.. decided.Where(f => f.Reading.Date > from == later)],
                known.Count(r => r.Date > from == later && !r.Against.Drill),
                r => fit.Offset(r.Against)
            );
        var (earlier, since) = (Told(later: false), Told(later: true));
        var word = WordOf(better, enough, alone);
        return new Verdict(
            word,
            better,
            enough,
            step,
            sd,
            fit.Rate(place),
            fit.Rate(place, afterStep: true),
            word == VerdictWord.TooEarly ? RollsMore(earlier, since, hoped, fit.Alpha(place)) : null,
            earlier,
            since
        )
        {
            Converged = fit.Converged,
        };
    }

    /// <summary>The word for two chances, and for how many of its own standard deviations the change is without the prior.</summary>
    internal static VerdictWord WordOf(double better, double enough, double alone) =>
        (better, enough) switch
        {
            (>= Sure, >= SureEnough) when alone >= Alone => VerdictWord.Held,
            (> Believed, _) when alone >= Alone => VerdictWord.Probably,
            (< SurelyWorse, _) => VerdictWord.Worse,
            (_, < HardlyEnough) => VerdictWord.NoSign,
            _ => VerdictWord.TooEarly,
        };

    /// <summary>Why the plain counts say something else than the verdict; none when they agree, or when nothing was seen since.</summary>
    /// <param name="earlier">What was seen before.</param>
    /// <param name="before">What is believed of it.</param>
    /// <param name="since">What was seen since.</param>
    /// <param name="after">What is believed of it.</param>
    public static IReadOnlyList<WhyDiffer> Differ(Stretch earlier, Interval before, Stretch since, Interval after)
    {
        var (old, late) = (earlier.Won + earlier.Lost, since.Won + since.Lost);
        if (late + since.Goes == 0)
            return [];
        var ease = old + late > 0 ? ((earlier.Ease * old) + (since.Ease * late)) / (old + late) : 0;
        var shift = old > 0 && late > 0 ? since.Ease - earlier.Ease : 0;
        static bool Pulled(Stretch s, Interval judged) =>
            s.Won + s.Lost > 0
            && Math.Abs(SpecialFunctions.Logit((s.Won + 0.5) / (s.Won + s.Lost + 1)) - s.Ease - SpecialFunctions.Logit(judged.Rate))
                > MuchPulled;
        return
        [
            .. new[]
            {
                (ease > MuchEase, WhyDiffer.EasierThanPeers),
                (ease < -MuchEase, WhyDiffer.HarderThanPeers),
                (shift > MuchShift, WhyDiffer.EasierSince),
                (shift < -MuchShift, WhyDiffer.HarderSince),
                (earlier.Goes + since.Goes > 0, WhyDiffer.Goes),
                (Math.Min(old, late) < FewContests, WhyDiffer.Few),
                (Pulled(earlier, before) || Pulled(since, after), WhyDiffer.Usual),
            }
                .Where(w => w.Item1)
                .Select(w => w.Item2),
        ];
    }

    private static Stretch StretchOf(IReadOnlyList<Fought> contests, int rolls, Func<RollReading, double> ease)
    {
        var rounds = contests.Where(c => !c.Reading.Against.Drill).ToList();
        return new Stretch(
            rounds.Count(c => c.Contest.End == ContestEnd.Won),
            rounds.Count(c => c.Contest.End == ContestEnd.Lost),
            contests.Count(c => c.Reading.Against.Drill && c.Contest.End == ContestEnd.Won),
            contests.Count - rounds.Count,
            rolls,
            rounds.Count > 0 ? rounds.Average(c => ease(c.Reading)) : 0,
            [.. contests.Select(c => c.Contest)]
        );
    }

    private static int? RollsMore(Stretch earlier, Stretch since, double hoped, double level)
    {
        var rate = SpecialFunctions.Logistic(level);
        var perRoll = (double)(earlier.Won + earlier.Lost + since.Won + since.Lost) / Math.Max(1, earlier.Rolls + since.Rolls);
        if (TimeToTell.Contests(earlier.Won + earlier.Lost, rate, hoped) is not { } needed || perRoll <= 0)
            return null;
        return (int)Math.Ceiling(Math.Max(1, needed - since.Won - since.Lost) / perRoll);
    }
}
