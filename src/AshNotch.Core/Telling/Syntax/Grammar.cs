using AshNotch.Core.Log;
using AshNotch.Core.Telling.Phrases;
using AshNotch.Core.Telling.Text;

namespace AshNotch.Core.Telling.Syntax;

/// <summary>Who the words of a clause are about.</summary>
/// <param name="Who">1 the owner, -1 the partner, 0 nobody known.</param>
/// <param name="Strength">How sure: 1 named in this clause, less when carried on from an earlier one.</param>
/// <param name="Third">Somebody who is not in the roll.</param>
internal readonly record struct Subject(int Who, double Strength, bool Third);

/// <summary>
/// A light grammar of an account: where clauses part, who is the subject at each word, which words are names. No parse: one
/// pass from left to right that remembers the last subject.
/// </summary>
internal sealed class Grammar
{
    private readonly int[] marks;

    private Grammar(IReadOnlyList<Token> tokens, bool[] names)
    {
        Tokens = tokens;
        Names = names;
        Clause = new int[tokens.Count];
        Sentence = new int[tokens.Count];
        Subjects = new Subject[tokens.Count];
        marks = Marks.Of(tokens, names);
        Labels = PersonNames.Labels(tokens, names);
    }

    /// <summary>The words.</summary>
    public IReadOnlyList<Token> Tokens { get; }

    /// <summary>For each word, whether it is a name.</summary>
    public bool[] Names { get; }

    /// <summary>
    /// For each word, whether it is the name of another partner that stands before what was done like a label: "Sunniva: lost, RNC.
    /// Cosmo (won): kimura". The first label opens nothing and is none.
    /// </summary>
    public bool[] Labels { get; }

    /// <summary>The number of the clause of each word.</summary>
    public int[] Clause { get; }

    /// <summary>The number of the sentence of each word.</summary>
    public int[] Sentence { get; }

    /// <summary>The subject at each word.</summary>
    public Subject[] Subjects { get; }

    /// <summary>The partner's name in small letters, when there is one.</summary>
    public string? Partner { get; private set; }

    /// <summary>Reads the grammar of an account.</summary>
    /// <param name="tokens">The words.</param>
    /// <param name="lexicon">What is in a phrase is no name.</param>
    /// <param name="people">Names that are known to be somebody's, in small letters; null for none.</param>
    public static Grammar Of(IReadOnlyList<Token> tokens, Lexicon lexicon, IReadOnlySet<string>? people = null)
    {
        var names = PersonNames.Find(tokens, lexicon, people);
        var grammar = new Grammar(tokens, names);
        grammar.FindPartner();
        grammar.Part();
        grammar.FindSubjects();
        return grammar;
    }

    /// <summary>Whose the word is when it says whose: 1 mine, -1 theirs, 0 neither.</summary>
    public int Owner(int at)
    {
        if (at < 0 || at >= Tokens.Count)
            return 0;
        var word = Tokens[at].Text;
        if (Words.Mine.Contains(word))
            return 1;
        if (Words.Theirs.Contains(word))
            return -1;
        return word == "'s" && at > 0 && (Names[at - 1] || Words.Opponents.Contains(Tokens[at - 1].Stem)) ? -1 : 0;
    }

    /// <summary>Whom an object word names: 1 me, -1 the partner, 0 nobody.</summary>
    public int Object(int at)
    {
        if (at < 0 || at >= Tokens.Count)
            return 0;
        var word = Tokens[at].Text;
        if (Words.ObjectMe.Contains(word))
            return 1;
        if (Words.ObjectThem.Contains(word))
            return -1;
        var possessive = at + 1 < Tokens.Count && Tokens[at + 1].Text == "'s";
        return !possessive && (Names[at] || Words.Opponents.Contains(Tokens[at].Stem)) ? -1 : 0;
    }

    /// <summary>How many words behind somebody's name it may be said to whom it was done.</summary>
    private const int FarthestObject = 6;

    private void FindPartner()
    {
        var best = Enumerable
            .Range(0, Tokens.Count)
            .Where(at => Names[at] && Tokens[at].Text.Length > 1)
            .GroupBy(at => Tokens[at].Text)
            .Select(g =>
                (
                    Name: g.Key,
                    Count: g.Count() + (g.Any(at => at > 0 && Words.Opposite.Contains(Tokens[at - 1].Text)) ? 1.5 : 0) - (g.First() * 0.001)
                )
            )
            .OrderByDescending(g => g.Count)
            .FirstOrDefault();
        Partner = best.Name;
    }

    private void Part()
    {
        var clause = 0;
        var sentence = 0;
        for (var at = 0; at < Tokens.Count; at++)
        {
            if (at > 0 && Tokens[at].Before != Break.None)
                clause++;
            else if (
                at > 0
                && Words.Joiners.Contains(Tokens[at].Text)
                && Tokens[at].Text is not "or"
                && (
                    Tokens[at].Text is not "that"
                    || (
                        at + 1 < Tokens.Count
                        && (Words.SubjectMe.Contains(Tokens[at + 1].Text) || Words.SubjectThem.Contains(Tokens[at + 1].Text))
                    )
                )
            )
                clause++;
            if (at > 0 && Tokens[at].Before == Break.Sentence)
                sentence++;
            Clause[at] = clause;
            Sentence[at] = sentence;
        }
    }

    private void FindSubjects()
    {
        var now = new Subject(0, 0, false);
        var main = now;
        var inside = false;
        var mentioned = 0;
        for (var at = 0; at < Tokens.Count; at++)
        {
            var token = Tokens[at];
            if (at > 0 && Clause[at] != Clause[at - 1])
                now = now with
                {
                    Strength =
                        now.Strength
                        * (
                            token.Before switch
                            {
                                Break.Sentence => 0.3,
                                Break.Clause or Break.Arrow => 0.4,
                                Break.Comma => 0.6,
                                _ => 0.75,
                            }
                        ),
                };
            if (at > 0 && token.Before >= Break.Clause)
                inside = false;
            var opens = Words.Subordinates.Contains(token.Text);
            if (opens && !inside)
                (main, inside) = (now, true);
            else if (inside && main.Who != 0 && (Words.Resumes.Contains(token.Text) || token.Before == Break.Comma))
                (now, inside) = (main with { Strength = main.Strength * 0.75 }, false);
            var found = SubjectAt(at, mentioned);
            if (found is { } subject)
                now = subject;
            if (Names[at] || Object(at) != 0)
                mentioned =
                    Names[at] && Partner is not null && !IsPartner(token) ? 0
                    : Names[at] ? -1
                    : Object(at);
            Subjects[at] = now;
        }
    }

    /// <summary>Who is named as having had to do with the one who tells, in the order of their names: partners, not bystanders.</summary>
    public IReadOnlyList<string> Partners() =>
        [
            .. Enumerable
                .Range(0, Tokens.Count)
                .Where(at => Names[at] && Tokens[at].Text.Length > 1 && (Tokens[at].Text == Partner || Labels[at] || ActsOnMe(at)))
                .Select(at => Tokens[at].Text)
                .Distinct(StringComparer.Ordinal),
        ];

    // "Cosmo took my back": another partner of the same evening, nobody who stands by.
    private bool ActsOnMe(int at)
    {
        for (var after = at + 1; after < Tokens.Count && after <= at + FarthestObject && Clause[after] == Clause[at]; after++)
            if ((Object(after) == 1 || Owner(after) == 1) && Tokens[after].Text is not ("us" or "our"))
                return true;
        return false;
    }

    private bool IsPartner(Token token) =>
        Partner is not null && (token.Text == Partner || (token.Text.Length == 1 && token.Text[0] == Partner[0]));

    private Subject? SubjectAt(int at, int mentioned)
    {
        var token = Tokens[at];
        var last = at > 0 ? Tokens[at - 1] : default;
        if (Words.SubjectMe.Contains(token.Text))
            return new Subject(1, 1, false);
        if (Words.SubjectThem.Contains(token.Text))
            return new Subject(-1, 1, false);
        if (marks[at] != 0)
            return new Subject(marks[at], 0.9, false);
        if (token.Text == "we")
            return new Subject(0, 0, false);
        if (token.Text == "who" && mentioned != 0)
            return new Subject(mentioned, 0.8, false);
        var lead = at == 0 || token.Before != Break.None || Words.Joiners.Contains(last.Text);
        if (Words.Others.Contains(token.Stem) && lead)
            return new Subject(0, 1, true);
        if (Object(at) != 0 && !IsOwner(at))
        {
            var causing = at > 0 && Words.Causing.Contains(last.Stem);
            var with = last.Text == "with" && at + 1 < Tokens.Count && Tokens[at + 1].Text.EndsWith("ing", StringComparison.Ordinal);
            if (causing || with)
                return new Subject(Object(at), 0.9, false);
        }

        if (Names[at] || Words.Opponents.Contains(token.Stem))
        {
            var possessive = at + 1 < Tokens.Count && Tokens[at + 1].Text == "'s";
            if (possessive)
                return lead ? new Subject(-1, 0.6, false) : null;
            var third = Names[at] && Partner is not null && !IsPartner(token) && !Labels[at] && !ActsOnMe(at);
            var preposed = at > 0 && token.Before == Break.None && Words.Prepositions.Contains(last.Text);
            if (!preposed && (lead || (at + 1 < Tokens.Count && PersonNames.Verbal(Tokens[at + 1]) && !PersonNames.Verbal(last))))
                return new Subject(third ? 0 : -1, 1, third);
        }

        if (lead && Owner(at) != 0 && token.Text != "'s")
            return new Subject(Owner(at), 0.6, false);
        // "Got Sunniva with a triangle": what has no subject was done by the other of the two.
        var opens = at == 0 || token.Before == Break.Sentence;
        if (opens && PersonNames.Verbal(token) && at + 1 < Tokens.Count && Tokens[at + 1].Before == Break.None && !IsOwner(at + 1))
            return Object(at + 1) is var whom and not 0 ? new Subject(-whom, 0.7, false) : null;
        return null;
    }

    private bool IsOwner(int at) =>
        Tokens[at].Text == "her"
        && at + 1 < Tokens.Count
        && Tokens[at + 1].Before == Break.None
        && !Tokens[at + 1].Text.EndsWith("ing", StringComparison.Ordinal)
        && !PersonNames.Verbal(Tokens[at + 1])
        && !Words.Prepositions.Contains(Tokens[at + 1].Text)
        && !Words.Joiners.Contains(Tokens[at + 1].Text);
}
