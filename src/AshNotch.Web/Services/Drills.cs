using AshNotch.Core.Drilling;
using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Judging.Patterns;
using AshNotch.Core.Load;
using AshNotch.Core.Log;
using AshNotch.Store;

namespace AshNotch.Web.Services;

/// <summary>Hands the drilling computations what they ask for, all of it from one judged picture of the log.</summary>
public static class Drills
{
    /// <summary>The candidates for a block's focus.</summary>
    public static IReadOnlyList<Candidate> Candidates(Judged judged, DateOnly today) =>
        judged.Once(("candidates", today), () =>
            Core.Drilling.Candidates.Of(
                judged.Readings,
                judged.Judgement,
                judged.Log.Ground,
                Takeaways(judged),
                judged.Log.Reader,
                Niggles(judged.Log),
                today
            )
        );

    /// <summary>One spot as a candidate; null when there were no contests over it.</summary>
    public static Candidate? Candidate(Judged judged, Spot spot, Purpose purpose, DateOnly today) =>
        Core.Drilling.Candidates.At(
            spot,
            purpose,
            judged.Readings,
            judged.Judgement,
            judged.Log.Ground,
            Takeaways(judged),
            judged.Log.Reader,
            Niggles(judged.Log),
            today
        );

    /// <summary>What a block's plan is made from.</summary>
    /// <param name="judged">The usual judgement of the log.</param>
    /// <param name="log">The picture of the log: blocks and niggles may be newer than the judgement.</param>
    /// <param name="block">The block.</param>
    /// <param name="today">The day.</param>
    /// <param name="present">Who said that they are there; null to go by what is usual.</param>
    public static PlanBasis Basis(Judged judged, LogSnapshot log, Block block, DateOnly today, IReadOnlySet<string>? present)
    {
        var owner = log.Athlete?.Value;
        return new PlanBasis
        {
            Block = block,
            Style = block.Style ?? owner?.TrainingStyle ?? Athlete.UsualStyle,
            Readings = log.Readings,
            Judgement = judged.Judgement,
            Ground = log.Ground,
            Owner = Standpoint.Owner(owner),
            Today = today,
            Done = judged.Once(("done", block.Id, log.Change), () => Plans.DoneIn(block.Id, log.Readings)),
            Niggles = Niggles(log),
            Mates = judged.Once("mates", () => PartnerChoice.Usually([.. log.Partners.Select(p => p.Partner)], log.Readings)),
            Present = present,
            Refreshers = Due(judged, log, today),
            HeavyWeek = WeekLoads.IsHeavy(WeekLoads.Of(log.Visits, today), today),
        };
    }

    /// <summary>The verdict on each focus of a block, in their order.</summary>
    /// <param name="judged">The usual judgement of the log, with which it is kept.</param>
    /// <param name="log">The picture of the log.</param>
    /// <param name="block">The block.</param>
    /// <param name="asOf">The log as it stood on a day; null for all of it.</param>
    public static IReadOnlyList<Verdict> Verdicts(Judged judged, LogSnapshot log, Versioned<Block> block, DateOnly? asOf) =>
        judged.Once(("verdicts", block.Value.Id, block.Version, asOf), () =>
        {
            var seen = log.Between(null, asOf, null);
            return (IReadOnlyList<Verdict>)
                [
                    .. block.Value.Focuses.Select(f =>
                        Core.Drilling.Verdicts.Of(seen, f, block.Value, Standpoint.Owner(log.Athlete?.Value), log.Ground)
                    ),
                ];
        });

    /// <summary>Every refresher still to come, next first.</summary>
    public static IReadOnlyList<Refresher> Due(Judged judged, LogSnapshot log, DateOnly today) =>
        judged.Once(("due", log.Change, today), () =>
            (IReadOnlyList<Refresher>)[.. log.Blocks.SelectMany(b => Refreshers.Of(b.Value, log.Readings, today)).OrderBy(r => r.Due)]
        );

    /// <summary>Every takeaway of the part of the log that was judged, oldest first.</summary>
    public static IReadOnlyList<Takeaway> Takeaways(Judged judged) => judged.Once("takeaways", () => Takeaway.In(judged.Readings));

    private static IReadOnlyList<Niggle> Niggles(LogSnapshot log) => [.. log.Niggles.Select(n => n.Value)];
}
