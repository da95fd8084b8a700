using System.Collections.Frozen;
using System.Globalization;
using AshNotch.Core.Ground;
using AshNotch.Core.Log;
using AshNotch.Core.Telling.Decoding;
using AshNotch.Core.Telling.Phrases;

namespace AshNotch.Core.Telling.Features;

/// <summary>
/// What one step adds to a story that is decided as a whole: which technique follows which, by whom and to what end, what is tried
/// from where and leads where, what a place follows, and how the figures of a mention go with the reading chosen. The weights are
/// learned with the search in the loop (structured perceptron); without any they cost nothing. A search asks for the same few sums
/// over and over, so each is kept once it is known. Safe for many threads, while not training.
/// </summary>
/// <param name="weights">What each feature is worth, by its key.</param>
/// <param name="names">Takes the names of the features, for training; null otherwise.</param>
internal sealed class PathFeatures(IReadOnlyDictionary<ulong, float> weights, Dictionary<ulong, string>? names = null)
{
    private const int Bins = 21;
    private const int Middle = Bins / 2;

    private static readonly string[] Kinds = Names<TechniqueKind>();
    private static readonly string[] Roles = Names<Role>();
    private static readonly string[] Outcomes = Names<Outcome>();
    private static readonly string[] Numbers = [.. Enumerable.Range(-Middle, Bins).Select(n => n.ToString(CultureInfo.InvariantCulture))];
    private static readonly string[] Sources = ["exact", "near", "tagger"];
    private static readonly string[] Distances = ["over", "1", "4", "10", "25", "more"];
    private static readonly string[] Turns = ["same", "other"];
    private static readonly string[] Moves = ["same", "side", "turned"];
    private static readonly FrozenDictionary<string, int> TechniqueAt = Places(GroundMap.Default.Techniques.Select(t => t.Id));
    private static readonly FrozenDictionary<string, int> PositionAt = Places(GroundMap.Default.Positions.Select(p => p.Id));

    private readonly Sums own = new(TechniqueAt.Count * 4);
    private readonly Sums worth = new(Sources.Length * Kinds.Length * Bins);
    private readonly Sums figures = new(Sources.Length * 2 * 2 * Bins * Bins);
    private readonly Sums starts = new(TechniqueAt.Count * (PositionAt.Count + 1) * Roles.Length * 3);
    private readonly Sums leads = new(TechniqueAt.Count * PositionAt.Count * Roles.Length);
    private readonly Sums follows = new(TechniqueAt.Count * TechniqueAt.Count * 8);
    private readonly Sums turns = new(4 * Bins);
    private readonly Sums distances = new(Distances.Length * Kinds.Length * 4);
    private readonly Sums situations = new(Kinds.Length * 3 * 2 * 4);
    private readonly Sums places = new(PositionAt.Count * Roles.Length * Bins);
    private readonly Sums moves = new(PositionAt.Count * PositionAt.Count * Moves.Length);
    private readonly Sums gains = new((Moves.Length + 1) * Bins);
    private readonly Sums afters = new(((TechniqueAt.Count * 2) + 2) * PositionAt.Count * Roles.Length);

    /// <summary>Nothing learned.</summary>
    public static PathFeatures None { get; } = new(new Dictionary<ulong, float>());

    private bool Silent { get; } = weights.Count == 0 && names is null;

    /// <summary>The step with what it is worth in this story.</summary>
    public Step Weighed(Story story, Step step)
    {
        if (Silent || step.Kind is not (StepKind.Moment or StepKind.Place))
            return step;
        var sum = new Sum(weights, names);
        if (step.Kind == StepKind.Moment)
        {
            Moment(step, ref sum);
            Situation(story, step, ref sum);
        }
        else
        {
            Place(story, step, ref sum);
        }

        return step with
        {
            Learned = sum.Score,
            Keys = sum.Keys ?? [],
        };
    }

    private void Moment(Step step, ref Sum sum)
    {
        var evidence = step.Evidence!.Original;
        var technique = step.Technique!;
        var (id, kind, at) = (technique.Id, (int)technique.Kind, TechniqueAt.GetValueOrDefault(technique.Id, -1));
        var (mine, outcome, source) = (step.Actor == Actor.Me, (int)step.Outcome, Source(evidence.Hit));
        var me = Bin(mine ? evidence.Me : -evidence.Me, 2);
        var done = Bin(step.Outcome == Outcome.Done ? evidence.Done : -evidence.Done, 2);
        var gain = Bin(evidence.Gain, 2);
        sum.Score += Weights.Told;
        if (!own.Known(at < 0 ? -1 : (((at * 2) + outcome) * 2) + (mine ? 1 : 0), ref sum, out var part))
        {
            part.Add("id", id, Outcomes[outcome]);
            part.Add("kind", Kinds[kind], Outcomes[outcome], mine ? "me" : "them");
            own.Keep(ref sum, part);
        }

        if (!worth.Known((((source * Kinds.Length) + kind) * Bins) + gain, ref sum, out part))
        {
            part.Add("source", Sources[source], Kinds[kind]);
            part.Add("gain", Sources[source], Numbers[gain]);
            part.Add("gain.kind", Numbers[gain], Kinds[kind]);
            worth.Keep(ref sum, part);
        }

        if (!figures.Known((((((((source * 2) + outcome) * 2) + (mine ? 1 : 0)) * Bins) + me) * Bins) + done, ref sum, out part))
        {
            part.Add("me", Sources[source], Numbers[me]);
            part.Add("done", Outcomes[outcome], Numbers[done]);
            part.Add("weakest", Numbers[me], Numbers[done]);
            part.Add("who", mine ? "me" : "them", Numbers[me]);
            figures.Keep(ref sum, part);
        }

        From(step, at, id, kind, ref sum);
        if (step.Outcome == Outcome.Done && step.To is { } to)
        {
            var (there, role) = (PositionAt.GetValueOrDefault(to.Position, -1), (int)(mine ? to.Role : to.Role.Mirror()));
            if (!leads.Known(at < 0 || there < 0 ? -1 : (((at * PositionAt.Count) + there) * Roles.Length) + role, ref sum, out part))
            {
                part.Add("to", id, to.Position, Roles[role]);
                leads.Keep(ref sum, part);
            }
        }
    }

    private void From(Step step, int at, string id, int kind, ref Sum sum)
    {
        var manner = step.FromImplied ? 2 : (int)step.Outcome;
        var (here, role) = step.From is { } from
            ? (PositionAt.GetValueOrDefault(from.Position, -1), (int)(step.Actor == Actor.Me ? from.Role : from.Role.Mirror()))
            : (PositionAt.Count, 0);
        var index = at < 0 || here < 0 ? -1 : (((((at * (PositionAt.Count + 1)) + here) * Roles.Length) + role) * 3) + manner;
        if (starts.Known(index, ref sum, out var part))
            return;
        if (step.From is { } spot)
        {
            part.Add("from", id, spot.Position, Roles[role]);
            part.Add("from.kind", Kinds[kind], spot.Position, Roles[role]);
            part.Add("from.role", Kinds[kind], Roles[role], manner == 2 ? "implied" : Outcomes[manner]);
        }
        else
        {
            part.Add("from", id, "unknown");
        }

        starts.Keep(ref sum, part);
    }

    private void Situation(Story story, Step step, ref Sum sum)
    {
        var (kind, outcome) = ((int)step.Technique!.Kind, (int)step.Outcome);
        var due =
            story.Pending is not { } waits ? 0
            : waits == step.Actor ? 1
            : 2;
        var before = story.Moment;
        var state = (before is null ? 1 : 0) + (story.Ended ? 2 : 0);
        if (!situations.Known((((((kind * 3) + due) * 2) + outcome) * 4) + state, ref sum, out var part))
        {
            if (due > 0)
                part.Add("due", Kinds[kind], Turns[due - 1]);
            if (story.Ended)
                part.Add("ended", Kinds[kind]);
            if (before is null)
                part.Add("first", Kinds[kind], Outcomes[outcome], story.Ended ? "ended" : "");
            situations.Keep(ref sum, part);
        }

        if (before is not null)
            Follows(before, step, ref sum);
    }

    private void Follows(Step before, Step step, ref Sum sum)
    {
        var (technique, last) = (step.Technique!, before.Technique!);
        var (at, was) = (TechniqueAt.GetValueOrDefault(technique.Id, -1), TechniqueAt.GetValueOrDefault(last.Id, -1));
        var (kind, outcome, became) = ((int)technique.Kind, (int)step.Outcome, (int)before.Outcome);
        var turn = before.Actor == step.Actor ? 0 : 1;
        var again = technique.Id == last.Id;
        var index = at < 0 || was < 0 ? -1 : (((((((was * TechniqueAt.Count) + at) * 2) + became) * 2) + outcome) * 2) + turn;
        if (!follows.Known(index, ref sum, out var part))
        {
            part.Add("follows", Kinds[(int)last.Kind], Outcomes[became], Kinds[kind], Outcomes[outcome], Turns[turn]);
            part.Add("follows.id", last.Id, Outcomes[became], technique.Id, Turns[turn]);
            part.Add("follows.kind", last.Id, Outcomes[became], Kinds[kind], Turns[turn]);
            part.Add("followed.kind", Kinds[(int)last.Kind], Outcomes[became], technique.Id, Turns[turn]);
            if (again)
                part.Add("again", Turns[turn], Outcomes[became], Outcomes[outcome]);
            follows.Keep(ref sum, part);
        }

        var evidence = step.Evidence!.Original;
        var me = Bin(step.Actor == Actor.Me ? evidence.Me : -evidence.Me, 2);
        if (!turns.Known((((turn * 2) + became) * Bins) + me, ref sum, out part))
        {
            part.Add("turn", Turns[turn], Outcomes[became], Numbers[me]);
            turns.Keep(ref sum, part);
        }

        var apart = Apart(evidence.Hit.From - before.Evidence!.Hit.To);
        if (!distances.Known((((((apart * 2) + turn) * 2) + (again ? 1 : 0)) * Kinds.Length) + kind, ref sum, out part))
        {
            part.Add("apart", Distances[apart], Turns[turn], Kinds[kind], again ? "again" : "");
            distances.Keep(ref sum, part);
        }
    }

    private void Place(Story story, Step step, ref Sum sum)
    {
        var evidence = step.Evidence!.Original;
        var there = step.To!.Value;
        var (at, role) = (PositionAt.GetValueOrDefault(there.Position, -1), (int)there.Role);
        var gain = Bin(evidence.Gain, 2);
        var holder = Bin(there.Role == Role.Bottom ? -evidence.Holder : evidence.Holder, 1);
        if (!places.Known(at < 0 ? -1 : (((at * Roles.Length) + role) * Bins) + holder, ref sum, out var part))
        {
            part.Add("place", there.Position, Roles[role]);
            part.Add("place.holder", there.Position, Numbers[holder], Roles[role]);
            places.Keep(ref sum, part);
        }

        var move =
            story.Spot is not { } here ? 3
            : here == there ? 0
            : here.Role == there.Role ? 1
            : 2;
        if (!gains.Known((move * Bins) + gain, ref sum, out part))
        {
            part.Add("place.gain", Numbers[gain]);
            if (move < 3)
                part.Add("place.stays", Moves[move], Numbers[gain]);
            gains.Keep(ref sum, part);
        }

        if (story.Spot is { } spot)
        {
            var from = PositionAt.GetValueOrDefault(spot.Position, -1);
            if (!moves.Known(at < 0 || from < 0 ? -1 : (((from * PositionAt.Count) + at) * Moves.Length) + move, ref sum, out part))
            {
                part.Add("place.from", Moves[move], spot.Position, there.Position);
                moves.Keep(ref sum, part);
            }
        }

        AfterWhat(story, there, at, ref sum);
    }

    private void AfterWhat(Story story, Spot there, int at, ref Sum sum)
    {
        var before = story.Moment;
        var seen = before is { Actor: Actor.Them } ? there.Mirror() : there;
        var was =
            before is null ? (TechniqueAt.Count * 2) + (story.Ended ? 1 : 0)
            : TechniqueAt.TryGetValue(before.Technique!.Id, out var known) ? (known * 2) + (int)before.Outcome
            : -1;
        var index = at < 0 || was < 0 ? -1 : (((was * PositionAt.Count) + at) * Roles.Length) + (int)seen.Role;
        if (afters.Known(index, ref sum, out var part))
            return;
        if (before is null)
        {
            part.Add("place.first", there.Position, story.Ended ? "ended" : "");
        }
        else
        {
            var (last, became) = (before.Technique!, Outcomes[(int)before.Outcome]);
            part.Add("place.after", last.Id, became, seen.Position, Roles[(int)seen.Role]);
            part.Add("place.kind", Kinds[(int)last.Kind], became, seen.Position, Roles[(int)seen.Role]);
        }

        afters.Keep(ref sum, part);
    }

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

    private static int Source(Hit hit) =>
        hit.Tagged ? 2
        : hit.Cost < 0.5 ? 0
        : 1;

    private static int Bin(double value, double perUnit) => (int)Math.Round(Math.Clamp(value, -5, 5) * perUnit) + Middle;

    private static string[] Names<T>()
        where T : struct, Enum => [.. Enum.GetValues<T>().Select(v => v.ToString().ToLowerInvariant())];

    private static FrozenDictionary<string, int> Places(IEnumerable<string> ids) =>
        ids.Select((id, at) => (id, at)).ToFrozenDictionary(p => p.id, p => p.at, StringComparer.Ordinal);

    /// <summary>Sums that were asked for before. Two threads may work out the same one; they come to the same.</summary>
    private sealed class Sums(int count)
    {
        private readonly Lazy<float[]> known = new(() =>
        {
            var sums = new float[count];
            Array.Fill(sums, float.NaN);
            return sums;
        });

        /// <summary>Adds a sum that is known; otherwise hands out an empty one to be worked out and kept.</summary>
        /// <param name="at">Which; negative for one that has no place and is never kept.</param>
        /// <param name="sum">Takes it.</param>
        /// <param name="part">What is to be worked out.</param>
        public bool Known(int at, ref Sum sum, out Sum part)
        {
            if (at >= 0 && !sum.Named && known.Value[at] is var worth && !float.IsNaN(worth))
            {
                sum.Score += worth;
                part = default;
                return true;
            }

            part = sum.Part(at);
            return false;
        }

        /// <summary>Adds a sum that was worked out, and keeps it.</summary>
        public void Keep(ref Sum sum, Sum part)
        {
            sum.Score += part.Score;
            if (part.At >= 0)
                known.Value[part.At] = (float)part.Score;
        }
    }

    /// <summary>Adds up weights; makes no strings but for training.</summary>
    private struct Sum(IReadOnlyDictionary<ulong, float> weights, Dictionary<ulong, string>? names)
    {
        public double Score { get; set; }

        public int At { get; private set; } = -1;

        public List<ulong>? Keys { get; private set; } = names is null ? null : [];

        public readonly bool Named => names is not null;

        /// <summary>A part of it with the same keys.</summary>
        public readonly Sum Part(int at) => new(weights, names) { At = Named ? -1 : at, Keys = Keys };

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
