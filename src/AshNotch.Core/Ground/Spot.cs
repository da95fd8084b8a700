namespace AshNotch.Core.Ground;

/// <summary>A position with the owner's role in it: the unit of every judgement.</summary>
/// <param name="Position">A position's id, from the ground or one of the owner's own.</param>
/// <param name="Role">The owner's role; must be one of the position's roles (<see cref="GroundMap.Has(Spot)"/>).</param>
public readonly record struct Spot(string Position, Role Role)
{
    /// <summary>The same place seen by the partner.</summary>
    public Spot Mirror() => this with { Role = Role.Mirror() };

    /// <inheritdoc />
    public override int GetHashCode() => (IdHash.Of(Position) * 31) + (int)Role;

    /// <summary>The same position in the same role.</summary>
    public bool Equals(Spot other) => Role == other.Role && string.Equals(Position, other.Position);

    /// <summary>Reads <c>position:role</c>; a bare id means <see cref="Role.Even"/>.</summary>
    /// <exception cref="FormatException">The role is not top, bottom or even.</exception>
    public static Spot Parse(string text) =>
        TryParse(text, out var spot)
            ? spot
            : throw new FormatException($"'{text}' is not a position with a role; the role is top, bottom or even.");

    /// <summary>Reads <c>position:role</c> as <see cref="Parse"/> does; false when the role is not one.</summary>
    public static bool TryParse(string text, out Spot spot)
    {
        var parts = text.Split(':');
        Role? role = parts switch
        {
            [_] => Role.Even,
            [_, "top"] => Role.Top,
            [_, "bottom"] => Role.Bottom,
            [_, "even"] => Role.Even,
            _ => null,
        };
        spot = new Spot(parts[0], role ?? Role.Even);
        return role is not null;
    }

    /// <summary>The same, but a bare id where the role is even: the form of the tables.</summary>
    public string ToShortString() => Role == Role.Even ? Position : ToString();

    /// <summary><c>position:role</c>, the form that <see cref="Parse"/> reads.</summary>
    public override string ToString() => $"{Position}:{Role.ToString().ToLowerInvariant()}";
}
