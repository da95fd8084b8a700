using System.Text.Json;
using AshNotch.Core.Ground;
using AshNotch.Core.Log;
using AshNotch.Core.Scoring;

namespace AshNotch.Formats;

/// <summary>
/// Reads what belongs to matches from JSON: days, results, penalties, rule sets. Shape and kinds only, as <see cref="LogReader"/>.
/// </summary>
public static class MatchReader
{
    /// <summary>A rule set.</summary>
    /// <param name="json">What was sent.</param>
    /// <param name="at">Where it stands, as a JSON pointer: faults point there.</param>
    /// <param name="faults">Takes a sentence for each thing that is wrong.</param>
    /// <param name="newId">The id to take when none is given; null when one must be.</param>
    public static RuleSet RuleSet(JsonElement json, string at, FaultList faults, string? newId = null)
    {
        var f = new Fields(json, at, faults);
        var kind = f.OneOf<RuleSetKind>("kind") ?? RuleSetKind.Points;
        var order = f.Parsed<TieBreak>("tieBreak", Word.TryRead, string.Join(", ", Word.All<TieBreak>()));
        return new RuleSet
        {
            Id = f.RequiredText("id", newId),
            Name = f.RequiredText("name", newId is null ? null : "Rules"),
            Kind = kind,
            HoldSeconds = f.Number("holdSeconds") ?? 0,
            Points = f.Object("points") is { } points
                ? points.Names().ToDictionary(n => n, n => points.Whole(n) ?? 0)
                : new Dictionary<string, int>(),
            Advantages = f.Flag("advantages") ?? false,
            Penalties = f.List(
                "penalties",
                f.Inner(p => new PenaltyRule(p.Whole("points") ?? 0, p.Whole("advantages") ?? 0, p.Flag("loses") ?? false))
            ) ?? [],
            PointsFrom = f.Number("pointsFrom") ?? 0,
            GuardPullPenalty = f.Whole("guardPullPenalty") ?? 0,
            TieBreak = order.Count > 0 ? order : UsualOrder(kind),
            Lengths = ByWord<BeltColour, double>(f, "lengths", (belts, name) => belts.Number(name)),
            Barred = f.List(
                "barred",
                f.Inner(b => new BarRule
                {
                    Techniques = b.Texts("techniques") ?? [],
                    Cares = b.Texts("cares") ?? [],
                    Belts = b.Parsed<BeltColour>("belts", Word.TryRead, string.Join(", ", Word.All<BeltColour>())),
                    Attire = b.OneOf<Attire>("attire"),
                    Why = b.Text("why") ?? "",
                })
            ) ?? [],
            WeightClasses = ByWord<Sex, IReadOnlyDictionary<Attire, IReadOnlyList<double>>>(f, "weightClasses", (sexes, name) =>
                ByWord<Attire, IReadOnlyList<double>>(sexes, name, (attires, attire) => attires.Numbers(attire))
            ),
            WeighInWithGi = f.Flag("weighInWithGi") ?? false,
            Source = f.Text("source"),
        };
    }

    /// <summary>What is compared under rules that do not say.</summary>
    private static IReadOnlyList<TieBreak> UsualOrder(RuleSetKind kind) =>
        kind == RuleSetKind.SubmissionOnly
            ? [TieBreak.Draw]
            : [TieBreak.Points, TieBreak.Advantages, TieBreak.Penalties, TieBreak.Decision];

    internal static MatchDay Day(Fields f) =>
        new()
        {
            Name = f.Text("name"),
            Ruleset = f.Text("ruleset"),
            Belt = f.OneOf<BeltColour>("belt"),
            LimitKg = f.Weight("limitKg"),
            Length = f.Number("length"),
            OpponentId = f.Text("opponentId"),
        };

    internal static ToldResult Result(Fields f) => new(f.OneOf<Actor>("winner"), f.RequiredOneOf<DecidedBy>("by"));

    internal static ToldPenalty Penalty(Fields f) => new(f.RequiredOneOf<Actor>("actor"), f.Number("clock"), f.Whole("after"));

    /// <summary>An object whose members are named by the words of a closed set; other names are faults.</summary>
    private static Dictionary<TKey, TValue> ByWord<TKey, TValue>(Fields f, string name, Func<Fields, string, object?> read)
        where TKey : struct, Enum
    {
        var found = new Dictionary<TKey, TValue>();
        if (f.Object(name) is not { } inner)
            return found;
        foreach (var word in inner.Names())
        {
            if (!Word.TryRead<TKey>(word, out var key))
                inner.Unknown(word, Word.All<TKey>());
            else if (read(inner, word) is TValue value)
                found[key] = value;
        }

        return found;
    }
}
