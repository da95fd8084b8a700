using AshNotch.Core.Ground;
using AshNotch.Core.Log;

namespace AshNotch.Demo;

/// <summary>
/// Tells rounds as Runa would: in one of three voices, from clauses written by hand, none twice in an account, and over the season
/// the least used first, so that no clause is worn out.
/// </summary>
internal sealed class Teller(GroundMap ground, Chance chance)
{
    private readonly Dictionary<Frame, int> used = [];
    private readonly List<Frame> order = [];

    /// <summary>Takes the clauses of every account, for those who count them.</summary>
    public List<List<Frame>>? Heard { get; init; }

    /// <summary>An account of a round.</summary>
    /// <param name="exchanges">What is remembered of it.</param>
    /// <param name="partner">With whom.</param>
    public string Tell(IReadOnlyList<Exchange> exchanges, Partner partner)
    {
        var voice =
            chance.Happens(0.6) ? Voice.Plain
            : chance.Happens(0.6) ? Voice.Dictated
            : Voice.Short;
        var seen = new HashSet<Frame>();
        order.Clear();
        var names = new Names(partner.Name.Split(' ')[0], TellData.Styles.TryGetValue(partner.Id, out var style) ? style.Pronoun : "they");
        var clauses = new List<string>();
        for (var e = 0; e < exchanges.Count; e++)
        {
            var exchange = exchanges[e];
            clauses.Add(e == 0 ? Open(exchange.Start, voice, seen, names) : Fill(Pick("again", voice, seen), names));
            foreach (var moment in exchange.Moments)
            {
                clauses.Add(Clause(moment, exchange, voice, seen, names));
                if (chance.Happens(0.08))
                    clauses.Add(Fill(Pick("aside", voice, seen), names));
            }

            if (exchange.End?.Kind == EndKind.Time)
                clauses.Add(Fill(Pick("bell", voice, seen), names));
        }

        Heard?.Add([.. order]);
        return Joined(clauses, voice);
    }

    private string Joined(List<string> clauses, Voice voice) =>
        voice switch
        {
            Voice.Plain => string.Join(". ", clauses) + ".",
            Voice.Short => string.Join("; ", clauses),
            _ => string.Concat(clauses.Select((c, i) => i == 0 ? c : (Begins(c) ? " " : chance.Of([" and then ", " then ", " and "])) + c)),
        };

    // "Then we reset" needs no other "then" before it.
    private static bool Begins(string clause) => clause.Split(' ')[0] is "then" or "and" or "so";

    private string Open(Spot? start, Voice voice, HashSet<Frame> seen, Names names)
    {
        var (key, where) = start switch
        {
            { Role: Role.Top } s => ("open top", ground.Position(s.Position)!.Name.ToLowerInvariant()),
            { Role: Role.Bottom } s => ("open bottom", ground.Position(s.Position)!.Name.ToLowerInvariant()),
            _ => ("open standing", ""),
        };
        return Fill(Pick(key, voice, seen), names).Replace("{s}", where, StringComparison.Ordinal);
    }

    private string Clause(Moment moment, Exchange exchange, Voice voice, HashSet<Frame> seen, Names names)
    {
        var technique = ground.Technique(moment.Technique)!;
        var who = moment.Actor == Actor.Me ? "me" : "them";
        var tap = ReferenceEquals(moment, exchange.Moments[^1]) && exchange.End is { Kind: EndKind.Tap } && technique.Finishes();
        var kind = Kind(technique);
        var frame = tap
            ? Pick($"{who} tap any", voice, seen)
            : Pick(
                $"{who} {(moment.Outcome == Outcome.Done ? "done" : "stopped")} {kind}",
                voice,
                seen,
                $"{who} {(moment.Outcome == Outcome.Done ? "done" : "stopped")} any"
            );
        var called = TellData.Calls.TryGetValue(technique.Id, out var ways) ? chance.Of(ways) : technique.Name.ToLowerInvariant();
        // "An arm drag".
        var text = Fill(frame, names);
        if ("aeiou".Contains(called[0], StringComparison.Ordinal))
            text = text.Replace(" a {t}", " an {t}", StringComparison.Ordinal);
        return text.Replace("{t}", called, StringComparison.Ordinal);
    }

    private static string Kind(Technique technique) =>
        technique.Kind switch
        {
            TechniqueKind.Takedown => "takedown",
            TechniqueKind.Pass => "pass",
            TechniqueKind.Sweep => "sweep",
            TechniqueKind.BackTake => "back-take",
            TechniqueKind.Escape => "escape",
            TechniqueKind.Submission => "submission",
            TechniqueKind.Advance => "advance",
            _ => "any",
        };

    // The least used of those that fit and are not in this account yet; among equals by chance.
    private Frame Pick(string key, Voice voice, HashSet<Frame> seen, string? otherwise = null)
    {
        var own = Fitting(key, voice, seen);
        var fitting = otherwise is null ? own : [.. own, .. Fitting(otherwise, voice, seen)];
        if (fitting.Count == 0)
            fitting = [.. TellData.Frames.Where(f => f.Key == (otherwise ?? key) && !seen.Contains(f))];
        var least = fitting.Min(f => used.GetValueOrDefault(f));
        var frame = chance.Of(fitting.Where(f => used.GetValueOrDefault(f) == least).ToList());
        used[frame] = used.GetValueOrDefault(frame) + 1;
        seen.Add(frame);
        order.Add(frame);
        return frame;
    }

    private static List<Frame> Fitting(string key, Voice voice, HashSet<Frame> seen) =>
        [.. TellData.Frames.Where(f => f.Key == key && f.Voice == voice && !seen.Contains(f))];

    private static string Fill(Frame frame, Names names) =>
        frame
            .Text.Replace("{n}", names.First, StringComparison.Ordinal)
            .Replace("{p}", names.Subject, StringComparison.Ordinal)
            .Replace("{P}", char.ToUpperInvariant(names.Subject[0]) + names.Subject[1..], StringComparison.Ordinal)
            .Replace("{o}", names.Object, StringComparison.Ordinal)
            .Replace("{g}", names.Owner, StringComparison.Ordinal);

    private sealed record Names(string First, string Subject)
    {
        public string Object =>
            Subject == "he" ? "him"
            : Subject == "she" ? "her"
            : "them";

        public string Owner =>
            Subject == "he" ? "his"
            : Subject == "she" ? "her"
            : "their";
    }
}
