using AshNotch.Core.Telling.Decoding;
using AshNotch.Core.Telling.Features;
using AshNotch.Core.Telling.Phrases;
using AshNotch.Core.Telling.Text;

namespace AshNotch.Core.Telling.Model;

/// <summary>Words that the tagger takes to tell a moment.</summary>
/// <param name="From">The first word.</param>
/// <param name="To">The word after the last.</param>
/// <param name="Told">How likely that something is told there, 0 to 1: the mean of its words.</param>
/// <param name="Techniques">The probability of each technique, by its number in the model.</param>
internal sealed record Tag(int From, int To, double Told, double[] Techniques);

/// <summary>
/// Proposes mentions from words that no list has: runs of words that look as if something were told by them, and for each the
/// techniques that such words tell. Inside and begin as in the usual scheme of chunking (Ramshaw and Marcus, 1995; from memory).
/// </summary>
internal sealed class Tagger
{
    /// <summary>From this probability on, a word belongs to a span.</summary>
    private const double Inside = 0.2;

    /// <summary>From this probability on, a word inside begins another span.</summary>
    private const double Begins = 0.6;

    /// <summary>A technique less likely than this is not proposed.</summary>
    private const double Least = 0.06;

    private const int Longest = 14;
    private const int Close = 5;
    private const int MostOfSpan = 4;

    private readonly ReaderModel model;
    private readonly IReadOnlyList<Token> tokens;
    private readonly double[] inside;
    private readonly Tag?[] tagAt;

    public Tagger(ReaderModel model, TokenFeatures features, IReadOnlyList<Token> tokens)
    {
        var count = tokens.Count;
        this.model = model;
        this.tokens = tokens;
        inside = new double[count];
        tagAt = new Tag?[count];
        if (model.Techniques.Count == 0)
            return;
        var bag = new FeatureBag();
        var begins = new double[count];
        for (var at = 0; at < count; at++)
        {
            bag.Clear();
            features.OfToken(at, bag);
            var (i, b) = model.OfToken(bag);
            (inside[at], begins[at]) = (Logistic(i), Logistic(b));
        }

        var tags = new List<Tag>();
        for (var at = 0; at < count; at++)
        {
            if (inside[at] < Inside)
                continue;
            var to = at + 1;
            while (to < count && to - at < Longest && inside[to] >= Inside && begins[to] < Begins)
                to++;
            bag.Clear();
            features.OfSpan(at, to, bag);
            var tag = new Tag(at, to, inside[at..to].Average(), model.OfSpan(bag));
            tags.Add(tag);
            for (var word = at; word < to; word++)
                tagAt[word] = tag;
            at = to - 1;
        }

        Tags = tags;
    }

    /// <summary>The spans, in order; they do not overlap.</summary>
    public IReadOnlyList<Tag> Tags { get; } = [];

    /// <summary>What the tagger thinks of a match: that its words tell something, and that they tell this technique.</summary>
    public (double Told, double This) Of(Hit hit)
    {
        var (sum, tag) = (0.0, (Tag?)null);
        for (var at = hit.From; at < hit.To; at++)
        {
            sum += inside[at];
            tag ??= tagAt[at];
        }

        var number = tag is null ? -1 : model.NumberOf(hit.Meaning.Id);
        return (sum / (hit.To - hit.From), number < 0 ? 0 : tag!.Techniques[number]);
    }

    /// <summary>Mentions for the likeliest techniques of each span that no match over its words has named already.</summary>
    public IEnumerable<Hit> Propose(IReadOnlyList<Hit> hits)
    {
        var listed = hits.Where(h => h.Meaning.Kind == MeaningKind.Technique).ToLookup(h => h.Meaning.Id);
        // What is named in so many words close by, the technique or the place that it leads to, is not told by odd words as well.
        var named = hits.Where(h => h.Cost < 0.5)
            .SelectMany(h =>
                h.Meaning.Kind == MeaningKind.Technique ? [(h.Meaning.Id, Hit: h)]
                : h.Meaning.Kind == MeaningKind.Position ? Arrivals.At(h.Meaning.Id).Select(id => (Id: id, Hit: h))
                : []
            )
            .ToLookup(n => n.Id, n => n.Hit);
        foreach (var tag in Tags)
        {
            if (!Carries(tag))
                continue;
            var best = tag
                .Techniques.Select((p, i) => (Id: model.Techniques[i], P: p))
                .Where(t => t.P >= Least)
                .OrderByDescending(t => t.P)
                .Take(MostOfSpan);
            foreach (var (id, p) in best)
                if (
                    !listed[id].Any(h => h.From < tag.To && h.To > tag.From)
                    && !named[id].Any(h => h.From < tag.To + Close && h.To > tag.From - Close)
                )
                    yield return new Hit(tag.From, tag.To, new Meaning(MeaningKind.Technique, id), 2, Math.Min(3, -Math.Log(p)), false, [])
                    {
                        Tagged = true,
                    };
        }
    }

    // "Got an" tells nothing, and no more does "both times".
    private bool Carries(Tag tag) =>
        Enumerable
            .Range(tag.From, tag.To - tag.From)
            .Any(at =>
                !Words.Function.Contains(tokens[at].Text)
                && !Words.Auxiliaries.Contains(tokens[at].Stem)
                && !Words.HowOften.Contains(tokens[at].Text)
            );

    private static double Logistic(double x) => 1 / (1 + Math.Exp(-x));
}
