using AshNotch.Core.Ground;
using AshNotch.Core.Log;

namespace AshNotch.Core.Judging.Patterns;

/// <summary>A way that the owner tries into a spot.</summary>
/// <param name="Technique">The technique's id.</param>
/// <param name="Done">How often it came off.</param>
/// <param name="Stopped">How often it was stopped.</param>
public sealed record Entry(string Technique, int Done, int Stopped);

/// <summary>A spot that pays and is reached too seldom.</summary>
/// <param name="Spot">The spot.</param>
/// <param name="OnceMore">What reaching it once more in a roll would bring.</param>
/// <param name="PerRoll">Contests there in a roll, for this owner.</param>
/// <param name="Usual">The same for anybody, before the log is seen.</param>
/// <param name="Entries">The owner's tries that lead there: technique, came off, stopped; most often stopped first.</param>
/// <param name="Moments">The tries that were stopped, oldest first.</param>
public sealed record WayTooRare(
    Spot Spot,
    double OnceMore,
    double PerRoll,
    double Usual,
    IReadOnlyList<Entry> Entries,
    IReadOnlyList<Contest> Moments
);

/// <summary>
/// The weak link is the way in: spots worth at least half as much as the best one reached, where the owner does at least as
/// well as is usual, and which are reached at most 0.7 times as often as usual. Values and visits from the chain of the log and
/// from that of the prior alone.
/// </summary>
public static class WaysIn
{
    private const double Seldom = 0.7;
    private const double Often = 0.05;

    /// <summary>Finds them, those that would bring most first.</summary>
    public static IReadOnlyList<WayTooRare> Of(IReadOnlyList<RollReading> readings, Judgement judgement, GroundMap ground)
    {
        var usual = ground.Usual;
        var anybody = judgement.BeforeAnyRoll();
        var best = judgement.Heartwood.Select(h => h.OnceMore).DefaultIfEmpty(0).Max();
        List<(RankedSpot Ranked, double Now, double Usual)> rare =
        [
            .. judgement
                .Heartwood.Where(h => h.OnceMore >= best / 2)
                .Select(h => (Ranked: h, Spot: usual.IndexOf(h.Spot)))
                .Where(h => judgement.Levels.Alpha(h.Spot) >= usual.Level[h.Spot])
                .Select(h => (h.Ranked, Now: judgement.Values.Visits(h.Spot), Usual: anybody.Visits(h.Spot)))
                .Where(h => h.Usual >= Often && h.Now <= Seldom * h.Usual)
                .OrderByDescending(h => h.Ranked.OnceMore * (h.Usual - h.Now)),
        ];
        var tries = Tries([.. rare.Select(r => r.Ranked.Spot)], readings, ground);
        return [.. rare.Select((r, i) => Told(r.Ranked, r.Now, r.Usual, tries[i]))];
    }

    /// <summary>For each spot the owner's tries that led there, or were stopped and would have led there, oldest first.</summary>
    private static List<Contest>[] Tries(IReadOnlyList<Spot> spots, IReadOnlyList<RollReading> readings, GroundMap ground)
    {
        List<Contest>[] tries = [.. spots.Select(_ => new List<Contest>())];
        if (spots.Count == 0)
            return tries;
        var place = spots.Select((s, i) => (s, i)).ToDictionary(p => p.s, p => p.i);
        var leading = ground
            .Techniques.Select(t => (t.Id, To: t.To.Where(place.ContainsKey).Select(s => place[s]).Distinct().ToArray()))
            .Where(t => t.To.Length > 0)
            .ToDictionary(t => t.Id, t => t.To, IdHash.Comparer);
        foreach (var reading in readings)
        foreach (var contest in reading.Contests)
        {
            if (contest is not { Actor: Actor.Me, Technique: { } technique })
                continue;
            var reached = contest.Next is { } next && place.TryGetValue(next, out var there) ? there : -1;
            if (reached >= 0)
                tries[reached].Add(contest);
            if (contest.End != ContestEnd.Held || !leading.TryGetValue(technique, out var aimed))
                continue;
            foreach (var i in aimed)
                if (i != reached)
                    tries[i].Add(contest);
        }

        return tries;
    }

    private static WayTooRare Told(RankedSpot ranked, double now, double usual, List<Contest> tries)
    {
        var entries = tries
            .GroupBy(c => c.Technique!)
            .Select(g => new Entry(g.Key, g.Count(c => c.End != ContestEnd.Held), g.Count(c => c.End == ContestEnd.Held)))
            .OrderByDescending(e => e.Stopped)
            .ThenByDescending(e => e.Done)
            .ThenBy(e => e.Technique, StringComparer.Ordinal);
        return new WayTooRare(ranked.Spot, ranked.OnceMore, now, usual, [.. entries], [.. tries.Where(c => c.End == ContestEnd.Held)]);
    }
}
