using AshNotch.Core.Ground;
using AshNotch.Core.Log;

namespace AshNotch.Core.Judging.People;

/// <summary>Something that somebody does in rounds with one partner.</summary>
/// <param name="Technique">The technique's id.</param>
/// <param name="Done">How often it came off.</param>
/// <param name="Stopped">How often it was stopped.</param>
/// <param name="Stops">What was done next where it was stopped, most often first.</param>
public sealed record DoneWith(string Technique, int Done, int Stopped, IReadOnlyList<CountOf> Stops)
{
    /// <summary>How often it comes off when tried, with Wilson's 80 % interval.</summary>
    public Interval Rate => Rates.Wilson(Done, Done + Stopped);
}

/// <summary>How often something was seen.</summary>
public sealed record CountOf(string Id, int Count);

/// <summary>A spot where rounds with somebody begin.</summary>
public sealed record BeginsWith(Spot Spot, int Count);

/// <summary>Where their moves that come off lead: from a spot by a technique to another, for the owner.</summary>
public sealed record LeadsTo(Spot From, string Technique, Spot? To, bool Finished, int Count);

/// <summary>A tap in a roll with them.</summary>
public sealed record TapWith(Actor By, string? Technique, DateOnly Date, MomentPlace Place);

/// <summary>What the owner has not tried on them, and works on people like them.</summary>
public sealed record UntriedOn(string Technique, int Done, int Tried, IReadOnlyList<string> With);

/// <summary>Something the owner wrote after a roll with them.</summary>
public sealed record SaidAfter(string Text, DateOnly Date, string Session, string Roll);

/// <summary>What they were on a day: their belt and weight as that roll keeps them.</summary>
public sealed record WasThen(DateOnly Date, BeltColour? Belt, int? Stripes, double? Kilograms);

/// <summary>Rounds in a week.</summary>
public sealed record RoundsIn(DateOnly Week, int Rolls);

/// <summary>Somebody like them.</summary>
public sealed record LikeThem(string Partner, string Name, IReadOnlyList<string> Shared);

/// <summary>Whether somebody is easier or harder for the owner than somebody of the owner's own level.</summary>
public enum PartnerStanding
{
    /// <summary>Harder.</summary>
    Harder,

    /// <summary>About level.</summary>
    Level,

    /// <summary>Easier.</summary>
    Easier,
}

/// <summary>Everything the log says of one partner. Made from the readings of the rolls with them and the judgement of the log.</summary>
public sealed record PartnerSheet
{
    private const int MostListed = 8;
    private const int MostBegins = 4;
    private const int MostSaid = 4;
    private const int MostTaps = 6;
    private const int Weeks = 26;

    /// <summary>How many rolls.</summary>
    public required int Rolls { get; init; }

    /// <summary>Contests won.</summary>
    public required int Won { get; init; }

    /// <summary>Contests lost.</summary>
    public required int Lost { get; init; }

    /// <summary>Whether there is enough to say how it goes.</summary>
    public required bool Enough { get; init; }

    /// <summary>How often the owner comes out better, with the 80 % interval; anything at all without a contest.</summary>
    public Interval Rate { get; init; } = new(new(0.5), new(0), new(1));

    /// <summary>How they compare with the owner's own level, belts and weights and all.</summary>
    public PartnerStanding Standing { get; init; } = PartnerStanding.Level;

    /// <summary>Beside what their belt and weight say: harder, as expected, or easier; only what the 80 % interval bears out.</summary>
    public PartnerStanding ForTheirBelt { get; init; } = PartnerStanding.Level;

    /// <summary>Step by step.</summary>
    public required IReadOnlyList<StretchWith> OverTime { get; init; }

    /// <summary>What they do, most tried first.</summary>
    public required IReadOnlyList<DoneWith> Theirs { get; init; }

    /// <summary>What the owner does to them, most that came off first.</summary>
    public required IReadOnlyList<DoneWith> Mine { get; init; }

    /// <summary>Where rounds with them begin, most often first.</summary>
    public required IReadOnlyList<BeginsWith> Begins { get; init; }

    /// <summary>Where their moves lead, most often first.</summary>
    public required IReadOnlyList<LeadsTo> Leads { get; init; }

    /// <summary>The latest taps each way, latest first.</summary>
    public required IReadOnlyList<TapWith> Taps { get; init; }

    /// <summary>How many taps the owner got.</summary>
    public required int TapsByMe { get; init; }

    /// <summary>How many they got.</summary>
    public required int TapsByThem { get; init; }

    /// <summary>What they finish the owner with, most often first; an empty id where it was not told.</summary>
    public required IReadOnlyList<CountOf> Finishes { get; init; }

    /// <summary>What was never tried on them and works on people like them, best first.</summary>
    public required IReadOnlyList<UntriedOn> Untried { get; init; }

    /// <summary>What the owner wrote after rolls with them, latest first, each once.</summary>
    public required IReadOnlyList<SaidAfter> Said { get; init; }

    /// <summary>Their attack that costs most: tried often, and mostly comes off; null when none stands out.</summary>
    public DoneWith? Watch { get; init; }

    /// <summary>Belt and weight as the rolls keep them: the days on which they changed.</summary>
    public required IReadOnlyList<WasThen> Then { get; init; }

    /// <summary>Rolls in the gi.</summary>
    public required int Gi { get; init; }

    /// <summary>Rounds week by week, the last half year.</summary>
    public required IReadOnlyList<RoundsIn> ByWeek { get; init; }

    /// <summary>Who is like them, most alike first.</summary>
    public required IReadOnlyList<LikeThem> Like { get; init; }

    /// <summary>Gathers it.</summary>
    /// <param name="partner">Who.</param>
    /// <param name="readings">The log.</param>
    /// <param name="judgement">Its judgement.</param>
    /// <param name="everybody">Everyone rolled with.</param>
    public static PartnerSheet Of(Partner partner, ReadingList readings, Judgement judgement, IReadOnlyList<Partner> everybody)
    {
        var rolls = readings.With(partner.Id);
        var fought = rolls.SelectMany(r => r.Contests.Select(c => new Fought(r, c))).ToList();
        var decided = PartnerOutcome.Decided(rolls);
        var outcome = PartnerOutcome.Of(rolls, decided, judgement);
        var theirs = Techniques(fought, Actor.Them);
        var mine = Techniques(fought, Actor.Me);
        var like = PeopleLike.Of(partner, everybody);
        return new PartnerSheet
        {
            Rolls = rolls.Count,
            Won = outcome.Won,
            Lost = outcome.Lost,
            Enough = outcome.Enough,
            Rate = outcome.Rate,
            Standing = outcome.Standing,
            ForTheirBelt =
                outcome.Level is { } level && Math.Abs(level.Own) > Interval.Reach80 * level.OwnSd
                    ? PartnerOutcome.Compared(level.Own, 0)
                    : PartnerStanding.Level,
            OverTime = outcome.Level is { } whole ? PartnerLevel.OverTime(decided, whole.Own, judgement) : [],
            Theirs =
            [
                .. theirs.OrderByDescending(t => t.Done + t.Stopped).ThenBy(t => t.Technique, StringComparer.Ordinal).Take(MostListed),
            ],
            Mine = [.. mine.OrderByDescending(t => t.Done).ThenBy(t => t.Technique, StringComparer.Ordinal).Take(MostListed)],
            Begins =
            [
                .. rolls
                    .SelectMany(r => r.Starts)
                    .GroupBy(s => s)
                    .Select(g => new BeginsWith(g.Key, g.Count()))
                    .OrderByDescending(b => b.Count)
                    .ThenBy(b => b.Spot.ToString(), StringComparer.Ordinal)
                    .Take(MostBegins),
            ],
            Leads =
            [
                .. fought
                    .Where(f => f.Contest is { Actor: Actor.Them, End: ContestEnd.Lost, Technique: not null })
                    .GroupBy(f => (f.Contest.Spot, f.Contest.Technique, f.Contest.Next, f.Contest.Finished))
                    .Select(g => new LeadsTo(g.Key.Spot, g.Key.Technique!, g.Key.Next, g.Key.Finished, g.Count()))
                    .OrderByDescending(w => w.Count)
                    .ThenBy(w => w.Technique, StringComparer.Ordinal)
                    .Take(MostListed),
            ],
            Taps =
            [
                .. fought
                    .Where(f => f.Contest.Finished)
                    .Select(f => new TapWith(f.Contest.Actor, f.Contest.Technique, f.Reading.Date, f.Contest.Place))
                    .Reverse()
                    .Take(MostTaps),
            ],
            TapsByMe = outcome.TapsByMe,
            TapsByThem = outcome.TapsByThem,
            Finishes =
            [
                .. fought
                    .Where(f => f.Contest is { Finished: true, Actor: Actor.Them })
                    .GroupBy(f => f.Contest.Technique ?? "")
                    .Select(g => new CountOf(g.Key, g.Count()))
                    .OrderByDescending(c => c.Count)
                    .ThenBy(c => c.Id, StringComparer.Ordinal)
                    .Take(MostBegins),
            ],
            Untried = PeopleLike.Untried([.. like.Select(k => k.Partner)], mine, readings, everybody),
            Said =
            [
                .. rolls
                    .Reverse()
                    .SelectMany(r => r.Takeaways.Select(t => new SaidAfter(t, r.Date, r.Session, r.Roll)))
                    .DistinctBy(s => s.Text)
                    .Take(MostSaid),
            ],
            Watch = theirs.Where(t => t.Done >= 3 && t.Done >= t.Stopped).MaxBy(t => t.Done),
            Then = [.. Changes(rolls)],
            Gi = rolls.Count(r => r.Attire == Attire.Gi),
            ByWeek = ByWeeks(rolls, readings),
            Like = [.. like.Take(3)],
        };
    }

    private static List<DoneWith> Techniques(List<Fought> fought, Actor actor)
    {
        var at = fought.ToLookup(f => f.Contest.Place);
        return
        [
            .. fought
                .Where(f => f.Contest.Actor == actor && f.Contest.Technique is not null)
                .GroupBy(f => f.Contest.Technique!)
                .Select(g => new DoneWith(
                    g.Key,
                    g.Count(f => f.Contest.End != ContestEnd.Held),
                    g.Count(f => f.Contest.End == ContestEnd.Held),
                    Stops(g.Where(f => f.Contest.End == ContestEnd.Held), at)
                )),
        ];
    }

    /// <summary>What the one who was attacked did next, where it came off.</summary>
    private static IReadOnlyList<CountOf> Stops(IEnumerable<Fought> held, ILookup<MomentPlace, Fought> at) =>
        [
            .. held.SelectMany(f =>
                    at[f.Contest.Place with { Moment = f.Contest.Place.Moment + 1 }].Where(n => n.Contest.Actor != f.Contest.Actor)
                )
                .Where(n => n.Contest is { Technique: not null, End: not ContestEnd.Held })
                .GroupBy(n => n.Contest.Technique!)
                .Select(g => new CountOf(g.Key, g.Count()))
                .OrderByDescending(c => c.Count)
                .ThenBy(c => c.Id, StringComparer.Ordinal)
                .Take(2),
        ];

    private static IEnumerable<WasThen> Changes(IReadOnlyList<RollReading> rolls)
    {
        (double? Rung, double? Kilograms)? before = null;
        foreach (var roll in rolls)
        {
            var now = (roll.Against.Rung ?? before?.Rung, roll.Against.Kilograms ?? before?.Kilograms);
            if (now == before || now is (null, null))
                continue;
            before = now;
            var belt = now.Item1 is { } rung ? (BeltColour)Math.Clamp((int)Math.Floor(rung + 1e-9), 0, 4) : (BeltColour?)null;
            int? stripes = belt is { } colour ? (int)Math.Round((now.Item1!.Value - (int)colour) * 5) : null;
            yield return new WasThen(roll.Date, belt, stripes, now.Item2);
        }
    }

    private static IReadOnlyList<RoundsIn> ByWeeks(IReadOnlyList<RollReading> rolls, ReadingList all)
    {
        if (rolls.Count == 0)
            return [];
        var counts = rolls.GroupBy(r => Rings.Monday(r.Date)).ToDictionary(g => g.Key, g => g.Count());
        var last = Rings.Monday(all[^1].Date);
        return
        [
            .. Enumerable
                .Range(0, Weeks)
                .Select(i => last.AddDays(-7 * (Weeks - 1 - i)))
                .Select(w => new RoundsIn(w, counts.GetValueOrDefault(w))),
        ];
    }
}
