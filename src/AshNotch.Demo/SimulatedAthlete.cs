using AshNotch.Core.Ground;
using AshNotch.Core.Log;

namespace AshNotch.Demo;

/// <summary>Where in a season something happens.</summary>
/// <param name="Week">The week, from 1.</param>
/// <param name="Side">The side the struggle is on.</param>
public readonly record struct When(int Week, Side Side);

/// <summary>An athlete with a known truth, so that a judgement can be held against it.</summary>
public sealed record SimulatedAthlete
{
    /// <summary>Who it is: belt and weight.</summary>
    public required Athlete Profile { get; init; }

    /// <summary>How far this athlete is from the usual in a spot, as a logit: below zero is a soft spot.</summary>
    public Func<Spot, When, double> Skill { get; init; } = (_, _) => 0;

    /// <summary>How much more often than usual somebody goes for a technique from a spot; 1 is as usual.</summary>
    public Func<Spot, Actor, Technique, double> Habit { get; init; } = (_, _, _) => 1;

    /// <summary>An athlete of the given belt and weight whose spots differ from the usual by the given logits.</summary>
    public static SimulatedAthlete With(
        IReadOnlyDictionary<Spot, double> skills,
        BeltColour belt = BeltColour.Blue,
        double kilograms = 70
    ) =>
        new()
        {
            Profile = new Athlete
            {
                Name = "Simulated",
                Belt = belt,
                Stripes = 0,
                WeightKg = new Kilograms(kilograms),
            },
            Skill = (spot, _) => skills.GetValueOrDefault(spot),
        };
}

/// <summary>Someone in the club, with what they like to do.</summary>
/// <param name="Partner">Who they are.</param>
/// <param name="Level">How far above their belt they roll, as a logit.</param>
/// <param name="Likes">Techniques they like, and how many times as often as others they go for each.</param>
/// <param name="Often">How often they are there to roll with, beside the others.</param>
public sealed record ClubMate(Partner Partner, double Level, IReadOnlyDictionary<string, double> Likes, double Often);
