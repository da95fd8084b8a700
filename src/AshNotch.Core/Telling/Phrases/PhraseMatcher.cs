using AshNotch.Core.Ground;
using AshNotch.Core.Log;
using AshNotch.Core.Telling.Decoding;
using AshNotch.Core.Telling.Features;
using AshNotch.Core.Telling.Syntax;
using AshNotch.Core.Telling.Text;

namespace AshNotch.Core.Telling.Phrases;

/// <summary>
/// Finds what an account's words match in the lists, the names of the ground, the owner's own words and the phrase books.
/// </summary>
internal sealed class PhraseMatcher
{
    /// <summary>How many runs of words are looked up by sound in one account; ten times what an evening's worth of them asks.</summary>
    private const int MostLookups = 20_000;

    private readonly GroundMap ground;
    private readonly Lexicon cues = new();
    private readonly Lexicon tapHints = new();
    private readonly NearWords near;
    private IReadOnlyList<Lexicon> hints = [];

    /// <param name="ground">The ground, the owner's own techniques and positions with it.</param>
    /// <param name="aliases">The owner's words; those of unknown ids are left out.</param>
    public PhraseMatcher(GroundMap ground, IReadOnlyList<Alias> aliases)
    {
        this.ground = ground;
        Fill("telling/techniques.txt", MeaningKind.Technique, Lexicon);
        Fill("telling/positions.txt", MeaningKind.Position, Lexicon);
        Fill("telling/events.txt", MeaningKind.Event, Lexicon);
        Fill("telling/cues.txt", MeaningKind.Cue, cues);
        Fill("telling/tap-hints.txt", MeaningKind.Event, tapHints);
        foreach (var technique in ground.Techniques)
            Names(technique.Name, technique.Aliases, new Meaning(MeaningKind.Technique, technique.Id));
        foreach (var position in ground.Positions)
            Names(position.Name, position.Aliases, new Meaning(MeaningKind.Position, position.Id));
        foreach (var alias in aliases)
        {
            if (ground.Technique(alias.Means) is not null)
                Lexicon.Add(Plain(alias.Says), new Meaning(MeaningKind.Technique, alias.Means), -Weights.EverydayWord);
            else if (ground.Position(alias.Means) is not null)
                Lexicon.Add(Plain(alias.Says), new Meaning(MeaningKind.Position, alias.Means), -Weights.EverydayWord);
        }

        near = new NearWords(Lexicon);
    }

    /// <summary>The same with more phrases that the models weigh.</summary>
    public PhraseMatcher With(Lexicon phrases)
    {
        var more = (PhraseMatcher)MemberwiseClone();
        more.hints = [.. hints, phrases];
        return more;
    }

    /// <summary>The phrases that name techniques, positions and events.</summary>
    public Lexicon Lexicon { get; } = new();

    /// <summary>All that the words match.</summary>
    /// <param name="grammar">The account.</param>
    /// <param name="attire">With or without the jacket, when known.</param>
    /// <param name="books">Whether the phrase books count too.</param>
    /// <param name="hinted">Whether words that may be a tap are looked for.</param>
    public Seen Match(Grammar grammar, Attire? attire, bool books, bool hinted)
    {
        var tokens = grammar.Tokens;
        var bookCues = Longest(FindAll(tokens, grammar.Names, PhraseBook.Cues));
        var hits = Named(grammar, attire, books);
        return new Seen(grammar, hits, Longest(FindAll(tokens, grammar.Names, cues)), bookCues)
        {
            TapHints = hinted ? [.. TapHints.Of(hits, [.. bookCues, .. Longest(FindAll(tokens, grammar.Names, tapHints))])] : [],
        };
    }

    private static void Fill(string file, MeaningKind kind, Lexicon into)
    {
        foreach (var line in WordLists.Lines(file))
            into.AddLine(line, kind);
    }

    private static string Plain(string says) => string.Join(' ', Tokens.Of(says).Select(t => t.Text));

    private void Names(string name, IReadOnlyList<string> aliases, Meaning meaning)
    {
        foreach (var one in meaning.Id is "submission" or "choke" ? [] : aliases.Append(name.Split('(')[0]))
        {
            var plain = Plain(one);
            var everyday = plain.Contains(' ') && plain.Split(' ').All(w => Words.Everyday.Contains(w) || Words.Function.Contains(w));
            Lexicon.Add(plain, meaning, everyday ? Weights.EverydayPhrase : 0);
        }
    }

    private static List<Hit> FindAll(IReadOnlyList<Token> tokens, bool[] names, Lexicon lexicon)
    {
        var hits = new List<Hit>();
        for (var at = 0; at < tokens.Count; at++)
            lexicon.Find(tokens, at, names, hits);
        return hits;
    }

    /// <summary>What the words name, each run of words once for each meaning, the longest phrases only.</summary>
    /// <param name="grammar">The account.</param>
    /// <param name="attire">With or without the jacket, when known.</param>
    /// <param name="books">Whether the phrase books count too.</param>
    public IReadOnlyList<Hit> Named(Grammar grammar, Attire? attire, bool books)
    {
        var tokens = grammar.Tokens;
        var hits = FindAll(tokens, grammar.Names, Lexicon);
        if (books)
            // The shipped book takes a while to fill: not before it is asked for.
            foreach (var book in hints.Prepend(PhraseBook.Names))
                hits.AddRange(FindAll(tokens, grammar.Names, book));
        var odd = new bool[tokens.Count];
        for (var at = 0; at < tokens.Count; at++)
            odd[at] =
                !grammar.Names[at]
                && !Words.Everyday.Contains(tokens[at].Stem)
                && !Words.Everyday.Contains(tokens[at].Text)
                && !Words.Function.Contains(tokens[at].Text)
                && !Lexicon.Knows(tokens[at].Stem);
        var lookups = MostLookups;
        for (var at = 0; at < tokens.Count; at++)
            near.Find(tokens, at, odd, hits, ref lookups);
        Rounds.Find(grammar, hits);
        return Outermost(WithoutIdleRepeats(Best([.. hits.Select(h => Weigh(h, tokens, grammar, attire))]), tokens, grammar), tokens.Count);
    }

    private Hit Weigh(Hit hit, IReadOnlyList<Token> tokens, Grammar grammar, Attire? attire)
    {
        var cost = hit.Cost;
        if (
            hit.Meaning.Kind is MeaningKind.Technique or MeaningKind.Position
            && hit.To == hit.From + 1
            && hit.Words == 1
            && cost == 0
            && (
                Words.Everyday.Contains(tokens[hit.From].Text)
                || Words.Everyday.Contains(tokens[hit.From].Stem)
                || tokens[hit.From].Text.Length == 1
            )
            && !Words.NamesAlone.Contains(tokens[hit.From].Text)
        )
        {
            cost += Weights.EverydayWord;
        }

        if (
            hit.Meaning is { Kind: MeaningKind.Event, Id: "time" }
            && hit.To == hit.From + 1
            && tokens[hit.From].Text is "time" or "times" or "end"
            && (tokens[hit.From].Before == Break.None || (hit.To < tokens.Count && tokens[hit.To].Before < Break.Clause))
        )
        {
            cost += 9;
        }

        if (hit.Meaning.Id == "disengage" && tokens[hit.From].Text == "back" && grammar.Owner(hit.From - 1) != 0)
            cost += 9;
        if (grammar.Names[hit.From])
            cost += 2;
        if (
            attire == Attire.NoGi
            && (
                ground.Technique(hit.Meaning.Id)?.Gi == true
                || (hit.Meaning.Kind == MeaningKind.Position && ground.Position(hit.Meaning.Id)?.Gi == true)
            )
        )
            cost += 0.5;
        return hit with { Cost = cost };
    }

    // One of each meaning and place: the cheapest.
    private static List<Hit> Best(IReadOnlyList<Hit> hits) =>
        [
            .. hits.GroupBy(h => (h.From, h.To, h.Meaning))
                .Select(g => g.OrderBy(h => h.Cost - (0.5 * h.Words)).First())
                .OrderBy(h => h.From),
        ];

    // A phrase inside a longer one is part of it: "stand up" in "technical stand up".
    private List<Hit> Outermost(List<Hit> hits, int count)
    {
        var covering = new Hit?[count];
        foreach (
            var hit in hits.Where(h =>
                h.Cost < 0.5 && h.Meaning.Kind is MeaningKind.Technique or MeaningKind.Position or MeaningKind.Event && h.Gaps.Count <= 2
            )
        )
        {
            for (var at = hit.From; at < hit.To; at++)
            {
                if (covering[at] is not { } other || other.Words < hit.Words)
                    covering[at] = hit;
            }
        }

        var named = hits.Where(h => h.Meaning.Kind == MeaningKind.Position && h.Cost < 0.9)
            .Where(h => covering[h.From] is { Meaning.Kind: MeaningKind.Technique } whole && whole.To == h.To && Names(whole, h.Meaning.Id))
            .GroupBy(h => covering[h.From]!)
            .ToDictionary(g => (g.Key.From, g.Key.To), g => g.MaxBy(h => h.Words)!.Meaning.Id);
        return
        [
            .. hits.Where(h => !Inside(h, covering[h.From]) && !Inside(h, covering[h.To - 1]))
                .Select(h =>
                    h.Meaning.Kind == MeaningKind.Technique && named.TryGetValue((h.From, h.To), out var place) && place != "open-guard"
                        ? h with
                        {
                            Place = place,
                        }
                        : h
                ),
        ];
    }

    private bool Names(Hit whole, string position) =>
        whole.Meaning.Id == "guard-pull" || ground.Technique(whole.Meaning.Id)!.To.Any(t => t.Position == position);

    private static bool Inside(Hit hit, Hit? longer) =>
        longer is not null && longer.Words > hit.Words && longer.From <= hit.From && longer.To >= hit.To;

    // "On the next try I threw her feet by" is another thing, not the same again.
    private static List<Hit> WithoutIdleRepeats(List<Hit> hits, IReadOnlyList<Token> tokens, Grammar grammar)
    {
        var named = hits.Where(o =>
                o.Meaning.Kind == MeaningKind.Technique
                && o.Cost < 0.5
                && o.Meaning.Id is not ("takedown" or "sweep" or "pass" or "escape" or "reversal" or "submission")
            )
            .ToList();
        var (byFrom, byTo) = (named.ToLookup(o => o.From), named.ToLookup(o => o.To));
        bool Same(Hit o, Hit h) => grammar.Sentence[o.From] == grammar.Sentence[h.From];
        bool Idle(Hit h) =>
            !(tokens[h.From].Text == "again" && h.From > 2 && Unbroken(tokens, h.From - 2, h.From))
            && !Enumerable.Range(h.To, 7).Any(at => byFrom[at].Any(o => Unbroken(tokens, h.To, o.From) && Same(o, h)))
            && !Enumerable.Range(h.From - 2, 3).Any(at => byTo[at].Any(o => Unbroken(tokens, o.From, h.From) && Same(o, h)));
        return [.. hits.Where(h => h.Meaning is not { Kind: MeaningKind.Event, Id: "repeat" } || Idle(h))];
    }

    private static bool Unbroken(IReadOnlyList<Token> tokens, int from, int to)
    {
        for (var at = from; at <= to; at++)
        {
            if (tokens[at].Before != Break.None)
                return false;
        }

        return true;
    }

    // Cues do not overlap: the longest from the left.
    private static List<Hit> Longest(IReadOnlyList<Hit> hits)
    {
        var kept = new List<Hit>();
        var free = 0;
        foreach (var group in hits.GroupBy(h => h.From).OrderBy(g => g.Key))
        {
            if (group.Key < free)
                continue;
            var longest = group.MaxBy(h => (h.Words, h.To))!;
            kept.Add(longest);
            free = longest.Meaning.Id == "try" ? free : longest.To;
        }

        return kept;
    }
}
