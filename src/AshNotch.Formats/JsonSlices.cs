using System.Runtime.CompilerServices;
using System.Text.Json;

namespace AshNotch.Formats;

/// <summary>A piece of a JSON object read from a stream.</summary>
/// <param name="Member">The member of the outermost object.</param>
/// <param name="Index">The place in the member's list, when the member is read element by element.</param>
/// <param name="Value">The value, good until the next piece is asked for.</param>
internal readonly record struct JsonSlice(string Member, int? Index, JsonElement Value);

/// <summary>
/// Cuts one large JSON object into its members, and chosen lists into their elements, so that a file of any size is read
/// with no more memory than its largest element, and in time that grows with its length: a piece that is not whole yet is
/// looked at again only when as much again has come.
/// </summary>
internal sealed class JsonSlices(Stream stream, params string[] lists)
{
    private enum Expect
    {
        Object,
        Member,
        Value,
        Items,
        Nothing,
    }

    /// <summary>The largest element that is read, in bytes.</summary>
    public const int LargestElement = 32 * 1024 * 1024;

    private readonly HashSet<string> members = [];
    private byte[] buffer = new byte[64 * 1024];
    private int start;
    private int end;
    private bool complete;
    private JsonReaderState state = new(new JsonReaderOptions { MaxDepth = 32 });
    private Expect expect;
    private string member = "";
    private int index;

    /// <summary>The members met so far, lists without elements too.</summary>
    public IReadOnlySet<string> Members => members;

    /// <exception cref="JsonException">The stream is not one whole JSON object.</exception>
    public async IAsyncEnumerable<JsonSlice> Read([EnumeratorCancellation] CancellationToken stop)
    {
        while (end < 3 && !complete)
            await Fill(stop);
        if (end >= 3 && buffer.AsSpan(0, 3).SequenceEqual((ReadOnlySpan<byte>)[0xEF, 0xBB, 0xBF]))
            start = 3;
        while (true)
        {
            if (!Step(out var document, out var slice))
            {
                if (expect == Expect.Nothing && complete)
                    yield break;
                if (complete)
                    throw new JsonException("The file ends in the middle.");
                var seen = end - start;
                if (seen > LargestElement)
                    throw new JsonException($"One entry of it is larger than {LargestElement / 1024 / 1024} MB.");
                do await Fill(stop);
                while (!complete && end - start < 2 * seen);
                continue;
            }

            if (document is null)
                continue;
            yield return slice;
            document.Dispose();
        }
    }

    /// <summary>Takes one token or one whole value; false when more bytes are needed.</summary>
    private bool Step(out JsonDocument? document, out JsonSlice slice)
    {
        document = null;
        slice = default;
        SkipSpace();
        var reader = new Utf8JsonReader(buffer.AsSpan(start, end - start), complete, state);
        var taken = expect switch
        {
            Expect.Value when !lists.Contains(member) => Whole(ref reader, out document),
            Expect.Items => Item(ref reader, out document),
            _ => Token(ref reader),
        };
        if (!taken)
            return false;
        if (document is not null)
            slice = new JsonSlice(member, expect == Expect.Items ? index++ : null, document.RootElement);
        if (expect == Expect.Value && document is not null)
            expect = Expect.Member;
        start += (int)reader.BytesConsumed;
        state = reader.CurrentState;
        return true;
    }

    private void SkipSpace()
    {
        while (start < end && buffer[start] is (byte)' ' or (byte)'\n' or (byte)'\r' or (byte)'\t')
            start++;
    }

    private bool Token(ref Utf8JsonReader reader)
    {
        if (!reader.Read())
            return false;
        switch (expect, reader.TokenType)
        {
            case (Expect.Object, JsonTokenType.StartObject):
                expect = Expect.Member;
                return true;
            case (Expect.Member, JsonTokenType.PropertyName):
                (member, index, expect) = (reader.GetString()!, 0, Expect.Value);
                members.Add(member);
                return true;
            case (Expect.Member, JsonTokenType.EndObject):
                expect = Expect.Nothing;
                return true;
            case (Expect.Value, JsonTokenType.StartArray):
                expect = Expect.Items;
                return true;
            case (Expect.Value, _):
                throw new JsonException($"'{member}' must be a list.");
            default:
                throw new JsonException("One JSON object is expected.");
        }
    }

    private bool Item(ref Utf8JsonReader reader, out JsonDocument? document)
    {
        document = null;
        var ahead = reader;
        if (!ahead.Read())
            return false;
        if (ahead.TokenType == JsonTokenType.EndArray)
            expect = Expect.Member;
        else if (!Whole(ref ahead, out document))
            return false;
        reader = ahead;
        return true;
    }

    private static bool Whole(ref Utf8JsonReader reader, out JsonDocument? document) =>
        JsonDocument.TryParseValue(ref reader, out document);

    private async Task Fill(CancellationToken stop)
    {
        if (start > 0)
        {
            Buffer.BlockCopy(buffer, start, buffer, 0, end - start);
            (start, end) = (0, end - start);
        }

        if (end == buffer.Length)
            Array.Resize(ref buffer, buffer.Length * 2);
        var count = await stream.ReadAsync(buffer.AsMemory(end), stop);
        end += count;
        complete = count == 0;
    }
}
