using System.Text.RegularExpressions;
using AshNotch.Core.Ground;
using AshNotch.Core.Log;

namespace AshNotch.Evaluation;

/// <summary>
/// The compact form of labelled accounts, parted by empty lines: a head (<c>id style gi|no-gi|- start|-</c>), the words, then
/// <c>&gt;</c> moments in the order in which they happened (<c>?</c> optional, <c>/id</c> as good), <c>@</c> the owner's spots,
/// <c>!</c> ends (<c>tap me|them technique</c>, <c>time</c>, <c>reset</c>, <c>stoppage</c>), <c>=</c> the words of each moment,
/// parted by <c> | </c>, <c>-</c> for none of its own.
/// </summary>
public static partial class AccountFile
{
    private static readonly HashSet<string> Styles = ["typed", "dictated", "shorthand", "tricky", "review", "plain"];

    /// <summary>Reads a file.</summary>
    /// <param name="text">Its text.</param>
    /// <param name="hand">Whose words they are.</param>
    /// <exception cref="FormatException">A line does not have the form; it says which account and what.</exception>
    public static IReadOnlyList<LabelledAccount> Parse(string text, string hand) =>
        [
            .. EmptyLine()
                .Split(text.Trim())
                .Select(block =>
                    block.Split('\n').Where(l => l.Trim().Length > 0 && !l.StartsWith("# ", StringComparison.Ordinal)).ToList()
                )
                .Where(lines => lines.Count > 0)
                .Select(lines => One(lines, hand)),
        ];

    private static LabelledAccount One(List<string> lines, string hand)
    {
        var head = lines[0].Split(' ', StringSplitOptions.RemoveEmptyEntries);
        if (head.Length != 4 || !Styles.Contains(head[1]))
            throw new FormatException($"'{lines[0]}' is no head of an account.");
        List<string> Marked(char mark) =>
            [.. lines.Skip(1).Where(l => l.StartsWith($"{mark} ", StringComparison.Ordinal)).Select(l => l[2..])];
        List<string> Parts(char mark) =>
            [.. Marked(mark).SelectMany(l => l.Split(';', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries))];
        var words = string.Join(
            '\n',
            lines.Skip(1).Where(l => l.Length < 2 || !(l[1] == ' ' && ">@!=".Contains(l[0]))).Select(l => l.TrimEnd())
        );
        var moments = Parts('>').Select(p => Moment(p, head[0])).ToList();
        var quotes = Marked('=').SelectMany(l => l.Split(" | ")).Select(q => q.Trim()).ToList();
        if (quotes.Count > 0 && quotes.Count != moments.Count)
            throw new FormatException($"{head[0]}: {quotes.Count} quotes for {moments.Count} moments.");
        return new LabelledAccount
        {
            Id = head[0],
            Hand = hand,
            Style = head[1],
            Attire = Word.TryRead<Attire>(head[2], out var attire) ? attire : null,
            Start = head[3] == "-" ? null : Spot.Parse(head[3]),
            Text = words,
            Moments = quotes.Count > 0 ? Quoted(moments, quotes, words, head[0]) : moments,
            Spots =
            [
                .. Parts('@')
                    .Select(p => new GoldSpot(
                        [.. p.Replace("?", "", StringComparison.Ordinal).Split('/').Select(Spot.Parse)],
                        p.Contains('?')
                    )),
            ],
            Ends = [.. Parts('!').Select(p => End(p, head[0]))],
        };
    }

    private static GoldMoment Moment(string part, string account)
    {
        var m = MomentForm().Match(part);
        if (!m.Success)
            throw new FormatException($"{account}: no moment '{part}'.");
        return new GoldMoment(
            m.Groups[1].Value == "me" ? Actor.Me : Actor.Them,
            [m.Groups[2].Value, .. m.Groups[5].Value.Split('/', StringSplitOptions.RemoveEmptyEntries)],
            m.Groups[3].Value == "done" ? Outcome.Done : Outcome.Stopped,
            m.Groups[4].Success && m.Groups[4].Value == "?"
        );
    }

    private static GoldEnd End(string part, string account)
    {
        var words = part.Split(' ');
        if (words is ["tap", "me" or "them", var technique])
            return new GoldEnd(EndKind.Tap, words[1] == "me" ? Actor.Me : Actor.Them, technique);
        return Word.TryRead<EndKind>(part, out var kind)
            ? new GoldEnd(kind, null, null)
            : throw new FormatException($"{account}: no end '{part}'.");
    }

    // A quote is found with any white space between its words; of several places the first not before the last moment's.
    private static List<GoldMoment> Quoted(IReadOnlyList<GoldMoment> moments, IReadOnlyList<string> quotes, string text, string account)
    {
        var found = new List<GoldMoment>();
        var last = 0;
        for (var i = 0; i < moments.Count; i++)
        {
            if (quotes[i] == "-")
            {
                found.Add(moments[i]);
                continue;
            }

            var form = string.Join(@"\s+", quotes[i].Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries).Select(Regex.Escape));
            var places = Regex.Matches(text, form);
            if (places.Count == 0)
                throw new FormatException($"{account}: '{quotes[i]}' is not in the text.");
            var place = places.FirstOrDefault(p => p.Index >= last) ?? places[0];
            last = place.Index;
            found.Add(moments[i] with { QuoteAt = place.Index, QuoteLength = place.Length });
        }

        return found;
    }

    [GeneratedRegex(@"\n[ \t]*\n")]
    private static partial Regex EmptyLine();

    [GeneratedRegex(@"^(me|them) ([a-z0-9-]+) (done|stopped)(\?)?((?:/[a-z0-9-]+)*)$")]
    private static partial Regex MomentForm();
}
