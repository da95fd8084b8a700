using AshNotch.Core.Ground;
using AshNotch.Core.Log;
using AshNotch.Core.Telling;

namespace AshNotch.Core.Tests.Telling;

/// <summary>Right, missed and extra readings.</summary>
public readonly record struct Count(int Right, int Missed, int Extra)
{
    /// <summary>The harmonic mean of precision and recall.</summary>
    public double F1 => 2.0 * Right / Math.Max(1, (2 * Right) + Missed + Extra);

    /// <summary>The sum.</summary>
    public static Count operator +(Count a, Count b) => new(a.Right + b.Right, a.Missed + b.Missed, a.Extra + b.Extra);
}

/// <summary>
/// Compares a reading with what was wanted, as multisets: optional ones are neither rewarded nor punished, and generic
/// techniques that the account does not want are not counted as extra.
/// </summary>
public static class Scores
{
    private static readonly HashSet<string> Generic =
    [
        "takedown",
        "escape",
        "reversal",
        "submission",
        "front-headlock-turnover",
        "throw-by-pass",
        "pummel-pass",
        "elbow-push-escape",
        "armbar-defence",
        "triangle-defence",
        "guillotine-defence",
        "arm-triangle-defence",
        "shoulder-lock-defence",
        "triceps-slicer",
    ];

    /// <summary>Reads the account and compares.</summary>
    public static (Count Moments, Count Spots, string Report) Of(Account account, AccountReader reader)
    {
        var told = reader.Read(account.Text, account.Attire, account.Start);
        var got = told.Exchanges.SelectMany(e => e.Moments).Select(m => (m.Moment.Actor, m.Moment.Technique, m.Moment.Outcome)).ToList();
        var all = string.Join("; ", got.Select(g => $"{g.Actor} {g.Technique} {g.Outcome}".ToLowerInvariant()));
        var (right, missed) = (0, new List<string>());
        foreach (var wanted in account.Moments.OrderBy(m => m.Optional))
        {
            var found = wanted.Techniques.Select(t => got.IndexOf((wanted.Actor, t, wanted.Outcome))).FirstOrDefault(i => i >= 0, -1);
            if (found >= 0)
                got.RemoveAt(found);
            if (found >= 0 && !wanted.Optional)
                right++;
            else if (found < 0 && !wanted.Optional)
                missed.Add($"{wanted.Actor} {wanted.Techniques[0]} {wanted.Outcome}".ToLowerInvariant());
        }

        var used = account.Moments.Select(m => m.Techniques[0]).ToHashSet();
        var extra = got.Where(g => !Generic.Contains(g.Technique) || used.Contains(g.Technique)).ToList();
        var spots = Spots(account, told);
        var report =
            $"{account.Id} missed [{string.Join(", ", missed)}] extra [{string.Join(", ", extra.Select(e => $"{e.Actor} {e.Technique} {e.Outcome}".ToLowerInvariant()))}] of [{all}]"
            + $"\n     spots {string.Join(" ", told.Positions.Select(p => p.Spot))} {spots}";
        return (new Count(right, missed.Count, extra.Count), spots, report);
    }

    private static Count Spots(Account account, Told told)
    {
        var got = told.Positions.Where(p => p.Spot.Position != "leg-tangle").Select(p => p.Spot).ToList();
        var (right, missed) = (0, 0);
        foreach (var wanted in account.Positions.OrderBy(p => p.Optional))
        {
            var found = wanted.Spots.FirstOrDefault(got.Contains);
            if (found != default)
                got.Remove(found);
            if (!wanted.Optional)
                (right, missed) = found != default ? (right + 1, missed) : (right, missed + 1);
        }

        return new Count(right, missed, got.Count);
    }
}
