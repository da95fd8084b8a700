using AshNotch.Core.Ground;
using AshNotch.Core.Log;

namespace AshNotch.Core.Judging.Patterns;

/// <summary>Something that happened for the first time in the log.</summary>
/// <param name="Caught">True for the first tap to a submission, false for the first success of an own move.</param>
/// <param name="Technique">The technique.</param>
/// <param name="Date">The day.</param>
/// <param name="Moment">The moment.</param>
public sealed record First(bool Caught, string Technique, DateOnly Date, Contest Moment);

/// <summary>A technique that was taught and has not been seen in a roll since.</summary>
/// <param name="Technique">The technique.</param>
/// <param name="Date">When it was last taught.</param>
/// <param name="Session">The id of that session.</param>
/// <param name="RollsSince">Rolls told since then.</param>
public sealed record Untried(string Technique, DateOnly Date, string Session, int RollsSince);

/// <summary>What a session taught.</summary>
/// <param name="Session">The session's id.</param>
/// <param name="Date">The day.</param>
/// <param name="Attire">With or without the jacket.</param>
/// <param name="Techniques">The techniques' ids.</param>
public sealed record Lesson(string Session, DateOnly Date, Attire Attire, IReadOnlyList<string> Techniques);

/// <summary>
/// Firsts, and what was taught and not tried. A log's own beginning is no news: a first counts from the fifth week on. What
/// was taught counts as untried once two weeks and eight rolls have passed.
/// </summary>
public static class Firsts
{
    private const int DaysOfBeginning = 28;
    private const int DaysToTry = 14;
    private const int RollsToTry = 8;

    /// <summary>Firsts, latest first.</summary>
    /// <param name="readings">The log, oldest first.</param>
    public static IReadOnlyList<First> Of(IReadOnlyList<RollReading> readings)
    {
        if (readings.Count == 0)
            return [];
        var begins = readings[0].Date.AddDays(DaysOfBeginning);
        var (done, caught) = (new HashSet<string>(IdHash.Comparer), new HashSet<string>(IdHash.Comparer));
        var firsts = new List<First>();
        foreach (var reading in readings)
        foreach (var contest in reading.Contests)
        {
            var theirs = contest.Actor == Actor.Them;
            if (contest is not { End: not ContestEnd.Held, Technique: { } technique } || (theirs && !contest.Finished))
                continue;
            if ((theirs ? caught : done).Add(technique) && reading.Date >= begins)
                firsts.Add(new First(theirs, technique, reading.Date, contest));
        }

        firsts.Reverse();
        return firsts;
    }

    /// <summary>Taught, not tried; longest ago first.</summary>
    /// <param name="readings">The log, oldest first.</param>
    /// <param name="lessons">What was taught, in any order.</param>
    public static IReadOnlyList<Untried> Untried(IReadOnlyList<RollReading> readings, IEnumerable<Lesson> lessons)
    {
        var now = readings.Count == 0 ? DateOnly.MinValue : readings[^1].Date;
        var lastTried = new Dictionary<string, DateOnly>(IdHash.Comparer);
        foreach (var reading in readings)
        foreach (var contest in reading.Contests)
            if (contest is { Actor: Actor.Me, Technique: { } tried })
                lastTried[tried] = reading.Date;
        return
        [
            .. from lesson in lessons
            from technique in lesson.Techniques.Distinct()
            group lesson by technique into one
            let last = one.MaxBy(l => l.Date)!
            where now.DayNumber - last.Date.DayNumber >= DaysToTry
            where !lastTried.TryGetValue(one.Key, out var tried) || tried < last.Date
            let since = readings.Count(r => r.Date >= last.Date)
            where since >= RollsToTry
            orderby last.Date, one.Key
            select new Untried(one.Key, last.Date, last.Session, since),
        ];
    }
}
