using System.Text;
using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Judging.Patterns;
using AshNotch.Core.Log;
using AshNotch.Demo;
using AshNotch.Formats;

namespace AshNotch.Core.Tests.Demo;

public class SeasonTests
{
    private static readonly Logbook Log = Season.Make();

    private static async Task<string> Written(Logbook log)
    {
        using var stream = new MemoryStream();
        await LogbookFile.Write(stream, log);
        return Encoding.UTF8.GetString(stream.ToArray());
    }

    [Fact]
    public async Task The_same_seed_gives_the_same_log_byte_for_byte()
    {
        Assert.Equal(await Written(Season.Make()), await Written(Season.Make()));
        Assert.NotEqual(await Written(Season.Make()), await Written(Season.Make(Season.DemoSeed + 1)));
    }

    [Fact]
    public void It_is_eighteen_weeks_of_about_fifty_sessions_and_220_rolls_without_a_fault()
    {
        Assert.Empty(LogbookFile.Check(Log, Days.Wide));
        Assert.InRange(Log.Sessions.Count, 47, 54);
        Assert.InRange(Log.Sessions.Sum(s => s.Rolls.Count(r => r.Goes is null)), 200, 240);
        Assert.InRange(Log.Sessions.Sum(s => s.Rolls.Count(r => r.Goes is not null)), 10, 14);
        Assert.Equal(new DateOnly(2026, 6, 20), Log.Sessions[^1].Date);
        Assert.Equal(SessionKind.Tournament, Log.Sessions[^1].Kind);
        Assert.Equal(10, Log.Partners.Count);
    }

    [Fact]
    public void Every_field_of_the_format_is_used_somewhere()
    {
        var rolls = Log.Sessions.SelectMany(s => s.Rolls).ToList();
        var moments = rolls.SelectMany(r => r.Exchanges).SelectMany(e => e.Moments).ToList();
        Assert.Equal(Enum.GetValues<SessionKind>(), Log.Sessions.Select(s => s.Kind).Distinct().Order());
        Assert.Equal(Enum.GetValues<RollKind>(), rolls.Select(r => r.Kind!.Value).Distinct().Order());
        Assert.Equal(Enum.GetValues<Intensity>(), rolls.Select(r => r.Intensity!.Value).Distinct().Order());
        Assert.Equal(Enum.GetValues<Intent>(), rolls.Select(r => r.Intent!.Value).Distinct().Order());
        Assert.All(new Func<Session, object?>[] { s => s.StartTime, s => s.Minutes, s => s.Effort, s => s.Aim, s => s.Notes }, f =>
            Assert.Contains(Log.Sessions, s => f(s) is not null)
        );
        Assert.All(
            new Func<Roll, object?>[] { r => r.Ruleset, r => r.Told, r => r.Notes, r => r.Takeaways is [var first, ..] ? first : null },
            f => Assert.Contains(rolls, r => f(r) is not null)
        );
        Assert.All(
            new Func<Moment, object?>[] { m => m.Side, m => m.Clock, m => m.From, m => m.To, m => m.Reasons, m => m.Note, m => m.Better },
            f => Assert.Contains(moments, m => f(m) is not null)
        );
        Assert.Contains(moments, m => m.Sure == false);
        Assert.Contains(moments, m => m.Technique == "net-roll");
        Assert.NotEmpty(Log.Vocabulary.Aliases);
    }

    // The planted story has to be found by the judgement, which knows nothing of how it was planted.
    [Fact]
    public void Half_guard_bottom_costs_most_before_the_block_to_the_knee_cut_and_costs_less_after_it()
    {
        var half = Spot.Parse("half-guard:bottom");
        var before = Judge(d => d < BlockStart);
        var after = Judge(d => d >= BlockStart.AddDays(28));
        Assert.Equal(half, before.SoftSpots[0].Spot);
        Assert.Equal("clear", before.SoftSpots[0].Verdict);
        Assert.Equal("knee-cut", SpotEvidence.Of(Readings(d => d < BlockStart), half, before, Ground).Theirs[0].Technique);
        Assert.NotEqual(half, after.SoftSpots[0].Spot);
        double Rate(Judgement j) => j.SoftSpots.Single(s => s.Spot == half).Rate.Rate;
        Assert.True(Rate(after) > Rate(before) + 0.1);
    }

    [Fact]
    public void The_knee_cut_goes_worse_on_the_left_before_the_block()
    {
        var sides = SpotEvidence
            .Of(Readings(d => d < BlockStart), Spot.Parse("half-guard:bottom"), Judge(d => d < BlockStart), Ground)
            .Sides;
        double Lost(string side) => sides.Where(s => s.Name == side).Sum(s => s.Lost / (double)(s.Won + s.Lost));
        Assert.True(Lost("left") > Lost("right"));
    }

    [Fact]
    public void The_back_is_heartwood_that_is_reached_too_seldom()
    {
        var judgement = Judge(_ => true);
        var back = Spot.Parse("back-control:top");
        Assert.Contains(judgement.Heartwood.Take(5), h => h.Spot == back && h.Rate.Rate > 0.6);
        Assert.Contains(WaysIn.Of(Readings(_ => true), judgement, Ground), w => w.Spot == back && w.Moments.Count > 0);
    }

    [Fact]
    public void A_weak_leg_defence_that_is_rarely_needed_is_no_soft_spot_to_work_on()
    {
        Assert.InRange(
            Readings(_ => true)
                .Sum(r => r.Visits.Count(v => v.Role == Role.Bottom && Ground.Position(v.Position)!.Family == Family.LegTangle)),
            3,
            30
        );
        Assert.DoesNotContain(Judge(_ => true).SoftSpots.Take(5), s => Ground.Position(s.Spot.Position)!.Family == Family.LegTangle);
    }

    private static readonly GroundMap Ground = GroundMap.Default.With(Log.Vocabulary);
    private static readonly DateOnly BlockStart = Season.FirstDay.AddDays(7 * (Season.BlockWeek - 1));

    private static List<RollReading> Readings(Func<DateOnly, bool> when) => [.. RollReading.Of(Log, Ground).Where(r => when(r.Date))];

    private static Judgement Judge(Func<DateOnly, bool> when) =>
        Judgement.Of(Ground, LogCounts.Of(Readings(when), Ground.Usual), Standpoint.Owner(Log.Athlete));
}
