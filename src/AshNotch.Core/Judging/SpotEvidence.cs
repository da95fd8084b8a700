using AshNotch.Core.Ground;
using AshNotch.Core.Log;
using MathNet.Numerics;

namespace AshNotch.Core.Judging;

/// <summary>How often one technique of one person was seen in a spot.</summary>
/// <param name="Actor">Who.</param>
/// <param name="Technique">The technique's id.</param>
/// <param name="Done">How often it came off.</param>
/// <param name="Stopped">How often it was stopped.</param>
/// <param name="Share">Of all that this person's moves here won (<see cref="Judgement.Swing"/>), the share that this one won, 0 to
/// 1.</param>
public sealed record TechniqueTally(Actor Actor, string Technique, int Done, int Stopped, double Share)
{
    /// <summary>How often it comes off when tried, with Wilson's 80 % interval; the partner's strength is not adjusted for.</summary>
    public Interval Rate => Rates.Wilson(Done, Done + Stopped);
}

/// <summary>One way into a spot: from another spot by somebody's move, or as a start (no spot and no technique).</summary>
public sealed record WayIn(Spot? From, Actor? Actor, string? Technique, int Count);

/// <summary>How a contest over a spot went by something, with its adjusted rate.</summary>
/// <param name="Name">What: a reason, a side, a partner level.</param>
/// <param name="Won">Contests won.</param>
/// <param name="Lost">Contests lost.</param>
public sealed record Split(string Name, int Won, int Lost);

/// <summary>
/// The level at a spot around one week: contests of the four weeks up to it, partners adjusted for, drawn toward the whole
/// log's level (a plain windowed posterior: normal prior, sd 0.6, logistic likelihood, Laplace's approximation).
/// </summary>
/// <param name="Week">The Monday.</param>
/// <param name="Won">Contests won in that week alone.</param>
/// <param name="Lost">Contests lost in it.</param>
/// <param name="Rate">Against a peer, with the 80 % band.</param>
public sealed record WeekLevel(DateOnly Week, int Won, int Lost, Interval Rate);

/// <summary>Everything the log says of one spot.</summary>
public sealed record SpotEvidence
{
    private const int Window = 4;
    private static readonly string[] Standings = ["below", "level", "above"];
    private const double WeekSd = 0.6;

    /// <summary>What they do here, most costly first.</summary>
    public required IReadOnlyList<TechniqueTally> Theirs { get; init; }

    /// <summary>What the owner does here, most earned first.</summary>
    public required IReadOnlyList<TechniqueTally> Mine { get; init; }

    /// <summary>Tries that were stopped.</summary>
    public required int Held { get; init; }

    /// <summary>Contests half remembered.</summary>
    public required int Unsure { get; init; }

    /// <summary>How the owner comes here, most often first.</summary>
    public required IReadOnlyList<WayIn> WaysIn { get; init; }

    /// <summary>Reasons noted with contests lost or tries stopped, most often first; won ones beside.</summary>
    public required IReadOnlyList<Split> Reasons { get; init; }

    /// <summary>By side.</summary>
    public required IReadOnlyList<Split> Sides { get; init; }

    /// <summary>By partner: a belt or more below, about level, a belt or more above.</summary>
    public required IReadOnlyList<Split> Partners { get; init; }

    /// <summary>Week by week.</summary>
    public required IReadOnlyList<WeekLevel> Weeks { get; init; }

    /// <summary>Gathers it.</summary>
    /// <param name="readings">The part of the log that was judged, oldest first.</param>
    /// <param name="spot">The spot.</param>
    /// <param name="judgement">The judgement of that part.</param>
    /// <param name="ground">The ground with the owner's additions.</param>
    public static SpotEvidence Of(IReadOnlyList<RollReading> readings, Spot spot, Judgement judgement, GroundMap ground)
    {
        var here = ReadingList.Of(readings).At(spot);
        var decided = here.Where(h => h.Contest.End != ContestEnd.Held).ToList();
        var techniques = TechniquesOf(spot, judgement);
        return new SpotEvidence
        {
            Theirs = [.. techniques.Where(t => t.Actor == Actor.Them)],
            Mine = [.. techniques.Where(t => t.Actor == Actor.Me)],
            Held = here.Count - decided.Count,
            Unsure = here.Count(h => !h.Contest.Sure),
            WaysIn = WaysInto(spot, readings),
            Reasons = Splits(here.SelectMany(h => h.Contest.Reasons.Select(reason => (reason, h.Contest)))),
            Sides = Splits(decided.Where(d => d.Contest.Side is not null).Select(d => (Word.Of(d.Contest.Side!.Value), d.Contest))),
            Partners =
            [
                .. from name in Standings
                let part = decided.Where(d => Standing(d.Reading.Against, judgement.OwnRung) == name).ToList()
                where part.Count > 0
                select new Split(name, part.Count(p => p.Contest.End == ContestEnd.Won), part.Count(p => p.Contest.End == ContestEnd.Lost)),
            ],
            Weeks = WeeksOf(ground.Usual.IndexOf(spot), decided, judgement),
        };
    }

    /// <summary>Techniques tried in a spot; those on which most hung first.</summary>
    public static IReadOnlyList<TechniqueTally> TechniquesOf(Spot spot, Judgement judgement)
    {
        var groups = judgement
            .MovesAt(spot)
            .Where(m => m.Key.Technique is not null)
            .GroupBy(m => (m.Key.Actor, m.Key.Technique))
            .Select(g =>
                (
                    g.Key.Actor,
                    g.Key.Technique,
                    Done: g.Where(m => m.Key.End != ContestEnd.Held).Sum(m => m.Value),
                    Stopped: g.Where(m => m.Key.End == ContestEnd.Held).Sum(m => m.Value),
                    Moved: g.Sum(m => m.Value * judgement.Swing(m.Key))
                )
            )
            .ToList();
        var all = groups.GroupBy(g => g.Actor).ToDictionary(g => g.Key, g => g.Sum(t => t.Moved));
        return
        [
            .. groups
                .OrderByDescending(g => g.Moved)
                .ThenByDescending(g => g.Done + g.Stopped)
                .ThenBy(g => g.Technique, StringComparer.Ordinal)
                .Select(g => new TechniqueTally(g.Actor, g.Technique!, g.Done, g.Stopped, all[g.Actor] > 0 ? g.Moved / all[g.Actor] : 0)),
        ];
    }

    /// <summary>
    /// Where a partner stands beside the owner: <c>below</c> or <c>above</c> by a belt or more, else <c>level</c>; null when not known.
    /// </summary>
    public static string? Standing(Against against, double ownRung) =>
        against.Rung is not { } rung ? null
        : rung - ownRung >= 1 ? "above"
        : ownRung - rung >= 1 ? "below"
        : "level";

    private static IReadOnlyList<WayIn> WaysInto(Spot spot, IReadOnlyList<RollReading> readings)
    {
        var ways = ReadingList
            .Of(readings)
            .Into(spot)
            .Select(f => f.Contest)
            .GroupBy(c => (c.Spot, c.Actor, c.Technique))
            .Select(g => new WayIn(g.Key.Spot, g.Key.Actor, g.Key.Technique, g.Count()));
        var starts = readings.Sum(r => r.Starts.Count(s => s == spot));
        return
        [
            .. (starts > 0 ? ways.Append(new WayIn(null, null, null, starts)) : ways)
                .OrderByDescending(w => w.Count)
                .ThenBy(w => w.From?.ToString(), StringComparer.Ordinal)
                .ThenBy(w => w.Technique, StringComparer.Ordinal),
        ];
    }

    private static IReadOnlyList<Split> Splits(IEnumerable<(string Name, Contest Contest)> parts) =>
        [
            .. parts
                .GroupBy(p => p.Name)
                .Select(g => new Split(g.Key, g.Count(p => Good(p.Contest)), g.Count(p => !Good(p.Contest))))
                .OrderByDescending(s => s.Lost)
                .ThenByDescending(s => s.Won)
                .ThenBy(s => s.Name, StringComparer.Ordinal),
        ];

    /// <summary>Whether it went the owner's way: won, or the partner's try was stopped.</summary>
    internal static bool Good(Contest contest) =>
        contest.End == ContestEnd.Won || (contest.End == ContestEnd.Held && contest.Actor == Actor.Them);

    private static IReadOnlyList<WeekLevel> WeeksOf(int spot, List<Fought> decided, Judgement judgement)
    {
        if (decided.Count == 0 || spot < 0)
            return [];
        var byWeek = decided.ToLookup(d => Rings.Monday(d.Reading.Date));
        var (first, last) = (byWeek.Min(w => w.Key), byWeek.Max(w => w.Key));
        return
        [
            .. Enumerable
                .Range(0, ((last.DayNumber - first.DayNumber) / 7) + 1)
                .Select(i => first.AddDays(7 * i))
                .Select(week =>
                {
                    var window = Enumerable
                        .Range(0, Window)
                        .SelectMany(back => byWeek[week.AddDays(-7 * back)])
                        .Select(d => (Won: d.Contest.End == ContestEnd.Won, Offset: judgement.Offset(d.Reading.Against)))
                        .ToList();
                    return new WeekLevel(
                        week,
                        byWeek[week].Count(d => d.Contest.End == ContestEnd.Won),
                        byWeek[week].Count(d => d.Contest.End == ContestEnd.Lost),
                        Level(judgement.Levels.Alpha(spot), window)
                    );
                }),
        ];
    }

    private static Interval Level(double prior, List<(bool Won, double Offset)> window)
    {
        var rows = new LogisticRows();
        foreach (var (won, offset) in window)
            rows.Add(won ? 1 : 0, 1, offset, group: -1, dispersed: false, (0, 1));
        var fit = new LogisticMap(rows, [(prior, 1 / (WeekSd * WeekSd))]).Fit();
        return Interval.OfLogit(fit.Mode[0], Math.Sqrt(fit.Variance((0, 1))));
    }
}
