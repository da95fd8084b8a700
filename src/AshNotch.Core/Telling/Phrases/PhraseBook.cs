using System.Reflection;
using AshNotch.Core.Ground;

namespace AshNotch.Core.Telling.Phrases;

/// <summary>How a phrase of the books is told; what speaks against taking it for more than a hint.</summary>
public enum PhraseRegister
{
    /// <summary>A name.</summary>
    Name,

    /// <summary>Told as done.</summary>
    Verb,

    /// <summary>Described by bodies, without a name.</summary>
    Body,

    /// <summary>As a notebook has it.</summary>
    Short,

    /// <summary>As dictation writes it down.</summary>
    Heard,

    /// <summary>Mistyped.</summary>
    Typo,
}

/// <summary>One way in which people tell something.</summary>
/// <param name="Id">A technique's or position's id, or a cue.</param>
/// <param name="Register">How it is told.</param>
/// <param name="Text">The words; <c>{A}</c> the doer, <c>{B}</c> the other, <c>{A's}</c>, <c>{B's}</c>, <c>_</c> a few words of any
/// kind.</param>
public sealed record BookPhrase(string Id, PhraseRegister Register, string Text);

/// <summary>
/// Some thirty thousand phrases by which people tell techniques and positions, and what became of them; raw, many of them everyday
/// words. A match is a hint that the learned models weigh, never a reading by itself.
/// </summary>
public static class PhraseBook
{
    private static readonly Lazy<(Lexicon Names, Lexicon Cues)> Filled = new(Fill);

    /// <summary>Phrases of techniques, and names of positions.</summary>
    internal static Lexicon Names => Filled.Value.Names;

    /// <summary>Phrases of what became of things and of what is no part of the roll.</summary>
    internal static Lexicon Cues => Filled.Value.Cues;

    /// <summary>All phrases, in the order of the files.</summary>
    public static IEnumerable<BookPhrase> All()
    {
        var assembly = Assembly.GetExecutingAssembly();
        foreach (
            var name in assembly
                .GetManifestResourceNames()
                .Where(n => n.StartsWith("phrases/", StringComparison.Ordinal))
                .Order(StringComparer.Ordinal)
        )
        {
            using var reader = new StreamReader(assembly.GetManifestResourceStream(name)!);
            while (reader.ReadLine() is { } line)
                if (
                    line.Split('\t') is [var id, var register, var text, ..]
                    && Enum.TryParse<PhraseRegister>(register, true, out var known)
                )
                    yield return new BookPhrase(id, known, text);
        }
    }

    private static (Lexicon, Lexicon) Fill()
    {
        var (names, cues) = (new Lexicon(), new Lexicon());
        foreach (var phrase in All())
        {
            if (GroundMap.Default.Technique(phrase.Id) is not null)
                names.Add(Notation(phrase.Text), new Meaning(MeaningKind.Technique, phrase.Id), CostOf(phrase.Register));
            else if (GroundMap.Default.Position(phrase.Id) is null)
                cues.Add(Notation(phrase.Text), new Meaning(MeaningKind.Cue, phrase.Id), CostOf(phrase.Register));
            else if (phrase.Register is PhraseRegister.Name or PhraseRegister.Typo)
                names.Add(Notation(phrase.Text), new Meaning(MeaningKind.Position, phrase.Id), CostOf(phrase.Register));
        }

        return (names, cues);
    }

    /// <summary>The phrase in the notation of the lexicon.</summary>
    private static string Notation(string text) =>
        text.Replace("_", "..", StringComparison.Ordinal)
            .Replace("{A's}", "^", StringComparison.Ordinal)
            .Replace("{B's}", "%", StringComparison.Ordinal)
            .Replace("{A}", "^", StringComparison.Ordinal)
            .Replace("{B}", "_", StringComparison.Ordinal);

    private static double CostOf(PhraseRegister register) =>
        register switch
        {
            PhraseRegister.Name => 0.6,
            PhraseRegister.Verb => 0.65,
            PhraseRegister.Typo => 0.7,
            PhraseRegister.Body => 0.75,
            PhraseRegister.Short => 0.85,
            _ => 0.95,
        };
}
