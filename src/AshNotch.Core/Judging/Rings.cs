namespace AshNotch.Core.Judging;

/// <summary>One week of a log.</summary>
/// <param name="Week">Its Monday.</param>
/// <param name="Rolls">Rolls told.</param>
/// <param name="Contests">Contests won or lost.</param>
/// <param name="Result">See <see cref="Rings"/>; null without contests.</param>
/// <param name="Sessions">The ids of its sessions.</param>
public sealed record Ring(DateOnly Week, int Rolls, int Contests, double? Result, IReadOnlyList<string> Sessions);

/// <summary>
/// How each week went, under the objective. Every contest is set against what the level model expects of it with that partner:
///   result = Σ (won - p)·stake_s / rolls of the week
/// with p the expected chance and stake_s what winning there is worth above losing (<see cref="Chain.Stake"/>). 0 is an
/// ordinary week; easier partners do not make a week look good. Common practice, no source.
/// </summary>
public static class Rings
{
    /// <summary>The weeks from the first to the last of the readings, empty ones too; goes of a drill are no rounds.</summary>
    public static IReadOnlyList<Ring> Of(IReadOnlyList<RollReading> all, Judgement judgement)
    {
        IReadOnlyList<RollReading> readings = [.. all.Where(r => !r.Against.Drill)];
        if (readings.Count == 0)
            return [];
        var byWeek = readings.ToLookup(r => Monday(r.Date));
        var (first, last) = (byWeek.Min(w => w.Key), byWeek.Max(w => w.Key));
        return [.. Enumerable.Range(0, ((last.DayNumber - first.DayNumber) / 7) + 1).Select(i => first.AddDays(7 * i)).Select(week =>
        {
            var rolls = byWeek[week].ToList();
            var contests = rolls.SelectMany(r => r.Contests.Where(c => c.End != ContestEnd.Held).Select(c => judgement.Surprise(r.Against, c))).ToList();
            return new Ring(week, rolls.Count, contests.Count, contests.Count == 0 ? null : contests.Sum() / rolls.Count, [.. rolls.Select(r => r.Session).Distinct()]);
        })];
    }

    /// <summary>The Monday of a day's week.</summary>
    public static DateOnly Monday(DateOnly day) => day.AddDays(-(((int)day.DayOfWeek + 6) % 7));
}
