namespace AshNotch.Core.Log;

/// <summary>Something wrong with what was handed in.</summary>
/// <param name="Pointer">Where, as a JSON pointer (RFC 6901).</param>
/// <param name="Sentence">What is wrong and what to do, in a sentence.</param>
public sealed record Fault(string Pointer, string Sentence);
