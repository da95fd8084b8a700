using System.Globalization;
using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Log;

namespace AshNotch.Store;

/// <summary>
/// Counts as rows of a name and a number. Spots stand by their names, so that rows outlive a change of the ground; what may
/// hold any characters stands last.
/// </summary>
internal static class TallyKeys
{
    private const string Finish = "!";
    private const string Drill = "d";

    /// <summary>Every count that is not 0.</summary>
    public static IEnumerable<(string Key, int N)> Of(LogCounts counts)
    {
        var spots = counts.Ground.Spots;
        foreach (var total in Enum.GetValues<LogTotal>())
            yield return ($"t|{total}", counts[total]);
        for (var s = 0; s < spots.Count; s++)
        {
            yield return ($"s|{spots[s]}|start", counts.Starts[s]);
            yield return ($"s|{spots[s]}|visit", counts.Visits[s]);
            yield return ($"s|{spots[s]}|unsure", counts.Unsure[s]);
        }

        foreach (var (cell, (won, lost)) in counts.Cells)
        {
            var with = FormattableString.Invariant($"{spots[cell.Spot]}|{cell.Against.Rung:R}|{cell.Against.Kilograms:R}|{(int)cell.Against.Intent}{(cell.Against.Drill ? Drill : "")}|{cell.Against.Partner}");
            yield return ("w|" + with, won);
            yield return ("l|" + with, lost);
        }

        foreach (var (move, n) in counts.Moves)
        {
            var next = move.Next < 0 ? "" : move.Next == spots.Count ? Finish : spots[move.Next].ToString();
            yield return ($"m|{spots[move.Spot]}|{(int)move.End}|{(int)move.Actor}|{next}|{(move.Told ? 1 : 0)}|{move.Technique}", n);
        }
    }

    /// <summary>The counts of such rows; a spot that the ground does not know any more is left out.</summary>
    public static LogCounts Read(IEnumerable<(string Key, int N)> rows, UsualGround ground)
    {
        var counts = new LogCounts(ground);
        var places = ground.Spots.Select((spot, i) => (Name: spot.ToString(), i)).ToDictionary(p => p.Name, p => p.i);
        foreach (var (key, n) in rows)
        {
            var parts = key.Split('|', key[0] switch { 'm' => 7, 'w' or 'l' => 6, _ => 3 });
            if (key[0] == 't')
                counts.Add(Enum.Parse<LogTotal>(parts[1]), n);
            else if (places.TryGetValue(parts[1], out var spot))
                Add(parts, spot, n);
        }

        return counts;

        void Add(string[] parts, int spot, int n)
        {
            switch (parts[0])
            {
                case "s":
                    counts.Add(spot, parts[2] == "start" ? n : 0, parts[2] == "visit" ? n : 0, parts[2] == "unsure" ? n : 0);
                    break;
                case "m":
                    var next = parts[4] == Finish ? ground.Spots.Count : places.GetValueOrDefault(parts[4], -1);
                    counts.Add(new MoveKey(spot, (ContestEnd)Whole(parts[2]), (Actor)Whole(parts[3]), Known(parts[6]), next, parts[5] == "1"), n);
                    break;
                default:
                    var against = new Against(Known(parts[5]), Number(parts[2]), Number(parts[3]), (Intent)Whole(parts[4].TrimEnd(Drill[0])), parts[4].EndsWith(Drill[0]));
                    counts.Add(new CellKey(spot, against), parts[0] == "w" ? (n, 0) : (0, n));
                    break;
            }
        }
    }

    private static int Whole(string text) => int.Parse(text, CultureInfo.InvariantCulture);

    private static double? Number(string text) => text.Length == 0 ? null : double.Parse(text, CultureInfo.InvariantCulture);

    private static string? Known(string text) => text.Length == 0 ? null : text;
}
