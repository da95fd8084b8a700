using AshNotch.Core.Log;
using AshNotch.Core.Telling.Decoding;
using AshNotch.Core.Telling.Text;

namespace AshNotch.Core.Telling.Timeline;

/// <summary>Sides, clock times and reasons that stand beside a moment.</summary>
internal static class Details
{
    private static readonly (string Reason, string[] Words)[] Reasons =
    [
        ("gave-space", ["gave", "space"]),
        ("no-grips", ["no", "grips"]),
        ("useless-grip", ["useless", "grip"]),
        ("let-go", ["let", "go", "everything"]),
        ("elbow-out", ["elbow", "flared"]),
        ("elbow-out", ["elbow", "away"]),
        ("posted-the-hand", ["posted", "my", "hand"]),
        ("reached-back", ["reached", "back"]),
        ("head-position", ["head", "wrong"]),
        ("lost-inside", ["lost", "underhook"]),
        ("lost-inside", ["lost", "inside"]),
        ("flat-on-back", ["flat", "back"]),
        ("flat-on-back", ["got", "flattened"]),
        ("telegraphed", ["telegraphed"]),
        ("telegraphed", ["saw", "coming"]),
        ("rushed", ["rushed"]),
        ("half-committed", ["half", "committed"]),
        ("half-committed", ["hesitated"]),
        ("did-not-see-it", ["didn't", "see"]),
        ("did-not-see-it", ["never", "saw"]),
        ("fatigue", ["gassed"]),
        ("fatigue", ["tired"]),
        ("fatigue", ["exhausted"]),
        ("strength-or-size", ["too", "heavy"]),
        ("strength-or-size", ["too", "strong"]),
        ("no-room", ["the", "wall"]),
        ("stayed-on-knees", ["stayed", "knees"]),
    ];

    /// <summary>The exchanges with what their words add.</summary>
    public static IReadOnlyList<ToldExchange> Of(IReadOnlyList<ToldExchange> exchanges, IReadOnlyList<Token> tokens)
    {
        var all = exchanges.SelectMany(e => e.Moments).Select(m => m.Source).OrderBy(s => s.Start).ToList();
        var clocks = Clocks(tokens);
        return [.. exchanges.Select(e => e with { Moments = [.. e.Moments.Select(m => With(m, tokens, all, clocks))] })];
    }

    private static ToldMoment With(
        ToldMoment told,
        IReadOnlyList<Token> tokens,
        IReadOnlyList<Span> all,
        IReadOnlyList<(int At, double Seconds)> clocks
    )
    {
        var first = tokens.FirstAt(told.Source.Start);
        var next = Places.First(all, s => s.Start >= told.Source.End);
        var until = next == all.Count ? int.MaxValue : all[next].Start;
        var before = Places.First(all, s => s.Start >= told.Source.Start) - 1;
        while (before >= 0 && all[before].End > told.Source.Start)
            before--;
        var last = before < 0 ? 0 : all[before].End;
        Side? side = null;
        for (var at = Math.Max(0, first - 3); at < tokens.Count && tokens[at].Source.Start < Math.Min(until, told.Source.End + 40); at++)
        {
            if (tokens[at].Source.Start < last || (at > first && tokens[at].Before >= Break.Sentence))
                continue;
            if (tokens[at].Text is "left" or "right" && Sided(tokens, at))
                side ??= tokens[at].Text == "left" ? Side.Left : Side.Right;
            else if (tokens[at].Text is "l" or "r" && tokens[at].Capital && tokens[at].Source.Start >= told.Source.End)
                side ??= tokens[at].Text == "l" ? Side.Left : Side.Right;
        }

        var said = Places.First(clocks, c => c.At > told.Source.End) - 1;
        double? clock = said >= 0 && clocks[said].At >= last ? clocks[said].Seconds : null;
        var reasons = ReasonsIn(tokens, told.Source.End, Math.Min(until, told.Source.End + 90));
        return told with { Moment = told.Moment with { Side = side, Clock = clock, Reasons = reasons.Count > 0 ? reasons : null } };
    }

    private static bool Sided(IReadOnlyList<Token> tokens, int at)
    {
        var next = at + 1 < tokens.Count ? tokens[at + 1].Text : "";
        var lead = at > 0 ? tokens[at - 1].Text : "";
        return !Words.NoSideBefore.Contains(next) && !Words.NoSideAfter.Contains(lead);
    }

    private static List<(int At, double Seconds)> Clocks(IReadOnlyList<Token> tokens)
    {
        var found = new List<(int, double)>();
        for (var at = 0; at < tokens.Count; at++)
        {
            var word = tokens[at].Text;
            var parts = word.Split(':');
            if (
                parts.Length == 2
                && int.TryParse(parts[0], out var minutes)
                && int.TryParse(parts[1], out var seconds)
                && minutes < 60
                && seconds < 60
            )
                found.Add((tokens[at].Source.Start, (60 * minutes) + seconds));
            else if (
                at + 2 < tokens.Count
                && word is "at"
                && Words.Minutes.Contains(tokens[at + 2].Text)
                && Number(tokens[at + 1].Text) is { } told
            )
                found.Add((tokens[at].Source.Start, 60 * told));
        }

        return found;
    }

    private static double? Number(string word) =>
        word switch
        {
            "one" => 1,
            "two" => 2,
            "three" => 3,
            "four" => 4,
            "five" => 5,
            _ => int.TryParse(word, out var number) && number < 60 ? number : null,
        };

    private static List<string> ReasonsIn(IReadOnlyList<Token> tokens, int from, int until)
    {
        var words = new List<string>();
        for (var at = tokens.FirstAt(from); at < tokens.Count && tokens[at].Source.Start < until; at++)
            words.Add(tokens[at].Text);
        return [.. Reasons.Where(r => Follow(words, r.Words)).Select(r => r.Reason).Distinct()];
    }

    private static bool Follow(List<string> words, string[] wanted)
    {
        for (var start = 0; start < words.Count; start++)
        {
            if (words[start] != wanted[0])
                continue;
            var at = start;
            var found = wanted.Skip(1).All(w => (at = words.FindIndex(at + 1, Math.Min(3, words.Count - at - 1), x => x == w)) > 0);
            if (found)
                return true;
        }

        return false;
    }
}
