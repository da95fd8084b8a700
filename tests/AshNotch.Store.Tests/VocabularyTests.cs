using AshNotch.Core.Ground;
using AshNotch.Core.Log;

namespace AshNotch.Store.Tests;

public sealed class VocabularyTests : IDisposable
{
    private static readonly Position Net = new()
    {
        Id = "",
        Name = "The net",
        Family = Family.HalfGuard,
        Roles = [Role.Top, Role.Bottom],
        Scores = PositionScore.Guard,
    };

    private readonly TempLog log = new();

    private Vocabulary Words => new(log.Database);

    public void Dispose() => log.Dispose();

    private string Add(Position position)
    {
        var written = Words.Add(new PersonalWords { Positions = [position] });
        Assert.Empty(written.Faults);
        return Assert.Single(written.Ids);
    }

    private void Use(string position) =>
        log.Sessions.Add(
            TempLog.Session(
                "used",
                TempLog.Roll() with
                {
                    PartnerId = null,
                    Exchanges =
                    [
                        new Exchange
                        {
                            Start = new Spot(position, Role.Bottom),
                            Moments =
                            [
                                new Moment
                                {
                                    Actor = Actor.Me,
                                    Technique = "sweep",
                                    Outcome = Outcome.Done,
                                    From = new Spot(position, Role.Bottom),
                                },
                            ],
                        },
                    ],
                }
            )
        );

    // Names without a Latin letter all became the id "own", and the second took the place and the history of the first.
    [Fact]
    public void Ids_are_made_here_and_nothing_is_replaced()
    {
        string[] ids =
        [
            Add(Net),
            Add(Net with { Name = "ネット" }),
            Add(Net with { Name = "Сеть" }),
            Add(Net with { Name = "Half-guard" }),
        ];
        Assert.Equal(["own-the-net", "own-1", "own-2", "own-half-guard"], ids);
        Assert.Equal(["The net", "ネット", "Сеть", "Half-guard"], Words.Get().Positions.Select(p => p.Name));
        Assert.Equal("own-the-net-2", Add(Net with { Name = "The net 網" }));
    }

    [Fact]
    public void An_id_that_is_taken_is_refused()
    {
        var id = Add(Net);
        Assert.Contains(
            "share the id",
            Assert.Single(Words.Add(new PersonalWords { Positions = [Net with { Id = id, Name = "Other" }] }).Faults).Sentence
        );
        Assert.Contains(
            "share the id",
            Assert.Single(Words.Add(new PersonalWords { Positions = [Net with { Id = "mount", Name = "Other" }] }).Faults).Sentence
        );
        Assert.Equal("The net", Assert.Single(Words.Get().Positions).Name);
    }

    [Fact]
    public void The_roles_of_a_position_in_use_stay_and_its_name_may_change()
    {
        var id = Add(Net);
        Use(id);
        var even = Net with { Id = id, Roles = [Role.Even] };
        Assert.Equal("/roles", Assert.Single(Words.Put(even)!.Faults).Pointer);
        Assert.Empty(Words.Put(Net with { Id = id, Name = "Old net" })!.Faults);
        Assert.Equal(("Old net", 2), (Words.Get().Positions[0].Name, Words.Get().Positions[0].Roles.Count));
        Assert.Null(Words.Put(Net with { Id = "nothing" }));
    }

    [Fact]
    public void What_nothing_names_can_be_taken_away_again_and_what_is_used_stays()
    {
        var id = Add(Net);
        Words.Add(new PersonalWords { Aliases = [new Alias("the trawl", id)] });
        Use(id);
        Assert.Contains("2 places", Assert.Single(Words.Remove(id)!.Faults).Sentence);
        log.Sessions.Put(log.Sessions.Get("used")!.Value with { Rolls = [] }, withRolls: true, Expected.Anything, TempLog.Now);
        Assert.NotEmpty(Words.Remove(id)!.Faults);
        var free = Add(Net with { Name = "Second net" });
        Assert.Empty(Words.Remove(free)!.Faults);
        Assert.Null(Words.Remove(free));
        Assert.Single(Words.Get().Positions);
    }

    [Fact]
    public void A_position_that_a_technique_starts_at_stays()
    {
        var id = Add(Net);
        Assert.Empty(
            Words
                .Add(
                    new PersonalWords
                    {
                        Techniques =
                        [
                            new Technique
                            {
                                Id = "",
                                Name = "Out",
                                Kind = TechniqueKind.Escape,
                                From = [StartPattern.Parse($"{id}:bottom")],
                            },
                        ],
                    }
                )
                .Faults
        );
        Assert.NotEmpty(Words.Remove(id)!.Faults);
        Assert.Empty(Words.Remove("own-out")!.Faults);
        Assert.Empty(Words.Remove(id)!.Faults);
    }

    [Theory]
    [InlineData("a:b", 0, 0)]
    [InlineData("Loud", 0, 0)]
    [InlineData("fine", 50, 0)]
    [InlineData("fine", double.NaN, 0)]
    [InlineData("fine", 0, 2)]
    public void Ids_levels_and_worths_have_bounds(string id, double level, double worth)
    {
        Assert.NotEmpty(Words.Add(new PersonalWords { Positions = [Net with { Id = id, Level = level, Worth = worth }] }).Faults);
        Assert.Empty(Words.Get().Positions);
    }

    [Fact]
    public void There_are_at_most_sixty_own_positions()
    {
        var many = Enumerable.Range(0, WordRules.MostPositions).Select(i => Net with { Name = $"Net {i}" }).ToList();
        Assert.Empty(Words.Add(new PersonalWords { Positions = many }).Faults);
        Assert.Contains("at most 60", Assert.Single(Words.Add(new PersonalWords { Positions = [Net] }).Faults).Sentence);
    }
}
