using AshNotch.Core.Drilling;
using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Log;
using AshNotch.Demo;
using MathNet.Numerics;

namespace AshNotch.Core.Tests.Drilling;

public class VerdictTests
{
    private static readonly DateOnly From = new(2026, 5, 4);
    private static readonly Standpoint Owner = new(new Belt(BeltColour.Blue), 70, Objective.Submissions);
    private static readonly Focus Focus = new()
    {
        Id = "f",
        Spot = Drilled.HalfGuard,
        Purpose = Purpose.Plug,
    };
    private static readonly Block Block = new()
    {
        Id = "b",
        From = From,
        Weeks = 4,
    };
    private static readonly Against Peer = new("peer", new Belt(BeltColour.Blue).Rung, 70, Intent.OwnGame);

    private static IEnumerable<RollReading> Rolls(int days, int won, int lost, Against? against = null, bool drill = false) =>
        Enumerable
            .Range(0, won + lost)
            .Select(i =>
                Reading.Of(
                    From.AddDays(days + (i % 20)),
                    Drilled.HalfGuard,
                    i < won ? ContestEnd.Won : ContestEnd.Lost,
                    null,
                    drill,
                    (against ?? Peer) with
                    {
                        Partner = $"p{i % 6}",
                    }
                )
            );

    private static Verdict Of(params IEnumerable<RollReading>[] parts) =>
        Verdicts.Of([.. parts.SelectMany(p => p).OrderBy(r => r.Date)], Focus, Block, Owner, GroundMap.Default);

    [Fact]
    public void A_large_change_with_much_evidence_held_and_the_other_way_round_is_worse()
    {
        var better = Of(Rolls(-60, 10, 50), Rolls(2, 40, 20));
        Assert.Equal(VerdictWord.Held, better.Word);
        Assert.True(better.Before.High < better.After.Low);
        Assert.Equal((10, 50, 40, 20), (better.Earlier.Won, better.Earlier.Lost, better.Since.Won, better.Since.Lost));
        Assert.Equal(VerdictWord.Worse, Of(Rolls(-60, 40, 20), Rolls(2, 10, 50)).Word);

        // No sign needs the rest of the game beside it: what went alike everywhere is form.
        IEnumerable<RollReading> Elsewhere(int days) =>
            Rolls(days, 100, 100)
                .Select(r => r with { Contests = [.. r.Contests.Select(c => c with { Spot = Spot.Parse("closed-guard:bottom") })] });
        Assert.Equal(VerdictWord.NoSign, Of(Rolls(-60, 100, 100), Rolls(2, 100, 100), Elsewhere(-60), Elsewhere(2)).Word);
    }

    [Fact]
    public void Little_evidence_is_too_early_and_says_how_many_more_rolls()
    {
        var early = Of(Rolls(-60, 30, 60), Rolls(2, 2, 3));
        Assert.Equal(VerdictWord.TooEarly, early.Word);
        Assert.True(early.RollsMore > 10);
        var nothing = Of();
        Assert.Equal(VerdictWord.TooEarly, nothing.Word);
        Assert.Equal(0.5, nothing.Better, 6);
        Assert.Null(nothing.RollsMore);
        Assert.Equal(LevelModel.StepSd, nothing.StepSd, 6);
    }

    // The rates say twice as good; all that changed are the partners.
    [Fact]
    public void Easier_partners_do_not_make_it_hold()
    {
        var white = Peer with { Rung = new Belt(BeltColour.White).Rung, Kilograms = 58 };
        var purple = Peer with { Rung = new Belt(BeltColour.Purple).Rung, Kilograms = 82 };
        var eased = Of(Rolls(-60, 8, 22, purple), Rolls(2, 16, 14, white));
        Assert.True(eased.Since.RawRate > 1.9 * eased.Earlier.RawRate);
        Assert.True(eased.Since.Ease > eased.Earlier.Ease + 1);
        Assert.NotEqual(VerdictWord.Held, eased.Word);
        Assert.NotEqual(VerdictWord.Probably, eased.Word);
        Assert.Equal(VerdictWord.Held, Of(Rolls(-60, 8, 22), Rolls(2, 22, 8)).Word);
    }

    [Fact]
    public void Goes_before_and_after_tell_more_than_rounds_alone_and_goes_after_alone_hardly_do()
    {
        var rounds = Of(Rolls(-60, 4, 12), Rolls(2, 6, 10));
        var both = Of(Rolls(-60, 4, 12), Rolls(2, 6, 10), Rolls(-25, 12, 28, drill: true), Rolls(2, 24, 16, drill: true));
        Assert.True(both.StepSd < rounds.StepSd - 0.1);
        Assert.True(both.Better > rounds.Better);
        Assert.Equal((12, 40), (both.Earlier.GoesKept, both.Earlier.Goes));
        var after = Of(Rolls(-60, 4, 12), Rolls(2, 6, 10), Rolls(2, 36, 4, drill: true));
        Assert.NotEqual(VerdictWord.Held, after.Word);
    }

    [Fact]
    public void The_first_day_is_still_before_as_is_all_that_came_earlier_and_what_comes_long_after_says_nothing()
    {
        var measured = Of([
            Reading.Of(From, Drilled.HalfGuard, ContestEnd.Lost),
            Reading.Of(From.AddDays(1), Drilled.HalfGuard, ContestEnd.Won),
        ]);
        Assert.Equal((0, 1, 1, 0), (measured.Earlier.Won, measured.Earlier.Lost, measured.Since.Won, measured.Since.Lost));
        var old = Of(
            [Reading.Of(From.AddDays(-200), Drilled.HalfGuard, ContestEnd.Lost)],
            [Reading.Of(From.AddDays(28 + 112), Drilled.HalfGuard, ContestEnd.Won)]
        );
        Assert.Equal((1, 0), (old.Earlier.Lost, old.Since.Won));
    }

    [Fact]
    public void Why_counts_and_judgement_differ_is_said_whole_and_nothing_where_they_agree_or_nothing_was_seen()
    {
        static Stretch Seen(int won, int lost, double ease = 0, int goes = 0) => new(won, lost, goes, goes, won + lost, ease, []);
        static Interval Rate(double rate) => new(new(rate), new(rate), new(rate));
        IReadOnlyList<WhyDiffer> Why(Stretch earlier, Stretch since) => Verdicts.Differ(earlier, Rate(0.2), since, Rate(0.35));
        Assert.Empty(Why(Seen(6, 24), Seen(10, 20)));
        Assert.Empty(Why(Seen(1, 33, -0.6, 8), Seen(0, 0)));
        Assert.Equal([WhyDiffer.EasierSince], Why(Seen(6, 24), Seen(13, 17, 0.4)));
        Assert.Equal([WhyDiffer.HarderThanPeers], Why(Seen(5, 30, -0.5), Seen(9, 24, -0.5)));
        Assert.Equal([WhyDiffer.Goes], Why(Seen(6, 24), Seen(10, 20, 0, 8)));
        Assert.Equal([WhyDiffer.Few], Why(Seen(6, 24), Seen(2, 4)));

        // One of 34 is far below two in ten: something else than the counts is in it. Goes alone tell nothing of partners.
        Assert.Equal([WhyDiffer.Usual], Why(Seen(1, 33), Seen(10, 20)));
        Assert.Equal([WhyDiffer.HarderThanPeers, WhyDiffer.Goes, WhyDiffer.Few], Why(Seen(5, 30, -0.5), Seen(0, 0, 0, 8)));
    }

    [Theory]
    [InlineData(0.97, 0.7, 2.0, VerdictWord.Held)]
    [InlineData(0.97, 0.5, 2.0, VerdictWord.Probably)]
    [InlineData(0.85, 0.5, 1.3, VerdictWord.Probably)]
    [InlineData(0.85, 0.5, 1.1, VerdictWord.TooEarly)]
    [InlineData(0.6, 0.1, 0.2, VerdictWord.NoSign)]
    [InlineData(0.05, 0.01, -2, VerdictWord.Worse)]
    public void Five_words(double better, double enough, double alone, VerdictWord word) =>
        Assert.Equal(word, Verdicts.WordOf(better, enough, alone));

    // One spot, one partner, nobody else: the level and s = δ + g are then a model of two parameters, whose maximum is found by
    // itself; of s, the share 0.49 / 0.53 is δ's.
    // The level is one normal of sd √(0.2² + 0.2² + 0.57² + 0.35² + 0.4²).
    [Fact]
    public void The_step_is_what_a_plain_search_finds()
    {
        var verdict = Verdicts.Of(
            [
                .. Enumerable
                    .Range(0, 30)
                    .Select(i =>
                        Reading.Of(
                            From.AddDays(i < 15 ? -10 : 10),
                            Drilled.HalfGuard,
                            i is < 4 or (>= 15 and < 24) ? ContestEnd.Won : ContestEnd.Lost
                        )
                    ),
            ],
            Focus,
            Block,
            Owner,
            GroundMap.Default
        );
        var usual = GroundMap.Default.Usual;
        var prior = usual.Level[usual.IndexOf(Drilled.HalfGuard)];
        var variance = 0.04 + 0.04 + (0.57 * 0.57) + (0.35 * 0.35) + 0.16;
        double Posterior(double level, double step) =>
            (4 * level)
            - (15 * Math.Log(1 + Math.Exp(level)))
            + (9 * (level + step))
            - (15 * Math.Log(1 + Math.Exp(level + step)))
            - ((level - prior) * (level - prior) / (2 * variance))
            - (step * step / (2 * 0.53));
        var best = (from a in Generate.LinearRange(-3, 0.01, 2) from d in Generate.LinearRange(-1, 0.01, 2) select (a, d)).MaxBy(p =>
            Posterior(p.a, p.d)
        );
        Assert.Equal(best.d * 0.49 / 0.53, verdict.Step, 0.011);
    }

    // A small version of ./bench verdict, with bounds wide enough for sixty athletes' luck (common practice, no source).
    [Fact]
    public void Simulated_athletes_who_did_not_change_are_seldom_called_better_and_those_who_did_often_are()
    {
        double Believed(double change, int ease, int goes)
        {
            var results = new bool[60];
            Parallel.For(0, results.Length, i =>
                results[i] = BlockResult.Of(9000 + i, 48, change, ease, goes).Verdict.Word is VerdictWord.Held or VerdictWord.Probably
            );
            return results.Average(b => b ? 1.0 : 0);
        }

        Assert.InRange(Believed(0, 0, 0), 0, 0.22);
        Assert.InRange(Believed(0, 1, 0), 0, 0.22);
        Assert.InRange(Believed(1, 0, 40), 0.65, 1);
    }
}
