using AshNotch.Core.Ground;

namespace AshNotch.Core.Telling;

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
            "pass" => close.Kind == "pass",
            "sweep" => close.Kind is "sweep" || close.Finishes() && close.Id == "omoplata",
            "reversal" => close.Kind is "sweep" or "escape",
            "takedown" => close.Kind == "takedown" || close.Id is "wrestle-up",
            "back-take" => close.Kind == "back-take" || close.Id is "arm-drag" or "gift-wrap-step" or "leg-drag-pass",
            "re-guard" => close.Kind is "escape" or "retention" or "defence",
            "escape" => close.Kind is "escape" or "retention" or "defence",
            "choke" => close.Target == "neck",
            "submission" => close.Finishes(),
            "settle-pin" => close.Kind is "pass" or "takedown",
            "guard-setup" => close.Kind == "pull",
            "heel-hook" => close.Id is "inside-heel-hook" or "outside-heel-hook",
            "armbar" => close.Id is "belly-down-armbar",
            "frame-and-hip-escape" => close.Id is "elbow-knee-escape",
            "turtle-up" => false,
            "go-behind" => false,
            "disengage" => close.Id is "clear-the-knee-line",
            "technical-stand-up" => close.Id is "clear-the-knee-line" or "disengage",
            "seat-belt" => close.Kind == "back-take",
            _ => false,
        };
    }
}
