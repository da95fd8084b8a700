using AshNotch.Core.Drilling;
using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Load;
using AshNotch.Core.Log;
using AshNotch.Store;

namespace AshNotch.Web.Features;

/// <summary>Gathers what the drilling computations ask for from the log.</summary>
public sealed class Drills(
    Blocks blocks, Niggles niggles, Judgements judgements, Athletes athletes, Partners partners, Rolls rolls, Sessions sessions, OwnGround own)
{
    public GroundMap Ground => own.Map;

    /// <summary>The candidates under an objective.</summary>
    public IReadOnlyList<Candidate> Candidates(JudgementAsked asked, DateOnly today)
    {
        var judged = judgements.Of(asked);
        return Core.Drilling.Candidates.Of(judged.Readings, judged.Judgement, judged.Ground, Takeaways(asked), own.Reader, Sore(), today);
    }

    /// <summary>One spot as a candidate.</summary>
    public Candidate? Candidate(JudgementAsked asked, Spot spot, Purpose purpose, DateOnly today)
    {
        var judged = judgements.Of(asked);
        return Core.Drilling.Candidates.At(spot, purpose, judged.Readings, judged.Judgement, judged.Ground, Takeaways(asked), own.Reader, Sore(), today);
    }

    /// <summary>What a block's plan is made from.</summary>
    public PlanBasis Basis(Block block, DateOnly today, IReadOnlySet<string>? present)
    {
        var owner = athletes.Get()?.Value;
        var judged = judgements.Of(Usual(owner));
        var loads = WeekLoads.Of(sessions.Visits(), today);
        return new PlanBasis
        {
            Block = block,
            Style = block.Style ?? owner?.TrainingStyle ?? TrainingStyle.RepetitionsAndPositional,
            Readings = judged.Readings,
            Judgement = judged.Judgement,
            Ground = judged.Ground,
            Owner = Standpoint.Owner(Judgements.OwnerOr(owner)),
            Today = today,
            Done = Plans.DoneIn(block.Id, blocks.Done().Select(d => (d.Date, d.Goes))),
            Niggles = Sore(),
            Mates = PartnerChoice.Usually([.. partners.All().Select(p => p.Partner)], judged.Readings),
            Present = present,
            Refreshers = Due(today),
            HeavyWeek = loads is [.., { Caution: LoadCaution.FarAbove } last] && last.Week == Rings.Monday(today),
        };
    }

    /// <summary>The verdict on each focus of a block, in their order.</summary>
    public IReadOnlyList<Verdict> Verdicts(Block block, DateOnly? asOf)
    {
        var owner = athletes.Get()?.Value;
        var judged = judgements.Of(Usual(owner));
        IReadOnlyList<RollReading> seen = asOf is { } day ? [.. judged.Readings.Where(r => r.Date <= day)] : judged.Readings;
        return [.. block.Focuses.Select(f => Core.Drilling.Verdicts.Of(seen, f, block.From, block.EndedOn ?? block.Until(), Standpoint.Owner(Judgements.OwnerOr(owner)), judged.Ground))];
    }

    /// <summary>Every refresher still to come, next first.</summary>
    public IReadOnlyList<Refresher> Due(DateOnly today) => [.. blocks.All().SelectMany(b => Due(b.Value, today)).OrderBy(r => r.Due)];

    /// <summary>A block's refreshers still to come.</summary>
    public IReadOnlyList<Refresher> Due(Block block, DateOnly today)
    {
        var done = blocks.Done().Where(d => d.Goes.Block == block.Id && d.Goes.Rung < 0).ToLookup(d => d.Goes.Focus, d => d.Date);
        return Refreshers.Of(block, judgements.Of(Usual(athletes.Get()?.Value)).Readings, today, done);
    }

    private IReadOnlyList<Niggle> Sore() => [.. niggles.All().Select(n => n.Value)];

    private IReadOnlyList<Core.Judging.Patterns.Takeaway> Takeaways(JudgementAsked asked) => rolls.Takeaways(asked.Attire, asked.From, asked.To);

    private static JudgementAsked Usual(Athlete? owner) => new(owner?.Objective ?? Objective.Submissions, null, null, null, null);
}
