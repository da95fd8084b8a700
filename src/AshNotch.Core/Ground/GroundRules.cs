namespace AshNotch.Core.Ground;

/// <summary>What must hold of any ground, shipped or added to.</summary>
public static class GroundRules
{
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
            foreach (var spot in technique.From.Select(f => f.Spot).OfType<Spot>().Concat(technique.To))
                if (!roles.TryGetValue(spot.Position, out var known) || !known.Contains(spot.Role))
                    faults.Add($"Technique '{technique.Id}' names the spot '{spot.ToShortString()}', which does not exist.");
        }

        return faults;
    }

    private static void Unique(IEnumerable<string> ids, string what, List<string> faults) =>
        faults.AddRange(ids.GroupBy(id => id).Where(g => g.Count() > 1).Select(g => $"Two {what}s share the id '{g.Key}'."));
}
