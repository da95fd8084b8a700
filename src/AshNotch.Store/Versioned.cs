using System.Text.Json;

namespace AshNotch.Store;

/// <summary>A record with the version it has in the store; versions of one record only grow.</summary>
public sealed record Versioned<T>(T Value, long Version);

/// <summary>What became of a write that named the version it had read.</summary>
public enum WriteOutcome
{
    /// <summary>Kept.</summary>
    Saved,

    /// <summary>Somebody else was faster: the stored version is another.</summary>
    Stale,

    /// <summary>There is nothing of that id.</summary>
    Missing,

    /// <summary>Something of that id is there already.</summary>
    Exists,
}

/// <param name="Outcome">What became of it.</param>
/// <param name="Version">The version stored now; 0 when there is none.</param>
public readonly record struct Written(WriteOutcome Outcome, long Version)
{
    /// <summary>The refusal of a write to something that stands at a version (0 for nothing); null when it may go on.</summary>
    internal static Written? Refused(long version, Expected expected) =>
        expected.Holds(version) ? null : new Written(version == 0 ? WriteOutcome.Missing : WriteOutcome.Stale, version);
}

internal static class Same
{
    /// <summary>Whether two records say the same, lists compared by their elements.</summary>
    public static bool As<T>(T one, T other) =>
        JsonSerializer.SerializeToUtf8Bytes(one).AsSpan().SequenceEqual(JsonSerializer.SerializeToUtf8Bytes(other));
}
