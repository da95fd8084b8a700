using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Log;

namespace AshNotch.Store;

/// <summary>
/// A roll's reading as bytes: its own list of words, then numbers into it. Small, so that ten years of them load at once.
/// The session, the day and the attire are not in it: its row says them.
/// </summary>
internal static class ReadingBody
{
    /// <summary>Added to the intent of a drill's goes.</summary>
    private const int DrillMark = 16;

    public static byte[] Write(RollReading reading)
    {
        var words = new List<string>();
        var places = new Dictionary<string, int>();
        using var stream = new MemoryStream();
        using (var body = new BinaryWriter(stream))
        {
            foreach (var number in new[] { reading.Moments, reading.Links, reading.Linked, reading.Kind is { } kind ? (int)kind + 1 : 0, (int)reading.Against.Intent + (reading.Against.Drill ? DrillMark : 0) })
                body.Write7BitEncodedInt(number);
            Word(reading.Against.Partner);
            body.Write(reading.Against.Rung ?? double.NaN);
            body.Write(reading.Against.Kilograms ?? double.NaN);
            List(reading.Starts, Word);
            List(reading.Visits, Word);
            List(reading.Contests, Contest);
            body.Flush();

            void List<T>(IReadOnlyList<T> items, Action<T> write)
            {
                body.Write7BitEncodedInt(items.Count);
                foreach (var item in items)
                    write(item);
            }

            void Word<T>(T word) => body.Write7BitEncodedInt(PlaceOf(word?.ToString()));

            void Contest(Contest contest)
            {
                Word(contest.Spot);
                Word(contest.Technique);
                Word(contest.Next);
                Word(contest.NextSeen);
                body.Write((byte)((int)contest.End | ((int)contest.Actor << 2) | ((contest.Side is { } side ? (int)side + 1 : 0) << 3)
                    | (contest.Finished ? 64 : 0) | (contest.Sure ? 128 : 0)));
                body.Write7BitEncodedInt(contest.Place.Exchange);
                body.Write7BitEncodedInt(contest.Place.Moment is { } moment ? moment + 1 : 0);
                List(contest.Reasons, Word);
            }
        }

        using var whole = new MemoryStream();
        using var writer = new BinaryWriter(whole);
        writer.Write7BitEncodedInt(words.Count);
        foreach (var word in words)
            writer.Write(word);
        writer.Write(stream.ToArray());
        writer.Flush();
        return whole.ToArray();

        // 0 stands for nothing.
        int PlaceOf(string? word)
        {
            if (word is null)
                return 0;
            if (!places.TryGetValue(word, out var place))
            {
                words.Add(word);
                places[word] = place = words.Count;
            }

            return place;
        }
    }

    /// <summary>Reads it back. Session, roll, day and attire are for the caller to say.</summary>
    /// <param name="bytes">What was written.</param>
    /// <param name="spots">Spots that were met before, by their words; grows.</param>
    /// <param name="session">The session's id.</param>
    /// <param name="roll">The roll's id.</param>
    /// <param name="date">The day.</param>
    /// <param name="attire">The attire.</param>
    public static RollReading Read(byte[] bytes, Dictionary<string, Spot> spots, string session = "", string roll = "", DateOnly date = default, Attire attire = default)
    {
        using var body = new BinaryReader(new MemoryStream(bytes));
        var words = new string[body.Read7BitEncodedInt()];
        for (var i = 0; i < words.Length; i++)
            words[i] = body.ReadString();
        var moments = body.Read7BitEncodedInt();
        var links = body.Read7BitEncodedInt();
        var linked = body.Read7BitEncodedInt();
        var kind = body.Read7BitEncodedInt();
        var (intent, drill) = body.Read7BitEncodedInt() is var marked && marked >= DrillMark ? ((Intent)(marked - DrillMark), true) : ((Intent)marked, false);
        return new RollReading
        {
            Session = session,
            Roll = roll,
            Date = date,
            Attire = attire,
            Kind = kind == 0 ? null : (RollKind)(kind - 1),
            Against = new Against(Word(), Known(), Known(), intent, drill),
            Moments = moments,
            Links = links,
            Linked = linked,
            Starts = List(() => Spot()!.Value),
            Visits = List(() => Spot()!.Value),
            Contests = List(Contest),
        };

        IReadOnlyList<T> List<T>(Func<T> read)
        {
            var count = body.Read7BitEncodedInt();
            if (count == 0)
                return [];
            var items = new T[count];
            for (var i = 0; i < items.Length; i++)
                items[i] = read();
            return items;
        }

        double? Known() => body.ReadDouble() is var number && double.IsNaN(number) ? null : number;

        string? Word() => body.Read7BitEncodedInt() is > 0 and var place ? words[place - 1] : null;

        Spot? Spot()
        {
            if (Word() is not { } word)
                return null;
            if (!spots.TryGetValue(word, out var spot))
                spots[word] = spot = Core.Ground.Spot.Parse(word);
            return spot;
        }

        Contest Contest()
        {
            var (spot, technique, next, seen) = (Spot()!.Value, Word(), Spot(), Spot());
            var flags = body.ReadByte();
            var exchange = body.Read7BitEncodedInt();
            var moment = body.Read7BitEncodedInt();
            return new Contest
            {
                Spot = spot,
                Technique = technique,
                Next = next,
                NextSeen = seen,
                End = (ContestEnd)(flags & 3),
                Actor = (Actor)((flags >> 2) & 1),
                Side = ((flags >> 3) & 7) is > 0 and var side ? (Side)(side - 1) : null,
                Finished = (flags & 64) != 0,
                Sure = (flags & 128) != 0,
                Place = new MomentPlace(session, roll, exchange, moment == 0 ? null : moment - 1),
                Reasons = List(() => Word()!),
            };
        }
    }
}
