using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Judging.Patterns;
using AshNotch.Core.Load;
using AshNotch.Core.Log;
using AshNotch.Core.Scoring;
using AshNotch.Core.Telling;
using AshNotch.Core.Telling.Text;
using Microsoft.Data.Sqlite;

namespace AshNotch.Store;

/// <summary>
/// One unchanging picture of the log: everything that judging, drilling and logging ask of it, read in one transaction. Whoever
/// answers a question takes one picture and works on it alone, so that no two parts of an answer disagree.
/// </summary>
public sealed class LogSnapshot
{
    private readonly KeptReadings kept;
    private readonly Lazy<AccountReader> reader;
    private readonly Lazy<AccountReader> teller;
    private readonly Lazy<NextMoments> next;

    private readonly Lazy<AccountReader> learned;
    private readonly IReadOnlyList<string> corrections;

    private LogSnapshot(
        KeptReadings kept,
        PersonalWords words,
        GroundMap ground,
        (Lazy<AccountReader> Plain, Lazy<AccountReader> Learned, IReadOnlyList<string> Corrections) readers,
        Lazy<NextMoments>? next
    )
    {
        (this.kept, Words, Ground) = (kept, words, ground);
        (reader, learned, corrections) = readers;
        teller = new Lazy<AccountReader>(Told);
        this.next = next ?? new Lazy<NextMoments>(() => new NextMoments(ground, kept.Readings.Follows));
    }

    /// <summary>Differs after every write.</summary>
    public required long Change { get; init; }

    /// <summary>Differs after every write that a judgement may rest on.</summary>
    public long JudgedChange => kept.Change;

    /// <summary>The owner; null in a log that is new.</summary>
    public required Versioned<Athlete>? Athlete { get; init; }

    /// <summary>What the owner added to the ground.</summary>
    public PersonalWords Words { get; }

    /// <summary>The ground with the owner's additions.</summary>
    public GroundMap Ground { get; }

    /// <summary>The reader of names, which knows the owner's words.</summary>
    public AccountReader Reader => reader.Value;

    /// <summary>
    /// The reader of told accounts: it knows the owner's words, what was set right before, and what the log says is usual.
    /// </summary>
    public AccountReader Teller => teller.Value;

    /// <summary>What was set right of told accounts, the latest first.</summary>
    public IReadOnlyList<Correction> Corrections => Read(corrections);

    /// <summary>Every roll that is not in the bin, as judgements read it, oldest first.</summary>
    public ReadingList Readings => kept.Readings;

    /// <summary>What all of them count for.</summary>
    public LogCounts Counts => kept.Counts;

    /// <summary>Rolls that the file holds and that could not be read, as <c>session/roll</c>.</summary>
    public IReadOnlyList<string> Unreadable => kept.Unreadable;

    /// <summary>What may well come next from each spot.</summary>
    public NextMoments Next => next.Value;

    /// <summary>The people rolled with, last rolled with first.</summary>
    public required IReadOnlyList<PartnerRow> Partners { get; init; }

    /// <summary>Every visit to the mat, as far as its load goes, oldest first.</summary>
    public required IReadOnlyList<Visit> Visits { get; init; }

    /// <summary>What every session taught, oldest first; sessions that name nothing are left out.</summary>
    public required IReadOnlyList<Lesson> Lessons { get; init; }

    /// <summary>The owner's ratings, in the order in which they came.</summary>
    public required IReadOnlyList<SelfRating> SelfRatings { get; init; }

    /// <summary>Drill blocks not in the bin, latest first.</summary>
    public required IReadOnlyList<Versioned<Block>> Blocks { get; init; }

    /// <summary>Niggles not in the bin, latest first.</summary>
    public required IReadOnlyList<Versioned<Niggle>> Niggles { get; init; }

    /// <summary>The line of changes that it belongs to.</summary>
    public required string Lineage { get; init; }

    /// <summary>Rule sets of the owner's own, not in the bin.</summary>
    public required IReadOnlyList<Versioned<RuleSet>> Rulesets { get; init; }

    /// <summary>
    /// The part of the log between two days, either open, and of one attire or both; the list itself when that is all of it.
    /// </summary>
    public ReadingList Between(DateOnly? from, DateOnly? to, Attire? attire) =>
        (from, to, attire) is (null, null, null)
            ? Readings
            : new ReadingList([
                .. Readings.Where(r =>
                    (from is null || r.Date >= from) && (to is null || r.Date <= to) && (attire is null || r.Attire == attire)
                ),
            ]);

    private AccountReader Told() => learned.Value.Knowing(kept.Readings.Follows, Partners.Select(p => p.Partner.Name));

    /// <summary>Reads a picture; what has not changed since an earlier one is taken from there.</summary>
    /// <param name="connection">A connection inside a transaction.</param>
    /// <param name="before">An earlier picture; null for none.</param>
    public static LogSnapshot Read(SqliteConnection connection, LogSnapshot? before)
    {
        var (change, judged, lineage) = connection.One("SELECT change, judged_change, lineage FROM state", r =>
            (r.GetInt64(0), r.GetInt64(1), r.GetString(2))
        );
        // Another log stands in the place of the one that is remembered.
        if (before?.Lineage != lineage)
            before = null;
        var words = before?.JudgedChange == judged ? before.Words : Vocabulary.Get(connection);
        var same = before is not null && (ReferenceEquals(before.Words, words) || Same.As(before.Words, words));
        words = same ? before!.Words : words;
        var ground = same ? before!.Ground : GroundMap.Default.With(words);
        var kept = KeptReadings.Of(connection, ground.Usual, judged, before?.kept);
        var unchanged = before is not null && before.JudgedChange == judged && same ? before : null;
        var (visits, lessons) = unchanged is null ? Sessions.VisitsAndLessons(connection) : (unchanged.Visits, unchanged.Lessons);
        var plain = same ? before!.reader : new Lazy<AccountReader>(() => ReaderOf(words));
        var corrections = Corrected(connection);
        var taught = same && before!.corrections.SequenceEqual(corrections);
        var learned = taught ? before!.learned : new Lazy<AccountReader>(() => plain.Value.Learning(Read(corrections)));
        return new LogSnapshot(kept, words, ground, (plain, learned, taught ? before!.corrections : corrections), unchanged?.next)
        {
            Change = change,
            Lineage = lineage,
            Athlete = unchanged is null ? Athletes.Get(connection) : unchanged.Athlete,
            Partners = unchanged is null ? Store.Partners.Rows(connection, kept.Readings) : unchanged.Partners,
            Visits = visits,
            Lessons = lessons,
            SelfRatings = unchanged is null ? Store.SelfRatings.All(connection) : unchanged.SelfRatings,
            Blocks = Store.Blocks.All(connection),
            Niggles = Store.Niggles.All(connection),
            Rulesets = Store.Rulesets.All(connection),
        };
    }

    // As the file has them, so that it is cheap to see that nothing has changed; the latest first.
    private static IReadOnlyList<string> Corrected(SqliteConnection connection) =>
        connection.All(
            "SELECT r.corrections FROM roll r JOIN session s ON s.key = r.session_key WHERE r.corrections IS NOT NULL "
                + "AND r.binned_at IS NULL AND s.binned_at IS NULL ORDER BY s.date DESC, r.key DESC LIMIT $most",
            r => r.GetString(0),
            ("$most", AccountReader.MostCorrections)
        );

    private static IReadOnlyList<Correction> Read(IReadOnlyList<string> corrections) =>
        [.. corrections.SelectMany(StoredJson.Read<Correction[]>)];

    private static AccountReader ReaderOf(PersonalWords words) =>
        words.Positions.Count + words.Techniques.Count + words.Aliases.Count == 0
            ? AccountReader.Default
            : new AccountReader(GroundMap.Default, words);
}

/// <summary>The latest picture of the log, brought up to date when it is asked for.</summary>
public sealed class Snapshots(Database database) : IDisposable
{
    private readonly SemaphoreSlim reading = new(1);
    private volatile LogSnapshot? latest;

    /// <summary>The log as it is now. A picture that could not be read is not kept: the next question tries again.</summary>
    /// <param name="stop">Ends the waiting.</param>
    /// <exception cref="StoreException">The file cannot be read.</exception>
    public async ValueTask<LogSnapshot> Now(CancellationToken stop = default)
    {
        var change = database.Change;
        if (latest is { } known && known.Change == change)
            return known;
        await reading.WaitAsync(stop);
        try
        {
            return latest is { } newer && newer.Change >= change
                ? newer
                : await Task.Run(() => latest = database.Read(c => LogSnapshot.Read(c, latest)), stop);
        }
        finally
        {
            reading.Release();
        }
    }

    /// <inheritdoc />
    public void Dispose() => reading.Dispose();
}
