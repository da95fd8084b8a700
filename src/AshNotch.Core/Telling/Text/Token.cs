using System.Text.Json.Serialization;

namespace AshNotch.Core.Telling.Text;

/// <summary>What stands between a word and the one before it.</summary>
public enum Break
{
    /// <summary>Nothing but space.</summary>
    None,

    /// <summary>A comma.</summary>
    Comma,

    /// <summary>An arrow, as shorthand has it: what follows comes next.</summary>
    Arrow,

    /// <summary>A semicolon, colon, dash or bracket.</summary>
    Clause,

    /// <summary>The end of a sentence or of a line.</summary>
    Sentence,
}

/// <summary>A stretch of the text.</summary>
/// <param name="Start">The first character, counted in UTF-16 units from 0.</param>
/// <param name="Length">How many units; never past the end of the text.</param>
public readonly record struct Span(int Start, int Length)
{
    /// <summary>The unit after the last.</summary>
    [JsonIgnore]
    public int End => Start + Length;
}

/// <summary>One word of an account.</summary>
/// <param name="Text">The word in small letters, plain apostrophes; <c>and</c> for an ampersand or a plus; one tick and one cross for all
/// of them.</param>
/// <param name="Stem">The word without its inflection (<see cref="Stems"/>).</param>
/// <param name="Source">Where it stands.</param>
/// <param name="Before">What stands before it.</param>
/// <param name="Capital">Whether it begins with a capital letter.</param>
public readonly record struct Token(string Text, string Stem, Span Source, Break Before, bool Capital)
{
    /// <summary>Whether it is all in capitals, as "RNC" is.</summary>
    public bool Shouted { get; init; }

    /// <summary>The bracket that it stands in: <c>(</c>, <c>[</c> or <c>{</c>; none for most words.</summary>
    public char Bracket { get; init; }

    /// <summary>Whether it stands in brackets.</summary>
    public bool Bracketed => Bracket != default;

    /// <summary>The sign that leads its line ("+ ankle pick", "- butterfly"), at the first word of the line alone.</summary>
    public char Lead { get; init; }

    /// <summary>The column of a table that it stands in, parted by upright strokes, from 0.</summary>
    public int Column { get; init; }
}
