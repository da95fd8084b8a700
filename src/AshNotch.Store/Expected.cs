namespace AshNotch.Store;

/// <summary>What a write asks of the version that stands before it.</summary>
public sealed class Expected
{
    private readonly Func<long, bool> holds;

    private Expected(Func<long, bool> holds) => this.holds = holds;

    /// <summary>That there is something, whatever its version.</summary>
    public static Expected Anything { get; } = new(version => version > 0);

    /// <summary>That there is nothing yet.</summary>
    public static Expected Nothing { get; } = new(version => version == 0);

    /// <summary>That the version is one of these.</summary>
    public static Expected OneOf(IReadOnlyCollection<long> versions) => new(versions.Contains);

    /// <summary>That it is this one.</summary>
    public static implicit operator Expected(long version) => new(v => v == version);

    /// <summary>Whether it holds; 0 stands for nothing there.</summary>
    public bool Holds(long version) => holds(version);
}
