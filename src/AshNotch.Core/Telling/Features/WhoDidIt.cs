using AshNotch.Core.Ground;
using AshNotch.Core.Telling.Decoding;
using AshNotch.Core.Telling.Phrases;
using AshNotch.Core.Telling.Syntax;
using AshNotch.Core.Telling.Text;

namespace AshNotch.Core.Telling.Features;

/// <summary>Weighs who did what a match names: subjects, owners, objects, passives.</summary>
internal sealed class WhoDidIt
{
    private readonly Grammar grammar;
    private readonly IReadOnlyList<Token> tokens;
    private readonly int firstSubject;

    public WhoDidIt(Clues clues)
    {
        grammar = clues.Grammar;
        tokens = clues.Tokens;
        var first = Array.FindIndex(grammar.Subjects, s => s.Who != 0);
        firstSubject = first < 0 ? int.MaxValue : first;
    }

    /// <summary>Log odds that the owner did it.</summary>
    public double Of(Hit hit, Technique technique, Subject subject)
    {
        var own = technique.Saves();
        var first = hit.From - 1;
        for (
            var back = 0;
            back < 3
                && first >= 0
                && grammar.Owner(first) == 0
                && Words.Small.Contains(tokens[first].Text)
                && tokens[first + 1].Before == Break.None;
            back++
        )
            first--;
        var owner = first >= 0 && tokens[first + 1].Before == Break.None ? grammar.Owner(first) : 0;
        var score = 0.0;
        // "him toe hold": who stands before it like a label.
        if (
            hit.From > 0
            && tokens[hit.From].Before == Break.None
            && tokens[hit.From - 1].Before != Break.None
            && grammar.Object(hit.From - 1) is var label
            && label != 0
            && !grammar.Names[hit.From - 1]
        )
            return label * Weights.OwnerActs;
        var passive = owner == 0 && IsPassive(hit);
        if (owner != 0 && IsPassive(hit))
            return -owner * Weights.Passive;
        if (owner != 0)
            score += owner * Weights.OwnerActs;
        if (passive && subject.Who == 0 && !subject.Third)
            score -= Weights.Passive * 0.7;
        else if (passive || hit.Patient)
            score -= subject.Who * subject.Strength * Weights.Passive;
        else if (owner == 0)
            score +=
                subject.Who == 0 && subject.Strength == 0 && !subject.Third
                    ? Weights.TellerFirst * Headless(hit)
                    : subject.Who * subject.Strength * Weights.SubjectActs;
        else
            score += subject.Who * subject.Strength * 0.4;
        score += AfterwardsWho(hit, own, passive);
        foreach (var (token, gap) in hit.Gaps)
        {
            var whose = grammar.Owner(token);
            var whom = whose == 0 ? grammar.Object(token) : 0;
            if (whom != 0)
                score -= whom * Weights.ObjectSuffers;
            else if (whose != 0 && gap == Gap.Own)
                score += whose * Weights.ObjectSuffers;
            else if (whose != 0 && gap == Gap.Usual)
                score += (own ? whose : -whose) * Weights.ObjectSuffers;
            else if (whose != 0)
                score -= whose * Weights.ObjectSuffers;
        }

        return score + CaughtBefore(hit) + Met(hit, subject) + (technique.Finishes() ? Result(hit) : 0);
    }

    /// <summary>
    /// Of a submission behind the result of the round ("lost, RNC", "won by armbar"): log odds that the owner did it; 0 where there is
    /// none.
    /// </summary>
    public double Result(Hit hit)
    {
        var brought = tokens[hit.From].Before >= Break.Comma;
        for (var at = hit.From - 1; at >= 0 && at >= hit.From - FarthestResult && grammar.Sentence[at] == grammar.Sentence[hit.From]; at--)
        {
            var won = Words.Won.Contains(tokens[at].Text);
            if (brought && (won || Words.Lost.Contains(tokens[at].Text)))
            {
                var whose = grammar.Subjects[at] is { Who: -1, Strength: > 0.9 } ? -1 : 1;
                return (won ? whose : -whose) * Weights.CaughtObject;
            }

            brought |= Words.BroughtBy.Contains(tokens[at].Text);
            if (!Words.BroughtBy.Contains(tokens[at].Text) && !Words.Small.Contains(tokens[at].Text))
                return 0;
        }

        return 0;
    }

    // How many words may stand between a result and the submission that brought it.
    private const int FarthestResult = 4;

    /// <summary>1 while nobody at all was the subject of anything yet.</summary>
    private double Headless(Hit hit) => hit.From < firstSubject ? 1 : 0;

    private double AfterwardsWho(Hit hit, bool own, bool passive)
    {
        var score = 0.0;
        for (var at = hit.To; at < tokens.Count && at < hit.To + 4 && tokens[at].Before is Break.None or Break.Comma; at++)
        {
            if (tokens[at].Text == "by" && at + 1 < tokens.Count)
            {
                var agent = grammar.Object(at + 1) != 0 ? grammar.Object(at + 1) : grammar.Owner(at + 1);
                return score + (agent * Weights.ByAgent);
            }

            if (
                at < hit.To + 2
                && Words.Upon.Contains(tokens[at].Text)
                && at + 1 < tokens.Count
                && grammar.Object(at + 1) != 0
                && (at + 2 >= tokens.Count || tokens[at + 2].Text != "'s")
            )
                return score - (grammar.Object(at + 1) * (own ? 0.5 : Weights.OnObject));
            if (at < hit.To + 2 && tokens[at].Text == "for" && at + 1 < tokens.Count && tokens[at + 1].Text is "me" or "him")
                return score + (grammar.Object(at + 1) * 2);
        }

        if (passive || hit.To >= tokens.Count || tokens[hit.To].Before != Break.None)
            return score;
        var whom = grammar.Object(hit.To);
        if (
            whom == 1
            && grammar.Subjects[hit.From].Strength < 0.6
            && !tokens[hit.To - 1].Text.EndsWith("ed", StringComparison.Ordinal)
            && tokens[hit.To - 1].Text is not "swept"
            && (hit.To + 1 >= tokens.Count || tokens[hit.To + 1].Before != Break.None)
        )
            return score + 2;
        if (whom != 0 && !Words.Selves.Contains(tokens[hit.To].Text) && !StartsClause(hit.To))
            return score - (whom * Weights.ObjectSuffers);
        var whose = grammar.Owner(hit.To);
        var next = hit.To + 1 < tokens.Count ? tokens[hit.To + 1].Stem : "";
        if (whose != 0 && Words.Suffers.Contains(next))
            return score + ((own ? whose : -whose) * Weights.OnObject);
        return score;
    }

    private bool StartsClause(int at) => at + 1 < tokens.Count && grammar.Names[at] && Words.Auxiliaries.Contains(tokens[at + 1].Stem);

    // "Got hit with a whizzer", "was put in the body triangle": the subject suffers it.
    private double Met(Hit hit, Subject subject)
    {
        for (var at = hit.From - 1; at > 1 && at >= hit.From - 4 && tokens[at + 1].Before == Break.None; at--)
        {
            var met =
                Words.Meets.Contains(tokens[at].Text) && Words.MetBy.Contains(tokens[at - 1].Text) && tokens[at - 2].Stem is "be" or "get";
            // "Lost to a baseball bat choke": so does whoever loses.
            var lost = Words.LosesTo.Contains(tokens[at].Text) && Words.Loses.Contains(tokens[at - 1].Stem);
            if (met || lost)
                return -(subject.Who == 0 ? 0.7 : subject.Who * subject.Strength) * (Weights.Passive + Weights.SubjectActs);
        }

        return 0;
    }

    /// <summary>
    /// Of what follows "caught me with", "got her in": log odds that the owner did it; 0 where nothing of the kind stands before it.
    /// </summary>
    public double CaughtBefore(Hit hit)
    {
        for (var at = hit.From - 1; at > 0 && at >= hit.From - 6 && tokens[at + 1].Before == Break.None; at--)
        {
            if (!Words.CaughtWith.Contains(tokens[at].Text))
                continue;
            var whom = grammar.Object(at - 1);
            if (whom == 0 && at > 1 && (Words.Small.Contains(tokens[at - 1].Text) || tokens[at - 1].Text == "again"))
                whom = grammar.Object(at - 2);
            if (whom != 0 && tokens[at].Before == Break.None)
                return -whom * Weights.CaughtObject;
        }

        return 0;
    }

    public bool IsPassive(Hit hit)
    {
        var word = tokens[hit.From].Text;
        // "Got passed" as a phrase of its own.
        if (
            hit.To - hit.From == 2
            && tokens[hit.From].Stem is "be" or "get"
            && (
                tokens[hit.From + 1].Text.EndsWith("ed", StringComparison.Ordinal)
                || Words.ShortParticiples.Contains(tokens[hit.From + 1].Text)
            )
        )
            return true;
        var participle =
            word.EndsWith("ed", StringComparison.Ordinal)
            || Words.Participles.Contains(word)
            || word.EndsWith("'d", StringComparison.Ordinal)
            || tokens[Math.Min(hit.To, tokens.Count) - 1].Text is var last
                && (last.EndsWith("ed", StringComparison.Ordinal) || last is "taken")
                && hit.To - hit.From > 1
                && tokens[hit.From].Stem != "get";
        if (!participle)
            return false;
        for (var at = hit.From - 1; at >= 0 && at >= hit.From - 4 && tokens[at + 1].Before == Break.None; at--)
        {
            var stem = tokens[at].Stem;
            if (stem is "be" or "get" || Words.Passives.Contains(tokens[at].Text))
                return !(
                    tokens[at].Text is "got" or "get"
                    && Words.Small.Contains(tokens[at + 1].Text)
                    && Words.OwnedThings.Contains(tokens[at + 1].Text)
                    && stem == "get"
                    && !CausesPassive(at)
                );
            if (tokens[at].Text == "'s" && at > 0 && (Words.SubjectThem.Contains(tokens[at - 1].Text) || grammar.Names[at - 1]))
                return false;
            if (stem == "hav" && CausesPassive(at))
                return true;
            if (Words.Links.Contains(stem) && at > 1 && tokens[at - 1].Text.EndsWith("ed", StringComparison.Ordinal))
                continue;
            if (
                !Words.Everyday.Contains(tokens[at].Text)
                || Words.SubjectMe.Contains(tokens[at].Text)
                || Words.SubjectThem.Contains(tokens[at].Text)
                || grammar.Names[at]
                || Words.Joiners.Contains(tokens[at].Text)
            )
                return false;
        }

        return false;
    }

    // "got my guard passed", "had my back taken"
    private bool CausesPassive(int at) => at + 1 < tokens.Count && grammar.Owner(at + 1) != 0;
}
