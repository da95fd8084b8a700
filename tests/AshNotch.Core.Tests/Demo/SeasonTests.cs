using System.Globalization;
using System.Text;
using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Judging.Patterns;
using AshNotch.Core.Log;
using AshNotch.Core.Scoring;
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
        Assert.NotEqual(await Written(Season.Make()), await Written(Season.Make(seed: Season.DemoSeed + 1)));
    }

    [Theory]
    [InlineData("2026-06-22", "2026-06-20")] // a Monday: it ends with Saturday
    [InlineData("2026-06-24", "2026-06-23")] // a Wednesday: with Tuesday
    [InlineData("2027-01-01", "2026-12-31")] // a Friday, over the year's end: with Thursday
    public void It_ends_with_the_last_training_day_before_the_day_it_is_looked_at_and_keeps_its_weekdays(string today, string last)
    {
        var day = DateOnly.Parse(today, CultureInfo.InvariantCulture);
        var log = Season.Make(day);
        var trained = log.Sessions.Where(s => s.Date < day).ToList();
        Assert.Equal(DateOnly.Parse(last, CultureInfo.InvariantCulture), trained[^1].Date);
        Assert.All(trained, s => Assert.Contains(s.Date.DayOfWeek, new[] { DayOfWeek.Tuesday, DayOfWeek.Thursday, DayOfWeek.Saturday }));
        // All that is still to come is the tournament.
        var coming = Assert.Single(log.Sessions, s => s.Date >= day);
        Assert.Equal((day.AddDays(9), SessionKind.Tournament), (coming.Date, coming.Kind));
        Assert.Empty(coming.Rolls);
        var running = Assert.Single(log.Blocks, b => b.Ended is null);
        Assert.InRange(day.DayNumber - running.From.DayNumber, 7, 13);
        Assert.Contains(trained, s => s.Rolls.Any(r => r.Goes?.Block == running.Id));
        Assert.Single(log.Blocks, b => b.Ended is not null);
        Assert.Equal([false, true], log.Niggles.Select(n => n.To is null));
    }

    [Fact]
    public void Another_day_moves_it_and_changes_nothing_else()
    {
        var moved = Season.Make(Season.Pictured.AddDays(70));
        Assert.Equal(
            Log.Sessions.Select(s => (s.Id, s.Date.AddDays(70), s.Kind, s.Aim, s.Rolls.Count)),
            moved.Sessions.Select(s => (s.Id, s.Date, s.Kind, s.Aim, s.Rolls.Count))
        );
        Assert.Equal(
            Log.Sessions.SelectMany(s => s.Rolls).Select(r => (r.Id, r.PartnerId, r.Told, r.Exchanges.Count)),
            moved.Sessions.SelectMany(s => s.Rolls).Select(r => (r.Id, r.PartnerId, r.Told, r.Exchanges.Count))
        );
    }

    private static readonly List<Roll> Rounds = [.. Log.Sessions.SelectMany(s => s.Rolls).Where(r => r.Goes is null)];
    private static readonly List<Exchange> Exchanges = [.. Rounds.SelectMany(r => r.Exchanges).Where(e => e.Moments.Count > 1)];

    // What practitioners of equal standing tell: both try, and about one round in three to four ends without a tap. Common practice, no
    // source.
    [Fact]
    public void Both_act_and_taps_are_as_many_as_one_would_believe()
    {
        Assert.True(Exchanges.Count(e => e.Moments.Select(m => m.Actor).Distinct().Count() == 2) > 0.75 * Exchanges.Count);
        double Taps(Func<BeltColour, bool> belt) =>
            Rounds.Where(r => belt(r.PartnerBelt!.Value)).Average(r => r.Exchanges.Count(e => e.End?.Kind == EndKind.Tap));
        double Mine(Func<BeltColour, bool> belt) =>
            Rounds
                .Where(r => belt(r.PartnerBelt!.Value))
                .Average(r => r.Exchanges.Count(e => e.End is { Kind: EndKind.Tap, By: Actor.Me }));
        Assert.InRange(Taps(b => b == BeltColour.Blue), 0.6, 2);
        Assert.InRange(Taps(b => b > BeltColour.Blue), 0.6, 2.2);
        Assert.InRange(Taps(b => b < BeltColour.Blue), 0.6, 2.2);
        Assert.True(Mine(b => b > BeltColour.Blue) < Mine(b => b == BeltColour.Blue));
        Assert.InRange(Rounds.Count(r => r.Exchanges.All(e => e.End?.Kind != EndKind.Tap)) / (double)Rounds.Count, 0.15, 0.5);
    }

    [Fact]
    public void Nothing_happens_that_the_ground_does_not_know()
    {
        foreach (var moment in Exchanges.SelectMany(e => e.Moments))
        {
            var technique = Ground.Technique(moment.Technique)!;
            var doer = moment.Actor == Actor.Me ? moment.From!.Value : moment.From!.Value.Mirror();
            Assert.True(Ground.Fit(technique, doer) >= 0.3, $"{technique.Id} from {doer}");
            if (moment.To is not { } to)
                continue;
            var landed = moment.Actor == Actor.Me ? to : to.Mirror();
            // A pass may stop half way, with a leg caught.
            Assert.True(
                technique.To.Contains(landed) || (technique.Kind == TechniqueKind.Pass && landed.Position == "half-guard"),
                $"{technique.Id} from {doer} to {landed}"
            );
        }
    }

    [Fact]
    public void Each_partner_attacks_with_what_is_theirs()
    {
        foreach (var (id, style) in TellData.Styles)
        {
            var attacks = Rounds
                .Where(r => r.PartnerId == id)
                .SelectMany(r => r.Exchanges)
                .SelectMany(e => e.Moments)
                .Where(m => m.Actor == Actor.Them)
                .Where(m =>
                    Ground.Technique(m.Technique)!.Kind
                        is TechniqueKind.Takedown
                            or TechniqueKind.Entry
                            or TechniqueKind.Pass
                            or TechniqueKind.BackTake
                            or TechniqueKind.Submission
                )
                .GroupBy(m => m.Technique)
                .OrderByDescending(g => g.Count())
                .Take(5)
                .Select(g => g.Key)
                .ToList();
            Assert.True(
                attacks.Count(a => style.Likes.GetValueOrDefault(a) > 1) >= 2,
                $"{id} attacks most with {string.Join(", ", attacks)}"
            );
            Assert.All(style.Likes.Keys, t => Assert.NotNull(Ground.Technique(t)));
            Assert.All(style.Starts, s => Assert.True(Ground.Has(s.Spot)));
        }
    }

    [Fact]
    public void Accounts_are_told_in_many_ways_and_no_clause_is_worn_out()
    {
        Assert.True(TellData.Frames.Count >= 300);
        Assert.Equal(TellData.Frames.Count, TellData.Frames.Select(f => f.Text).Distinct().Count());
        Assert.Equal(3, TellData.Frames.Select(f => f.Voice).Distinct().Count());
        Assert.All(TellData.Calls.Keys, t => Assert.NotNull(Ground.Technique(t)));
        var told = Rounds.Select(r => r.Told).OfType<string>().ToList();
        Assert.InRange(told.Count, 35, 60);
        Assert.Equal(told.Count, told.Distinct().Count());
        // Told anew with the clauses counted: none twice in one account, none more than one in a hundred of all.
        var uses = new List<List<Frame>>();
        var teller = new Teller(Ground, new Chance(5)) { Heard = uses };
        foreach (var roll in Rounds.Where(r => r.Told is not null))
            teller.Tell(roll.Exchanges, Log.Partners.Single(p => p.Id == roll.PartnerId));
        Assert.All(uses, account => Assert.Equal(account.Count, account.Distinct().Count()));
        var all = uses.SelectMany(u => u).ToList();
        Assert.All(all.GroupBy(f => f), g =>
            Assert.True(g.Count() <= Math.Max(4, all.Count / 100.0), $"{g.Key.Text} {g.Count()} of {all.Count}")
        );
    }

    // The bar is what the demo promises; the reader was not made with these clauses.
    [Fact]
    public void The_programs_own_reader_reads_the_accounts()
    {
        var reader = new AshNotch.Core.Telling.AccountReader(GroundMap.Default, Log.Vocabulary);
        var (right, all) = (0, 0);
        foreach (var session in Log.Sessions)
        foreach (var roll in session.Rolls.Where(r => r.Told is not null))
        {
            var wanted = roll.Exchanges.SelectMany(e => e.Moments).ToList();
            var got = reader.Read(roll.Told!, session.Attire).Exchanges.SelectMany(e => e.Moments).Select(m => m.Moment).ToList();
            (right, all) = (right + DemoReading.Right(wanted, got), all + wanted.Count);
        }

        Assert.True(right >= 0.85 * all, $"{right} of {all}");
    }

    [Fact]
    public void It_is_eighteen_weeks_of_about_fifty_sessions_and_220_rolls_without_a_fault()
    {
        Assert.Empty(LogbookFile.Check(Log, Days.Wide));
        Assert.InRange(Log.Sessions.Count, 47, 55);
        Assert.InRange(Log.Sessions.Sum(s => s.Rolls.Count(r => r.Goes is null)), 200, 240);
        Assert.InRange(Log.Sessions.Sum(s => s.Rolls.Count(r => r.Goes is not null)), 13, 18);
        var cup = Log.Sessions.Single(s => s.Kind == SessionKind.Tournament && s.Rolls.Count > 0);
        Assert.Equal(Season.FirstDay.AddDays((7 * (Season.CupWeek - 1)) + 4), cup.Date);
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
        Assert.All(
            new Func<Session, object?>[] { s => s.StartTime, s => s.Minutes, s => s.Effort, s => s.Aim, s => s.Notes, s => s.Event },
            f => Assert.Contains(Log.Sessions, s => f(s) is not null)
        );
        Assert.All(
            new Func<Roll, object?>[]
            {
                r => r.Ruleset,
                r => r.Length,
                r => r.Result,
                r => r.Penalties,
                r => r.Video,
                r => r.Told,
                r => r.Notes,
                r => r.Takeaways is [var first, ..] ? first : null,
            },
            f => Assert.Contains(rolls, r => f(r) is not null)
        );
        Assert.All(
            new Func<Moment, object?>[]
            {
                m => m.Side,
                m => m.Clock,
                m => m.From,
                m => m.To,
                m => m.Reasons,
                m => m.Note,
                m => m.Better,
                m => m.Held,
                m => m.Near,
            },
            f => Assert.Contains(moments, m => f(m) is not null)
        );
        Assert.Contains(moments, m => m.Sure == false);
        Assert.Contains(moments, m => m.Technique == "net-roll");
        Assert.NotEmpty(Log.Vocabulary.Aliases);
        Assert.NotEmpty(Log.Rulesets);
        Assert.NotEmpty(Log.Clocks);
        Assert.Contains(rolls.SelectMany(r => r.Exchanges), e => e.End?.Clock is not null);
        Assert.NotNull(Log.Athlete.Sex);
    }

    [Fact]
    public void The_cup_has_matches_won_and_lost_that_end_at_the_first_tap_and_say_what_the_rules_make_of_them()
    {
        var cup = Log.Sessions.Single(s => s.Kind == SessionKind.Tournament && s.Rolls.Count > 0);
        Assert.Contains(cup.Rolls, r => r.Result!.Winner == Actor.Me);
        Assert.Contains(cup.Rolls, r => r.Result!.Winner == Actor.Them);
        foreach (var match in cup.Rolls)
        {
            Assert.All(match.Exchanges.SkipLast(1), e => Assert.NotEqual(EndKind.Tap, e.End?.Kind));
            var logged = LoggedMatch.Of(match, Ground);
            var terms = new MatchTerms(RuleSets.Named(match.Ruleset!)!, cup.Event!.Belt, cup.Attire, logged.Start, match.Length);
            var result = Scorer.Score(terms, logged.Events, Ground).Result;
            Assert.Equal(match.Result!.By, result.By);
            if (result.By != DecidedBy.Decision)
                Assert.Equal(match.Result.Winner, result.Winner);
        }
    }

    [Fact]
    public void The_stand_in_clip_fits_the_match_that_names_it()
    {
        var match = Log.Sessions.SelectMany(s => s.Rolls).Single(r => r.Video is not null);
        var clip = new FileInfo(Path.Combine(Repository(), "web", "public", "clips", match.Video!.Name));
        Assert.Equal(clip.Length, match.Video.Size);
        Assert.True(clip.Length < 300_000, "The clip is to stay small.");
        // What tests/e2e/clip.mjs draws: the moments of this match at their clocks, with room before and behind.
        Assert.Equal([35, 73, 89, 93], match.Exchanges.SelectMany(e => e.Moments).Select(m => m.Clock ?? -1));
        Assert.True(match.Video.Start > 0 && match.Video.Start + 93 < match.Video.Length);
    }

    private static string Repository()
    {
        var folder = AppContext.BaseDirectory;
        while (!File.Exists(Path.Combine(folder, "AshNotch.slnx")))
            folder = Path.GetDirectoryName(folder)!;
        return folder;
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
