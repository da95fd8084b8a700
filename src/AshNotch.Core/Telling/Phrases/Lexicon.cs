using AshNotch.Core.Telling.Decoding;
using AshNotch.Core.Telling.Text;
using AshNotch.Core.Telling.Timeline;

namespace AshNotch.Core.Telling.Phrases;

/// <summary>What a phrase may stand for.</summary>
internal enum MeaningKind
{
    Technique,
    Position,
    Cue,
    Event,
}

/// <summary>What a phrase stands for: an id of the ground, a cue or an event.</summary>
internal readonly record struct Meaning(MeaningKind Kind, string Id);

/// <summary>Whose something is that stands in a gap of a phrase.</summary>
internal enum Gap
{
    /// <summary>Of the one it is done to, when attacking; own, when defending.</summary>
    Usual,

    /// <summary>Of whoever does it.</summary>
    Own,

    /// <summary>Of the other.</summary>
    Other,
}

/// <summary>A place in an account that matches a phrase.</summary>
/// <param name="From">The first word.</param>
/// <param name="To">The word after the last.</param>
/// <param name="Meaning">What it stands for.</param>
/// <param name="Words">How many words of the phrase itself were matched, gaps aside.</param>
/// <param name="Cost">What speaks against it: 0 for the very words, more for near ones and everyday ones.</param>
/// <param name="Patient">The phrase is said by the one it is done to ("gave up my back").</param>
/// <param name="Gaps">The words in gaps, and whose they are.</param>
internal sealed record Hit(
    int From,
    int To,
    Meaning Meaning,
    int Words,
    double Cost,
    bool Patient,
    IReadOnlyList<(int Token, Gap Gap)> Gaps
)
{
    /// <summary>Proposed by the tagger, not matched to a listed phrase.</summary>
    public bool Tagged { get; init; }

    /// <summary>The words name a place, and this is a step to it that may be meant; the models say whether it is.</summary>
    public bool Stepped { get; init; }

    /// <summary>A position that the phrase names as well ("pulled half guard").</summary>
    public string? Place { get; init; }
}

/// <summary>
/// All phrases in one tree of word stems, so that finding those that begin at a word takes time by the length of the longest
/// phrase only. Notation: the head of Data/techniques.txt.
/// </summary>
internal sealed class Lexicon
{
    private const int GapWords = 2;
    private const int WildWords = 3;

    private readonly Node root = new();
    private readonly List<Literal> literals = [];
    private readonly HashSet<string> vocabulary = [];

    /// <summary>A phrase without gaps, for matching by sound.</summary>
    /// <param name="Joined">The words without spaces.</param>
    /// <param name="Meaning">What it stands for.</param>
    /// <param name="Words">How many words.</param>
    internal readonly record struct Literal(string Joined, Meaning Meaning, int Words);

    /// <summary>The phrases without gaps.</summary>
    public IReadOnlyList<Literal> Literals => literals;

    /// <summary>Whether the stem is in any phrase.</summary>
    public bool Knows(string stem) => vocabulary.Contains(stem);

    /// <summary>Adds every phrase of a line <c>id :: phrase; phrase</c>.</summary>
    /// <exception cref="InvalidDataException">The line has no <c>::</c>.</exception>
    public void AddLine(string line, MeaningKind kind)
    {
        var cut = line.IndexOf("::", StringComparison.Ordinal);
        if (cut < 0)
            throw new InvalidDataException($"'{line}' is no line of phrases: it needs an id, two colons and phrases.");
        var meaning = new Meaning(kind, line[..cut].Trim());
        foreach (var phrase in line[(cut + 2)..].Split(';', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries))
            Add(phrase, meaning);
    }

    /// <summary>Adds one phrase.</summary>
    public void Add(string phrase, Meaning meaning, double cost = 0)
    {
        var patient = phrase.StartsWith('!');
        if (phrase.StartsWith('~'))
            cost += Weights.EverydayPhrase;
        var slots = phrase.TrimStart('!', '~').Split(' ', StringSplitOptions.RemoveEmptyEntries).SelectMany(Slots).ToList();
        while (slots.Count > 0 && slots[0].Kind != SlotKind.Word)
            slots.RemoveAt(0);
        if (slots.Count == 0)
            return;
        Insert(root, slots, 0, new Ending(meaning, cost, patient));
        if (
            meaning.Kind is MeaningKind.Technique or MeaningKind.Position
            && slots.All(s => s.Kind == SlotKind.Word && s.Choices.Count == 1 && !s.Optional)
        )
            literals.Add(new Literal(string.Concat(slots.Select(s => s.Texts[0])), meaning, slots.Count));
    }

    /// <summary>Every phrase that begins at a word.</summary>
    /// <param name="tokens">The account.</param>
    /// <param name="at">The word.</param>
    /// <param name="names">For each word, whether it is a name: names fill gaps.</param>
    /// <param name="hits">Where found ones go.</param>
    public void Find(IReadOnlyList<Token> tokens, int at, bool[] names, List<Hit> hits) =>
        new Finder(tokens, at, names, hits).Walk(at, root, 0, []);

    private static IEnumerable<Slot> Slots(string word)
    {
        switch (word)
        {
            case "_":
                yield return new Slot(SlotKind.Gap, Gap.Usual, [], [], false);
                yield break;
            case "*":
                yield return new Slot(SlotKind.Gap, Gap.Usual, [], [], false) { Needed = true };
                yield break;
            case "^":
                yield return new Slot(SlotKind.Gap, Gap.Own, [], [], false);
                yield break;
            case "%":
                yield return new Slot(SlotKind.Gap, Gap.Other, [], [], false);
                yield break;
            case "..":
                yield return new Slot(SlotKind.Wild, Gap.Usual, [], [], false);
                yield break;
        }

        var optional = word.EndsWith('?');
        var choices = word.TrimEnd('?').Split('|');
        if (choices.Length > 1)
        {
            yield return new Slot(SlotKind.Word, Gap.Usual, [.. choices.Select(Stems.Of)], choices, optional);
            yield break;
        }

        foreach (var token in Tokens.Of(choices[0]))
            yield return new Slot(SlotKind.Word, Gap.Usual, [token.Stem], [token.Text], optional);
    }

    private void Insert(Node node, List<Slot> slots, int at, Ending ending)
    {
        if (at == slots.Count)
        {
            if (!node.Endings.Contains(ending))
                node.Endings.Add(ending);
            return;
        }

        var slot = slots[at];
        if (slot.Kind != SlotKind.Word)
        {
            Gap? gap = slot.Kind == SlotKind.Gap ? slot.Gap : null;
            var known = node.Gaps.Find(g => g.Gap == gap && g.Needed == slot.Needed).After;
            if (known is null)
                node.Gaps.Add((gap, slot.Needed, known = new Node()));
            Insert(known, slots, at + 1, ending);
            return;
        }

        if (slot.Optional)
            Insert(node, slots, at + 1, ending);
        foreach (var stem in slot.Choices)
        {
            vocabulary.Add(stem);
            if (!node.Words.TryGetValue(stem, out var next))
                node.Words[stem] = next = new Node();
            Insert(next, slots, at + 1, ending);
        }
    }

    private enum SlotKind
    {
        Word,
        Gap,
        Wild,
    }

    private sealed class Finder(IReadOnlyList<Token> tokens, int start, bool[] names, List<Hit> hits)
    {
        public void Walk(int at, Node node, int words, List<(int, Gap)> gaps)
        {
            foreach (var ending in node.Endings)
                hits.Add(new Hit(start, at, ending.Meaning, words, ending.Cost, ending.Patient, [.. gaps]));
            if (at >= tokens.Count || (at > start && tokens[at].Before != Break.None))
                return;
            if (node.Words.TryGetValue(tokens[at].Stem, out var next))
                Walk(at + 1, next, words + 1, gaps);
            foreach (var (gap, needed, after) in node.Gaps)
                Skip(at, after, words, gaps, needed, gap);
        }

        private void Skip(int at, Node after, int words, List<(int, Gap)> gaps, bool needed, Gap? gap)
        {
            var known = gaps.Count;
            var most = gap is null ? WildWords : GapWords;
            if (!needed)
                Walk(at, after, words, gaps);
            for (var skipped = 1; skipped <= most && at + skipped <= tokens.Count; skipped++)
            {
                var here = at + skipped - 1;
                if ((here > start && tokens[here].Before != Break.None) || (gap is not null && !Fills(here)))
                    break;
                gaps.Add((here, gap ?? Gap.Usual));
                Walk(at + skipped, after, words, gaps);
            }

            gaps.RemoveRange(known, gaps.Count - known);
        }

        private bool Fills(int at) => Text.Words.Small.Contains(tokens[at].Text) || names[at];
    }

    private sealed record Slot(SlotKind Kind, Gap Gap, IReadOnlyList<string> Choices, IReadOnlyList<string> Texts, bool Optional)
    {
        public bool Needed { get; init; }
    }

    private readonly record struct Ending(Meaning Meaning, double Cost, bool Patient);

    private sealed class Node
    {
        public Dictionary<string, Node> Words { get; } = new(StringComparer.Ordinal);

        public List<(Gap? Gap, bool Needed, Node After)> Gaps { get; } = [];

        public List<Ending> Endings { get; } = [];
    }
}
