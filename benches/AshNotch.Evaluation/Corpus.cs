using System.Reflection;
using System.Security.Cryptography;
using System.Text;

namespace AshNotch.Evaluation;

/// <summary>
/// The labelled accounts, all invented: those of the hands, who had not seen the product and are what the reader is trained and
/// judged on, one hand always held out; and the product's own, which its rules were made on.
/// </summary>
public static class Corpus
{
    private static readonly Lazy<IReadOnlyList<LabelledAccount>> HandsRead = new(() => [.. Read("corpus/hand-")]);
    private static readonly Lazy<IReadOnlyList<LabelledAccount>> OwnRead = new(() => [.. Read("own/")]);

    /// <summary>The accounts of all hands.</summary>
    public static IReadOnlyList<LabelledAccount> Hands => HandsRead.Value;

    /// <summary>Two hands that the shipped weights are never trained on, so that a test can hold the product against them.</summary>
    public static IReadOnlySet<string> Held { get; } = new HashSet<string> { "hand-03-reviews", "hand-16-tricky" };

    /// <summary>A hash of all accounts that the shipped weights are trained on.</summary>
    public static string Hash { get; } =
        Convert.ToHexString(
            SHA256.HashData(
                Encoding.UTF8.GetBytes(
                    string.Concat(
                        Hands
                            .Where(a => !Held.Contains(a.Hand))
                            .SelectMany(a =>
                                new[] { a.Id, a.Style, a.Text }.Concat(
                                    a.Moments.Select(m =>
                                        $"{m.Actor} {m.Techniques[0]} {m.Outcome} {m.Optional} {m.QuoteAt} {m.QuoteLength}"
                                    )
                                )
                            )
                    )
                )
            )
        )[..16];

    /// <summary>The product's own accounts; those of the hand <c>aside</c> took no part in the work on its rules.</summary>
    public static IReadOnlyList<LabelledAccount> Own => OwnRead.Value;

    /// <summary>The first accounts of all, without quotes: never trained on.</summary>
    public static IReadOnlyList<LabelledAccount> Examples { get; } = [.. Read("corpus/examples")];

    private static IEnumerable<LabelledAccount> Read(string start)
    {
        var assembly = Assembly.GetExecutingAssembly();
        foreach (
            var name in assembly
                .GetManifestResourceNames()
                .Where(n => n.StartsWith(start, StringComparison.Ordinal))
                .Order(StringComparer.Ordinal)
        )
        {
            using var reader = new StreamReader(assembly.GetManifestResourceStream(name)!);
            foreach (var account in AccountFile.Parse(reader.ReadToEnd(), name[(name.IndexOf('/') + 1)..]))
                yield return account;
        }
    }
}
