using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Log;

namespace AshNotch.Core.Drilling;

/// <summary>
/// The starts of a focus, from in the spot outward: the decisive move half done; the spot, settled; then backwards along the
/// road that most often led there, up to two steps or to where many rounds begin; last a full round. A step is the log's own when it was
/// told at least three
/// times, else it is the spot from which the judgement's chain comes here most (visits × share of the road), which is the ground
/// map's as long as the log is thin.
/// </summary>
public static class Ladder
{
    private const int MostBack = 2;
    private const int LeastSeen = 3;
    private const double ManyBegin = 0.25;

    /// <summary>Makes a ladder.</summary>
    /// <param name="spot">The focus' spot.</param>
    /// <param name="readings">The log.</param>
    /// <param name="judgement">The judgement of it.</param>
    /// <param name="ground">The ground with the owner's additions.</param>
    public static IReadOnlyList<Rung> Of(Spot spot, IReadOnlyList<RollReading> readings, Judgement judgement, GroundMap ground)
    {
        var rungs = new List<Rung> { new(RungKind.HalfDone, spot), new(RungKind.InSpot, spot) };
        var passed = new HashSet<Spot> { spot };
        var here = spot;
        while (
            rungs.Count < 2 + MostBack
            && !Begins(here)
            && Into(here, passed, readings, judgement, ground) is { } back
            && !Begins(back.Start)
        )
        {
            rungs.Add(back);
            passed.Add(back.Start);
            here = back.Start;
        }

        rungs.Add(new Rung(RungKind.FullRound, ground.Usual.Spots[judgement.Roads.Start.Index().MaxBy(s => s.Item).Index]));
        return rungs;

        // From where many rounds begin on, a start is a full round.
        bool Begins(Spot at) => judgement.Roads.Start[ground.Usual.IndexOf(at)] >= ManyBegin;
    }

    private static Rung? Into(Spot spot, HashSet<Spot> passed, IReadOnlyList<RollReading> readings, Judgement judgement, GroundMap ground)
    {
        var own = ReadingList
            .Of(readings)
            .Into(spot)
            .Where(f => !f.Reading.Against.Drill && !passed.Contains(f.Contest.Spot))
            .Select(f => f.Contest)
            .GroupBy(c => (c.Spot, c.Actor))
            .Select(g => (g.Key.Spot, g.Key.Actor, Count: g.Count(), Technique: Common(g)))
            .OrderByDescending(w => w.Count)
            .ThenBy(w => w.Spot.ToString(), StringComparer.Ordinal)
            .FirstOrDefault();
        if (own.Count >= LeastSeen)
            return new Rung(RungKind.StepBack, own.Spot, own.Actor, own.Technique, own.Count);
        var usual = ground.Usual;
        var (to, values) = (usual.IndexOf(spot), judgement.Values);
        var flows =
            from u in Enumerable.Range(0, usual.Spots.Count)
            where u != to && !passed.Contains(usual.Spots[u]) && ground.Position(usual.Spots[u].Position) is not null
            let rate = judgement.RateOf(u)
            from way in new[]
            {
                (Actor: Actor.Me, Share: rate * judgement.Roads.Won[u][to]),
                (Actor: Actor.Them, Share: (1 - rate) * judgement.Roads.Lost[u][to]),
            }
            orderby values.Visits(u) * way.Share descending, u
            select (Spot: usual.Spots[u], way.Actor, Flow: values.Visits(u) * way.Share);
        return flows.FirstOrDefault() is { Flow: > 0 } best
            ? new Rung(RungKind.StepBack, best.Spot, best.Actor, Usual(best.Spot, best.Actor, spot, ground))
            : null;
    }

    private static string? Common(IEnumerable<Contest> contests) =>
        contests
            .Where(c => c.Technique is not null)
            .GroupBy(c => c.Technique)
            .OrderByDescending(g => g.Count())
            .ThenBy(g => g.Key, StringComparer.Ordinal)
            .Select(g => g.Key)
            .FirstOrDefault();

    private static string? Usual(Spot from, Actor by, Spot to, GroundMap ground)
    {
        var (doer, lands) = by == Actor.Me ? (from, to) : (from.Mirror(), to.Mirror());
        return ground
            .Techniques.Where(t => ground.Fit(t, doer) == 1 && t.To.Contains(lands))
            .OrderByDescending(t => t.Usual)
            .ThenBy(t => t.Id, StringComparer.Ordinal)
            .Select(t => t.Id)
            .FirstOrDefault();
    }
}

/// <summary>Goes of one evening from one rung.</summary>
/// <param name="Date">The day.</param>
/// <param name="Rung">The rung, from 0.</param>
/// <param name="Kept">Goes kept.</param>
/// <param name="Of">Goes in all.</param>
public readonly record struct Evening(DateOnly Date, int Rung, int Kept, int Of);

/// <summary>A step on a ladder.</summary>
/// <param name="Date">The day after whose goes it was taken.</param>
/// <param name="From">The rung until then.</param>
/// <param name="To">The rung from then on.</param>
public readonly record struct LadderStep(DateOnly Date, int From, int To);

/// <summary>
/// Where on a ladder somebody stands.
/// </summary>
/// <param name="Rung">The rung to do next, from 0.</param>
/// <param name="Good">Evenings in a row at this rung that were good enough to move up.</param>
/// <param name="Poor">Evenings in a row that were poor enough to move down.</param>
/// <param name="Steps">The steps so far.</param>
public sealed record Standing(int Rung, int Good, int Poor, IReadOnlyList<LadderStep> Steps)
{
    /// <summary>Fewest goes of an evening from which anything follows.</summary>
    public const int LeastGoes = 4;

    private const double Up = 0.6;
    private const double Down = 0.3;
    private const int Evenings = 2;

    /// <summary>
    /// Climbs: up after two evenings running with at least six of ten goes kept at the present rung, down after two with fewer
    /// than three of ten. Evenings with fewer than four goes, or at another rung, change nothing. Common practice, no source.
    /// </summary>
    /// <param name="rungs">How many rungs there are.</param>
    /// <param name="evenings">The evenings so far, oldest first.</param>
    public static Standing Of(int rungs, IEnumerable<Evening> evenings)
    {
        var standing = new Standing(0, 0, 0, []);
        foreach (var evening in evenings.Where(e => e.Of >= LeastGoes))
            standing = standing.After(evening, rungs);
        return standing;
    }

    /// <summary>The standing after one more evening.</summary>
    public Standing After(Evening evening, int rungs)
    {
        if (evening.Rung != Rung || evening.Of < LeastGoes)
            return this;
        var share = (double)evening.Kept / evening.Of;
        var (good, poor) = (share >= Up ? Good + 1 : 0, share < Down ? Poor + 1 : 0);
        if (good >= Evenings && Rung < rungs - 1)
            return new Standing(Rung + 1, 0, 0, [.. Steps, new LadderStep(evening.Date, Rung, Rung + 1)]);
        if (poor >= Evenings && Rung > 0)
            return new Standing(Rung - 1, 0, 0, [.. Steps, new LadderStep(evening.Date, Rung, Rung - 1)]);
        return this with { Good = Math.Min(good, Evenings), Poor = Math.Min(poor, Evenings) };
    }
}
