using AshNotch.Core.Drilling;
using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Log;
using AshNotch.Core.Telling;
using AshNotch.Demo;

namespace AshNotch.Core.Tests.Drilling;

/// <summary>
/// A whole season: a simulated athlete logs, chooses the first candidate, is given a plan, does its goes, logs on, and asks
/// whether it held. With a true effect the goes are kept more and more and the spot is two logits better after; without one
/// nothing changes. What was planted is not known to any of it.
/// </summary>
public class SeasonOfDrillingTests
{
    private static readonly GroundMap Ground = GroundMap.Default;

    [Fact]
    public void With_a_true_effect_the_ladder_is_climbed_and_the_verdict_comes_round()
    {
        var seasons = Enumerable.Range(0, 8).Select(i => Play(500 + i, 2)).ToList();
        Assert.True(seasons.Count(s => s.Verdict.Word is VerdictWord.Held or VerdictWord.Probably) >= 6);
        Assert.All(seasons, s => Assert.True(s.Verdict.Word is not VerdictWord.Worse));
        Assert.True(seasons.Average(s => s.Rung) >= 1.5);
    }

    [Fact]
    public void Without_one_it_is_seldom_called_better()
    {
        var seasons = Enumerable.Range(0, 8).Select(i => Play(700 + i, 0)).ToList();
        Assert.True(seasons.Count(s => s.Verdict.Word is VerdictWord.Held or VerdictWord.Probably) <= 3);
        Assert.True(seasons.Count(s => s.Verdict.Word == VerdictWord.Held) <= 1);
    }

    private static (Verdict Verdict, int Rung) Play(int seed, double effect)
    {
        var chance = new Chance(seed);
        var athlete = new TrueAthlete(Ground, new World(), seed);
        Focus? chosen = null;
        Spot Choose(Logbook log)
        {
            var (readings, judgement) = Judged(log);
            var candidate = Candidates.Of(readings, judgement, Ground, [], AccountReader.Default, [], log.Sessions[^1].Date)[0];
            chosen = candidate.Focus with { Id = "f" };
            return chosen.Spot;
        }

        var (rolled, _, from) = athlete.Changed(48, Choose, effect, 0, 0);
        var block = new Block
        {
            Id = "b",
            From = from,
            Weeks = 4,
            Days =
            [
                new DrillDay(DayOfWeek.Tuesday, null, 0, 16, 0),
                new DrillDay(DayOfWeek.Thursday, null, 0, 16, 0),
                new DrillDay(DayOfWeek.Saturday, null, 0, 16, 0),
            ],
            Focuses = [chosen!],
        };
        var sessions = rolled.Sessions.ToList();
        var done = new List<(DateOnly Date, Goes Goes)>();
        var log = rolled with { Sessions = [.. sessions.Where(s => s.Date <= from)], Blocks = [block] };
        var (readings, judgement) = Judged(log);
        foreach (var (date, _) in Plans.Days(block))
        {
            var plan = Plans.Of(
                new PlanBasis
                {
                    Block = block,
                    Style = TrainingStyle.PositionalOnly,
                    Readings = readings,
                    Judgement = judgement,
                    Ground = Ground,
                    Owner = Standpoint.Owner(log.Athlete),
                    Today = date,
                    Done = Plans.DoneIn("b", Drilling(done)),
                    Mates = PartnerChoice.Usually(log.Partners, readings),
                }
            );
            var card = plan.Sessions.Single(s => s.Date == date).Cards.Single();
            var measured = date > from && done.Count > 0;
            var goes = new Goes(
                "b",
                "f",
                card.Rung,
                card.Start,
                card.InSpot,
                [
                    .. Enumerable
                        .Range(0, card.Goes)
                        .Select(i => new Try(
                            chance.Happens(0.35 + (measured ? 0.2 * effect : 0)),
                            i < card.OnFirstSide ? card.FirstSide : null
                        )),
                ]
            );
            done.Add((date, goes));
            var partner = card.Partners.Count > 0 ? log.Partners.Single(p => p.Id == card.Partners[0].Partner) : null;
            var roll = new Roll
            {
                Id = "g",
                Kind = RollKind.Positional,
                PartnerId = partner?.Id,
                PartnerBelt = partner?.Belt,
                PartnerStripes = partner?.Stripes,
                PartnerWeightKg = partner?.WeightKg,
                Goes = goes,
            };
            sessions.Add(
                new Session
                {
                    Id = $"drill{date:yyyyMMdd}",
                    Date = date,
                    Kind = SessionKind.Positional,
                    Attire = Attire.Gi,
                    Rolls = [roll],
                }
            );
        }

        Assert.Empty(LogRules.Check(sessions[^1], Ground, Days.Wide).Concat(BlockRules.Check(block, Ground, Days.Wide)));
        var verdict = Verdicts.Of(
            [.. RollReading.Of(rolled with { Sessions = sessions }, Ground)],
            block.Focuses[0],
            block,
            Standpoint.Owner(rolled.Athlete),
            Ground
        );
        return (verdict, Plans.StandingOf(block.Focuses[0], Plans.DoneIn("b", Drilling(done))).Rung);
    }

    private static IEnumerable<RollReading> Drilling(IEnumerable<(DateOnly Date, Goes Goes)> done) =>
        done.Select(d => RollReading.Of("g", d.Date, Attire.Gi, new Roll { Id = "g", Goes = d.Goes }, Ground));

    private static (IReadOnlyList<RollReading> Readings, Judgement Judgement) Judged(Logbook log)
    {
        IReadOnlyList<RollReading> readings = [.. RollReading.Of(log, Ground)];
        return (readings, Judgement.Of(Ground, LogCounts.Of(readings, Ground.Usual), Standpoint.Owner(log.Athlete)));
    }
}
