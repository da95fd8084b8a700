using System.Collections.Concurrent;
using System.Collections.Frozen;
using AshNotch.Core.Ground;
using AshNotch.Core.Log;
using AshNotch.Core.Telling.Decoding;
using AshNotch.Core.Telling.Features;
using AshNotch.Core.Telling.Model;
using AshNotch.Core.Telling.Owner;
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

    /// <summary>From how many corrected accounts it learns at most.</summary>
    public const int MostCorrections = 60;

    private const int MostNamed = 20_000;

    private const int LongestNamed = 400;

    private static readonly Lazy<AccountReader> Shipped = new(() => new AccountReader(GroundMap.Default, PersonalWords.None));

    private readonly GroundMap ground;
    private readonly PhraseMatcher matcher;
    private readonly Fits fits;
    private readonly Lazy<ReaderModel> weights;
    private readonly bool training;
    private readonly OwnerModel owner = OwnerModel.None;
    private readonly OwnerHabits habits = OwnerHabits.None;
    private readonly FrozenSet<string> people = [];
    private readonly ConcurrentDictionary<string, IReadOnlyList<string>> named = new(StringComparer.Ordinal);

    /// <summary>A reader for a ground with the owner's own words.</summary>
    /// <param name="shipped">The product's ground.</param>
    /// <param name="personal">The owner's additions; aliases of unknown ids are left out.</param>
    public AccountReader(GroundMap shipped, PersonalWords personal)
        : this(shipped, personal, new Lazy<ReaderModel>(() => ReaderModel.Shipped), training: false) { }

    /// <summary>The same with learned weights of the caller's choice.</summary>
    /// <param name="shipped">The product's ground.</param>
    /// <param name="personal">The owner's additions.</param>
    /// <param name="model">The weights.</param>
    /// <param name="training">Whether what only the models can weigh is looked for even without any weights.</param>
    internal AccountReader(GroundMap shipped, PersonalWords personal, ReaderModel model, bool training = false)
        : this(shipped, personal, new Lazy<ReaderModel>(model), training) { }

    // The weights take a while to read: not before an account is told. Names in a sentence are found without them.
    private AccountReader(GroundMap shipped, PersonalWords personal, Lazy<ReaderModel> weights, bool training)
    {
        this.weights = weights;
        this.training = training;
        ground = shipped.With(personal);
        matcher = new PhraseMatcher(ground, personal.Aliases);
        fits = new Fits(ground);
    }

    private AccountReader(AccountReader before, PhraseMatcher matcher, OwnerModel owner, OwnerHabits habits, FrozenSet<string> people)
    {
        (weights, training, ground, fits) = (before.weights, before.training, before.ground, before.fits);
        (this.matcher, this.owner, this.habits, this.people) = (matcher, owner, habits, people);
    }

    private ReaderModel Model => weights.Value;

    /// <summary>The same reader, having learned from what its owner set right.</summary>
    /// <param name="corrections">The accounts, latest first; the first <see cref="MostCorrections"/> count.</param>
    public AccountReader Learning(IReadOnlyList<Correction> corrections)
    {
        List<Correction> these = [.. corrections.Take(MostCorrections)];
        if (these.Count == 0 || Model.IsEmpty)
            return this;
        // Each account is read with the phrases of the others alone: its own would find themselves.
        var examples = new List<OwnerExample>[these.Count];
        Parallel.For(0, these.Count, i =>
        {
            var others = new AccountReader(
                this,
                matcher.With(OwnerPhrases.Of(these.Where((_, other) => other != i), ground)),
                OwnerModel.None,
                OwnerHabits.None,
                people
            );
            var seen = others.Look(Tokens.Of(these[i].Text), null);
            examples[i] = [.. OwnerExamples.Of(others.Weigh(seen, Model), seen.Grammar.Tokens, these[i])];
        });
        return new AccountReader(
            this,
            matcher.With(OwnerPhrases.Of(these, ground)),
            OwnerModel.Fit([.. examples.SelectMany(e => e)]),
            habits,
            people
        );
    }

    /// <summary>The same reader, knowing what its owner and the partners are used to do.</summary>
    /// <param name="history">What followed what in the log.</param>
    /// <param name="partners">The names of those rolled with: wherever one stands, somebody is meant, in capitals or not.</param>
    public AccountReader Knowing(IEnumerable<Followed> history, IEnumerable<string>? partners = null) =>
        new(
            this,
            matcher,
            owner,
            Model.IsEmpty ? OwnerHabits.None : OwnerHabits.Of(history, Model.Rates),
            (partners ?? []).SelectMany(Tokens.Of).Select(t => t.Text).ToFrozenSet(StringComparer.Ordinal)
        );

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
        var mentions = Weigh(seen, Model);
        var weighed = mentions.Select(m => m.Evidence).ToList();
        Spot? known = start is { } s && ground.Has(s) ? s : null;
        var evening = Evening.Of(tokens, grammar, weighed);
        var with = evening?.With ?? Evening.Named(tokens, grammar);
        Story Best(IReadOnlyList<Evidence> evidence, int beam, PathFeatures features) =>
            this.Best(tokens, evidence, known, beam, features, with);
        // Paths were learned on whole accounts; a sentence or two are left to what each mention says.
        var paths = tokens.Count < Mixing.FewWords ? PathFeatures.None : Model.Path;
        var story = Best(weighed, Weights.Beam, paths);
        var runnersUp = new RunnersUp(weighed);
        var confidence = Model.IsEmpty
            ? null
            : new Confidence(
                Model,
                ground,
                weighed,
                seen.Style,
                new Committee(mentions, (evidence, features) => Best(evidence, Weights.QuickBeam, features), paths),
                names
            );
        var (exchanges, positions) = Walk.Of(story, tokens, ground, fits, runnersUp.Of, confidence);
        var steps = Walk.Steps(story.Last);
        var facts = Facts.Of(tokens, grammar, steps.Where(s => s.Kind == StepKind.NextRoll).Select(s => s.Source.Start));
        exchanges = Counts.Of(Details.Of(exchanges, tokens), tokens, ground);
        (exchanges, facts) = evening?.Parted(exchanges, facts) ?? (exchanges, facts);
        return new Told
        {
            Exchanges = exchanges,
            Positions = positions,
            Unread = Unread.Of(tokens, grammar, matcher.Lexicon, steps, weighed, text.Length),
            Rolls = facts,
            Takeaways = Takeaways.Of(tokens, grammar),
        };
    }

    /// <summary>The best story by some evidence.</summary>
    /// <param name="tokens">The account.</param>
    /// <param name="evidence">Its mentions.</param>
    /// <param name="start">Where it began, when known.</param>
    /// <param name="beam">How many stories are kept side by side.</param>
    /// <param name="features">What was learned of whole paths.</param>
    /// <param name="with">For each word, the number of the partner it is about, where an evening is told by partner.</param>
    internal Story Best(
        IReadOnlyList<Token> tokens,
        IReadOnlyList<Evidence> evidence,
        Spot? start,
        int beam,
        PathFeatures features,
        IReadOnlyList<int>? with = null
    ) => new PathFinder(ground, fits, tokens, evidence, beam, features, habits, with).Best(start is { } s && ground.Has(s) ? s : null);

    /// <summary>What an account's words match, before anything is weighed.</summary>
    internal Seen Look(IReadOnlyList<Token> tokens, Attire? attire)
    {
        var grammar = Grammar.Of(tokens, matcher.Lexicon, people);
        var hinted = training || Model.WeighsTaps;
        return matcher.Match(grammar, attire, books: training || !Model.IsEmpty, hinted);
    }

    /// <summary>Every mention with its evidence, in order of its first word: what the rules say, and what the model has learned.</summary>
    /// <param name="seen">What the words match.</param>
    /// <param name="learned">The model.</param>
    /// <param name="names">Takes the names of the features, for training; null to save the time.</param>
    internal IReadOnlyList<Mention> Weigh(Seen seen, ReaderModel learned, Dictionary<ulong, string>? names = null)
    {
        var (grammar, hits) = (seen.Grammar, seen.Hits);
        var tagger = new Tagger(learned, new TokenFeatures(seen), grammar.Tokens);
        // In a sentence or two the words beside the place say whether a step is meant; the models have only seen whole accounts.
        var apart = !(learned.IsEmpty && names is null) && grammar.Tokens.Count >= Mixing.FewWords;
        var steps = apart ? Arrivals.Stepped(hits) : [];
        List<Hit> told = [.. hits.Concat(tagger.Propose(hits)).Concat(steps).OrderBy(h => h.From)];
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

                    if (hit.Meaning.Kind == MeaningKind.Position && apart && !learned.IsEmpty)
                        return new Mention(evidence[at] with { StepsApart = true }, []) { Rules = evidence[at] };
                    if (hit.Meaning.Kind != MeaningKind.Technique || story is null)
                        return new Mention(evidence[at], bags[at].Keys);
                    story.Of(at, bags[at]);
                    var says = Learned.With(learned.OfStory(bags[at], first[at]), owner.Of(bags[at]));
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
            .. matcher
                .Named(Grammar.Of(tokens, matcher.Lexicon), attire: null, books: false)
                .Where(h => h.Meaning.Kind is MeaningKind.Technique or MeaningKind.Position && h.Cost < 0.5)
                .Select(h => h.Meaning.Id)
                .Distinct(),
        ];
    }

    /// <summary>
    /// The techniques that the words may name, with the first word and the one after the last of each, for those who work on the reader.
    /// </summary>
    internal IReadOnlyList<(string Technique, int From, int To)> Mentions(string text, Attire? attire) =>
        [
            .. Weigh(Look(Tokens.Of(text), attire), Model)
                .Select(m => m.Evidence.Hit)
                .Where(h => h.Meaning.Kind == MeaningKind.Technique)
                .Select(h => (h.Meaning.Id, h.From, h.To)),
        ];

    /// <summary>What the words said of each match, for those who work on the reader.</summary>
    public IEnumerable<string> Explain(string text, Attire? attire = null)
    {
        var tokens = Tokens.Of(text);
        return Weigh(Look(tokens, attire), Model)
            .Select(m => m.Evidence)
            .Select(e =>
            {
                var words = string.Join(' ', Enumerable.Range(e.Hit.From, e.Hit.To - e.Hit.From).Select(i => tokens[i].Text));
                return $"{e.Hit.Meaning.Id} '{words}' gain {e.Gain:0.0} me {e.Me:0.0} done {e.Done:0.0} "
                    + $"holder {e.Holder:0.0} arrives {e.Arrives:0.0}";
            });
    }
}
