using AshNotch.Core.Ground;
using AshNotch.Core.Telling.Decoding;
using AshNotch.Core.Telling.Model;
using AshNotch.Core.Telling.Phrases;
using AshNotch.Core.Telling.Syntax;
using AshNotch.Core.Telling.Text;

namespace AshNotch.Core.Telling.Features;

/// <summary>What the words around a match say about it, before the ground has its say.</summary>
/// <param name="Hit">The match.</param>
/// <param name="Gain">What reading it is worth; negative when the words speak against it.</param>
/// <param name="Me">Log odds that the owner did it (of an end: that the owner won).</param>
/// <param name="Done">Log odds that it came off.</param>
/// <param name="Holder">Of a position: log odds that the owner holds it (in a guard: is below).</param>
/// <param name="Arrives">Of a position: how much the words say that somebody got there rather than was there.</param>
internal sealed record Evidence(Hit Hit, double Gain, double Me, double Done, double Holder, double Arrives)
{
    /// <summary>What the models alone say: log odds that it happened, that it was the owner, that it came off.</summary>
    public (double Told, double Me, double Done)? Learned { get; init; }

    private readonly Evidence? original;

    /// <summary>The same before a story moved its figures.</summary>
    public Evidence Original
    {
        get => original ?? this;
        init => original = value;
    }

    /// <summary>Of a position: steps to it are mentions of their own, which the models weigh.</summary>
    public bool StepsApart { get; init; }

    /// <summary>What the tagger thinks of the words: that they tell something, and that it is this; each 0 to 1.</summary>
    public (double Told, double This) Tagged { get; init; }
}

/// <summary>Weighs the words around each match. Pure: an account's matches in, evidence out.</summary>
internal sealed class EvidenceReader
{
    private readonly Grammar grammar;
    private readonly GroundMap ground;
    private readonly IReadOnlyList<Token> tokens;
    private readonly bool[] unreal;
    private readonly WhoDidIt who;
    private readonly WhatBecame became;
    private readonly WhoHolds holds;

    public EvidenceReader(Seen seen, GroundMap ground, IReadOnlyList<Hit> hits)
    {
        grammar = seen.Grammar;
        this.ground = ground;
        tokens = grammar.Tokens;
        unreal = seen.Unreal;
        var clues = new Clues(grammar, hits, seen.Cues);
        who = new WhoDidIt(clues);
        became = new WhatBecame(clues, who);
        holds = new WhoHolds(clues, ground);
    }

    // What a hand that pats says of who got it.
    private const double PatsTold = 2;

    /// <summary>The evidence for a match.</summary>
    public Evidence Of(Hit hit)
    {
        var gain = Weights.Match + (Weights.Word * (hit.Words - 1)) - hit.Cost;
        if (hit.Meaning.Kind != MeaningKind.Event || hit.Meaning.Id is "tap" or "finish" or "repeat")
            gain -= unreal[hit.From] || unreal[hit.To - 1] ? Weights.Unreal : 0;
        var subject = SubjectOf(hit);
        if (subject.Third)
            gain -= 3;
        return hit.Meaning.Kind switch
        {
            MeaningKind.Technique => Technique(hit, gain, subject),
            MeaningKind.Position => new Evidence(
                hit,
                gain
                    + (hit.Cost < 0.5 ? Weights.PlaceTold : 0)
                    - (holds.OnOwnBack(hit, subject) || holds.StandsToOpen(hit) ? 6 : 0)
                    - (ToldAsDone(hit) ? Weights.ToldAsDone : 0),
                subject.Who * subject.Strength,
                0,
                holds.Of(hit, subject),
                holds.Arrives(hit)
            ),
            // "Then he caught me with the same thing".
            MeaningKind.Event when hit.Meaning.Id == "repeat" && who.CaughtBefore(hit) is var caught and not 0 => new Evidence(
                hit,
                gain,
                caught,
                became.OfEvent(hit) + Weights.Finished,
                0,
                0
            ),
            _ => new Evidence(
                hit,
                hit.Meaning.Id == "tap" && became.Negated(hit) != 0 ? gain - 4 : gain,
                Winner(hit, subject),
                became.OfEvent(hit),
                0,
                0
            ),
        };
    }

    // "He turtled", "she mounts": something done, and the place only where it led.
    private bool ToldAsDone(Hit hit) =>
        (tokens[hit.To - 1].Text.EndsWith("ed", StringComparison.Ordinal) || tokens[hit.To - 1].Text is "turtles" or "mounts")
        && !who.IsPassive(hit);

    private Evidence Technique(Hit hit, double gain, Subject subject)
    {
        var technique = ground.Technique(hit.Meaning.Id)!;
        var me = who.Of(hit, technique, subject);
        var negated = became.Negated(hit);
        if (negated == 2)
            gain -= Weights.Denied;
        // "I landed on my back" is no back take.
        if (
            technique.Id == "back-take"
            && !hit.Patient
            && hit.Gaps.Count > 0
            && subject.Who != 0
            && subject.Strength > 0.5
            && grammar.Owner(hit.Gaps[0].Token) == subject.Who
            && !who.IsPassive(hit)
        )
            gain -= 5;
        var done = became.Of(hit, technique);
        var holder = hit.Stepped ? holds.Of(hit with { Meaning = new Meaning(MeaningKind.Position, hit.Place!) }, subject) : 0;
        return new Evidence(hit, gain, me, done, holder, holds.Arrives(hit));
    }

    // In a list of bare names ("he turtles, crucifix, rnc") the subject of the first says little of the next.
    private Subject SubjectOf(Hit hit)
    {
        var subject = grammar.Subjects[hit.From];
        var listed =
            hit.From > 1
            && tokens[hit.From - 1].Text is "a" or "the"
            && tokens[hit.From - 2].Text == "and"
            && tokens[hit.From].Before == Break.None;
        return listed || tokens[hit.From].Before is Break.Comma or Break.Arrow or Break.Clause && !IsVerb(tokens[hit.From])
            ? subject with
            {
                Strength = subject.Strength * Weights.BareName,
            }
            : subject;
    }

    private static bool IsVerb(Token token) =>
        token.Text.EndsWith("ed", StringComparison.Ordinal)
        || (token.Text.EndsWith('s') && !token.Text.EndsWith("ss", StringComparison.Ordinal))
        || !token.Text.StartsWith(token.Stem, StringComparison.Ordinal);

    private bool OnBody(int owner) => grammar.Owner(owner) != 0 && Words.TappedOn.Contains(tokens[owner + 1].Text);

    private double Winner(Hit hit, Subject subject)
    {
        var score = 0.0;
        var whom = hit.To < tokens.Count && tokens[hit.To].Before == Break.None ? grammar.Object(hit.To) : 0;
        foreach (var (token, _) in hit.Gaps)
            whom = whom == 0 ? grammar.Object(token) : whom;
        // "Got me", "finished him": the words of the match name who it was done to.
        for (var at = hit.From + 1; at < hit.To && whom == 0; at++)
            whom = grammar.Object(at);
        // "Gave me the tap": whoever is given it got it.
        if (Words.Gives.Contains(tokens[hit.From].Stem))
            whom = -whom;
        // "I patted her": whoever is patted got it.
        if (Words.Pats.Contains(tokens[hit.From].Stem))
            return whom != 0 ? whom * PatsTold : -subject.Who * subject.Strength * PatsTold;
        // "I tapped her thigh", "tapped her on the hip": that was giving up as well.
        if (hit.To + 1 < tokens.Count && (OnBody(hit.To) || Words.Upon.Contains(tokens[hit.To + 1].Text)))
            whom = 0;
        if (whom == 1 && tokens[hit.From].Text == "tap" && (hit.To + 1 >= tokens.Count || tokens[hit.To + 1].Before != Break.None))
            return 2;
        if (whom != 0)
            return -whom * Weights.ObjectTapped;
        if (hit.Meaning.Id == "finish")
            return subject.Who * subject.Strength;
        var verb = Words.SaysTap.Contains(tokens[hit.From].Text);
        var noun = hit.From > 0 && Words.CountsTap.Contains(tokens[hit.From - 1].Text);
        if (noun)
            return subject.Strength > 0.7 ? subject.Who * 0.9 : 0;
        if (hit.From > 0 && tokens[hit.From - 1].Text is "and" or "then" && tokens[hit.From].Before == Break.None && subject.Strength < 0.9)
            score -= subject.Who * 0.6;
        if (verb && subject.Who == 0 && (tokens[hit.To - 1].Text == "to" || (hit.To < tokens.Count && tokens[hit.To].Text == "to")))
            return score - 2;
        if (verb && tokens[hit.From].Before is Break.None or Break.Sentence or Break.Comma or Break.Clause)
            score -= subject.Who * (subject.Strength > 0.85 ? Weights.SubjectTaps : subject.Strength * 0.8);
        return score;
    }
}
