using AshNotch.Core.Ground;
using AshNotch.Core.Log;
using AshNotch.Core.Telling;
using AshNotch.Core.Telling.Features;
using AshNotch.Core.Telling.Owner;

namespace AshNotch.Core.Tests.Telling;

/// <summary>What the reader learns from its owner. Log odds by hand; the ridge's optimum by its own condition.</summary>
public class OwnerTests
{
    private static readonly ulong[] Always = [FeatureBag.KeyOf("bias=1"), FeatureBag.KeyOf("id=pass")];

    // Something else that the models judge well: what goes wrong everywhere is no habit of an owner's.
    private static OwnerExample Well { get; } = new([FeatureBag.KeyOf("id=sweep")], (2, 2, 0), true, true, null);

    private static Correction Corrected(string text, string words, string technique, string read) =>
        new(
            text,
            [
                new CorrectedMoment(text.IndexOf(words, StringComparison.Ordinal), words.Length, Actor.Me, technique, Outcome.Done)
                {
                    Read = new ReadAs(Actor.Me, read, Outcome.Done),
                },
            ]
        );

    private static FeatureBag Bag()
    {
        var bag = new FeatureBag();
        foreach (var key in Always)
            bag.Add(key);
        return bag;
    }

    [Fact]
    public void Mistakes_made_again_and_again_move_the_models_and_a_single_one_hardly()
    {
        OwnerExample Wrong() => new(Always, (2, 2, 0), false, true, null);
        OwnerModel Of(int times) =>
            OwnerModel.Fit([.. Enumerable.Range(0, times).Select(_ => Wrong()), .. Enumerable.Range(0, 800).Select(_ => Well)]);
        var often = Of(80).Of(Bag());
        var seldom = Of(3).Of(Bag());

        // At the optimum 100 w = -80 p: both weights together -1.6 p, and the models still believe it more than not.
        Assert.InRange(often.Told, -1.6, -0.8);
        Assert.InRange(seldom.Told, -0.2, 0);
        // It was the owner, as the models say: little is left to be learned, and in their direction.
        Assert.InRange(often.Me, 0, 0.3);
        Assert.Equal(0, often.Done);
    }

    [Fact]
    public void What_goes_wrong_everywhere_is_no_habit_of_the_owners()
    {
        var all = OwnerModel.Fit([.. Enumerable.Range(0, 80).Select(_ => new OwnerExample(Always, (2, 0, 0), false, null, null))]);
        Assert.InRange(all.Of(Bag()).Told, -0.05, 0.05);
    }

    [Fact]
    public void Finds_the_optimum_of_the_ridge()
    {
        // n mentions with two features, which get the same weight w, all wrong; n with none, all right. At the optimum 100 w = -n p for
        // the probability p of the former, and the constant c has the misses of both cancel: p = 1 - q for the latter.
        const int n = 200;
        OwnerExample[] both = [new(Always, (1, 0, 0), false, null, null), new([], (1, 0, 0), true, null, null)];
        var w = OwnerModel.Fit([.. Enumerable.Range(0, n).SelectMany(_ => both)]).Of(Bag()).Told / 2;
        var p = -100 * w / n;
        var c = Math.Log(p / (1 - p)) - 1 - (2 * w);
        var q = 1 / (1 + Math.Exp(-(1 + c)));
        Assert.InRange(w, -1, -0.1);
        Assert.Equal(1 - p, q, 0.005);
    }

    [Fact]
    public void Rare_features_and_no_examples_say_nothing()
    {
        Assert.Equal((0, 0, 0), OwnerModel.Fit([]).Of(Bag()));
        Assert.Equal((0, 0, 0), OwnerModel.Fit([new OwnerExample(Always, (3, 0, 0), false, null, null)]).Of(Bag()));
    }

    [Fact]
    public void Learns_a_word_of_the_owners_own()
    {
        const string told =
            "We started in his closed guard. I opened it and then I did my wombat to side control, and he shrimped back to half guard.";
        bool Reads(AccountReader reader, string text) =>
            reader.Read(text).Exchanges.SelectMany(e => e.Moments).Any(m => m.Moment.Technique == "smash-pass");
        var corrections = Enumerable
            .Range(1, 6)
            .Select(n =>
                Corrected(
                    $"Round {n}. He played open guard and I did my wombat past his legs into side control.",
                    "my wombat",
                    "smash-pass",
                    "pass"
                )
            )
            .ToList();

        Assert.False(Reads(AccountReader.Default, told));
        Assert.True(Reads(AccountReader.Default.Learning(corrections), told));
    }

    [Fact]
    public void An_owner_who_set_nothing_right_has_the_reader_as_it_is()
    {
        Assert.Same(AccountReader.Default, AccountReader.Default.Learning([]));
    }

    [Fact]
    public void Proposes_words_that_were_set_right_to_the_same_thing_in_two_accounts()
    {
        var wombat = Corrected("did my wombat", "wombat", "torreando", "pass");
        var other = Corrected("did my quokka", "quokka", "knee-cut", "pass");
        IReadOnlyList<AliasProposal> Of(params Correction[] corrections) => AliasProposals.Of(corrections, [], AccountReader.Default);

        Assert.Equal([new AliasProposal("wombat", "torreando", 2)], Of(wombat, other, wombat));
        // Once may be a slip, two meanings are none, and what is a word already needs no other.
        Assert.Empty(Of(wombat, other));
        Assert.Empty(Of(wombat, wombat, Corrected("a wombat", "wombat", "knee-cut", "pass")));
        Assert.Empty(AliasProposals.Of([wombat, wombat], [new Alias("Wombat", "torreando")], AccountReader.Default));
        // The reader knows a knee cut by its name.
        Assert.Empty(
            Of(Corrected("the knee cut", "knee cut", "knee-cut", "pass"), Corrected("a knee cut", "knee cut", "knee-cut", "pass"))
        );
        // Small words carry nothing.
        Assert.Empty(Of(Corrected("i did it", "it", "knee-cut", "pass"), Corrected("did it", "it", "knee-cut", "pass")));
    }

    [Fact]
    public void What_the_log_has_often_is_likelier_and_from_where_it_has_it_more_so()
    {
        var rates = new Dictionary<string, double> { ["knee-cut"] = 0.5, ["torreando"] = 0.5 };
        var (half, open) = (new Spot("half-guard", Role.Top), new Spot("open-guard", Role.Top));
        var habits = OwnerHabits.Of(
            [new Followed(half, Actor.Me, "knee-cut", null, 40), new Followed(open, Actor.Me, "torreando", null, 10)],
            rates
        );

        Assert.True(habits.Of(Actor.Me, "knee-cut", null) > 0);
        Assert.True(habits.Of(Actor.Me, "torreando", null) < 0);
        Assert.True(habits.Of(Actor.Me, "torreando", open) > habits.Of(Actor.Me, "torreando", null));
        Assert.True(habits.Of(Actor.Me, "knee-cut", half) > habits.Of(Actor.Me, "knee-cut", null));
        // Of the partners it knows nothing.
        Assert.Equal(0, habits.Of(Actor.Them, "knee-cut", half));
        Assert.True(OwnerHabits.Of([], rates).IsEmpty);
    }

    [Theory]
    [InlineData(-1, 3, "knee-cut", "/at")]
    [InlineData(0, 99, "knee-cut", "/at")]
    [InlineData(0, 3, "no-such-thing", "/technique")]
    public void A_correction_points_into_its_words_and_names_what_the_ground_has(int at, int length, string technique, string where)
    {
        var faults = new Correction("I passed.", [new CorrectedMoment(at, length, Actor.Me, technique, Outcome.Done)]).Check(
            "/c",
            GroundMap.Default
        );
        Assert.Equal($"/c/moments/0{where}", Assert.Single(faults).Pointer);
    }
}
