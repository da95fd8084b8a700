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
    default:
        Console.WriteLine("./bench telling [times|errors|aside]: how well and how fast told accounts are read");
        Console.WriteLine("./bench explain WORDS: what the words say of each match");
        break;
}
