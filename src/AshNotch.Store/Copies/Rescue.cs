using AshNotch.Core.Ground;
using AshNotch.Core.Log;
using Microsoft.Data.Sqlite;

namespace AshNotch.Store.Copies;

/// <summary>What could be saved of a damaged log.</summary>
/// <param name="Name">The new file's name.</param>
/// <param name="Holds">What is in it.</param>
/// <param name="Lost">What could not be read, by name; the first hundred.</param>
/// <param name="LostCount">How many things could not be read.</param>
public sealed record Rescued(string Name, Holdings Holds, IReadOnlyList<string> Lost, int LostCount);

/// <summary>Saves every row of a damaged log that can be read into a new file, which is a sound log of its own.</summary>
public static class Rescue
{
    private const int MostNamed = 100;

    /// <summary>Reads what can be read, and writes it.</summary>
    /// <param name="damaged">The log; it is only read.</param>
    /// <param name="path">Where the new log is to stand; nothing may be there.</param>
    /// <exception cref="StoreException">The new file cannot be written.</exception>
    public static Rescued Into(Database damaged, string path)
    {
        var lost = new List<string>();
        var half = path + CheckedCopy.Half;
        try
        {
            using var from = damaged.Open();
            using var picture = from.BeginTransaction(deferred: true);
            using (var to = new Database(half))
            {
                var book = Read(from, lost);
                var transfers = new Transfers(to);
                var done = book.Athlete.Name.Length > 0 ? transfers.Import(book).Faults : Taken(transfers, book);
                lost.AddRange(done.Select(f => f.Sentence));
                to.Settle();
            }

            SqliteConnection.ClearAllPools();
            if (LogCheck.Of(half) is not { Faults.Count: 0, Holds: { } holds })
                throw StoreException.Damaged(half, "what was saved is not whole");
            File.Move(half, path);
            return new Rescued(Path.GetFileName(path), holds, [.. lost.Take(MostNamed)], lost.Count);
        }
        catch (Exception error) when (error is IOException and not StoreException or UnauthorizedAccessException)
        {
            throw new StoreException(
                StoreFault.Disk,
                $"What can be read could not be written to {path}: {error.Message.TrimEnd('.')}. Make room or name another place, then "
                    + "try again.",
                error
            );
        }
        finally
        {
            foreach (var ending in (string[])["", "-wal", "-shm", "-journal"])
                if (File.Exists(half + ending))
                    File.Delete(half + ending);
        }
    }

    private static IReadOnlyList<Fault> Taken(Transfers transfers, Logbook book)
    {
        transfers.Take(book.Partners, book.Sessions, _ => { }, CancellationToken.None);
        return [];
    }

    /// <summary>Each kind of record by itself: one that cannot be read costs no other.</summary>
    private static Logbook Read(SqliteConnection from, List<string> lost)
    {
        T Part<T>(string name, Func<T> read, T nothing)
        {
            try
            {
                return read();
            }
            catch (Exception broken) when (SessionRows.IsBroken(broken))
            {
                lost.Add(name);
                return nothing;
            }
        }

        var nobody = new Athlete { Name = "", Belt = BeltColour.White };
        return new Logbook
        {
            Athlete = Part("the profile", () => Athletes.Get(from)?.Value ?? nobody, nobody),
            Partners = Part("the partners", () => Partners.ForExport(from), []),
            Vocabulary = Part("your own words", () => Vocabulary.Get(from), PersonalWords.None),
            SelfRatings = Part("your ratings", () => SelfRatings.All(from), []),
            Blocks = Part<IReadOnlyList<Block>>("the drill blocks", () => [.. Blocks.Table.All(from).Select(b => b.Value)], []),
            Niggles = Part<IReadOnlyList<Niggle>>("the niggles", () => [.. Niggles.Table.All(from).Select(n => n.Value)], []),
            Rulesets = Part<IReadOnlyList<Core.Scoring.RuleSet>>(
                "your own rules",
                () => [.. Rulesets.Table.All(from).Select(r => r.Value)],
                []
            ),
            Clocks = Part<IReadOnlyList<ClockPreset>>("your own clocks", () => [.. ClockPresets.Table.All(from).Select(c => c.Value)], []),
            Sessions = Part<IReadOnlyList<Session>>("the sessions", () => [.. SessionRows.Every(from, lost)], []),
        };
    }
}
