using System.Buffers;
using System.Text.Json;
using AshNotch.Core.Ground;
using AshNotch.Core.Log;
using AshNotch.Core.Scoring;

namespace AshNotch.Formats;

/// <summary>A logbook that was read, or why it was not.</summary>
/// <param name="Logbook">The logbook; null when there are faults.</param>
/// <param name="Faults">What is wrong with it, as much as a <see cref="FaultList"/> tells.</param>
public sealed record LogbookReading(Logbook? Logbook, IReadOnlyList<Fault> Faults);

/// <summary>What a file is written from.</summary>
/// <param name="Athlete">The owner.</param>
/// <param name="Partners">The people rolled with.</param>
/// <param name="Sessions">The sessions; taken one at a time.</param>
/// <param name="Vocabulary">What the owner added to the ground.</param>
/// <param name="SelfRatings">The owner's ratings.</param>
/// <param name="Blocks">Drill blocks.</param>
/// <param name="Niggles">Niggles.</param>
/// <param name="Rulesets">Rule sets of the owner's own.</param>
/// <param name="Clocks">Ways of the owner's own to set the round clock.</param>
public sealed record LogbookParts(
    Athlete Athlete,
    IEnumerable<Partner> Partners,
    IEnumerable<Session> Sessions,
    PersonalWords Vocabulary,
    IReadOnlyList<SelfRating> SelfRatings,
    IReadOnlyList<Block> Blocks,
    IReadOnlyList<Niggle> Niggles,
    IReadOnlyList<RuleSet> Rulesets,
    IReadOnlyList<ClockPreset> Clocks
)
{
    /// <summary>The program and its version.</summary>
    public string? MadeBy { get; init; }

    /// <summary>What the log holds and could not be read, by name; may grow while the sessions are taken.</summary>
    public IReadOnlyList<string> Unreadable { get; init; } = [];
}

/// <summary>The whole log as one file: <c>ash-notch-logbook</c>, version 1.</summary>
public static class LogbookFile
{
    private static readonly string[] Needed = ["format", "version", "athlete", "partners", "sessions"];

    /// <summary>What the member <c>format</c> of every such file says.</summary>
    public const string Format = "ash-notch-logbook";

    /// <summary>The version that is written, and the highest that is read.</summary>
    public const int Version = 1;

    /// <summary>Reads and checks a whole file from a stream. Nothing is thrown for a bad file; it answers with faults.</summary>
    /// <param name="stream">The file.</param>
    /// <param name="days">The days that it may name.</param>
    /// <param name="stop">Calls it off.</param>
    public static async Task<LogbookReading> Read(Stream stream, DayBounds days, CancellationToken stop = default)
    {
        var faults = new FaultList();
        try
        {
            return await Read(stream, days, faults, stop);
        }
        catch (TooManyFaultsException)
        {
            return new LogbookReading(null, faults);
        }
    }

    private static async Task<LogbookReading> Read(Stream stream, DayBounds days, FaultList faults, CancellationToken stop)
    {
        var slices = new JsonSlices(stream, "partners", "sessions", "selfRatings", "blocks", "niggles", "rulesets", "clocks");
        Athlete? athlete = null;
        var vocabulary = PersonalWords.None;
        var partners = new List<Partner>();
        var sessions = new SessionBatches(faults);
        var ratings = new List<SelfRating>();
        var blocks = new List<Block>();
        var niggles = new List<Niggle>();
        var rulesets = new List<RuleSet>();
        var clocks = new List<ClockPreset>();
        try
        {
            await foreach (var slice in slices.Read(stop))
            {
                var at = slice.Index is { } i ? $"/{slice.Member}/{i}" : $"/{slice.Member}";
                switch (slice.Member)
                {
                    case "format":
                        Expect(
                            slice.Value.ValueKind == JsonValueKind.String && slice.Value.ValueEquals(Format),
                            at,
                            $"This is not a logbook: its format must be '{Format}'.",
                            faults
                        );
                        break;
                    case "version":
                        Expect(
                            slice.Value.ValueKind == JsonValueKind.Number && slice.Value.TryGetInt32(out var v) && v == Version,
                            at,
                            $"Only version {Version} of the format can be read here.",
                            faults
                        );
                        break;
                    case "athlete":
                        athlete = LogReader.Athlete(slice.Value, at, faults);
                        break;
                    case "partners":
                        partners.Add(LogReader.Partner(slice.Value, at, faults));
                        break;
                    case "sessions":
                        await sessions.Add(slice.Value.Clone(), at);
                        break;
                    case "selfRatings":
                        ratings.Add(LogReader.SelfRating(slice.Value, at, faults));
                        break;
                    case "vocabulary":
                        vocabulary = LogReader.Vocabulary(slice.Value, at, faults);
                        break;
                    case "blocks":
                        blocks.Add(BlockReader.Block(slice.Value, at, faults));
                        break;
                    case "niggles":
                        niggles.Add(BlockReader.Niggle(slice.Value, at, faults));
                        break;
                    case "rulesets":
                        rulesets.Add(MatchReader.RuleSet(slice.Value, at, faults));
                        break;
                    case "clocks":
                        clocks.Add(LogReader.ClockPreset(slice.Value, at, faults));
                        break;
                }
            }
        }
        catch (JsonException fault)
        {
            var where = fault.LineNumber is { } line ? $" (near line {line + 1})" : "";
            return new LogbookReading(
                null,
                [new Fault("", $"The file is not readable as JSON{where}: {fault.Message.Split(" LineNumber:")[0]}")]
            );
        }
        catch (InvalidOperationException)
        {
            return new LogbookReading(null, [new Fault("", "The file holds half a character (a lone surrogate) in a member's name.")]);
        }

        var read = await sessions.All();
        foreach (var name in Needed.Where(n => !slices.Members.Contains(n)))
            faults.Add(new Fault("/" + name, $"'{name}' is missing, and this cannot be read without it."));
        if (athlete is null || faults.Count > 0)
            return new LogbookReading(null, faults);
        var logbook = new Logbook
        {
            Athlete = athlete,
            Partners = partners,
            Sessions = read,
            SelfRatings = ratings,
            Blocks = blocks,
            Niggles = niggles,
            Rulesets = rulesets,
            Clocks = clocks,
            Vocabulary = vocabulary,
        };
        faults.AddRange(Check(logbook, days));
        return faults.Count > 0 ? new LogbookReading(null, faults) : new LogbookReading(logbook, []);
    }

    /// <summary>What is wrong with a logbook taken as a whole.</summary>
    public static IEnumerable<Fault> Check(Logbook logbook, DayBounds days)
    {
        var words = WordRules.Check(logbook.Vocabulary, GroundMap.Default, "/vocabulary").ToList();
        if (words.Count > 0)
            return words;
        var ground = GroundMap.Default.With(logbook.Vocabulary);
        var partners = logbook.Partners.Select(p => p.Id).ToHashSet();
        return LogRules
            .Check(logbook.Athlete, "/athlete")
            .Concat(LogRules.Unique(logbook.Partners.Select(p => p.Id), "/partners", "partner"))
            .Concat(logbook.Partners.SelectMany((p, i) => LogRules.Check(p, $"/partners/{i}")))
            .Concat(logbook.SelfRatings.SelectMany((r, i) => LogRules.Check(r, days, $"/selfRatings/{i}")))
            .Concat(LogRules.Unique(logbook.Blocks.Select(b => b.Id), "/blocks", "block"))
            .Concat(logbook.Blocks.SelectMany((b, i) => BlockRules.Check(b, ground, days, $"/blocks/{i}")))
            .Concat(LogRules.Unique(logbook.Niggles.Select(n => n.Id), "/niggles", "niggle"))
            .Concat(logbook.Niggles.SelectMany((n, i) => BlockRules.Check(n, days, $"/niggles/{i}")))
            .Concat(LogRules.Unique(logbook.Rulesets.Select(r => r.Id), "/rulesets", "rule set"))
            .Concat(LogRules.AtMost(logbook.Rulesets.Count, RuleSets.MostOwn, "/rulesets", "rule sets", "a log"))
            .Concat(logbook.Rulesets.SelectMany((r, i) => RuleSets.CheckOwn(r, ground, $"/rulesets/{i}")))
            .Concat(LogRules.Unique(logbook.Clocks.Select(c => c.Id), "/clocks", "clock"))
            .Concat(LogRules.AtMost(logbook.Clocks.Count, ClockPreset.MostOwn, "/clocks", "clocks", "a log"))
            .Concat(logbook.Clocks.SelectMany((c, i) => c.Check(ground, $"/clocks/{i}")))
            .Concat(LogRules.Unique(logbook.Sessions.Select(s => s.Id), "/sessions", "session"))
            .Concat(OnAllCores(logbook.Sessions, (s, i) => LogRules.Check(s, ground, days, $"/sessions/{i}")))
            .Concat(logbook.Sessions.SelectMany((s, i) => UnknownPartners(s, partners, $"/sessions/{i}")));
    }

    /// <summary>The faults of each session in their order, looked for on all cores; no more of one than are ever told.</summary>
    private static IEnumerable<Fault> OnAllCores(IReadOnlyList<Session> sessions, Func<Session, int, IEnumerable<Fault>> check) =>
        sessions.AsParallel().AsOrdered().Select((s, i) => check(s, i).Take(FaultList.Most).ToList()).SelectMany(faults => faults);

    /// <summary>Rolls whose partner is not among the known ones.</summary>
    public static IEnumerable<Fault> UnknownPartners(Session session, IReadOnlySet<string> partners, string at = "") =>
        session
            .Rolls.Select((roll, i) => (roll.PartnerId, i))
            .Where(r => r.PartnerId is { } id && !partners.Contains(id))
            .Select(r => new Fault($"{at}/rolls/{r.i}/partnerId", $"No partner has the id '{r.PartnerId}'; add the partner first."));

    /// <summary>Writes a whole file.</summary>
    public static Task Write(Stream stream, Logbook log, CancellationToken stop = default) =>
        Write(
            stream,
            new LogbookParts(
                log.Athlete,
                log.Partners,
                log.Sessions,
                log.Vocabulary,
                log.SelfRatings,
                log.Blocks,
                log.Niggles,
                log.Rulesets,
                log.Clocks
            ),
            stop
        );

    /// <summary>Writes a whole file; sessions are taken one at a time as they come.</summary>
    public static async Task Write(Stream stream, LogbookParts log, CancellationToken stop = default)
    {
        const int flushAt = 128 * 1024;
        var buffer = new ArrayBufferWriter<byte>(2 * flushAt);
        await using var writer = new Utf8JsonWriter(buffer, new JsonWriterOptions { Encoder = LogJson.Options.Encoder });
        writer.WriteStartObject();
        writer.WriteString("format", Format);
        writer.WriteNumber("version", Version);
        if (log.MadeBy is { } madeBy)
            writer.WriteString("madeBy", madeBy);
        writer.WritePropertyName("athlete");
        JsonSerializer.Serialize(writer, log.Athlete, LogJson.Options);
        await WriteList("partners", log.Partners);
        await WriteList("sessions", log.Sessions);
        if (log.SelfRatings.Count > 0)
            await WriteList("selfRatings", log.SelfRatings);
        await WriteList("blocks", log.Blocks);
        await WriteList("niggles", log.Niggles);
        if (log.Rulesets.Count > 0)
            await WriteList("rulesets", log.Rulesets);
        if (log.Clocks.Count > 0)
            await WriteList("clocks", log.Clocks);
        writer.WritePropertyName("vocabulary");
        JsonSerializer.Serialize(writer, log.Vocabulary, LogJson.Options);
        if (log.Unreadable.Count > 0)
            await WriteList("unreadable", log.Unreadable);
        writer.WriteEndObject();
        await HandOver();

        async Task WriteList<T>(string name, IEnumerable<T> items)
        {
            writer.WriteStartArray(name);
            foreach (var item in items)
            {
                JsonSerializer.Serialize(writer, item, LogJson.Options);
                if (buffer.WrittenCount + writer.BytesPending > flushAt)
                    await HandOver();
            }

            writer.WriteEndArray();
        }

        async Task HandOver()
        {
            writer.Flush();
            await stream.WriteAsync(buffer.WrittenMemory, stop);
            buffer.ResetWrittenCount();
        }
    }

    private static void Expect(bool holds, string at, string sentence, FaultList faults)
    {
        if (!holds)
            faults.Add(new Fault(at, sentence));
    }
}
