using AshNotch.Core.Ground;
using AshNotch.Core.Log;
using AshNotch.Store;
using Microsoft.Data.Sqlite;

namespace AshNotch.Store.Tests;

/// <summary>A log in a folder of its own that goes away with it.</summary>
public sealed class TempLog : IDisposable
{
    private readonly string folder = Directory.CreateTempSubdirectory("ash-notch-test-").FullName;

    public TempLog() => Database = new Database(FilePath);

    public string FilePath => Path.Combine(folder, "log.db");

    public Database Database { get; }

    public Sessions Sessions => new(Database);

    public Partners Partners => new(Database);

    public Rolls Rolls => new(Database);

    public Bins Bins => new(Database);

    public static DateTimeOffset Now => new(2026, 6, 20, 12, 0, 0, TimeSpan.Zero);

    public static Partner Odalys =>
        new()
        {
            Id = "p1",
            Name = "Odalys B.",
            Belt = BeltColour.Purple,
            Stripes = 1,
            WeightKg = new Kilograms(66),
            Traits = ["long legs"],
            Notes = "",
        };

    public static Roll Roll(string id = "r1") =>
        new()
        {
            Id = id,
            Order = 1,
            Kind = RollKind.Roll,
            PartnerId = "p1",
            PartnerBelt = BeltColour.Purple,
            PartnerStripes = 0,
            PartnerWeightKg = new Kilograms(66.4),
            Minutes = 6,
            Intensity = Intensity.Hard,
            Intent = Intent.OwnGame,
            Told = "She cut the knee through, twice.",
            Takeaways = ["Frame on the hip before turning"],
            Exchanges =
            [
                new Exchange
                {
                    Start = Spot.Parse("seated-guard:bottom"),
                    Moments =
                    [
                        new Moment
                        {
                            Actor = Actor.Them,
                            Technique = "knee-cut",
                            Outcome = Outcome.Done,
                            Side = Side.Left,
                            Clock = 75.5,
                            From = Spot.Parse("half-guard:bottom"),
                            To = Spot.Parse("side-control:bottom"),
                            Reasons = ["gave-space"],
                            Note = "felt slow",
                            Better = "turn in",
                            Sure = false,
                        },
                        new Moment
                        {
                            Actor = Actor.Me,
                            Technique = "escape",
                            Outcome = Outcome.Stopped,
                        },
                    ],
                    End = new ExchangeEnd
                    {
                        Kind = EndKind.Tap,
                        By = Actor.Them,
                        Technique = "armbar",
                    },
                },
                new Exchange(),
            ],
        };

    public static Session Session(string id = "s1", params Roll[] rolls) =>
        new()
        {
            Id = id,
            Date = new DateOnly(2026, 3, 3),
            StartTime = new TimeOnly(18, 30),
            Kind = SessionKind.OpenMat,
            Attire = Attire.NoGi,
            Minutes = 90,
            Effort = 6.5,
            Aim = "Two grips before anything.",
            Notes = "Cold in the loft.",
            Rolls = rolls.Length == 0 ? [Roll()] : rolls,
        };

    public void Dispose()
    {
        Database.Dispose();
        SqliteConnection.ClearAllPools();
        Directory.Delete(folder, recursive: true);
    }
}
