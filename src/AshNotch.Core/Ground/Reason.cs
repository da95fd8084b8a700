namespace AshNotch.Core.Ground;

/// <summary>Why something failed or got through, in the short set that people keep coming back to.</summary>
/// <param name="Id">The id kept in the log.</param>
/// <param name="Says">The reason as a person would say it.</param>
public sealed record Reason(string Id, string Says)
{
    /// <summary>The reasons offered. A log may hold others: they are the owner's own words.</summary>
    public static IReadOnlyList<Reason> Offered { get; } =
    [
        new("gave-space", "gave them space"),
        new("no-grips", "no grips, or theirs came first"),
        new("useless-grip", "kept a grip that did nothing"),
        new("let-go", "let go of everything at once"),
        new("elbow-out", "elbow away from the ribs"),
        new("hand-before-elbow", "hand went where the elbow should"),
        new("posted-the-hand", "posted a hand"),
        new("reached-back", "reached back for a leg"),
        new("head-position", "head in the wrong place"),
        new("lost-inside", "lost the inside: knee line or underhook"),
        new("weight-wrong-side", "weight on the wrong side"),
        new("stayed-on-knees", "stayed on the knees, got stretched"),
        new("flat-on-back", "flat on the back"),
        new("hips-off", "hips too far or too high"),
        new("telegraphed", "they saw it coming"),
        new("rushed", "rushed it"),
        new("half-committed", "waited or half committed"),
        new("finish-before-control", "finish before control"),
        new("did-not-see-it", "did not see it"),
        new("fatigue", "tired"),
        new("strength-or-size", "strength or size"),
        new("no-room", "wall, edge or another pair"),
    ];
}
