using AshNotch.Core.Telling.Features;
using AshNotch.Core.Telling.Model;
using AshNotch.Evaluation;
using AshNotch.Trainer;

namespace AshNotch.Core.Tests.Telling;

/// <summary>The learned weights and how they are made.</summary>
public class WeightsTests
{
    [Fact]
    public void The_weights_that_ship_were_made_from_these_accounts_and_these_features()
    {
        var header = ReaderModel.Shipped.Header;
        Assert.False(ReaderModel.Shipped.IsEmpty);
        var belong =
            header["accounts"] == Corpus.Hash
            && header["features"] == Training.Fingerprint(ReaderModel.Empty)
            && header["story"] == Training.Fingerprint(ReaderModel.Shipped);
        Assert.True(belong, "The weights are of another time: run ./bench telling train and commit the file.");
    }

    [Fact]
    public void They_are_under_two_megabytes_packed()
    {
        using var packed = typeof(ReaderModel).Assembly.GetManifestResourceStream("telling/weights.txt.br")!;
        Assert.InRange(packed.Length, 1, 2_000_000);
    }

    [Fact]
    public void The_same_examples_give_the_same_weights()
    {
        Example[] examples = [.. Enumerable.Range(0, 200).Select(i => new Example([i % 7, 7 + (i % 3)], i % 7 < 3 ? 1 : 0))];
        Assert.Equal(LogLinear.Binary(examples, 10, 0.1, 0.01, 5), LogLinear.Binary(examples, 10, 0.1, 0.01, 5));
        var one = LogLinear.Multiclass([.. examples.Select(e => e with { Label = e.Features[1] - 7 })], 10, 3, 0.1, 0.01, 5);
        var other = LogLinear.Multiclass([.. examples.Select(e => e with { Label = e.Features[1] - 7 })], 10, 3, 0.1, 0.01, 5);
        Assert.Equal(one.SelectMany(w => w), other.SelectMany(w => w));
    }

    // With one feature alone, the fit that loses least is the log odds of the share (any textbook of logistic regression).
    [Theory]
    [InlineData(0.8)]
    [InlineData(0.5)]
    [InlineData(0.25)]
    public void One_feature_alone_gets_the_log_odds_of_its_share(double share)
    {
        Example[] examples = [.. Enumerable.Range(0, 1000).Select(i => new Example([0], i < share * 1000 ? 1 : 0))];
        Assert.Equal(Math.Log(share / (1 - share)), LogLinear.Binary(examples, 1, 0.2, 0, 40)[0], 0.1);
    }

    [Fact]
    public void Many_classes_are_told_apart_by_what_marks_them()
    {
        Example[] examples = [.. Enumerable.Range(0, 300).Select(i => new Example([i % 3, 3], i % 3))];
        var weights = LogLinear.Multiclass(examples, 4, 3, 0.1, 0.01, 5);
        Assert.All(Enumerable.Range(0, 3), mark => Assert.Equal(mark, Array.IndexOf(weights[mark], weights[mark].Max())));
    }

    [Fact]
    public void A_feature_has_the_same_key_in_reading_as_in_the_file()
    {
        var names = new Dictionary<ulong, string>();
        var bag = new FeatureBag(names);
        bag.Add("b1", "knee", ";");
        bag.Add("bias", "1");
        Assert.Equal(["b1=knee|;", "bias=1"], bag.Keys.Select(k => names[k]));
        Assert.Equal(bag.Keys, names.Values.Select(n => FeatureBag.KeyOf(n)));
    }

    [Fact]
    public void A_model_is_the_sum_of_its_weights()
    {
        var model = ReaderModel.Read(
            new StringReader(
                "techniques armbar pass\nsure-from 0.75\n[mention]\na=1\t50\t-20\t\n[token]\na=1\t100\t5\n[span]\na=1\t0:100 "
                    + "1:-100\n[sure]\na=1\t30\n"
            )
        );
        var bag = new FeatureBag();
        bag.Add("a", "1");
        bag.Add("not", "known");
        var (told, me, done) = model.OfMention(bag);
        Assert.Equal((0.5, -0.2, 0), (Math.Round(told, 6), Math.Round(me, 6), done));
        Assert.Equal(1, model.OfToken(bag).Inside, 6);
        // softmax of 1 and -1
        Assert.Equal(1 / (1 + Math.Exp(-2)), model.OfSpan(bag)[0], 6);
        Assert.Equal((0.3, 0.75), (Math.Round(model.OfSure(bag), 6), model.SureFrom));
    }

    [Fact]
    public void A_model_without_weights_says_nothing()
    {
        var bag = new FeatureBag();
        bag.Add("a", "1");
        Assert.True(ReaderModel.Empty.IsEmpty);
        Assert.Equal((0, 0, 0), ReaderModel.Empty.OfMention(bag));
    }
}
