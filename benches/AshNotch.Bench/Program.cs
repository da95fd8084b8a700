using AshNotch.Bench;

switch (args.FirstOrDefault())
{
    case "telling":
        TellingBench.Run([.. args.Skip(1)]);
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
    case "faults":
        FaultsBench.Run(int.Parse(args.Skip(1).FirstOrDefault() ?? "200"), seed: 20260620);
        break;
    case "hosting":
        await HostingBench.Run(args.Contains("quick"));
        break;
    case "demo":
        DemoBench.Run(args.Contains("story"));
        break;
    default:
        Console.WriteLine(
            "./bench demo [story]: how well the demo's own told accounts are read, who acts and taps; story: what is found of the "
                + "planted story over twenty seeds"
        );
        Console.WriteLine(
            "./bench telling [errors|times|train|probe [span|without]]: how well and how fast told accounts are read; train: write the "
                + "weights"
        );
        Console.WriteLine(
            "./bench telling hands [losses] [ends] [group=1..5] [keep=FOLDER] [copies=name,gender,plain,heard,like]: the same trained "
                + "anew, each hand held out; keep: keep those weights, and score with them when they are there; copies: what copies of "
                + "the accounts are changed by (none: copies=)"
        );
        Console.WriteLine("./bench telling read WORDS: what is made of an account, and what the words say of each match");
        Console.WriteLine(
            "./bench judging [athletes=300] [seed=1] [rolls=48,96,192] [ends=0.5] [levels=0.3] [roads=0.6] [objective=submissions]: "
                + "judgements against athletes whose truth is known"
        );
        Console.WriteLine(
            "./bench verdict [athletes=400] [seed=1] [rolls=48] [change=0|5|10]: false alarms and power of the verdict on a block"
        );
        Console.WriteLine(
            "./bench years [page]: every page (or those whose name holds these letters) after ten hard years, beside one plain SQL "
                + "scan; import, export, memory"
        );
        Console.WriteLine("./bench faults [200]: the program killed at random moments of a restore and of a backup, so many times each");
        Console.WriteLine(
            "./bench hosting [quick]: what one log costs its machine, and what a thousand would; quick: without the ten years"
        );
        break;
}
