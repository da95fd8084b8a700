using AshNotch.Core.Judging;
using FsCheck;
using FsCheck.Xunit;

namespace AshNotch.Core.Tests.Judging;

public class RatesTests
{
    // R. G. Newcombe, Statistics in Medicine 17 (1998) 857-872, table I, method 3 (source named, values from memory).
    [Theory]
    [InlineData(81, 263, 0.2553, 0.3662)]
    [InlineData(15, 148, 0.0624, 0.1605)]
    [InlineData(0, 20, 0.0000, 0.1611)]
    [InlineData(1, 29, 0.0061, 0.1718)]
    public void Wilsons_interval_agrees_with_Newcombes_table(int won, int tried, double low, double high)
    {
        var interval = Rates.Wilson(won, tried, 0.95);
        Assert.Equal(low, interval.Low, 4);
        Assert.Equal(high, interval.High, 4);
    }

    [Property]
    public bool An_interval_lies_between_nothing_and_everything_and_holds_its_rate(NonNegativeInt won, NonNegativeInt lost)
    {
        var (w, l) = (won.Get % 5000, lost.Get % 5000);
        var wilson = Rates.Wilson(w, w + l);
        return wilson.Low >= 0 && wilson.High <= 1 && wilson.Low <= wilson.Rate && wilson.Rate <= wilson.High;
    }

    [Fact]
    public void Nothing_tried_may_be_anything_and_more_tries_draw_the_ends_together()
    {
        Assert.Equal(new Core.Judging.Interval(new(0.5), new(0), new(1)), Rates.Wilson(0, 0));
        var (few, many) = (Rates.Wilson(2, 8), Rates.Wilson(50, 200));
        Assert.True(many.High - many.Low < few.High - few.Low);
        Assert.Equal(new TechniqueTally(Core.Log.Actor.Me, "armbar", 2, 6, 0).Rate, few);
    }

    [Fact]
    public void Counts_and_levels_out_of_range_are_refused()
    {
        Assert.Throws<ArgumentOutOfRangeException>(() => Rates.Wilson(3, 2));
        Assert.Throws<ArgumentOutOfRangeException>(() => Rates.Wilson(1, 2, 1));
    }

    [Theory]
    [InlineData(-1e-9)]
    [InlineData(1.000001)]
    [InlineData(double.NaN)]
    public void A_probability_is_never_outside_its_range(double value) =>
        Assert.Throws<ArgumentOutOfRangeException>(() => new Probability(value));

    [Property]
    public bool A_logit_gives_a_probability_and_its_negative_the_rest(double logit) =>
        double.IsNaN(logit) || Math.Abs(Probability.OfLogit(logit).Not - Probability.OfLogit(-logit)) < 1e-12;
}
