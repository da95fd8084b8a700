using AshNotch.Core.Ground;
using AshNotch.Core.Log;

namespace AshNotch.Core.Tests.Log;

public class LogRulesTests
{
    private static readonly Moment Fine = Told.Them("knee-cut", "half-guard:bottom", "side-control:bottom");

    private static readonly Roll FineRoll = Told.Roll(Told.Exchange("standing", Told.Tap(Actor.Them, "armbar"), Fine));

    private static readonly Session FineSession = new()
    {
        Id = "s",
        Date = new DateOnly(2026, 3, 3),
        Kind = SessionKind.Class,
        Attire = Attire.Gi,
        Rolls = [FineRoll],
    };

    public static TheoryData<Session, string, string> Wrong() =>
        new()
        {
            { FineSession with { Id = "a/b" }, "/id", "slash" },
            { FineSession with { Id = " " }, "/id", "1 to 200" },
            { FineSession with { Date = new DateOnly(1203, 1, 1) }, "/date", "1203" },
            { FineSession with { Minutes = -1 }, "/minutes", "between 0 and 1440" },
            { FineSession with { Effort = 11 }, "/effort", "between 0 and 10" },
            { FineSession with { Effort = double.NaN }, "/effort", "between 0 and 10" },
            { FineSession with { Aim = new string('a', LogRules.LongestText + 1) }, "/aim", "100000" },
            { FineSession with { Rolls = [FineRoll, FineRoll] }, "/rolls/1/id", "stands twice" },
            { With(FineRoll with { Minutes = 500 }), "/rolls/0/minutes", "between 0 and 240" },
            { With(FineRoll with { Order = -1 }), "/rolls/0/order", "between 0 and 1000" },
            { With(FineRoll with { PartnerBelt = BeltColour.Blue, PartnerStripes = 5 }), "/rolls/0/partnerStripes", "0 to 4" },
            { With(FineRoll with { PartnerStripes = 1 }), "/rolls/0/partnerStripes", "which belt" },
            { With(Fine with { Technique = "teleport" }), "/rolls/0/exchanges/0/moments/0/technique", "'teleport'" },
            { With(Fine with { From = new Spot("mars", Role.Top) }), "/rolls/0/exchanges/0/moments/0/from/position", "'mars'" },
            { With(Fine with { To = new Spot("standing", Role.Top) }), "/rolls/0/exchanges/0/moments/0/to/role", "only these roles: even" },
            { With(Fine with { Clock = -3 }), "/rolls/0/exchanges/0/moments/0/clock", "seconds" },
            { With(Fine with { Reasons = ["gave-space", ""] }), "/rolls/0/exchanges/0/moments/0/reasons/1", "reason" },
            { With(Told.Exchange("standing", new ExchangeEnd { Kind = EndKind.Tap })), "/rolls/0/exchanges/0/end/by", "me or them" },
            {
                With(Told.Exchange("standing", new ExchangeEnd { Kind = EndKind.Time, By = Actor.Me })),
                "/rolls/0/exchanges/0/end/by",
                "Only a tap"
            },
            { With(Told.Exchange("standing", Told.Tap(Actor.Me, "magic"))), "/rolls/0/exchanges/0/end/technique", "'magic'" },
        };

    [Theory]
    [MemberData(nameof(Wrong))]
    public void Each_fault_is_named_with_its_place_in_a_sentence(Session session, string pointer, string says)
    {
        var fault = Assert.Single(LogRules.Check(session, GroundMap.Default, Days.Wide));
        Assert.Equal(pointer, fault.Pointer);
        Assert.Contains(says, fault.Sentence);
        Assert.EndsWith(".", fault.Sentence);
    }

    [Fact]
    public void What_is_fine_has_no_fault_and_a_roll_may_be_as_thin_as_a_partner()
    {
        Assert.Empty(LogRules.Check(FineSession, GroundMap.Default, Days.Wide));
        Assert.Empty(LogRules.Check(new Roll { Id = "r", PartnerId = "p" }, GroundMap.Default));
    }

    [Fact]
    public void An_own_reason_is_kept_as_the_owners_word() =>
        Assert.Empty(LogRules.Check(With(Fine with { Reasons = ["wet mat"] }), GroundMap.Default, Days.Wide));

    [Fact]
    public void Own_words_may_not_repeat_an_id_or_point_nowhere()
    {
        var words = new PersonalWords
        {
            Techniques = [GroundMap.Default.Technique("armbar")!],
            Aliases = [new Alias("the plank", "gangway")],
        };
        var faults = WordRules.Check(words, GroundMap.Default, "/vocabulary").ToList();
        Assert.Contains(faults, f => f.Sentence.Contains("share the id 'armbar'"));
        Assert.Contains(faults, f => f.Pointer == "/vocabulary/aliases/0/means");
    }

    [Theory]
    [InlineData("1950-01-01", true)]
    [InlineData("2036-07-01", true)]
    [InlineData("1949-12-31", false)]
    [InlineData("2036-07-02", false)]
    [InlineData("9999-12-31", false)]
    public void Days_lie_between_1950_and_ten_years_ahead(string day, bool fine) =>
        Assert.Equal(fine, !Days.Wide.Check(DateOnly.Parse(day), "/date").Any());

    [Theory]
    [InlineData("fine|id:1", true)]
    [InlineData(".", false)]
    [InlineData("..", false)]
    [InlineData("a\nb", false)]
    [InlineData("a/b", false)]
    public void One_rule_says_what_an_id_may_be(string id, bool fine) => Assert.Equal(fine, !LogRules.Id(id, "/id").Any());

    [Fact]
    public void Half_a_character_is_no_id()
    {
        Assert.NotEmpty(LogRules.Id("a" + (char)0xD83E, "/id"));
        Assert.Empty(LogRules.Id(char.ConvertFromUtf32(0x1FAB5), "/id"));
    }

    [Fact]
    public void Lists_have_bounds()
    {
        var moments = Enumerable.Repeat(Fine, LogRules.MostMoments + 1).ToArray();
        Assert.Equal(
            "/rolls/0/exchanges/0/moments",
            Assert.Single(LogRules.Check(With(Told.Exchange("standing", null, moments)), GroundMap.Default, Days.Wide)).Pointer
        );
    }

    [Fact]
    public void Words_of_the_closed_sets_are_written_with_hyphens_and_read_back()
    {
        Assert.Equal("no-gi", Word.Of(Attire.NoGi));
        Assert.Equal("open-mat", Word.Of(SessionKind.OpenMat));
        Assert.Equal("repetitions-and-positional", Word.Of(TrainingStyle.RepetitionsAndPositional));
        Assert.True(Word.TryRead<Intent>("let-work", out var intent) && intent == Intent.LetWork);
        Assert.False(Word.TryRead<Intent>("LetWork", out _));
        Assert.Null(Word.Of((Side?)null));
    }

    private static Session With(Roll roll) => FineSession with { Rolls = [roll] };

    private static Session With(Exchange exchange) => With(Told.Roll(exchange));

    private static Session With(Moment moment) => With(Told.Exchange("standing", null, moment));
}
