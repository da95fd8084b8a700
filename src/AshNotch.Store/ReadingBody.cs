using System.Runtime.InteropServices;
using System.Text;
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
            foreach (
                var number in new[]
                {
                    reading.Moments,
                    reading.Links,
                    reading.Linked,
                    reading.Kind is { } kind ? (int)kind + 1 : 0,
                    (int)reading.Against.Intent + (reading.Against.Drill ? DrillMark : 0),
                }
            )
                body.Write7BitEncodedInt(number);
            Word(reading.Against.Partner);
            body.Write(reading.Against.Rung ?? double.NaN);
            body.Write(reading.Against.Kilograms ?? double.NaN);
            List(reading.Starts, Word);
            List(reading.Visits, Word);
            List(reading.Contests, Contest);
            List(reading.Follows, Follow);
            List(reading.Takeaways, Word);
            Goes(reading.Goes);
            body.Flush();

            void List<T>(IReadOnlyList<T> items, Action<T> write)
            {
                body.Write7BitEncodedInt(items.Count);
                foreach (var item in items)
                    write(item);
            }

            void Word<T>(T word) => body.Write7BitEncodedInt(PlaceOf(word?.ToString()));

            void Follow(Followed follow)
            {
                Word(follow.From);
                Word(follow.Technique);
                Word(follow.To);
                body.Write7BitEncodedInt((follow.Count << 1) | (int)follow.Actor);
            }

            void Goes(Goes? goes)
            {
                Word(goes?.Block);
                if (goes is null)
                    return;
                Word(goes.Focus);
                Word(goes.Start);
                body.Write7BitEncodedInt(goes.Rung + 1);
                body.Write(goes.InSpot);
                List(goes.Tries, t => body.Write((byte)((t.Kept ? 1 : 0) | ((t.Side is { } side ? (int)side + 1 : 0) << 1))));
            }

            void Contest(Contest contest)
            {
                Word(contest.Spot);
                Word(contest.Technique);
                Word(contest.Next);
                Word(contest.NextSeen);
                body.Write(
                    (byte)(
                        (int)contest.End
                        | ((int)contest.Actor << 2)
                        | ((contest.Side is { } side ? (int)side + 1 : 0) << 3)
                        | (contest.Finished ? 64 : 0)
                        | (contest.Sure ? 128 : 0)
                    )
                );
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
    /// <param name="words">Words that were met before; grows.</param>
    /// <param name="session">The session's id.</param>
    /// <param name="roll">The roll's id.</param>
    /// <param name="date">The day.</param>
    /// <param name="attire">The attire.</param>
    /// <exception cref="InvalidDataException">The bytes are not what was written.</exception>
    /// <exception cref="IndexOutOfRangeException">They end too early.</exception>
    public static RollReading Read(byte[] bytes, ReadingWords words, string session, string roll, DateOnly date, Attire attire) =>
        new Reader(bytes, words).Roll(session, roll, date, attire);

    private sealed class Reader
    {
        private readonly byte[] bytes;
        private readonly ReadingWords known;
        private readonly string[] words;
        private readonly Spot?[] spots;
        private int at;

        public Reader(byte[] bytes, ReadingWords known)
        {
            (this.bytes, this.known) = (bytes, known);
            words = new string[Whole()];
            Span<char> letters = stackalloc char[256];
            for (var i = 0; i < words.Length; i++)
            {
                var length = Whole();
                var text = bytes.AsSpan(at, length);
                at += length;
                words[i] =
                    length <= letters.Length ? known.Of(letters[..Encoding.UTF8.GetChars(text, letters)]) : Encoding.UTF8.GetString(text);
            }

            spots = new Spot?[words.Length];
        }

        public RollReading Roll(string session, string roll, DateOnly date, Attire attire)
        {
            var (moments, links, linked, kind, intent) = (Whole(), Whole(), Whole(), Whole(), Whole());
            return new RollReading
            {
                Session = session,
                Roll = roll,
                Date = date,
                Attire = attire,
                Kind = kind == 0 ? null : (RollKind)(kind - 1),
                Against = new Against(Word(), Known(), Known(), (Intent)(intent & (DrillMark - 1)), intent >= DrillMark),
                Moments = moments,
                Links = links,
                Linked = linked,
                Starts = List(() => Spot()!.Value),
                Visits = List(() => Spot()!.Value),
                Contests = ImmutableCollectionsMarshal.AsImmutableArray(Items(() => Contest(session, roll))),
                Follows = List(Follow),
                Takeaways = List(() => Word()!),
                Goes = Goes(),
            };
        }

        private int Whole()
        {
            var (value, shift) = (0, 0);
            while (true)
            {
                var part = bytes[at++];
                value |= (part & 127) << shift;
                if (part < 128)
                    return value;
                shift += 7;
            }
        }

        private IReadOnlyList<T> List<T>(Func<T> read) => Items(read);

        private T[] Items<T>(Func<T> read)
        {
            var count = Whole();
            if (count == 0)
                return [];
            if (count < 0 || count > bytes.Length)
                throw new InvalidDataException("A reading that the log keeps is not whole.");
            var items = new T[count];
            for (var i = 0; i < items.Length; i++)
                items[i] = read();
            return items;
        }

        private double? Known()
        {
            var number = BitConverter.ToDouble(bytes, at);
            at += sizeof(double);
            return double.IsNaN(number) ? null : number;
        }

        private string? Word() => Whole() is > 0 and var place ? words[place - 1] : null;

        private Spot? Spot() => Whole() is > 0 and var place ? spots[place - 1] ??= known.Spot(words[place - 1]) : null;

        private Followed Follow()
        {
            var (from, technique, to) = (Spot()!.Value, Word()!, Spot());
            var counted = Whole();
            return new Followed(from, (Actor)(counted & 1), technique, to, counted >> 1);
        }

        private Goes? Goes()
        {
            if (Word() is not { } block)
                return null;
            var (focus, start) = (Word()!, Spot()!.Value);
            var (rung, inSpot) = (Whole() - 1, bytes[at++] != 0);
            return new Goes(
                block,
                focus,
                rung,
                start,
                inSpot,
                List(() =>
                    bytes[at++] is var go && (go >> 1) is > 0 and var side
                        ? new Try((go & 1) != 0, (Side)(side - 1))
                        : new Try((go & 1) != 0)
                )
            );
        }

        private Contest Contest(string session, string roll)
        {
            var (spot, technique, next, seen) = (Spot()!.Value, Word(), Spot(), Spot());
            var flags = bytes[at++];
            var (exchange, moment) = (Whole(), Whole());
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
