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

    // The Beta distribution with one whole parameter has closed quantiles: Beta(a, 1) is at x with x^a (any textbook).
    [Theory]
    [InlineData(0, 0.1, 0.9)]
    [InlineData(1, 0.31622776601683794, 0.9486832980505138)]
    public void The_posterior_interval_agrees_with_the_closed_form(int won, double low, double high)
    {
        // A prior of mean one half and the weight of two tries is Beta(1, 1); won more makes it Beta(1 + won, 1).
        var interval = Rates.Shrunken(won, 0, 0.5, 2, 0.8);
        Assert.Equal(low, interval.Low, 6);
        Assert.Equal(high, interval.High, 6);
        Assert.Equal((won + 1.0) / (won + 2.0), interval.Rate, 12);
    }

    [Property]
    public bool An_interval_lies_between_nothing_and_everything_and_holds_its_rate(NonNegativeInt won, NonNegativeInt lost)
    {
        var (w, l) = (won.Get % 5000, lost.Get % 5000);
        var wilson = Rates.Wilson(w, w + l);
        var shrunken = Rates.Shrunken(w, l, 0.4, 4);
        return wilson.Low >= 0 && wilson.High <= 1 && wilson.Low <= wilson.Rate && wilson.Rate <= wilson.High
            && shrunken.Low > 0 && shrunken.High < 1 && shrunken.Low < shrunken.Rate && shrunken.Rate < shrunken.High;
    }

    [Fact]
    public void More_tries_draw_the_ends_together_and_the_rate_away_from_the_usual()
    {
        var few = Rates.Shrunken(1, 3, 0.6, 4);
        var many = Rates.Shrunken(25, 75, 0.6, 4);
        Assert.True(many.High - many.Low < few.High - few.Low);
        Assert.True(Math.Abs(many.Rate - 0.25) < Math.Abs(few.Rate - 0.25));
    }

    [Fact]
    public void Counts_and_levels_out_of_range_are_refused()
    {
        Assert.Throws<ArgumentOutOfRangeException>(() => Rates.Wilson(3, 2));
        Assert.Throws<ArgumentOutOfRangeException>(() => Rates.Wilson(1, 2, 1));
        Assert.Throws<ArgumentOutOfRangeException>(() => Rates.Shrunken(1, 1, 1, 4));
        Assert.Throws<ArgumentOutOfRangeException>(() => Rates.Shrunken(1, 1, 0.5, 0));
    }
}
