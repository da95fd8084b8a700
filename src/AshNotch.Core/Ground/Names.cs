namespace AshNotch.Core.Ground;

/// <summary>Names of techniques and positions inside sentences.</summary>
public static class Names
{
    /// <summary>A name within a sentence: with a small letter, but names of people, letters and abbreviations stay as they are.</summary>
    public static string Inside(string name) =>
        name.Length < 2 || name[1] == ' ' || name.Skip(1).Any(char.IsUpper) ? name : char.ToLowerInvariant(name[0]) + name[1..];
}
