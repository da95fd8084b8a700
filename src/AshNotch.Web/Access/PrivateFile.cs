using System.Text.Json;
using AshNotch.Formats;
using AshNotch.Store;

namespace AshNotch.Web.Access;

/// <summary>Small files that only their owner may read, written whole or not at all.</summary>
internal static class PrivateFile
{
    private const UnixFileMode Owner = UnixFileMode.UserRead | UnixFileMode.UserWrite;

    /// <summary>Writes a file: whoever reads it meanwhile finds the one of before.</summary>
    public static void Write(string path, ReadOnlySpan<byte> bytes)
    {
        FolderLock.MakeFolder(Path.GetDirectoryName(path)!);
        var beside = $"{path}.{Environment.ProcessId}.new";
        var options = new FileStreamOptions { Mode = FileMode.Create, Access = FileAccess.Write };
        if (!OperatingSystem.IsWindows())
            options.UnixCreateMode = Owner;
        using (var file = new FileStream(beside, options))
        {
            file.Write(bytes);
            file.Flush(flushToDisk: true);
        }

        File.Move(beside, path, overwrite: true);
    }

    /// <summary>Writes a value as JSON.</summary>
    public static void WriteJson<T>(string path, T value) => Write(path, JsonSerializer.SerializeToUtf8Bytes(value, LogJson.Options));

    /// <summary>Reads a value; null when there is no file or it holds none.</summary>
    public static T? Read<T>(string path)
        where T : class
    {
        try
        {
            return File.Exists(path) ? JsonSerializer.Deserialize<T>(File.ReadAllBytes(path), LogJson.Options) : null;
        }
        catch (JsonException)
        {
            return null;
        }
    }
}
