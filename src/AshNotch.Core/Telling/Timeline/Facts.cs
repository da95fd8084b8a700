using System.Globalization;
using AshNotch.Core.Ground;
using AshNotch.Core.Log;
using AshNotch.Core.Telling.Syntax;
using AshNotch.Core.Telling.Text;

namespace AshNotch.Core.Telling.Timeline;

/// <summary>What the words say of each roll as a whole: with whom, their belt and weight, how long, with or without the jacket.</summary>
internal static class Facts
{
    private static readonly Dictionary<string, double> Numbers = new()
    {
        ["two"] = 2,
        ["three"] = 3,
        ["four"] = 4,
        ["five"] = 5,
        ["six"] = 6,
        ["seven"] = 7,
        ["eight"] = 8,
        ["nine"] = 9,
        ["ten"] = 10,
        ["twelve"] = 12,
        ["fifteen"] = 15,
        ["twenty"] = 20,
    };

    /// <summary>The rolls, at least one.</summary>
    /// <param name="tokens">The account.</param>
    /// <param name="grammar">Its names.</param>
    /// <param name="marks">Where further rolls begin, as offsets.</param>
    public static IReadOnlyList<ToldRoll> Of(IReadOnlyList<Token> tokens, Grammar grammar, IEnumerable<int> marks)
    {
        var starts = marks.Prepend(0).Order().ToList();
        var end = tokens.Count == 0 ? 0 : tokens[^1].Source.End;
        return [.. starts.Select((start, i) => Roll(tokens, grammar, start, i + 1 < starts.Count ? starts[i + 1] : end))];
    }

    /// <summary>What is told of a roll between two offsets.</summary>
    public static ToldRoll Roll(IReadOnlyList<Token> tokens, Grammar grammar, int start, int end)
    {
        var roll = new ToldRoll { Source = new Span(start, Math.Max(0, end - start)) };
        var counts = new Dictionary<int, double>();
        for (var at = tokens.FirstAt(start); at < tokens.Count && tokens[at].Source.Start < end; at++)
        {
            var token = tokens[at];
            var next = at + 1 < tokens.Count ? tokens[at + 1].Text : "";
            if (grammar.Names[at])
                counts[at] = 1 + (at > 0 && Words.Opposite.Contains(tokens[at - 1].Text) ? 2 : 0);
            if (next is "belt" or "belts" && Belt(token.Text) is { } belt && (at == 0 || tokens[at - 1].Text is not "on"))
                roll = roll with { Belt = roll.Belt ?? belt };
            roll = roll with
            {
                Weight = roll.Weight ?? WeightAt(token.Text, next),
                Minutes = roll.Minutes ?? MinutesAt(tokens, at, next),
                Attire = roll.Attire ?? AttireAt(tokens, at),
            };
        }

        var name = counts
            .GroupBy(c => tokens[c.Key].Text)
            .OrderByDescending(g => g.Sum(c => c.Value))
            .ThenBy(g => g.Min(c => c.Key))
            .FirstOrDefault();
        return name is null ? roll : roll with { Partner = CultureInfo.InvariantCulture.TextInfo.ToTitleCase(name.Key) };
    }

    private static BeltColour? Belt(string word) =>
        word switch
        {
            "white" => BeltColour.White,
            "blue" => BeltColour.Blue,
            "purple" => BeltColour.Purple,
            "brown" => BeltColour.Brown,
            "black" => BeltColour.Black,
            _ => null,
        };

    private static Kilograms? WeightAt(string word, string next)
    {
        var unit =
            word.EndsWith("kg", StringComparison.Ordinal) ? "kg"
            : word.EndsWith("lbs", StringComparison.Ordinal) ? "lbs"
            : word.EndsWith("lb", StringComparison.Ordinal) ? "lb"
            : "";
        var digits = unit.Length > 0 ? word[..^unit.Length] : word;
        if (unit.Length == 0)
            unit =
                Words.KilogramWords.Contains(next) ? "kg"
                : Words.PoundWords.Contains(next) ? "lb"
                : "";
        if (unit.Length == 0 || !double.TryParse(digits, NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var number))
            return null;
        var kilograms = unit == "kg" ? number : number * Kilograms.PerPound;
        return Kilograms.IsWeight(kilograms) ? new Kilograms(Math.Round(kilograms, 1)) : null;
    }

    private static double? MinutesAt(IReadOnlyList<Token> tokens, int at, string next)
    {
        if (!Words.Minutes.Contains(next))
            return null;
        var lead = at > 0 ? tokens[at - 1].Text : "";
        var after = at + 2 < tokens.Count ? tokens[at + 2].Text : "";
        if (Words.NoLengthAfter.Contains(lead) || Words.NoLengthBefore.Contains(after) || (after is "mark"))
            return null;
        return Numbers.TryGetValue(tokens[at].Text, out var known) ? known
            : double.TryParse(tokens[at].Text, NumberStyles.None, CultureInfo.InvariantCulture, out var number) && number <= 60 ? number
            : null;
    }

    private static Attire? AttireAt(IReadOnlyList<Token> tokens, int at)
    {
        var word = tokens[at].Text;
        var next = at + 1 < tokens.Count ? tokens[at + 1].Text : "";
        if (word == "nogi" || (word == "no" && Words.GiWords.Contains(next)))
            return Attire.NoGi;
        return word == "gi" && (at == 0 || tokens[at - 1].Text != "no") ? Attire.Gi : null;
    }
}
