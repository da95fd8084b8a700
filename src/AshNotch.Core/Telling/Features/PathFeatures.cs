using AshNotch.Core.Ground;
using AshNotch.Core.Log;
using AshNotch.Core.Telling.Decoding;
using AshNotch.Core.Telling.Phrases;

namespace AshNotch.Core.Telling.Features;

/// <summary>
/// What one step adds to a story that is decided as a whole: which technique follows which, by whom and to what end, what is tried
/// from where and leads where, what a place follows, and how the figures of a mention go with the reading chosen. The
/// weights are learned with the search in the loop (structured perceptron); without any they cost nothing.
/// </summary>
/// <param name="weights">What each feature is worth, by its key.</param>
/// <param name="names">Takes the names of the features, for training; null otherwise.</param>
internal sealed class PathFeatures(IReadOnlyDictionary<ulong, float> weights, Dictionary<ulong, string>? names = null)
{
    private static readonly string[] Kinds = [.. Enum.GetValues<TechniqueKind>().Select(k => k.ToString().ToLowerInvariant())];
    private static readonly string[] Distances = ["over", "1", "4", "10", "25", "more"];
    private static readonly string[] Roles = [.. Enum.GetValues<Role>().Select(r => r.ToString().ToLowerInvariant())];
    private static readonly string[] Tenths =
    [
        .. Enumerable.Range(-40, 81).Select(n => n.ToString(System.Globalization.CultureInfo.InvariantCulture)),
    ];

    /// <summary>Nothing learned.</summary>
    public static PathFeatures None { get; } = new(new Dictionary<ulong, float>());

    private bool Silent { get; } = weights.Count == 0 && names is null;

    // Stories side by side differ in few things: what each part depends on is worked out once an account.
    private readonly Dictionary<(Evidence, string, Actor, Outcome, Spot?, Spot?, bool), Part> alone = new(ByEvidence.Instance);
    private readonly Dictionary<(string?, Actor, Outcome, string, Actor, Outcome, int), Part> after = [];

    /// <summary>The same for one search; not for several threads.</summary>
    public PathFeatures Fresh() => Silent ? this : new PathFeatures(weights, names);

    /// <summary>The step with what it is worth in this story.</summary>
    public Step Weighed(Story story, Step step)
    {
        if (Silent)
            return step;
        switch (step.Kind)
        {
            case StepKind.Moment:
                var (own, context) = (Alone(step), After(story, step));
                return step with
                {
                    Learned = own.Score + context.Score + Weights.Told,
                    Keys = names is null ? [] : [.. own.Keys, .. context.Keys],
                };
            case StepKind.Place:
                var sum = new Sum(weights, names);
                Place(story, step, ref sum);
                return step with { Learned = sum.Score, Keys = sum.Keys ?? [] };
            default:
                return step;
        }
    }

    private Part Alone(Step step)
    {
        var key = (step.Evidence!.Original, step.Technique!.Id, step.Actor, step.Outcome, step.From, step.To, step.FromImplied);
        if (!alone.TryGetValue(key, out var part))
        {
            var sum = new Sum(weights, names);
            Moment(step, ref sum);
            alone[key] = part = sum.Part;
        }

        return part;
    }

    private Part After(Story story, Step step)
    {
        var last = story.Moment;
        var apart = last is null ? 0 : Apart(step.Evidence!.Hit.From - last.Evidence!.Hit.To);
        var due = story.Pending is { } actor ? (actor == step.Actor ? 1 : 2) : 0;
        var context = (((apart * 3) + due) * 2) + (story.Ended ? 1 : 0);
        var key = (
            last?.Technique!.Id,
            last?.Actor ?? Actor.Me,
            last?.Outcome ?? Outcome.Done,
            step.Technique!.Id,
            step.Actor,
            step.Outcome,
            (context * 32) + MeBin(step)
        );
        if (!after.TryGetValue(key, out var part))
        {
            var sum = new Sum(weights, names);
            Follows(story, step, Distances[apart], ref sum);
            after[key] = part = sum.Part;
        }

        return part;
    }

    private static int MeBin(Step step) => (int)Math.Round(Math.Clamp(Sign(step) * step.Evidence!.Original.Me, -5, 5) * 2) + 10;

    private static int Sign(Step step) => step.Actor == Actor.Me ? 1 : -1;

    private static int Apart(int words) =>
        words switch
        {
            < 0 => 0,
            <= 1 => 1,
            <= 4 => 2,
            <= 10 => 3,
            <= 25 => 4,
            _ => 5,
        };

    private static void Moment(Step step, ref Sum sum)
    {
        var evidence = step.Evidence!.Original;
        var technique = step.Technique!;
        var (id, kind) = (technique.Id, Kinds[(int)technique.Kind]);
        var outcome = Result(step.Outcome);
        var source = Source(evidence.Hit);
        sum.Add("id", id, outcome);
        sum.Add("kind", kind, outcome, step.Actor == Actor.Me ? "me" : "them");
        sum.Add("source", source, kind);
        var me = Bin(Sign(step) * evidence.Me, 2);
        var done = Bin(step.Outcome == Outcome.Done ? evidence.Done : -evidence.Done, 2);
        var gain = Bin(evidence.Gain, 2);
        sum.Add("gain", source, gain);
        sum.Add("me", source, me);
        sum.Add("done", outcome, done);
        sum.Add("weakest", me, done);
        sum.Add("gain.kind", gain, kind);
        if (step.From is { } from)
        {
            var here = step.Actor == Actor.Me ? from : from.Mirror();
            var role = Roles[(int)here.Role];
            sum.Add("from", id, here.Position, role);
            sum.Add("from.kind", kind, here.Position, role);
            sum.Add("from.role", kind, role, step.FromImplied ? "implied" : outcome);
        }
        else
        {
            sum.Add("from", id, "unknown");
        }

        if (step.Outcome == Outcome.Done && step.To is { } to)
        {
            var there = step.Actor == Actor.Me ? to : to.Mirror();
            sum.Add("to", id, there.Position, Roles[(int)there.Role]);
        }
    }

    private static void Follows(Story story, Step step, string apart, ref Sum sum)
    {
        var technique = step.Technique!;
        var (id, kind) = (technique.Id, Kinds[(int)technique.Kind]);
        var outcome = Result(step.Outcome);
        if (story.Pending is { } due)
            sum.Add("due", kind, due == step.Actor ? "same" : "other");
        if (story.Ended)
            sum.Add("ended", kind);
        if (story.Moment is not { Technique: { } last } before)
        {
            sum.Add("first", kind, outcome, story.Ended ? "ended" : "");
            return;
        }

        var turn = before.Actor == step.Actor ? "same" : "other";
        var became = Result(before.Outcome);
        sum.Add("follows", Kinds[(int)last.Kind], became, kind, outcome, turn);
        sum.Add("follows.id", last.Id, became, id, turn);
        sum.Add("follows.kind", last.Id, became, kind, turn);
        sum.Add("followed.kind", Kinds[(int)last.Kind], became, id, turn);
        sum.Add("turn", turn, became, Bin(Sign(step) * step.Evidence!.Original.Me, 2));
        sum.Add("apart", apart, turn, kind, last.Id == id ? "again" : "");
        if (last.Id == id)
            sum.Add("again", turn, became, outcome);
    }

    private static void Place(Story story, Step step, ref Sum sum)
    {
        var evidence = step.Evidence!.Original;
        var there = step.To!.Value;
        var gain = Bin(evidence.Gain, 2);
        sum.Add("place", there.Position, Roles[(int)there.Role]);
        sum.Add("place.gain", gain);
        sum.Add(
            "place.holder",
            there.Position,
            Bin(there.Role == Role.Bottom ? -evidence.Holder : evidence.Holder, 1),
            Roles[(int)there.Role]
        );
        if (story.Spot is { } here)
        {
            sum.Add(
                "place.from",
                here == there ? "same"
                    : here.Role == there.Role ? "side"
                    : "turned",
                here.Position,
                there.Position
            );
            sum.Add(
                "place.stays",
                here == there ? "same"
                    : here.Role == there.Role ? "side"
                    : "turned",
                gain
            );
        }

        if (story.Moment is not { Technique: { } last } before)
        {
            sum.Add("place.first", there.Position, story.Ended ? "ended" : "");
            return;
        }

        var seen = before.Actor == Actor.Me ? there : there.Mirror();
        sum.Add("place.after", last.Id, Result(before.Outcome), seen.Position, Roles[(int)seen.Role]);
        sum.Add("place.kind", Kinds[(int)last.Kind], Result(before.Outcome), seen.Position, Roles[(int)seen.Role]);
    }

    private static string Source(Hit hit) =>
        hit.Tagged ? "tagger"
        : hit.Cost < 0.5 ? "exact"
        : "near";

    private static string Result(Outcome outcome) => outcome == Outcome.Done ? "done" : "stopped";

    private static string Bin(double value, double perUnit) => Tenths[(int)Math.Round(Math.Clamp(value, -5, 5) * perUnit) + 40];

    /// <summary>What some features of a step add up to.</summary>
    private sealed record Part(double Score, IReadOnlyList<ulong> Keys);

    /// <summary>Mentions are told apart by which they are, not by what they say.</summary>
    private sealed class ByEvidence : IEqualityComparer<(Evidence, string, Actor, Outcome, Spot?, Spot?, bool)>
    {
        public static ByEvidence Instance { get; } = new();

        public bool Equals(
            (Evidence, string, Actor, Outcome, Spot?, Spot?, bool) a,
            (Evidence, string, Actor, Outcome, Spot?, Spot?, bool) b
        ) =>
            ReferenceEquals(a.Item1, b.Item1)
            && a.Item3 == b.Item3
            && a.Item4 == b.Item4
            && a.Item5 == b.Item5
            && a.Item6 == b.Item6
            && a.Item7 == b.Item7
            && a.Item2 == b.Item2;

        public int GetHashCode((Evidence, string, Actor, Outcome, Spot?, Spot?, bool) key) =>
            HashCode.Combine(
                System.Runtime.CompilerServices.RuntimeHelpers.GetHashCode(key.Item1),
                key.Item3,
                key.Item4,
                key.Item5,
                key.Item6
            );
    }

    /// <summary>Adds up weights; makes no strings.</summary>
    private struct Sum(IReadOnlyDictionary<ulong, float> weights, Dictionary<ulong, string>? names)
    {
        public double Score { get; private set; }

        public List<ulong>? Keys { get; private set; } = names is null ? null : [];

        public readonly Part Part => new(Score, Keys ?? []);

        public void Add(string template, string a, string b = "", string c = "", string d = "", string e = "")
        {
            var key = FeatureBag.Named(template, a, b, c, d, e);
            if (weights.TryGetValue(key, out var weight))
                Score += weight;
            if (names is null)
                return;
            Keys!.Add(key);
            names.TryAdd(key, FeatureBag.NameOf(template, a, b, c, d, e));
        }
    }
}
