using AshNotch.Core.Judging.Patterns;

namespace AshNotch.Web.Services;

/// <summary>What keeps happening in a judged part of the log.</summary>
internal static class Recurring
{
    /// <summary>All of it; found once for a judgement.</summary>
    public static AllPatterns In(Judged judged) =>
        judged.Once(typeof(AllPatterns), () =>
            AllPatterns.Of(
                judged.Readings,
                judged.Log.Readings,
                judged.Log.Lessons,
                Drills.Takeaways(judged),
                judged.Judgement,
                judged.Log.Reader,
                judged.Log.Ground
            )
        );
}
