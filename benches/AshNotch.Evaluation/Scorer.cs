using AshNotch.Core.Ground;
using AshNotch.Core.Log;
using AshNotch.Core.Telling;
using AshNotch.Core.Telling.Decoding;

namespace AshNotch.Evaluation;

/// <summary>Right, missed and extra readings.</summary>
public readonly record struct Count(int Right, int Missed, int Extra)
{
    /// <summary>
    /// The harmonic mean of precision and recall (van Rijsbergen, Information Retrieval, ch. 7); 0 when nothing is right.
    /// </summary>
    public double F1 => 2.0 * Right / Math.Max(1, (2 * Right) + Missed + Extra);

    /// <summary>The sum.</summary>
    public static Count operator +(Count a, Count b) => new(a.Right + b.Right, a.Missed + b.Missed, a.Extra + b.Extra);
}

/// <summary>How a reading did.</summary>
/// <param name="Moments">Moments in order: who, what and what became of it.</param>
/// <param name="Spots">The owner's spots, as a multiset.</param>
/// <param name="Taps">Taps by who got them.</param>
/// <param name="Sure">Of the moments marked sure, those that are right, and how many there are.</param>
/// <param name="Unsure">The same of the others.</param>
public readonly record struct Score(Count Moments, Count Spots, Count Taps, (int Right, int Of) Sure, (int Right, int Of) Unsure)
{
    /// <summary>The sum.</summary>
    public static Score operator +(Score a, Score b) =>
        new(
            a.Moments + b.Moments,
            a.Spots + b.Spots,
            a.Taps + b.Taps,
            (a.Sure.Right + b.Sure.Right, a.Sure.Of + b.Sure.Of),
            (a.Unsure.Right + b.Unsure.Right, a.Unsure.Of + b.Unsure.Of)
        );
}

/// <summary>Compares a reading with its gold.</summary>
public static class Scorer
{
    /// <summary>Defences that some careful people tell as moments and some do not: never extra unless the gold has them.</summary>
    private static readonly HashSet<string> Free =
    [
        "armbar-defence",
        "triangle-defence",
        "guillotine-defence",
        "arm-triangle-defence",
        "shoulder-lock-defence",
        "hand-fight-the-choke",
    ];

    /// <summary>Reads an account and compares.</summary>
    public static Score Of(LabelledAccount account, AccountReader reader) =>
        Of(account, reader.Read(account.Text, account.Attire, account.Start));

    /// <summary>Compares a reading.</summary>
    public static Score Of(LabelledAccount account, Told told)
    {
        var got = told.Exchanges.SelectMany(e => e.Moments).Select(m => m.Moment).ToList();
        (int, int) Right(bool sure)
        {
            var these = got.Where(m => m.Sure != false == sure).ToList();
            return (these.Count(m => account.Moments.Any(g => Fits(g, m))), these.Count);
        }

        return new Score(
            Moments(account.Moments, got),
            Spots(account.Spots, [.. told.Positions.Select(p => p.Spot)]),
            Taps(account.Ends, [.. told.Exchanges.Select(e => e.End).OfType<ExchangeEnd>()]),
            Right(true),
            Right(false)
        );
    }

    /// <summary>Whether a moment is what the gold says.</summary>
    public static bool Fits(GoldMoment gold, Moment got) =>
        got.Actor == gold.Actor && got.Outcome == gold.Outcome && gold.Techniques.Contains(got.Technique);

    /// <summary>
    /// The best alignment of the two sequences in order (dynamic programming after Needleman and Wunsch, J. Mol. Biol. 48 (1970)
    /// 443-453): two for a moment found, one for an optional one, minus one for one missed or extra.
    /// </summary>
    public static Count Moments(IReadOnlyList<GoldMoment> gold, IReadOnlyList<Moment> got)
    {
        var pairs = Align(gold, got);
        var used = gold.SelectMany(g => g.Techniques).ToHashSet();
        var right = pairs.Count(p => p.Gold is { Optional: false } && p.Got is not null);
        var missed = pairs.Count(p => p.Gold is { Optional: false } && p.Got is null);
        var extra = pairs.Count(p => p.Gold is null && !IsFree(p.Got!, used));
        return new Count(right, missed, extra);
    }

    /// <summary>Gold and read moments beside each other, in order; null where one has no partner.</summary>
    public static IReadOnlyList<(GoldMoment? Gold, Moment? Got)> Align(IReadOnlyList<GoldMoment> gold, IReadOnlyList<Moment> got)
    {
        var used = gold.SelectMany(g => g.Techniques).ToHashSet();
        var best = new int[gold.Count + 1, got.Count + 1];
        var how = new char[gold.Count + 1, got.Count + 1];
        for (var i = 0; i <= gold.Count; i++)
        for (var j = 0; j <= got.Count; j++)
        {
            if (i + j == 0)
                continue;
            var (value, way) = (int.MinValue, ' ');
            void Try(int v, char w) => (value, way) = v > value ? (v, w) : (value, way);
            if (i > 0 && j > 0 && Fits(gold[i - 1], got[j - 1]))
                Try(best[i - 1, j - 1] + (gold[i - 1].Optional ? 1 : 2), 'm');
            if (j > 0)
                Try(best[i, j - 1] - (IsFree(got[j - 1], used) ? 0 : 1), 'p');
            if (i > 0)
                Try(best[i - 1, j] - (gold[i - 1].Optional ? 0 : 1), 'g');
            (best[i, j], how[i, j]) = (value, way);
        }

        var pairs = new List<(GoldMoment?, Moment?)>();
        for (var (i, j) = (gold.Count, got.Count); i + j > 0; )
        {
            var way = how[i, j];
            pairs.Add((way == 'p' ? null : gold[--i], way == 'g' ? null : got[--j]));
        }

        pairs.Reverse();
        return pairs;
    }

    private static bool IsFree(Moment got, HashSet<string> used) => Free.Contains(got.Technique) && !used.Contains(got.Technique);

    private static Count Spots(IReadOnlyList<GoldSpot> gold, List<Spot> got)
    {
        got.RemoveAll(s => s.Position == "leg-tangle");
        var (right, missed) = (0, 0);
        foreach (var wanted in gold.OrderBy(g => g.Optional))
        {
            var found = wanted.Spots.Select(s => (Spot?)s).FirstOrDefault(s => got.Contains(s!.Value));
            if (found is { } spot)
                got.Remove(spot);
            if (!wanted.Optional)
                (right, missed) = found is null ? (right, missed + 1) : (right + 1, missed);
        }

        return new Count(right, missed, got.Count);
    }

    private static Count Taps(IReadOnlyList<GoldEnd> gold, IReadOnlyList<ExchangeEnd> got)
    {
        int Of(Actor by, bool told) =>
            told ? got.Count(e => e.Kind == EndKind.Tap && e.By == by) : gold.Count(e => e.Kind == EndKind.Tap && e.By == by);
        return Enum.GetValues<Actor>()
            .Select(by => (Want: Of(by, false), Got: Of(by, true)))
            .Select(n => new Count(Math.Min(n.Want, n.Got), Math.Max(0, n.Want - n.Got), Math.Max(0, n.Got - n.Want)))
            .Aggregate(default(Count), (a, b) => a + b);
    }
}
