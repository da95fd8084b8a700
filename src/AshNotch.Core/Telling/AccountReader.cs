using System.Collections.Concurrent;
using AshNotch.Core.Ground;
using AshNotch.Core.Log;
using AshNotch.Core.Telling.Decoding;
using AshNotch.Core.Telling.Features;
using AshNotch.Core.Telling.Model;
using AshNotch.Core.Telling.Phrases;
using AshNotch.Core.Telling.Syntax;
using AshNotch.Core.Telling.Text;
using AshNotch.Core.Telling.Timeline;

namespace AshNotch.Core.Telling;

/// <summary>
/// Reads a told account of a roll, or of several, into exchanges and moments: words → matches → evidence → the best path →
/// the walk. Rules and a map only. Safe to use from many threads; make one and keep it.
/// </summary>
public sealed class AccountReader
{
    /// <summary>The longest text that is read, in UTF-16 units.</summary>
    public const int LongestText = 200_000;

    private const int MostNamed = 20_000;

    /// <summary>How many runs of words are looked up by sound in one account; ten times what an evening's worth of them asks.</summary>
    private const int MostLookups = 20_000;

    private const int LongestNamed = 400;

    private static readonly Lazy<AccountReader> Shipped = new(() => new AccountReader(GroundMap.Default, PersonalWords.None));

    private readonly GroundMap ground;
    private readonly Lexicon lexicon = new();
    private readonly Lexicon cues = new();
    private readonly Lexicon tapHints = new();
    private readonly NearWords near;
    private readonly Fits fits;
    private readonly ReaderModel model;
    private readonly bool training;
    private readonly ConcurrentDictionary<string, IReadOnlyList<string>> named = new(StringComparer.Ordinal);

    /// <summary>A reader for a ground with the owner's own words.</summary>
    /// <param name="shipped">The product's ground.</param>
    /// <param name="personal">The owner's additions; aliases of unknown ids are left out.</param>
    public AccountReader(GroundMap shipped, PersonalWords personal)
        : this(shipped, personal, ReaderModel.Shipped) { }

    /// <summary>The same with learned weights of the caller's choice.</summary>
    /// <param name="shipped">The product's ground.</param>
    /// <param name="personal">The owner's additions.</param>
    /// <param name="model">The weights.</param>
    /// <param name="training">Whether what only the models can weigh is looked for even without any weights.</param>
    internal AccountReader(GroundMap shipped, PersonalWords personal, ReaderModel model, bool training = false)
    {
        this.model = model;
        this.training = training;
        ground = shipped.With(personal);
        Fill("telling/techniques.txt", MeaningKind.Technique, lexicon);
        Fill("telling/positions.txt", MeaningKind.Position, lexicon);
        Fill("telling/events.txt", MeaningKind.Event, lexicon);
        Fill("telling/cues.txt", MeaningKind.Cue, cues);
        Fill("telling/tap-hints.txt", MeaningKind.Event, tapHints);
        foreach (var technique in ground.Techniques)
            Names(technique.Name, technique.Aliases, new Meaning(MeaningKind.Technique, technique.Id));
        foreach (var position in ground.Positions)
            Names(position.Name, position.Aliases, new Meaning(MeaningKind.Position, position.Id));
        foreach (var alias in personal.Aliases)
        {
            if (ground.Technique(alias.Means) is not null)
                lexicon.Add(Plain(alias.Says), new Meaning(MeaningKind.Technique, alias.Means), -Weights.EverydayWord);
            else if (ground.Position(alias.Means) is not null)
                lexicon.Add(Plain(alias.Says), new Meaning(MeaningKind.Position, alias.Means), -Weights.EverydayWord);
        }

        near = new NearWords(lexicon);
        fits = new Fits(ground);
    }

    /// <summary>The reader of the shipped ground.</summary>
    public static AccountReader Default => Shipped.Value;

    /// <summary>Reads an account.</summary>
    /// <param name="text">Any text; what lies beyond <see cref="LongestText"/> is listed as unread.</param>
    /// <param name="attire">With or without the jacket, when known: without it the jacket's techniques are less likely.</param>
    /// <param name="start">Where the roll began, when known.</param>
    /// <returns>The reading; all spans lie inside the text.</returns>
    public Told Read(string text, Attire? attire = null, Spot? start = null) => Read(text, attire, start, tokens => tokens);

    /// <summary>The same, with a look at how often each word is looked at.</summary>
    internal Told Read(
        string text,
        Attire? attire,
        Spot? start,
        Func<IReadOnlyList<Token>, IReadOnlyList<Token>> watched,
        Dictionary<ulong, string>? names = null
    )
    {
        var read = text.Length > LongestText ? text[..LongestText] : text;
        var tokens = watched(Tokens.Of(read));
        var seen = Look(tokens, attire);
        var grammar = seen.Grammar;
        var mentions = Weigh(seen, model);
        var weighed = mentions.Select(m => m.Evidence).ToList();
        Spot? known = start is { } s && ground.Has(s) ? s : null;
        Story Best(IReadOnlyList<Evidence> evidence, int beam) => new PathFinder(ground, fits, tokens, evidence, beam).Best(known);
        var story = Best(weighed, Weights.Beam);
        var runnersUp = new RunnersUp(weighed);
        var confidence = model.IsEmpty
            ? null
            : new Confidence(
                model,
                ground,
                weighed,
                seen.Style,
                new Committee(mentions, evidence => Best(evidence, Weights.QuickBeam)),
                names
            );
        var (exchanges, positions) = Walk.Of(story, tokens, ground, fits, runnersUp.Of, confidence);
        var steps = Walk.Steps(story.Last);
        var facts = Facts.Of(tokens, grammar, steps.Where(s => s.Kind == StepKind.NextRoll).Select(s => s.Source.Start));
        exchanges = Details.Of(exchanges, tokens);
        return new Told
        {
            Exchanges = exchanges,
            Positions = positions,
            Unread = Unread.Of(tokens, grammar, lexicon, steps, weighed, text.Length),
            Rolls = facts,
            Takeaways = Takeaways.Of(tokens, grammar),
        };
    }

    /// <summary>What an account's words match, before anything is weighed.</summary>
    internal Seen Look(IReadOnlyList<Token> tokens, Attire? attire)
    {
        var grammar = Grammar.Of(tokens, lexicon);
        var books = Longest(FindAll(tokens, grammar.Names, PhraseBook.Cues));
        var hits = Hits(tokens, grammar, attire, books: training || !model.IsEmpty);
        return new Seen(grammar, hits, Longest(FindAll(tokens, grammar.Names, cues)), books)
        {
            TapHints =
                training || model.WeighsTaps
                    ? [.. TapHints.Of(hits, [.. books, .. Longest(FindAll(tokens, grammar.Names, tapHints))])]
                    : [],
        };
    }

    /// <summary>Every mention with its evidence, in order of its first word: what the rules say, and what the model has learned.</summary>
    /// <param name="seen">What the words match.</param>
    /// <param name="learned">The model.</param>
    /// <param name="names">Takes the names of the features, for training; null to save the time.</param>
    internal IReadOnlyList<Mention> Weigh(Seen seen, ReaderModel learned, Dictionary<ulong, string>? names = null)
    {
        var (grammar, hits) = (seen.Grammar, seen.Hits);
        var tagger = new Tagger(learned, new TokenFeatures(seen), grammar.Tokens.Count);
        List<Hit> told = [.. hits.Concat(tagger.Propose(hits)).OrderBy(h => h.From)];
        var rules = new EvidenceReader(seen, ground, told);
        List<Hit> all = [.. told.Concat(seen.TapHints).OrderBy(h => h.From)];
        if (learned.IsEmpty && names is null)
            return [.. all.Select(h => new Mention(rules.Of(h), []))];
        var features = new MentionFeatures(seen, ground, all);
        var evidence = all.Select(rules.Of).ToList();
        var tagged = all.Select(tagger.Of).ToList();
        var bags = all.Select(_ => new FeatureBag(names)).ToList();
        var first = new (double, double, double)[all.Count];
        for (var at = 0; at < all.Count; at++)
        {
            if (all[at].Meaning.Kind != MeaningKind.Technique && !TapHints.May(all[at]))
                continue;
            features.Of(evidence[at], tagged[at], bags[at]);
            if (all[at].Meaning.Kind == MeaningKind.Technique)
                first[at] = learned.OfMention(bags[at]);
        }

        var story = learned.IsEmpty ? null : new StoryFeatures(ground, evidence, first);
        return
        [
            .. all.Select(
                (hit, at) =>
                {
                    if (story is not null && TapHints.May(hit))
                    {
                        story.OfEvent(at, bags[at]);
                        return new Mention(
                            learned.WeighsTaps ? Learned.Mixed(evidence[at], learned.OfTap(bags[at])) : evidence[at],
                            bags[at].Keys
                        );
                    }

                    if (hit.Meaning.Kind != MeaningKind.Technique || story is null)
                        return new Mention(evidence[at], bags[at].Keys);
                    story.Of(at, bags[at]);
                    var says = learned.OfStory(bags[at], first[at]);
                    return new Mention(Learned.Mixed(evidence[at], says, tagged[at], grammar.Tokens.Count), bags[at].Keys)
                    {
                        Rules = evidence[at],
                        Models = Learned.Alone(evidence[at], says, tagged[at]),
                    };
                }
            ),
        ];
    }

    /// <summary>The ids of the techniques and positions that a short text names, in order; nothing is made of who did what.</summary>
    public IReadOnlyList<string> Named(string text)
    {
        if (named.TryGetValue(text, out var known))
            return known;
        var found = NamedIn(text);
        if (named.Count < MostNamed && text.Length <= LongestNamed)
            named.TryAdd(text, found);
        return found;
    }

    private IReadOnlyList<string> NamedIn(string text)
    {
        var tokens = Tokens.Of(text.Length > LongestText ? text[..LongestText] : text);
        return
        [
            .. Hits(tokens, Grammar.Of(tokens, lexicon), attire: null, books: false)
                .Where(h => h.Meaning.Kind is MeaningKind.Technique or MeaningKind.Position && h.Cost < 0.5)
                .Select(h => h.Meaning.Id)
                .Distinct(),
        ];
    }

    /// <summary>The techniques that the words may name, with the first word and the one after the last of each, for those who work on the reader.</summary>
    internal IReadOnlyList<(string Technique, int From, int To)> Mentions(string text, Attire? attire) =>
        [
            .. Weigh(Look(Tokens.Of(text), attire), model)
                .Select(m => m.Evidence.Hit)
                .Where(h => h.Meaning.Kind == MeaningKind.Technique)
                .Select(h => (h.Meaning.Id, h.From, h.To)),
        ];

    /// <summary>What the words said of each match, for those who work on the reader.</summary>
    public IEnumerable<string> Explain(string text, Attire? attire = null)
    {
        var tokens = Tokens.Of(text);
        return Weigh(Look(tokens, attire), model)
            .Select(m => m.Evidence)
            .Select(e =>
                $"{e.Hit.Meaning.Id} '{string.Join(' ', Enumerable.Range(e.Hit.From, e.Hit.To - e.Hit.From).Select(i => tokens[i].Text))}' gain {e.Gain:0.0} me {e.Me:0.0} done {e.Done:0.0} holder {e.Holder:0.0} arrives {e.Arrives:0.0}"
            );
    }

    private static void Fill(string file, MeaningKind kind, Lexicon into)
    {
        foreach (var line in Words.Resource(file))
            into.AddLine(line, kind);
    }

    private static string Plain(string says) => string.Join(' ', Tokens.Of(says).Select(t => t.Text));

    private void Names(string name, IReadOnlyList<string> aliases, Meaning meaning)
    {
        foreach (var one in meaning.Id is "submission" or "choke" ? [] : aliases.Append(name.Split('(')[0]))
        {
            var plain = Plain(one);
            var everyday = plain.Contains(' ') && plain.Split(' ').All(w => Words.Everyday.Contains(w) || Words.Function.Contains(w));
            lexicon.Add(plain, meaning, everyday ? Weights.EverydayPhrase : 0);
        }
    }

    private static List<Hit> FindAll(IReadOnlyList<Token> tokens, bool[] names, Lexicon lexicon)
    {
        var hits = new List<Hit>();
        for (var at = 0; at < tokens.Count; at++)
            lexicon.Find(tokens, at, names, hits);
        return hits;
    }

    private List<Hit> Hits(IReadOnlyList<Token> tokens, Grammar grammar, Attire? attire, bool books)
    {
        var hits = FindAll(tokens, grammar.Names, lexicon);
        if (books)
            hits.AddRange(FindAll(tokens, grammar.Names, PhraseBook.Names));
        var odd = new bool[tokens.Count];
        for (var at = 0; at < tokens.Count; at++)
            odd[at] =
                !grammar.Names[at]
                && !Words.Everyday.Contains(tokens[at].Stem)
                && !Words.Everyday.Contains(tokens[at].Text)
                && !Words.Function.Contains(tokens[at].Text)
                && !lexicon.Knows(tokens[at].Stem);
        var lookups = MostLookups;
        for (var at = 0; at < tokens.Count; at++)
            near.Find(tokens, at, odd, hits, ref lookups);
        Rounds.Find(tokens, grammar.Names, hits);
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
            && tokens[hit.From].Text is not ("half" or "choke" or "scramble")
        )
        {
            cost += Weights.EverydayWord;
        }

        if (
            hit.Meaning is { Kind: MeaningKind.Event, Id: "time" }
            && hit.To == hit.From + 1
            && tokens[hit.From].Text is "time" or "end"
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
