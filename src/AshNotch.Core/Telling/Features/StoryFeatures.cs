using System.Globalization;
using AshNotch.Core.Ground;
using AshNotch.Core.Telling.Decoding;
using AshNotch.Core.Telling.Model;
using AshNotch.Core.Telling.Phrases;

namespace AshNotch.Core.Telling.Features;

/// <summary>
/// What the story around a mention says once every mention has been looked at by itself (stacked sequential learning: Cohen and
/// Carvalho, IJCAI 2005; from memory): what was done before it and by whom, where that led, and what comes next.
/// </summary>
internal sealed class StoryFeatures
{
    private const int Farthest = 60;

    private readonly GroundMap ground;
    private readonly IReadOnlyList<Evidence> all;
    private readonly IReadOnlyList<(double Told, double Me, double Done)> first;
    private readonly Chosen[] before;
    private readonly Chosen[] after;
    private readonly Spot?[] spot;

    /// <summary>A mention that the first look takes for told.</summary>
    private readonly record struct Chosen(int Mention, int Other);

    /// <param name="ground">The ground.</param>
    /// <param name="all">The mentions in order of their first word, places among them.</param>
    /// <param name="first">What the first look says of each: log odds; any figures for what is no technique.</param>
    public StoryFeatures(GroundMap ground, IReadOnlyList<Evidence> all, IReadOnlyList<(double Told, double Me, double Done)> first)
    {
        (this.ground, this.all, this.first) = (ground, all, first);
        (before, after, spot) = (new Chosen[all.Count], new Chosen[all.Count], new Spot?[all.Count]);
        var told = Told();
        Around(told);
    }

    /// <summary>Adds the features of a mention.</summary>
    public void Of(int at, FeatureBag bag)
    {
        var hit = all[at].Hit;
        var technique = ground.Technique(hit.Meaning.Id)!;
        var kind = technique.Kind.ToString();
        var (told, me, done) = first[at];
        bag.Add("1.told", Step(told, 0.5));
        bag.Add("1.me", Step(me, 0.5));
        bag.Add("1.done", Step(done, 0.5));
        Neighbour("p", before[at].Mention, hit, technique, kind, bag);
        if (before[at].Other >= 0)
            bag.Add("pp", Say(before[at].Other), kind);
        Neighbour("n", after[at].Mention, hit, technique, kind, bag);
        if (spot[at] is not { } here)
        {
            bag.Add("here", "unknown", kind);
            return;
        }

        var (mine, theirs) = (ground.Fit(technique, here), ground.Fit(technique, here.Mirror()));
        bag.Add("here", here.Position, kind);
        bag.Add("here.role", here.Role.ToString(), kind);
        bag.Add("fit", Step(mine, 0.34), Step(theirs, 0.34));
        bag.Add(
            "fit.kind",
            mine > theirs ? "me"
                : mine < theirs ? "them"
                : mine > 0 ? "both"
                : "none",
            kind
        );
    }

    /// <summary>Adds what the story says of words that may be a tap.</summary>
    public void OfEvent(int at, FeatureBag bag)
    {
        var hit = all[at].Hit;
        Beside("p", before[at].Mention, hit, bag);
        Beside("pp", before[at].Other, hit, bag);
        Beside("n", after[at].Mention, hit, bag);
        if (before[at].Mention >= 0 && after[at].Mention >= 0)
            bag.Add("p.n", Say(before[at].Mention), Say(after[at].Mention));
    }

    private void Beside(string which, int mention, Hit hit, FeatureBag bag)
    {
        if (mention < 0)
        {
            bag.Add("e." + which, "none");
            return;
        }

        var other = all[mention].Hit;
        var apart = other.From < hit.From ? hit.From - other.To : other.From - hit.To;
        bag.Add(
            "e." + which,
            Say(mention),
            apart <= 6 ? "6"
                : apart <= 20 ? "20"
                : "more"
        );
        bag.Add("e." + which + ".me", Step(first[mention].Me, 1), ground.Technique(other.Meaning.Id)!.Finishes() ? "sub" : "");
        bag.Add("e." + which + ".done", Step(first[mention].Done, 1), ground.Technique(other.Meaning.Id)!.Finishes() ? "sub" : "");
    }

    // Of mentions over the same words, the one most likely told; as many as do not overlap.
    private List<int> Told()
    {
        var chosen = new List<int>();
        var free = 0;
        for (var at = 0; at < all.Count; at++)
        {
            if (all[at].Hit.Meaning.Kind != MeaningKind.Technique || first[at].Told < -0.3)
                continue;
            if (all[at].Hit.From >= free)
                chosen.Add(at);
            else if (first[at].Told > first[chosen[^1]].Told)
                chosen[^1] = at;
            else
                continue;
            free = all[chosen[^1]].Hit.To;
        }

        return chosen;
    }

    private void Around(List<int> told)
    {
        var (last, lastPlace) = (-1, -1);
        var next = 0;
        for (var at = 0; at < all.Count; at++)
        {
            var from = all[at].Hit.From;
            while (last + 1 < told.Count && all[told[last + 1]].Hit.To <= from)
                last++;
            next = Math.Max(next, last + 1);
            while (next < told.Count && all[told[next]].Hit.From < all[at].Hit.To)
                next++;
            before[at] = new Chosen(
                last >= 0 && from - all[told[last]].Hit.To <= Farthest ? told[last] : -1,
                last >= 1 && from - all[told[last - 1]].Hit.To <= Farthest ? told[last - 1] : -1
            );
            after[at] = new Chosen(next < told.Count && all[told[next]].Hit.From - all[at].Hit.To <= Farthest ? told[next] : -1, -1);
            spot[at] = Where(before[at].Mention, lastPlace);
            if (all[at].Hit is { Meaning.Kind: MeaningKind.Position, Cost: < 0.5 })
                lastPlace = at;
        }
    }

    // Where the owner seems to be: the last place named, or where the last thing done leads, whichever was told later.
    private Spot? Where(int moment, int place)
    {
        if (place >= 0 && (moment < 0 || all[place].Hit.From >= all[moment].Hit.From))
            return SpotRoles.Of(ground, all[place].Hit.Meaning.Id, all[place].Holder >= 0);
        if (moment < 0)
            return null;
        var technique = ground.Technique(all[moment].Hit.Meaning.Id)!;
        var mine = first[moment].Me >= 0;
        if (first[moment].Done >= 0 && all[moment].Hit.Place is { } led)
            return SpotRoles.Of(ground, led, mine);
        if (first[moment].Done >= 0 && technique.To.Count > 0)
            return mine ? technique.To[0] : technique.To[0].Mirror();
        return spot[moment];
    }

    private void Neighbour(string which, int mention, Hit hit, Technique technique, string kind, FeatureBag bag)
    {
        if (mention < 0)
        {
            bag.Add(which, "none", kind);
            return;
        }

        var other = all[mention].Hit;
        var apart = which == "p" ? hit.From - other.To : other.From - hit.To;
        var said = Say(mention);
        bag.Add(which, said, kind);
        bag.Add(which + ".who", first[mention].Me >= 0 ? "me" : "them", Step(Math.Abs(first[mention].Me), 1.5));
        bag.Add(which + ".id", other.Meaning.Id, technique.Id);
        bag.Add(
            which + ".saves",
            said,
            technique.Saves() ? "saves"
                : technique.Finishes() ? "finishes"
                : "goes on"
        );
        bag.Add(
            which + ".apart",
            apart <= 2 ? "2"
                : apart <= 6 ? "6"
                : apart <= 14 ? "14"
                : "more",
            said
        );
    }

    private string Say(int mention) =>
        $"{ground.Technique(all[mention].Hit.Meaning.Id)!.Kind} {(first[mention].Me >= 0 ? "me" : "them")} "
        + $"{(first[mention].Done >= 0 ? "done" : "stopped")}";

    private static string Step(double value, double width) =>
        ((int)Math.Round(Math.Clamp(value, -6, 6) / width)).ToString(CultureInfo.InvariantCulture);
}
