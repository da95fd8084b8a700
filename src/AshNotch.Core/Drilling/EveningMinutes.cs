namespace AshNotch.Core.Drilling;

/// <summary>The minutes of an evening that are still free, stretch by stretch.</summary>
/// <param name="day">The minutes there are.</param>
internal sealed class EveningMinutes(Log.DrillDay day)
{
    /// <summary>Minutes below which no goes fit.</summary>
    public const int Least = 4;

    private readonly Dictionary<Slot, double> free = new()
    {
        [Slot.Before] = day.Before,
        [Slot.During] = day.During,
        [Slot.After] = day.After,
    };

    /// <summary>Free minutes of a stretch.</summary>
    public double this[Slot slot] => free[slot];

    /// <summary>All of them together.</summary>
    public double Sum => free.Values.Sum();

    /// <summary>The stretch with most of them; of two alike the earlier.</summary>
    public Slot Largest => free.OrderByDescending(f => f.Value).ThenBy(f => f.Key).First().Key;

    /// <summary>Whether a focus fits into another stretch than this one.</summary>
    public bool RoomBeside(Slot slot) => free.Any(f => f.Key != slot && f.Value >= Least);

    /// <summary>Uses minutes.</summary>
    public void Use(Slot slot, double minutes) => free[slot] -= minutes;
}
