using System.Reflection;

namespace AshNotch.Formats;

/// <summary>The published schemas of the file formats.</summary>
public static class Schemas
{
    /// <summary>The JSON Schema (2020-12) of <see cref="LogbookFile"/>.</summary>
    public static string Logbook1 { get; } = Read("schemas/logbook-1.json");

    private static string Read(string name)
    {
        using var stream = Assembly.GetExecutingAssembly().GetManifestResourceStream(name)!;
        using var reader = new StreamReader(stream);
        return reader.ReadToEnd();
    }
}
