namespace AshNotch.Core.Ground;

/// <summary>A position with the owner's role in it: the unit of every judgement.</summary>
/// <param name="Position">A position's id, from the ground or one of the owner's own.</param>
/// <param name="Role">The owner's role; must be one of the position's roles (<see cref="GroundMap.Has(Spot)"/>).</param>
public readonly record struct Spot(string Position, Role Role)
{
    /// <summary>The same place seen by the partner.</summary>
    public Spot Mirror() => this with { Role = Role.Mirror() };

    /// <summary>Reads <c>position:role</c>; a bare id means <see cref="Role.Even"/>.</summary>
    /// <exception cref="FormatException">The role is not top, bottom or even.</exception>
    public static Spot Parse(string text)
    {
        var parts = text.Split(':');
        return new Spot(parts[0], parts.Length == 1 ? Role.Even : parts[1] switch
        {
            "top" => Role.Top,
            "bottom" => Role.Bottom,
            "even" => Role.Even,
            _ => throw new FormatException($"'{parts[1]}' is not a role; use top, bottom or even."),
        });
    }

    /// <summary><c>position:role</c>, the form that <see cref="Parse"/> reads.</summary>
    public override string ToString() => $"{Position}:{Role.ToString().ToLowerInvariant()}";
}
