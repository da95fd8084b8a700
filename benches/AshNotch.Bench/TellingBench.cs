using System.Diagnostics;
using System.Globalization;
using AshNotch.Core.Log;
using AshNotch.Core.Telling;
using AshNotch.Core.Telling.Decoding;
using AshNotch.Core.Telling.Phrases;
using AshNotch.Core.Telling.Text;
using AshNotch.Evaluation;
using AshNotch.Trainer;

namespace AshNotch.Bench;

/// <summary>Scores of the reader by hand and style, and its times.</summary>
internal static class TellingBench
{
    private const int Rounds = 200;
    private const int WarmUps = 600;
    private static readonly int[] Shares = [10, 20, 30, 40, 60, 80];

    public static void Run(IReadOnlyList<string> asked)
    {
        if (asked.Contains("hands"))
            Hands(asked);
        else if (asked.Contains("owner"))
            Owners(asked);
        else if (asked is ["read", ..])
            Read(string.Join(' ', asked.Skip(1)));
        else if (asked.Contains("train"))
            Train();
        else if (asked.Contains("probe"))
            Probe.Print(Corpus.Hands, asked.ElementAtOrDefault(1) ?? "mention", Say());
        else if (!asked.Contains("times"))
            Own(AccountReader.Default, asked.Contains("errors"));
        if (asked.Count == 0 || asked.Contains("times"))
            Times();
    }

    /// <summary>A table of scores, a row for each group and one for all.</summary>
    public static void Table(IEnumerable<(string Group, Score Score)> scores)
    {
        Console.WriteLine("                                     moments   spots    taps    sure right  marked sure  others right");
        var all = scores.ToList();
        foreach (var group in all.GroupBy(s => s.Group))
            Row(group.Key, group.Aggregate(default(Score), (a, s) => a + s.Score));
        Row("all", all.Aggregate(default(Score), (a, s) => a + s.Score));
    }

    private static void Row(string name, Score s)
    {
        static string Share(int of, int all) => all == 0 ? "-" : ((double)of / all).ToString("0.00", CultureInfo.InvariantCulture);
        Console.WriteLine(
            FormattableString.Invariant(
                $"{name, -36}{s.Moments.F1, 8:0.000}{s.Spots.F1, 8:0.000}{s.Taps.F1, 8:0.000}{Share(s.Sure.Right, s.Sure.Of), 12}{
                    Share(s.Sure.Of, s.Sure.Of + s.Unsure.Of), 13}{Share(s.Unsure.Right, s.Unsure.Of), 14}"
            )
        );
    }

    /// <summary>
    /// Trains five times, each time without a fifth of the hands, and scores those; the shipped weights on the accounts nobody trains on.
    /// </summary>
    private static void Hands(IReadOnlyList<string> asked)
    {
        string? Asked(string name) => asked.FirstOrDefault(a => a.StartsWith(name, StringComparison.Ordinal))?[name.Length..];
        var only = Asked("group=") is { } group ? int.Parse(group, CultureInfo.InvariantCulture) - 1 : (int?)null;
        var changes = Asked("copies=") is { } copies
            ? copies.Split(',', StringSplitOptions.RemoveEmptyEntries).Select(c => Enum.Parse<Change>(c, true)).ToHashSet()
            : null;
        var say = Say();
        var all = new List<(string, Score)>();
        void Score(AccountReader reader, IReadOnlyList<LabelledAccount> accounts)
        {
            var scores = new Score[accounts.Count];
            Parallel.For(0, accounts.Count, i => scores[i] = Scorer.Of(accounts[i], reader));
            all.AddRange(accounts.Select((a, i) => (a.Hand, scores[i])));
        }

        for (var number = 0; number < HandsOut.Groups; number++)
        {
            if (only is { } one && number != one)
                continue;
            var (reader, accounts) = HandsOut.Without(number, Asked("keep="), _ => { }, changes);
            Score(reader, accounts);
            say($"group {number + 1} of {HandsOut.Groups}");
            Table(all.TakeLast(accounts.Count));
            Curve(accounts, reader);
            foreach (var line in asked.Contains("losses") ? HandsOut.Losses(reader, accounts) : [])
                Console.WriteLine(line);
            if (Asked("show=") is { } show)
                foreach (
                    var line in accounts.Where(a => a.Hand.Contains(show, StringComparison.Ordinal)).SelectMany(a => Beside(a, reader))
                )
                    Console.WriteLine(line);
            foreach (var line in asked.Contains("ends") ? accounts.SelectMany(a => Ends(a, reader)) : [])
                Console.WriteLine(line);
        }

        Table(all.OrderBy(s => s.Item1, StringComparer.Ordinal));
        all.Clear();
        Score(AccountReader.Default, [.. Corpus.Examples.Concat(Corpus.Own)]);
        Table(all);
    }

    /// <summary>Owners who set ten accounts right and tell thirty more, each read by a reader that never met them.</summary>
    private static void Owners(IReadOnlyList<string> asked)
    {
        string? Asked(string name) => asked.FirstOrDefault(a => a.StartsWith(name, StringComparison.Ordinal))?[name.Length..];
        var only = Asked("group=") is { } group ? int.Parse(group, CultureInfo.InvariantCulture) - 1 : (int?)null;
        var all = new List<(string, Score)>();
        for (var number = 0; number < HandsOut.Groups; number++)
        {
            if (only is { } one && number != one)
                continue;
            var (reader, accounts) = HandsOut.Without(number, Asked("keep="), _ => { });
            foreach (var hand in accounts.GroupBy(a => a.Hand))
            {
                var (without, with) = SimulatedOwner.Of(reader, [.. hand]);
                all.Add(($"{hand.Key}, before", without));
                all.Add(($"{hand.Key}, ten set right", with));
            }
        }

        Table(all);
        Table(all.Select(s => (s.Item1[(s.Item1.IndexOf(',') + 2)..], s.Item2)));
    }

    // What is made of an account.
    private static void Read(string text)
    {
        var told = AccountReader.Default.Read(text);
        foreach (var exchange in told.Exchanges)
        {
            Console.WriteLine(
                $"roll {exchange.Roll + 1}, from {exchange.Start}: ends {exchange.End?.Kind} {exchange.End?.By} {exchange.End?.Technique}"
            );
            foreach (var m in exchange.Moments)
                Console.WriteLine(
                    FormattableString.Invariant(
                        $"  {m.Likely:0.00} {m.Moment.Actor} {m.Moment.Technique} {m.Moment.Outcome}: {
                            text.Substring(m.Source.Start, m.Source.Length)}"
                    )
                );
        }

        foreach (var line in AccountReader.Default.Explain(text))
            Console.WriteLine($"    {line}");
        foreach (var roll in told.Rolls)
            Console.WriteLine($"{roll.Partner} {roll.Belt} {roll.Weight}: {roll.Source}");
    }

    // Of the moments that the reader trusts most, so many in 100 of all, how many are right.
    private static void Curve(IReadOnlyList<LabelledAccount> accounts, AccountReader reader)
    {
        foreach (var hand in accounts.GroupBy(a => a.Hand).Append(accounts.GroupBy(_ => "all").Single()))
        {
            var moments = (
                from account in hand
                from moment in reader.Read(account.Text, account.Attire, account.Start).Exchanges.SelectMany(e => e.Moments)
                orderby moment.Likely descending
                select account.Moments.Any(g => Scorer.Fits(g, moment.Moment))
            ).ToList();
            double Right(int share) => moments.Take(Math.Max(1, moments.Count * share / 100)).Average(right => right ? 1.0 : 0);
            Console.WriteLine(
                $"{hand.Key, -36}right of the best "
                    + string.Join("  ", Shares.Select(share => FormattableString.Invariant($"{share}%: {Right(share):0.00}")))
            );
        }
    }

    // An account with what the labels say beside what was read: = both, - missed, + extra, o optional and left out.
    private static IEnumerable<string> Beside(LabelledAccount account, AccountReader reader)
    {
        yield return $"### {account.Id} {account.Style}\n{account.Text}";
        var told = reader.Read(account.Text, account.Attire, account.Start).Exchanges.SelectMany(e => e.Moments).ToList();
        foreach (var (gold, got) in Scorer.Align(account.Moments, [.. told.Select(m => m.Moment)]))
        {
            var source = got is null ? default : told.First(m => m.Moment == got).Source;
            var mark = (gold, got) switch
            {
                (not null, not null) => "=",
                (null, _) => "+",
                _ => gold.Optional ? "o" : "-",
            };
            yield return $"  {mark} {
                (gold is null ? "" : $"{gold.Actor} {string.Join('/', gold.Techniques)} {gold.Outcome} "
                    + $"'{(gold.Quoted ? account.Text.Substring(gold.QuoteAt, gold.QuoteLength) : "")}'")}"
                + (
                    got is null
                        ? ""
                        : $" [{got.Actor} {got.Technique} {got.Outcome} '{account.Text.Substring(source.Start, source.Length)}']"
                );
        }
    }

    // The ends that were told and those that were read, of accounts where the taps differ.
    private static IEnumerable<string> Ends(LabelledAccount account, AccountReader reader)
    {
        var told = reader.Read(account.Text, account.Attire, account.Start);
        if (Scorer.Of(account, told).Taps is { Missed: 0, Extra: 0 })
            return [];
        static string Words(EndKind kind, Actor? by, string? technique) => $"{kind} {by} {technique}".Trim().ToLowerInvariant();
        return
        [
            account.Text,
            $"  told: {string.Join("; ", account.Ends.Select(e => Words(e.Kind, e.By, e.Technique)))}",
            $"  read: {string.Join("; ", told.Exchanges.Select(e => e.End is { } end ? Words(end.Kind, end.By, end.Technique) : "-"))}",
        ];
    }

    private static void Train()
    {
        const string file = "src/AshNotch.Core/Telling/Data/weights.txt.br";
        var say = Say();
        Training.Write(Training.Shipped(say), file);
        say(FormattableString.Invariant($"{file}: {new FileInfo(file).Length / 1e6:0.00} MB"));
    }

    private static Action<string> Say()
    {
        var clock = Stopwatch.StartNew();
        return what => Console.WriteLine(FormattableString.Invariant($"{clock.Elapsed.TotalSeconds, 6:0} s  {what}"));
    }

    private static void Own(AccountReader reader, bool errors)
    {
        foreach (var account in errors ? Corpus.Own.Where(a => a.Hand == "own") : [])
        {
            var told = reader.Read(account.Text, account.Attire, account.Start);
            var pairs = Scorer.Align(account.Moments, [.. told.Exchanges.SelectMany(e => e.Moments).Select(m => m.Moment)]);
            var wrong = pairs
                .Where(p => p.Gold is null || (p.Got is null && !p.Gold.Optional))
                .Select(p =>
                    p.Gold is { } gold
                        ? $"missed {gold.Actor} {gold.Techniques[0]} {gold.Outcome}"
                        : $"extra {p.Got!.Actor} {p.Got.Technique} {p.Got.Outcome}"
                )
                .ToList();
            if (wrong.Count > 0)
                Console.WriteLine($"{account.Id}: {string.Join("; ", wrong).ToLowerInvariant()}");
        }

        Table(Corpus.Own.Select(a => ($"{a.Hand}, {a.Style}", Scorer.Of(a, reader))));
    }

    private static void Times()
    {
        var words = string.Join(' ', Corpus.Own.Where(a => a.Style == "dictated").Select(a => a.Text)).Split(' ');
        var first = Stopwatch.StartNew();
        var fresh = AccountReader.Default;
        var made = first.Elapsed.TotalMilliseconds;
        fresh.Read("I passed.");
        Console.WriteLine(
            FormattableString.Invariant(
                $"the reader is made in {made:0} ms, its first account takes {first.Elapsed.TotalMilliseconds - made:0} ms"
            )
        );
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
