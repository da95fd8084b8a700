using AshNotch.Core.Log;

namespace AshNotch.Core.Scoring;

/// <summary>A weight class.</summary>
/// <param name="UpTo">Its upper limit in kilograms; null for the open one above the last.</param>
/// <param name="Spare">Kilograms below the limit; null for the open one.</param>
/// <param name="Above">What would have to come off for the next lower class, in kilograms; null in the lowest.</param>
public sealed record WeightClass(double? UpTo, double? Spare, double? Above);

/// <summary>Which class somebody stands in.</summary>
public static class WeightClasses
{
    /// <summary>The class of a weight as the scales show it: a limit itself still belongs to its class.</summary>
    /// <param name="rules">The rule set.</param>
    /// <param name="sex">The table; asked for nothing else.</param>
    /// <param name="attire">The attire.</param>
    /// <param name="kilograms">The weight, with the gi on where <see cref="RuleSet.WeighInWithGi"/> asks for it.</param>
    /// <returns>Null when the rule set has no classes for these.</returns>
    public static WeightClass? Of(RuleSet rules, Sex sex, Attire attire, double kilograms)
    {
        if (!rules.WeightClasses.TryGetValue(sex, out var table) || !table.TryGetValue(attire, out var limits) || limits.Count == 0)
            return null;
        var at = limits.TakeWhile(l => l < kilograms).Count();
        double? upTo = at < limits.Count ? limits[at] : null;
        return new WeightClass(upTo, upTo - kilograms, at > 0 ? kilograms - limits[at - 1] : null);
    }
}
