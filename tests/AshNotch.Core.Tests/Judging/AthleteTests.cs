using AshNotch.Core.Ground;
using AshNotch.Core.Log;
using AshNotch.Demo;

namespace AshNotch.Core.Tests.Judging;

/// <summary>
/// Judgements held against simulated athletes whose truth is known, and whose world differs from the product's beliefs; a
/// small version of <c>./bench judging</c>, with bounds wide enough for forty athletes' luck (common practice, no source).
/// </summary>
public class AthleteTests
{
    private const int Athletes = 40;

    private static readonly Lazy<AthleteResult[]> Judged = new(() =>
    {
        var results = new AthleteResult[Athletes];
        Parallel.For(0, Athletes, i =>
            results[i] = AthleteResult.Of(new TrueAthlete(GroundMap.Default, new World(), 7000 + i), 96, Objective.Submissions)
        );
        return results;
    });

    [Fact]
    public void The_first_of_each_list_captures_most_of_what_can_be_won_and_more_than_counting_does()
    {
        Assert.InRange(Judged.Value.Average(r => r.Lever), 0.8, 1);
        Assert.InRange(Judged.Value.Average(r => r.Soft), 0.65, 1);
        Assert.InRange(Judged.Value.Average(r => r.LeverTop3), 0.65, 1);
        var best = new[]
        {
            Judged.Value.Average(r => r.MostTaps),
            Judged.Value.Average(r => r.WorstRate),
            Judged.Value.Average(r => r.MostLost),
        }.Max();
        Assert.True(Judged.Value.Average(r => r.Soft) > best + 0.1);
        Assert.True(Judged.Value.Average(r => r.Lever) > Judged.Value.Average(r => r.PriorLever));
    }

    [Fact]
    public void Eight_in_ten_intervals_hold_the_truth_and_chances_come_true()
    {
        Assert.InRange(Judged.Value.SelectMany(r => r.Levers).Average(c => c.Covered ? 1.0 : 0), 0.74, 0.86);
        Assert.InRange(Judged.Value.SelectMany(r => r.Softs).Average(c => c.Covered ? 1.0 : 0), 0.74, 0.86);
        Assert.InRange(Judged.Value.Average(r => r.RateCover), 0.74, 0.86);
        foreach (var bin in Judged.Value.SelectMany(r => r.Levers).GroupBy(c => (int)Math.Min(3, c.Chance * 4)).Where(g => g.Count() >= 30))
            Assert.Equal(bin.Average(c => c.Chance), bin.Average(c => c.InTop3 ? 1.0 : 0), 0.2);
    }
}
