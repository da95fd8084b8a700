namespace AshNotch.Core.Log;

/// <summary>Something wrong with what was handed in.</summary>
public sealed record Fault
{
    private const int Longest = 400;

    /// <param name="pointer">Where, as a JSON pointer (RFC 6901).</param>
    /// <param name="sentence">What is wrong and what to do, in a sentence; what it quotes is cut when it is very long.</param>
    public Fault(string pointer, string sentence) =>
        (Pointer, Sentence) = (
            pointer,
            sentence.Length <= Longest ? sentence : $"{sentence[..(Longest / 2)]}…{sentence[^(Longest / 2)..]}"
        );

    /// <summary>Where, as a JSON pointer.</summary>
    public string Pointer { get; }

    /// <summary>What is wrong and what to do, in a sentence.</summary>
    public string Sentence { get; }
}
