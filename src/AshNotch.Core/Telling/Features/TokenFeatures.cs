using AshNotch.Core.Telling.Phrases;
using AshNotch.Core.Telling.Syntax;
using AshNotch.Core.Telling.Text;

namespace AshNotch.Core.Telling.Features;

/// <summary>
/// What can be seen of one word for the question whether something that happened is told here, and of a run of words for the
/// question which technique it is.
/// </summary>
internal sealed class TokenFeatures
{
    private static readonly string[] Before = ["t-0", "t-1", "t-2", "t-3", "t-4"];
    private static readonly string[] After = ["t-0", "t+1", "t+2", "t+3", "t+4"];
    private static readonly string[] Fine = ["f-1", "f+0", "f+1"];
    private static readonly string[] Coarse = ["o-2", "o-1", "o+0", "o+1", "o+2"];
    private static readonly string[] Pairs = ["p-2", "p-1", "p+0", "p+1"];
    private static readonly string[] Edges = ["w-3", "w-2", "w-1", "", "w+1", "w+2", "w+3"];

    private readonly Grammar grammar;
    private readonly IReadOnlyList<Token> tokens;
    private readonly List<Hit>[] covering;
    private readonly Hit?[] cueAt;
    private readonly Hit?[] bookAt;
    private readonly bool[] unreal;
    private readonly string style;

    public TokenFeatures(Seen seen)
    {
        var (_, hits, cues, books) = seen;
        (grammar, tokens) = (seen.Grammar, seen.Grammar.Tokens);
        covering = new List<Hit>[tokens.Count];
        foreach (var hit in hits)
            for (var at = hit.From; at < hit.To; at++)
                (covering[at] ??= []).Add(hit);
        cueAt = new Hit?[tokens.Count + 1];
        foreach (var cue in cues)
            for (var at = cue.From; at < cue.To; at++)
                cueAt[at] ??= cue;
        bookAt = new Hit?[tokens.Count + 1];
        foreach (var cue in books)
            for (var at = cue.From; at < cue.To; at++)
                bookAt[at] ??= cue;
        unreal = seen.Unreal;
        style = seen.Style;
    }

    /// <summary>Adds the features of a word.</summary>
    public void OfToken(int at, FeatureBag bag)
    {
        bag.Add("bias", "1");
        bag.Add("style", style);
        bag.Add("t.text", tokens[at].Text);
        bag.Add("t.style", tokens[at].Stem, style);
        for (var d = 0; d <= 4; d++)
        {
            if (at - d >= 0)
                bag.Add(Before[d], tokens[at - d].Stem);
            if (d > 0 && at + d < tokens.Count)
                bag.Add(After[d], tokens[at + d].Stem);
        }

        for (var d = -2; d <= 1; d++)
            if (at + d >= 0 && at + d + 1 < tokens.Count)
                bag.Add(Pairs[d + 2], tokens[at + d].Stem, tokens[at + d + 1].Stem);
        var word = tokens[at].Text;
        bag.Add("s3", word.AsSpan(Math.Max(0, word.Length - 3)));
        bag.Add("s2", word.AsSpan(Math.Max(0, word.Length - 2)));
        bag.Add("f4", word.AsSpan(0, Math.Min(4, word.Length)));
        if (at > 0)
            bag.Add("s3-1", tokens[at - 1].Text.AsSpan(Math.Max(0, tokens[at - 1].Text.Length - 3)));
        bag.Add("break", Level(at), at + 1 < tokens.Count ? Level(at + 1) : "end");
        bag.Add("capital", tokens[at].Capital ? "1" : "0", grammar.Names[at] ? "name" : "");
        var subject = grammar.Subjects[at];
        bag.Add(
            "subject",
            subject.Who > 0 ? "me"
                : subject.Who < 0 ? "them"
                : "?",
            subject.Strength > 0.7 ? "s" : "w"
        );
        if (subject.Third)
            bag.Add("third", "1");
        if (unreal[at])
            bag.Add("unreal", "1");
        for (var d = -2; d <= 2; d++)
        {
            if (at + d < 0 || at + d >= tokens.Count)
                continue;
            if (cueAt[at + d] is { } cue)
                bag.Add(
                    d == 0 ? "c"
                        : d < 0 ? "c-"
                        : "c+",
                    cue.Meaning.Id
                );
            if (bookAt[at + d] is { } book)
                bag.Add(
                    d == 0 ? "k"
                        : d < 0 ? "k-"
                        : "k+",
                    book.Meaning.Id
                );
            var (fine, coarse) = WordClass.Of(tokens[at + d].Text);
            if (fine.Length > 0)
            {
                bag.Add(Coarse[d + 2], coarse);
                if (d is >= -1 and <= 1)
                    bag.Add(Fine[d + 1], fine);
            }

            foreach (var hit in covering[at + d] ?? [])
            {
                bag.Add(
                    d == 0 ? "h"
                        : d < 0 ? "h-"
                        : "h+",
                    KindOf(hit),
                    Register(hit)
                );
                if (d == 0)
                {
                    bag.Add("h.id", hit.Meaning.Id);
                    bag.Add(
                        "h.place",
                        hit.From == at ? "first"
                            : hit.To == at + 1 ? "last"
                            : "in",
                        hit.Words > 1 ? "long" : "one"
                    );
                }
            }

            if (covering[at + d] is null && d == 0)
                bag.Add("h", "none");
        }
    }

    /// <summary>Adds the features of a run of words.</summary>
    public void OfSpan(int from, int to, FeatureBag bag)
    {
        bag.Add("bias", "1");
        for (var at = from; at < to; at++)
        {
            var token = tokens[at];
            bag.Add("in", token.Stem);
            if (token.Text != token.Stem)
                bag.Add("in.t", token.Text);
            var (fine, coarse) = WordClass.Of(token.Text);
            if (fine.Length > 0)
            {
                bag.Add("in.f", fine);
                bag.Add("in.o", coarse);
                if (at + 1 < to && WordClass.Of(tokens[at + 1].Text).Fine is { Length: > 0 } second)
                    bag.Add("in.ff", fine, second);
            }

            if (at + 1 < to)
                bag.Add("in2", token.Stem, tokens[at + 1].Stem);
            if (at + 2 < to)
                bag.Add("in3", token.Stem, tokens[at + 2].Stem);
            if (token.Text.Length > 4)
            {
                bag.Add("f4", token.Text.AsSpan(0, 4));
                for (var c = 0; c + 4 <= token.Text.Length; c++)
                    bag.Add("g4", token.Text.AsSpan(c, 4));
            }
        }

        for (var d = 1; d <= 3; d++)
        {
            if (from - d >= 0)
                bag.Add(Edges[3 - d], tokens[from - d].Stem);
            if (to + d - 1 < tokens.Count)
                bag.Add(Edges[3 + d], tokens[to + d - 1].Stem);
        }

        for (var at = Math.Max(0, from - 8); at < Math.Min(tokens.Count, to + 8); at++)
        {
            foreach (var hit in covering[at] ?? [])
            {
                if (hit.From != at && at != Math.Max(0, from - 8))
                    continue;
                var where =
                    hit.To <= from ? "-"
                    : hit.From >= to ? "+"
                    : "in";
                bag.Add("near", hit.Meaning.Id, where);
            }
        }
    }

    private static string Register(Hit hit) =>
        hit.Cost switch
        {
            < 0.5 => "exact",
            < 0.68 => "name",
            < 0.72 => "typo",
            < 0.8 => "body",
            < 0.9 => "short",
            < 1 => "heard",
            _ => "near",
        };

    private static string KindOf(Hit hit) =>
        hit.Meaning.Kind switch
        {
            MeaningKind.Technique => "technique",
            MeaningKind.Position => "position",
            MeaningKind.Event => hit.Meaning.Id,
            _ => "cue",
        };

    private string Level(int at) =>
        tokens[at].Before switch
        {
            Break.None => "0",
            Break.Comma => ",",
            Break.Arrow => ">",
            Break.Clause => ";",
            _ => ".",
        };
}
