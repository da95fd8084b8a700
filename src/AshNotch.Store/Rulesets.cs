using AshNotch.Core.Scoring;
using Microsoft.Data.Sqlite;

namespace AshNotch.Store;

/// <summary>Rule sets of the owner's own.</summary>
public sealed class Rulesets(Database database)
{
    internal static readonly Documents<RuleSet> Table = new("ruleset", r => r.Id);

    /// <summary>All not in the bin, in the order in which they came.</summary>
    public IReadOnlyList<Versioned<RuleSet>> All() => database.Read(All);

    /// <summary>The rule set of this id, or null.</summary>
    public Versioned<RuleSet>? Get(string id) => database.Read(c => Table.Get(c, id));

    internal static IReadOnlyList<Versioned<RuleSet>> All(SqliteConnection connection) => Table.All(connection);

    /// <summary>Adds a rule set; <see cref="WriteOutcome.Exists"/> when the id is taken, be it by one in the bin.</summary>
    public Written Add(RuleSet rules) => database.Write(c => Table.Add(c, rules), beside: true);

    /// <summary>
    /// Replaces a rule set, if the version that stands is as expected; else <see cref="WriteOutcome.Stale"/> or
    /// <see cref="WriteOutcome.Missing"/>.
    /// </summary>
    public Written Put(RuleSet rules, Expected expected) => database.Write(c => Table.Put(c, rules, expected), beside: true);

    /// <summary>Into the bin, if the version is the one that was read (or none was named).</summary>
    public Written Bin(string id, Expected? expected, DateTimeOffset now) =>
        database.Write(c => Table.Bin(c, id, expected, now), beside: true);
}
