using System.Reflection;
using AshNotch.Core.Ground;
using AshNotch.Core.Log;

namespace AshNotch.Core.Tests.Telling;

/// <summary>What should be read: who, one of these techniques, what became of it; or left out, when optional.</summary>
public sealed record WantedMoment(Actor Actor, IReadOnlyList<string> Techniques, Outcome Outcome, bool Optional);

/// <summary>A spot that should be read.</summary>
public sealed record WantedSpot(IReadOnlyList<Spot> Spots, bool Optional);

/// <summary>An account with what a good reader makes of it. Format: Accounts/README.md.</summary>
public sealed record Account(
    string Id,
    string Style,
    Attire? Attire,
    Spot? Start,
    string Text,
    IReadOnlyList<WantedMoment> Moments,
    IReadOnlyList<WantedSpot> Positions
)
{
    /// <summary>Kept aside: takes no part in the work on the reader.</summary>
    public bool SetAside { get; init; }

    /// <summary>All accounts.</summary>
    public static IReadOnlyList<Account> All { get; } =
    [.. new[] { "typed", "dictated", "shorthand", "tricky" }.SelectMany(style => Read(style))];

    private static IEnumerable<Account> Read(string style)
    {
        using var stream = Assembly.GetExecutingAssembly().GetManifestResourceStream($"accounts/{style}.txt")!;
        using var reader = new StreamReader(stream);
        return [.. From(reader.ReadToEnd(), style)];
    }

    /// <summary>Accounts in a text of the same format.</summary>
    public static IEnumerable<Account> From(string text, string style)
    {
        foreach (var block in text.Split("\n\n", StringSplitOptions.RemoveEmptyEntries))
        {
            var lines = block.Trim('\n').Split('\n');
            var head = lines[0].Split(' ');
            var words = string.Join('\n', lines.Skip(1).TakeWhile(l => !l.StartsWith('>')));
            var moments = lines.First(l => l.StartsWith('>'))[1..];
            var positions = lines.First(l => l.StartsWith('@'))[1..];
            yield return new Account(
                head[0],
                style,
                head[1] switch
                {
                    "gi" => Core.Log.Attire.Gi,
                    "no-gi" => Core.Log.Attire.NoGi,
                    _ => null,
                },
                head[2] == "-" ? null : Spot.Parse(head[2]),
                words,
                [.. Parts(moments).Select(Wanted)],
                [.. Parts(positions).Select(At)]
            )
            {
                SetAside = head.Length > 3 && head[3] == "aside",
            };
        }
    }

    private static string[] Parts(string line) => line.Split(';', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries);

    // "me knee-cut done/smash-pass?": the alternatives stand behind the outcome.
    private static WantedMoment Wanted(string part)
    {
        var words = part.Replace("?", "").Split(' ', 3);
        var rest = words[2].Split('/');
        return new WantedMoment(
            words[0] == "me" ? Actor.Me : Actor.Them,
            [.. words[1].Split('/'), .. rest.Skip(1)],
            rest[0] == "done" ? Outcome.Done : Outcome.Stopped,
            part.Contains('?')
        );
    }

    private static WantedSpot At(string part) => new([.. part.Replace("?", "").Split('/').Select(Spot.Parse)], part.Contains('?'));
}
