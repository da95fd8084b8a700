using System.Text.Json;
using AshNotch.Core.Ground;
using AshNotch.Core.Log;
using AshNotch.Core.Scoring;

namespace AshNotch.Formats;

/// <summary>A match that is to be scored.</summary>
public sealed record ScoreAsked
{
    /// <summary>The id of a rule set; null when <see cref="Rules"/> were sent.</summary>
    public string? Ruleset { get; init; }

    /// <summary>A whole rule set.</summary>
    public RuleSet? Rules { get; init; }

    /// <summary>The belt of the division.</summary>
    public BeltColour? Belt { get; init; }

    /// <summary>With or without the jacket.</summary>
    public Attire? Attire { get; init; }

    /// <summary>Where the owner starts; standing when not told.</summary>
    public Spot? Start { get; init; }

    /// <summary>Seconds; what the rule set has for the belt when not told.</summary>
    public double? Length { get; init; }

    /// <summary>What happened, in order.</summary>
    public IReadOnlyList<MatchEvent> Moments { get; init; } = [];

    /// <summary>A roll as the log has it, in place of <see cref="Moments"/> and <see cref="Start"/>.</summary>
    public Roll? Roll { get; init; }

    /// <summary>Reads what was sent. Members other than these are passed over.</summary>
    public static ScoreAsked Read(JsonElement json, FaultList faults)
    {
        var f = new Fields(json, "", faults);
        var whole =
            json.ValueKind == JsonValueKind.Object
            && json.TryGetProperty("ruleset", out var sent)
            && sent.ValueKind == JsonValueKind.Object;
        var moments = f.List("moments", (item, at) => (Item: item, At: at));
        var roll = f.Object("roll") is null ? null : LogReader.Roll(json.GetProperty("roll"), "/roll", faults);
        if (moments is null && roll is null)
            f.Missing("moments");
        if (moments?.Count > Scorer.MostMoments)
        {
            faults.Add(new Fault("/moments", $"A match has at most {Scorer.MostMoments} moments; there are {moments.Count} here."));
            moments = null;
        }

        return new ScoreAsked
        {
            Rules = whole ? MatchReader.RuleSet(json.GetProperty("ruleset"), "/ruleset", faults, "own") : null,
            Ruleset = whole ? null : f.Text("ruleset") ?? "points",
            Belt = f.OneOf<BeltColour>("belt"),
            Attire = f.OneOf<Attire>("attire"),
            Start = f.Spot("start"),
            Length = f.Number("length"),
            Roll = roll,
            Moments = [.. (moments ?? []).Select((m, i) => Moment(new Fields(m.Item, m.At, faults), m.At, i, faults))],
        };
    }

    /// <summary>What is wrong with it on this ground.</summary>
    public static IEnumerable<Fault> Check(ScoreAsked asked, GroundMap ground)
    {
        var faults = LogRules.SpotKnown(asked.Start, ground, "/start");
        if (asked.Rules is { } rules)
            faults = faults.Concat(RuleSets.Check(rules, ground, "/ruleset"));
        if (asked.Length is { } length && !(length is > 0 and <= 7200))
            faults = faults.Append(new Fault("/length", "A match lasts more than 0 and at most 7200 seconds."));
        if (asked.Roll is { } roll)
            faults = faults.Concat(LogRules.Check(roll, ground, "/roll"));
        return faults.Concat(asked.Moments.SelectMany((m, i) => Check(m, ground, $"/moments/{i}")));
    }

    private static IEnumerable<Fault> Check(MatchEvent what, GroundMap ground, string at)
    {
        if (what.Clock is { } clock && !(clock is >= 0 and <= 86_400))
            yield return new Fault(at + "/clock", "The clock of a moment, in seconds, lies between 0 and 86400.");
        if (what is not Move move)
            yield break;
        if (ground.Technique(move.Technique) is null)
            yield return LogRules.UnknownTechnique(move.Technique, at + "/technique");
        if (move.Held is { Seconds: { } held } && !(held is >= 0 and <= 7200))
            yield return new Fault(at + "/held", "How long a position was kept, in seconds, lies between 0 and 7200.");
        foreach (var fault in LogRules.SpotKnown(move.From, ground, at + "/from").Concat(LogRules.SpotKnown(move.To, ground, at + "/to")))
            yield return fault;
    }

    private static MatchEvent Moment(Fields f, string at, int index, FaultList faults)
    {
        var (clock, actor) = (f.Number("clock"), f.OneOf<Actor>("actor"));
        switch (f.Text("event"))
        {
            case "penalty":
                if (actor is null)
                    f.Missing("actor");
                return new Penalty
                {
                    Index = index,
                    Clock = clock,
                    Actor = actor ?? default,
                };
            case "restart":
                return new Restart
                {
                    Index = index,
                    Clock = clock,
                    Start = f.Spot("start"),
                };
            case "tap":
                if (actor is null)
                    f.Missing("actor");
                return new Tap
                {
                    Index = index,
                    Clock = clock,
                    By = actor ?? default,
                    Technique = f.Text("technique"),
                };
            case { } other:
                faults.Add(
                    new Fault(
                        at + "/event",
                        $"'{other}' is no event that is sent; there are penalty, restart and tap, all else is a technique."
                    )
                );
                break;
        }

        return new Move
        {
            Index = index,
            Clock = clock,
            Actor = actor,
            Technique = f.RequiredText("technique"),
            Outcome = f.OneOf<Outcome>("outcome") ?? Outcome.Done,
            From = f.Spot("from"),
            To = f.Spot("to"),
            Held = f.Hold("held"),
            Near = f.Flag("near") ?? false,
        };
    }
}
