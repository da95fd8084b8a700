using AshNotch.Core.Ground;
using AshNotch.Core.Log;

namespace AshNotch.Core.Judging;

/// <summary>Whether the owner's rating of a part and the log agree.</summary>
public enum RatedAs
{
    /// <summary>Rated at least two places better than the log shows it.</summary>
    Higher,

    /// <summary>Within two places.</summary>
    TheSame,

    /// <summary>Rated at least two places worse.</summary>
    Lower,
}

/// <summary>What the log says of a part of the game, beside the owner's own rating.</summary>
/// <param name="Part">The part.</param>
/// <param name="Contests">Contests won or lost in it.</param>
/// <param name="Level">How far above what is usual for the spots the owner is against a peer, in logits; null under eight contests.</param>
/// <param name="Rank">The part's place among the owner's parts by that, 1 the best; null without a level.</param>
/// <param name="Rated">The owner's latest rating, 0 to 10; null when there is none.</param>
/// <param name="RatedRank">The part's place among the rated parts that the log knows, 1 the best; equal ratings share the middle.</param>
/// <param name="Gap">How many places better the owner rates it than the log does; below zero, worse. Null without both.</param>
public sealed record PartStanding(GamePart Part, int Contests, double? Level, int? Rank, double? Rated, double? RatedRank, double? Gap)
{
    private const double WellApart = 2;

    /// <summary>How the owner's rating stands to the log; null without both.</summary>
    public RatedAs? RatedAs =>
        Gap switch
        {
            null => null,
            >= WellApart => Judging.RatedAs.Higher,
            <= -WellApart => Judging.RatedAs.Lower,
            _ => Judging.RatedAs.TheSame,
        };
}

/// <summary>
/// Self-ratings beside the log: each part among the owner's own parts, so that a modest or a generous rater loses nothing.
/// </summary>
public static class PartStandings
{
    private const int Least = 8;

    /// <summary>The part a spot belongs to; null for none.</summary>
    public static string? PartOf(Spot spot, GroundMap ground) =>
        (ground.Position(spot.Position)?.Family, spot.Role) switch
        {
            (Family.Feet, _) => "on-the-feet",
            ({ } family, Role.Bottom) when family.IsGuard() => "guard",
            ({ } family, Role.Top) when family.IsGuard() || family == Family.Passing => "passing",
            (Family.Pin or Family.Mount or Family.Turtle, Role.Top) => "pinning",
            (Family.Pin or Family.Mount or Family.Turtle or Family.Passing, Role.Bottom) => "under-pins",
            (Family.Back, Role.Top) => "back-attack",
            (Family.Back, Role.Bottom) => "back-defence",
            (Family.LegTangle, Role.Bottom) => "leg-defence",
            (Family.LegTangle, _) => "legs",
            _ => null,
        };

    /// <summary>Each part by the log and by the owner.</summary>
    /// <param name="judgement">The judgement.</param>
    /// <param name="ratings">The latest rating of each part, 0 to 10.</param>
    /// <param name="ground">The ground with the owner's additions.</param>
    public static IReadOnlyList<PartStanding> Standing(Judgement judgement, IReadOnlyDictionary<string, double> ratings, GroundMap ground)
    {
        var usual = ground.Usual;
        var byPart = judgement.Levers.GroupBy(l => PartOf(l.Spot, ground) ?? "").ToDictionary(g => g.Key, g => g.ToList());
        var levels = GameParts.All.ToDictionary(
            p => p.Id,
            p =>
            {
                var spots = byPart.GetValueOrDefault(p.Id, []);
                var contests = spots.Sum(s => s.Won + s.Lost);
                double? level =
                    contests < Least
                        ? null
                        : spots.Sum(s =>
                        {
                            var i = usual.IndexOf(s.Spot);
                            return (s.Won + s.Lost) * (judgement.Levels.Alpha(i) - usual.Level[i]);
                        }) / contests;
                return (Contests: contests, Level: level);
            }
        );
        var known = GameParts.All.Where(p => levels[p.Id].Level is not null).ToList();
        var both = known.Where(p => ratings.ContainsKey(p.Id)).ToList();
        return
        [
            .. GameParts.All.Select(part =>
            {
                var (contests, level) = levels[part.Id];
                int? rank = level is null ? null : 1 + known.Count(k => levels[k.Id].Level > level);
                double? rated = ratings.TryGetValue(part.Id, out var score) ? score : null;
                if (level is null || rated is null)
                    return new PartStanding(part, contests, level, rank, rated, null, null);
                var place = 1 + both.Count(b => ratings[b.Id] > rated) + ((both.Count(b => ratings[b.Id] == rated) - 1) / 2.0);
                var among = 1 + both.Count(b => levels[b.Id].Level > level);
                return new PartStanding(part, contests, level, rank, rated, place, among - place);
            }),
        ];
    }
}
