using AshNotch.Core.Load;

namespace AshNotch.Core.Tests.Load;

public class WeekLoadsTests
{
    private static readonly DateOnly Monday = new(2026, 3, 2);

    private static Visit On(int day, double? minutes, double? effort) => new($"s{day}-{minutes}", Monday.AddDays(day), minutes, effort);

    // Foster et al., J. Strength Cond. Res. 15 (2001): the formulas, on a week worked by hand. Tuesday 90 min at 6, Thursday 90
    // at 4, Saturday 120 at 7: 540, 360, 840 and four days of rest. Mean 1740/7 = 248.571; squares from the mean: 4·61787.8 +
    // 84930.6 + 12416.3 + 349787.8 = 694285.7, over six 115714.3, root 340.168; monotony 0.73073, strain 1271.5.
    [Fact]
    public void A_week_worked_by_hand_agrees()
    {
        var week = Assert.Single(WeekLoads.Of([On(1, 90, 6), On(3, 90, 4), On(5, 120, 7)], Monday.AddDays(6)));
        Assert.Equal(1740, week.Load);
        Assert.Equal(0.73073, week.Monotony!.Value, 4);
        Assert.Equal(1271.5, week.Strain!.Value, 1);
        Assert.Equal(0, week.Untold);
        Assert.Null(week.Usual);
    }

    // Two sessions on one day are one day's load; every day alike has no spread to divide by.
    [Fact]
    public void Days_are_added_up_and_a_week_without_any_difference_has_no_monotony()
    {
        var twice = Assert.Single(WeekLoads.Of([On(2, 60, 5), On(2, 30, 10)], Monday.AddDays(6)));
        Assert.Equal(600, twice.Load);
        Assert.Equal(600 / 7.0 / (600 / Math.Sqrt(7)), twice.Monotony!.Value, 9);
        var alike = Assert.Single(WeekLoads.Of(Enumerable.Range(0, 7).Select(d => On(d, 60, 5)), Monday.AddDays(6)));
        Assert.Null(alike.Monotony);
        Assert.Null(alike.Strain);
    }

    [Fact]
    public void What_tells_no_effort_or_no_minutes_is_counted_as_untold_and_weighs_nothing()
    {
        var week = Assert.Single(WeekLoads.Of([On(1, 90, null), On(3, null, 5), On(5, 60, 5)], Monday.AddDays(6)));
        Assert.Equal((300, 2, 3), (week.Load, week.Untold, week.Sessions.Count));
    }

    [Fact]
    public void Weeks_without_a_session_stand_as_nothing_and_the_future_is_left_out()
    {
        var weeks = WeekLoads.Of([On(0, 60, 5), On(15, 60, 5), On(400, 60, 5)], Monday.AddDays(20));
        Assert.Equal([300.0, 0, 300], weeks.Select(w => w.Load));
        Assert.Equal([Monday, Monday.AddDays(7), Monday.AddDays(14)], weeks.Select(w => w.Week));
        Assert.Empty(WeekLoads.Of([], Monday));
    }

    private static IReadOnlyList<WeekLoad> Weekly(params double[] loads) =>
        WeekLoads.Of(loads.Select((load, w) => On(7 * w, load, 1)), Monday.AddDays((7 * loads.Length) - 1));

    [Fact]
    public void Usual_is_the_middle_of_the_eight_weeks_before_once_there_are_four()
    {
        var weeks = Weekly(100, 200, 300, 400, 500, 1000);
        Assert.Null(weeks[3].Usual);
        Assert.Equal(250, weeks[4].Usual);
        Assert.Equal(300, weeks[5].Usual);
        Assert.Equal(450, Weekly(0, 0, 100, 200, 300, 400, 500, 600, 700, 800, 900)[10].Usual);
        Assert.All(weeks.Skip(4), w => Assert.True(w.UsualLow <= w.Usual && w.Usual <= w.UsualHigh));
    }

    [Fact]
    public void A_week_far_above_the_usual_and_a_third_rising_one_ask_for_a_word()
    {
        Assert.Equal(LoadCaution.FarAbove, Weekly(400, 400, 400, 400, 601)[4].Caution);
        Assert.Null(Weekly(400, 400, 400, 400, 600)[4].Caution);
        Assert.Equal(LoadCaution.Rising, Weekly(400, 400, 400, 400, 400, 450, 500, 550)[7].Caution);
        Assert.Null(Weekly(400, 400, 400, 400, 400, 450, 440, 550)[7].Caution);
        Assert.Null(Weekly(400, 400, 400, 400, 100, 200, 300, 390)[7].Caution);
        Assert.Null(Weekly(0, 0, 0, 0, 300)[4].Caution);
    }

    [Fact]
    public void The_first_week_back_after_four_away_asks_for_a_word_and_after_three_it_does_not()
    {
        Assert.Equal(
            [null, LoadCaution.AfterBreak],
            WeekLoads.Of([On(0, 400, 1), On(35, 100, 1)], Monday.AddDays(41)).Where(w => w.Load > 0).Select(w => w.Caution)
        );
        Assert.All(WeekLoads.Of([On(0, 400, 1), On(28, 100, 1)], Monday.AddDays(34)), w => Assert.Null(w.Caution));
    }
}
