using Microsoft.Data.Sqlite;

namespace AshNotch.Store;

/// <summary>Why the store cannot do what was asked of it.</summary>
public enum StoreFault
{
    /// <summary>The disk, or the quota on it, is full.</summary>
    Full,

    /// <summary>Another program holds the file.</summary>
    Busy,

    /// <summary>The file or its folder may only be read.</summary>
    ReadOnly,

    /// <summary>The file's contents are damaged; it can still be read in part and is not written any more.</summary>
    Damaged,

    /// <summary>The file or its folder is not there any more.</summary>
    Gone,

    /// <summary>The file belongs to some other program.</summary>
    Foreign,

    /// <summary>The file was written by a newer version of this program.</summary>
    Newer,

    /// <summary>Another Ash Notch works on the same folder.</summary>
    InUse,

    /// <summary>The disk did not do what it was told.</summary>
    Disk,
}

/// <summary>Something that the store cannot do, for a reason that lies outside the program; its message is a sentence for people.</summary>
public sealed class StoreException : IOException
{
    private const string Kept = "Nothing of this was written; what was kept before is safe.";

    /// <param name="fault">The reason.</param>
    /// <param name="sentence">What is wrong and what to do.</param>
    /// <param name="inner">What SQLite or the system said.</param>
    public StoreException(StoreFault fault, string sentence, Exception? inner = null)
        : base(sentence, inner) => Fault = fault;

    /// <summary>The reason.</summary>
    public StoreFault Fault { get; }

    /// <summary>What an error of SQLite comes to; null for one that is the program's own (a constraint, wrong SQL).</summary>
    /// <param name="error">The error. Result codes: sqlite.org/rescode.html.</param>
    /// <param name="path">The log's file.</param>
    public static StoreException? Of(SqliteException error, string path) =>
        error.SqliteErrorCode switch
        {
            13 => new(StoreFault.Full, $"The disk that holds the log ({path}) is full. {Kept} Make room on it, then try again.", error),
            5 or 6 => new(
                StoreFault.Busy,
                $"Another program holds the log ({path}) just now, perhaps a backup. {Kept} Try again in a moment.",
                error
            ),
            3 or 8 => new(
                StoreFault.ReadOnly,
                $"The log ({path}) may only be read: its disk or its folder is write-protected. {Kept} Give this user the right to "
                    + "write there, then try again.",
                error
            ),
            11 or 26 => Damaged(path, error.Message, error),
            14 => Gone(path, error),
            10 => new(
                StoreFault.Disk,
                $"The disk that holds the log ({path}) reports an error. {Kept} Look after the disk, make a copy of the log, then try "
                    + "again.",
                error
            ),
            _ => null,
        };

    /// <summary>That the file is damaged.</summary>
    public static StoreException Damaged(string path, string found, Exception? inner = null) =>
        new(
            StoreFault.Damaged,
            $"The log ({path}) is damaged ({found.TrimEnd('.')}). It is only read from now on and nothing is written into it: save what "
                + "can be read on the page Data, then put a good copy in its place.",
            inner
        );

    /// <summary>That the file is not there any more.</summary>
    public static StoreException Gone(string path, Exception? inner = null) =>
        new(
            StoreFault.Gone,
            $"The log's file ({path}) cannot be reached; its folder is gone or its disk was taken away. {Kept} Put it back, then try "
                + "again.",
            inner
        );
}
