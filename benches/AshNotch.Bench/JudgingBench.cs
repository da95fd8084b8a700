using System.Diagnostics;
using System.Globalization;
using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Log;
using AshNotch.Demo;

namespace AshNotch.Bench;

/// <summary>
/// Holds judgements against athletes whose truth is known: <c>judging [athletes=300] [seed=1] [rolls=48,96,192] [ends=0.5] [levels=0.3]
/// [roads=0.6] [objective=submissions]</c>.
/// </summary>
internal static class JudgingBench
{
    public static int Run(string[] arguments)
    {
        var asked = arguments.Select(a => a.Split('=', 2)).Where(a => a.Length == 2).ToDictionary(a => a[0], a => a[1]);
        double Number(string name, double usual) =>
            asked.TryGetValue(name, out var text) ? double.Parse(text, CultureInfo.InvariantCulture) : usual;
        var athletes = (int)Number("athletes", 300);
        var seed = (int)Number("seed", 1);
        var world = new World(Number("levels", 0.3), Number("roads", 0.6), Number("ends", 0.5));
        var objective = Word.TryRead<Objective>(asked.GetValueOrDefault("objective"), out var named) ? named : Objective.Submissions;
        Console.WriteLine(
            FormattableString.Invariant(
                $"{athletes} athletes from seed {seed}; world: levels ±{world.LevelNoise}, roads ±{world.RoadNoise}, ends told {
                    world.TellsEnds}; {Word.Of(objective)}"
            )
        );
        foreach (var rolls in asked.GetValueOrDefault("rolls", "48,96,192").Split(',').Select(int.Parse))
            Table(rolls, athletes, seed, world, objective);
        return 0;
    }

    private static void Table(int rolls, int athletes, int seed, World world, Objective objective)
    {
        var clock = Stopwatch.StartNew();
        var results = new AthleteResult[athletes];
        Parallel.For(0, athletes, i =>
            results[i] = AthleteResult.Of(new TrueAthlete(GroundMap.Default, world, seed + i), rolls, objective)
        );
        Console.WriteLine(FormattableString.Invariant($"\n{rolls} rolls ({clock.Elapsed.TotalSeconds / athletes:0.00} s an athlete)"));
        Console.WriteLine("                     lever captured  best in top 3  soft captured  best in top 3");
        Line("this judgement", r => r.Lever, r => r.LeverTop3, r => r.Soft, r => r.SoftTop3);
        Line("the prior alone", r => r.PriorLever, null, r => r.PriorSoft, null);
        Line("most taps conceded", null, null, r => r.MostTaps, null);
        Line("highest loss rate", null, null, r => r.WorstRate, null);
        Line("most contests lost", null, null, r => r.MostLost, null);
        Console.WriteLine(
            FormattableString.Invariant(
                $"80 % intervals cover: levers {Cover(r => r.Levers):0.0} %, soft spots {Cover(r => r.Softs):0.0} %, rates {
                    100 * results.Average(r => r.RateCover):0.0} %; partner slopes: belt {100 * results.Average(r => r.BeltCover):0} %"
            )
        );
        foreach (
            var (name, of) in new (string, Func<AthleteResult, IReadOnlyList<Checked>>)[]
            {
                ("levers", r => r.Levers),
                ("soft spots", r => r.Softs),
            }
        )
        {
            Console.WriteLine($"chance to be among the three best, {name}: said, true, cases");
            foreach (var bin in results.SelectMany(of).GroupBy(c => Math.Min(9, (int)(c.Chance * 10))).OrderBy(g => g.Key))
                Console.WriteLine(
                    FormattableString.Invariant(
                        $"  {bin.Average(c => c.Chance):0.000}  {bin.Average(c => c.InTop3 ? 1.0 : 0.0):0.000}  {bin.Count()}"
                    )
                );
        }

        double Cover(Func<AthleteResult, IReadOnlyList<Checked>> of) => 100 * results.SelectMany(of).Average(c => c.Covered ? 1.0 : 0.0);

        void Line(
            string name,
            Func<AthleteResult, double>? a,
            Func<AthleteResult, double>? b,
            Func<AthleteResult, double>? c,
            Func<AthleteResult, double>? d
        ) => Console.WriteLine($"{name, -22}{Cell(a), 12}{Cell(b), 15}{Cell(c), 15}{Cell(d), 15}");

        string Cell(Func<AthleteResult, double>? of) =>
            of is null ? "" : results.Average(of).ToString("0.000", CultureInfo.InvariantCulture);
    }
}
