using AshNotch.Bench;
using AshNotch.Core.Telling;

switch (args.FirstOrDefault())
{
    case "telling":
        TellingBench.Run([.. args.Skip(1)]);
        break;
    case "explain":
        foreach (var line in AccountReader.Default.Explain(string.Join(' ', args.Skip(1))))
            Console.WriteLine(line);
        break;
    case "judging":
        JudgingBench.Run([.. args.Skip(1)]);
        break;
    case "verdict":
        VerdictBench.Run([.. args.Skip(1)]);
        break;
    case "years":
        await YearsBench.Run(args.Skip(1).FirstOrDefault() ?? "");
        break;
    default:
        Console.WriteLine(
            "./bench telling [hands [losses]|errors|times|train|probe [span|without]]: how well and how fast told accounts are read (hands: trained anew, each hand held out); train: write the weights"
        );
        Console.WriteLine(
            "./bench judging [athletes=300] [seed=1] [rolls=48,96,192] [ends=0.5] [levels=0.3] [roads=0.6] [objective=submissions]: judgements against athletes whose truth is known"
        );
        Console.WriteLine(
            "./bench verdict [athletes=400] [seed=1] [rolls=48] [change=0|5|10]: false alarms and power of the verdict on a block"
        );
        Console.WriteLine(
            "./bench years [page]: every page (or those whose name holds these letters) after ten hard years, beside one plain SQL scan; import, export, memory"
        );
        Console.WriteLine("./bench explain WORDS: what the words say of each match");
        break;
}
