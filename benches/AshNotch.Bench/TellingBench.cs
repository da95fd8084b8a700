using System.Diagnostics;
using AshNotch.Core.Telling;
using AshNotch.Core.Tests.Telling;

namespace AshNotch.Bench;

/// <summary>Scores of the reader by style, and its times.</summary>
internal static class TellingBench
{
    private const int Rounds = 200;
    private const int WarmUps = 600;

    public static void Run(IReadOnlyList<string> asked)
    {
        if (!asked.Contains("times"))
            Score(
                asked.Contains("errors"),
                asked.Contains("aside"),
                asked.FirstOrDefault(a => a.StartsWith("from=", StringComparison.Ordinal))?[5..]
            );
        if (asked.Count == 0 || asked.Contains("times"))
            Times();
    }

    private static void Score(bool errors, bool aside, string? only)
    {
        Console.WriteLine(aside ? "set-aside accounts" : "development accounts");
        var accounts = only is null ? Account.All.Where(a => a.SetAside == aside) : Account.From(File.ReadAllText(only), "given");
        foreach (var style in accounts.GroupBy(a => a.Style))
        {
            var (moments, spots) = (default(Count), default(Count));
            foreach (var account in style)
            {
                var (m, s, report) = Scores.Of(account, AccountReader.Default);
                moments += m;
                spots += s;
                if (errors && m.Missed + m.Extra + s.Missed + s.Extra > 0)
                    Console.WriteLine(report);
            }

            Console.WriteLine($"{style.Key, -10} moments F1 {moments.F1:0.000} {moments}; spots F1 {spots.F1:0.000} {spots}");
        }
    }

    private static void Times()
    {
        var words = string.Join(' ', Account.All.Where(a => a.Style == "dictated").Select(a => a.Text)).Split(' ');
        Console.WriteLine("words   median ms   ms per 100 words");
        foreach (var length in new[] { 100, 500, 1000, 2500, 5000 })
        {
            var text = string.Join(' ', Enumerable.Range(0, length).Select(i => words[i % words.Length]));
            var rounds = Math.Max(15, Rounds * 100 / length);
            var times = new List<double>();
            var warmUp = Math.Max(20, WarmUps * 100 / length);
            for (var round = 0; round < rounds + warmUp; round++)
            {
                var watch = Stopwatch.StartNew();
                AccountReader.Default.Read(text);
                times.Add(watch.Elapsed.TotalMilliseconds);
            }

            var median = times.Skip(warmUp).Order().ElementAt(rounds / 2);
            Console.WriteLine($"{length, 5}   {median, 9:0.00}   {median * 100 / length, 9:0.00}");
        }
    }
}
