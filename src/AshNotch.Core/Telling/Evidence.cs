using AshNotch.Core.Ground;

namespace AshNotch.Core.Telling;

/// <summary>What the words around a match say about it, before the ground has its say.</summary>
/// <param name="Hit">The match.</param>
/// <param name="Gain">What reading it is worth; negative when the words speak against it.</param>
/// <param name="Me">Log odds that the owner did it (of an end: that the owner won).</param>
/// <param name="Done">Log odds that it came off.</param>
/// <param name="Holder">Of a position: log odds that the owner holds it (in a guard: is below).</param>
/// <param name="Arrives">Of a position: how much the words say that somebody got there rather than was there.</param>
internal sealed record Evidence(Hit Hit, double Gain, double Me, double Done, double Holder, double Arrives);

/// <summary>Weighs the words around each match. Pure: an account's matches in, evidence out.</summary>
internal sealed class EvidenceReader
{
    private static readonly HashSet<string> Stopping = ["post", "stuff", "defend", "block", "deny", "surviv", "escap", "counter", "shrug", "fight", "stop", "shut", "smother", "kill", "get"];
    private static readonly HashSet<string> Counts = ["two", "three", "four", "five", "six", "2", "3", "4", "5", "6"];
    private static readonly HashSet<string> Hard = ["no", "nope", "nothing", "fail", "failed", "stuffed", "x", "nowhere", "didn't", "not", "couldn't", "never", "nah", "wasn't", "doesn't", "denied", "flattened"];

    private readonly Grammar grammar;
    private readonly GroundMap ground;
    private readonly IReadOnlyList<Token> tokens;
    private readonly IReadOnlyList<Hit> cues;
    private readonly bool[] unreal;
    private readonly int[] nextTechnique;
    private readonly Hit?[] cueAt;
    private readonly bool countedTaps;

    public EvidenceReader(Grammar grammar, GroundMap ground, IReadOnlyList<Hit> hits, IReadOnlyList<Hit> cues)
    {
        this.grammar = grammar;
        this.ground = ground;
        this.cues = cues;
        tokens = grammar.Tokens;
        unreal = Unreality.Of(grammar, cues);
        nextTechnique = NextTechnique(tokens.Count, hits);
        countedTaps = Enumerable.Range(1, Math.Max(0, tokens.Count - 1)).Any(at => tokens[at].Text is "taps" or "subs" or "submissions" && Counts.Contains(tokens[at - 1].Text));
        cueAt = new Hit?[tokens.Count + 1];
        foreach (var cue in cues)
            cueAt[cue.From] = cue;
    }

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
            MeaningKind.Position => new Evidence(hit, gain + (hit.Cost < 0.5 ? Weights.PlaceTold : 0) - (OnOwnBack(hit, subject) || StandsToOpen(hit) ? 6 : 0), subject.Who * subject.Strength, 0, Holder(hit, subject), Arrives(hit)),
            _ => new Evidence(hit, hit.Meaning.Id == "tap" && Negated(hit) != 0 ? gain - 4 : gain, Winner(hit, subject), Outcome(hit, 0.3, false), 0, 0),
        };
    }

    private static int[] NextTechnique(int count, IReadOnlyList<Hit> hits)
    {
        var next = new int[count + 2];
        Array.Fill(next, count);
        foreach (var hit in hits)
        {
            if (hit.Meaning.Kind == MeaningKind.Technique && hit.Cost < 1.4 && hit.Meaning.Id is not ("escape" or "guillotine-defence" or "armbar-defence" or "triangle-defence" or "shoulder-lock-defence" or "arm-triangle-defence"))
                next[hit.From] = hit.From;
        }

        for (var at = count - 1; at >= 0; at--)
            next[at] = Math.Min(next[at], next[at + 1]);
        return next;
    }

    // "I was on my back": no back control.
    private bool OnOwnBack(Hit hit, Subject subject) =>
        hit.Meaning.Id == "back-control" && tokens[hit.From].Text == "on" && hit.Gaps.Count > 0 && grammar.Owner(hit.Gaps[0].Token) is var whose && (whose == subject.Who || whose == 0);

    // "Stood up and opened my guard": still in the guard.
    private bool StandsToOpen(Hit hit)
    {
        if (hit.Meaning.Id != "standing" || tokens[hit.From].Stem != "stand")
            return false;
        for (var at = hit.To; at < tokens.Count && at < hit.To + 5 && tokens[at].Before is Break.None or Break.Comma; at++)
        {
            if (tokens[at].Stem is "open" or "break" or "pop" or "crack" or "split" or "pry" || (tokens[at].Stem is "in" or "over" or "front" && at < hit.To + 2))
                return true;
        }

        return false;
    }

    private Evidence Technique(Hit hit, double gain, Subject subject)
    {
        var technique = ground.Technique(hit.Meaning.Id)!;
        var me = Actor(hit, technique, subject);
        var negated = Negated(hit);
        if (negated == 2)
            gain -= Weights.Denied;
        // "I landed on my back" is no back take.
        if (technique.Id == "back-take" && !hit.Patient && hit.Gaps.Count > 0 && subject.Who != 0 && subject.Strength > 0.5 && grammar.Owner(hit.Gaps[0].Token) == subject.Who && !IsPassive(hit))
            gain -= 5;
        var usual = technique.Finishes() ? Weights.SubmissionStopped : Weights.ToldDone;
        var own = technique.Kind is "escape" or "retention" or "defence" or "stand-up";
        var done = Outcome(hit, usual, own) - (negated == 1 ? Weights.CouldNot : 0) + (technique.Finishes() ? Finished(hit) + (countedTaps ? Weights.CountedTaps : 0) : 0);
        return new Evidence(hit, gain, me, done, 0, Arrives(hit));
    }

    // "Finished the choke", "caught me in a triangle", "he heel hooked me".
    private double Finished(Hit hit)
    {
        for (var at = hit.From - 1; at >= 0 && at >= hit.From - 8 && grammar.Clause[at] == grammar.Clause[hit.From]; at--)
        {
            if (cueAt[at] is { Meaning.Id: "finished" } cue && cue.To <= hit.From && Negated(hit) == 0 && !(cue.To < hit.From && grammar.Owner(cue.To) != 0 && tokens[cue.From].Stem == "catch"))
                return tokens[cue.From].Stem is "catch" or "get" or "hit" or "nail" or "lock" ? Weights.Finished * 0.6 : Weights.Finished;
        }

        // The last thing told, and nothing said against it.
        if (nextTechnique[Math.Min(hit.To, tokens.Count)] >= tokens.Count && tokens[hit.From].Before == Break.None && Outcome(hit, 0, false) >= 0 && Negated(hit) == 0)
            return 1.3;
        var verb = tokens[hit.To - 1].Text.EndsWith("ed", StringComparison.Ordinal);
        return verb && Negated(hit) == 0 && ((hit.To < tokens.Count && grammar.Object(hit.To) != 0) || IsPassive(hit)) ? IsPassive(hit) ? 1.2 : Weights.Finished * 0.8 : 0;
    }

    // In a list of bare names ("he turtles, crucifix, rnc") the subject of the first says little of the next.
    private Subject SubjectOf(Hit hit)
    {
        var subject = grammar.Subjects[hit.From];
        return tokens[hit.From].Before is Break.Comma or Break.Arrow or Break.Clause && !IsVerb(tokens[hit.From])
            ? subject with { Strength = subject.Strength * Weights.BareName }
            : subject;
    }

    private static bool IsVerb(Token token) =>
        token.Text.EndsWith("ed", StringComparison.Ordinal) || (token.Text.EndsWith('s') && !token.Text.EndsWith("ss", StringComparison.Ordinal))
        || !token.Text.StartsWith(token.Stem, StringComparison.Ordinal);

    private double Actor(Hit hit, Technique technique, Subject subject)
    {
        var own = technique.Kind is "escape" or "retention" or "defence" or "stand-up" or "sprawl";
        var first = hit.From - 1;
        for (var back = 0; back < 3 && first >= 0 && grammar.Owner(first) == 0 && Words.Small.Contains(tokens[first].Text) && tokens[first + 1].Before == Break.None; back++)
            first--;
        var owner = first >= 0 && tokens[first + 1].Before == Break.None ? grammar.Owner(first) : 0;
        var score = 0.0;
        // "him toe hold": who stands before it like a label.
        if (hit.From > 0 && tokens[hit.From].Before == Break.None && tokens[hit.From - 1].Before != Break.None && grammar.Object(hit.From - 1) is var label && label != 0 && !grammar.Names[hit.From - 1])
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
            score += subject.Who == 0 && subject.Strength == 0 && !subject.Third ? Weights.TellerFirst * Headless(hit) : subject.Who * subject.Strength * Weights.SubjectActs;
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

        return score + CaughtBefore(hit);
    }

    private double Headless(Hit hit)
    {
        for (var at = hit.From; at >= 0; at--)
        {
            if (grammar.Subjects[at].Who != 0)
                return 0;
        }

        return 1;
    }

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

            if (at < hit.To + 2 && tokens[at].Text is "on" or "against" or "off" && at + 1 < tokens.Count && grammar.Object(at + 1) != 0 && (at + 2 >= tokens.Count || tokens[at + 2].Text != "'s"))
                return score - (grammar.Object(at + 1) * (own ? 0.5 : Weights.OnObject));
            if (at < hit.To + 2 && tokens[at].Text == "for" && at + 1 < tokens.Count && tokens[at + 1].Text is "me" or "him")
                return score + (grammar.Object(at + 1) * 2);
        }

        if (passive || hit.To >= tokens.Count || tokens[hit.To].Before != Break.None)
            return score;
        var whom = grammar.Object(hit.To);
        if (whom == 1 && grammar.Subjects[hit.From].Strength < 0.6 && !tokens[hit.To - 1].Text.EndsWith("ed", StringComparison.Ordinal) && tokens[hit.To - 1].Text is not "swept" && (hit.To + 1 >= tokens.Count || tokens[hit.To + 1].Before != Break.None))
            return score + 2;
        if (whom != 0 && tokens[hit.To].Text is not ("myself" or "himself" or "herself") && !StartsClause(hit.To))
            return score - (whom * Weights.ObjectSuffers);
        var whose = grammar.Owner(hit.To);
        var next = hit.To + 1 < tokens.Count ? tokens[hit.To + 1].Stem : "";
        if (whose != 0 && next is "guard" or "half" or "butterfly" or "back" or "leg" or "neck" or "arm")
            return score + ((own ? whose : -whose) * Weights.OnObject);
        return score;
    }

    private bool StartsClause(int at) => at + 1 < tokens.Count && grammar.Names[at] && tokens[at + 1].Stem is "be" or "hav" or "get" or "'s";

    private double CaughtBefore(Hit hit)
    {
        for (var at = hit.From - 1; at > 0 && at >= hit.From - 6 && tokens[at + 1].Before == Break.None; at--)
        {
            if (tokens[at].Text is not ("with" or "in" or "into" or "to" or "for" or "from" or "via" or "using"))
                continue;
            var whom = grammar.Object(at - 1);
            if (whom == 0 && at > 1 && Words.Small.Contains(tokens[at - 1].Text))
                whom = grammar.Object(at - 2);
            if (whom != 0 && tokens[at].Before == Break.None)
                return -whom * Weights.CaughtObject;
        }

        return 0;
    }

    private bool IsPassive(Hit hit)
    {
        var word = tokens[hit.From].Text;
        var participle = word.EndsWith("ed", StringComparison.Ordinal) || word is "swept" or "thrown" or "taken" or "caught" or "put" or "rolled" or "choked" or "bent" or "split" || word.EndsWith("'d", StringComparison.Ordinal)
            || tokens[Math.Min(hit.To, tokens.Count) - 1].Text is var last && (last.EndsWith("ed", StringComparison.Ordinal) || last is "taken") && hit.To - hit.From > 1 && tokens[hit.From].Stem != "get";
        if (!participle)
            return false;
        for (var at = hit.From - 1; at >= 0 && at >= hit.From - 4 && tokens[at + 1].Before == Break.None; at--)
        {
            var stem = tokens[at].Stem;
            if (stem is "be" or "get" || tokens[at].Text is "'m" or "being" or "be")
                return !(tokens[at].Text is "got" or "get" && Words.Small.Contains(tokens[at + 1].Text) && tokens[at + 1].Text is "the" or "a" or "my" or "his" or "her" && stem == "get" && !CausesPassive(at));
            if (tokens[at].Text == "'s" && at > 0 && (Words.SubjectThem.Contains(tokens[at - 1].Text) || grammar.Names[at - 1]))
                return false;
            if (stem == "hav" && CausesPassive(at))
                return true;
            if (stem is "and" or "or" or "then" && at > 1 && tokens[at - 1].Text.EndsWith("ed", StringComparison.Ordinal))
                continue;
            if (!Words.Everyday.Contains(tokens[at].Text) || Words.SubjectMe.Contains(tokens[at].Text) || Words.SubjectThem.Contains(tokens[at].Text) || grammar.Names[at] || Words.Joiners.Contains(tokens[at].Text))
                return false;
        }

        return false;
    }

    // "got my guard passed", "had my back taken"
    private bool CausesPassive(int at) => at + 1 < tokens.Count && grammar.Owner(at + 1) != 0;

    // 0 no; 1 could not, failed to; 2 did not, never, no.
    private int Negated(Hit hit)
    {
        for (var at = hit.From - 1; at >= 0 && at >= hit.From - 5 && tokens[at + 1].Before == Break.None; at--)
        {
            var word = tokens[at].Text;
            if (word is "couldn't" or "can't" or "cannot" or "unable" or "failed" or "fail")
                return 1;
            var not = word is "not" or "never" or "without" or "nor" or "neither" || word.EndsWith("n't", StringComparison.Ordinal) || (word == "no" && at == hit.From - 1);
            if (not)
                return tokens[at + 1].Text is "get" or "got" or "finish" or "land" or "let" || (at > 0 && tokens[at - 1].Text is "could" or "can") ? 1 : 2;
            if (Words.Joiners.Contains(word) || Stopping.Contains(tokens[at].Stem) && tokens[at].Stem != "get")
                return 0;
        }

        return 0;
    }

    private double Outcome(Hit hit, double usual, bool own)
    {
        var score = usual - Against(hit);
        for (var at = hit.From - 1; at >= 0 && at >= hit.From - 7 && grammar.Clause[at] == grammar.Clause[hit.From]; at--)
        {
            if (cueAt[at] is { Meaning.Id: "try" } cue && cue.To <= hit.From)
            {
                score -= Weights.Tried;
                break;
            }

            if (nextTechnique[at] == at && nextTechnique[at] < hit.From - 1)
                break;
        }

        return score + Afterwards(hit, own) - (CutShort(hit) ? Weights.But : 0);
    }

    // "He cranked the whizzer, but I ran him over": somebody else goes on after a but.
    private bool CutShort(Hit hit)
    {
        for (var at = hit.To; at + 1 < tokens.Count && at < hit.To + 5 && grammar.Sentence[at] == grammar.Sentence[hit.From]; at++)
        {
            if (tokens[at].Text == "but")
                return grammar.Subjects[at + 1].Who != 0 && grammar.Subjects[at + 1].Who == -grammar.Subjects[hit.From].Who && grammar.Subjects[at + 1].Strength > 0.9;
            if (nextTechnique[at] == at)
                return false;
        }

        return false;
    }

    // "She posted on my sweep", "I survived the armbar": told by the one who stopped it.
    private double Against(Hit hit)
    {
        for (var at = hit.From - 1; at >= 0 && at >= hit.From - 7 && grammar.Clause[at] == grammar.Clause[hit.From]; at--)
        {
            if (cueAt[at] is { Meaning.Id: "stop" } cue && cue.To <= hit.From && Stopping.Contains(tokens[at].Stem) && tokens[cue.To].Text != "with")
                return DenialBefore(at) ? -1.5 : Weights.Stopped;
            if (nextTechnique[at] == at)
                break;
        }

        return 0;
    }

    private bool Isolated(Hit cue) =>
        cue.To - cue.From > 1 || tokens[cue.From].Text is not ("no" or "x" or "close" or "nah" or "live" or "lived" or "loose") || cue.To >= tokens.Count || tokens[cue.To].Before != Break.None;

    private double Afterwards(Hit hit, bool own)
    {
        var score = 0.0;
        var limit = Math.Min(Math.Min(tokens.Count, hit.To + 14), nextTechnique[Math.Min(hit.To, tokens.Count)]);
        var stopped = false;
        var done = false;
        for (var at = hit.To; at < limit; at++)
        {
            if (grammar.Sentence[at] != grammar.Sentence[hit.From] && !GoesOn(at))
                break;
            if (cueAt[at] is not { } cue || cue.To > limit)
                continue;
            if (at == hit.To && cue.Meaning.Id == "try" && tokens[at].Text is "nearly" or "almost" or "close" or "attempt" or "attempts" or "try" or "threat" && !stopped)
            {
                score -= Weights.Stopped;
                stopped = true;
            }

            var near = 1 / (1 + (0.1 * (at - hit.To)));
            if (cue.Meaning.Id == "stop" && !stopped && Isolated(cue))
            {
                score -= Weights.Stopped * near * (own && !Hard.Contains(tokens[cue.From].Text) ? 0.3 : 1);
                stopped = true;
            }
            else if (cue.Meaning.Id is "done" or "finished" && !done && !DenialBefore(at))
            {
                score += Weights.Worked * near;
                done = true;
            }

            at = Math.Max(at, cue.To - 1);
        }

        return score;
    }

    private bool DenialBefore(int at) => at > 0 && (tokens[at - 1].Text is "not" or "never" || tokens[at - 1].Text.EndsWith("n't", StringComparison.Ordinal));

    // A new sentence that goes on about the same thing: "It did not work." "No." "Nothing."
    private bool GoesOn(int at)
    {
        var start = at;
        while (start > 0 && grammar.Sentence[start - 1] == grammar.Sentence[at])
            start--;
        return tokens[start].Text is "it" or "no" or "nope" or "nothing" or "that" or "nah" or "didn't" or "worked" or "yes" or "failed" or "stuffed" or "he" or "she"
            && at - start < 5;
    }

    private double Winner(Hit hit, Subject subject)
    {
        var score = 0.0;
        var whom = hit.To < tokens.Count && tokens[hit.To].Before == Break.None ? grammar.Object(hit.To) : 0;
        foreach (var (token, _) in hit.Gaps)
            whom = whom == 0 ? grammar.Object(token) : whom;
        if (whom == 1 && tokens[hit.From].Text == "tap" && (hit.To + 1 >= tokens.Count || tokens[hit.To + 1].Before != Break.None))
            return 2;
        if (whom != 0)
            return -whom * Weights.ObjectSuffers;
        if (hit.Meaning.Id == "finish")
            return subject.Who * subject.Strength;
        var verb = tokens[hit.From].Text is "tapped" or "tap" or "taps" or "tapping" or "say" or "had" or "slap" or "verbal";
        var noun = hit.From > 0 && tokens[hit.From - 1].Text is "the" or "a" or "for" or "got" or "another";
        if (noun)
            return subject.Strength > 0.7 ? subject.Who * 0.9 : 0;
        if (hit.From > 0 && tokens[hit.From - 1].Text is "and" or "then" && tokens[hit.From].Before == Break.None && subject.Strength < 0.9)
            score -= subject.Who * 0.6;
        if (verb && subject.Who == 0 && (tokens[hit.To - 1].Text == "to" || (hit.To < tokens.Count && tokens[hit.To].Text == "to")))
            return score - 2;
        if (verb && tokens[hit.From].Before is Break.None or Break.Sentence or Break.Comma or Break.Clause)
            score -= subject.Who * (subject.Strength > 0.85 ? 3 : subject.Strength * 0.8);
        return score;
    }

    private double Holder(Hit hit, Subject subject)
    {
        var score = 0.0;
        var first = hit.From - 1;
        for (var back = 0; back < 3 && first >= 0 && grammar.Owner(first) == 0 && Words.Small.Contains(tokens[first].Text) && tokens[first + 1].Before == Break.None; back++)
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
        if (tokens[hit.From].Text is not ("on" or "has" or "had" or "have" or "behind" or "is" or "was" or "still" or "'s" or "has"))
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
            var role = tokens[at].Text switch { "top" => 1, "bottom" or "btm" or "bot" or "underneath" or "below" or "bttm" => -1, "under" or "beneath" => -1, _ => 0 };
            if (role == 0)
                continue;
            var next = at + 1 < tokens.Count ? tokens[at + 1].Text : "";
            var whom = grammar.Object(at + 1) != 0 ? grammar.Object(at + 1) : next == "of" ? grammar.Object(at + 2) : 0;
            if (tokens[at].Text is "under" or "beneath" && whom == 0 && grammar.Owner(at + 1) == 0 && !SpotRoles.CanBeUnder(ground, hit.Meaning.Id))
                continue;
            var who = whom != 0 ? -whom : subject.Who != 0 && subject.Strength > 0.55 ? subject.Who : 1;
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
            if (tokens[at].Text is "stuck" or "trapped" or "pinned" or "caught" or "survived" or "surviving" or "defending" or "escape" or "escaped" or "underneath" or "flattened" || (tokens[at].Text == "out" && tokens[at + 1].Text == "of"))
                return -(subject.Who == 0 ? 1 : subject.Who) * Weights.Held * (SpotRoles.HolderIsTop(ground, hit.Meaning.Id) ? 1 : tokens[at].Text is "out" or "escape" or "escaped" ? 1 : 0.7);
            if (grammar.Object(at) != 0 && (at + 1 == hit.From || tokens[at + 1].Text is "in" or "to" or "into" or "down" or "back" or "from" or "on" or "through" or "with"))
            {
                if (at > 0 && (Words.Prepositions.Contains(tokens[at - 1].Text) && tokens[at - 1].Text is not "under" || tokens[at - 1].Before != Break.None && grammar.Names[at]))
                    return tokens[at - 1].Text is "with" ? grammar.Object(at) * Weights.SubjectHolds : 0;
                return -grammar.Object(at) * Weights.Held;
            }
        }

        if (hit.To + 1 < tokens.Count && tokens[hit.To].Text is "on" or "against" && tokens[hit.To].Before == Break.None && grammar.Object(hit.To + 1) != 0)
            return -grammar.Object(hit.To + 1) * Weights.Held;
        return 0;
    }

    private bool Plays(Hit hit)
    {
        for (var at = hit.From - 1; at >= 0 && at >= hit.From - 3; at--)
        {
            if (tokens[at].Stem is "play" or "put" or "us" or "hav" or "hold" or "get" or "lock" or "set" or "tak" or "keep")
                return true;
        }

        return false;
    }

    private double Arrives(Hit hit)
    {
        for (var at = hit.From - 1; at >= 0 && at >= hit.From - 4; at--)
        {
            var between = tokens[at + 1].Before;
            if (between >= Break.Clause)
                return between == Break.Arrow ? 0.4 : 0.2;
            if (between is Break.Comma or Break.Arrow)
                return 0.4;
            var stem = tokens[at].Stem;
            if (stem is "in" or "from" or "under" or "of" or "start" or "be" or "with" or "lose" or "los" or "had" or "hav" or "out" or "at" or "play" or "hold" or "held" or "'s" or "'m" or "still" or "keep")
                return -Weights.Being;
            if (stem is "to" or "into" or "get" or "tak" or "climb" or "step" or "mov" or "go" or "hit" or "pop" or "hop" or "slid" or "lock" or "land" or "enter" or "reach" or "swing" or "spin" or "switch"
                or "walk" or "drop" or "jump" or "then" or "set" or "put" or "throw" or "com" or "find" or "end" or "onto" or "circl" or "transition" or "advance" or "advanc" or "grab" or "close" or "clos" or "secur" or "settl" or "roll")
                return Weights.Arriving;
            if (Words.Joiners.Contains(tokens[at].Text))
                return 0.4;
        }

        return 0.2;
    }
}
