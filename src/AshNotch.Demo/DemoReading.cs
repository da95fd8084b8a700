using AshNotch.Core.Log;

namespace AshNotch.Demo;

/// <summary>Holds what was read of an account against what it was made from.</summary>
public static class DemoReading
{
    /// <summary>
    /// How many of the wanted moments come back with the same person, technique and outcome, in the same order: the longest common
    /// subsequence.
    /// </summary>
    public static int Right(IReadOnlyList<Moment> wanted, IReadOnlyList<Moment> got)
    {
        var best = new int[wanted.Count + 1, got.Count + 1];
        for (var i = 1; i <= wanted.Count; i++)
        for (var j = 1; j <= got.Count; j++)
            best[i, j] =
                (wanted[i - 1].Actor, wanted[i - 1].Technique, wanted[i - 1].Outcome)
                == (got[j - 1].Actor, got[j - 1].Technique, got[j - 1].Outcome)
                    ? best[i - 1, j - 1] + 1
                    : Math.Max(best[i - 1, j], best[i, j - 1]);
        return best[wanted.Count, got.Count];
    }
}
