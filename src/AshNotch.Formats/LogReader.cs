using System.Text.Json;
using AshNotch.Core.Ground;
using AshNotch.Core.Log;

namespace AshNotch.Formats;

/// <summary>
/// Reads the log's records from JSON. Shape and kinds are seen to here; what the values may be is
/// <see cref="LogRules"/>' affair.
/// </summary>
public static class LogReader
{
    /// <summary>The owner's profile.</summary>
    /// <param name="json">What was sent.</param>
    /// <param name="at">Where it stands, as a JSON pointer: faults point there.</param>
    /// <param name="faults">Takes a sentence for each thing that is wrong.</param>
    public static Athlete Athlete(JsonElement json, string at, FaultList faults)
    {
        var f = new Fields(json, at, faults);
        return new Athlete
        {
            Name = f.RequiredText("name"),
            Belt = f.RequiredOneOf<BeltColour>("belt"),
            Stripes = f.Whole("stripes"),
            WeightKg = f.Weight("weightKg"),
            Units = f.OneOf<Units>("units"),
            Objective = f.OneOf<Objective>("objective"),
            TrainingStyle = f.OneOf<TrainingStyle>("trainingStyle"),
            DominantSide = f.OneOf<Side>("dominantSide"),
            Sex = f.OneOf<Sex>("sex"),
        };
    }

    /// <summary>A partner.</summary>
    /// <param name="json">What was sent.</param>
    /// <param name="at">Where it stands, as a JSON pointer: faults point there.</param>
    /// <param name="faults">Takes a sentence for each thing that is wrong.</param>
    /// <param name="newId">The id to take when none is given; null when one must be.</param>
    public static Partner Partner(JsonElement json, string at, FaultList faults, string? newId = null)
    {
        var f = new Fields(json, at, faults);
        return new Partner
        {
            Id = f.RequiredText("id", newId),
            Name = f.RequiredText("name"),
            Belt = f.OneOf<BeltColour>("belt"),
            Stripes = f.Whole("stripes"),
            WeightKg = f.Weight("weightKg"),
            Traits = f.Texts("traits"),
            Notes = f.Text("notes"),
            Deleted = f.Flag("deleted") is true ? true : null,
        };
    }

    /// <summary>The ratings of a body's member <c>ratings</c>.</summary>
    public static IReadOnlyList<SelfRating> SelfRatings(JsonElement json, FaultList faults) =>
        new Fields(json, "", faults).List("ratings", (item, at) => SelfRating(item, at, faults)) ?? [];

    /// <summary>One self-rating.</summary>
    /// <param name="json">What was sent.</param>
    /// <param name="at">Where it stands, as a JSON pointer: faults point there.</param>
    /// <param name="faults">Takes a sentence for each thing that is wrong.</param>
    public static SelfRating SelfRating(JsonElement json, string at, FaultList faults)
    {
        var f = new Fields(json, at, faults);
        var score = f.Number("score");
        if (score is null)
            faults.Add(new Fault(at + "/score", "'score' is missing, and this cannot be read without it."));
        return new SelfRating(f.RequiredDate("date"), f.RequiredText("part"), score ?? 0);
    }

    /// <summary>A session with its rolls.</summary>
    /// <param name="json">What was sent.</param>
    /// <param name="at">Where it stands, as a JSON pointer: faults point there.</param>
    /// <param name="faults">Takes a sentence for each thing that is wrong.</param>
    /// <param name="newId">The id to take when none is given; null when one must be.</param>
    public static Session Session(JsonElement json, string at, FaultList faults, string? newId = null)
    {
        var f = new Fields(json, at, faults);
        return new Session
        {
            Id = f.RequiredText("id", newId),
            Date = f.RequiredDate("date"),
            StartTime = f.Time("startTime"),
            Kind = f.RequiredOneOf<SessionKind>("kind"),
            Attire = f.RequiredOneOf<Attire>("attire"),
            Minutes = f.Number("minutes"),
            Effort = f.Number("effort"),
            Aim = f.Text("aim"),
            Notes = f.Text("notes"),
            Event = f.Object("event") is { } day ? MatchReader.Day(day) : null,
            Taught = f.Texts("taught"),
            Rolls = f.List("rolls", (item, path) => Roll(item, path, faults)) ?? [],
        };
    }

    /// <summary>A roll with its exchanges.</summary>
    /// <param name="json">What was sent.</param>
    /// <param name="at">Where it stands, as a JSON pointer: faults point there.</param>
    /// <param name="faults">Takes a sentence for each thing that is wrong.</param>
    /// <param name="newId">The id to take when none is given; null when one must be.</param>
    public static Roll Roll(JsonElement json, string at, FaultList faults, string? newId = null)
    {
        var f = new Fields(json, at, faults);
        return new Roll
        {
            Id = f.RequiredText("id", newId),
            Order = f.Whole("order"),
            Kind = f.OneOf<RollKind>("kind"),
            PartnerId = f.Text("partnerId"),
            PartnerBelt = f.OneOf<BeltColour>("partnerBelt"),
            PartnerStripes = f.Whole("partnerStripes"),
            PartnerWeightKg = f.Weight("partnerWeightKg"),
            Minutes = f.Number("minutes"),
            Intensity = f.OneOf<Intensity>("intensity"),
            Intent = f.OneOf<Intent>("intent"),
            Ruleset = f.Text("ruleset"),
            Length = f.Number("length"),
            Result = f.Object("result") is { } result ? MatchReader.Result(result) : null,
            Penalties = f.List("penalties", f.Inner(MatchReader.Penalty)),
            Told = f.Text("told"),
            Notes = f.Text("notes"),
            Takeaways = f.Texts("takeaways"),
            Video = f.Object("video") is { } video
                ? new VideoFile(video.RequiredText("name"), video.Bytes("size"), video.Number("length"), video.Number("start"))
                : null,
            Goes = f.Object("goes") is { } goes ? BlockReader.Goes(goes) : null,
            Corrections = f.List("corrections", f.Inner(Correction)),
            Exchanges = f.List("exchanges", (item, path) => Exchange(item, path, faults)) ?? [],
        };
    }

    /// <summary>The owner's own words.</summary>
    /// <param name="json">What was sent.</param>
    /// <param name="at">Where it stands, as a JSON pointer: faults point there.</param>
    /// <param name="faults">Takes a sentence for each thing that is wrong.</param>
    /// <param name="newIds">Whether positions and techniques may come without an id, to be given one; it is empty then.</param>
    public static PersonalWords Vocabulary(JsonElement json, string at, FaultList faults, bool newIds = false)
    {
        var f = new Fields(json, at, faults);
        return new PersonalWords
        {
            Positions = f.List("positions", (item, path) => Position(item, path, faults, newIds ? "" : null)) ?? [],
            Techniques = f.List("techniques", (item, path) => Technique(item, path, faults, newIds ? "" : null)) ?? [],
            Aliases = f.List("aliases", (item, path) => Alias(item, path, faults)) ?? [],
        };
    }

    /// <summary>A way to set the round clock.</summary>
    /// <param name="json">What was sent.</param>
    /// <param name="at">Where it stands, as a JSON pointer: faults point there.</param>
    /// <param name="faults">Takes a sentence for each thing that is wrong.</param>
    /// <param name="newId">The id to take when none is given; null when one must be.</param>
    public static ClockPreset ClockPreset(JsonElement json, string at, FaultList faults, string? newId = null)
    {
        var f = new Fields(json, at, faults);
        return new ClockPreset
        {
            Id = f.RequiredText("id", newId),
            Name = f.RequiredText("name"),
            Kind = f.RequiredOneOf<ClockKind>("kind"),
            Rounds = f.Whole("rounds"),
            Work = f.Number("work"),
            Rest = f.Number("rest") ?? 0,
            Swap = f.Flag("swap"),
            Start = f.Spot("start"),
            Ruleset = f.Text("ruleset"),
        };
    }

    private static Correction Correction(Fields f) => new(f.RequiredText("text"), f.List("moments", f.Inner(CorrectedMoment)) ?? []);

    private static CorrectedMoment CorrectedMoment(Fields f) =>
        new(
            f.Whole("at") ?? 0,
            f.Whole("length") ?? 0,
            f.RequiredOneOf<Actor>("actor"),
            f.RequiredText("technique"),
            f.RequiredOneOf<Outcome>("outcome")
        )
        {
            Read = f.Object("read") is { } read
                ? new ReadAs(read.RequiredOneOf<Actor>("actor"), read.RequiredText("technique"), read.RequiredOneOf<Outcome>("outcome"))
                : null,
            Added = f.Flag("added"),
        };

    private static Exchange Exchange(JsonElement json, string at, FaultList faults)
    {
        var f = new Fields(json, at, faults);
        return new Exchange
        {
            Start = f.Spot("start"),
            Moments = f.List("moments", (item, path) => Moment(item, path, faults)) ?? [],
            End = f.Object("end") is { } end
                ? new ExchangeEnd
                {
                    Kind = end.RequiredOneOf<EndKind>("kind"),
                    By = end.OneOf<Actor>("by"),
                    Technique = end.Text("technique"),
                    Clock = end.Number("clock"),
                }
                : null,
        };
    }

    private static Moment Moment(JsonElement json, string at, FaultList faults)
    {
        var f = new Fields(json, at, faults);
        return new Moment
        {
            Actor = f.RequiredOneOf<Actor>("actor"),
            Technique = f.RequiredText("technique"),
            Outcome = f.RequiredOneOf<Outcome>("outcome"),
            Side = f.OneOf<Side>("side"),
            Clock = f.Number("clock"),
            From = f.Spot("from"),
            To = f.Spot("to"),
            Reasons = f.Texts("reasons"),
            Note = f.Text("note"),
            Better = f.Text("better"),
            Held = f.Hold("held"),
            Near = f.Flag("near"),
            Sure = f.Flag("sure"),
        };
    }

    /// <summary>A position of the owner's own.</summary>
    /// <param name="json">What was sent.</param>
    /// <param name="at">Where it stands, as a JSON pointer: faults point there.</param>
    /// <param name="faults">Takes a sentence for each thing that is wrong.</param>
    /// <param name="newId">The id to take when none is given; null when one must be.</param>
    public static Position Position(JsonElement json, string at, FaultList faults, string? newId = null)
    {
        var f = new Fields(json, at, faults);
        var roles = f.Texts("roles");
        var even = roles is null or ["even"];
        if (!even && roles is not ["top", "bottom"])
            faults.Add(new Fault(at + "/roles", "A position's roles are either even alone, or top and bottom."));
        return new Position
        {
            Id = f.RequiredText("id", newId),
            Name = f.RequiredText("name"),
            Family = f.OneOf<Family>("family") ?? Family.Own,
            Roles = even ? [Role.Even] : [Role.Top, Role.Bottom],
            Scores = f.OneOf<PositionScore>("scores") ?? PositionScore.Nothing,
            Gi = f.Flag("gi") ?? false,
            Worth = f.Number("worth") ?? 0,
            Level = f.Number("level") ?? 0,
            Says = f.Text("says") ?? "",
            Aliases = f.Texts("aliases") ?? [],
        };
    }

    /// <summary>A technique of the owner's own.</summary>
    /// <param name="json">What was sent.</param>
    /// <param name="at">Where it stands, as a JSON pointer: faults point there.</param>
    /// <param name="faults">Takes a sentence for each thing that is wrong.</param>
    /// <param name="newId">The id to take when none is given; null when one must be.</param>
    public static Technique Technique(JsonElement json, string at, FaultList faults, string? newId = null)
    {
        var f = new Fields(json, at, faults);
        return new Technique
        {
            Id = f.RequiredText("id", newId),
            Name = f.RequiredText("name"),
            Kind = f.RequiredOneOf<TechniqueKind>("kind"),
            From = f.Parsed<StartPattern>("from", StartPattern.TryParse, "position:role, *guard:top, *guard:bottom or *"),
            To = f.Parsed<Spot>("to", Spot.TryParse, "position:role, with the role top, bottom or even"),
            Target = f.Text("target"),
            Care = f.Text("care"),
            Gi = f.Flag("gi") ?? false,
            Usual = Math.Clamp(f.Whole("usual") ?? 1, 1, 5),
            Says = f.Text("says") ?? "",
            Aliases = f.Texts("aliases") ?? [],
        };
    }

    private static Alias Alias(JsonElement json, string at, FaultList faults)
    {
        var f = new Fields(json, at, faults);
        return new Alias(f.RequiredText("says"), f.RequiredText("means"));
    }
}
