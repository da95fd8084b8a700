using AshNotch.Core.Ground;
using AshNotch.Core.Log;

namespace AshNotch.Demo;

/// <summary>The Net Loft at Hallavoe, a club above a chandlery on an island that does not exist. All of it is invented.</summary>
internal static class Club
{
    public static Athlete Runa { get; } =
        new()
        {
            Name = "Runa Halvick",
            Belt = BeltColour.Blue,
            Stripes = 2,
            WeightKg = new Kilograms(61),
            Units = Units.Kg,
            Objective = Objective.Submissions,
            TrainingStyle = TrainingStyle.RepetitionsAndPositional,
            DominantSide = Side.Right,
            Sex = Sex.Female,
        };

    public static IReadOnlyList<ClubMate> Mates { get; } =
    [
        Mate(
            "odalys",
            "Odalys B.",
            BeltColour.Purple,
            1,
            66,
            0.1,
            3,
            ["long legs", "patient"],
            "Sets the lapel early. Ask her for half guard rounds."
        ),
        Mate(
            "tarquin",
            "Tarquin P.",
            BeltColour.White,
            2,
            92,
            0,
            2,
            ["heavy", "strong grips"],
            "Very strong, calmer than he was. Start from the knees."
        ),
        Mate("sunniva", "Sunniva G.", BeltColour.Blue, 1, 58, 0.1, 4, ["quick", "same size"], "Best measure of where I am."),
        Mate(
            "ebele",
            "Ebele C.",
            BeltColour.Brown,
            0,
            74,
            0,
            2,
            ["wrestles", "front headlock"],
            "Shoots from everywhere. Lets me work if I ask."
        ),
        Mate("fenwick", "Fenwick L.", BeltColour.Blue, 3, 83, -0.1, 3, ["pressure", "slow"], "Same pass every time. Head low on my left."),
        Mate("ysolde", "Ysolde R.", BeltColour.Black, 1, 64, -0.6, 1.5, ["coach"], "Coach. Rolls at the level of whoever she rolls with."),
        Mate("mirek", "Mirek Z.", BeltColour.White, 1, 70, 0.3, 2, ["judo", "strong on the feet"], "Throws first, then holds the head."),
        Mate("anneke", "Anneke D.", BeltColour.Purple, 3, 71, 0, 2, ["leg locks", "no-gi"], "Agree on leg locks before we slap hands."),
        Mate("cosmo", "Cosmo V.", BeltColour.Blue, 0, 69, -0.1, 3, ["scrambles", "talks"], "Never stops moving, tires after four minutes."),
        Mate(
            "halima",
            "Halima S.",
            BeltColour.White,
            3,
            55,
            0,
            2,
            ["new", "flexible"],
            "Let her work from the top when it is her week for passing."
        ),
    ];

    /// <summary>How rounds are kept in the loft on Thursdays.</summary>
    public static ClockPreset Thursday { get; } =
        new()
        {
            Id = "loft-thursday",
            Name = "Net Loft Thursday",
            Kind = ClockKind.Class,
            Rounds = 6,
            Work = 300,
            Rest = 45,
        };

    /// <summary>What she calls things.</summary>
    public static PersonalWords Words { get; } =
        new()
        {
            Techniques =
            [
                new Technique
                {
                    Id = "net-roll",
                    Name = "Net roll",
                    Kind = TechniqueKind.Sweep,
                    From = [StartPattern.Parse("half-guard:bottom"), StartPattern.Parse("knee-shield:bottom")],
                    To = [Spot.Parse("side-control:top"), Spot.Parse("half-guard:top")],
                    Usual = 1,
                    Says = "Ysolde's roll from half guard: hug the far arm, look away, go under.",
                    Aliases = ["the net"],
                },
            ],
            Aliases =
            [
                new Alias("the gangplank", "knee-cut"),
                new Alias("Fenwick's lean", "smash-pass"),
                new Alias("the barnacle", "body-triangle"),
            ],
        };

    private static ClubMate Mate(
        string id,
        string name,
        BeltColour belt,
        int stripes,
        double kilograms,
        double level,
        double often,
        string[] traits,
        string notes
    ) =>
        new(
            new Partner
            {
                Id = id,
                Name = name,
                Belt = belt,
                Stripes = stripes,
                WeightKg = new Kilograms(kilograms),
                Traits = traits,
                Notes = notes,
            },
            level,
            TellData.Styles[id].Likes,
            often
        );
}
