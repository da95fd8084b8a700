using System.Globalization;
using System.IO.Compression;
using System.Reflection;
using AshNotch.Core.Telling.Features;
using AshNotch.Core.Telling.Text;

namespace AshNotch.Core.Telling.Model;

/// <summary>
/// The learned parts of the reader: log-linear models whose weights stand in one file, made by the trainer from labelled
/// accounts. Reading is a sum of weights. A model without weights says nothing: every log odds is 0 and no span is proposed.
/// </summary>
internal sealed class ReaderModel
{
    private static readonly Lazy<ReaderModel> ShippedModel = new(ReadShipped);

    private readonly Dictionary<ulong, (float Told, float Me, float Done)> mention = [];
    private readonly Dictionary<ulong, (float Told, float Me, float Done)> story = [];
    private readonly Dictionary<ulong, (float Inside, float Begins)> token = [];
    private readonly Dictionary<ulong, (ushort Technique, float Weight)[]> span = [];

    private readonly Dictionary<ulong, (float Told, float Me, float Done)> tap = [];
    private readonly Dictionary<ulong, float> sure = [];
    private readonly Dictionary<ulong, float> path = [];
    private readonly Dictionary<string, int> numbers = new(StringComparer.Ordinal);

    private ReaderModel() => Path = new PathFeatures(path);

    /// <summary>What the steps of a story are worth together.</summary>
    public PathFeatures Path { get; private set; }

    /// <summary>How often people tell each technique, as shares that add up to one; empty when nothing was learned.</summary>
    public IReadOnlyDictionary<string, double> Rates { get; private set; } = new Dictionary<string, double>();

    /// <summary>The model that ships with the product.</summary>
    public static ReaderModel Shipped => ShippedModel.Value;

    /// <summary>A model that says nothing.</summary>
    public static ReaderModel Empty { get; } = new();

    /// <summary>Whether it holds any weights.</summary>
    public bool IsEmpty => mention.Count == 0;

    /// <summary>The techniques that the tagger knows, by the number that the weights name them by.</summary>
    public IReadOnlyList<string> Techniques { get; private set; } = [];

    /// <summary>The number of a technique; -1 for one that the tagger does not know.</summary>
    public int NumberOf(string technique) => numbers.GetValueOrDefault(technique, -1);

    /// <summary>The lines at the head of the file, <c>name value</c>: what it was made from.</summary>
    public IReadOnlyDictionary<string, string> Header { get; private set; } = new Dictionary<string, string>();

    /// <summary>Log odds that the mention tells something that happened, that it was the owner, and that it came off.</summary>
    public (double Told, double Me, double Done) OfMention(FeatureBag bag) => Sum(mention, bag);

    /// <summary>The same with the story around it; what the first look says where there is no model of stories yet.</summary>
    public (double Told, double Me, double Done) OfStory(FeatureBag bag, (double Told, double Me, double Done) first) =>
        story.Count == 0 ? first : Sum(story, bag);

    /// <summary>Whether it has learned what a tap looks like.</summary>
    public bool WeighsTaps => tap.Count > 0;

    /// <summary>Log odds that words tell a tap, and that the owner got it.</summary>
    public (double Told, double Me) OfTap(FeatureBag bag) => Sum(tap, bag) is var (told, me, _) ? (told, me) : default;

    private static (double Told, double Me, double Done) Sum(Dictionary<ulong, (float Told, float Me, float Done)> weights, FeatureBag bag)
    {
        var (told, me, done) = (0.0, 0.0, 0.0);
        foreach (var key in bag.Keys)
        {
            if (!weights.TryGetValue(key, out var w))
                continue;
            told += w.Told;
            me += w.Me;
            done += w.Done;
        }

        return (told, me, done);
    }

    /// <summary>Log odds that a word is one of those that tell a moment, and that it is the first of them.</summary>
    public (double Inside, double Begins) OfToken(FeatureBag bag)
    {
        var (inside, begins) = (0.0, 0.0);
        foreach (var key in bag.Keys)
        {
            if (!token.TryGetValue(key, out var w))
                continue;
            inside += w.Inside;
            begins += w.Begins;
        }

        return (inside, begins);
    }

    /// <summary>The probability of each technique for a run of words that tells one, by its number; sums to one.</summary>
    public double[] OfSpan(FeatureBag bag)
    {
        var scores = new double[Techniques.Count];
        foreach (var key in bag.Keys)
            if (span.TryGetValue(key, out var weights))
                foreach (var (technique, weight) in weights)
                    scores[technique] += weight;
        var (most, sum) = (scores.DefaultIfEmpty(0).Max(), 0.0);
        for (var i = 0; i < scores.Length; i++)
            sum += scores[i] = Math.Exp(scores[i] - most);
        for (var i = 0; i < scores.Length; i++)
            scores[i] /= sum;
        return scores;
    }

    /// <summary>From this probability on, a moment counts as sure.</summary>
    public double SureFrom { get; private set; } = 0.9;

    /// <summary>Log odds that a moment of a finished reading is right.</summary>
    public double OfSure(FeatureBag bag)
    {
        var sum = 0.0;
        foreach (var key in bag.Keys)
            sum += sure.GetValueOrDefault(key);
        return sum;
    }

    /// <summary>Reads a model from its text.</summary>
    /// <exception cref="InvalidDataException">It is not one.</exception>
    public static ReaderModel Read(TextReader reader)
    {
        var model = new ReaderModel();
        var header = new Dictionary<string, string>();
        var part = "";
        var counts = new Dictionary<ulong, float>();
        while (reader.ReadLine() is { } line)
        {
            if (line.Length == 0)
                continue;
            if (line[0] == '[' && line[^1] == ']' && !line.Contains('\t'))
            {
                part = line[1..^1];
                continue;
            }

            switch (part)
            {
                case "":
                    var cut = line.IndexOf(' ');
                    header[line[..cut]] = line[(cut + 1)..];
                    break;
                case "mention":
                    var (key, a, b, c) = Three(line);
                    model.mention[key] = (a, b, c);
                    break;
                case "story":
                    var (storyKey, x, y, z) = Three(line);
                    model.story[storyKey] = (x, y, z);
                    break;
                case "tap":
                    var (tapKey, tapTold, tapMe, _) = Three(line);
                    model.tap[tapKey] = (tapTold, tapMe, 0);
                    break;
                case "token":
                    var (name, inside, begins, _) = Three(line);
                    model.token[name] = (inside, begins);
                    break;
                case "path":
                    var (pathKey, worth, _, _) = Three(line);
                    model.path[pathKey] = worth;
                    break;
                case "rate":
                    var (rate, times, _, _) = Three(line);
                    counts[rate] = times;
                    break;
                case "sure":
                    var (sureKey, weight, _, _) = Three(line);
                    model.sure[sureKey] = weight;
                    break;
                case "span":
                    var tab = line.LastIndexOf('\t');
                    model.span[FeatureBag.KeyOf(line.AsSpan(0, tab))] = Pairs(line.AsSpan(tab + 1));
                    break;
                default:
                    throw new InvalidDataException($"The reader's weights have no part '{part}'.");
            }
        }

        if (header.TryGetValue("sure-from", out var from))
            model.SureFrom = double.Parse(from, CultureInfo.InvariantCulture);
        model.Header = header;
        model.Path = new PathFeatures(model.path);
        model.Techniques = header.TryGetValue("techniques", out var ids) ? ids.Split(' ') : [];
        foreach (var id in model.Techniques)
            model.numbers[id] = model.numbers.Count;
        var all = counts.Values.Sum();
        model.Rates = model
            .Techniques.Where(id => counts.ContainsKey(FeatureBag.KeyOf(id)))
            .ToDictionary(id => id, id => (double)(counts[FeatureBag.KeyOf(id)] / all));
        return model;
    }

    private static ReaderModel ReadShipped()
    {
        using var packed = Assembly.GetExecutingAssembly().GetManifestResourceStream("telling/weights.txt.br");
        if (packed is null)
            return Empty;
        using var reader = new StreamReader(new BrotliStream(packed, CompressionMode.Decompress));
        return Read(reader);
    }

    // name TAB hundredths TAB hundredths [TAB hundredths]
    private static (ulong Key, float A, float B, float C) Three(ReadOnlySpan<char> line)
    {
        var tab = line.IndexOf('\t');
        var key = FeatureBag.KeyOf(line[..tab]);
        Span<float> values = stackalloc float[3];
        var n = 0;
        foreach (var part in line[(tab + 1)..].Split('\t'))
            values[n++] = Hundredths(line[(tab + 1)..][part]);
        return (key, values[0], values[1], values[2]);
    }

    private static (ushort, float)[] Pairs(ReadOnlySpan<char> text)
    {
        var pairs = new List<(ushort, float)>();
        foreach (var part in text.Split(' '))
        {
            var pair = text[part];
            var cut = pair.IndexOf(':');
            pairs.Add((ushort.Parse(pair[..cut], CultureInfo.InvariantCulture), Hundredths(pair[(cut + 1)..])));
        }

        return [.. pairs];
    }

    private static float Hundredths(ReadOnlySpan<char> text) => text.IsEmpty ? 0 : int.Parse(text, CultureInfo.InvariantCulture) / 100f;
}
