using AshNotch.Core.Telling;
using AshNotch.Core.Telling.Decoding;
using AshNotch.Core.Telling.Features;
using AshNotch.Core.Telling.Model;
using AshNotch.Core.Telling.Text;
using AshNotch.Core.Telling.Timeline;
using AshNotch.Evaluation;
using AshNotch.Trainer;

namespace AshNotch.Core.Tests.Telling;

/// <summary>Weights of whole paths: how they are added up, how they are learned.</summary>
public class PathTests
{
    private const string Text =
        "Started standing, I hit a double leg and passed to side control. He bridged and got his guard back. I passed again, went to "
        + "mount and finished the armbar, he tapped.";

    private static Story Best(PathFeatures features)
    {
        var tokens = Tokens.Of(Text);
        var evidence = Training.Rules.Weigh(Training.Rules.Look(tokens, null), ReaderModel.Empty).Select(m => m.Evidence).ToList();
        return Training.Rules.Best(tokens, evidence, null, Weights.Beam, features);
    }

    private static List<string> Told(Story story) =>
        [.. Walk.Steps(story.Last).Where(s => s.Kind == StepKind.Moment).Select(s => $"{s.Technique!.Id} {s.Outcome}")];

    // A weight for every feature that the search meets, by a hash of its key: arbitrary, and the same in both.
    private static Dictionary<ulong, float> Arbitrary()
    {
        var names = new Dictionary<ulong, string>();
        Best(new PathFeatures(new Dictionary<ulong, float>(), names));
        return names.Keys.ToDictionary(k => k, k => (float)(((k >> 20) % 41) / 100.0) - 0.2f);
    }

    [Fact]
    public void Sums_that_are_kept_are_those_that_are_worked_out()
    {
        var weights = Arbitrary();
        var (fresh, kept) = (new PathFeatures(weights, []), new PathFeatures(weights));
        var worked = Best(fresh);
        foreach (var _ in Enumerable.Range(0, 2))
        {
            var story = Best(kept);
            Assert.Equal(Told(worked), Told(story));
            Assert.Equal(worked.Score, story.Score, 1e-3);
        }

        // What a step is worth is the sum of the weights of its features, and a little for reading a moment at all.
        Assert.All(Walk.Steps(worked.Last).Where(s => s.Keys.Count > 0), s =>
            Assert.Equal(s.Keys.Sum(k => weights.GetValueOrDefault(k)) + (s.Kind == StepKind.Moment ? Weights.Told : 0), s.Learned, 1e-4)
        );
    }

    // A story may have ended and still know its last moment: the two are asked for in turn, so that a sum kept for one would show in the
    // other.
    [Fact]
    public void A_moment_right_after_an_end_is_no_moment_like_another()
    {
        var moments = Walk.Steps(Best(PathFeatures.None).Last).Where(s => s.Kind == StepKind.Moment).ToList();
        var ended = FeatureBag.KeyOf($"ended={moments[1].Technique!.Kind.ToString().ToLowerInvariant()}");
        var kept = new PathFeatures(new Dictionary<ulong, float> { [ended] = 3 });
        double Learned(bool over) =>
            kept.Weighed(new Story(moments[0], moments[0].To, 0) { Moment = moments[0], Ended = over }, moments[1]).Learned;
        Assert.Equal(Weights.Told, Learned(false), 1e-6);
        Assert.Equal(Weights.Told + 3, Learned(true), 1e-6);
        Assert.Equal(Weights.Told, Learned(false), 1e-6);
    }

    [Fact]
    public void A_weight_against_a_step_keeps_the_search_from_taking_it()
    {
        Assert.Contains("armbar Done", Told(Best(PathFeatures.None)));
        var against = new Dictionary<ulong, float> { [FeatureBag.KeyOf("id=armbar|done")] = -50 };
        Assert.DoesNotContain("armbar Done", Told(Best(new PathFeatures(against))));
        Assert.Contains("double-leg Done", Told(Best(new PathFeatures(against))));
    }

    [Fact]
    public void Without_weights_nothing_changes() =>
        Assert.Equal(Best(PathFeatures.None).Score, Best(new PathFeatures(new Dictionary<ulong, float>())).Score);

    // On the accounts that it learned from, the search agrees with their labels more often than before.
    [Fact]
    public void Learns_what_the_labels_say_and_the_same_every_time()
    {
        var accounts = Corpus.Hands.Where(a => a.Hand == "hand-11-everyday").Take(12).ToList();
        var searches = PathTraining.Of(accounts, ReaderModel.Empty).ToList();
        var learned = PathTraining.Weights(searches);
        Assert.Equal(learned, PathTraining.Weights(searches));
        var model = Training.Model(Training.Header() + learned);
        int Agreed(PathFeatures features) =>
            searches.Sum(s =>
                Told(Training.Rules.Best(s.Tokens, s.Evidence, s.Start, Weights.QuickBeam, features))
                    .Intersect(Told(Training.Rules.Best(s.Tokens, s.Right, s.Start, Weights.QuickBeam, features)))
                    .Count()
            )
            - searches.Sum(s =>
                Told(Training.Rules.Best(s.Tokens, s.Evidence, s.Start, Weights.QuickBeam, features))
                    .Except(Told(Training.Rules.Best(s.Tokens, s.Right, s.Start, Weights.QuickBeam, features)))
                    .Count()
            );
        Assert.True(Agreed(model.Path) > Agreed(PathFeatures.None));
    }
}
