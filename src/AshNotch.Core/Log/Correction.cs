using System.Text.Json.Serialization;
using AshNotch.Core.Ground;

namespace AshNotch.Core.Log;

/// <summary>How words were read.</summary>
/// <param name="Actor">Who.</param>
/// <param name="Technique">What.</param>
/// <param name="Outcome">What became of it.</param>
public sealed record ReadAs(Actor Actor, string Technique, Outcome Outcome);

/// <summary>A moment of an account as its owner left it.</summary>
/// <param name="At">Where the words that tell it begin, in UTF-16 units.</param>
/// <param name="Length">How long they are; 0 for a moment put in without words of its own.</param>
/// <param name="Actor">Who.</param>
/// <param name="Technique">What.</param>
/// <param name="Outcome">What became of it.</param>
public sealed record CorrectedMoment(int At, int Length, Actor Actor, string Technique, Outcome Outcome)
{
    /// <summary>How it had been read, when the owner changed that.</summary>
    public ReadAs? Read { get; init; }

    /// <summary>Whether the owner put it in: nothing had been read.</summary>
    public bool? Added { get; init; }

    /// <summary>Whether the owner set its technique right, or said it where nothing was read.</summary>
    [JsonIgnore]
    public bool Renamed => Added == true || (Read is { } read && read.Technique != Technique);
}

/// <summary>
/// An account that its owner set right in at least one thing: the words, and every moment as it was left. Words that were read and
/// taken out are those that no moment stands on. The reader learns from them.
/// </summary>
/// <param name="Text">The words.</param>
/// <param name="Moments">The moments, in the order of the story.</param>
public sealed record Correction(string Text, IReadOnlyList<CorrectedMoment> Moments)
{
    /// <summary>The longest account that is kept, in UTF-16 units.</summary>
    public const int LongestText = 20_000;

    /// <summary>The most moments of one.</summary>
    public const int MostMoments = 400;

    /// <summary>The most accounts of one roll.</summary>
    public const int MostOfRoll = 5;

    /// <summary>What is wrong with it.</summary>
    /// <param name="at">Where it stands, as a JSON pointer.</param>
    /// <param name="ground">The ground with the owner's own techniques.</param>
    public IEnumerable<Fault> Check(string at, GroundMap ground)
    {
        if (Text.Length is 0 or > LongestText)
            yield return new Fault($"{at}/text", $"The words of a correction are 1 to {LongestText} letters long.");
        if (Moments.Count > MostMoments)
        {
            yield return new Fault($"{at}/moments", $"A correction has at most {MostMoments} moments.");
            yield break;
        }

        for (var i = 0; i < Moments.Count; i++)
        {
            var (moment, here) = (Moments[i], $"{at}/moments/{i}");
            if (moment.At < 0 || moment.Length < 0 || (long)moment.At + moment.Length > Text.Length)
                yield return new Fault($"{here}/at", "The words of a moment lie inside the words of the account.");
            if (ground.Technique(moment.Technique) is null)
                yield return LogRules.UnknownTechnique(moment.Technique, $"{here}/technique");
        }
    }
}
