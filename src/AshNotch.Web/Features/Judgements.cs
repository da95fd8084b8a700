using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Log;
using AshNotch.Store;

namespace AshNotch.Web.Features;

/// <summary>What a judgement is asked under.</summary>
public sealed record JudgementAsked(Objective Objective, Attire? Attire, DateOnly? From, DateOnly? To, BeltColour? Peer);

/// <summary>A judgement and the part of the log it rests on.</summary>
public sealed class Judged(Judgement judgement, Func<IReadOnlyList<RollReading>> readings, GroundMap ground, Objective objective)
{
    private readonly Lazy<IReadOnlyList<RollReading>> readings = new(readings);

    public Judgement Judgement => judgement;

    public GroundMap Ground => ground;

    public Objective Objective => objective;

    /// <summary>Roll by roll, oldest first; read only when moments are asked for.</summary>
    public IReadOnlyList<RollReading> Readings => readings.Value;
}

/// <summary>The latest judgements, kept until the log changes.</summary>
public sealed class Judgements(Database database, Readings readings, Tallies tallies, Athletes athletes, OwnGround ground)
{
    private const int MostKept = 24;
    private readonly Lock judging = new();
    private readonly Dictionary<JudgementAsked, Judged> kept = [];
    private Lazy<IReadOnlyList<RollReading>> log = new(() => []);
    private long change = -1;

    /// <summary>The judgement of a part of the log.</summary>
    public Judged Of(JudgementAsked asked)
    {
        lock (judging)
        {
            var now = database.JudgedChange;
            if (now != change)
            {
                kept.Clear();
                log = new Lazy<IReadOnlyList<RollReading>>(readings.All);
                change = now;
            }

            if (kept.TryGetValue(asked, out var judged))
                return judged;
            if (kept.Count >= MostKept)
                kept.Clear();
            var (map, all) = (ground.Map, log);
            if (asked is { Attire: null, From: null, To: null })
                return kept[asked] = Judge(tallies.Counts(map.Usual), () => all.Value, map, asked);
            IReadOnlyList<RollReading> part = [.. all.Value.Where(r => In(r, asked))];
            return kept[asked] = Judge(LogCounts.Of(part, map.Usual), () => part, map, asked);
        }
    }

    private Judged Judge(LogCounts counts, Func<IReadOnlyList<RollReading>> part, GroundMap map, JudgementAsked asked) =>
        new(new Judgement(map, counts, Standpoint.Owner(OwnerOr(athletes.Get()?.Value), asked.Objective, asked.Peer)), part, map, asked.Objective);

    /// <summary>Judges readings of whoever they belong to; somebody unknown is taken for a white belt.</summary>
    public static Judged Judge(IReadOnlyList<RollReading> part, Athlete? athlete, GroundMap ground, Objective objective, BeltColour? peer)
    {
        var counts = LogCounts.Of(part, ground.Usual);
        return new Judged(new Judgement(ground, counts, Standpoint.Owner(OwnerOr(athlete), objective, peer)), () => part, ground, objective);
    }

    internal static Athlete OwnerOr(Athlete? athlete) => athlete ?? new Athlete { Name = "nobody yet", Belt = BeltColour.White };

    /// <summary>What is believed of the owner before any roll is seen.</summary>
    public Judgement Anybody(Objective objective) => Judge([], athletes.Get()?.Value, ground.Map, objective, null).Judgement;

    private static bool In(RollReading reading, JudgementAsked asked) =>
        (asked.Attire is null || reading.Attire == asked.Attire)
        && (asked.From is null || reading.Date >= asked.From)
        && (asked.To is null || reading.Date <= asked.To);
}
