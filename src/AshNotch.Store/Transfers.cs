using AshNotch.Core.Ground;
using AshNotch.Core.Log;
using AshNotch.Core.Scoring;
using Microsoft.Data.Sqlite;

namespace AshNotch.Store;

/// <summary>How many of one kind an import brought.</summary>
public sealed record ImportCount(int Added, int Changed, int Same);

/// <summary>What an import did.</summary>
public sealed record ImportReport
{
    /// <summary>Partners.</summary>
    public required ImportCount Partners { get; init; }

    /// <summary>Sessions.</summary>
    public required ImportCount Sessions { get; init; }

    /// <summary>Rolls.</summary>
    public required ImportCount Rolls { get; init; }

    /// <summary>Positions, techniques and aliases of the owner's that were new or other than before.</summary>
    public int Words { get; init; }

    /// <summary>Sentences: what differed, what was passed over.</summary>
    public IReadOnlyList<string> Remarks { get; init; } = [];
}

/// <summary>What became of an import.</summary>
/// <param name="Report">What it did; null when it was refused.</param>
/// <param name="Faults">Why it was refused, whole.</param>
public sealed record Imported(ImportReport? Report, IReadOnlyList<Fault> Faults);

/// <summary>The whole log as it goes into a file.</summary>
/// <param name="Athlete">The owner; null in a log that has none.</param>
/// <param name="Partners">Everyone that is not in the bin or whom a roll names.</param>
/// <param name="Sessions">The sessions, read as they are asked for.</param>
/// <param name="Words">What the owner added to the ground.</param>
/// <param name="SelfRatings">The owner's ratings.</param>
/// <param name="Blocks">Drill blocks.</param>
/// <param name="Niggles">Niggles.</param>
/// <param name="Rulesets">Rule sets of the owner's own.</param>
/// <param name="Clocks">Ways of the owner's own to set the round clock.</param>
/// <param name="Unreadable">What could not be read, by name; grows while the sessions are taken.</param>
public sealed record WholeLog(
    Athlete? Athlete,
    IReadOnlyList<Partner> Partners,
    IEnumerable<Session> Sessions,
    PersonalWords Words,
    IReadOnlyList<SelfRating> SelfRatings,
    IReadOnlyList<Block> Blocks,
    IReadOnlyList<Niggle> Niggles,
    IReadOnlyList<RuleSet> Rulesets,
    IReadOnlyList<ClockPreset> Clocks,
    IReadOnlyList<string> Unreadable
);

/// <summary>The whole log in and out.</summary>
public sealed class Transfers(Database database)
{
    /// <summary>What marks sessions and partners that an import has put into the file and not shown yet.</summary>
    internal const string Importing = "importing";

    private const int SessionsAtOnce = 60;

    /// <summary>Reads the whole log from one unchanging picture and hands it over; sessions come as they are asked for.</summary>
    public async Task Export(Func<WholeLog, Task> take)
    {
        using var connection = database.Open();
        using var transaction = connection.BeginTransaction(deferred: true);
        var unreadable = new List<string>();
        await take(
            new WholeLog(
                Athletes.Get(connection)?.Value,
                Partners.ForExport(connection),
                SessionRows.Every(connection, unreadable),
                Vocabulary.Get(connection),
                SelfRatings.All(connection),
                [.. Blocks.Table.All(connection).Select(b => b.Value)],
                [.. Niggles.Table.All(connection).Select(n => n.Value)],
                [.. Rulesets.Table.All(connection).Select(r => r.Value)],
                [.. ClockPresets.Table.All(connection).Select(p => p.Value)],
                unreadable
            )
        );
    }

    /// <summary>
    /// Merges a checked logbook by id, all of it or none. What the file holds replaces what stands under the same id; what only
    /// the log holds stays. The profile is taken over only by a log that has none. New sessions go in a few at a time, hidden, so
    /// that nobody who saves meanwhile has to wait; one transaction at the end shows them and writes the rest. An import that was
    /// called off or cut short leaves only hidden rows, which are taken away.
    /// </summary>
    /// <param name="logbook">The logbook.</param>
    /// <param name="progress">Told now and then how many sessions are in.</param>
    /// <param name="stop">Ends the import between two sessions; nothing is kept then.</param>
    public Imported Import(Logbook logbook, Action<int>? progress = null, CancellationToken stop = default) =>
        Alone(() =>
        {
            var (words, faults) = database.Read(c => Vocabulary.Joined(c, logbook.Vocabulary));
            return faults.Count > 0
                ? new Imported(null, faults)
                : new Imported(Import(logbook, GroundMap.Default.With(words), c => Profile(c, logbook.Athlete), progress, stop), []);
        });

    /// <summary>
    /// Writes partners and sessions as an import does, with nothing of a profile, and something else in the same last transaction.
    /// </summary>
    internal void Take(
        IReadOnlyList<Partner> partners,
        IReadOnlyList<Session> sessions,
        Action<SqliteConnection> beside,
        CancellationToken stop
    ) =>
        Alone(() =>
        {
            var book = new Logbook
            {
                Athlete = new Athlete { Name = "nobody", Belt = BeltColour.White },
                Partners = partners,
                Sessions = sessions,
            };
            var ground = GroundMap.Default.With(database.Read(Vocabulary.Get));
            List<string> Beside(SqliteConnection connection)
            {
                beside(connection);
                return [];
            }

            return Import(book, ground, Beside, null, stop);
        });

    /// <summary>One import at a time; one that does not come to its end leaves nothing.</summary>
    private T Alone<T>(Func<T> import)
    {
        lock (database.Importing)
        {
            try
            {
                RemoveHidden();
                return import();
            }
            catch
            {
                RemoveHidden();
                throw;
            }
        }
    }

    /// <summary>Takes away what an import that did not come to its end has left.</summary>
    internal void RemoveHidden()
    {
        while (
            database.Aside(c =>
            {
                var keys = c.All($"SELECT key FROM session WHERE binned_at = '{Importing}' LIMIT {SessionsAtOnce}", r => r.GetInt64(0));
                var these = $"({string.Join(',', keys)})";
                c.Run(
                    $"DELETE FROM roll_words WHERE rowid IN (SELECT key FROM roll WHERE session_key IN {these}); DELETE FROM "
                        + $"session_words WHERE rowid IN {these}"
                );
                c.Run($"DELETE FROM session WHERE key IN {these}");
                return keys.Count;
            }) > 0
        ) { }

        database.Aside(c => c.Run($"DELETE FROM partner WHERE binned_at = '{Importing}'"));
    }

    private ImportReport Import(
        Logbook logbook,
        GroundMap ground,
        Func<SqliteConnection, List<string>> profile,
        Action<int>? progress,
        CancellationToken stop
    )
    {
        var sheets = database.Read(Partners.Everybody).ToDictionary(p => p.Id);
        var present = database.Read(c => c.All("SELECT id FROM session", r => r.GetString(0)).ToHashSet());
        var newPartners = logbook.Partners.Where(p => !sheets.ContainsKey(p.Id)).ToList();
        var newSessions = logbook.Sessions.Where(s => !present.Contains(s.Id)).ToList();
        var (sessions, rolls) = (new Counter(), new Counter());
        var changed = Compare([.. logbook.Sessions.Where(s => present.Contains(s.Id))], sessions, rolls, stop);
        database.Aside(c =>
        {
            foreach (var partner in newPartners)
                Partners.Save(c, partner, Importing);
            return 0;
        });
        foreach (var partner in newPartners)
            sheets[partner.Id] = partner;
        var done = 0;
        foreach (var chunk in Ahead(newSessions.Chunk(SessionsAtOnce), s => ReadingsOf(s, sheets, ground)))
        {
            stop.ThrowIfCancellationRequested();
            database.Aside(c =>
            {
                using var writer = new SessionWriter(c, ground);
                foreach (var (session, bodies) in chunk)
                {
                    var (key, _) = writer.Header(session, Importing);
                    for (var i = 0; i < session.Rolls.Count; i++)
                        writer.Roll(key, session.Rolls[i], i, bodies[i]);
                    sessions.Count(isNew: true, isSame: false);
                    foreach (var _ in session.Rolls)
                        rolls.Count(isNew: true, isSame: false);
                }

                return 0;
            });
            progress?.Invoke(done += chunk.Count);
        }

        stop.ThrowIfCancellationRequested();
        return database.Write(c =>
        {
            var remarks = profile(c);
            var words = Vocabulary.Merge(c, logbook.Vocabulary);
            c.Run($"UPDATE session SET binned_at = NULL WHERE binned_at = '{Importing}'");
            // Somebody's sheet may have been changed while the sessions went in.
            foreach (var other in Partners.Everybody(c).Where(p => !Same.As(sheets.GetValueOrDefault(p.Id), p)))
                Readings.PartnerChanged(c, other.Id);
            var partners = Show(c, logbook.Partners, newPartners);
            SelfRatings.Merge(c, logbook.SelfRatings);
            Blocks.Table.Merge(c, logbook.Blocks);
            Niggles.Table.Merge(c, logbook.Niggles);
            Rulesets.Table.Merge(c, logbook.Rulesets);
            ClockPresets.Table.Merge(c, logbook.Clocks);
            using var writer = new SessionWriter(c, ground);
            foreach (var (session, news) in changed)
            {
                var (key, _) = writer.Header(session);
                for (var i = 0; i < session.Rolls.Count; i++)
                    if (news.Contains(session.Rolls[i].Id))
                        writer.Roll(key, session.Rolls[i], i);
            }

            return new ImportReport
            {
                Partners = partners,
                Sessions = sessions.Total,
                Rolls = rolls.Total,
                Words = words,
                Remarks = remarks,
            };
        });
    }

    private static byte[][] ReadingsOf(Session session, Dictionary<string, Partner> sheets, GroundMap ground) =>
        [.. session.Rolls.Select(r => Readings.BodyOf(r, sheets.GetValueOrDefault(r.PartnerId ?? ""), ground))];

    /// <summary>Chunks with what was worked out for each of their items; the next one is worked on while the last is being used.</summary>
    private static IEnumerable<List<(TItem, TMade)>> Ahead<TItem, TMade>(IEnumerable<TItem[]> chunks, Func<TItem, TMade> make)
    {
        Task<List<(TItem, TMade)>>? next = null;
        foreach (var chunk in chunks)
        {
            var made = next;
            next = Task.Run(() => chunk.Select(item => (item, make(item))).ToList());
            if (made is not null)
                yield return made.GetAwaiter().GetResult();
        }

        if (next is not null)
            yield return next.GetAwaiter().GetResult();
    }

    /// <summary>Which sessions of those that stand differ from the file's, and by which rolls.</summary>
    private List<(Session Session, HashSet<string> News)> Compare(
        IReadOnlyList<Session> both,
        Counter sessions,
        Counter rolls,
        CancellationToken stop
    )
    {
        var changed = new List<(Session, HashSet<string>)>();
        foreach (var chunk in both.Chunk(SessionsAtOnce))
        {
            stop.ThrowIfCancellationRequested();
            var stored = database
                .Read(c =>
                    SessionRows.Sessions(
                        c,
                        c.All(
                            "SELECT key FROM session WHERE binned_at IS NULL AND id IN (SELECT value FROM json_each($ids))",
                            r => r.GetInt64(0),
                            ("$ids", Commands.Json([.. chunk.Select(s => s.Id)]))
                        )
                    )
                )
                .ToDictionary(s => s.Value.Id, s => s.Value);
            foreach (var session in chunk)
            {
                var before = stored.GetValueOrDefault(session.Id);
                var old = before?.Rolls.ToDictionary(r => r.Id) ?? [];
                var news = session
                    .Rolls.Where(r => rolls.Count(!old.ContainsKey(r.Id), Same.As(old.GetValueOrDefault(r.Id), r)))
                    .Select(r => r.Id)
                    .ToHashSet();
                var sameHeader = Same.As(before is null ? null : before with { Rolls = [] }, session with { Rolls = [] });
                if (sessions.Count(before is null, sameHeader && news.Count == 0))
                    changed.Add((session, news));
            }
        }

        return changed;
    }

    /// <summary>
    /// Shows the file's partners: new ones as they are, those that stand where they differ. Somebody whom the file calls deleted
    /// does not come back by it; somebody deleted here since the file was made does.
    /// </summary>
    private static ImportCount Show(SqliteConnection connection, IReadOnlyList<Partner> all, IReadOnlyList<Partner> added)
    {
        var counter = new Counter();
        var isNew = added.Select(p => p.Id).ToHashSet();
        foreach (var partner in all)
        {
            if (isNew.Contains(partner.Id))
            {
                counter.Count(isNew: true, isSame: false);
                connection.Run(
                    $"UPDATE partner SET binned_at = $binned WHERE id = $id AND binned_at = '{Importing}'",
                    ("$id", partner.Id),
                    ("$binned", partner.Deleted is true ? DateTime.UnixEpoch.ToString("O") : null)
                );
                continue;
            }

            var stored = Partners.Get(connection, partner.Id, binnedToo: true)?.Value;
            var binned = Partners.Get(connection, partner.Id, binnedToo: false) is null;
            var same = Same.As(stored, partner with { Deleted = null });
            if (!counter.Count(isNew: false, same && (!binned || partner.Deleted is true)))
                continue;
            Partners.Save(connection, partner);
            if (binned && partner.Deleted is true)
                Bins.Bin(connection, "partner", "id = $id", DateTimeOffset.UnixEpoch, ("$id", partner.Id));
        }

        return counter.Total;
    }

    private static List<string> Profile(SqliteConnection connection, Athlete athlete)
    {
        if (Athletes.Get(connection) is not { } stored)
        {
            Athletes.Put(connection, athlete, 1);
            return [];
        }

        return stored.Value == athlete
            ? []
            : [$"The profile here was kept. The file's differs in: {string.Join(", ", Differences(stored.Value, athlete))}."];
    }

    private static IEnumerable<string> Differences(Athlete here, Athlete there)
    {
        if (here.Name != there.Name)
            yield return $"name ({there.Name})";
        if (here.Belt != there.Belt || here.Stripes != there.Stripes)
            yield return $"belt ({Word.Of(there.Belt)}, {there.Stripes ?? 0} stripes)";
        if (here.WeightKg != there.WeightKg)
            yield return FormattableString.Invariant($"weight ({there.WeightKg?.Value} kg)");
        if (
            here.Units != there.Units
            || here.Objective != there.Objective
            || here.TrainingStyle != there.TrainingStyle
            || here.DominantSide != there.DominantSide
            || here.Sex != there.Sex
        )
            yield return "settings";
    }

    private sealed class Counter
    {
        private int added;
        private int changed;
        private int same;

        public ImportCount Total => new(added, changed, same);

        /// <summary>Counts one; true when it has to be written.</summary>
        public bool Count(bool isNew, bool isSame)
        {
            if (isNew)
                added++;
            else if (isSame)
                same++;
            else
                changed++;
            return isNew || !isSame;
        }
    }
}
