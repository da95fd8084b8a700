using System.Text;
using AshNotch.Core.Drilling;
using AshNotch.Core.Load;
using AshNotch.Core.Log;
using AshNotch.Core.Tests.Drilling;
using AshNotch.Formats;

namespace AshNotch.Core.Tests.Formats;

// RFC 5545, from memory: lines end in CRLF and are folded at 75 octets (3.1), every event has a UID and a DTSTAMP (3.6.1), a
// changed event keeps its UID and has a higher SEQUENCE (3.8.7.4). An independent parser reads it in the browser tests.
public class CalendarFileTests
{
    private static readonly Block Block = Drilled.Block(Drilled.KneeCut());

    private static readonly IReadOnlyList<Visit> Visits =
    [
        .. Enumerable.Range(0, 5).Select(i => new Visit($"v{i}", new DateOnly(2026, 6, 2).AddDays(7 * i), i == 4 ? 200 : 75, 6)),
    ];

    private static IReadOnlyList<CalendarEntry> Entries(Block block, IReadOnlyList<DoneGoes>? done = null, DateOnly? today = null) =>
        CalendarEntries.Of(
            block,
            Plans.Of(Drilled.Basis(block) with { Done = done ?? [], Today = today ?? block.From }),
            Refreshers.Of(block, [], block.From),
            Drilled.Ground,
            Visits
        );

    private static string Written(IReadOnlyList<CalendarEntry> entries, int sequence = 3) =>
        CalendarFile.Write(entries, new DateTimeOffset(2026, 7, 6, 9, 0, 0, TimeSpan.Zero), sequence);

    [Fact]
    public void Lines_are_folded_and_every_event_has_its_own_uid_and_a_stamp()
    {
        var file = Written(Entries(Block));
        Assert.All(file.Split("\r\n"), line => Assert.True(Encoding.UTF8.GetByteCount(line) <= 75 && !line.Contains('\n')));
        Assert.StartsWith("BEGIN:VCALENDAR\r\n", file);
        var unfolded = file.Replace("\r\n ", "").Split("\r\n");
        Assert.Equal(8, unfolded.Count(l => l == "BEGIN:VEVENT"));
        Assert.Equal(8, unfolded.Where(l => l.StartsWith("UID:")).Distinct().Count());
        Assert.Equal(8, unfolded.Count(l => l == "DTSTAMP:20260706T090000Z"));

        // Class at half past six, six minutes before it: no zone, wherever the hall is.
        Assert.Contains("DTSTART:20260707T182400", unfolded);
        Assert.Contains("SEQUENCE:3", unfolded);
    }

    [Fact]
    public void A_plan_made_anew_keeps_the_uids_and_an_early_end_cancels_what_was_to_come()
    {
        var uids = Entries(Block).Select(e => e.Uid).ToList();
        Assert.Equal(
            uids,
            Entries(Block, [new DoneGoes(Block.From.AddDays(1), "half-guard", 1, 4, 8)], Block.From.AddDays(9)).Select(e => e.Uid)
        );
        var ended = Entries(Block with { Ended = BlockEnd.Closed, EndedOn = Block.From.AddDays(14) }, [], Block.From.AddDays(14));
        Assert.Equal(uids, ended.Take(8).Select(e => e.Uid));
        Assert.Equal([false, false, false, false, true, true, true, true], ended.Take(8).Select(e => e.Cancelled));
        Assert.Equal(5, ended.Skip(8).Count(e => e.Uid.StartsWith("refresher-b-half-guard-")));
        Assert.Contains("STATUS:CANCELLED", Written(ended));
    }

    [Fact]
    public void Days_that_were_changed_are_cancelled_from_then_on_and_what_has_passed_stays()
    {
        var second = Block.From.AddDays(7);
        var changed = Block.Changed(
            Block with
            {
                Days = [Block.Days[0], new DrillDay(DayOfWeek.Saturday, new TimeOnly(10, 0), 0, 30, 0)],
            },
            second
        );
        var entries = Entries(changed, today: second).ToDictionary(e => e.Date);
        Assert.All(Entries(Block), e => Assert.Equal(e.Uid, entries[e.Date].Uid));
        Assert.False(entries[Block.From.AddDays(3)].Cancelled);
        Assert.True(entries[second.AddDays(3)].Cancelled);
        Assert.False(entries[second.AddDays(5)].Cancelled);
        Assert.False(entries.ContainsKey(Block.From.AddDays(5)));

        // Two weeks in place of four: the last two are off, those of the days before too.
        foreach (
            var (shorter, off) in new[]
            {
                (Block.Changed(Block with { Weeks = 2 }, second), 4),
                (changed.Changed(changed with { Weeks = 2 }, second), 6),
            }
        )
        {
            var last = Entries(shorter, today: second).Where(e => e.Date >= Block.From.AddDays(14)).ToList();
            Assert.Equal(off, last.Count);
            Assert.All(last, e => Assert.True(e.Cancelled));
        }

        // And back again: the same events, on once more.
        var back = Entries(changed.Changed(changed with { Days = Block.Days }, second.AddDays(1)), today: second.AddDays(1))
            .ToDictionary(e => e.Date);
        Assert.False(back[second.AddDays(3)].Cancelled);
        Assert.True(back[second.AddDays(5)].Cancelled);
    }

    [Theory]
    [InlineData(0, 0, 10, 19, 45, null)]
    [InlineData(6, 0, 12, 18, 24, "6 min before class, 12 min after class.")]
    [InlineData(0, 20, 5, 18, 30, "20 min in class, 5 min after class.")]
    public void Minutes_after_class_alone_begin_when_the_usual_class_ends(
        int before,
        int during,
        int after,
        int hour,
        int minute,
        string? says
    )
    {
        var entry = Entries(Block with { Days = [new DrillDay(DayOfWeek.Tuesday, new TimeOnly(18, 30), before, during, after)] })[0];
        Assert.Equal(new TimeOnly(hour, minute), entry.Time);
        Assert.Equal(before + during + after, entry.Minutes);
        Assert.Equal(says, entry.Says.Split('\n')[0] is var first && first.Contains("min ") ? first : null);
    }
}
