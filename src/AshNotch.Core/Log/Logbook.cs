using AshNotch.Core.Ground;
using AshNotch.Core.Scoring;

namespace AshNotch.Core.Log;

/// <summary>
/// Everything one practitioner has written down. Members that may be null are things a memory may lack: null means
/// "not said", which is kept apart from an empty text or list so that a file comes back as it went in.
/// </summary>
public sealed record Logbook
{
    /// <summary>The owner.</summary>
    public required Athlete Athlete { get; init; }

    /// <summary>The people rolled with.</summary>
    public IReadOnlyList<Partner> Partners { get; init; } = [];

    /// <summary>The visits to the mat.</summary>
    public IReadOnlyList<Session> Sessions { get; init; } = [];

    /// <summary>How the owner rated the parts of their game, oldest first.</summary>
    public IReadOnlyList<SelfRating> SelfRatings { get; init; } = [];

    /// <summary>Drill blocks, in the order in which they were made.</summary>
    public IReadOnlyList<Block> Blocks { get; init; } = [];

    /// <summary>Sore or hurt parts of the body.</summary>
    public IReadOnlyList<Niggle> Niggles { get; init; } = [];

    /// <summary>Rule sets of the owner's own.</summary>
    public IReadOnlyList<RuleSet> Rulesets { get; init; } = [];

    /// <summary>Ways of the owner's own to set the round clock.</summary>
    public IReadOnlyList<ClockPreset> Clocks { get; init; } = [];

    /// <summary>What the owner added to the ground.</summary>
    public PersonalWords Vocabulary { get; init; } = PersonalWords.None;
}

/// <summary>The owner's own rating of one part of the game on one day.</summary>
/// <param name="Date">The day.</param>
/// <param name="Part">A part's id, of those the product names.</param>
/// <param name="Score">0 to 10.</param>
public sealed record SelfRating(DateOnly Date, string Part, double Score);

/// <summary>The owner of the log.</summary>
public record Athlete
{
    /// <summary>The name, never empty.</summary>
    public required string Name { get; init; }

    /// <summary>The present belt.</summary>
    public required BeltColour Belt { get; init; }

    /// <summary>Stripes on it.</summary>
    public int? Stripes { get; init; }

    /// <summary>Own weight.</summary>
    public Kilograms? WeightKg { get; init; }

    /// <summary>The units to show weights in.</summary>
    public Units? Units { get; init; }

    /// <summary>What a roll is worth to somebody who has not said.</summary>
    public const Objective UsualObjective = Log.Objective.Submissions;

    /// <summary>How somebody trains who has not said.</summary>
    public const TrainingStyle UsualStyle = Log.TrainingStyle.RepetitionsAndPositional;

    /// <summary>What a roll is worth to the owner; <see cref="UsualObjective"/> when not said.</summary>
    public Objective? Objective { get; init; }

    /// <summary>How the owner likes to train.</summary>
    public TrainingStyle? TrainingStyle { get; init; }

    /// <summary>The stronger side.</summary>
    public Side? DominantSide { get; init; }

    /// <summary>The table of weight classes; asked for nothing else.</summary>
    public Sex? Sex { get; init; }
}

/// <summary>Somebody to roll with, as they are now; a roll keeps what they were that day.</summary>
public record Partner
{
    /// <summary>The id, unique among partners.</summary>
    public required string Id { get; init; }

    /// <summary>The name, never empty.</summary>
    public required string Name { get; init; }

    /// <summary>The present belt; null when not known.</summary>
    public BeltColour? Belt { get; init; }

    /// <summary>Stripes on it.</summary>
    public int? Stripes { get; init; }

    /// <summary>The present weight.</summary>
    public Kilograms? WeightKg { get; init; }

    /// <summary>Short remarks such as "long legs".</summary>
    public IReadOnlyList<string>? Traits { get; init; }

    /// <summary>Free notes.</summary>
    public string? Notes { get; init; }

    /// <summary>True when the owner deleted them, and they are only kept because rolls with them are.</summary>
    public bool? Deleted { get; init; }
}

/// <summary>One visit to the mat.</summary>
public record Session
{
    /// <summary>The id, unique among sessions.</summary>
    public required string Id { get; init; }

    /// <summary>The day.</summary>
    public required DateOnly Date { get; init; }

    /// <summary>When it began.</summary>
    public TimeOnly? StartTime { get; init; }

    /// <summary>What kind of visit.</summary>
    public required SessionKind Kind { get; init; }

    /// <summary>With or without the jacket.</summary>
    public required Attire Attire { get; init; }

    /// <summary>Minutes on the mat, 0 to 1440.</summary>
    public double? Minutes { get; init; }

    /// <summary>How hard it felt as a whole, 0 to 10.</summary>
    public double? Effort { get; init; }

    /// <summary>The aim before class.</summary>
    public string? Aim { get; init; }

    /// <summary>Free notes.</summary>
    public string? Notes { get; init; }

    /// <summary>For a day of matches: what is known of it.</summary>
    public MatchDay? Event { get; init; }

    /// <summary>Techniques' ids that were taught.</summary>
    public IReadOnlyList<string>? Taught { get; init; }

    /// <summary>The rounds, in the order in which they are kept.</summary>
    public IReadOnlyList<Roll> Rolls { get; init; } = [];
}

/// <summary>One round with one partner.</summary>
public record Roll
{
    /// <summary>The id, unique within its session.</summary>
    public required string Id { get; init; }

    /// <summary>Which round of the session it was, from 1.</summary>
    public int? Order { get; init; }

    /// <summary>What kind of round.</summary>
    public RollKind? Kind { get; init; }

    /// <summary>The partner's id; null when nobody remembers who it was.</summary>
    public string? PartnerId { get; init; }

    /// <summary>The partner's belt that day.</summary>
    public BeltColour? PartnerBelt { get; init; }

    /// <summary>The partner's stripes that day.</summary>
    public int? PartnerStripes { get; init; }

    /// <summary>The partner's weight that day.</summary>
    public Kilograms? PartnerWeightKg { get; init; }

    /// <summary>This roll with what it does not say of the partner's belt and weight that day taken from their own sheet.</summary>
    public Roll Knowing(Partner? partner) =>
        partner is null
            ? this
            : this with
            {
                PartnerBelt = PartnerBelt ?? partner.Belt,
                PartnerStripes = PartnerBelt is null ? partner.Stripes : PartnerStripes,
                PartnerWeightKg = PartnerWeightKg ?? partner.WeightKg,
            };

    /// <summary>Minutes, 0 to 240.</summary>
    public double? Minutes { get; init; }

    /// <summary>How hard.</summary>
    public Intensity? Intensity { get; init; }

    /// <summary>What for.</summary>
    public Intent? Intent { get; init; }

    /// <summary>The rule set of a match: its id, or a name that no rule set has.</summary>
    public string? Ruleset { get; init; }

    /// <summary>Seconds that a match was to last, above 0 and at most 7200; null for what the rule set says.</summary>
    public double? Length { get; init; }

    /// <summary>How a match ended, as announced.</summary>
    public ToldResult? Result { get; init; }

    /// <summary>The penalties of a match.</summary>
    public IReadOnlyList<ToldPenalty>? Penalties { get; init; }

    /// <summary>The account in the owner's own words, as it was told.</summary>
    public string? Told { get; init; }

    /// <summary>Free notes.</summary>
    public string? Notes { get; init; }

    /// <summary>Lessons kept.</summary>
    public IReadOnlyList<string>? Takeaways { get; init; }

    /// <summary>For a positional round of a drill block: its goes.</summary>
    public Goes? Goes { get; init; }

    /// <summary>The film or recording of it, which stays on the owner's device.</summary>
    public VideoFile? Video { get; init; }

    /// <summary>What its owner set right of the words it was told in; the reader learns from it.</summary>
    public IReadOnlyList<Correction>? Corrections { get; init; }

    /// <summary>The exchanges, in order.</summary>
    public IReadOnlyList<Exchange> Exchanges { get; init; } = [];
}

/// <summary>From a start to a tap, a reset, a stoppage or the bell.</summary>
public sealed record Exchange
{
    /// <summary>Where it began.</summary>
    public Spot? Start { get; init; }

    /// <summary>What happened, in order.</summary>
    public IReadOnlyList<Moment> Moments { get; init; } = [];

    /// <summary>How it ended; null when not known, or while it is still being written.</summary>
    public ExchangeEnd? End { get; init; }
}

/// <summary>How an exchange ended.</summary>
public sealed record ExchangeEnd
{
    /// <summary>The kind of end.</summary>
    public required EndKind Kind { get; init; }

    /// <summary>With a tap: who got it.</summary>
    public Actor? By { get; init; }

    /// <summary>With a tap: by what, if known.</summary>
    public string? Technique { get; init; }

    /// <summary>Seconds since the start of the roll, 0 to 86400.</summary>
    public double? Clock { get; init; }
}

/// <summary>One thing that somebody did or tried.</summary>
public sealed record Moment
{
    /// <summary>Who.</summary>
    public required Actor Actor { get; init; }

    /// <summary>A technique's id.</summary>
    public required string Technique { get; init; }

    /// <summary>What became of it.</summary>
    public required Outcome Outcome { get; init; }

    /// <summary>On which side of the owner's body or game.</summary>
    public Side? Side { get; init; }

    /// <summary>Seconds since the start of the roll, 0 to 86400.</summary>
    public double? Clock { get; init; }

    /// <summary>Where the owner was.</summary>
    public Spot? From { get; init; }

    /// <summary>Where the owner ended up.</summary>
    public Spot? To { get; init; }

    /// <summary>Why; ids of <see cref="Reason.Offered"/> or the owner's own words.</summary>
    public IReadOnlyList<string>? Reasons { get; init; }

    /// <summary>Free note.</summary>
    public string? Note { get; init; }

    /// <summary>What should have been done.</summary>
    public string? Better { get; init; }

    /// <summary>In a match: how long what it reached was kept.</summary>
    public Hold? Held { get; init; }

    /// <summary>In a match: whether a try that was stopped all but came off.</summary>
    public bool? Near { get; init; }

    /// <summary>False when half remembered; null counts as sure.</summary>
    public bool? Sure { get; init; }
}
