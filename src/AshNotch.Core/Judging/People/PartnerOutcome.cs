using AshNotch.Core.Log;

namespace AshNotch.Core.Judging.People;

/// <summary>How it goes with somebody, in short.</summary>
public sealed record PartnerOutcome
{
    private const double Near = 0.3;

    /// <summary>Contests won, goes of drills left out.</summary>
    public required int Won { get; init; }

    /// <summary>Contests lost, goes of drills left out.</summary>
    public required int Lost { get; init; }

    /// <summary>Whether there is enough to say how it goes.</summary>
    public bool Enough => Won + Lost >= PartnerLevel.EnoughContests;

    /// <summary>How often the owner comes out better, with the 80 % interval; anything at all without a contest.</summary>
    public Interval Rate { get; init; } = new(new(0.5), new(0), new(1));

    /// <summary>How they compare with the owner's own level, belts and weights and all.</summary>
    public PartnerStanding Standing { get; init; } = PartnerStanding.Level;

    /// <summary>The level over all contests; null without any.</summary>
    public PartnerLevel.Whole? Level { get; init; }

    /// <summary>How many taps the owner got.</summary>
    public required int TapsByMe { get; init; }

    /// <summary>How many they got.</summary>
    public required int TapsByThem { get; init; }

    /// <summary>Reckons it.</summary>
    /// <param name="rolls">The rolls with them, oldest first.</param>
    /// <param name="judgement">The judgement of the log.</param>
    public static PartnerOutcome Of(IReadOnlyList<RollReading> rolls, Judgement judgement) => Of(rolls, Decided(rolls), judgement);

    /// <summary>The contests of some rolls that somebody won, goes of drills left out, oldest first.</summary>
    internal static List<Fought> Decided(IReadOnlyList<RollReading> rolls)
    {
        var decided = new List<Fought>();
        foreach (var roll in rolls)
            if (!roll.Against.Drill)
                foreach (var contest in roll.Contests)
                    if (contest.End != ContestEnd.Held)
                        decided.Add(new Fought(roll, contest));
        return decided;
    }

    internal static PartnerOutcome Of(IReadOnlyList<RollReading> rolls, List<Fought> decided, Judgement judgement)
    {
        var (won, byMe, byThem) = (0, 0, 0);
        foreach (var fought in decided)
            won += fought.Contest.End == ContestEnd.Won ? 1 : 0;
        foreach (var roll in rolls)
        foreach (var contest in roll.Contests)
            if (contest.Finished)
                _ = contest.Actor == Actor.Me ? byMe++ : byThem++;
        var outcome = new PartnerOutcome
        {
            Won = won,
            Lost = decided.Count - won,
            TapsByMe = byMe,
            TapsByThem = byThem,
        };
        if (decided.Count == 0)
            return outcome;
        var level = PartnerLevel.Over(decided, judgement);
        return outcome with
        {
            Rate = level.Rate,
            Level = level,
            Standing = Compared(judgement.Offset(rolls[^1].Against with { Intent = Intent.OwnGame, Drill = false }), Near),
        };
    }

    /// <summary>Easier or harder, when it is by more than so much.</summary>
    internal static PartnerStanding Compared(double logits, double near) =>
        logits > near ? PartnerStanding.Easier
        : logits < -near ? PartnerStanding.Harder
        : PartnerStanding.Level;
}
