namespace AshNotch.Core.Ground;

/// <summary>What must hold of any ground, shipped or added to.</summary>
public static class GroundRules
{
    /// <summary>The kinds a technique may be of.</summary>
    public static IReadOnlySet<string> Kinds { get; } = new HashSet<string>
    {
        "takedown", "pull", "entry", "break", "pass", "sweep", "back-take", "escape", "retention", "defence", "stand-up",
        "advance", "submission",
    };

    /// <summary>Sentences, one for each thing that is wrong; none when all is well.</summary>
    public static IReadOnlyList<string> Check(IReadOnlyList<Position> positions, IReadOnlyList<Technique> techniques)
    {
        var faults = new List<string>();
        Unique(positions.Select(p => p.Id), "position", faults);
        Unique(techniques.Select(t => t.Id), "technique", faults);
        var roles = positions.GroupBy(p => p.Id).ToDictionary(g => g.Key, g => g.First().Roles);
        foreach (var position in positions)
        {
            var legal = position.Roles is [Role.Even] or [Role.Top, Role.Bottom];
            if (!legal)
                faults.Add($"Position '{position.Id}' must have either the role even, or top and bottom.");
            if (position.Roles is [Role.Even] && (position.Worth != 0 || position.Level != 0))
                faults.Add($"Position '{position.Id}' is even, so it can favour nobody.");
            if (position.Worth is < -1 or > 1)
                faults.Add($"Position '{position.Id}' has a worth outside -1 to 1.");
        }

        foreach (var technique in techniques)
        {
            if (!Kinds.Contains(technique.Kind))
                faults.Add($"Technique '{technique.Id}' is of the unknown kind '{technique.Kind}'.");
            foreach (var spot in technique.From.Where(f => f is not ("*" or "*guard:top" or "*guard:bottom")).Concat(technique.To))
                if (!Exists(spot, roles))
                    faults.Add($"Technique '{technique.Id}' names the spot '{spot}', which does not exist.");
        }

        return faults;
    }

    private static void Unique(IEnumerable<string> ids, string what, List<string> faults) =>
        faults.AddRange(ids.GroupBy(id => id).Where(g => g.Count() > 1).Select(g => $"Two {what}s share the id '{g.Key}'."));

    private static bool Exists(string text, Dictionary<string, IReadOnlyList<Role>> roles)
    {
        var parts = text.Split(':');
        if (!roles.TryGetValue(parts[0], out var known) || parts.Length > 2)
            return false;
        return parts.Length == 1
            ? known is [Role.Even]
            : parts[1] switch { "top" => known.Contains(Role.Top), "bottom" => known.Contains(Role.Bottom), _ => false };
    }
}
