using System.IO.Compression;
using System.Security.Cryptography;
using AshNotch.Core.Ground;
using AshNotch.Core.Telling;
using AshNotch.Core.Telling.Decoding;
using AshNotch.Core.Telling.Features;
using AshNotch.Core.Telling.Model;
using AshNotch.Core.Telling.Phrases;
using AshNotch.Core.Telling.Syntax;
using AshNotch.Core.Telling.Text;
using AshNotch.Core.Telling.Timeline;
using AshNotch.Evaluation;

namespace AshNotch.Trainer;

/// <summary>
/// Makes the reader's weights from labelled accounts and phrase books. The tagger comes first; the models of mentions are fitted
/// on mentions that a tagger proposed which had not seen those accounts (three folds by hand), as it will be in use.
/// </summary>
internal static class Training
{
    /// <summary>How many folds the hands are parted into, so that no model learns from figures of hands that it has seen.</summary>
    public const int Folds = 3;

    private const int Fingerprinted = 20;

    /// <summary>A reader that has learned nothing, and looks for all that the models can weigh.</summary>
    public static AccountReader Rules { get; } = new(GroundMap.Default, PersonalWords.None, ReaderModel.Empty, training: true);

    /// <summary>The text of the weights that these accounts give.</summary>
    /// <param name="given">The accounts.</param>
    /// <param name="say">Hears how it goes.</param>
    /// <param name="changes">What copies of them are changed by; null for the usual ones.</param>
    public static string Make(IReadOnlyList<LabelledAccount> given, Action<string>? say = null, IReadOnlySet<Change>? changes = null)
    {
        var accounts = Augmentation.With(given, changes ?? Augmentation.Usual);
        IReadOnlyList<LabelledAccount> Of(Func<LabelledAccount, bool> which) => [.. accounts.Where(which)];
        var tagger = TaggerTraining.Weights(Of(_ => true));
        say?.Invoke("tagger");
        var hands = accounts.Select(a => a.Hand).Distinct().Order(StringComparer.Ordinal).ToList();
        Func<LabelledAccount, bool> Held(int fold) => a => hands.IndexOf(a.Hand) % Folds == fold;
        var mentions = new Found[Folds];
        var taggers = new string[Folds];
        for (var fold = 0; fold < Folds; fold++)
        {
            taggers[fold] = TaggerTraining.Weights(Of(a => !Held(fold)(a)));
            mentions[fold] = MentionTraining.Of(Of(Held(fold)), Model(Header() + taggers[fold]));
            say?.Invoke($"mentions of fold {fold + 1}");
        }

        string Without(int fold, Found[] found, Dictionary<ulong, string> names, string part) =>
            MentionTraining.Weights([.. found.Where((_, i) => i != fold).SelectMany(m => m.Rows)], names, part);
        string Whole(Found[] found, Dictionary<ulong, string> names, string part) => Without(-1, found, names, part);
        string Taps(int fold, Found[] found, Dictionary<ulong, string> names) =>
            MentionTraining.Weights([.. found.Where((_, i) => i != fold).SelectMany(m => m.Taps)], names, "tap");
        var names = Found.Joined(mentions);
        var alone = Enumerable.Range(0, Folds).Select(fold => Without(fold, mentions, names, "mention")).ToList();
        say?.Invoke("mentions");
        var stories = new Found[Folds];
        for (var fold = 0; fold < Folds; fold++)
            stories[fold] = MentionTraining.Of(Of(Held(fold)), Model(Header() + alone[fold] + taggers[fold]));
        say?.Invoke("stories");
        var storyNames = Found.Joined(stories);
        var readings = new List<(LabelledAccount Account, Told Told)>();
        var sureNames = new Dictionary<ulong, string>();
        var texts = Enumerable
            .Range(0, Folds)
            .Select(fold =>
                Header() + alone[fold] + Without(fold, stories, storyNames, "story") + Taps(fold, stories, storyNames) + taggers[fold]
            )
            .ToList();
        var searches = texts.SelectMany((text, fold) => PathTraining.Of(Of(Held(fold)), Model(text))).ToList();
        var paths = new string[Folds + 1];
        Parallel.For(0, Folds + 1, new ParallelOptions { MaxDegreeOfParallelism = 2 }, fold =>
            paths[fold] = PathTraining.Weights([.. searches.Where(s => fold == Folds || hands.IndexOf(s.Hand) % Folds != fold)])
        );
        say?.Invoke("paths");
        for (var fold = 0; fold < Folds; fold++)
        {
            var model = Model(texts[fold] + paths[fold]);
            var reader = new AccountReader(GroundMap.Default, PersonalWords.None, model);
            foreach (var account in accounts.Where(Held(fold)))
                readings.Add((account, reader.Read(account.Text, account.Attire, account.Start, t => t, sureNames)));
        }

        var (sure, from) = SureTraining.Weights(readings, sureNames);
        say?.Invoke($"sure from {from:0.000}");
        return FormattableString.Invariant($"sure-from {from:0.0000}\n")
            + Header()
            + Whole(mentions, names, "mention")
            + Whole(stories, storyNames, "story")
            + Taps(-1, stories, storyNames)
            + paths[Folds]
            + Rates(given)
            + sure
            + tagger;
    }

    // How often each technique is told; one more for each, so that none is impossible.
    private static string Rates(IReadOnlyList<LabelledAccount> accounts)
    {
        var told = accounts.SelectMany(a => a.Moments).GroupBy(m => m.Techniques[0]).ToDictionary(g => g.Key, g => g.Count());
        return "[rate]\n" + string.Concat(TaggerTraining.Techniques.Select(id => $"{id}\t{(told.GetValueOrDefault(id) + 1) * 100}\n"));
    }

    /// <summary>Writes the text of weights as the product has it.</summary>
    public static void Write(string text, string file)
    {
        using var to = new BrotliStream(File.Create(file), new BrotliCompressionOptions { Quality = 11 });
        to.Write(System.Text.Encoding.UTF8.GetBytes(text));
    }

    /// <summary>A model from such a text.</summary>
    public static ReaderModel Model(string text) => ReaderModel.Read(new StringReader(text));

    /// <summary>The head of every text of weights.</summary>
    public static string Header() => $"techniques {string.Join(' ', TaggerTraining.Techniques)}\n";

    /// <summary>
    /// What is seen of some accounts, as a hash: it changes with the templates, the phrase books, the word classes, the lists, the rules
    /// and, with a model, with what its tagger proposes and how the story goes on, so that weights made before such a change are known
    /// not to belong.
    /// </summary>
    /// <param name="model">The weights; those that say nothing for what is seen before anything was learned.</param>
    public static string Fingerprint(ReaderModel model)
    {
        var reader = new AccountReader(GroundMap.Default, PersonalWords.None, model, training: true);
        var bag = new FeatureBag();
        foreach (var account in Corpus.Own.Take(Fingerprinted))
        {
            var seen = reader.Look(Tokens.Of(account.Text), account.Attire);
            foreach (var key in reader.Weigh(seen, model, []).SelectMany(m => m.Features))
                bag.Add(key);
            foreach (var moment in reader.Read(account.Text, account.Attire).Exchanges.SelectMany(e => e.Moments))
            foreach (var key in moment.Features)
                bag.Add(key);
            var path = new PathFeatures(new Dictionary<ulong, float>(), []);
            var weighed = reader.Weigh(seen, model).Select(m => m.Evidence).ToList();
            var story = reader.Best(seen.Grammar.Tokens, weighed, account.Start, Weights.QuickBeam, path);
            foreach (var key in Walk.Steps(story.Last).SelectMany(s => s.Keys))
                bag.Add(key);
            var features = new TokenFeatures(seen);
            for (var at = 0; at < seen.Grammar.Tokens.Count; at++)
                features.OfToken(at, bag);
            features.OfSpan(0, seen.Grammar.Tokens.Count, bag);
        }

        return Convert.ToHexString(SHA256.HashData([.. bag.Keys.SelectMany(BitConverter.GetBytes)]))[..16];
    }

    /// <summary>The text of the weights that ship, with what they are made from at its head.</summary>
    public static string Shipped(Action<string>? say = null)
    {
        var made = Make([.. Corpus.Hands.Where(a => !Corpus.Held.Contains(a.Hand))], say);
        return $"accounts {Corpus.Hash}\nfeatures {Fingerprint(ReaderModel.Empty)}\nstory {Fingerprint(Model(made))}\nseed 1\n" + made;
    }

    /// <summary>Whether the words of a match and those of a moment overlap.</summary>
    public static bool Overlaps(Hit hit, IReadOnlyList<Token> tokens, GoldMoment moment) =>
        Overlaps(new Span(tokens[hit.From].Source.Start, tokens[hit.To - 1].Source.End - tokens[hit.From].Source.Start), moment);

    /// <summary>Whether a run of the text and the words of a moment overlap.</summary>
    public static bool Overlaps(Span span, GoldMoment moment) =>
        moment.Quoted && span.Start < moment.QuoteAt + moment.QuoteLength && span.End > moment.QuoteAt;
}
