using System.Collections;

namespace AshNotch.Core.Log;

/// <summary>Faults as they are found, up to so many: whoever reads stops at the last, however much is left.</summary>
public sealed class FaultList : IReadOnlyList<Fault>
{
    /// <summary>How many are told.</summary>
    public const int Most = 100;

    private readonly List<Fault> faults = [];

    /// <inheritdoc />
    public int Count => faults.Count;

    /// <inheritdoc />
    public Fault this[int index] => faults[index];

    /// <summary>Adds a fault.</summary>
    /// <exception cref="TooManyFaultsException">It was the last that is told.</exception>
    public void Add(Fault fault)
    {
        faults.Add(fault);
        if (faults.Count < Most)
            return;
        faults.Add(new Fault("", $"These are the first {Most} faults; there may be more. Mend them and try again."));
        throw new TooManyFaultsException();
    }

    /// <summary>Adds faults until there are no more or too many.</summary>
    /// <exception cref="TooManyFaultsException">There were too many.</exception>
    public void AddRange(IEnumerable<Fault> more)
    {
        foreach (var fault in more)
            Add(fault);
    }

    /// <inheritdoc />
    public IEnumerator<Fault> GetEnumerator() => faults.GetEnumerator();

    IEnumerator IEnumerable.GetEnumerator() => GetEnumerator();
}

/// <summary>So much is wrong that reading on tells nothing new.</summary>
public sealed class TooManyFaultsException : Exception;
