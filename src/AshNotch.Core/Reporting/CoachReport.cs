using AshNotch.Core.Drilling;
using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Judging.Patterns;
using AshNotch.Core.Load;
using AshNotch.Core.Log;

namespace AshNotch.Core.Reporting;

/// <summary>A part of the page for a coach.</summary>
public enum CoachPart
{
    /// <summary>How much, and how it went.</summary>
    Rounds,

    /// <summary>With whom.</summary>
    Partners,

    /// <summary>What costs most.</summary>
    SoftSpots,

    /// <summary>Where getting better pays.</summary>
    Levers,

    /// <summary>What is being drilled, and how it goes.</summary>
    Block,

    /// <summary>Three moments that show it.</summary>
    Moments,

    /// <summary>What the owner asks.</summary>
    Question,
}

/// <summary>A sentence, with the moment it speaks of when it speaks of one.</summary>
/// <param name="Says">The sentence.</param>
/// <param name="Place">Where in the log that moment is.</param>
public sealed record CoachLine(string Says, MomentPlace? Place = null);

/// <summary>A part with its sentences.</summary>
/// <param name="Part">Which.</param>
/// <param name="Title">Its heading.</param>
/// <param name="Lines">Its sentences.</param>
public sealed record CoachSection(CoachPart Part, string Title, IReadOnlyList<CoachLine> Lines);

/// <summary>What the page is made from.</summary>
public sealed record CoachBasis
{
    /// <summary>The owner; null in a log that has none.</summary>
    public required Athlete? Owner { get; init; }

    /// <summary>The whole log, oldest first.</summary>
    public required IReadOnlyList<RollReading> Readings { get; init; }

    /// <summary>The usual judgement of it.</summary>
    public required Judgement Judgement { get; init; }

    /// <summary>The ground.</summary>
    public required GroundMap Ground { get; init; }

    /// <summary>Every visit to the mat.</summary>
    public required IReadOnlyList<Visit> Visits { get; init; }

    /// <summary>The partners.</summary>
    public required IReadOnlyList<Partner> Partners { get; init; }

    /// <summary>The block that runs, or ran last, with the verdict on each of its focuses; null for none.</summary>
    public required (Block Block, IReadOnlyList<Verdict> Verdicts)? Block { get; init; }

    /// <summary>Today.</summary>
    public required DateOnly Today { get; init; }
}

/// <summary>What the owner wants on the page.</summary>
/// <param name="Weeks">How many weeks back rounds and partners go.</param>
/// <param name="Parts">Which parts.</param>
/// <param name="Initials">Whether partners stand there by their initials.</param>
/// <param name="Question">The owner's question; empty for none.</param>
public sealed record CoachAsked(int Weeks, IReadOnlySet<CoachPart> Parts, bool Initials, string Question)
{
    /// <summary>The weeks when not said.</summary>
    public const int UsualWeeks = 8;

    /// <summary>The longest question, in characters.</summary>
    public const int LongestQuestion = 1_000;
}

/// <summary>One page for the coach: the last weeks in sentences, each figure with how sure it is.</summary>
/// <param name="Title">Whose it is.</param>
/// <param name="From">The first day of the weeks.</param>
/// <param name="To">The last.</param>
/// <param name="Sections">The parts that were asked for, in their order.</param>
public sealed record CoachReport(string Title, DateOnly From, DateOnly To, IReadOnlyList<CoachSection> Sections)
{
    private const int Spots = 3;
    private const int Shown = 3;
    private const int MostPartners = 8;
    private const int MostTechniques = 3;

    /// <summary>Makes the page.</summary>
    public static CoachReport Of(CoachBasis basis, CoachAsked asked)
    {
        var from = basis.Today.AddDays(1 - (7 * asked.Weeks));
        var lately = basis.Readings.Where(r => r.Date >= from && r.Date <= basis.Today).ToList();
        var names = basis.Partners.ToDictionary(p => p.Id, p => asked.Initials ? Initials(p.Name) : p.Name);
        CoachSection Section(CoachPart part) =>
            part switch
            {
                CoachPart.Rounds => new(part, "The last weeks", Rounds(basis, lately, from)),
                CoachPart.Partners => new(part, "With whom", With(basis, lately, names)),
                CoachPart.SoftSpots => new(part, "What costs me most", List(basis, basis.Judgement.SoftSpots, lever: false)),
                CoachPart.Levers => new(part, "Where getting better would pay", List(basis, basis.Judgement.Levers, lever: true)),
                CoachPart.Block => new(part, "What I drill", Drilled(basis)),
                CoachPart.Moments => new(part, "Moments that show it", Telling(basis, names)),
                _ => new(part, "What I would like to ask you", asked.Question.Length > 0 ? [new CoachLine(asked.Question)] : []),
            };
        return new CoachReport(
            TitleOf(basis.Owner),
            from,
            basis.Today,
            [.. Enum.GetValues<CoachPart>().Where(asked.Parts.Contains).Select(Section).Where(s => s.Lines.Count > 0)]
        );
    }

    /// <summary>A name by its initials: "Odalys B." is "O. B.".</summary>
    public static string Initials(string name) =>
        string.Join(' ', name.Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries).Select(w => $"{w.EnumerateRunes().First()}."))
            .ToUpperInvariant();

    private static string TitleOf(Athlete? owner)
    {
        if (owner is null)
            return "For my coach";
        var stripes = owner.Stripes is > 0 and var n
            ? $", {CoachWords.Count(n, owner.Belt == BeltColour.Black ? "degree" : "stripe")}"
            : "";
        return $"{owner.Name}, {Word.Of(owner.Belt)} belt{stripes}: for my coach";
    }

    private static List<CoachLine> Rounds(CoachBasis basis, List<RollReading> lately, DateOnly from)
    {
        var visits = basis.Visits.Where(v => v.Date >= from && v.Date <= basis.Today).ToList();
        if (visits.Count == 0)
            return [new CoachLine($"No evening on the mat since {DrillWords.Day(from)}.")];
        var minutes = visits.Sum(v => v.Minutes ?? 0);
        var lines = new List<CoachLine>
        {
            new(
                $"Since {DrillWords.Day(from)}: {CoachWords.Count(visits.Count, "evening")} on the "
                    + $"mat{(minutes > 0 ? $", about {CoachWords.Count((int)Math.Round(minutes / 60), "hour")}" : "")}, "
                    + $"{CoachWords.Count(lately.Count, "round")} told."
            ),
        };
        if (lately.Count > 0)
            lines.Add(new CoachLine($"{Taps(basis, lately, ContestEnd.Won, "I got")} {Taps(basis, lately, ContestEnd.Lost, "I gave")}"));
        return lines;
    }

    private static string Taps(CoachBasis basis, List<RollReading> lately, ContestEnd end, string who)
    {
        var taps = lately.SelectMany(r => r.Contests).Where(c => c.Finished && c.End == end).ToList();
        var by = taps.Where(t => t.Technique is not null)
            .GroupBy(t => t.Technique!)
            .OrderByDescending(g => g.Count())
            .ThenBy(g => g.Key, StringComparer.Ordinal)
            .Take(MostTechniques)
            .Select(g => $"{CoachWords.Technique(g.Key, basis.Ground)} {g.Count()}")
            .ToList();
        return $"{who} {CoachWords.Count(taps.Count, "tap")}{(by.Count > 0 ? $" (most of them: {string.Join(", ", by)})" : "")}.";
    }

    private static List<CoachLine> With(CoachBasis basis, List<RollReading> lately, Dictionary<string, string> names)
    {
        var sheets = basis.Partners.ToDictionary(p => p.Id);
        return
        [
            .. lately
                .Where(r => r.Against.Partner is not null)
                .GroupBy(r => r.Against.Partner!)
                .OrderByDescending(g => g.Count())
                .ThenBy(g => g.Key, StringComparer.Ordinal)
                .Take(MostPartners)
                .Select(g =>
                {
                    var ends = g.SelectMany(r => r.Contests).Where(c => c.Finished).ToList();
                    var belt = sheets.GetValueOrDefault(g.Key)?.Belt is { } known ? $" ({Word.Of(known)})" : "";
                    return new CoachLine(
                        $"{names.GetValueOrDefault(g.Key, "Somebody")}{belt}: {CoachWords.Count(g.Count(), "round")}, "
                            + $"taps {ends.Count(c => c.End == ContestEnd.Won)} for me and {ends.Count(c => c.End == ContestEnd.Lost)} "
                            + "for them."
                    );
                }),
        ];
    }

    private static List<CoachLine> List(CoachBasis basis, IReadOnlyList<RankedSpot> spots, bool lever)
    {
        var lines = spots
            .Take(Spots)
            .Select(s =>
            {
                var name = CoachWords.Capital(DrillWords.Name(s.Spot, basis.Ground));
                var by = SpotEvidence.TechniquesOf(s.Spot, basis.Judgement).FirstOrDefault(t => t.Actor == Actor.Them && t.Done > 0);
                var most = by is null ? "" : $", most of it by the {CoachWords.Technique(by.Technique, basis.Ground)}";
                var worth = CoachWords.Worth(s.Gain, basis.Owner?.Objective ?? Athlete.UsualObjective);
                var gain = lever
                    ? $"A notch better there is worth {worth}"
                    : $"Winning back half of what is missing for my level is worth {worth}";
                return new CoachLine(
                    $"{name}: I leave it worse off {CoachWords.InTen(1 - s.Rate.Rate)} ({CoachWords.Count(s.Won + s.Lost, "contest")}; "
                        + $"could be {CoachWords.Range(1 - s.Rate.High, 1 - s.Rate.Low)} in 10){most}. {gain}. {CoachWords.Sure(s)}"
                );
            })
            .ToList();
        if (lines.Count > 0 && !basis.Judgement.Enough)
            lines.Insert(0, new CoachLine("The log is thin yet: much of this is what is usual for anybody."));
        return lines;
    }

    private static List<CoachLine> Drilled(CoachBasis basis)
    {
        if (basis.Block is not { } known)
            return [];
        var week = ((basis.Today.DayNumber - known.Block.From.DayNumber) / 7) + 1;
        var when = known.Block.EndedOn is { } ended
            ? $"ended on {DrillWords.Day(ended)}"
            : $"week {Math.Clamp(week, 1, known.Block.Weeks)} of {known.Block.Weeks}";
        return
        [
            .. known.Block.Focuses.Zip(known.Verdicts, (focus, verdict) =>
                new CoachLine(
                    $"{Plans.Title(focus, basis.Ground)} ({when}). {CoachWords.Verdict(verdict.Word)} Before it "
                        + $"{CoachWords.InTen(verdict.Before.Rate)}, "
                        + $"since then {CoachWords.InTen(verdict.After.Rate)} (could be "
                        + $"{CoachWords.Range(verdict.After.Low, verdict.After.High)} in 10); "
                        + $"plain counts: before it {Counted(verdict.Earlier)}; since then {Counted(verdict.Since)}."
                )
            ),
        ];
    }

    private static string Counted(Stretch stretch)
    {
        var rounds = stretch.Won + stretch.Lost > 0 ? $"{stretch.Won} of {stretch.Won + stretch.Lost} in rounds" : null;
        var goes = stretch.Goes > 0 ? $"{stretch.GoesKept} of {stretch.Goes} goes kept" : null;
        return string.Join(", ", new[] { rounds, goes }.OfType<string>().DefaultIfEmpty("nothing"));
    }

    /// <summary>The latest moment of each of the three trades that cost most.</summary>
    private static List<CoachLine> Telling(CoachBasis basis, Dictionary<string, string> names)
    {
        var readings = basis.Readings.ToDictionary(r => (r.Session, r.Roll));
        return
        [
            .. BadTrades
                .Of(basis.Readings, basis.Judgement)
                .Where(t => t.Technique is not null)
                .Take(Shown)
                .Select(t =>
                {
                    var moment = t.Moments[^1];
                    var reading = readings[(moment.Place.Session, moment.Place.Roll)];
                    var who = reading.Against.Partner is { } id ? names.GetValueOrDefault(id, "somebody") : "somebody";
                    var reasons =
                        moment.Reasons.Count > 0 ? $" ({string.Join(", ", moment.Reasons.Select(r => r.Replace('-', ' ')))})" : "";
                    return new CoachLine(
                        $"{DrillWords.Day(reading.Date)} with {who}: {DrillWords.At(moment.Spot, basis.Ground)}, the "
                            + $"{CoachWords.Technique(t.Technique!, basis.Ground)}"
                            + $"{reasons}. The same {(t.Moments.Count == 1 ? "once" : $"{t.Moments.Count} times")} in this log.",
                        moment.Place
                    );
                }),
        ];
    }
}
