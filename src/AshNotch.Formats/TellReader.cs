using System.Text.Json;
using AshNotch.Core.Ground;
using AshNotch.Core.Log;

namespace AshNotch.Formats;

/// <summary>An account to be read, with what is known beside it.</summary>
/// <param name="Text">The words.</param>
/// <param name="Attire">With or without the jacket, if known.</param>
/// <param name="Start">Where it began, if known.</param>
public sealed record TellAsked(string Text, Attire? Attire, Spot? Start)
{
    /// <summary>Reads the question from JSON.</summary>
    public static TellAsked Read(JsonElement json, FaultList faults)
    {
        var f = new Fields(json, "", faults);
        var text = f.Text("text");
        if (text is null && faults.Count == 0)
            f.Missing("text");
        return new TellAsked(text ?? "", f.OneOf<Attire>("attire"), f.Spot("start"));
    }
}
