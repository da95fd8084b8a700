using System.Collections;

namespace AshNotch.Core.Telling.Decoding;

/// <summary>The stories that have read up to one word. Those that have fallen far behind the best are not even kept.</summary>
internal sealed class Beam : IEnumerable<Story>
{
    private readonly List<Story> stories = [];
    private double best = double.NegativeInfinity;

    /// <summary>Adds a story, unless it is hopeless.</summary>
    public void Add(Story story)
    {
        if (story.Score < best - Weights.Hopeless)
            return;
        best = Math.Max(best, story.Score);
        stories.Add(story);
    }

    /// <summary>Adds several.</summary>
    public void AddRange(IEnumerable<Story> more)
    {
        foreach (var story in more)
            Add(story);
    }

    /// <summary>The best of each kind, at most so many of them, best first.</summary>
    public IReadOnlyList<Story> Best(int most)
    {
        if (stories.Count == 1)
            return stories;
        stories.Sort((a, b) => b.Score.CompareTo(a.Score));
        var seen = new HashSet<(Ground.Spot?, Log.Actor?, Log.Actor?, string?, Log.Actor, Log.Outcome)>();
        var kept = new List<Story>(most);
        foreach (var story in stories)
        {
            if (story.Score < best - Weights.Hopeless || kept.Count == most)
                break;
            if (seen.Add(story.Likeness))
                kept.Add(story);
        }

        return kept;
    }

    /// <inheritdoc />
    public IEnumerator<Story> GetEnumerator() => stories.GetEnumerator();

    IEnumerator IEnumerable.GetEnumerator() => GetEnumerator();
}
