using AshNotch.Core.Ground;
using AshNotch.Core.Telling.Decoding;
using AshNotch.Core.Telling.Phrases;
using AshNotch.Core.Telling.Syntax;
using AshNotch.Core.Telling.Text;

namespace AshNotch.Core.Telling.Features;

/// <summary>
/// What can be seen of a mention (a match, or a span that the tagger proposes): its own words, those around it by distance and
/// by what breaks lie between, pronouns and owners, the words of becoming, its neighbours, the style of the account, and what the
/// rules make of it. Plain and general: the models find out what matters.
/// </summary>
internal sealed class MentionFeatures
{
    private const int FarthestBefore = 10;
    private const int FarthestAfter = 14;
    private const int LongestSequel = 30;

    private static readonly string[] Crossed = ["", ",", ";", "."];

    private readonly Grammar grammar;
    private readonly IReadOnlyList<Token> tokens;
    private readonly GroundMap ground;
    private readonly bool[] unreal;
    private readonly Hit?[] cueAt;
    private readonly Hit?[] bookAt;
    private readonly List<Hit> named;
    private readonly string style;
    private readonly string brackets;

    public MentionFeatures(Seen seen, GroundMap ground, IReadOnlyList<Hit> hits)
    {
        (grammar, this.ground, tokens) = (seen.Grammar, ground, seen.Grammar.Tokens);
        bookAt = new Hit?[tokens.Count + 1];
        foreach (var cue in seen.BookCues)
            bookAt[cue.From] = cue;
        unreal = seen.Unreal;
        cueAt = new Hit?[tokens.Count + 1];
        foreach (var cue in seen.Cues)
            cueAt[cue.From] = cue;
        named = [.. hits.Where(h => (h.Cost < 0.5 || h.Tagged) && !h.Stepped).OrderBy(h => h.From)];
        (style, brackets) = (seen.Style, seen.Brackets);
    }

    /// <summary>Adds the features of a mention.</summary>
    /// <param name="one">The mention with what the rules make of it.</param>
    /// <param name="tagged">How much the tagger thinks of these words: that something is told here, and that it is this; 0 to 1.</param>
    /// <param name="bag">Takes them.</param>
    public void Of(Evidence one, (double Told, double This) tagged, FeatureBag bag)
    {
        var hit = one.Hit;
        var technique = ground.Technique(hit.Meaning.Id);
        var id = hit.Meaning.Id;
        var kind = technique?.Kind.ToString() ?? "none";
        bag.Add("bias", "1");
        bag.Add("style", style);
        bag.Add("id", id);
        bag.Add("kind", kind);
        bag.Add("kind.style", kind, style);
        bag.Add("source", Source(hit), Step(hit.Cost, hit.Cost is >= 0.5 and < 1 ? 0.05 : 0.5));
        bag.Add("words", Small(hit.Words), Small(Math.Min(6, hit.To - hit.From)));
        bag.Add("patient", hit.Patient ? "1" : "0");
        bag.Add("told", Step(tagged.Told, 0.1), Source(hit));
        bag.Add("this", Step(tagged.This, 0.1), Source(hit));
        if (hit.Stepped)
        {
            bag.Add("place", hit.Place, id);
            bag.Add("holder", Step(Math.Clamp(one.Holder, -6, 6), 0.5), id);
            bag.Add("arrives", Step(one.Arrives, 0.5), id);
        }

        bag.Add("gain", Step(Math.Clamp(one.Gain, -8, 5), 0.5));
        bag.Add("me", Step(Math.Clamp(one.Me, -6, 6), 0.5));
        bag.Add("done", Step(Math.Clamp(one.Done, -5, 5), 0.5));
        bag.Add("unreal", unreal[hit.From] ? "1" : "0");
        bag.Add("names", grammar.Names[hit.From] ? "1" : "0");
        var phrase = tokens[hit.From].Stem;
        for (var at = hit.From; at < hit.To; at++)
        {
            bag.Add("in", tokens[at].Stem);
            if (WordClass.Of(tokens[at].Text).Fine is { Length: > 0 } fine)
                bag.Add("in.f", fine);
            if (bookAt[at] is { } book)
                bag.Add("ik", book.Meaning.Id);
            if (at > hit.From && at < hit.From + 4)
                phrase += ' ' + tokens[at].Stem;
        }

        bag.Add("phrase", phrase);
        bag.Add("first", tokens[hit.From].Text);
        bag.Add("last", tokens[hit.To - 1].Text);
        bag.Add("ending", End(tokens[hit.From].Text, 3), kind);
        Around(hit, kind, bag);
        if (technique?.Finishes() == true)
            Sequel(hit, bag);
        Persons(hit, technique, bag);
        Neighbours(hit, kind, bag);
    }

    private static string Source(Hit hit) =>
        hit.Tagged ? "tagger"
        : hit.Stepped ? "place"
        : "list";

    private void Around(Hit hit, string kind, FeatureBag bag)
    {
        if (hit.Stepped)
            kind = "step";
        var crossed = 0;
        for (var d = 1; d <= FarthestBefore && hit.From - d >= 0; d++)
        {
            crossed = Math.Max(crossed, Level(tokens[hit.From - d + 1].Before));
            if (crossed == 3 && d > 6)
                break;
            var token = tokens[hit.From - d];
            bag.Add(Near("b", d), token.Stem, Crossed[crossed]);
            if (d <= 2)
                bag.Add(d == 1 ? "b1t" : "b2t", token.Text, Crossed[crossed]);
            if (d <= 3 && WordClass.Of(token.Text).Fine is { Length: > 0 } fine)
                bag.Add(d == 1 ? "b1f" : "b3f", fine, Crossed[crossed]);
            if (d <= 2)
                bag.Add(d == 1 ? "b1e" : "b2e", End(token.Text, 3));
            if (d <= 4)
                bag.Add("b.kind", token.Stem, kind);
            if (cueAt[hit.From - d] is { } cue && cue.To <= hit.From)
                bag.Add(Near("bc", d), cue.Meaning.Id, Crossed[crossed]);
            if (bookAt[hit.From - d] is { } book && book.To <= hit.From)
                bag.Add(Near("bk", d), book.Meaning.Id, Crossed[crossed]);
        }

        if (hit.From >= 2)
            bag.Add("bb", tokens[hit.From - 2].Stem, tokens[hit.From - 1].Stem);
        if (hit.From >= 1)
            bag.Add("bf", tokens[hit.From - 1].Stem, tokens[hit.From].Stem);
        bag.Add("before", Crossed[Level(tokens[hit.From].Before)], kind);
        crossed = 0;
        var sentences = 0;
        for (var d = 1; d <= FarthestAfter && hit.To + d - 1 < tokens.Count; d++)
        {
            var token = tokens[hit.To + d - 1];
            crossed = Math.Max(crossed, Level(token.Before));
            sentences += token.Before == Break.Sentence ? 1 : 0;
            if (sentences > 1)
                break;
            bag.Add(Near("a", d), token.Stem, Crossed[crossed]);
            if (d <= 2)
                bag.Add(d == 1 ? "a1t" : "a2t", token.Text, Crossed[crossed]);
            if (d <= 3 && WordClass.Of(token.Text).Fine is { Length: > 0 } fine)
                bag.Add(d == 1 ? "a1f" : "a3f", fine, Crossed[crossed]);
            if (d <= 5)
                bag.Add("a.kind", token.Stem, kind);
            if (cueAt[hit.To + d - 1] is { } cue)
                bag.Add(Near("ac", d), cue.Meaning.Id, Crossed[crossed]);
            if (bookAt[hit.To + d - 1] is { } book)
                bag.Add(Near("ak", d), book.Meaning.Id, Crossed[crossed]);
        }

        if (hit.To + 1 < tokens.Count)
            bag.Add("aa", tokens[hit.To].Stem, tokens[hit.To + 1].Stem);
        if (hit.To < tokens.Count)
            bag.Add("la", tokens[hit.To - 1].Stem, tokens[hit.To].Stem);
        bag.Add("after", hit.To < tokens.Count ? Crossed[Level(tokens[hit.To].Before)] : "end", kind);
        if (hit.To >= tokens.Count - 12)
            bag.Add("near-end", kind);
    }

    // What became of a submission may be told a few sentences later: a hand on the mat, a name, a laugh, going on.
    private void Sequel(Hit hit, FeatureBag bag)
    {
        var end = Math.Min(tokens.Count, hit.To + LongestSequel);
        for (var at = hit.To; at < end; at++)
        {
            bag.Add(at - hit.To < 10 ? "s10" : "s30", tokens[at].Stem);
            if (at + 1 < end)
                bag.Add("ss", tokens[at].Stem, tokens[at + 1].Stem);
            if (WordClass.Of(tokens[at].Text).Fine is { Length: > 0 } fine)
                bag.Add("sf", fine);
            if (bookAt[at] is { } book)
                bag.Add(at - hit.To < 10 ? "sk10" : "sk30", book.Meaning.Id);
            if (cueAt[at] is { } cue)
                bag.Add(at - hit.To < 10 ? "sc10" : "sc30", cue.Meaning.Id);
        }

        if (end == tokens.Count)
            bag.Add("s.end", Small((end - hit.To) / 4));
    }

    private void Persons(Hit hit, Technique? technique, FeatureBag bag)
    {
        var saves = technique?.Saves() == true ? "saves" : "";
        var subject = grammar.Subjects[hit.From];
        bag.Add("subject", Side(subject.Who), Step(subject.Strength, 0.2));
        bag.Add("subject.kind", Side(subject.Who), technique?.Kind.ToString() ?? "none");
        if (subject.Third)
            bag.Add("third", "1");
        var inside = grammar.Subjects[hit.To - 1];
        if (inside.Who != subject.Who)
            bag.Add("subject.inside", Side(inside.Who), Step(inside.Strength, 0.2));
        for (var at = Math.Max(0, hit.From - 4); at < Math.Min(tokens.Count, hit.To + 4); at++)
        {
            var place =
                at < hit.From ? Near("-", hit.From - at)
                : at < hit.To ? "in"
                : Near("+", at - hit.To + 1);
            var owner = grammar.Owner(at);
            if (owner != 0)
            {
                bag.Add("owner" + place, Side(owner), saves);
                if (at + 1 < tokens.Count)
                    bag.Add("owns" + place, Side(owner), tokens[at + 1].Stem);
            }

            var whom = owner == 0 ? grammar.Object(at) : 0;
            if (whom != 0)
                bag.Add("object" + place, Side(whom), saves);
            if (tokens[at].Text == "by" && at + 1 < tokens.Count && grammar.Object(at + 1) is var agent and not 0)
                bag.Add("by", Side(agent));
        }

        bag.Add("bracketed", tokens[hit.From].Bracketed ? "in" : "out", brackets);
        if (!tokens[hit.From].Bracketed && Tag(hit.To) is var tag and not 0)
            bag.Add("tag", Side(tag));
        var (mine, theirs) = (-1, -1);
        for (var at = hit.From; at >= 0 && at > hit.From - 30; at--)
        {
            if (mine < 0 && Words.SubjectMe.Contains(tokens[at].Text))
                mine = hit.From - at;
            if (theirs < 0 && (Words.SubjectThem.Contains(tokens[at].Text) || grammar.Names[at]))
                theirs = hit.From - at;
        }

        bag.Add(
            "nearest",
            mine < 0 ? (theirs < 0 ? "none" : "them")
                : theirs < 0 || mine < theirs ? "me"
                : "them"
        );
        for (var at = hit.From - 1; at >= 0 && at >= hit.From - 3; at--)
            if (tokens[at].Stem is "be" or "get" or "got")
                bag.Add("passive", tokens[at].Stem, End(tokens[hit.From].Text, 2));
    }

    // "Toe hold (him)", "juji (I)": whose it was, in brackets behind it.
    private int Tag(int at)
    {
        if (at >= tokens.Count || !tokens[at].Bracketed || (at + 1 < tokens.Count && tokens[at + 1].Bracketed))
            return 0;
        return Words.SubjectMe.Contains(tokens[at].Text) || Words.ObjectMe.Contains(tokens[at].Text) ? 1
            : Words.SubjectThem.Contains(tokens[at].Text) ? -1
            : grammar.Object(at);
    }

    private void Neighbours(Hit hit, string kind, FeatureBag bag)
    {
        // The named things around it, by binary search over where they begin.
        var (low, high) = (0, named.Count);
        while (low < high)
        {
            var middle = (low + high) / 2;
            if (named[middle].From < hit.From)
                low = middle + 1;
            else
                high = middle;
        }

        var seen = 0;
        for (var i = low - 1; i >= 0 && seen < 2 && hit.From - named[i].From < 40; i--)
        {
            if (named[i].To > hit.From)
                continue;
            bag.Add(seen == 0 ? "prev" : "prev2", named[i].Meaning.Id, Apart(hit.From - named[i].To));
            if (seen == 0)
                bag.Add("prev.kind", named[i].Meaning.Id, kind);
            seen++;
        }

        seen = 0;
        for (var i = low; i < named.Count && seen < 2 && named[i].From - hit.To < 40; i++)
        {
            if (named[i].From < hit.To)
            {
                if (named[i] != hit && named[i].Meaning != hit.Meaning)
                    bag.Add("over", named[i].Meaning.Id, hit.Meaning.Id);
                continue;
            }

            bag.Add(seen == 0 ? "next" : "next2", named[i].Meaning.Id, Apart(named[i].From - hit.To));
            if (seen == 0)
            {
                bag.Add("next.kind", named[i].Meaning.Id, kind);
                bag.Add("next.subject", Side(grammar.Subjects[named[i].From].Who), Side(grammar.Subjects[hit.From].Who));
            }

            seen++;
        }

        if (seen == 0)
            bag.Add("next", "none");
    }

    private static int Level(Break before) =>
        before switch
        {
            Break.None => 0,
            Break.Comma or Break.Arrow => 1,
            Break.Clause => 2,
            _ => 3,
        };

    private static string Side(int who) =>
        who switch
        {
            > 0 => "me",
            < 0 => "them",
            _ => "?",
        };

    private static string Near(string side, int distance) =>
        side
        + distance switch
        {
            1 => "1",
            2 => "2",
            <= 4 => "4",
            <= 7 => "7",
            _ => "9",
        };

    private static string Apart(int words) =>
        words switch
        {
            <= 1 => "1",
            <= 4 => "4",
            <= 10 => "10",
            _ => "40",
        };

    private static string Small(int number) => number.ToString(System.Globalization.CultureInfo.InvariantCulture);

    private static string Step(double value, double width) => Small((int)Math.Round(value / width));

    private static ReadOnlySpan<char> End(string word, int letters) => word.AsSpan(Math.Max(0, word.Length - letters));
}
