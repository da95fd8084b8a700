using AshNotch.Core.Log;

namespace AshNotch.Store.Tests;

/// <summary>Taking sessions from elsewhere and taking them back.</summary>
public sealed class IntakeTests : IDisposable
{
    private static readonly DateTimeOffset Now = new(2026, 6, 22, 18, 0, 0, TimeSpan.Zero);

    private readonly TempLog log = new();
    private readonly Intakes intakes;
    private readonly Sessions sessions;

    public IntakeTests()
    {
        intakes = new Intakes(log.Database, new Transfers(log.Database));
        sessions = new Sessions(log.Database);
    }

    public void Dispose() => log.Dispose();

    private static Session Evening(string id, params string[] rolls) =>
        new()
        {
            Id = id,
            Date = new DateOnly(2026, 3, 3),
            Kind = SessionKind.Class,
            Attire = Attire.Gi,
            Rolls =
            [
                .. rolls.Select(
                    (r, i) =>
                        new Roll
                        {
                            Id = r,
                            Order = i + 1,
                            PartnerId = "in-cosmo",
                            Exchanges = [],
                        }
                ),
            ],
        };

    private static readonly Partner Cosmo = new() { Id = "in-cosmo", Name = "Cosmo V." };

    private Intake Take(params Session[] taken) => intakes.Take("rounds.csv", [Cosmo], taken, Now, default);

    private IEnumerable<string> Stand() =>
        sessions.List(0, 100).Items.SelectMany(s => s.Value.Rolls.Select(r => $"{s.Value.Id}/{r.Id}").DefaultIfEmpty(s.Value.Id)).Order();

    [Fact]
    public void What_was_taken_is_there_and_goes_back_whole()
    {
        var taken = Take(Evening("s1", "a", "b"), Evening("s2"));
        Assert.Equal((2, 2, 1), (taken.Sessions, taken.Rolls, taken.Partners));
        Assert.Equal(["s1/a", "s1/b", "s2"], Stand());
        Assert.Equal(taken, Assert.Single(intakes.All()));

        Assert.Equal(taken, intakes.Undo(taken.Id, Now));
        Assert.Empty(Stand());
        Assert.Empty(new Partners(log.Database).All());
        Assert.Empty(intakes.All());
        Assert.Null(intakes.Undo(taken.Id, Now));
        // Nothing is lost for good: it lies in the bin, and the same file brings it again.
        Assert.Equal(3, new Bins(log.Database).All().Count);
        Assert.Equal(
            (2, 2, 1),
            (Take(Evening("s1", "a", "b"), Evening("s2")) is var again ? (again.Sessions, again.Rolls, again.Partners) : default)
        );
        Assert.Equal(["s1/a", "s1/b", "s2"], Stand());
    }

    [Fact]
    public void The_same_twice_says_nothing_new_and_what_the_owner_changed_stays()
    {
        Take(Evening("s1", "a"));
        var stored = sessions.Get("s1")!;
        var mine = stored.Value with { Notes = "mine", Rolls = [stored.Value.Rolls[0] with { Notes = "mine too" }] };
        sessions.Put(mine, withRolls: true, stored.Version, Now);
        var again = Take(Evening("s1", "a"));
        Assert.Equal(("", 0, 0, 0), (again.Id, again.Sessions, again.Rolls, again.Partners));
        Assert.Equal(("mine", "mine too"), (sessions.Get("s1")!.Value.Notes, sessions.Get("s1")!.Value.Rolls[0].Notes));

        // A longer file brings what is new in it, and taking that back leaves the rest.
        var more = Take(Evening("s1", "a", "b"));
        Assert.Equal((0, 1, 0), (more.Sessions, more.Rolls, more.Partners));
        Assert.Equal(["s1/a", "s1/b"], Stand());
        Assert.Equal("mine", sessions.Get("s1")!.Value.Notes);
        Assert.Equal([1, 2], sessions.Get("s1")!.Value.Rolls.Select(r => r.Order!.Value));
        intakes.Undo(more.Id, Now);
        Assert.Equal(["s1/a"], Stand());
        Assert.Equal("mine too", sessions.Get("s1")!.Value.Rolls[0].Notes);
    }

    [Fact]
    public void A_partner_whom_other_rolls_name_stays_when_it_is_taken_back()
    {
        var first = Take(Evening("s1", "a"));
        sessions.Add(Evening("own", "x"));
        intakes.Undo(first.Id, Now);
        Assert.Equal("in-cosmo", Assert.Single(new Partners(log.Database).All()).Partner.Id);
        Assert.Equal(["own/x"], Stand());
    }

    [Fact]
    public void The_profile_is_no_affair_of_it_and_an_intake_called_off_leaves_nothing()
    {
        Take(Evening("s1", "a"));
        Assert.Null(new Athletes(log.Database).Get());
        using var called = new CancellationTokenSource();
        called.Cancel();
        Assert.Throws<OperationCanceledException>(() => intakes.Take("x", [], [Evening("s9", "a")], Now, called.Token));
        Assert.Equal(["s1/a"], Stand());
        Assert.Single(intakes.All());
    }

    [Fact]
    public void Only_the_latest_twenty_are_remembered()
    {
        for (var i = 0; i < 25; i++)
            Take(Evening($"s{i}", "a"));
        Assert.Equal(20, intakes.All().Count);
        Assert.Equal(25, Stand().Count());
    }
}
