using AshNotch.Core.Drilling;
using AshNotch.Demo;
using MathNet.Numerics;

namespace AshNotch.Core.Tests.Drilling;

public class TimeToTellTests
{
    // Simulated rolling: as many contests after the change as were said to be needed show it in about eight cases of ten, at one
    // false alarm in ten.
    [Theory]
    [InlineData(200, 0.4, 0.6)]
    [InlineData(400, 0.25, 0.5)]
    [InlineData(120, 0.5, 0.8)]
    public void What_is_said_to_be_needed_shows_the_change_in_eight_cases_of_ten(int before, double rate, double change)
    {
        var needed = (int)Math.Ceiling(TimeToTell.Contests(before, rate, change)!.Value);
        Assert.InRange(Shown(before, needed, rate, change), 0.74, 0.86);
        Assert.InRange(Shown(before, needed, rate, 0), 0.06, 0.14);
    }

    // By hand: 1/I_b + 1/I_a = (0.8 / 2.1232)² = 0.14197; I_b = 100 · 0.25 = 25, so I_a = 1 / (0.14197 - 0.04) = 9.81 and n = 39.2.
    [Fact]
    public void A_case_by_hand() => Assert.Equal(39.2, TimeToTell.Contests(100, 0.5, 0.8)!.Value, 0.1);

    [Fact]
    public void Too_little_from_before_can_never_tell_and_goes_shorten_it()
    {
        Assert.Null(TimeToTell.Contests(20, 0.4));
        Assert.Null(TimeToTell.Contests(0, 0.4));
        var slow = TimeToTell.Of(110, 3, 0.3, 20, 0.7);
        Assert.True(slow.WeeksWithGoes < slow.Weeks / 3);
        Assert.Null(TimeToTell.Of(110, 0, 0.3, 0, 0.7).Weeks);
        Assert.Throws<ArgumentOutOfRangeException>(() => TimeToTell.Contests(10, 1));
        Assert.Throws<ArgumentOutOfRangeException>(() => TimeToTell.Contests(10, 0.5, 0));
    }

    private static double Shown(int before, int after, double rate, double change)
    {
        var chance = new Chance(before + after);
        var changed = SpecialFunctions.Logistic(SpecialFunctions.Logit(rate) + change);
        int Won(int n, double p) => Enumerable.Range(0, n).Count(_ => chance.Happens(p));
        return Enumerable
            .Range(0, 2000)
            .Average(_ =>
            {
                double a = Won(before, rate) + 0.5,
                    b = before - a + 1,
                    c = Won(after, changed) + 0.5,
                    d = after - c + 1;
                return Math.Log(c * b / (d * a)) / Math.Sqrt((1 / a) + (1 / b) + (1 / c) + (1 / d)) > 1.2816 ? 1.0 : 0;
            });
    }
}
