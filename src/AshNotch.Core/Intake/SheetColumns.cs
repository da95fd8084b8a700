using AshNotch.Core.Log;

namespace AshNotch.Core.Intake;

/// <summary>Finds out what the columns of somebody's table hold: by their headings, else by what stands in them.</summary>
public static class SheetColumns
{
    private const int Looked = 200;
    private const double Most = 0.7;
    private const double Half = 0.5;

    /// <summary>A guess for each column; null for one that says nothing of use. No column is named twice.</summary>
    public static IReadOnlyList<SheetColumn?> Guess(SheetTable table)
    {
        var guesses = new SheetColumn?[table.Head.Count];
        var free = Enum.GetValues<SheetColumn>().ToHashSet();
        // The headings that say it outright come before those that only hold such a word.
        foreach (var outright in (bool[])[true, false])
            for (var i = 0; i < guesses.Length; i++)
                if (
                    guesses[i] is null
                    && ByHeading(table.Head[i], outright) is { } found
                    && free.Contains(found)
                    && Agrees(table, i, found)
                )
                {
                    guesses[i] = found;
                    free.Remove(found);
                }

        for (var i = 0; i < guesses.Length; i++)
            if (guesses[i] is null && ByContents(table, i) is { } found && free.Remove(found))
                guesses[i] = found;
        return guesses;
    }

    /// <summary>A heading as it is compared: lower case, single spaces, no signs.</summary>
    internal static string Plain(string heading) =>
        string.Join(
            ' ',
            string.Concat(heading.ToLowerInvariant().Select(c => char.IsLetterOrDigit(c) ? c : ' '))
                .Split(' ', StringSplitOptions.RemoveEmptyEntries)
        );

    private static SheetColumn? ByHeading(string heading, bool outright)
    {
        var plain = Plain(heading);
        if (plain.Length == 0)
            return null;
        (SheetColumn Column, int Length)? best = null;
        foreach (var (name, words) in IntakeWords.Shipped.Columns)
        foreach (var word in words)
            if (
                (outright ? plain == word : $" {plain} ".Contains($" {word} ", StringComparison.Ordinal))
                && (best is null || word.Length > best.Value.Length)
            )
                best = (Word.TryRead<SheetColumn>(name, out var column) ? column : throw new InvalidOperationException(name), word.Length);
        return best?.Column;
    }

    /// <summary>Whether a column's contents do not speak against its heading: a column "round" that counts rounds is no length.</summary>
    private static bool Agrees(SheetTable table, int column, SheetColumn guess) =>
        guess switch
        {
            SheetColumn.Date => Share(table, column, c => WrittenDay.Whole(c) is not null) > 0.3,
            SheetColumn.Weight => Share(table, column, c => SheetCells.Weight(c, false) is not null) > 0.3,
            SheetColumn.Minutes => Share(table, column, c => SheetCells.Minutes(c) is not null) > 0.3,
            SheetColumn.Attire => Share(table, column, c => SheetCells.Attire(c, false) is not null) > 0.3,
            SheetColumn.Belt => Share(table, column, c => SheetCells.Belt(c) is not null) > 0.3,
            _ => true,
        };

    private static SheetColumn? ByContents(SheetTable table, int column)
    {
        if (Share(table, column, c => WrittenDay.Whole(c) is not null) > Half)
            return SheetColumn.Date;
        if (Share(table, column, c => SheetCells.Belt(c) is not null) > Most)
            return SheetColumn.Belt;
        if (Share(table, column, c => c.Any(char.IsLetter) && SheetCells.Weight(c, false) is not null) > Most)
            return SheetColumn.Weight;
        if (
            Share(table, column, c => c.Contains('i', StringComparison.OrdinalIgnoreCase) && SheetCells.Attire(c, false) is not null) > Most
        )
            return SheetColumn.Attire;
        return Share(table, column, c => c.Count(char.IsWhiteSpace) >= 4) > Most ? SheetColumn.Notes : null;
    }

    /// <summary>The share of the cells with something in them that fit; 0 when none has.</summary>
    private static double Share(SheetTable table, int column, Func<string, bool> fits)
    {
        var cells = table.Rows.Take(Looked).Select(r => r.At(column)).Where(c => c.Length > 0).ToList();
        return cells.Count == 0 ? 0 : cells.Count(fits) / (double)cells.Count;
    }
}
