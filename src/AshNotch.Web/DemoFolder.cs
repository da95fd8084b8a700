using System.Diagnostics;
using Microsoft.Data.Sqlite;

namespace AshNotch.Web;

/// <summary>The throw-away folder of a demo: named after its process, gone when that ends.</summary>
public static class DemoFolder
{
    private const string Prefix = "ash-notch-demo-";

    /// <summary>The folder of this process.</summary>
    public static string Own => Path.Combine(Path.GetTempPath(), Prefix + Environment.ProcessId);

    /// <summary>Takes away the folders of demos that were killed before they could do it themselves.</summary>
    public static void RemoveLeftovers()
    {
        foreach (var folder in Directory.EnumerateDirectories(Path.GetTempPath(), Prefix + "*"))
            if (int.TryParse(Path.GetFileName(folder)[Prefix.Length..], out var id) && id != Environment.ProcessId && !Runs(id))
                Remove(folder);
    }

    /// <summary>Takes a folder away; one that somebody else holds stays for the next time.</summary>
    public static void Remove(string folder)
    {
        SqliteConnection.ClearAllPools();
        try
        {
            if (Directory.Exists(folder))
                Directory.Delete(folder, recursive: true);
        }
        catch (Exception held) when (held is IOException or UnauthorizedAccessException) { }
    }

    private static bool Runs(int id)
    {
        try
        {
            using var process = Process.GetProcessById(id);
            return true;
        }
        catch (ArgumentException)
        {
            return false;
        }
    }
}
