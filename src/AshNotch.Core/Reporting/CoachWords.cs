using System.Globalization;
using AshNotch.Core.Drilling;
using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Log;

namespace AshNotch.Core.Reporting;

/// <summary>Figures in the words of the page for a coach.</summary>
internal static class CoachWords
{
    private const double Rarest = 400;
    private const int Even = 20;

    /// <summary>A number of things.</summary>
    public static string Count(int number, string one) =>
        $"{number.ToString(CultureInfo.InvariantCulture)} {one}{(number == 1 ? "" : "s")}";

    /// <summary>A share as people say it.</summary>
    public static string InTen(double share) =>
        (int)Math.Round(share * 10) switch
        {
            <= 0 => "hardly ever",
            >= 10 => "nearly every time",
            var tenths => $"about {tenths} times in 10",
        };

    /// <summary>The interval of a share in tenths.</summary>
    public static string Range(double low, double high)
    {
        var (a, b) = ((int)Math.Round(Math.Clamp(low, 0, 1) * 10), (int)Math.Round(Math.Clamp(high, 0, 1) * 10));
        return a == b ? $"{a}" : $"{a} to {b}";
    }

    /// <summary>A gain in the words of the objective.</summary>
    public static string Worth(double gain, Objective objective)
    {
        if (objective == Objective.Points)
            return $"{gain.ToString("0.00", CultureInfo.InvariantCulture)} points a roll";
        var what = objective == Objective.Survival ? "tap less against me" : "tap in my favour";
        var per = gain <= 0 ? double.PositiveInfinity : 1 / gain;
        var rolls = per < Even ? Math.Round(per) : Math.Round(per / 5) * 5;
        return per > Rarest
            ? $"less than one {what} in 400 rolls"
            : $"one {what} in about {rolls.ToString(CultureInfo.InvariantCulture)} rolls";
    }

    /// <summary>How sure a spot's place in its list is.</summary>
    public static string Sure(RankedSpot spot)
    {
        var chance = spot.ChanceTop3.Value >= 0.95 ? "nearly certain" : $"{Math.Round(spot.ChanceTop3.Value * 10)} in 10";
        return spot.Verdict switch
        {
            "clear" => $"That it is among the first three is clear ({chance}).",
            "likely" => $"It is likely among the first three ({chance}).",
            _ => $"Its place is a guess yet ({chance} to be among the first three).",
        };
    }

    /// <summary>A verdict in a sentence.</summary>
    public static string Verdict(VerdictWord word) =>
        word switch
        {
            VerdictWord.Held => "It held.",
            VerdictWord.Probably => "It probably held.",
            VerdictWord.NoSign => "No sign of it yet.",
            VerdictWord.Worse => "It went worse.",
            _ => "Too early to tell.",
        };

    /// <summary>A technique inside a sentence.</summary>
    public static string Technique(string id, GroundMap ground) => Names.Inside(ground.Technique(id)?.Name ?? id);

    /// <summary>A sentence's first letter.</summary>
    public static string Capital(string words) => words.Length == 0 ? words : char.ToUpperInvariant(words[0]) + words[1..];
}
