using AshNotch.Core.Telling.Phrases;
using AshNotch.Core.Telling.Syntax;
using AshNotch.Core.Telling.Text;

namespace AshNotch.Core.Telling.Features;

/// <summary>What an account's words match, and what holds for all of them; worked out once for all who weigh them.</summary>
/// <param name="Grammar">The words and their light grammar.</param>
/// <param name="Hits">The matches of techniques, positions and events.</param>
/// <param name="Cues">The matches of words around them.</param>
/// <param name="BookCues">The same from the phrase books, for the models only.</param>
internal sealed record Seen(Grammar Grammar, IReadOnlyList<Hit> Hits, IReadOnlyList<Hit> Cues, IReadOnlyList<Hit> BookCues)
{
    /// <summary>Words that may say that somebody gave up, for the models only.</summary>
    public IReadOnlyList<Hit> TapHints { get; init; } = [];

    /// <summary>For each word, whether it is no part of what happened.</summary>
    public bool[] Unreal { get; } = Unreality.Of(Grammar, Cues);

    /// <summary>How the account is written, as far as the models care.</summary>
    public string Style { get; } = StyleOf(Grammar.Tokens);

    /// <summary>How many of the named techniques stand in brackets: notebooks put what the partner did there.</summary>
    public string Brackets { get; } = BracketsOf(Grammar.Tokens, Hits);

    private static string BracketsOf(IReadOnlyList<Token> tokens, IReadOnlyList<Hit> hits)
    {
        var named = hits.Where(h => h.Cost < 0.5 && h.Meaning.Kind == MeaningKind.Technique).Select(h => h.From).Distinct().ToList();
        var inside = named.Count(at => tokens[at].Bracketed);
        return inside == 0 ? "none"
            : inside * 6 < named.Count ? "few"
            : inside * 3 < named.Count * 2 ? "some"
            : "most";
    }

    private static string StyleOf(IReadOnlyList<Token> tokens)
    {
        if (tokens.Count == 0)
            return "none";
        var (breaks, capitals, pronouns) = (0, 0, 0);
        foreach (var token in tokens)
        {
            breaks += token.Before == Break.None ? 0 : 1;
            capitals += token.Capital ? 1 : 0;
            pronouns += Words.SubjectMe.Contains(token.Text) || Words.SubjectThem.Contains(token.Text) ? 1 : 0;
        }

        return breaks * 60 < tokens.Count ? "spoken"
            : pronouns * 25 < tokens.Count ? "short"
            : capitals * 60 < tokens.Count ? "small"
            : "written";
    }
}
