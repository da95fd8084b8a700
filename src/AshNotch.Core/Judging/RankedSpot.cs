using AshNotch.Core.Ground;

namespace AshNotch.Core.Judging;

/// <summary>One spot's place in a list.</summary>
public sealed record RankedSpot
{
    /// <summary>The owner's spot.</summary>
    public required Spot Spot { get; init; }

    /// <summary>How often the owner was told to be in it.</summary>
    public required int Visits { get; init; }

    /// <summary>Contests won.</summary>
    public required int Won { get; init; }

    /// <summary>Contests lost.</summary>
    public required int Lost { get; init; }

    /// <summary>Expected change of the objective per roll against a peer.</summary>
    public required double Gain { get; init; }

    /// <summary>Lower end of the 80 % interval of the gain.</summary>
    public required double GainLow { get; init; }

    /// <summary>Upper end of it.</summary>
    public required double GainHigh { get; init; }

    /// <summary>The chance to be among the three best of this list.</summary>
    public required Probability ChanceTop3 { get; init; }

    /// <summary>How often the owner leaves the spot better off against a peer, with its 80 % interval.</summary>
    public required Interval Rate { get; init; }

    /// <summary>How sure the place in the list is: <c>clear</c>, <c>likely</c> or <c>a guess yet</c>.</summary>
    public required string Verdict { get; init; }

    /// <summary>What reaching the spot once more in a roll would bring.</summary>
    public required double OnceMore { get; init; }
}
