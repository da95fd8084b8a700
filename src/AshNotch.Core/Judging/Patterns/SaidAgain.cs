using AshNotch.Core.Telling;
using AshNotch.Core.Telling.Text;
using AshNotch.Core.Telling.Timeline;

namespace AshNotch.Core.Judging.Patterns;

/// <summary>A lesson as it was written down.</summary>
/// <param name="Session">The session's id.</param>
/// <param name="Roll">The roll's id.</param>
/// <param name="Date">The day.</param>
/// <param name="Text">The words.</param>
public sealed record Takeaway(string Session, string Roll, DateOnly Date, string Text)
{
    /// <summary>Every takeaway of some rolls, in their order.</summary>
    public static IReadOnlyList<Takeaway> In(IReadOnlyList<RollReading> readings) =>
        [.. readings.SelectMany(r => r.Takeaways.Select(t => new Takeaway(r.Session, r.Roll, r.Date, t)))];
}

/// <summary>Lessons that keep coming back to the same thing.</summary>
/// <param name="About">The id of a technique or a position, or a word of theirs.</param>
/// <param name="Lessons">The lessons, oldest first.</param>
public sealed record SaidAgain(string About, IReadOnlyList<Takeaway> Lessons)
{
    private const int Least = 3;
    private const int LeastDays = 2;

    /// <summary>
    /// Words that lessons are about beside techniques and positions: parts of the body and habits that reasons name.
    /// Common practice, no source.
    /// </summary>
    private static readonly HashSet<string> Themes =
    [
        "elbow",
        "elbows",
        "head",
        "hips",
        "hip",
        "knee",
        "knees",
        "grip",
        "grips",
        "frame",
        "frames",
        "underhook",
        "posture",
        "space",
        "breathe",
        "rush",
        "wait",
        "waiting",
        "base",
        "inside",
        "flat",
        "chin",
    ];

    /// <summary>
    /// Finds what was said on at least two days and three times, what has a name of its own first, then most often first.
    /// </summary>
    public static IReadOnlyList<SaidAgain> Of(IEnumerable<Takeaway> takeaways, AccountReader reader)
    {
        // A lesson that keeps coming back often does so in the same words.
        var read = new Dictionary<string, IReadOnlyList<string>>(StringComparer.Ordinal);
        IReadOnlyList<string> Read(string text) => read.TryGetValue(text, out var known) ? known : read[text] = [.. Themed(text, reader)];
        return
        [
            .. takeaways
                .SelectMany(t => Read(t.Text).Select(about => (about, t)))
                .GroupBy(p => p.about, p => p.t)
                .Where(g => g.Count() >= Least && g.Select(t => t.Date).Distinct().Count() >= LeastDays)
                .OrderBy(g => Themes.Contains(g.Key))
                .ThenByDescending(g => g.Count())
                .ThenBy(g => g.Key, StringComparer.Ordinal)
                .Select(g => new SaidAgain(g.Key, [.. g.OrderBy(t => t.Date)])),
        ];
    }

    private static IEnumerable<string> Themed(string text, AccountReader reader) =>
        reader
            .Named(text)
            .Concat(
                text.Split([' ', ',', '.', ';', ':', '!', '?', '\n'], StringSplitOptions.RemoveEmptyEntries)
                    .Select(w => w.ToLowerInvariant())
                    .Where(Themes.Contains)
                    .Select(Singular)
            )
            .Distinct();

    private static string Singular(string word) => word is "hips" or "knees" or "elbows" or "grips" or "frames" ? word[..^1] : word;
}
