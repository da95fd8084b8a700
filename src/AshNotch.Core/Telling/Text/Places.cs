namespace AshNotch.Core.Telling.Text;

/// <summary>Finding a place in an ordered list by halving, so that nothing grows with the square of an account.</summary>
internal static class Places
{
    /// <summary>The place of the first item from which on something holds; the list's length when it never does.</summary>
    public static int First<T>(IReadOnlyList<T> ordered, Func<T, bool> holds)
    {
        var (low, high) = (0, ordered.Count);
        while (low < high)
        {
            var middle = (low + high) / 2;
            if (holds(ordered[middle]))
                high = middle;
            else
                low = middle + 1;
        }

        return low;
    }

    /// <summary>The first word that begins at an offset or after it.</summary>
    public static int FirstAt(this IReadOnlyList<Token> tokens, int offset) => First(tokens, t => t.Source.Start >= offset);
}
