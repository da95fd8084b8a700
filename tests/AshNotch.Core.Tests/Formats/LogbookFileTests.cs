using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using AshNotch.Core.Ground;
using AshNotch.Core.Log;
using AshNotch.Demo;
using AshNotch.Formats;
using FsCheck;
using FsCheck.Xunit;

namespace AshNotch.Core.Tests.Formats;

public class LogbookFileTests
{
    private const string Small = """
        {
          "format": "ash-notch-logbook", "version": 1, "shoeSize": 38,
          "athlete": {"name": "Runa Halvick", "belt": "blue", "stripes": 2, "weightKg": 61.0, "units": "kg", "objective": "submissions",
                      "trainingStyle": "repetitions-and-positional", "dominantSide": "right", "sex": "female"},
          "partners": [{"id": "p1", "name": "Odalys B.", "belt": "purple", "stripes": 1, "weightKg": 66.0, "traits": ["long legs"],
            "notes": ""}],
          "sessions": [{
            "id": "s1", "date": "2026-03-03", "startTime": "18:30", "kind": "class", "attire": "gi", "minutes": 90, "effort": 6,
              "aim": "", "notes": "",
            "event": {"name": "Cedar cup", "ruleset": "shed", "belt": "purple", "limitKg": 64, "length": 300, "opponentId": "p1"},
            "rolls": [{
              "id": "r1", "order": 1, "kind": "roll", "partnerId": "p1", "partnerBelt": "purple", "partnerStripes": 1,
                "partnerWeightKg": 66.0,
              "minutes": 6, "intensity": "hard", "intent": "own-game", "ruleset": "shed", "length": 300,
              "video": {"name": "round 1.mp4", "size": 734003200, "length": 402.5, "start": 12.4},
              "result": {"winner": "me", "by": "points"}, "penalties": [{"clock": 80, "after": 1, "actor": "them"}],
              "told": "Füß · 🪵", "notes": "", "takeaways": ["frame first"],
              "corrections": [{"text": "he slid past and I got up", "moments": [
                {"at": 3, "length": 9, "technique": "smash-pass", "outcome": "done", "actor": "me", "read": {"technique": "pass",
                  "outcome": "done", "actor": "me"}},
                {"at": 19, "length": 6, "actor": "me", "technique": "technical-stand-up", "outcome": "stopped", "added": true},
                {"at": 0, "length": 0, "actor": "me", "technique": "sweep", "outcome": "done"}]}],
              "exchanges": [{
                "start": {"position": "seated-guard", "role": "bottom"},
                "moments": [{"actor": "them", "technique": "knee-cut", "outcome": "done", "side": "left", "clock": 75,
                             "from": {"position": "half-guard", "role": "bottom"}, "to": {"position": "side-control", "role": "bottom"},
                             "reasons": ["gave-space"], "note": "", "better": "", "held": 4.5, "sure": true},
                            {"actor": "me", "technique": "sweep", "outcome": "stopped", "near": true},
                            {"actor": "me", "technique": "re-guard", "outcome": "done", "held": false}],
                "end": {"kind": "reset", "by": null, "technique": null, "clock": 118.5}
              }]
            }]
          }],
          "blocks": [], "niggles": [], "vocabulary": {"positions": [], "techniques": [], "aliases": []},
          "rulesets": [{"id": "shed", "name": "Shed rules", "kind": "late-points", "holdSeconds": 2, "points": {"takedown": 1, "mount": 5},
            "advantages": true, "penalties": [{"points": 0, "advantages": 1, "loses": false}], "pointsFrom": 0.25, "guardPullPenalty": 1,
            "tieBreak": ["points", "draw"], "lengths": {"blue": 240}, "weighInWithGi": false,
            "barred": [{"techniques": ["heel-hook"], "cares": ["twist"], "belts": ["white"], "attire": "gi", "why": "knees"}],
            "weightClasses": {"female": {"no-gi": [50, 60.5]}}}],
          "clocks": [{"id": "thursday", "name": "Thursday goes", "kind": "positional", "rounds": 8, "work": 45, "rest": 15, "swap": true,
            "start": {"position": "half-guard", "role": "bottom"}, "ruleset": null}]
        }
        """;

    private static Task<LogbookReading> Read(string text) => LogbookFile.Read(new MemoryStream(Encoding.UTF8.GetBytes(text)), Days.Wide);

    private static async Task<string> Write(Logbook log)
    {
        using var stream = new MemoryStream();
        await LogbookFile.Write(stream, log);
        return Encoding.UTF8.GetString(stream.ToArray());
    }

    /// <summary>Without nulls, members in order: what "equal but for order and left-out nulls" compares.</summary>
    private static string Canonical(string text)
    {
        return Plain(JsonNode.Parse(text))!.ToJsonString();

        static JsonNode? Plain(JsonNode? node) =>
            node switch
            {
                JsonObject o => new JsonObject(
                    o.Where(p => p.Value is not null)
                        .OrderBy(p => p.Key, StringComparer.Ordinal)
                        .Select(p => KeyValuePair.Create(p.Key, Plain(p.Value)))
                ),
                JsonArray a => new JsonArray([.. a.Select(Plain)]),
                JsonValue v when v.GetValueKind() == JsonValueKind.Number => JsonValue.Create(v.Deserialize<double>()),
                _ => node?.DeepClone(),
            };
    }

    [Fact]
    public async Task What_is_written_is_what_was_read_but_for_unknown_members()
    {
        var reading = await Read(Small);
        Assert.Empty(reading.Faults);
        Assert.Equal(Canonical(Small.Replace("\"shoeSize\": 38,", "")), Canonical(await Write(reading.Logbook!)));
    }

    [Fact]
    public async Task The_demo_log_comes_back_as_it_went_out()
    {
        var text = await Write(Season.Make());
        var reading = await Read(text);
        Assert.Empty(reading.Faults);
        Assert.Equal(text, await Write(reading.Logbook!));
    }

    [Fact]
    public async Task A_member_left_out_stays_left_out_and_an_empty_one_stays_empty()
    {
        var sparse = """
            {"format":"ash-notch-logbook","version":1,"athlete":{"name":"A","belt":"white"},
            "partners":[{"id":"p","name":"B"}],"sessions":[{"id":"s","date":"2026-01-01","kind":"class",
            "attire":"no-gi","notes":"","rolls":[{"id":"r","partnerId":"p","takeaways":[],"exchanges":[]}]}],
            "blocks":[],"niggles":[],"vocabulary":{"positions":[],"techniques":[],"aliases":[]}}
            """;
        Assert.Equal(Canonical(sparse), Canonical(await Write((await Read(sparse)).Logbook!)));
    }

    public static TheoryData<string, string, string, string> Faults() =>
        new()
        {
            { "\"ash-notch-logbook\"", "\"other\"", "/format", "not a logbook" },
            { "\"version\": 1", "\"version\": 2", "/version", "version 1" },
            { "\"name\": \"Runa Halvick\", ", "", "/athlete/name", "missing" },
            { "\"belt\": \"blue\"", "\"belt\": \"green\"", "/athlete/belt", "'green'" },
            { "\"weightKg\": 61.0", "\"weightKg\": 6100", "/athlete/weightKg", "6100" },
            { "\"date\": \"2026-03-03\"", "\"date\": \"2026-02-30\"", "/sessions/0/date", "calendar" },
            { "\"date\": \"2026-03-03\", ", "", "/sessions/0/date", "missing" },
            { "\"startTime\": \"18:30\"", "\"startTime\": \"half six\"", "/sessions/0/startTime", "18:30" },
            { "\"kind\": \"class\"", "\"kind\": 3", "/sessions/0/kind", "text is expected" },
            { "\"effort\": 6", "\"effort\": 60", "/sessions/0/effort", "between 0 and 10" },
            { "\"minutes\": 90", "\"minutes\": 1e999", "/sessions/0/minutes", "number" },
            { "\"partnerId\": \"p1\"", "\"partnerId\": \"nobody\"", "/sessions/0/rolls/0/partnerId", "'nobody'" },
            {
                "\"technique\": \"knee-cut\"",
                "\"technique\": \"knee-cutt\"",
                "/sessions/0/rolls/0/exchanges/0/moments/0/technique",
                "'knee-cutt'"
            },
            { "\"actor\": \"them\", ", "", "/sessions/0/rolls/0/exchanges/0/moments/0/actor", "missing" },
            {
                "\"half-guard\", \"role\": \"bottom\"}, \"to\"",
                "\"half-guard\", \"role\": \"under\"}, \"to\"",
                "/sessions/0/rolls/0/exchanges/0/moments/0/from/role",
                "'under'"
            },
            { "\"winner\": \"me\"", "\"winner\": \"us\"", "/sessions/0/rolls/0/result/winner", "'us'" },
            { "\"length\": 300, \"opponentId\"", "\"length\": 0, \"opponentId\"", "/sessions/0/event/length", "7200" },
            { "\"held\": 4.5", "\"held\": \"long\"", "/sessions/0/rolls/0/exchanges/0/moments/0/held", "seconds" },
            { "\"after\": 1", "\"after\": -1", "/sessions/0/rolls/0/penalties/0/after", "between 0" },
            { "\"takedown\": 1", "\"backflip\": 1", "/rulesets/0/points/backflip", "backflip" },
            { "\"id\": \"shed\"", "\"id\": \"points\"", "/rulesets/0/id", "comes with the product" },
            { "\"lengths\": {\"blue\"", "\"lengths\": {\"green\"", "/rulesets/0/lengths/green", "'green'" },
            { "\"clock\": 118.5", "\"clock\": -1", "/sessions/0/rolls/0/exchanges/0/end/clock", "seconds" },
            { "\"name\": \"round 1.mp4\"", "\"name\": \"\"", "/sessions/0/rolls/0/video/name", "name is needed" },
            { "\"size\": 734003200", "\"size\": 1.5", "/sessions/0/rolls/0/video/size", "bytes" },
            { "\"size\": 734003200", "\"size\": 1e300", "/sessions/0/rolls/0/video/size", "bytes" },
            { "\"length\": 402.5", "\"length\": 90000", "/sessions/0/rolls/0/video/length", "between 0 and 86400" },
            { "\"start\": 12.4", "\"start\": \"later\"", "/sessions/0/rolls/0/video/start", "number" },
            { "\"work\": 45", "\"work\": 2", "/clocks/0/work", "between 5 and 14400" },
            { "\"rounds\": 8", "\"rounds\": 0", "/clocks/0/rounds", "between 1 and 60" },
            { "\"rest\": 15", "\"rest\": -15", "/clocks/0/rest", "between 0 and 3600" },
            { "\"kind\": \"positional\"", "\"kind\": \"egg\"", "/clocks/0/kind", "gauntlet" },
            { "\"sure\": true", "\"sure\": \"yes\"", "/sessions/0/rolls/0/exchanges/0/moments/0/sure", "true or false" },
            { "\"order\": 1", "\"order\": 1.5", "/sessions/0/rolls/0/order", "whole number" },
            { "\"takeaways\": [\"frame first\"]", "\"takeaways\": [7]", "/sessions/0/rolls/0/takeaways/0", "text is expected" },
            { "\"takeaways\": [\"frame first\"]", "\"takeaways\": \"frame first\"", "/sessions/0/rolls/0/takeaways", "list is expected" },
            { "frame first", "\\ud83d", "/sessions/0/rolls/0/takeaways/0", "half a character" },
            { "\"aliases\": []", "\"aliases\": [{\"says\": \"x\", \"means\": \"y\"}]", "/vocabulary/aliases/0/means", "'y'" },
        };

    [Theory]
    [MemberData(nameof(Faults))]
    public async Task A_fault_refuses_the_file_with_its_place_and_a_sentence(string was, string becomes, string pointer, string says)
    {
        Assert.Contains(was, Small);
        var reading = await Read(Small.Replace(was, becomes));
        Assert.Null(reading.Logbook);
        var fault = Assert.Single(reading.Faults);
        Assert.Equal(pointer, fault.Pointer);
        Assert.Contains(says, fault.Sentence, StringComparison.OrdinalIgnoreCase);
    }

    // RFC 8259, section 7: any character may be written escaped. Texts that are known beforehand are looked up as they are written.
    [Fact]
    public async Task A_text_is_the_same_however_it_is_written()
    {
        var escaped = Small
            .Replace("\"half-guard\"", "\"half\\u002dguard\"")
            .Replace("\"knee-cut\"", "\"\\u006bnee-cut\"")
            .Replace("\"actor\": \"them\"", "\"actor\": \"th\\u0065m\"")
            .Replace("Füß", "F\\u00fc\\u00df");
        Assert.Equal(7, escaped.Split("\\u00").Length - 1);
        Assert.Equal(await Written(Small), await Written(escaped));

        static async Task<string> Written(string file)
        {
            using var stream = new MemoryStream();
            await LogbookFile.Write(stream, (await Read(file)).Logbook!);
            return Encoding.UTF8.GetString(stream.ToArray());
        }
    }

    [Fact]
    public async Task All_faults_are_named_at_once_and_a_flood_of_them_is_cut_short()
    {
        var two = await Read(Small.Replace("\"effort\": 6", "\"effort\": \"much\"").Replace("\"side\": \"left\"", "\"side\": \"up\""));
        Assert.Equal(["/sessions/0/effort", "/sessions/0/rolls/0/exchanges/0/moments/0/side"], two.Faults.Select(f => f.Pointer));
        var bad = string.Join(',', Enumerable.Repeat("{}", 400));
        var flood = await Read(Small.Replace("\"partners\": [", "\"partners\": [" + bad + ","));
        Assert.Equal(FaultList.Most + 1, flood.Faults.Count);
        Assert.Contains("there may be more", flood.Faults[^1].Sentence);
    }

    [Theory]
    [InlineData("")]
    [InlineData("[]")]
    [InlineData("{")]
    [InlineData("null")]
    [InlineData("{\"format\": \"ash-notch-logbook\"")]
    [InlineData("{\"sessions\": 3}")]
    [InlineData("{\"sessions\": [{]}")]
    [InlineData("{} {}")]
    [InlineData("\u0000\u0001")]
    public async Task What_is_no_json_object_is_said_to_be_none(string text)
    {
        var reading = await Read(text);
        Assert.Null(reading.Logbook);
        Assert.NotEmpty(reading.Faults);
        Assert.All(reading.Faults, f => Assert.EndsWith(".", f.Sentence));
    }

    [Theory]
    [InlineData(1)]
    [InlineData(7)]
    [InlineData(4096)]
    public async Task It_does_not_matter_in_what_pieces_the_bytes_come(int most)
    {
        var text = "\uFEFF" + Small;
        var reading = await LogbookFile.Read(new Drip(Encoding.UTF8.GetBytes(text), most), Days.Wide);
        Assert.Empty(reading.Faults);
        Assert.Equal("Füß · 🪵", reading.Logbook!.Sessions[0].Rolls[0].Told);
    }

    // Whatever happens to a file on its way, reading it ends in a logbook or in sentences, never in an exception.
    [Property(MaxTest = 300)]
    public async Task A_spoilt_file_never_throws(NonNegativeInt at, byte with, PositiveInt gone)
    {
        var bytes = Encoding.UTF8.GetBytes(Small).ToList();
        var place = at.Get % bytes.Count;
        bytes.RemoveRange(place, Math.Min(gone.Get % 4, bytes.Count - place));
        bytes.Insert(place, with);
        var reading = await LogbookFile.Read(new Drip([.. bytes], 1 + (at.Get % 97)), Days.Wide);
        Assert.Equal(reading.Logbook is null, reading.Faults.Count > 0);
    }

    [Fact]
    public async Task Blocks_and_niggles_are_checked_as_the_rest_is()
    {
        var block = """
            {"id": "b", "from": "2026-04-14", "weeks": 9, "days": [{"day": "tuesday", "before": 400}],
            "earlier": [{"until": "2026-04-20", "weeks": 7, "days": [{"day": "friday", "after": -1}]}],
            "focuses": [{"id": "f", "spot": {"position": "half-guard", "role": "even"}, "purpose": "plug",
            "technique": "nothing"}], "ended": "closed"}
            """;
        var reading = await Read(
            Small
                .Replace(
                    "\"niggles\": []",
                    "\"niggles\": [{\"id\": \"n\", \"part\": \"knee\", \"from\": \"2026-04-14\", \"to\": \"2026-04-01\"}]"
                )
                .Replace("\"blocks\": []", $"\"blocks\": [{block}]")
        );
        Assert.Equal(
            [
                "/blocks/0/days/0/before",
                "/blocks/0/earlier/0/days/0/after",
                "/blocks/0/earlier/0/weeks",
                "/blocks/0/endedOn",
                "/blocks/0/focuses/0/spot/role",
                "/blocks/0/focuses/0/technique",
                "/blocks/0/weeks",
                "/niggles/0/to",
            ],
            reading.Faults.Select(f => f.Pointer).Order(StringComparer.Ordinal)
        );
        Assert.Contains(
            "/niggles/0/part",
            (await Read(Small.Replace("\"niggles\": []", "\"niggles\": [{\"part\": \"tail\"}]"))).Faults.Select(f => f.Pointer)
        );
    }

    /// <summary>A stream that gives only so many bytes at a time.</summary>
    private sealed class Drip(byte[] bytes, int most) : MemoryStream(bytes)
    {
        public override ValueTask<int> ReadAsync(Memory<byte> buffer, CancellationToken stop = default) =>
            base.ReadAsync(buffer[..Math.Min(most, buffer.Length)], stop);
    }
}
