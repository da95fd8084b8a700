namespace AshNotch.Store;

/// <summary>
/// One program a folder: a file that the system itself locks (<c>flock</c>), so that the lock is gone with the process, however
/// that ends.
/// </summary>
public sealed class FolderLock : IDisposable
{
    private const UnixFileMode Owner = UnixFileMode.UserRead | UnixFileMode.UserWrite | UnixFileMode.UserExecute;

    private readonly FileStream held;

    private FolderLock(FileStream held) => this.held = held;

    /// <summary>Takes the folder, and makes it (for its owner alone) when it is not there.</summary>
    /// <param name="folder">The data folder.</param>
    /// <exception cref="StoreException">Another program has it, or it cannot be made or written.</exception>
    public static FolderLock Take(string folder)
    {
        var file = Path.Combine(folder, "in-use.lock");
        try
        {
            MakeFolder(folder);
            Files.Make(file);
            return new FolderLock(new FileStream(file, FileMode.Open, FileAccess.ReadWrite, FileShare.None));
        }
        catch (UnauthorizedAccessException refused)
        {
            throw new StoreException(
                StoreFault.ReadOnly,
                $"The folder {folder} cannot be written to. Give this user the right to, or name another folder in ASHNOTCH_DATA.",
                refused
            );
        }
        catch (IOException failed) when (Directory.Exists(folder) && File.Exists(file))
        {
            throw new StoreException(
                StoreFault.InUse,
                $"Another Ash Notch already works on the folder {folder}. Use that one, stop it first, or name another folder in "
                    + "ASHNOTCH_DATA.",
                failed
            );
        }
        catch (IOException failed)
        {
            throw new StoreException(
                StoreFault.Gone,
                $"The folder {folder} cannot be made: {failed.Message.TrimEnd('.')}. Name another one in ASHNOTCH_DATA.",
                failed
            );
        }
    }

    /// <summary>
    /// Makes a folder that only its owner may look into, and those above it that are missing; what is there stays as it is.
    /// </summary>
    public static void MakeFolder(string folder)
    {
        if (Directory.Exists(folder))
            return;
        if (OperatingSystem.IsWindows())
        {
            Directory.CreateDirectory(folder);
            return;
        }

        // The mode goes for the last folder of a path alone: each above it is made by itself.
        if (Path.GetDirectoryName(Path.GetFullPath(folder)) is { } above)
            MakeFolder(above);
        Directory.CreateDirectory(folder, Owner);
    }

    /// <inheritdoc />
    public void Dispose() => held.Dispose();
}
