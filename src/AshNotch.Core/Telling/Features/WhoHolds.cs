using AshNotch.Core.Ground;
using AshNotch.Core.Telling.Decoding;
using AshNotch.Core.Telling.Phrases;
using AshNotch.Core.Telling.Syntax;
using AshNotch.Core.Telling.Text;

namespace AshNotch.Core.Telling.Features;

/// <summary>Weighs whose a position is, and whether somebody got there or was there.</summary>
internal sealed class WhoHolds
{
    private readonly GroundMap ground;
    private readonly Grammar grammar;
    private readonly IReadOnlyList<Token> tokens;

    public WhoHolds(Clues clues, GroundMap ground)
    {
        grammar = clues.Grammar;
        tokens = clues.Tokens;
        this.ground = ground;
    }

    /// <summary>Log odds that the owner holds the position.</summary>
    public double Of(Hit hit, Subject subject)
    {
        var score = 0.0;
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
        foreach (var (token, _) in hit.Gaps)
            owner = owner == 0 ? grammar.Owner(token) : owner;
        if (hit.Meaning.Id == "back-control" && BackOf(hit, owner) is var victim && victim != 0)
            return -victim * Weights.OwnerHolds;
        score += owner * Weights.OwnerHolds;
        var holderTop = SpotRoles.HolderIsTop(ground, hit.Meaning.Id) ? 1 : -1;
        score += RoleWords(hit, subject) * holderTop;
        var held = HeldBefore(hit, subject);
        score += held;
        if (owner == 0 && held == 0)
            score += subject.Who * subject.Strength * Weights.SubjectHolds * (Plays(hit) ? 2 : 1);
        return score;
    }

    // "On my back", "behind him": the one whose back it is does not hold it.
    private int BackOf(Hit hit, int owner)
    {
        if (!Words.HeldHow.Contains(tokens[hit.From].Text))
            return 0;
        return tokens[hit.From].Text == "behind" ? grammar.Object(hit.To - 1) : owner;
    }

    // Positive: the owner is on top; in units of evidence.
    private double RoleWords(Hit hit, Subject subject)
    {
        var score = 0.0;
        for (var at = hit.From - 4; at < hit.To + 3; at++)
        {
            if (at < 0 || at >= tokens.Count || (at >= hit.From && at < hit.To) || !SameBit(at, hit))
                continue;
            var role = tokens[at].Text switch
            {
                "top" => 1,
                "bottom" or "btm" or "bot" or "underneath" or "below" or "bttm" => -1,
                "under" or "beneath" => -1,
                _ => 0,
            };
            if (role == 0)
                continue;
            var next = at + 1 < tokens.Count ? tokens[at + 1].Text : "";
            var whom =
                grammar.Object(at + 1) != 0 ? grammar.Object(at + 1)
                : next == "of" ? grammar.Object(at + 2)
                : 0;
            if (
                tokens[at].Text is "under" or "beneath"
                && whom == 0
                && grammar.Owner(at + 1) == 0
                && !SpotRoles.CanBeUnder(ground, hit.Meaning.Id)
            )
                continue;
            var who =
                whom != 0 ? -whom
                : subject.Who != 0 && subject.Strength > 0.55 ? subject.Who
                : 1;
            if (tokens[at].Text is "under" && grammar.Owner(at + 1) != 0)
                who = -grammar.Owner(at + 1);
            score += role * who * Weights.RoleSaid;
            break;
        }

        return score;
    }

    private bool SameBit(int at, Hit hit)
    {
        var (from, to) = at < hit.From ? (at + 1, hit.From) : (hit.To, at);
        for (var between = from; between <= to && between < tokens.Count; between++)
        {
            if (tokens[between].Before != Break.None)
                return false;
        }

        return true;
    }

    private double HeldBefore(Hit hit, Subject subject)
    {
        for (var at = hit.From - 1; at >= 0 && at >= hit.From - 5 && tokens[at + 1].Before == Break.None; at--)
        {
            if (Words.Endures.Contains(tokens[at].Text) || (tokens[at].Text == "out" && tokens[at + 1].Text == "of"))
                return -(subject.Who == 0 ? 1 : subject.Who)
                    * Weights.Held
                    * (
                        SpotRoles.HolderIsTop(ground, hit.Meaning.Id) ? 1
                        : Words.Leaves.Contains(tokens[at].Text) ? 1
                        : 0.7
                    );
            if (grammar.Object(at) != 0 && (at + 1 == hit.From || Words.Towards.Contains(tokens[at + 1].Text)))
            {
                if (
                    at > 0
                    && (
                        Words.Prepositions.Contains(tokens[at - 1].Text) && tokens[at - 1].Text is not "under"
                        || tokens[at - 1].Before != Break.None && grammar.Names[at]
                    )
                )
                    return tokens[at - 1].Text is "with" ? grammar.Object(at) * Weights.SubjectHolds : 0;
                return -grammar.Object(at) * Weights.Held;
            }
        }

        if (
            hit.To + 1 < tokens.Count
            && tokens[hit.To].Text is "on" or "against"
            && tokens[hit.To].Before == Break.None
            && grammar.Object(hit.To + 1) != 0
        )
            return -grammar.Object(hit.To + 1) * Weights.Held;
        return 0;
    }

    private bool Plays(Hit hit)
    {
        for (var at = hit.From - 1; at >= 0 && at >= hit.From - 3; at--)
        {
            if (Words.PlaysGuard.Contains(tokens[at].Stem))
                return true;
        }

        return false;
    }

    /// <summary>"I was on my back": no back control.</summary>
    public bool OnOwnBack(Hit hit, Subject subject) =>
        hit.Meaning.Id == "back-control"
        && tokens[hit.From].Text == "on"
        && hit.Gaps.Count > 0
        && grammar.Owner(hit.Gaps[0].Token) is var whose
        && (whose == subject.Who || whose == 0);

    /// <summary>"Stood up and opened my guard": still in the guard.</summary>
    public bool StandsToOpen(Hit hit)
    {
        if (hit.Meaning.Id != "standing" || tokens[hit.From].Stem != "stand")
            return false;
        for (var at = hit.To; at < tokens.Count && at < hit.To + 5 && tokens[at].Before is Break.None or Break.Comma; at++)
        {
            if (Words.Opens.Contains(tokens[at].Stem) || (Words.StillInside.Contains(tokens[at].Stem) && at < hit.To + 2))
                return true;
        }

        return false;
    }

    /// <summary>How much the words say that somebody got there rather than was there.</summary>
    public double Arrives(Hit hit)
    {
        for (var at = hit.From - 1; at >= 0 && at >= hit.From - 4; at--)
        {
            var between = tokens[at + 1].Before;
            if (between >= Break.Clause)
                return between == Break.Arrow ? 0.4 : 0.2;
            if (between is Break.Comma or Break.Arrow)
                return 0.4;
            var stem = tokens[at].Stem;
            if (Words.WasThere.Contains(stem))
                return -Weights.Being;
            if (Words.GotThere.Contains(stem))
                return Weights.Arriving;
            if (Words.Joiners.Contains(tokens[at].Text))
                return 0.4;
        }

        return 0.2;
    }
}
