using System.Text.Json.Serialization;

namespace AshNotch.Core.Ground;

/// <summary>
/// Near relations among positions: what is learned in one is believed, more weakly, of the others. Written as in the tables, in plain
/// words.
/// </summary>
public enum Family
{
    /// <summary>A position of the owner's without relations.</summary>
    Own,

    /// <summary>Standing, clinched, shooting.</summary>
    Feet,

    /// <summary>A guard half passed.</summary>
    Passing,

    /// <summary>Open guards.</summary>
    [JsonStringEnumMemberName("open guard")]
    OpenGuard,

    /// <summary>Butterfly guards.</summary>
    Butterfly,

    /// <summary>Guards with the body beneath the other's legs.</summary>
    [JsonStringEnumMemberName("under legs")]
    UnderLegs,

    /// <summary>The closed guard.</summary>
    [JsonStringEnumMemberName("closed guard")]
    ClosedGuard,

    /// <summary>Half guards.</summary>
    [JsonStringEnumMemberName("half guard")]
    HalfGuard,

    /// <summary>Leg tangles.</summary>
    [JsonStringEnumMemberName("leg tangle")]
    LegTangle,

    /// <summary>Pins from the side and above.</summary>
    Pin,

    /// <summary>Mounts.</summary>
    Mount,

    /// <summary>Behind the other.</summary>
    Back,

    /// <summary>The turtle.</summary>
    Turtle,

    /// <summary>Holds that bind without pinning.</summary>
    Control,
}

/// <summary>What families have in common.</summary>
public static class Families
{
    /// <summary>Whether one plays a guard there, from below.</summary>
    public static bool IsGuard(this Family family) =>
        family is Family.OpenGuard or Family.Butterfly or Family.UnderLegs or Family.ClosedGuard or Family.HalfGuard;
}
