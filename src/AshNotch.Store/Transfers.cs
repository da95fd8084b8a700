using AshNotch.Core.Log;
using Microsoft.Data.Sqlite;

namespace AshNotch.Store;

/// <summary>How many of one kind an import brought.</summary>
public sealed record ImportCount(int Added, int Changed, int Same);

/// <summary>What an import did.</summary>
public sealed record ImportReport
{
    public required ImportCount Partners { get; init; }

    public required ImportCount Sessions { get; init; }

    public required ImportCount Rolls { get; init; }

    /// <summary>Positions, techniques and aliases of the owner's that were new or other than before.</summary>
    public int Words { get; init; }

    /// <summary>Sentences: what differed, what was passed over.</summary>
    public IReadOnlyList<string> Remarks { get; init; } = [];
}

/// <summary>The whole log in and out.</summary>
public sealed class Transfers(Database database)
{
    /// <summary>Reads the whole log from one unchanging picture and hands it over; sessions come as they are asked for.</summary>
    public async Task Export(Func<Athlete?, IReadOnlyList<Partner>, IEnumerable<Session>, Core.Ground.PersonalWords, IReadOnlyList<SelfRating>, IReadOnlyList<Block>, IReadOnlyList<Niggle>, Task> take)
    {
        using var connection = database.Open();
        using var transaction = connection.BeginTransaction(deferred: true);
        await take(Athletes.Get(connection)?.Value, Partners.ForExport(connection), SessionRows.Every(connection), Vocabulary.Get(connection), SelfRatings.All(connection),
            [.. Blocks.Table.All(connection).Select(b => b.Value)], [.. Niggles.Table.All(connection).Select(n => n.Value)]);
    }

    /// <summary>
    /// Merges a checked logbook by id in one transaction. What the file holds replaces what stands under the same id; what
    /// only the log holds stays. The profile is taken over only by a log that has none.
    /// </summary>
    /// <param name="stop">Ends the import between two sessions; nothing is kept then.</param>
    public ImportReport Import(Logbook logbook, CancellationToken stop = default) => database.Write(c =>
    {
        var remarks = Profile(c, logbook.Athlete);
        var words = Vocabulary.Merge(c, logbook.Vocabulary);
        var partners = new Counter();
        foreach (var partner in logbook.Partners)
        {
            var stored = Partners.Get(c, partner.Id, binnedToo: true)?.Value;
            var binned = stored is not null && Partners.Get(c, partner.Id, binnedToo: false) is null;
            if (partners.Count(stored is null, !binned && Same.As(stored, partner)))
                Partners.Save(c, partner);
        }

        if (words > 0)
            Readings.Rebuild(c);

        SelfRatings.Merge(c, logbook.SelfRatings);
        Blocks.Table.Merge(c, logbook.Blocks);
        Niggles.Table.Merge(c, logbook.Niggles);
        var sessions = new Counter();
        var rolls = new Counter();
        using var writer = new SessionWriter(c);
        foreach (var session in logbook.Sessions)
        {
            stop.ThrowIfCancellationRequested();
            Merge(c, writer, session, sessions, rolls);
        }

        return new ImportReport { Partners = partners.Total, Sessions = sessions.Total, Rolls = rolls.Total, Words = words, Remarks = remarks };
    });

    private static void Merge(SqliteConnection connection, SessionWriter writer, Session session, Counter sessions, Counter rolls)
    {
        var stored = Sessions.Get(connection, session.Id)?.Value;
        var known = stored?.Rolls.ToDictionary(r => r.Id) ?? [];
        var news = session.Rolls.Where(r => rolls.Count(!known.ContainsKey(r.Id), Same.As(known.GetValueOrDefault(r.Id), r))).ToHashSet();
        var sameHeader = Same.As(stored is null ? null : stored with { Rolls = [] }, session with { Rolls = [] });
        if (!sessions.Count(stored is null, sameHeader && news.Count == 0))
            return;
        var (key, _) = writer.Header(session);
        for (var i = 0; i < session.Rolls.Count; i++)
            if (news.Contains(session.Rolls[i]))
                writer.Roll(key, session.Rolls[i], i);
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
        if (here.Units != there.Units || here.Objective != there.Objective || here.TrainingStyle != there.TrainingStyle || here.DominantSide != there.DominantSide)
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
