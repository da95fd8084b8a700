namespace AshNotch.Core.Ground;

/// <summary>The owner's part in a position. For the back, top has the back; in a leg tangle, top attacks the legs.</summary>
public enum Role
{
    /// <summary>Neither is on top: standing, scrambles, 50/50.</summary>
    Even,

    /// <summary>The owner is on top, has the back, the legs or the hold.</summary>
    Top,

    /// <summary>The owner is below, or is the one being held.</summary>
    Bottom,
}

/// <summary>What can be asked of a <see cref="Role"/>.</summary>
public static class Roles
{
    /// <summary>The same place seen by the other person: top and bottom change, even stays.</summary>
    public static Role Mirror(this Role role) =>
        role switch
        {
            Role.Top => Role.Bottom,
            Role.Bottom => Role.Top,
            _ => Role.Even,
        };
}
