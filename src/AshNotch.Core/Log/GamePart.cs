namespace AshNotch.Core.Log;

/// <summary>A part of the game that people rate themselves in.</summary>
/// <param name="Id">Its id.</param>
/// <param name="Name">Its name, for people.</param>
/// <param name="Says">What belongs to it.</param>
public sealed record GamePart(string Id, string Name, string Says);

/// <summary>The parts of the game that can be rated.</summary>
public static class GameParts
{
    /// <summary>The parts, in the order in which a round goes.</summary>
    public static IReadOnlyList<GamePart> All { get; } =
    [
        new("on-the-feet", "On the feet", "takedowns, ties, front headlocks"),
        new("guard", "My guard", "keeping it, sweeping and attacking from below"),
        new("passing", "Passing", "getting past their guard"),
        new("pinning", "Pins and mount", "staying on top past the legs, and finishing from there"),
        new("under-pins", "Getting out", "escapes from pins, mount and a bad turtle"),
        new("back-attack", "Their back", "keeping it and finishing from it"),
        new("back-defence", "My back", "getting out when they have it"),
        new("legs", "Leg attacks", "finishing and keeping a tangle"),
        new("leg-defence", "Leg defence", "getting a caught leg out"),
    ];
}
