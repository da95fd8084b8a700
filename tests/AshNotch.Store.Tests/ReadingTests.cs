using System.Text.Json;
using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Log;
using AshNotch.Demo;

namespace AshNotch.Store.Tests;

// What judgements rest on is written with every roll. Whatever way a log came about, it has to be what reading the log as a
// whole gives.
public sealed class ReadingTests : IDisposable
{
    private readonly TempLog log = new();
    private readonly Logbook demo = Season.Make();

    public void Dispose() => log.Dispose();

    private Readings Readings => new(log.Database);

    private LogSnapshot? picture;

    /// <summary>
    /// What a picture that is brought up to date write by write holds, and what one that is read anew does; they have to agree after every
    /// write.
    /// </summary>
    private void PictureAgrees()
    {
        picture = log.Database.Read(c => LogSnapshot.Read(c, picture));
        var anew = log.Database.Read(c => LogSnapshot.Read(c, null));
        Assert.Equal(JsonSerializer.Serialize(anew.Readings), JsonSerializer.Serialize(picture.Readings));
        Assert.Equal(JsonSerializer.Serialize(anew.Partners), JsonSerializer.Serialize(picture.Partners));
        var (stands, counted) = (picture.Counts, LogCounts.Of(Readings.All(), picture.Ground.Usual));
        Assert.Equal(counted.Cells.OrderBy(c => c.Key.ToString()), stands.Cells.OrderBy(c => c.Key.ToString()));
        Assert.Equal(counted.Moves.OrderBy(c => c.Key.ToString()), stands.Moves.OrderBy(c => c.Key.ToString()));
        Assert.Equal([.. counted.Visits, .. counted.Starts, .. counted.Unsure], [.. stands.Visits, .. stands.Starts, .. stands.Unsure]);
        Assert.All(Enum.GetValues<LogTotal>(), t => Assert.Equal(counted[t], stands[t]));
    }

    private static List<string> Text(IEnumerable<RollReading> readings) =>
        [.. readings.Select(r => JsonSerializer.Serialize(r)).Order(StringComparer.Ordinal)];

    private static List<string> Whole(Logbook book) => Text(RollReading.Of(book, GroundMap.Default.With(book.Vocabulary)));

    [Fact]
    public void An_import_leaves_what_reading_the_file_gives()
    {
        new Transfers(log.Database).Import(demo);
        Assert.Equal(Whole(demo), Text(Readings.All()));
        PictureAgrees();
        new Transfers(log.Database).Import(demo);
        PictureAgrees();
    }

    [Fact]
    public void Writes_one_by_one_corrections_and_the_bin_leave_the_same_as_reading_all_anew()
    {
        new Transfers(log.Database).Import(demo);
        var session = demo.Sessions[3];
        var roll = session.Rolls[0];
        log.Sessions.Put(
            session with
            {
                Date = session.Date.AddDays(1),
                Attire = Attire.NoGi,
                Rolls = [roll with { Exchanges = [] }, .. session.Rolls.Skip(2)],
            },
            withRolls: true,
            log.Sessions.Get(session.Id)!.Version,
            TempLog.Now
        );
        log.Sessions.Add(
            demo.Sessions[5] with
            {
                Id = "again",
                Rolls = [.. demo.Sessions[5].Rolls.Select(r => r with { Id = r.Id + "x" })],
            }
        );
        PictureAgrees();
        log.Sessions.Bin(demo.Sessions[7].Id, null, TempLog.Now);
        PictureAgrees();
        log.Sessions.BinRoll(demo.Sessions[9].Id, demo.Sessions[9].Rolls[0].Id, null, TempLog.Now);
        log.Partners.Bin("mirek", null, TempLog.Now);
        var grown = Text(Readings.All());
        Assert.NotEqual(Whole(demo), grown);
        Assert.True(Readings.Rebuild() >= grown.Count);
        Assert.Equal(Text(Readings.All()), grown);
        PictureAgrees();
        log.Bins.Restore("session", demo.Sessions[7].Id, null);
        log.Bins.Restore("roll", demo.Sessions[9].Rolls[0].Id, demo.Sessions[9].Id);
        PictureAgrees();
        log.Sessions.Bin(demo.Sessions[11].Id, null, TempLog.Now);
        new Transfers(log.Database).Import(demo);
        PictureAgrees();
    }

    [Fact]
    public void A_log_of_a_program_that_kept_no_readings_is_read_when_it_is_opened()
    {
        new Transfers(log.Database).Import(demo);
        log.Database.Write(c =>
        {
            using var command = c.CreateCommand();
            command.CommandText = "DELETE FROM reading; UPDATE state SET reading_stamp = NULL";
            return command.ExecuteNonQuery();
        });
        log.Database.Dispose();
        using var opened = new Database(log.FilePath);
        Assert.Equal(Whole(demo), Text(new Readings(opened).All()));
        PictureAgrees();
    }

    [Fact]
    public void An_own_position_that_is_added_later_is_read_into_the_rolls_that_name_it()
    {
        new Transfers(log.Database).Import(demo);
        var before = Readings.All().Sum(r => r.Contests.Length);
        Assert.Empty(
            new Vocabulary(log.Database).Put(demo.Vocabulary.Techniques[0] with { Id = "net-roll", Kind = TechniqueKind.Pull })!.Faults
        );
        var after = Text(Readings.All());
        Assert.NotEqual(before, Readings.All().Sum(r => r.Contests.Length));
        PictureAgrees();
        Readings.Rebuild();
        Assert.Equal(Text(Readings.All()), after);
    }

    [Fact]
    public void Odd_ids_and_rounds_with_nobody_known_are_counted_like_any_other()
    {
        log.Partners.Add(TempLog.Odalys with { Id = "a|b|c" });
        var roll = TempLog.Roll("odd") with
        {
            PartnerId = "a|b|c",
            PartnerStripes = null,
            PartnerWeightKg = null,
            Intent = Intent.Survive,
            Kind = RollKind.Positional,
        };
        log.Sessions.Add(
            TempLog.Session("odd", roll, roll with { Id = "bare", PartnerId = null, PartnerBelt = null, Intent = null, Kind = null })
        );
        PictureAgrees();
        Assert.Equal([null, "a|b|c"], picture!.Counts.Cells.Keys.Select(c => c.Against.Partner).Distinct().Order(StringComparer.Ordinal));
        Assert.Equal(1, picture.Counts[LogTotal.FullRolls]);
    }

    [Fact]
    public void A_belt_that_a_roll_leaves_open_is_the_partners_and_follows_their_sheet()
    {
        log.Partners.Add(TempLog.Odalys);
        log.Sessions.Add(
            TempLog.Session(
                "s1",
                TempLog.Roll() with
                {
                    PartnerBelt = null,
                    PartnerStripes = null,
                    PartnerWeightKg = null,
                },
                TempLog.Roll("r2")
            )
        );
        double? Rung(int roll) => Readings.All()[roll].Against.Rung;
        Assert.Equal(new Belt(BeltColour.Purple, 1).Rung, Rung(0));
        Assert.Equal(66, Readings.All()[0].Against.Kilograms);
        log.Partners.Put(TempLog.Odalys with { Belt = BeltColour.Brown, Stripes = 0 }, log.Partners.Get("p1")!.Version);
        Assert.Equal(new Belt(BeltColour.Brown).Rung, Rung(0));
        Assert.Equal(new Belt(BeltColour.Purple).Rung, Rung(1));
        PictureAgrees();
        var book = new Logbook
        {
            Athlete = demo.Athlete,
            Partners = [log.Partners.Get("p1")!.Value],
            Sessions = [log.Sessions.Get("s1")!.Value],
        };
        Assert.Equal(Whole(book), Text(Readings.All()));
    }

    [Fact]
    public void A_write_that_fails_leaves_the_counts_as_they_were()
    {
        log.Partners.Add(TempLog.Odalys);
        log.Sessions.Add(TempLog.Session());
        Assert.Throws<InvalidOperationException>(() =>
            log.Database.Write<int>(c =>
            {
                using var command = c.CreateCommand();
                command.CommandText = "UPDATE session SET binned_at = 'now'";
                command.ExecuteNonQuery();
                throw new InvalidOperationException("the power went");
            })
        );
        PictureAgrees();
        Assert.Equal(1, picture!.Counts.Rolls);
    }

    [Fact]
    public void Ratings_of_the_owners_are_kept_by_day_and_part_and_travel_with_the_log()
    {
        var ratings = new SelfRatings(log.Database);
        var day = new DateOnly(2026, 3, 3);
        ratings.Add([new SelfRating(day, "guard", 4), new SelfRating(day.AddDays(7), "guard", 5)]);
        ratings.Add([new SelfRating(day, "guard", 6)]);
        Assert.Equal([6.0, 5.0], ratings.All().Select(r => r.Score));
        using var other = new TempLog();
        new Transfers(other.Database).Import(demo with { SelfRatings = ratings.All() });
        Assert.Equal(ratings.All(), new SelfRatings(other.Database).All());
    }
}
