using AshNotch.Core.Ground;
using AshNotch.Core.Log;

namespace AshNotch.Core.Judging;

/// <summary>How often one technique of one person was seen in a spot.</summary>
/// <param name="Actor">Who.</param>
/// <param name="Technique">The technique's id.</param>
/// <param name="Done">How often it came off.</param>
/// <param name="Stopped">How often it was stopped.</param>
public sealed record TechniqueTally(Actor Actor, string Technique, int Done, int Stopped);

/// <summary>The counts of one spot over a log.</summary>
public sealed record SpotTally
{
    /// <summary>The owner's spot.</summary>
    public required Spot Spot { get; init; }

    /// <summary>How often the owner was told to be in it.</summary>
    public int Visits { get; init; }

    /// <summary>Every contest over it, held ones too, in order.</summary>
    public required IReadOnlyList<Contest> Contests
    {
        get;
        init
        {
            field = value;
            Won = value.Count(c => c.End == ContestEnd.Won);
            Lost = value.Count(c => c.End == ContestEnd.Lost);
        }
    }

    /// <summary>Contests won.</summary>
    public int Won { get; private init; }

    /// <summary>Contests lost.</summary>
    public int Lost { get; private init; }

    /// <summary>What each person tried here, most seen first.</summary>
    public IEnumerable<TechniqueTally> Techniques() =>
        from contest in Contests
        where contest.Technique is not null
        group contest by (contest.Actor, contest.Technique) into one
        let done = one.Count(c => c.End != ContestEnd.Held)
        orderby done descending, one.Count() descending, one.Key.Technique
        select new TechniqueTally(one.Key.Actor, one.Key.Technique, done, one.Count() - done);
}

/// <summary>The counts of a whole log.</summary>
/// <param name="Rolls">Rolls that entered.</param>
/// <param name="Moments">Moments in them.</param>
/// <param name="Spots">Every spot that was visited or fought over, in the order of first sight.</param>
public sealed record LogTally(int Rolls, int Moments, IReadOnlyList<SpotTally> Spots)
{
    /// <summary>
    /// Counts a log. Rolls in which the owner let the partner work are left out: what happens in them says nothing about a
    /// weakness.
    /// </summary>
    /// <param name="rolls">The rolls, each with its session's id.</param>
    /// <param name="ground">The ground with the owner's additions.</param>
    /// <param name="objective">What results are counted under.</param>
    public static LogTally Of(IEnumerable<(string Session, Roll Roll)> rolls, GroundMap ground, Objective objective)
    {
        int rollCount = 0, momentCount = 0;
        var visits = new Dictionary<Spot, int>();
        var contests = new Dictionary<Spot, List<Contest>>();
        foreach (var (session, roll) in rolls.Where(r => r.Roll.Intent != Intent.LetWork))
        {
            rollCount++;
            momentCount += roll.Exchanges.Sum(e => e.Moments.Count);
            for (var i = 0; i < roll.Exchanges.Count; i++)
            {
                var reading = ContestReader.Read(roll.Exchanges[i], i, session, roll.Id, ground, objective);
                foreach (var spot in reading.Visits)
                    visits[spot] = visits.GetValueOrDefault(spot) + 1;
                foreach (var contest in reading.Contests)
                {
                    if (!contests.TryGetValue(contest.Spot, out var list))
                        contests[contest.Spot] = list = [];
                    list.Add(contest);
                }
            }
        }

        return new LogTally(rollCount, momentCount, [.. visits.Keys.Select(spot => new SpotTally
        {
            Spot = spot,
            Visits = visits[spot],
            Contests = contests.GetValueOrDefault(spot, []),
        })]);
    }
}
