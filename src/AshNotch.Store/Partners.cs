using System.Runtime.InteropServices;
using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Log;
using Microsoft.Data.Sqlite;

namespace AshNotch.Store;

/// <summary>A partner in the list, with how often and when last.</summary>
/// <param name="Partner">Who.</param>
/// <param name="Version">The version of their sheet.</param>
/// <param name="Rolls">How many rolls with them the log has.</param>
/// <param name="LastRolled">The day of the last one.</param>
/// <param name="Weekdays">On how many days of the last weeks that the log has they were rolled with, Monday first.</param>
public sealed record PartnerRow(Partner Partner, long Version, int Rolls, DateOnly? LastRolled, IReadOnlyList<int> Weekdays);

/// <summary>The people rolled with.</summary>
public sealed class Partners(Database database)
{
    /// <summary>
    /// How many days back from the log's last somebody counts as usual on a weekday: twelve weeks. Common practice, no source.
    /// </summary>
    private const int UsualDays = 84;

    private static readonly int[] Never = new int[7];

    private const string Columns = "p.id, p.name, p.belt, p.stripes, p.weight_kg, p.traits, p.notes, p.version";

    /// <summary>All who are not in the bin, last rolled with first.</summary>
    public IReadOnlyList<PartnerRow> All() => database.Read(c => Rows(c, KeptReadings.Of(c, Readings.GroundOf(c).Usual, 0, null).Readings));

    /// <summary>The same, with how often and when last taken from the readings of the log.</summary>
    internal static IReadOnlyList<PartnerRow> Rows(SqliteConnection connection, IReadOnlyList<RollReading> readings)
    {
        var met = new Dictionary<string, (int Rolls, DateOnly Last)>();
        foreach (var reading in readings)
        {
            if (reading.Against.Partner is { } id)
            {
                ref var seen = ref CollectionsMarshal.GetValueRefOrAddDefault(met, id, out _);
                seen = (seen.Rolls + 1, reading.Date);
            }
        }

        var weekdays = Weekdays(readings);

        return
        [
            .. connection
                .All($"SELECT {Columns} FROM partner p WHERE p.binned_at IS NULL", r => (Partner: Read(r), Version: r.GetInt64(7)))
                .Select(p =>
                    met.TryGetValue(p.Partner.Id, out var seen)
                        ? new PartnerRow(p.Partner, p.Version, seen.Rolls, seen.Last, weekdays.GetValueOrDefault(p.Partner.Id, Never))
                        : new PartnerRow(p.Partner, p.Version, 0, null, Never)
                )
                .OrderByDescending(p => p.LastRolled ?? DateOnly.MinValue)
                .ThenByDescending(p => p.Rolls)
                .ThenBy(p => p.Partner.Name, StringComparer.Ordinal),
        ];
    }

    /// <summary>On how many days of each weekday each partner was rolled with, over the last weeks that the log has.</summary>
    private static Dictionary<string, int[]> Weekdays(IReadOnlyList<RollReading> readings)
    {
        var counts = new Dictionary<string, int[]>();
        if (readings.Count == 0)
            return counts;
        var since = readings[^1].Date.AddDays(-UsualDays);
        // Oldest first: those weeks are the end of it.
        foreach (
            var (id, date) in readings
                .Reverse()
                .TakeWhile(r => r.Date > since)
                .Where(r => r.Against.Partner is not null)
                .Select(r => (r.Against.Partner!, r.Date))
                .Distinct()
        )
        {
            if (!counts.TryGetValue(id, out var days))
                counts[id] = days = new int[7];
            days[((int)date.DayOfWeek + 6) % 7]++;
        }

        return counts;
    }

    /// <summary>The partner with this id and its version; null when there is none outside the bin.</summary>
    public Versioned<Partner>? Get(string id) => database.Read(c => Get(c, id, binnedToo: false));

    /// <summary>The ids of everyone known, the bin included.</summary>
    public IReadOnlySet<string> Ids() => database.Read(c => c.All("SELECT id FROM partner", r => r.GetString(0)).ToHashSet());

    /// <summary>Adds a partner; <see cref="WriteOutcome.Exists"/> when the id is taken, be it by one in the bin.</summary>
    public Written Add(Partner partner) =>
        database.Write(c =>
            Get(c, partner.Id, binnedToo: true) is { } stored ? new Written(WriteOutcome.Exists, stored.Version) : Save(c, partner)
        );

    /// <summary>Replaces a partner that was read at a version.</summary>
    public Written Put(Partner partner, Expected expected) =>
        database.Write(c => Written.Refused(Get(c, partner.Id, binnedToo: false)?.Version ?? 0, expected) ?? Save(c, partner));

    /// <summary>Into the bin. Rolls with them stay, and still know who it was.</summary>
    public Written Bin(string id, Expected? expected, DateTimeOffset now) =>
        database.Write(c =>
        {
            var version = Get(c, id, binnedToo: false)?.Version ?? 0;
            if (Written.Refused(version, expected ?? Expected.Anything) is { } refused)
                return refused;
            Bins.Bin(c, "partner", "id = $id", now, ("$id", id));
            return new Written(WriteOutcome.Saved, version + 1);
        });

    /// <summary>Everyone to write into a file: all who are not binned, and those binned whom a kept roll still names.</summary>
    internal static IReadOnlyList<Partner> ForExport(SqliteConnection connection) =>
        connection.All(
            $"""
            SELECT {Columns}, p.binned_at IS NOT NULL FROM partner p
            WHERE p.binned_at IS NULL OR EXISTS (
              SELECT 1 FROM roll r JOIN session s ON s.key = r.session_key
              WHERE r.partner_key = p.key AND r.binned_at IS NULL AND s.binned_at IS NULL)
            ORDER BY p.key
            """,
            r => r.GetBoolean(8) ? Read(r) with { Deleted = true } : Read(r)
        );

    /// <summary>Everybody, those in the bin too.</summary>
    internal static IReadOnlyList<Partner> Everybody(SqliteConnection connection) =>
        connection.All($"SELECT {Columns} FROM partner p", Read);

    internal static Versioned<Partner>? Get(SqliteConnection connection, string id, bool binnedToo) =>
        connection.One(
            $"SELECT {Columns} FROM partner p WHERE p.id = $id AND ($all OR p.binned_at IS NULL)",
            r => new Versioned<Partner>(Read(r), r.GetInt64(7)),
            ("$id", id),
            ("$all", binnedToo)
        );

    /// <summary>Adds or replaces, and takes out of the bin.</summary>
    internal static Written Save(SqliteConnection connection, Partner partner, string? binnedAt = null)
    {
        var version = connection.One(
            """
            INSERT INTO partner (id, name, belt, stripes, weight_kg, traits, notes, version, binned_at)
            VALUES ($id, $name, $belt, $stripes, $weight, $traits, $notes, 1, $binned)
            ON CONFLICT (id) DO UPDATE SET name = $name, belt = $belt, stripes = $stripes, weight_kg = $weight,
              traits = $traits, notes = $notes, version = version + 1, binned_at = $binned
            RETURNING version
            """,
            r => r.GetInt64(0),
            ("$id", partner.Id),
            ("$name", partner.Name),
            ("$belt", Word.Of(partner.Belt)),
            ("$stripes", partner.Stripes),
            ("$weight", partner.WeightKg?.Value),
            ("$traits", Commands.Json(partner.Traits)),
            ("$notes", partner.Notes),
            ("$binned", binnedAt)
        );
        Readings.PartnerChanged(connection, partner.Id);
        return new Written(WriteOutcome.Saved, version);
    }

    private static Partner Read(SqliteDataReader r) =>
        new()
        {
            Id = r.GetString(0),
            Name = r.GetString(1),
            Belt = Words.Optional<BeltColour>(r.Text(2)),
            Stripes = r.Whole(3),
            WeightKg = Words.Weight(r.Number(4)),
            Traits = r.Texts(5),
            Notes = r.Text(6),
        };
}
