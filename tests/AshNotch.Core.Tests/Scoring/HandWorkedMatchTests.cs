using System.Globalization;
using System.Text.RegularExpressions;
using AshNotch.Core.Ground;
using AshNotch.Core.Log;
using AshNotch.Core.Scoring;

namespace AshNotch.Core.Tests.Scoring;

/// <summary>
/// Matches worked by hand (matches.txt, with a reason at every move) against the score. The points, holds and advantages are those
/// of the IBJJF rule book (source named, values from memory); what is marked there as common practice has no source.
/// </summary>
public sealed partial class HandWorkedMatchTests
{
    public static readonly IReadOnlyDictionary<string, HandWorked> All = Read();

    public static IEnumerable<object[]> Names => All.Keys.Select(n => new object[] { n });

    [Fact]
    public void ThereAreAtLeastSixty() => Assert.True(All.Count >= 60);

    [Theory]
    [MemberData(nameof(Names))]
    public void TheBoardsAndEveryLineAreAsWorkedByHand(string name)
    {
        var match = All[name];
        var score = match.Score();

        var lines = score.Line.Select(l =>
            $"{l.Moment} {Word.Of(l.Actor)} {l.Event} {(l.Advantages > 0 ? "adv" : l.Points.ToString(CultureInfo.InvariantCulture))}"
        );
        Assert.Equal(match.Lines, lines);
        Assert.Equal(match.Boards, score.Boards);
        Assert.Equal((match.Winner, match.By), (score.Result.Winner, score.Result.By));
        Assert.All(score.Line, l => Assert.NotEmpty(l.Why));
    }

    /// <summary>A match as worked by hand.</summary>
    public sealed record HandWorked(
        MatchTerms Terms,
        IReadOnlyList<MatchEvent> Events,
        IReadOnlyList<string> Lines,
        Boards Boards,
        Actor? Winner,
        DecidedBy By
    )
    {
        public MatchScore Score() => Scorer.Score(Terms, Events, GroundMap.Default);
    }

    private static Dictionary<string, HandWorked> Read()
    {
        using var stream = typeof(HandWorkedMatchTests).Assembly.GetManifestResourceStream("scoring/matches.txt")!;
        using var reader = new StreamReader(stream);
        var matches = new Dictionary<string, HandWorked>();
        var name = "";
        var terms = new MatchTerms(RuleSets.Named("points")!);
        var (events, lines) = (new List<MatchEvent>(), new List<string>());
        while (reader.ReadLine() is { } line)
        {
            var words = line.Split(' ', StringSplitOptions.RemoveEmptyEntries);
            switch (words)
            {
                case [] or ["#", ..]:
                    break;
                case ["match", ..]:
                    (name, terms, events, lines) = (line[6..], new MatchTerms(RuleSets.Named("points")!), [], []);
                    break;
                case ["rules", var id]:
                    terms = terms with { Rules = RuleSets.Named(id)! };
                    break;
                case ["start", var spot]:
                    terms = terms with { Start = Spot.Parse(spot) };
                    break;
                case ["length", var clock]:
                    terms = terms with { Length = Seconds(clock) };
                    break;
                case ["=", var points, "-", var advantages, "-", var penalties, var winner, var by]:
                    var (p, a, f) = (Pair(points), Pair(advantages), Pair(penalties));
                    Assert.True(Word.TryRead<DecidedBy>(by, out var decided));
                    matches.Add(
                        name,
                        new HandWorked(
                            terms,
                            events,
                            lines,
                            new Boards(new Board(p.Me, a.Me, f.Me), new Board(p.Them, a.Them, f.Them)),
                            Who(winner),
                            decided
                        )
                    );
                    break;
                default:
                    Take(line, events, lines);
                    break;
            }
        }

        return matches;
    }

    private static void Take(string line, List<MatchEvent> events, List<string> lines)
    {
        var m = MoveLine().Match(line);
        Assert.True(m.Success, line);
        var (index, actor) = (events.Count, Who(m.Groups["who"].Value)!.Value);
        double? clock = m.Groups["clock"].Value == "-" ? null : Seconds(m.Groups["clock"].Value);
        var technique = m.Groups["what"].Value;
        string[] spots = m.Groups["spots"].Success ? m.Groups["spots"].Value.Split('>') : [];
        events.Add(
            technique == "penalty"
                ? new Penalty
                {
                    Index = index,
                    Clock = clock,
                    Actor = actor,
                }
                : new Move
                {
                    Index = index,
                    Clock = clock,
                    Actor = actor,
                    Technique = technique,
                    Outcome = m.Groups["how"].Success ? Outcome.Stopped : Outcome.Done,
                    Near = m.Groups["how"].Value == "near",
                    From = spots.Length > 0 ? Spot.Parse(spots[0]) : null,
                    To = spots.Length > 1 ? Spot.Parse(spots[1]) : null,
                    Held = m.Groups["hold"].Value switch
                    {
                        "" => null,
                        "kept" => Hold.Told(true),
                        "lost" => Hold.Told(false),
                        var held => Hold.For(double.Parse(held[5..], CultureInfo.InvariantCulture)),
                    },
                }
        );
        foreach (var brought in m.Groups["brings"].Value.Split(',', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries))
        {
            var (what, worth) = (brought.Split(' ')[0], brought.Split(' ')[1]);
            var other = actor == Actor.Me ? Actor.Them : Actor.Me;
            lines.Add(what == "other" ? $"{index} {Word.Of(other)} penalty {worth}" : $"{index} {Word.Of(actor)} {what} {worth}");
        }
    }

    private static Actor? Who(string word) => Word.TryRead<Actor>(word, out var actor) ? actor : null;

    private static double Seconds(string clock) =>
        clock.Split(':') is [var m, var s]
            ? (60 * int.Parse(m, CultureInfo.InvariantCulture)) + int.Parse(s, CultureInfo.InvariantCulture)
            : 0;

    private static (int Me, int Them) Pair(string text) =>
        text.Split(':') is [var me, var them]
            ? (int.Parse(me, CultureInfo.InvariantCulture), int.Parse(them, CultureInfo.InvariantCulture))
            : default;

    [GeneratedRegex(
        @"^(?<clock>-|\d+:\d\d) (?<who>me|them) (?<what>[a-z-]+)( (?<how>x|near))?( "
            + @"(?<spots>[a-z0-9-]+(:\w+)?(>[a-z0-9-]+(:\w+)?)?))??( (?<hold>held [\d.]+|kept|lost))? *:: *(?<brings>.*?) *-- .+$"
    )]
    private static partial Regex MoveLine();
}
