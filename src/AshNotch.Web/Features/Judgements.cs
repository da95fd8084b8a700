using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Log;
using AshNotch.Store;

namespace AshNotch.Web.Features;

/// <summary>What a judgement is asked under.</summary>
public sealed record JudgementAsked(Objective Objective, Attire? Attire, DateOnly? From, DateOnly? To, BeltColour? Peer);

/// <summary>A judgement and the part of the log it rests on, oldest roll first.</summary>
public sealed record Judged(Judgement Judgement, IReadOnlyList<RollReading> Readings, GroundMap Ground, Objective Objective);

/// <summary>The latest judgements, kept until the log changes.</summary>
public sealed class Judgements(Database database, Readings readings, Athletes athletes, OwnGround ground)
{
    private const int MostKept = 24;
    private readonly Lock judging = new();
    private readonly Dictionary<JudgementAsked, Judged> kept = [];
    private IReadOnlyList<RollReading> log = [];
    private long change = -1;

    /// <summary>The judgement of a part of the log.</summary>
    public Judged Of(JudgementAsked asked)
    {
        lock (judging)
        {
            var now = database.Change;
            if (now != change)
            {
                kept.Clear();
                log = readings.All();
                change = now;
            }

            if (kept.TryGetValue(asked, out var judged))
                return judged;
            if (kept.Count >= MostKept)
                kept.Clear();
            var part = asked is { Attire: null, From: null, To: null } ? log : [.. log.Where(r => In(r, asked))];
            return kept[asked] = Judge(part, athletes.Get()?.Value, ground.Map, asked.Objective, asked.Peer);
        }
    }

    /// <summary>Judges readings of whoever they belong to; somebody unknown is taken for a white belt.</summary>
    public static Judged Judge(IReadOnlyList<RollReading> part, Athlete? athlete, GroundMap ground, Objective objective, BeltColour? peer)
    {
        var owner = athlete ?? new Athlete { Name = "nobody yet", Belt = BeltColour.White };
        var counts = LogCounts.Of(part, ground.Usual);
        return new Judged(new Judgement(ground, counts, Standpoint.Owner(owner, objective, peer)), part, ground, objective);
    }

    /// <summary>What is believed of the owner before any roll is seen.</summary>
    public Judgement Anybody(Objective objective) => Judge([], athletes.Get()?.Value, ground.Map, objective, null).Judgement;

    private static bool In(RollReading reading, JudgementAsked asked) =>
        (asked.Attire is null || reading.Attire == asked.Attire)
        && (asked.From is null || reading.Date >= asked.From)
        && (asked.To is null || reading.Date <= asked.To);
}
