using AshNotch.Core.Ground;

namespace AshNotch.Core.Telling.Decoding;

/// <summary>Which techniques say again, more loosely, what another has said: "leg drag, passed" is one pass.</summary>
internal static class Restating
{
    /// <summary>Whether <paramref name="loose"/> may be the same moment as <paramref name="close"/> just before it.</summary>
    public static bool SaysAgain(Technique close, Technique loose)
    {
        if (close.Id == loose.Id)
            return loose.Id is not ("armbar" or "guillotine" or "triangle");
        return loose.Id switch
        {
            "pass" => close.Kind == TechniqueKind.Pass,
            "sweep" => close.Kind == TechniqueKind.Sweep || close.Finishes() && close.Id == "omoplata",
            "reversal" => close.Kind is TechniqueKind.Sweep or TechniqueKind.Escape,
            "takedown" => close.Kind == TechniqueKind.Takedown || close.Id is "wrestle-up",
            "back-take" => close.Kind == TechniqueKind.BackTake || close.Id is "arm-drag" or "gift-wrap-step" or "leg-drag-pass",
            "re-guard" => close.Undoes() || close.Kind == TechniqueKind.Defence,
            "escape" => close.Undoes() || close.Kind == TechniqueKind.Defence,
            "choke" => close.Target == "neck",
            "submission" => close.Finishes(),
            "settle-pin" => close.Kind is TechniqueKind.Pass or TechniqueKind.Takedown,
            "guard-setup" => close.Kind == TechniqueKind.Pull,
            "heel-hook" => close.Id is "inside-heel-hook" or "outside-heel-hook",
            "armbar" => close.Id is "belly-down-armbar",
            "frame-and-hip-escape" => close.Id is "elbow-knee-escape",
            "turtle-up" => false,
            "go-behind" => false,
            "disengage" => close.Id is "clear-the-knee-line",
            "technical-stand-up" => close.Id is "clear-the-knee-line" or "disengage",
            "seat-belt" => close.Kind == TechniqueKind.BackTake,
            _ => false,
        };
    }
}
