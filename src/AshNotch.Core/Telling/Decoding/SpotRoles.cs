using AshNotch.Core.Ground;

namespace AshNotch.Core.Telling.Decoding;

/// <summary>Who is said to have a position: guards and the turtle are the lower one's, pins, backs and holds the upper one's.</summary>
internal static class SpotRoles
{
    /// <summary>Whether "my X" puts me on top.</summary>
    public static bool HolderIsTop(GroundMap ground, string position)
    {
        var known = ground.Position(position);
        return known is null || !((known.Scores == PositionScore.Guard && known.Family != Family.Passing) || known.Id == "turtle");
    }

    /// <summary>Whether the position has an under side at all.</summary>
    public static bool CanBeUnder(GroundMap ground, string position) => ground.Position(position)?.Roles.Contains(Role.Bottom) == true;

    /// <summary>The owner's spot when the owner holds the position, or when the partner does.</summary>
    public static Spot Of(GroundMap ground, string position, bool ownerHolds)
    {
        if (ground.Position(position)?.Roles.Contains(Role.Even) == true)
            return new Spot(position, Role.Even);
        return new Spot(position, HolderIsTop(ground, position) == ownerHolds ? Role.Top : Role.Bottom);
    }
}
