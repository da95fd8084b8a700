using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Log;
using Microsoft.Data.Sqlite;

namespace AshNotch.Store;

/// <summary>
/// The readings of all rolls in memory, oldest first, with what they add up to. After a write only the rolls that it touched are
/// read anew: the rest, and the counts but for the difference, are those of before.
/// </summary>
internal sealed class KeptReadings
{
    private const string Columns = "r.key, s.key, r.place, s.id, r.id, s.date, s.start_time, s.attire, d.body";
    private const string Joined = "reading d JOIN roll r ON r.key = d.roll_key JOIN session s ON s.key = r.session_key";
    private const string Visible = "r.binned_at IS NULL AND s.binned_at IS NULL";

    /// <summary>From this share of the log on, reading all of it anew is as quick.</summary>
    private const double MostTouched = 0.5;

    private readonly Entry[] entries;

    private KeptReadings(Entry[] entries, ReadingList readings, LogCounts counts, long change, IReadOnlyList<string> unreadable) =>
        (this.entries, Readings, Counts, Change, Unreadable) = (entries, readings, counts, change, unreadable);

    /// <summary>The readings of every roll that is not in the bin, oldest first.</summary>
    public ReadingList Readings { get; }

    /// <summary>What all of them count for.</summary>
    public LogCounts Counts { get; }

    /// <summary>The judged change that they stand at.</summary>
    public long Change { get; }

    /// <summary>Rolls that could not be read, as <c>session/roll</c>.</summary>
    public IReadOnlyList<string> Unreadable { get; }

    /// <summary>Reads what has changed since an earlier state, or everything.</summary>
    /// <param name="connection">A connection inside a transaction.</param>
    /// <param name="ground">The ground that the counts go by.</param>
    /// <param name="change">The judged change that the transaction sees.</param>
    /// <param name="before">An earlier state; null for none.</param>
    public static KeptReadings Of(SqliteConnection connection, UsualGround ground, long change, KeptReadings? before)
    {
        if (before is null || before.Unreadable.Count > 0)
            return Whole(connection, ground, change);
        if (before.Change == change)
            return ReferenceEquals(before.Counts.Ground, ground)
                ? before
                : new KeptReadings(before.entries, before.Readings, LogCounts.Of(before.Readings, ground), change, []);
        var touched = connection
            .All("SELECT roll_key FROM touched WHERE change > $change", r => r.GetInt64(0), ("$change", before.Change))
            .ToHashSet();
        if (touched.Count > MostTouched * before.entries.Length)
            return Whole(connection, ground, change);
        var (now, unreadable) = Read(connection, touched);
        List<RollReading> gone = [.. before.entries.Where(e => touched.Contains(e.Roll)).Select(e => e.Reading)];
        List<RollReading> come = [.. now.Select(e => e.Reading)];
        var entries = Merged(Array.FindAll(before.entries, e => !touched.Contains(e.Roll)), now);
        var readings = before.Readings.Changed(ReadingsOf(entries), gone, come);
        if (!ReferenceEquals(before.Counts.Ground, ground))
            return new KeptReadings(entries, readings, LogCounts.Of(readings, ground), change, unreadable);
        var counts = before.Counts.Copy();
        foreach (var reading in gone)
            counts.Add(reading, -1);
        foreach (var reading in come)
            counts.Add(reading);
        return new KeptReadings(entries, readings, counts, change, unreadable);
    }

    /// <summary>Both in one order: the first is in it already, the second is brought into it.</summary>
    private static Entry[] Merged(Entry[] stay, Entry[] come)
    {
        Array.Sort(come);
        var all = new Entry[stay.Length + come.Length];
        var (s, c) = (0, 0);
        for (var i = 0; i < all.Length; i++)
            all[i] = c == come.Length || (s < stay.Length && stay[s].CompareTo(come[c]) < 0) ? stay[s++] : come[c++];
        return all;
    }

    private static RollReading[] ReadingsOf(Entry[] entries) => Array.ConvertAll(entries, e => e.Reading);

    private static KeptReadings Whole(SqliteConnection connection, UsualGround ground, long change)
    {
        var (entries, unreadable) = Read(connection, null);
        Array.Sort(entries);
        var readings = new ReadingList(ReadingsOf(entries));
        return new KeptReadings(entries, readings, LogCounts.Of(readings, ground), change, unreadable);
    }

    private static (Entry[] Entries, IReadOnlyList<string> Unreadable) Read(SqliteConnection connection, HashSet<long>? only)
    {
        var words = new ReadingWords();
        var unreadable = new List<string>();
        var entries = new List<Entry>();
        using var command = only is null
            ? connection.Prepare($"SELECT {Columns} FROM {Joined} WHERE {Visible}")
            : connection.Prepare(
                $"SELECT {Columns} FROM {Joined} WHERE {Visible} AND d.roll_key IN (SELECT value FROM json_each($keys))",
                ("$keys", $"[{string.Join(',', only)}]")
            );
        using var reader = command.ExecuteReader();
        while (reader.Read())
        {
            if (Entry.Read(reader, words) is { } entry)
                entries.Add(entry);
            else
                unreadable.Add($"{reader.GetString(3)}/{reader.GetString(4)}");
        }

        return ([.. entries], unreadable);
    }

    /// <summary>A reading and what its place in the order follows from.</summary>
    private sealed record Entry(long Roll, long Session, int Place, string StartTime, RollReading Reading) : IComparable<Entry>
    {
        public static Entry? Read(SqliteDataReader r, ReadingWords words)
        {
            try
            {
                var reading = ReadingBody.Read(
                    r.GetFieldValue<byte[]>(8),
                    words,
                    words.Of(r.GetString(3)),
                    r.GetString(4),
                    Words.Date(r.GetString(5)),
                    Words.Required<Attire>(r.GetString(7))
                );
                return new Entry(r.GetInt64(0), r.GetInt64(1), r.GetInt32(2), words.Of(r.Text(6) ?? ""), reading);
            }
            catch (Exception broken)
                when (broken is IOException or FormatException or InvalidDataException or IndexOutOfRangeException or ArgumentException)
            {
                return null;
            }
        }

        /// <summary>By day, time, session and place; sessions without a time come first on their day.</summary>
        public int CompareTo(Entry? other)
        {
            if (other is null)
                return 1;
            var by = Reading.Date.CompareTo(other.Reading.Date);
            by = by != 0 ? by : string.CompareOrdinal(StartTime, other.StartTime);
            by = by != 0 ? by : Session.CompareTo(other.Session);
            by = by != 0 ? by : Place.CompareTo(other.Place);
            return by != 0 ? by : Roll.CompareTo(other.Roll);
        }
    }
}
