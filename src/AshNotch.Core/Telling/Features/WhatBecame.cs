using AshNotch.Core.Ground;
using AshNotch.Core.Telling.Decoding;
using AshNotch.Core.Telling.Phrases;
using AshNotch.Core.Telling.Syntax;
using AshNotch.Core.Telling.Text;

namespace AshNotch.Core.Telling.Features;

/// <summary>Weighs what became of a try: the words before it, behind it, and what the other made of it.</summary>
internal sealed class WhatBecame
{
    private readonly Clues clues;
    private readonly Grammar grammar;
    private readonly IReadOnlyList<Token> tokens;
    private readonly WhoDidIt who;
    private readonly bool countedTaps;

    public WhatBecame(Clues clues, WhoDidIt who)
    {
        this.clues = clues;
        this.who = who;
        grammar = clues.Grammar;
        tokens = clues.Tokens;
        countedTaps = Enumerable
            .Range(1, Math.Max(0, tokens.Count - 1))
            .Any(at => Words.TapCounts.Contains(tokens[at].Text) && Words.Numbers.GetValueOrDefault(tokens[at - 1].Text) > 1);
    }

    /// <summary>Log odds that the technique came off.</summary>
    public double Of(Hit hit, Technique technique)
    {
        var usual = technique.Finishes() ? Weights.SubmissionStopped : Weights.ToldDone;
        var own = technique.Saves();
        return Outcome(hit, usual, own)
            - (Negated(hit) == 1 ? Weights.CouldNot : 0)
            + (technique.Finishes() ? Finished(hit) + (countedTaps ? Weights.CountedTaps : 0) : 0);
    }

    /// <summary>Log odds that what an event repeats came off.</summary>
    public double OfEvent(Hit hit) => Outcome(hit, 0.3, false);

    // "Finished the choke", "caught me in a triangle", "he heel hooked me".
    private double Finished(Hit hit)
    {
        for (var at = hit.From - 1; at >= 0 && at >= hit.From - 8 && grammar.Clause[at] == grammar.Clause[hit.From]; at--)
        {
            if (
                clues.CueAt[at] is { Meaning.Id: "finished" } cue
                && cue.To <= hit.From
                && Negated(hit) == 0
                && !(cue.To < hit.From && grammar.Owner(cue.To) != 0 && tokens[cue.From].Stem == "catch")
            )
                return Words.Catches.Contains(tokens[cue.From].Stem) ? Weights.Finished * 0.6 : Weights.Finished;
        }

        if (who.Result(hit) != 0 && Negated(hit) == 0)
            return Weights.Finished;
        // The last thing told, and nothing said against it.
        if (
            clues.NextTechnique[Math.Min(hit.To, tokens.Count)] >= tokens.Count
            && tokens[hit.From].Before == Break.None
            && Outcome(hit, 0, false) >= 0
            && Negated(hit) == 0
        )
            return 1.3;
        var verb = tokens[hit.To - 1].Text.EndsWith("ed", StringComparison.Ordinal);
        return verb && Negated(hit) == 0 && ((hit.To < tokens.Count && grammar.Object(hit.To) != 0) || who.IsPassive(hit))
            ? who.IsPassive(hit)
                ? 1.2
                : Weights.Finished * 0.8
            : 0;
    }

    /// <summary>0 no; 1 could not, failed to; 2 did not, never, no.</summary>
    public int Negated(Hit hit)
    {
        for (var at = hit.From - 1; at >= 0 && at >= hit.From - 5 && tokens[at + 1].Before == Break.None; at--)
        {
            var word = tokens[at].Text;
            if (Words.CouldNot.Contains(word))
                return 1;
            var not =
                Words.Negations.Contains(word) || word.EndsWith("n't", StringComparison.Ordinal) || (word == "no" && at == hit.From - 1);
            if (not)
                return Words.Achieves.Contains(tokens[at + 1].Text) || (at > 0 && tokens[at - 1].Text is "could" or "can") ? 1 : 2;
            if (Words.Joiners.Contains(word) || Words.Stopping.Contains(tokens[at].Stem) && tokens[at].Stem != "get")
                return 0;
        }

        return 0;
    }

    private double Outcome(Hit hit, double usual, bool own)
    {
        var score = usual - Against(hit) - (FollowsFor(hit) ? Weights.For : 0);
        var tried = 0.0;
        for (var at = hit.From - 1; at >= 0 && at >= hit.From - 7 && grammar.Clause[at] == grammar.Clause[hit.From]; at--)
        {
            if (clues.CueAt[at] is { Meaning.Id: "try" } cue && cue.To <= hit.From)
            {
                tried = Weights.Tried;
                break;
            }

            if (clues.NextTechnique[at] == at && clues.NextTechnique[at] < hit.From - 1)
                break;
        }

        // "Went for a kimura and got it": it did not stay at the try.
        var (after, got) = Afterwards(hit, own);
        return score - (got ? 0 : tried) + after - (CutShort(hit) ? Weights.But : 0);
    }

    private bool FollowsFor(Hit hit)
    {
        var at = hit.From - 1;
        if (at > 0 && Words.Determiners.Contains(tokens[at].Text))
            at--;
        return at > 0 && tokens[at].Text == "for" && tokens[at + 1].Before == Break.None;
    }

    // "He cranked the whizzer, but I ran him over": somebody else goes on after a but.
    private bool CutShort(Hit hit)
    {
        for (var at = hit.To; at + 1 < tokens.Count && at < hit.To + 5 && grammar.Sentence[at] == grammar.Sentence[hit.From]; at++)
        {
            if (tokens[at].Text == "but")
                return grammar.Subjects[at + 1].Who != 0
                    && grammar.Subjects[at + 1].Who == -grammar.Subjects[hit.From].Who
                    && grammar.Subjects[at + 1].Strength > 0.9;
            if (clues.NextTechnique[at] == at)
                return false;
        }

        return false;
    }

    // "She posted on my sweep", "I survived the armbar": told by the one who stopped it.
    private double Against(Hit hit)
    {
        for (var at = hit.From - 1; at >= 0 && at >= hit.From - 7 && grammar.Clause[at] == grammar.Clause[hit.From]; at--)
        {
            if (
                clues.CueAt[at] is { Meaning.Id: "stop" } cue
                && cue.To <= hit.From
                && Words.Stopping.Contains(tokens[at].Stem)
                && tokens[cue.To].Text != "with"
            )
                return DenialBefore(at) ? -1.5 : Weights.Stopped;
            if (clues.NextTechnique[at] == at)
                break;
        }

        return 0;
    }

    private bool Isolated(Hit cue) =>
        cue.To - cue.From > 1
        || !Words.FailsAtOnce.Contains(tokens[cue.From].Text)
        || cue.To >= tokens.Count
        || tokens[cue.To].Before != Break.None;

    // What is told behind it, and whether that it was got is told in the same breath.
    private (double Score, bool Got) Afterwards(Hit hit, bool own)
    {
        var score = 0.0;
        var limit = Math.Min(Math.Min(tokens.Count, hit.To + 14), clues.NextTechnique[Math.Min(hit.To, tokens.Count)]);
        var stopped = false;
        var done = false;
        var got = false;
        for (var at = hit.To; at < limit; at++)
        {
            if (grammar.Sentence[at] != grammar.Sentence[hit.From] && !GoesOn(at))
                break;
            if (clues.CueAt[at] is not { } cue || cue.To > limit)
                continue;
            if (at == hit.To && cue.Meaning.Id == "try" && Words.Nearly.Contains(tokens[at].Text) && !stopped)
            {
                score -= Weights.Stopped;
                stopped = true;
            }

            var near = 1 / (1 + (0.1 * (at - hit.To)));
            if (cue.Meaning.Id == "stop" && !stopped && Fails(cue, hit))
            {
                // "Won by a takedown, he could not get up": that the other could not says that it held.
                score += Weights.Worked * near;
                stopped = true;
            }
            else if (cue.Meaning.Id == "stop" && !stopped && Isolated(cue))
            {
                score -= Weights.Stopped * near * (own && !Words.Refusals.Contains(tokens[cue.From].Text) ? 0.3 : 1);
                stopped = true;
            }
            else if (cue.Meaning.Id is "done" or "finished" && !done && !DenialBefore(at))
            {
                score += Weights.Worked * near;
                done = true;
                got = !stopped && at <= hit.To + 2 && tokens[at].Stem == "get" && cue.To - at == 2 && tokens[at + 1].Text == "it";
            }

            at = Math.Max(at, cue.To - 1);
        }

        return (score, got);
    }

    // Whether it is the other, named as the subject, of whom the cue says "could not".
    private bool Fails(Hit cue, Hit hit)
    {
        var (whose, who) = (grammar.Subjects[cue.From], grammar.Subjects[hit.From]);
        return (tokens[cue.From].Text == "could" || Words.CouldNot.Contains(tokens[cue.From].Text))
            && whose.Who != 0
            && whose.Who == -who.Who
            && whose.Strength > 0.9
            && grammar.Clause[cue.From] != grammar.Clause[hit.From];
    }

    private bool DenialBefore(int at) =>
        at > 0 && (tokens[at - 1].Text is "not" or "never" || tokens[at - 1].Text.EndsWith("n't", StringComparison.Ordinal));

    // A new sentence that goes on about the same thing: "It did not work." "No." "Nothing."
    private bool GoesOn(int at)
    {
        var start = at;
        while (start > 0 && at - start < 5 && grammar.Sentence[start - 1] == grammar.Sentence[at])
            start--;
        return Words.Comments.Contains(tokens[start].Text) && at - start < 5;
    }
}
