using System.Text.Json;
using AshNotch.Core.Drilling;
using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Log;
using AshNotch.Formats;

namespace AshNotch.Core.Tests.Log;

/// <summary>The cases of tests/golden, which the pages in the browser run too: rules that are needed with no signal.</summary>
public sealed class GoldenTests
{
    private static readonly DateOnly Day = new(2026, 7, 7);

    private sealed record LandingCase(string Technique, Actor Actor, IReadOnlyList<string> Spots);

    private sealed record WeightCase(string Typed, Units Units, double Kilograms);

    private sealed record ContestCase(string Spot, ContestEnd End, string? Next);

    private sealed record RollCase(string Says, IReadOnlyList<Exchange> Exchanges, IReadOnlyList<ContestCase> Contests);

    private sealed record CardCase(
        string Block,
        string Focus,
        int Rung,
        RungKind RungKind,
        CardKind Kind,
        Spot Start,
        int Goes,
        Side FirstSide,
        int OnFirstSide
    );

    private sealed record GoesCase(
        string Says,
        CardCase Card,
        bool InSpot,
        IReadOnlyList<Side> Sides,
        IReadOnlyList<bool> Kept,
        IReadOnlyList<ContestEnd> Contests
    );

    private sealed record RoundsCase(string Says, IReadOnlyList<Roll> Rolls, IReadOnlyList<string?> Decided, IReadOnlyList<int> Contests);

    private sealed record MarksCase(string Says, IReadOnlyList<Exchange> Became, IReadOnlyList<ContestCase> Contests);

    private sealed record Golden(
        IReadOnlyList<LandingCase> Landings,
        IReadOnlyList<WeightCase> Weights,
        IReadOnlyList<RollCase> Rolls,
        IReadOnlyList<RoundsCase> Rounds,
        IReadOnlyList<MarksCase> Marks,
        IReadOnlyList<GoesCase> Goes
    );

    private static readonly Golden Cases = Read();

    private static Golden Read()
    {
        using var file = typeof(GoldenTests).Assembly.GetManifestResourceStream("golden/offline")!;
        return JsonSerializer.Deserialize<Golden>(file, LogJson.Options)!;
    }

    [Fact]
    public void A_technique_lands_the_owner_where_it_should_whoever_does_it() =>
        Assert.All(Cases.Landings, c =>
            Assert.Equal(c.Spots.Select(Spot.Parse), NextMoments.Landings(GroundMap.Default.Technique(c.Technique)!, c.Actor))
        );

    [Fact]
    public void Weights_are_kilograms_whatever_was_typed() => Assert.All(Cases.Weights, c =>
        {
            var number = double.Parse(c.Typed, System.Globalization.CultureInfo.InvariantCulture);
            var weight = c.Units == Units.Lb ? Kilograms.FromPounds(number) : new Kilograms(number);
            Assert.Equal(c.Kilograms, weight.Value, 4);
        });

    [Fact]
    public void What_is_built_in_the_browser_is_a_roll_without_faults_and_reads_as_its_contests() => Assert.All(Cases.Rolls, c =>
        {
            var roll = new Roll { Id = "r", Exchanges = c.Exchanges };
            Assert.Empty(LogRules.Check(roll, GroundMap.Default));
            var read = RollReading.Of("s", Day, Attire.Gi, roll, GroundMap.Default);
            Assert.Equal(c.Contests, read.Contests.Select(x => new ContestCase(x.Spot.ToString(), x.End, x.Next?.ToString())));
        });

    [Fact]
    public void What_the_round_clock_leaves_is_a_roll_without_faults_that_says_its_taps() => Assert.All(Cases.Rounds, c =>
        {
            Assert.All(c.Rolls, roll => Assert.Empty(LogRules.Check(roll, GroundMap.Default)));
            Assert.Equal(c.Decided, c.Rolls.Select(roll => WhatDecided.Of(roll, GroundMap.Default)));
            Assert.Equal(c.Contests, c.Rolls.Select(roll => RollReading.Of("s", Day, Attire.Gi, roll, GroundMap.Default).Contests.Length));
        });

    [Fact]
    public void What_is_tagged_in_the_browser_is_a_roll_without_faults_and_reads_as_its_contests() => Assert.All(Cases.Marks, c =>
        {
            var roll = new Roll { Id = "r", Exchanges = c.Became };
            Assert.Empty(LogRules.Check(roll, GroundMap.Default));
            var read = RollReading.Of("s", Day, Attire.Gi, roll, GroundMap.Default);
            Assert.Equal(c.Contests, read.Contests.Select(x => new ContestCase(x.Spot.ToString(), x.End, x.Next?.ToString())));
        });

    [Fact]
    public void Goes_count_where_they_began_in_the_spot_and_somebody_resisted() => Assert.All(Cases.Goes, c =>
        {
            var card = Card(c.Card);
            Assert.Equal(c.InSpot, card.InSpot);
            Assert.Equal(c.Sides, card.Sides);
            var goes = new Goes(
                card.Block,
                card.Focus,
                card.Rung,
                card.Start,
                card.InSpot,
                [.. c.Kept.Select((k, i) => new Try(k, card.Sides[i]))]
            );
            var roll = new Roll { Id = "r", Goes = goes };
            var read = RollReading.Of("s", Day, Attire.Gi, roll, GroundMap.Default);
            Assert.Equal(c.Contests, read.Contests.Select(x => x.End));
        });

    private static DrillCard Card(CardCase c) =>
        new()
        {
            Id = "c",
            Kind = c.Kind,
            Block = c.Block,
            Focus = c.Focus,
            Title = "",
            Slot = Slot.Before,
            Minutes = 10,
            Rung = c.Rung,
            RungKind = c.RungKind,
            Start = c.Start,
            From = "",
            You = "",
            They = "",
            Win = "",
            Goes = c.Goes,
            Seconds = 45,
            Intensity = "",
            FirstSide = c.FirstSide,
            OnFirstSide = c.OnFirstSide,
            Thin = false,
            Why = "",
        };
}
