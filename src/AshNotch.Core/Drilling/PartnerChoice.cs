using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Log;

namespace AshNotch.Core.Drilling;

/// <summary>Somebody who may be there.</summary>
/// <param name="Partner">Who.</param>
/// <param name="There">Of the sessions on each day of the week in the last twelve weeks, the share at which they were rolled with.</param>
public sealed record Mate(Partner Partner, IReadOnlyDictionary<DayOfWeek, double> There);

/// <summary>A partner to ask, and why.</summary>
/// <param name="Partner">The partner's id.</param>
/// <param name="Name">Their name.</param>
/// <param name="Why">The reason, in words.</param>
public sealed record Suggestion(string Partner, string Name, string Why);

/// <summary>
/// Whom to ask for a drill: somebody who is usually there that day, who does that attack to the owner, near in level and weight;
/// the further out on the ladder, the stronger they may be. Common practice, no source.
/// </summary>
public static class PartnerChoice
{
    private const int Most = 2;

    /// <summary>From this share of the owner's weight on, somebody counts as much heavier.</summary>
    public const double HeavyShare = 1.3;
    private const int WindowDays = 84;
    private const double NearKilograms = 6;

    /// <summary>Who is usually there on which day.</summary>
    /// <param name="partners">Everybody.</param>
    /// <param name="readings">The log.</param>
    public static IReadOnlyList<Mate> Usually(IReadOnlyList<Partner> partners, IReadOnlyList<RollReading> readings)
    {
        var since = readings.Count == 0 ? DateOnly.MinValue : readings.Max(r => r.Date).AddDays(-WindowDays);
        var recent = readings.Where(r => r.Date > since).ToList();
        var sessions = recent.GroupBy(r => r.Date.DayOfWeek).ToDictionary(g => g.Key, g => g.Select(r => r.Date).Distinct().Count());
        return
        [
            .. partners.Select(p => new Mate(
                p,
                sessions.ToDictionary(
                    s => s.Key,
                    s =>
                        (double)
                            recent.Where(r => r.Against.Partner == p.Id && r.Date.DayOfWeek == s.Key).Select(r => r.Date).Distinct().Count()
                        / s.Value
                )
            )),
        ];
    }

    /// <summary>The partners to ask, best first.</summary>
    /// <param name="mates">Who may be there.</param>
    /// <param name="focus">The focus.</param>
    /// <param name="rung">The rung's kind.</param>
    /// <param name="day">The day of the week.</param>
    /// <param name="present">Who said that they are there; null to go by what is usual.</param>
    /// <param name="readings">The log.</param>
    /// <param name="owner">The owner's standpoint.</param>
    public static IReadOnlyList<Suggestion> For(
        IReadOnlyList<Mate> mates,
        Focus focus,
        RungKind rung,
        DayOfWeek day,
        IReadOnlySet<string>? present,
        IReadOnlyList<RollReading> readings,
        Standpoint owner
    )
    {
        var attacks = ReadingList
            .Of(readings)
            .At(focus.Spot)
            .Where(f =>
                !f.Reading.Against.Drill
                && f.Reading.Against.Partner is not null
                && f.Contest.Actor == Actor.Them
                && (focus.Technique is null || focus.Purpose == Purpose.Sharpen || f.Contest.Technique == focus.Technique)
            )
            .GroupBy(f => f.Reading.Against.Partner!)
            .ToDictionary(g => g.Key, g => g.Count());
        var reach = rung switch
        {
            RungKind.HalfDone => 0,
            RungKind.InSpot => 0.3,
            RungKind.StepBack => 0.6,
            _ => 1,
        };

        // On a day nobody was ever met on, anybody may be there.
        var known = mates.Any(m => m.There.GetValueOrDefault(day) > 0);
        double There(Mate mate) => known ? mate.There.GetValueOrDefault(day) : mate.There.Values.DefaultIfEmpty(0).Average();
        return
        [
            .. mates
                .Where(m => present?.Contains(m.Partner.Id) ?? There(m) > 0)
                .Select(m =>
                    (Mate: m, Gap: Gap(m.Partner, owner), Heavy: Heavy(m.Partner, owner), Attacks: attacks.GetValueOrDefault(m.Partner.Id))
                )
                .Where(m => rung == RungKind.FullRound || !m.Heavy)
                .OrderByDescending(m =>
                    (present is null ? There(m.Mate) : 1) + Math.Min(1, m.Attacks / 5.0) - (0.5 * Math.Abs((m.Gap ?? 0) - reach))
                )
                .ThenBy(m => m.Mate.Partner.Name, StringComparer.Ordinal)
                .Take(Most)
                .Select(m => new Suggestion(
                    m.Mate.Partner.Id,
                    m.Mate.Partner.Name,
                    Why(m.Gap, Kilos(m.Mate.Partner, owner), m.Attacks, present is null && known ? There(m.Mate) : null, day, focus)
                )),
        ];
    }

    private static double? Gap(Partner partner, Standpoint owner) =>
        partner.Belt is { } belt ? Belt.Told(belt, partner.Stripes).Rung - owner.Belt.Rung : null;

    private static bool Heavy(Partner partner, Standpoint owner) =>
        partner.WeightKg is { } theirs && owner.Kilograms is { } own && theirs.Value > HeavyShare * own;

    private static double? Kilos(Partner partner, Standpoint owner) => partner.WeightKg?.Value - owner.Kilograms;

    private static string Why(double? gap, double? kilos, int attacks, double? there, DayOfWeek day, Focus focus)
    {
        var parts = new List<string>();
        if (attacks > 0)
            parts.Add(
                focus is { Purpose: Purpose.Plug, Technique: not null }
                    ? $"went for it on you {Times(attacks)}"
                    : $"met you there {Times(attacks)}"
            );
        if (gap is { } g)
            parts.Add(
                Math.Abs(g) < 0.8 ? "about your level"
                : g > 0 ? "above your level"
                : "newer than you"
            );
        if (kilos is { } kg && Math.Abs(kg) >= NearKilograms)
            parts.Add(kg > 0 ? "heavier than you" : "lighter than you");
        else if (kilos is not null)
            parts.Add("near your weight");
        if (there is { } share)
            parts.Add(share >= 0.5 ? $"usually there on a {day}" : $"sometimes there on a {day}");
        return string.Join(", ", parts);
    }

    private static string Times(int n) =>
        n == 1 ? "once"
        : n == 2 ? "twice"
        : $"{n} times";
}
