using System.Globalization;
using AshNotch.Core.Ground;
using AshNotch.Core.Log;
using AshNotch.Core.Scoring;

namespace AshNotch.Core.Judging;

/// <summary>
/// What decided a roll, in a few words for a row of a list: the taps, or else the move that changed most by what the spots are
/// usually worth. To the owner ("your", "their"); the partner's name stands beside it.
/// </summary>
public static class WhatDecided
{
    private const int MostNamed = 3;

    /// <summary>Changes of worth below this decide nothing.</summary>
    private const double Small = 0.02;

    /// <summary>The sentence, without a full stop; null for a roll of which nothing was told.</summary>
    /// <param name="roll">The roll; goes of a drill have no such sentence.</param>
    /// <param name="ground">Names and worths, the owner's own with them.</param>
    public static string? Of(Roll roll, GroundMap ground)
    {
        if (roll.Goes is not null || roll.Exchanges.Count == 0)
            return null;
        var taps = roll.Exchanges.Where(e => e.End?.Kind == EndKind.Tap && e.End.By is not null).ToList();
        if (taps.Count > 0)
            return Taps(taps, ground) + Stopped(roll);
        if (!roll.Exchanges.Any(e => e.Moments.Count > 0))
            return roll.Exchanges.Any(e => e.End is not null) ? "No tap" + Stopped(roll) : null;
        var held = roll.Exchanges.SelectMany(e => e.Moments).Count(m => Tries(m, Actor.Them, ground));
        var most = Largest(roll, ground);
        var what = most is { } move
            ? $"No tap. {(move.Actor == Actor.Me ? "Your" : "Their")} {Name(move.Technique, ground)} counted most"
            : "No tap, and nothing came off";
        return what + (held > 0 ? $"; you stopped {(held == 1 ? "a try" : $"{held} tries")} to finish" : "") + Stopped(roll);
    }

    /// <summary>The same for a match: how it ended and with what score first, then what decided it.</summary>
    /// <param name="roll">The match.</param>
    /// <param name="score">Its score; null when it names no known rules.</param>
    /// <param name="ground">Names and worths.</param>
    public static string? Of(Roll roll, MatchScore? score, GroundMap ground)
    {
        if (score is null)
            return Of(roll, ground);
        var result = roll.Result ?? new ToldResult(score.Result.Winner, score.Result.By);
        if (result.By is DecidedBy.Submission)
            return Of(roll, ground) is { } tap ? $"{tap}. The score stood {Stood(score.Boards)}" : null;
        var how = result.By switch
        {
            DecidedBy.Points => " on points",
            DecidedBy.Advantages => " on advantages",
            DecidedBy.Penalties => " on penalties",
            DecidedBy.Disqualification => " by disqualification",
            DecidedBy.Decision when result.Winner is not null => " by decision",
            _ => "",
        };
        var who = result.Winner switch
        {
            Actor.Me => "Won",
            Actor.Them => "Lost",
            _ => result.By == DecidedBy.Decision ? "Left to the referee" : "A draw",
        };
        var most = Largest(roll, ground);
        return $"{who}{how}, {Stood(score.Boards)}"
            + (most is null ? "" : $". {(most.Actor == Actor.Me ? "Your" : "Their")} {Name(most.Technique, ground)} counted most");
    }

    private static string Stood(Boards boards) =>
        $"{boards.Me.Points} to {boards.Them.Points}"
        + (boards.Me.Advantages + boards.Them.Advantages > 0 ? $" (advantages {boards.Me.Advantages} to {boards.Them.Advantages})" : "");

    /// <summary>The moment that changed most, by the usual worth of the spots; null when none changed anything.</summary>
    public static Moment? Largest(Roll roll, GroundMap ground)
    {
        var (largest, change) = ((Moment?)null, Small);
        foreach (var exchange in roll.Exchanges)
        {
            var here = exchange.Start;
            foreach (var moment in exchange.Moments.Where(m => m.Outcome == Outcome.Done))
            {
                var from = moment.From ?? here;
                here = moment.To ?? here;
                if (from is not { } a || moment.To is not { } b || !ground.Has(a) || !ground.Has(b))
                    continue;
                var gained = (ground.Worth(b) - ground.Worth(a)) * (moment.Actor == Actor.Me ? 1 : -1);
                if (gained > change)
                    (largest, change) = (moment, gained);
            }
        }

        return largest;
    }

    private static string Taps(IReadOnlyList<Exchange> taps, GroundMap ground)
    {
        var mine = taps.Where(t => t.End!.By == Actor.Me).ToList();
        var theirs = taps.Where(t => t.End!.By == Actor.Them).ToList();
        if (taps.Count == 1)
        {
            var tap = taps[0];
            var clock = (tap.Moments is [.., { Clock: { } told }] ? told : tap.End!.Clock) is { } seconds
                ? string.Create(CultureInfo.InvariantCulture, $", {(int)seconds / 60}:{(int)seconds % 60:00}")
                : "";
            return tap.End!.Technique is { } technique
                ? (mine.Count == 1 ? $"Tapped them with the {Name(technique, ground)}" : $"Tapped to the {Name(technique, ground)}") + clock
                : (mine.Count == 1 ? "Tapped them" : "Tapped") + clock;
        }

        if (theirs.Count == 0)
            return $"{mine.Count} taps to none: {Names(mine, ground)}";
        if (mine.Count == 0)
            return $"Tapped {theirs.Count} times: {Names(theirs, ground)}";
        var count =
            mine.Count == theirs.Count
                ? (mine.Count == 1 ? "A tap each" : $"{mine.Count} taps each")
                : $"{mine.Count} to {theirs.Count} in taps";
        return $"{count}: your {Names(mine, ground)}; their {Names(theirs, ground)}";
    }

    private static string Names(IReadOnlyList<Exchange> taps, GroundMap ground)
    {
        var names = taps.Select(t => t.End!.Technique is { } technique ? Name(technique, ground) : "not told")
            .GroupBy(n => n)
            .Select(g => g.Count() == 1 ? g.Key : $"{g.Key} {(g.Count() == 2 ? "twice" : $"{g.Count()} times")}")
            .ToList();
        return string.Join(", ", names.Take(MostNamed)) + (names.Count > MostNamed ? " and more" : "");
    }

    private static bool Tries(Moment moment, Actor actor, GroundMap ground) =>
        moment.Actor == actor && moment.Outcome == Outcome.Stopped && ground.Technique(moment.Technique)?.Finishes() == true;

    private static string Stopped(Roll roll) => roll.Exchanges.Any(e => e.End?.Kind == EndKind.Stoppage) ? "; stopped early" : "";

    /// <summary>A technique's name inside a sentence.</summary>
    private static string Name(string technique, GroundMap ground) => Ground.Names.Inside(ground.Technique(technique)?.Name ?? technique);
}
