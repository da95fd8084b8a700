using System.Collections.Frozen;

namespace AshNotch.Core.Telling.Text;

/// <summary>Closed classes of English words that the reader goes by, and the list of everyday words.</summary>
internal static class Words
{
    private static readonly FrozenDictionary<string, string[]> Lists = WordLists
        .Lines("telling/words.txt")
        .Select(line => line.Split(" :: "))
        .ToFrozenDictionary(line => line[0], line => line[1].Split(' '));

    public static readonly FrozenSet<string> Mine = List("mine");
    public static readonly FrozenSet<string> SaysCapitals = List("says-capitals");
    public static readonly FrozenSet<string> SaysBrackets = List("says-brackets");
    public static readonly FrozenSet<string> SaysSigns = List("says-signs");
    public static readonly FrozenSet<string> Theirs = List("theirs");
    public static readonly FrozenSet<string> ObjectMe = List("object-me");
    public static readonly FrozenSet<string> ObjectThem = List("object-them");
    public static readonly FrozenSet<string> SubjectMe = List("subject-me");
    public static readonly FrozenSet<string> SubjectThem = List("subject-them");
    public static readonly FrozenSet<string> Prepositions = List("prepositions");

    /// <summary>Between two moments these say that the second came first: "took the back off an arm drag".</summary>
    public static readonly FrozenSet<string> TellsEarlier = List("tells-earlier");

    /// <summary>Before what was under way as something else came.</summary>
    public static readonly FrozenSet<string> Meanwhile = List("meanwhile");

    /// <summary>Words that join clauses.</summary>
    public static readonly FrozenSet<string> Joiners = List("joiners");

    public static readonly FrozenSet<string> Causing = List("causing");

    /// <summary>"Then", "next": what may open another roll where a partner's name follows.</summary>
    public static readonly FrozenSet<string> GoesOn = List("goes-on");

    /// <summary>What may stand between such a word, or a number, and the name: "third one was with".</summary>
    public static readonly FrozenSet<string> CountsOn = List("counts-on");

    /// <summary>"Second", "next", "last" before <see cref="Rounds"/>.</summary>
    public static readonly FrozenSet<string> FurtherRounds = List("further-rounds");

    public static readonly FrozenSet<string> Rounds = List("rounds");
    public static readonly FrozenSet<string> Against = List("against");

    /// <summary>One of several tries from the same place.</summary>
    public static readonly FrozenSet<string> Goes = List("goes");

    /// <summary>Stems of what a hand does that gives up, to whoever has won.</summary>
    public static readonly FrozenSet<string> Pats = List("pats");

    /// <summary>Stems of what a round does that is told by itself: "second one lasted longer".</summary>
    public static readonly FrozenSet<string> RoundDoes = List("round-does");

    /// <summary>Words for tries of one thing: "three triangle attempts".</summary>
    public static readonly FrozenSet<string> Tries = List("tries");

    /// <summary>Words that only say how often: "both times". Which time it was ("third time") may stand for what was done.</summary>
    public static readonly FrozenSet<string> HowOften = List("how-often");

    /// <summary>Stems of giving: whoever it is given to has it.</summary>
    public static readonly FrozenSet<string> Gives = List("gives");

    /// <summary>Stems of what one does against a try of the other.</summary>
    public static readonly FrozenSet<string> Stopping = List("stopping");

    /// <summary>Words by which even a defence or an escape failed.</summary>
    public static readonly FrozenSet<string> Refusals = List("refusals");

    /// <summary>What a hand taps on: "tapped my leg three times" counts nothing.</summary>
    public static readonly FrozenSet<string> TappedOn = List("tapped-on");

    /// <summary>Words that count, and what.</summary>
    public static readonly FrozenDictionary<string, int> Numbers = Lists["numbers"]
        .Select(word => word.Split('='))
        .ToFrozenDictionary(word => word[0], word => int.Parse(word[1], System.Globalization.CultureInfo.InvariantCulture));

    public static readonly FrozenSet<string> Opponents = List("opponents");
    public static readonly FrozenSet<string> Others = List("others");

    /// <summary>Signs that say that something came off.</summary>
    public static readonly FrozenSet<string> Ticks = List("ticks");

    /// <summary>Signs that say that it did not.</summary>
    public static readonly FrozenSet<string> Crosses = List("crosses");

    /// <summary>One everyday word that names something all the same.</summary>
    public static readonly FrozenSet<string> NamesAlone = List("names-alone");

    /// <summary>Between two mentions of one moment: the second says how.</summary>
    public static readonly FrozenSet<string> SaysHow = List("says-how");

    /// <summary>Words of going somewhere, said of oneself.</summary>
    public static readonly FrozenSet<string> Moves = List("moves");

    /// <summary>Stems of what has to happen before a pass or a pin counts.</summary>
    public static readonly FrozenSet<string> Settles = List("settles");

    /// <summary>Before <see cref="Settles"/>: it did not.</summary>
    public static readonly FrozenSet<string> BeforeSettling = List("before-settling");

    /// <summary>Words of giving up.</summary>
    public static readonly FrozenSet<string> SaysTap = List("says-tap");

    /// <summary>Before such a word: it is a thing, and not what somebody did.</summary>
    public static readonly FrozenSet<string> CountsTap = List("counts-tap");

    /// <summary>What a summary counts.</summary>
    public static readonly FrozenSet<string> TapCounts = List("tap-counts");

    /// <summary>Stems of landing a submission.</summary>
    public static readonly FrozenSet<string> Catches = List("catches");

    public static readonly FrozenSet<string> CouldNot = List("could-not");
    public static readonly FrozenSet<string> Negations = List("negations");

    /// <summary>After a negation these make it a try.</summary>
    public static readonly FrozenSet<string> Achieves = List("achieves");

    public static readonly FrozenSet<string> Determiners = List("determiners");

    /// <summary>Words of failure that count right behind what failed, and hardly further off.</summary>
    public static readonly FrozenSet<string> FailsAtOnce = List("fails-at-once");

    /// <summary>Words of what only nearly happened.</summary>
    public static readonly FrozenSet<string> Nearly = List("nearly");

    /// <summary>What a remark on the moment just told begins with.</summary>
    public static readonly FrozenSet<string> Comments = List("comments");

    /// <summary>Before whom something was done to.</summary>
    public static readonly FrozenSet<string> Upon = List("upon");

    public static readonly FrozenSet<string> Selves = List("selves");

    /// <summary>What somebody has that something is done to.</summary>
    public static readonly FrozenSet<string> Suffers = List("suffers");

    /// <summary>Stems.</summary>
    public static readonly FrozenSet<string> Auxiliaries = List("auxiliaries");

    /// <summary>Between <see cref="MetBy"/> and what it was.</summary>
    public static readonly FrozenSet<string> Meets = List("meets");

    /// <summary>"Got hit with": the subject suffers it.</summary>
    /// <summary>Results of a round.</summary>
    public static readonly FrozenSet<string> Won = List("won");

    public static readonly FrozenSet<string> Lost = List("lost");

    /// <summary>Between the result and what brought it.</summary>
    public static readonly FrozenSet<string> BroughtBy = List("brought-by");

    /// <summary>Stems of losing, before one of <see cref="LosesTo"/> and what did it.</summary>
    public static readonly FrozenSet<string> Loses = List("loses");

    public static readonly FrozenSet<string> LosesTo = List("loses-to");

    public static readonly FrozenSet<string> MetBy = List("met-by");

    /// <summary>Between whom it was done to and what it was.</summary>
    public static readonly FrozenSet<string> CaughtWith = List("caught-with");

    /// <summary>Participles without an ending that follow "got" alone.</summary>
    public static readonly FrozenSet<string> ShortParticiples = List("short-participles");

    /// <summary>Participles without an ending.</summary>
    public static readonly FrozenSet<string> Participles = List("participles");

    public static readonly FrozenSet<string> Passives = List("passives");

    /// <summary>After "got" these open an object.</summary>
    public static readonly FrozenSet<string> OwnedThings = List("owned-things");

    public static readonly FrozenSet<string> Links = List("links");

    /// <summary>How a phrase of a place begins that says whose it is.</summary>
    public static readonly FrozenSet<string> HeldHow = List("held-how");

    /// <summary>Of whoever is held.</summary>
    public static readonly FrozenSet<string> Endures = List("endures");

    /// <summary>Of those, who gets away.</summary>
    public static readonly FrozenSet<string> Leaves = List("leaves");

    public static readonly FrozenSet<string> Towards = List("towards");

    /// <summary>Stems of holding a guard or a grip oneself.</summary>
    public static readonly FrozenSet<string> PlaysGuard = List("plays-guard");

    /// <summary>Stems of opening a guard.</summary>
    public static readonly FrozenSet<string> Opens = List("opens");

    /// <summary>Stems.</summary>
    public static readonly FrozenSet<string> StillInside = List("still-inside");

    /// <summary>Stems of being somewhere.</summary>
    public static readonly FrozenSet<string> WasThere = List("was-there");

    /// <summary>Stems of getting somewhere.</summary>
    public static readonly FrozenSet<string> GotThere = List("got-there");

    public static readonly FrozenSet<string> BeforeNames = List("before-names");

    /// <summary>Stems of what often follows the name of somebody who acts.</summary>
    public static readonly FrozenSet<string> Verbs = List("verbs");

    public static readonly FrozenSet<string> Opposite = List("opposite");

    /// <summary>Words that open a clause inside another.</summary>
    public static readonly FrozenSet<string> Subordinates = List("subordinates");

    /// <summary>Words that go back to the main clause.</summary>
    public static readonly FrozenSet<string> Resumes = List("resumes");

    /// <summary>Words that say of what follows that it was not done.</summary>
    public static readonly FrozenSet<string> RulesOut = List("rules-out");

    /// <summary>Words that do so for the rest of their sentence.</summary>
    public static readonly FrozenSet<string> RulesOutAll = List("rules-out-all");

    public static readonly FrozenSet<string> BackToFacts = List("back-to-facts");

    /// <summary>"Right" and "left" before these are no sides.</summary>
    public static readonly FrozenSet<string> NoSideBefore = List("no-side-before");

    /// <summary>Nor are they behind these.</summary>
    public static readonly FrozenSet<string> NoSideAfter = List("no-side-after");

    public static readonly FrozenSet<string> Minutes = List("minutes");
    public static readonly FrozenSet<string> KilogramWords = List("kilograms");
    public static readonly FrozenSet<string> PoundWords = List("pounds");

    /// <summary>A number of minutes behind these is no length of a roll.</summary>
    public static readonly FrozenSet<string> NoLengthAfter = List("no-length-after");

    /// <summary>Nor before these.</summary>
    public static readonly FrozenSet<string> NoLengthBefore = List("no-length-before");

    public static readonly FrozenSet<string> GiWords = List("gi");

    public static readonly FrozenSet<string> Small = List("small");

    public static readonly FrozenSet<string> Function = List("function");

    /// <summary>Stems of everyday words.</summary>
    public static readonly FrozenSet<string> Everyday = WordLists
        .Lines("telling/everyday.txt")
        .SelectMany(line => line.Split(' ', StringSplitOptions.RemoveEmptyEntries))
        .SelectMany(word => new[] { word, Stems.Of(word) })
        .ToFrozenSet(StringComparer.Ordinal);

    private static FrozenSet<string> List(string name) => Lists[name].ToFrozenSet(StringComparer.Ordinal);
}
