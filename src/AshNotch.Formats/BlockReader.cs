using System.Text.Json;
using AshNotch.Core.Log;

namespace AshNotch.Formats;

/// <summary>Reads blocks, goes and niggles from JSON, as <see cref="LogReader"/> reads the rest of the log.</summary>
public static class BlockReader
{
    /// <summary>A drill block.</summary>
    /// <param name="json">What was sent.</param>
    /// <param name="at">Where it stands, as a JSON pointer: faults point there.</param>
    /// <param name="faults">Takes a sentence for each thing that is wrong.</param>
    /// <param name="newId">The id to take when none is given; null when one must be.</param>
    public static Block Block(JsonElement json, string at, FaultList faults, string? newId = null)
    {
        var f = new Fields(json, at, faults);
        return new Block
        {
            Id = f.RequiredText("id", newId),
            From = f.RequiredDate("from"),
            Weeks = f.RequiredWhole("weeks"),
            Style = f.OneOf<TrainingStyle>("style"),
            Days = f.List("days", (item, path) => Day(item, path, faults)) ?? [],
            Earlier = f.List(
                "earlier",
                f.Inner(e => new EarlierDays(
                    e.RequiredDate("until"),
                    e.RequiredWhole("weeks"),
                    e.List("days", (item, path) => Day(item, path, faults)) ?? []
                ))
            ) ?? [],
            Focuses = f.List("focuses", (item, path) => Focus(item, path, faults)) ?? [],
            EndedOn = f.Date("endedOn"),
            Ended = f.OneOf<BlockEnd>("ended"),
            Notes = f.Text("notes"),
        };
    }

    /// <summary>A niggle.</summary>
    /// <param name="json">What was sent.</param>
    /// <param name="at">Where it stands, as a JSON pointer: faults point there.</param>
    /// <param name="faults">Takes a sentence for each thing that is wrong.</param>
    /// <param name="newId">The id to take when none is given; null when one must be.</param>
    public static Niggle Niggle(JsonElement json, string at, FaultList faults, string? newId = null)
    {
        var f = new Fields(json, at, faults);
        return new Niggle
        {
            Id = f.RequiredText("id", newId),
            Part = f.RequiredOneOf<BodyPart>("part"),
            Side = f.OneOf<Side>("side"),
            From = f.RequiredDate("from"),
            To = f.Date("to"),
            HowMuch = f.OneOf<Soreness>("howMuch"),
            Notes = f.Text("notes"),
        };
    }

    internal static Goes Goes(Fields f) =>
        new(
            f.RequiredText("block"),
            f.RequiredText("focus"),
            f.RequiredWhole("rung"),
            f.RequiredSpot("start"),
            f.Flag("inSpot") ?? false,
            f.List("tries", f.Inner((go) => new Try(go.Flag("kept") ?? false, go.OneOf<Side>("side")))) ?? []
        );

    private static DrillDay Day(JsonElement json, string at, FaultList faults)
    {
        var f = new Fields(json, at, faults);
        return new DrillDay(
            f.RequiredOneOf<DayOfWeek>("day"),
            f.Time("time"),
            f.Whole("before") ?? 0,
            f.Whole("during") ?? 0,
            f.Whole("after") ?? 0
        );
    }

    private static Focus Focus(JsonElement json, string at, FaultList faults)
    {
        var f = new Fields(json, at, faults);
        return new Focus
        {
            Id = f.RequiredText("id"),
            Spot = f.RequiredSpot("spot"),
            Purpose = f.RequiredOneOf<Purpose>("purpose"),
            Technique = f.Text("technique"),
            Reason = f.Text("reason"),
            ThinSide = f.OneOf<Side>("thinSide"),
            Cue = f.Text("cue"),
            StartLevel = f.Object("startLevel") is { } level
                ? new StartLevel(
                    level.Number("rate") ?? 0,
                    level.Number("low") ?? 0,
                    level.Number("high") ?? 0,
                    level.Whole("won") ?? 0,
                    level.Whole("lost") ?? 0
                )
                : null,
            Hoped = f.Number("hoped"),
            Ladder = f.List(
                "ladder",
                f.Inner(r => new Rung(
                    r.RequiredOneOf<RungKind>("kind"),
                    r.RequiredSpot("start"),
                    r.OneOf<Actor>("by"),
                    r.Text("technique"),
                    r.Whole("seen") ?? 0
                ))
            ) ?? [],
        };
    }
}
