using AshNotch.Store;
using AshNotch.Store.Copies;
using AshNotch.Web.Access;

namespace AshNotch.Web;

/// <summary>What is done to a log from the command line, without the pages: looking at it, copying it, putting a copy back.</summary>
public static class Maintenance
{
    private static string LogIn(string folder) => Path.Combine(folder, "log.db");

    /// <summary>Looks at the whole log, and changes nothing.</summary>
    public static int Check(string folder, TextWriter output)
    {
        var found = LogCheck.Of(LogIn(folder));
        if (found.Holds is { } holds)
            output.WriteLine($"The log in {folder} holds {Says(holds)}.");
        foreach (var fault in found.Faults)
            output.WriteLine(fault);
        output.WriteLine(
            found.Faults.Count == 0
                ? "It is sound."
                : "It is not sound. ./run restore FILE puts a safety copy in its place; they are in "
                    + Path.Combine(folder, "backups")
                    + "."
        );
        return found.Faults.Count == 0 ? 0 : ExitCodes.NotSound;
    }

    /// <summary>Copies the log into a file, also while the program runs.</summary>
    public static int Backup(string folder, string file, TextWriter output) => Tried(output, () =>
        {
            if (!File.Exists(LogIn(folder)))
                throw new StoreException(StoreFault.Gone, $"There is no log in {folder}.");
            if (Directory.Exists(file) || File.Exists(file))
                throw new StoreException(StoreFault.ReadOnly, $"{file} is there already and is left as it is. Name another file.");
            using var database = new Database(LogIn(folder));
            output.WriteLine($"{file} holds {Says(Copy(database, file))}; it was checked.");
        });

    /// <summary>Saves what can be read of a log into a new one.</summary>
    public static int Rescue(string folder, string file, TextWriter output) => Tried(output, () =>
        {
            if (!File.Exists(LogIn(folder)))
                throw new StoreException(StoreFault.Gone, $"There is no log in {folder}.");
            if (Directory.Exists(file) || File.Exists(file))
                throw new StoreException(StoreFault.ReadOnly, $"{file} is there already and is left as it is. Name another file.");
            using var database = new Database(LogIn(folder));
            var saved = Store.Copies.Rescue.Into(database, Path.GetFullPath(file));
            output.WriteLine($"{file} holds {Says(saved.Holds)}; it is a sound log. ./run restore {file} puts it in the log's place.");
            if (saved.LostCount > 0)
                output.WriteLine($"What could not be read ({saved.LostCount}): {string.Join("; ", saved.Lost)}.");
        });

    private static Holdings Copy(Database database, string file)
    {
        database.CopyTo(Path.GetFullPath(file));
        return LogCheck.Of(Path.GetFullPath(file)).Holds!;
    }

    /// <summary>Puts a copy in the place of the log. The program must not run meanwhile.</summary>
    public static int Restore(string folder, string file, bool preview, TextWriter output) => Tried(output, () =>
        {
            if (!File.Exists(file))
                throw new StoreException(StoreFault.Gone, $"There is no file {file}.");
            using var held = FolderLock.Take(folder);
            using var database = new Database(LogIn(folder));
            var backups = new Backups(database, TimeProvider.System);
            var done = new Restores(database, backups).From(Path.GetFullPath(file), take: !preview);
            output.WriteLine($"The log {(preview ? "holds" : "held")} {(done.Now is { } now ? Says(now) : "nothing that can be read")}.");
            output.WriteLine($"{(preview ? "It would hold" : "It holds")} {Says(done.Then)}.");
            if (done.Aside is { } aside)
                output.WriteLine($"What was there before is kept as {aside}; ./run restore takes it back.");
        });

    /// <summary>Sets the passphrase; a program that runs takes it at once.</summary>
    /// <param name="folder">The data folder.</param>
    /// <param name="ask">Answers what was typed after a question; null when it was called off.</param>
    /// <param name="output">Where to say what came of it.</param>
    public static int SetPassphrase(string folder, Func<string, string?> ask, TextWriter output)
    {
        var said = ask("A passphrase, at least 12 characters: ");
        if (said is null || PassphraseRules.Refusal(said) is { } refusal && Say(refusal))
            return ExitCodes.NoPassphrase;
        if (ask("Once more: ") != said)
        {
            output.WriteLine("These two differ. Nothing was set; try again.");
            return ExitCodes.NoPassphrase;
        }

        return Tried(output, () =>
        {
            FolderLock.MakeFolder(folder);
            new Passphrase(Gate.Folder(folder)).Set(said);
            output.WriteLine(
                "The passphrase is set. Every device signs in with it from now on, and those that were signed in are no longer."
            );
        });

        bool Say(string sentence)
        {
            output.WriteLine(sentence);
            return true;
        }
    }

    private static string Says(Holdings holds) =>
        $"{holds.Sessions} sessions with {holds.Rolls} rolls" + (holds.Newest is { } day ? $", the latest of {day:yyyy-MM-dd}" : "");

    private static int Tried(TextWriter output, Action work)
    {
        try
        {
            work();
            return 0;
        }
        catch (StoreException refused)
        {
            output.WriteLine(refused.Message);
            return refused.Fault is StoreFault.Damaged ? ExitCodes.NotSound : ExitCodes.NoLog;
        }
    }
}
