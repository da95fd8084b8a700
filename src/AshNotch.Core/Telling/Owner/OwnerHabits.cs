using System.Collections.Frozen;
using AshNotch.Core.Ground;
using AshNotch.Core.Log;

namespace AshNotch.Core.Telling.Owner;

/// <summary>
/// What the owner and the partners are used to do, as a prior on what a new account tells: log ratios of how often the log has a
/// technique, from anywhere and from where they are, to how often people tell it at all (Dirichlet smoothing towards that).
/// </summary>
internal sealed class OwnerHabits
{
    /// <summary>
    /// How much of the log ratio counts: little, since a hand of the corpus is no one person and cannot show what habits are worth.
    /// </summary>
    private const double Weight = 0.1;

    private const double Most = 1.5;

    /// <summary>So many moments of others stand against the log's own.</summary>
    private const double Others = 60;

    /// <summary>The same for moments from one spot.</summary>
    private const double OthersHere = 8;

    private readonly FrozenDictionary<(Actor, string), double> anywhere;
    private readonly FrozenDictionary<(Actor, string, Spot), double> here;

    private OwnerHabits(Dictionary<(Actor, string), double> anywhere, Dictionary<(Actor, string, Spot), double> here) =>
        (this.anywhere, this.here) = (anywhere.ToFrozenDictionary(), here.ToFrozenDictionary());

    /// <summary>Of an empty log.</summary>
    public static OwnerHabits None { get; } = new([], []);

    /// <summary>Whether it has nothing to say.</summary>
    public bool IsEmpty => anywhere.Count == 0;

    /// <summary>From what followed what in the log.</summary>
    /// <param name="history">What was done from where, as often as it likes.</param>
    /// <param name="rates">How often people tell each technique, as shares that add up to one.</param>
    public static OwnerHabits Of(IEnumerable<Followed> history, IReadOnlyDictionary<string, double> rates)
    {
        var all = history.ToList();
        if (all.Count == 0 || rates.Count == 0)
            return None;
        var anywhere = new Dictionary<(Actor, string), double>();
        var here = new Dictionary<(Actor, string, Spot), double>();
        foreach (var one in all.GroupBy(f => f.Actor))
        {
            var counts = one.GroupBy(f => f.Technique).ToDictionary(g => g.Key, g => g.Sum(f => f.Count));
            double total = counts.Values.Sum();
            var shares = rates.ToDictionary(r => r.Key, r => (counts.GetValueOrDefault(r.Key) + (Others * r.Value)) / (total + Others));
            foreach (var (technique, share) in shares)
                anywhere[(one.Key, technique)] = Ratio(share, rates[technique]);
            foreach (var spot in one.GroupBy(f => f.From))
            {
                double seen = spot.Sum(f => f.Count);
                foreach (var technique in spot.GroupBy(f => f.Technique).Where(t => shares.ContainsKey(t.Key)))
                    here[(one.Key, technique.Key, spot.Key)] = Ratio(
                        (technique.Sum(f => f.Count) + (OthersHere * shares[technique.Key])) / (seen + OthersHere),
                        shares[technique.Key]
                    );
            }
        }

        return new OwnerHabits(anywhere, here);
    }

    /// <summary>What it adds to the log odds that a moment is told.</summary>
    /// <param name="actor">Who.</param>
    /// <param name="technique">The technique's id.</param>
    /// <param name="from">Where the owner is; null when that is open.</param>
    public double Of(Actor actor, string technique, Spot? from) =>
        IsEmpty
            ? 0
            : Weight
                * (
                    anywhere.GetValueOrDefault((actor, technique))
                    + (from is { } spot ? here.GetValueOrDefault((actor, technique, spot)) : 0)
                );

    private static double Ratio(double share, double of) => Math.Clamp(Math.Log(share / of), -Most, Most);
}
