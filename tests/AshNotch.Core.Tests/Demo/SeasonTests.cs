using System.Text;
using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
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
        await LogbookFile.Write(stream, log.Athlete, log.Partners, log.Sessions, log.Vocabulary);
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
        Assert.Empty(LogbookFile.Check(Log));
        Assert.InRange(Log.Sessions.Count, 47, 54);
        Assert.InRange(Log.Sessions.Sum(s => s.Rolls.Count), 200, 240);
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
        Assert.All(new Func<Session, object?>[] { s => s.StartTime, s => s.Minutes, s => s.Effort, s => s.Aim, s => s.Notes }, f => Assert.Contains(Log.Sessions, s => f(s) is not null));
        Assert.All(new Func<Roll, object?>[] { r => r.Ruleset, r => r.Told, r => r.Notes, r => r.Takeaways?.FirstOrDefault() }, f => Assert.Contains(rolls, r => f(r) is not null));
        Assert.All(
            new Func<Moment, object?>[] { m => m.Side, m => m.Clock, m => m.From, m => m.To, m => m.Reasons, m => m.Note, m => m.Better },
            f => Assert.Contains(moments, m => f(m) is not null));
        Assert.Contains(moments, m => m.Sure == false);
        Assert.Contains(moments, m => m.Technique == "net-roll");
        Assert.NotEmpty(Log.Vocabulary.Aliases);
    }

    // The planted story has to be found by the judgement, which knows nothing of how it was planted.
    [Fact]
    public void Half_guard_bottom_costs_most_before_the_block_to_the_knee_cut_and_costs_less_after_it()
    {
        var half = Spot.Parse("half-guard:bottom");
        var blockStart = Season.FirstDay.AddDays(7 * (Season.BlockWeek - 1));
        var before = Rank(s => s.Date < blockStart);
        var after = Rank(s => s.Date >= blockStart.AddDays(28));
        Assert.Equal(half, before.SoftSpots[0].Tally.Spot);
        Assert.Equal("knee-cut", before.SoftSpots[0].Tally.Techniques().First(t => t.Actor == Actor.Them).Technique);
        Assert.NotEqual(half, after.SoftSpots[0].Tally.Spot);
        double Rate(Ranking r) => r.SoftSpots.Single(s => s.Tally.Spot == half).Rate.Rate;
        Assert.True(Rate(after) > Rate(before) + 0.1);
    }

    [Fact]
    public void The_back_earns_well_and_is_seldom_reached()
    {
        var ranking = Rank(_ => true);
        var back = ranking.Heartwood.Single(s => s.Tally.Spot == Spot.Parse("back-control:top"));
        Assert.True(back.Rate.Rate > 0.6);
        Assert.True(back.Tally.Visits < ranking.SoftSpots.Single(s => s.Tally.Spot == Spot.Parse("side-control:top")).Tally.Visits / 2);
    }

    [Fact]
    public void Leg_tangles_are_rare() =>
        Assert.InRange(Log.Sessions.SelectMany(s => s.Rolls).SelectMany(r => r.Exchanges).SelectMany(e => e.Moments).Count(m => m.Technique == "leg-entry"), 1, 25);

    private static Ranking Rank(Func<Session, bool> when)
    {
        var ground = GroundMap.Default.With(Log.Vocabulary);
        var rolls = Log.Sessions.Where(when).SelectMany(s => s.Rolls.Select(r => (s.Id, r)));
        return SpotRanking.Of(LogTally.Of(rolls, ground, Objective.Submissions), ground);
    }
}
