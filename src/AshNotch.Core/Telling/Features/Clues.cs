using AshNotch.Core.Telling.Phrases;
using AshNotch.Core.Telling.Syntax;
using AshNotch.Core.Telling.Text;

namespace AshNotch.Core.Telling.Features;

/// <summary>What all who weigh a match look at: the grammar, the cues by word, and where the next technique is named.</summary>
internal sealed class Clues
{
    public Clues(Grammar grammar, IReadOnlyList<Hit> hits, IReadOnlyList<Hit> cues)
    {
        Grammar = grammar;
        NextTechnique = Next(grammar.Tokens.Count, hits);
        CueAt = new Hit?[grammar.Tokens.Count + 1];
        foreach (var cue in cues)
            CueAt[cue.From] = cue;
    }

    public Grammar Grammar { get; }

    public IReadOnlyList<Token> Tokens => Grammar.Tokens;

    /// <summary>For each word, the cue that begins there.</summary>
    public Hit?[] CueAt { get; }

    /// <summary>For each word, the first word at or after it where a technique is named.</summary>
    public int[] NextTechnique { get; }

    private static int[] Next(int count, IReadOnlyList<Hit> hits)
    {
        var next = new int[count + 2];
        Array.Fill(next, count);
        foreach (var hit in hits)
        {
            if (
                hit is { Meaning.Kind: MeaningKind.Technique, Stepped: false }
                && hit.Cost < 1.4
                && hit.Meaning.Id
                    is not (
                        "escape"
                        or "guillotine-defence"
                        or "armbar-defence"
                        or "triangle-defence"
                        or "shoulder-lock-defence"
                        or "arm-triangle-defence"
                    )
            )
                next[hit.From] = hit.From;
        }

        for (var at = count - 1; at >= 0; at--)
            next[at] = Math.Min(next[at], next[at + 1]);
        return next;
    }
}
