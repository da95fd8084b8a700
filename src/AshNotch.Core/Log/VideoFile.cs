namespace AshNotch.Core.Log;

/// <summary>
/// A film or sound recording of a roll. The file itself never comes here: only what it takes to know it again and to find a
/// moment in it.
/// </summary>
/// <param name="Name">The file's name, never empty.</param>
/// <param name="Size">Its size in bytes; null when not known.</param>
/// <param name="Length">How long it plays, in seconds, 0 to 86400; null when not known.</param>
/// <param name="Start">Where in it the roll's clock stands at zero, in seconds, 0 to 86400; null when not marked yet.</param>
public sealed record VideoFile(string Name, long? Size = null, double? Length = null, double? Start = null)
{
    /// <summary>The largest file that is taken for one: 16 TiB.</summary>
    public const long LargestSize = 1L << 44;

    /// <summary>What is wrong with it.</summary>
    public IEnumerable<Fault> Check(string at) =>
        LogRules
            .Name(Name, at + "/name")
            .Concat(LogRules.Range(Size, 0, LargestSize, at + "/size", "The size of a file, in bytes,"))
            .Concat(LogRules.Range(Length, 0, 86_400, at + "/length", "The length of a recording, in seconds,"))
            .Concat(LogRules.Range(Start, 0, 86_400, at + "/start", "The start of the roll in a recording, in seconds,"));
}
