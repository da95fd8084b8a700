using AshNotch.Core.Ground;
using AshNotch.Core.Log;

namespace AshNotch.Demo;

/// <summary>Puts a simulated log into the words of somebody who writes after class. All invented.</summary>
internal static class Phrases
{
    private static readonly string[] EarlyAims =
    [
        "Two grips before anything.",
        "Bottom only tonight.",
        "Frames first, then hips.",
        "Breathe out when I am pinned.",
        "Sit up in guard, no flat back.",
        "Stand in base before I touch a collar.",
        "One attack from every top spot.",
        "Slow start, no rushing the pass.",
    ];

    private static readonly string[] BlockAims =
    [
        "Half guard: near elbow inside before he settles.",
        "Half guard: win the knee line on the left.",
        "Knee shield in early, head off his chest.",
        "Underhook or frame, never neither.",
        "Ask Odalys for half guard rounds.",
        "Half guard on the left, ten starts.",
    ];

    private static readonly string[] CupAims =
    [
        "First grip is mine.",
        "Score first, then settle.",
        "Cup rounds: no gift points.",
        "Back or nothing when they turtle.",
    ];

    private static readonly string[] BackAims =
    [
        "When they turn, I follow: seat belt first.",
        "Arm drag to the back, not to the pass.",
        "Back first, choke second.",
    ];

    private static readonly string[] SessionNotes =
    [
        "Cold in the loft, slow to warm up.",
        "Good class on collar grips.",
        "Tired from work, kept it light at the end.",
        "Ysolde showed the long step again.",
        "Mats full, two rolls cut short by the wall.",
        "Felt sharp from the second round on.",
        "Shoulders heavy after the hull job.",
        "Fenwick brought buns.",
    ];

    private static readonly string[] RollNotes =
    [
        "{0} got the grip first every time.",
        "Good pace with {0}, no rush.",
        "{0} said my head is too low when I come up.",
        "Lost the count of resets with {0}.",
        "Want another round with {0} from the same start.",
        "{0} felt heavier than last week.",
        "Best I have moved against {0}.",
    ];

    private static readonly Dictionary<string, string[]> Lessons = new()
    {
        ["knee-cut"] =
        [
            "Get the near elbow inside before the knee comes through.",
            "Knee line first. The grip can wait.",
            "Do not lie flat under the knee cut.",
            "Left side again: turn toward the knee, not away.",
        ],
        ["smash-pass"] = ["Knees apart means frames are late.", "Hips out the moment the weight comes."],
        ["rear-naked-choke"] = ["Two hands on the choking arm, then think.", "Chin is not a defence."],
        ["arm-triangle"] = ["Keep the elbow off my own neck.", "Answer early or do not answer."],
        ["armbar"] = ["Hide the elbow before I bridge.", "Thumb up is not enough, move the hips."],
        ["guillotine"] = ["Head up on the way in.", "Shoulder over before I pull the head out."],
        ["triangle"] = ["Both arms in or both arms out.", "Posture first when the leg climbs."],
        ["single-leg"] = ["Foot outside, then sprawl.", "Fight the hands before the leg is up."],
    };

    // What Ysolde shows on Tuesdays, week after week; two of them Runa has not tried since.
    private static readonly string[] Lesson =
    [
        "knee-cut",
        "hip-bump-sweep",
        "arm-drag",
        "kimura-grip",
        "elbow-knee-escape",
        "bow-and-arrow",
        "seat-belt",
        "loop-choke",
        "net-roll",
        "half-guard-sweep",
        "deep-half-sweep",
        "torreando",
    ];

    private static readonly (string Part, double Early, double Later)[] OwnView =
    [
        ("on-the-feet", 4, 5),
        ("guard", 6, 5.5),
        ("passing", 5, 5.5),
        ("pinning", 6, 6),
        ("under-pins", 4, 4.5),
        ("back-attack", 7, 7),
        ("back-defence", 3, 3.5),
        ("legs", 2, 2),
        ("leg-defence", 4, 3),
    ];

    private static readonly string[] PlainLessons =
    [
        "Win the inside knee before I reach for the collar.",
        "Stop waiting once I have the grip.",
        "Stay on top, then hunt.",
        "Look for the back when they turn.",
        "Grip, then move. Not both at once.",
        "Commit to the first sweep or leave it.",
        "Rest in a good spot, not in a bad one.",
    ];

    private static readonly Dictionary<string, string[]> ReasonsByKind = new()
    {
        ["pass"] = ["gave-space", "flat-on-back", "lost-inside", "elbow-out", "no-grips"],
        ["takedown"] = ["did-not-see-it", "head-position", "no-grips"],
        ["submission"] = ["posted-the-hand", "elbow-out", "fatigue", "did-not-see-it", "strength-or-size"],
        ["sweep"] = ["weight-wrong-side", "posted-the-hand", "rushed"],
        ["back-take"] = ["stayed-on-knees", "reached-back", "let-go"],
        ["escape"] = ["gave-space", "finish-before-control"],
    };

    private static readonly string[] Betters =
    [
        "frame on the hip before turning",
        "keep the near elbow in",
        "let the grip go earlier",
        "come up on the elbow at once",
        "turn in, not away",
    ];

    public static string? Aim(int week, bool cup, Chance chance) =>
        cup ? CupAims[0]
        : week is >= 14 and <= Season.CupWeek or > Season.Weeks ? chance.Of(CupAims)
        : week == Season.Weeks ? chance.Of(BackAims)
        : week >= Season.BlockWeek && week < Season.BlockWeek + 4 ? chance.Of(BlockAims)
        : chance.Happens(0.7) ? chance.Of(EarlyAims)
        : null;

    /// <summary>What a session taught, as far as Runa wrote it down.</summary>
    public static IReadOnlyList<string>? Taught(int week, SessionKind kind, DayOfWeek day) =>
        day == DayOfWeek.Tuesday && kind is SessionKind.Class or SessionKind.CompetitionClass && week % 3 != 0
            ? [Lesson[week % Lesson.Length]]
            : null;

    /// <summary>How Runa rates herself: what she enjoys a little too high.</summary>
    public static IEnumerable<SelfRating> Ratings(DateOnly day, bool later = false) =>
        OwnView.Select(v => new SelfRating(day, v.Part, later ? v.Later : v.Early));

    public static string? SessionNote(int week, SessionKind kind, Chance chance) =>
        kind switch
        {
            SessionKind.Tournament => "Midsummer Cup. Hall hot, mats slow, the whole Net Loft on the benches.",
            SessionKind.Private => "Hour with Ysolde on half guard, left side only.",
            SessionKind.Gauntlet => "Gauntlet, two minutes each, they chose the start.",
            _ when week == Season.BlockWeek && chance.Happens(0.5) => "First week of the half guard block.",
            _ => chance.Happens(0.45) ? chance.Of(SessionNotes) : null,
        };

    public static string RollNote(Partner partner, Intent intent, Chance chance) =>
        intent == Intent.LetWork ? $"Let {First(partner)} work from the top." : string.Format(chance.Of(RollNotes), First(partner));

    /// <summary>Adds reasons, what should have been done and short notes to moments that went wrong.</summary>
    public static Exchange Annotate(Exchange exchange, GroundMap ground, Chance chance) =>
        exchange with
        {
            Moments =
            [
                .. exchange.Moments.Select(m => m.Actor == Actor.Me || m.Outcome == Outcome.Stopped ? m : Annotated(m, ground, chance)),
            ],
        };

    public static IReadOnlyList<string> Takeaways(IReadOnlyList<Exchange> exchanges, int week, Chance chance)
    {
        var lost = exchanges
            .SelectMany(e => e.Moments)
            .Where(m => m.Actor == Actor.Them && m.Outcome == Outcome.Done)
            .Select(m => m.Technique);
        var learnt = lost.Where(Lessons.ContainsKey)
            .Distinct()
            .Take(2)
            .Where(_ => chance.Happens(0.4))
            .Select(t => chance.Of(Lessons[t]))
            .ToList();
        if (learnt.Count == 0 && chance.Happens(0.15))
            learnt.Add(chance.Of(PlainLessons));
        return learnt;
    }

    private static Moment Annotated(Moment moment, GroundMap ground, Chance chance)
    {
        var kind = Word.Of(ground.Technique(moment.Technique)?.Kind) ?? "";
        var reasons = ReasonsByKind.TryGetValue(kind, out var known) && chance.Happens(0.45) ? new[] { chance.Of(known) } : null;
        var better = chance.Happens(0.15) ? chance.Of(Betters) : null;
        var note = chance.Happens(0.06) ? "same as last week" : null;
        return moment with { Reasons = reasons, Better = better, Note = note };
    }

    private static string First(Partner partner) => partner.Name.Split(' ')[0];
}
