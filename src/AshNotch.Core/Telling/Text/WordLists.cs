using System.Reflection;

namespace AshNotch.Core.Telling.Text;

/// <summary>The files of words that the program carries.</summary>
internal static class WordLists
{
    /// <summary>The lines of a file, remarks and empty lines left out.</summary>
    /// <param name="name">Its name in the program, such as <c>telling/words.txt</c>.</param>
    /// <exception cref="InvalidDataException">The program was built without it.</exception>
    public static IReadOnlyList<string> Lines(string name)
    {
        using var stream = Assembly.GetExecutingAssembly().GetManifestResourceStream(name)
            ?? throw new InvalidDataException($"{name} is missing from the program.");
        using var reader = new StreamReader(stream);
        return [.. reader.ReadToEnd().Split('\n').Where(line => line.Length > 0 && line[0] != '#')];
    }
}
