using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Log;

namespace AshNotch.Core.Tests.Drilling;

/// <summary>Readings made by hand.</summary>
internal static class Reading
{
    public static RollReading Of(
        DateOnly date,
        Spot spot,
        ContestEnd end,
        string? technique = null,
        bool drill = false,
        Against? against = null
    ) => Of(date, spot, [end], technique, drill, against);

    public static RollReading Of(
        DateOnly date,
        Spot spot,
        IReadOnlyList<ContestEnd> ends,
        string? technique = null,
        bool drill = false,
        Against? against = null
    ) =>
        new()
        {
            Session = "s",
            Roll = "r",
            Date = date,
            Attire = Attire.Gi,
            Against = (against ?? new Against("peer", new Belt(BeltColour.Blue).Rung, 70, Intent.OwnGame)) with { Drill = drill },
            Moments = ends.Count,
            Starts = [],
            Visits = [],
            Contests =
            [
                .. ends.Select(end => new Contest
                {
                    Spot = spot,
                    End = end,
                    Actor = end == ContestEnd.Won ? Actor.Me : Actor.Them,
                    Technique = technique,
                    Place = new MomentPlace("s", "r", 0, 0),
                }),
            ],
        };
}
