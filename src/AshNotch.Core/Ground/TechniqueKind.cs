namespace AshNotch.Core.Ground;

/// <summary>What a technique is for. Written as in the tables: lower-case words joined by hyphens.</summary>
public enum TechniqueKind
{
    /// <summary>From the feet to the floor, on top.</summary>
    Takedown,

    /// <summary>From the feet to the floor, below, of one's own will.</summary>
    Pull,

    /// <summary>Into a hold or a tangle from which something else begins.</summary>
    Entry,

    /// <summary>Opens what is closed: a guard, a grip.</summary>
    Break,

    /// <summary>Past the legs.</summary>
    Pass,

    /// <summary>From below to on top.</summary>
    Sweep,

    /// <summary>Behind the other.</summary>
    BackTake,

    /// <summary>Out of a pin, the back or a tangle.</summary>
    Escape,

    /// <summary>Keeps the legs between the two.</summary>
    Retention,

    /// <summary>Undoes an attack and stays where it is.</summary>
    Defence,

    /// <summary>From the floor to the feet.</summary>
    StandUp,

    /// <summary>From one hold on top to a better one.</summary>
    Advance,

    /// <summary>Ends the exchange by a tap when it comes off.</summary>
    Submission,
}
