using System.Security.Cryptography;
using System.Text;
using AshNotch.Core.Judging;
using AshNotch.Formats;
using AshNotch.Store;
using AshNotch.Web.Access;
using Microsoft.AspNetCore.OutputCaching;

namespace AshNotch.Web.Services;

/// <summary>
/// Answers that stay good until the log changes or the day ends. At the end of the program they go to a file beside the log, so that
/// the page that was looked at last is there at once after the next start. The file may be thrown away at any time.
/// </summary>
/// <param name="database">The log.</param>
public sealed class KeptAnswers(Database database) : IOutputCacheStore
{
    /// <summary>The name of the file in the log's folder.</summary>
    public const string FileName = "answers.kept";

    /// <summary>How many bytes are kept in all; what was kept first goes first.</summary>
    public const int MostBytes = 6 * 1024 * 1024;

    private readonly Lock changing = new();
    private readonly Dictionary<string, byte[]> answers = [];
    private readonly Queue<string> order = [];
    private string stands = "";
    private long bytes;
    private bool saved = true;

    /// <summary>Whether the file holds answers: what is taken out of the log must not stay in there.</summary>
    private bool onFile;

    /// <summary>Whether there is something that the file does not hold.</summary>
    public bool Fresh
    {
        get
        {
            lock (changing)
                return !saved && answers.Count > 0;
        }
    }

    private string FilePath => Path.Combine(Path.GetDirectoryName(database.Path)!, FileName);

    /// <summary>Lets go of all answers but those of a log as it stands.</summary>
    /// <param name="now">The log's place in its line of changes, and the day.</param>
    public void Stand(string now)
    {
        lock (changing)
        {
            if (stands == now)
                return;
            Clear();
            stands = now;
            if (onFile)
                ThrowAway();
        }
    }

    /// <inheritdoc />
    public ValueTask<byte[]?> GetAsync(string key, CancellationToken cancellationToken)
    {
        lock (changing)
            return ValueTask.FromResult(answers.GetValueOrDefault(key));
    }

    /// <inheritdoc />
    public ValueTask SetAsync(string key, byte[] value, string[]? tags, TimeSpan validFor, CancellationToken cancellationToken)
    {
        lock (changing)
            Add(key, value);
        return ValueTask.CompletedTask;
    }

    /// <inheritdoc />
    public ValueTask EvictByTagAsync(string tag, CancellationToken cancellationToken)
    {
        lock (changing)
            Clear();
        return ValueTask.CompletedTask;
    }

    /// <summary>
    /// Writes them to the file, with what the log's own file looks like: they are good for no other. When the log has changed since,
    /// they go, and the file with them.
    /// </summary>
    /// <exception cref="IOException">There is no room for it, or no folder any more.</exception>
    public void Save()
    {
        lock (changing)
        {
            if (!stands.StartsWith($"{database.Standing} ", StringComparison.Ordinal))
            {
                Clear();
                if (onFile)
                    ThrowAway();
            }

            if (saved || answers.Count == 0)
                return;
            using var file = new MemoryStream();
            using var writer = new BinaryWriter(file);
            writer.Write(Stamp());
            writer.Write(stands);
            writer.Write(answers.Count);
            foreach (var key in order)
            {
                writer.Write(key);
                writer.Write7BitEncodedInt(answers[key].Length);
                writer.Write(answers[key]);
            }

            writer.Flush();
            var whole = file.GetBuffer().AsSpan(0, (int)file.Length);
            PrivateFile.Write(FilePath, [.. SHA256.HashData(whole), .. whole]);
            onFile = saved = true;
        }
    }

    /// <summary>Takes what the file holds, if it is of this program and of the log as it is; throws the file away otherwise.</summary>
    /// <returns>Whether there is anything.</returns>
    public bool Load()
    {
        try
        {
            if (!File.Exists(FilePath))
                return false;
            onFile = new FileInfo(FilePath).Length <= 2 * MostBytes && Read(File.ReadAllBytes(FilePath));
        }
        catch (Exception unreadable) when (unreadable is IOException or UnauthorizedAccessException or ArgumentException) { }
        if (!onFile)
            ThrowAway();
        return onFile;
    }

    private void ThrowAway()
    {
        try
        {
            File.Delete(FilePath);
            onFile = false;
        }
        catch (Exception kept) when (kept is IOException or UnauthorizedAccessException) { }
    }

    private bool Read(byte[] file)
    {
        if (file.Length < SHA256.HashSizeInBytes)
            return false;
        var whole = file.AsSpan(SHA256.HashSizeInBytes);
        if (!SHA256.HashData(whole).AsSpan().SequenceEqual(file.AsSpan(0, SHA256.HashSizeInBytes)))
            return false;
        using var reader = new BinaryReader(new MemoryStream(file, SHA256.HashSizeInBytes, whole.Length));
        lock (changing)
        {
            Clear();
            if (reader.ReadString() != Stamp())
                return false;
            stands = reader.ReadString();
            for (var left = reader.ReadInt32(); left > 0; left--)
                Add(reader.ReadString(), reader.ReadBytes(reader.Read7BitEncodedInt()));
            saved = true;
        }

        return answers.Count > 0;
    }

    /// <summary>What has to be the same for the answers to be: the program's own code, and the file that it answers from.</summary>
    private string Stamp()
    {
        var log = new FileInfo(database.Path);
        var stamp = new StringBuilder($"{database.Standing} {log.Length} {log.LastWriteTimeUtc.Ticks}");
        foreach (var part in new[] { typeof(KeptAnswers), typeof(Judgement), typeof(LogJson), typeof(Database) })
            stamp.Append(' ').Append(part.Module.ModuleVersionId);
        return stamp.ToString();
    }

    private void Add(string key, byte[] answer)
    {
        if (answer.Length > MostBytes)
            return;
        if (answers.Remove(key, out var old))
            bytes -= old.Length;
        else
            order.Enqueue(key);
        answers[key] = answer;
        bytes += answer.Length;
        saved = false;
        while (bytes > MostBytes && order.TryDequeue(out var first))
            if (answers.Remove(first, out var gone))
                bytes -= gone.Length;
    }

    private void Clear()
    {
        answers.Clear();
        order.Clear();
        bytes = 0;
        saved = false;
    }
}

/// <summary>Keeps an answer that follows from the log, the day and the address alone.</summary>
/// <param name="database">The log.</param>
/// <param name="clock">Tells the day.</param>
/// <param name="answers">Where they are kept.</param>
internal sealed class KeptWithTheLog(Database database, TimeProvider clock, KeptAnswers answers) : IOutputCachePolicy
{
    /// <summary>An answer larger than this is made anew each time, in bytes.</summary>
    public const int Largest = 200 * 1024;

    /// <inheritdoc />
    public ValueTask CacheRequestAsync(OutputCacheContext context, CancellationToken cancellation)
    {
        if (!HttpMethods.IsGet(context.HttpContext.Request.Method))
            return ValueTask.CompletedTask;
        var stands = $"{database.Standing} {clock.Today():yyyy-MM-dd}";
        answers.Stand(stands);
        context.EnableOutputCaching = context.AllowCacheLookup = context.AllowCacheStorage = true;
        context.CacheVaryByRules.QueryKeys = "*";
        context.CacheVaryByRules.VaryByHost = false;
        context.CacheVaryByRules.VaryByValues["stands"] = stands;
        return ValueTask.CompletedTask;
    }

    /// <inheritdoc />
    public ValueTask ServeFromCacheAsync(OutputCacheContext context, CancellationToken cancellation) => ValueTask.CompletedTask;

    /// <inheritdoc />
    public ValueTask ServeResponseAsync(OutputCacheContext context, CancellationToken cancellation)
    {
        var response = context.HttpContext.Response;
        if (response.StatusCode != StatusCodes.Status200OK || response.Headers.SetCookie.Count > 0)
            context.AllowCacheStorage = false;
        return ValueTask.CompletedTask;
    }
}
