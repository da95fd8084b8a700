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
        var weeks = new SortedDictionary<DateOnly, (int Rolls, int Contests, double Sum, List<string> Sessions)>();
        foreach (var reading in all)
        {
            if (reading.Against.Drill)
                continue;
            var week = weeks.GetValueOrDefault(Monday(reading.Date), (0, 0, 0, []));
            var offset = judgement.Offset(reading.Against);
            foreach (var contest in reading.Contests)
            {
                if (contest.End == ContestEnd.Held)
                    continue;
                week.Contests++;
                week.Sum += judgement.Surprise(contest, offset);
            }

            if (week.Sessions is not [.., var last] || last != reading.Session)
                week.Sessions.Add(reading.Session);
            weeks[Monday(reading.Date)] = week with { Rolls = week.Rolls + 1 };
        }

        if (weeks.Count == 0)
            return [];
        var (first, until) = (weeks.Keys.First(), weeks.Keys.Last());
        return
        [
            .. Enumerable
                .Range(0, ((until.DayNumber - first.DayNumber) / 7) + 1)
                .Select(i => first.AddDays(7 * i))
                .Select(day =>
                    weeks.TryGetValue(day, out var week)
                        ? new Ring(
                            day,
                            week.Rolls,
                            week.Contests,
                            week.Contests == 0 ? null : week.Sum / week.Rolls,
                            [.. week.Sessions.Distinct()]
                        )
                        : new Ring(day, 0, 0, null, [])
                ),
        ];
    }

    /// <summary>The Monday of a day's week.</summary>
    public static DateOnly Monday(DateOnly day) => day.AddDays(-(((int)day.DayOfWeek + 6) % 7));
}
