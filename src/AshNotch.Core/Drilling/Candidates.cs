using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Judging.Patterns;
using AshNotch.Core.Load;
using AshNotch.Core.Log;
using AshNotch.Core.Telling;

namespace AshNotch.Core.Drilling;

/// <summary>Something that could be a block's focus.</summary>
public sealed record Candidate
{
    /// <summary>The focus it would make; its id is <c>position:role:purpose</c>.</summary>
    public required Focus Focus { get; init; }

    /// <summary>Its place in the list of soft spots or levers, with the worth.</summary>
    public required RankedSpot Ranked { get; init; }

    /// <summary>The technique's count in that spot; null when none stands out.</summary>
    public TechniqueTally? Technique { get; init; }

    /// <summary>How often the reason was noted with what went wrong.</summary>
    public int ReasonCount { get; init; }

    /// <summary>How it went on the left, of how many.</summary>
    public SideTally Left { get; init; }

    /// <summary>The same on the right.</summary>
    public SideTally Right { get; init; }

    /// <summary>The takeaway that the cue is from, if it is the owner's own.</summary>
    public Takeaway? CueFrom { get; init; }

    /// <summary>How long until a change would show.</summary>
    public required Patience Patience { get; init; }

    /// <summary>Cautions that stand beside it.</summary>
    public required IReadOnlyList<Caution> Cautions { get; init; }

    /// <summary>Present niggles that it would load.</summary>
    public required IReadOnlyList<Niggle> Niggles { get; init; }

    /// <summary>Contests over the spot, latest first.</summary>
    public required IReadOnlyList<Contest> Moments { get; init; }
}

/// <summary>
/// What could be trained, from the judgement's two lists: the first soft spots, to plug, and the first levers, to sharpen. Each
/// is resolved to what is drilled: the technique of theirs on which most hung there, or the own technique on which most hung;
/// the reason noted most with it; the side that is thin. Nothing is chosen here: that is the owner's call.
/// </summary>
public static class Candidates
{
    private const int Each = 3;
    private const int WindowDays = 56;
    private const int GoesAWeek = 20;
    private const double WeakSide = 0.75;
    private const int LeastSides = 4;

    /// <summary>Finds them: soft spots first, then levers, each best first.</summary>
    /// <param name="readings">The log, oldest first.</param>
    /// <param name="judgement">The judgement of it.</param>
    /// <param name="ground">The ground with the owner's additions.</param>
    /// <param name="takeaways">The owner's takeaways, oldest first.</param>
    /// <param name="reader">Finds what a sentence names.</param>
    /// <param name="niggles">The owner's niggles.</param>
    /// <param name="today">The day.</param>
    public static IReadOnlyList<Candidate> Of(
        IReadOnlyList<RollReading> readings,
        Judgement judgement,
        GroundMap ground,
        IReadOnlyList<Takeaway> takeaways,
        AccountReader reader,
        IReadOnlyList<Niggle> niggles,
        DateOnly today
    )
    {
        var chosen = judgement
            .SoftSpots.Take(Each)
            .Select(r => (Ranked: r, Purpose: Purpose.Plug))
            .Concat(judgement.Levers.Take(Each).Select(r => (Ranked: r, Purpose: Purpose.Sharpen)));
        return
        [
            .. chosen
                .AsParallel()
                .AsOrdered()
                .Select(c => Resolve(c.Ranked, c.Purpose, readings, judgement, ground, takeaways, reader, niggles, today)),
        ];
    }

    /// <summary>One spot as a candidate; null when there were no contests over it.</summary>
    /// <inheritdoc cref="Of"/>
    public static Candidate? At(
        Spot spot,
        Purpose purpose,
        IReadOnlyList<RollReading> readings,
        Judgement judgement,
        GroundMap ground,
        IReadOnlyList<Takeaway> takeaways,
        AccountReader reader,
        IReadOnlyList<Niggle> niggles,
        DateOnly today
    ) =>
        (purpose == Purpose.Plug ? judgement.SoftSpots : judgement.Levers).FirstOrDefault(r => r.Spot == spot) is { } ranked
            ? Resolve(ranked, purpose, readings, judgement, ground, takeaways, reader, niggles, today)
            : null;

    private static Candidate Resolve(
        RankedSpot ranked,
        Purpose purpose,
        IReadOnlyList<RollReading> readings,
        Judgement judgement,
        GroundMap ground,
        IReadOnlyList<Takeaway> takeaways,
        AccountReader reader,
        IReadOnlyList<Niggle> niggles,
        DateOnly today
    )
    {
        var spot = ranked.Spot;
        var actor = purpose == Purpose.Plug ? Actor.Them : Actor.Me;
        var technique = SpotEvidence
            .TechniquesOf(spot, judgement)
            .Where(t => t.Actor == actor && t.Share > 0 && Drillable(t.Technique))
            .FirstOrDefault();
        var there = ReadingList.Of(readings).At(spot);
        List<Contest> here = [.. there.Select(f => f.Contest)];
        var about = here.Where(c => technique is null || c.Technique == technique.Technique || c.Technique is null).ToList();
        var reason = about
            .Where(c => !SpotEvidence.Good(c))
            .SelectMany(c => c.Reasons)
            .GroupBy(r => r)
            .OrderByDescending(g => g.Count())
            .ThenBy(g => g.Key, StringComparer.Ordinal)
            .FirstOrDefault();
        var (left, right) = (Tally(about, Side.Left), Tally(about, Side.Right));
        var cue = Cues.For(spot.Position, technique?.Technique, reason?.Key, takeaways, reader);
        var focus = new Focus
        {
            Id = $"{spot}:{Word.Of(purpose)}",
            Spot = spot,
            Purpose = purpose,
            Technique = technique?.Technique,
            Reason = reason?.Key,
            ThinSide = ThinSide(left, right),
            Cue = cue?.Text,
            StartLevel = new StartLevel(ranked.Rate.Rate, ranked.Rate.Low, ranked.Rate.High, ranked.Won, ranked.Lost),
            Hoped = Math.Round(judgement.Hoped(spot, purpose == Purpose.Plug), 2),
            Ladder = Ladder.Of(spot, readings, judgement, ground),
        };
        var drilled = technique is null ? [] : new[] { ground.Technique(technique.Technique)! };
        var weeks = WeeksOf(readings);
        var since = readings.Count > 0 ? readings[^1].Date.AddDays(-WindowDays) : DateOnly.MinValue;
        var recent = there.Count(f => !f.Reading.Against.Drill && f.Reading.Date > since && f.Contest.End != ContestEnd.Held);
        return new Candidate
        {
            Focus = focus,
            Ranked = ranked,
            Technique = technique,
            ReasonCount = reason?.Count() ?? 0,
            Left = left,
            Right = right,
            CueFrom = cue?.From,
            Patience = TimeToTell.Of(
                ranked.Won + ranked.Lost,
                recent / weeks,
                ranked.Rate.Rate,
                GoesAWeek,
                Math.Max(Verdicts.UsualHope, focus.Hoped.Value)
            ),
            Cautions = Cautions.Beside(drilled, spot, ground),
            Niggles = BodyLoads.Loaded(Asked(spot, actor, drilled), niggles, today),
            Moments = [.. here.AsEnumerable().Reverse()],
        };
    }

    /// <summary>What a drill asks of the owner's body.</summary>
    internal static IEnumerable<BodyPart> Asked(Spot spot, Actor actor, IEnumerable<Technique> techniques) =>
        BodyLoads.In(spot).Concat(techniques.SelectMany(t => actor == Actor.Me ? BodyLoads.Does(t) : BodyLoads.Takes(t)));

    /// <summary>Techniques that are names for not knowing cannot be drilled.</summary>
    internal static bool Drillable(string technique) =>
        technique is not ("pass" or "sweep" or "escape" or "takedown" or "back-take" or "choke" or "submission" or "reversal");

    private static double WeeksOf(IReadOnlyList<RollReading> readings) =>
        readings.Count == 0 ? 1 : Math.Clamp((readings[^1].Date.DayNumber - readings[0].Date.DayNumber + 1) / 7.0, 1, WindowDays / 7.0);

    private static SideTally Tally(IEnumerable<Contest> contests, Side side)
    {
        var on = contests.Where(c => c.Side == side).ToList();
        return new SideTally(on.Count(SpotEvidence.Good), on.Count);
    }

    /// <summary>
    /// The side that is likely the weaker, three to one; else the one seen less than half as often; else, or where hardly anything was
    /// seen, neither.
    /// </summary>
    internal static Side? ThinSide(SideTally left, SideTally right)
    {
        var leftBetter = Rates.ChanceAbove((1 + left.Good, 1 + left.Of - left.Good), (1 + right.Good, 1 + right.Of - right.Good));
        return left.Of + right.Of < LeastSides ? null
            : leftBetter <= 1 - WeakSide ? Side.Left
            : leftBetter >= WeakSide ? Side.Right
            : 2 * left.Of < right.Of ? Side.Left
            : 2 * right.Of < left.Of ? Side.Right
            : null;
    }
}
