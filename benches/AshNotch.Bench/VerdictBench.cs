using System.Globalization;
using AshNotch.Core.Drilling;
using AshNotch.Demo;

namespace AshNotch.Bench;

/// <summary>
/// Holds the verdict on a block against athletes whose change is known: <c>verdict [athletes=400] [seed=1] [rolls=48] [change=0|5|10]</c>,
/// the change in tenths of a logit.
/// </summary>
internal static class VerdictBench
{
    public static void Run(string[] arguments)
    {
        var asked = arguments
            .Select(a => a.Split('=', 2))
            .Where(a => a.Length == 2)
            .ToDictionary(a => a[0], a => int.Parse(a[1], CultureInfo.InvariantCulture));
        var (athletes, seed, rolls) = (
            asked.GetValueOrDefault("athletes", 400),
            asked.GetValueOrDefault("seed", 1),
            asked.GetValueOrDefault("rolls", 48)
        );
        Console.WriteLine(
            $"{athletes} athletes from seed {seed}; {rolls} rolls before and after; the spot is the first soft spot of what was before"
        );
        Console.WriteLine(
            "partners after   goes  change   believed   held  probably  early  no sign  worse   plain rates believe   mean change said  "
                + " of its sd: mean, spread"
        );
        foreach (
            var (change, goes) in new[] { (0.0, 0), (0.0, 40), (0.5, 0), (1.0, 0), (0.5, 40), (1.0, 40) }.Where(c =>
                !asked.TryGetValue("change", out var only) || c.Item1 * 10 == only
            )
        )
        {
            foreach (var (name, ease) in new[] { ("the same", 0), ("easier", 1), ("harder", -1) })
            {
                var results = new BlockResult[athletes];
                Parallel.For(0, athletes, i => results[i] = BlockResult.Of(seed + i, rolls, change, ease, goes));
                double Share(params VerdictWord[] words) => results.Average(r => words.Contains(r.Verdict.Word) ? 1.0 : 0);
                string[] columns =
                [
                    FormattableString.Invariant($"{name, -15}{goes, 6}{change, 8:0.0}"),
                    FormattableString.Invariant($"{Share(VerdictWord.Held, VerdictWord.Probably), 11:0.000}"),
                    FormattableString.Invariant($"{Share(VerdictWord.Held), 7:0.000}{Share(VerdictWord.Probably), 10:0.000}"),
                    FormattableString.Invariant($"{Share(VerdictWord.TooEarly), 7:0.000}{Share(VerdictWord.NoSign), 9:0.000}"),
                    FormattableString.Invariant($"{Share(VerdictWord.Worse), 7:0.000}"),
                    FormattableString.Invariant($"{results.Average(r => r.PlainAlarm ? 1.0 : 0), 14:0.000}"),
                    FormattableString.Invariant($"{results.Average(r => r.Verdict.Step), 19:0.00}"),
                    FormattableString.Invariant($"{Mean(results), 15:0.00}{Spread(results), 6:0.00}"),
                ];
                Console.WriteLine(string.Concat(columns));
            }
        }
    }

    private static double Mean(IEnumerable<BlockResult> results) => results.Average(r => r.Verdict.Step / r.Verdict.StepSd);

    private static double Spread(IReadOnlyCollection<BlockResult> results) =>
        Math.Sqrt(results.Average(r => Math.Pow((r.Verdict.Step / r.Verdict.StepSd) - Mean(results), 2)));
}
