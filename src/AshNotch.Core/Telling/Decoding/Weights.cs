using AshNotch.Core.Telling.Text;

namespace AshNotch.Core.Telling.Decoding;

/// <summary>
/// Every weight of the reader. They are log odds or parts of them; set by hand on the development accounts so that each does
/// what its sentence says, never for one account.
/// </summary>
internal static class Weights
{
    // Words: what a match is worth.

    /// <summary>Reading any phrase at all rather than passing over it.</summary>
    public const double Match = 0.9;

    /// <summary>Each further word of a phrase: "knee cut pass" is rather that than "knee" and "pass".</summary>
    public const double Word = 0.9;

    /// <summary>A place that is named is hardly ever idle talk.</summary>
    public const double PlaceTold = 0.9;

    /// <summary>A place told as a verb ("turtled") is rather a step to it.</summary>
    public const double ToldAsDone = 1.2;

    /// <summary>A phrase of everyday words ("pull", "slice") has to be carried by the rest.</summary>
    public const double EverydayPhrase = 0.9;

    /// <summary>A one-word name that is also an everyday word ("side", "open", "clock").</summary>
    public const double EverydayWord = 1.1;

    /// <summary>The whole distance of a near match, 0 to 0.4, costs this much.</summary>
    public const double Near = 3.5;

    /// <summary>Farthest a run of everyday words may sound from a phrase.</summary>
    public const double NearestEveryday = 0.14;

    /// <summary>Farthest a run that begins or ends with a small word may be from a phrase.</summary>
    public const double NearestWithSmallWords = 0.16;

    /// <summary>Farthest a single odd word may be from a phrase.</summary>
    public const double NearestWord = 0.34;

    /// <summary>Farthest the letters of a single odd word may be, however alike it sounds.</summary>
    public const double NearestSpelling = 0.5;

    /// <summary>Farthest a run with an odd word may be from a phrase.</summary>
    public const double NearestRun = 0.29;

    // Who.

    /// <summary>The subject of the clause does what the clause says.</summary>
    public const double SubjectActs = 2.4;

    /// <summary>"My armbar" is mine.</summary>
    public const double OwnerActs = 3;

    /// <summary>"Got swept": the subject is the one it was done to.</summary>
    public const double Passive = 3.4;

    /// <summary>"By her": it was her.</summary>
    public const double ByAgent = 3.5;

    /// <summary>"Swept me", "took my back": it was the other.</summary>
    public const double ObjectSuffers = 3;

    /// <summary>"I tapped": the other got it.</summary>
    public const double SubjectTaps = 3;

    /// <summary>"I tapped her": I got it.</summary>
    public const double ObjectTapped = 4;

    /// <summary>"On me" after it: it was the other.</summary>
    public const double OnObject = 2.2;

    /// <summary>"Caught me with", "had him in" before it.</summary>
    public const double CaughtObject = 2.4;

    /// <summary>Without a word about who, whoever did the last thing goes on.</summary>
    public const double SameActor = 0.1;

    // What became of it.

    /// <summary>Most things told were done.</summary>
    public const double ToldDone = 1.1;

    /// <summary>A submission is told far more often than it finishes.</summary>
    public const double SubmissionStopped = -0.5;

    /// <summary>"Tried", "went for" before it.</summary>
    public const double Tried = 1.6;

    /// <summary>"Stuffed", "did not work" after it.</summary>
    public const double Stopped = 2.6;

    /// <summary>"Three taps:" before a list of submissions: each of them came off.</summary>
    public const double CountedTaps = 2;

    /// <summary>How much of the subject reaches a bare name in a list.</summary>
    public const double BareName = 0.35;

    /// <summary>Words before anybody was named are about the one who tells.</summary>
    public const double TellerFirst = 0.35;

    /// <summary>"But I ..." after what they did.</summary>
    public const double But = 0.9;

    /// <summary>"Worked", "was tight" after it.</summary>
    public const double Worked = 1.6;

    /// <summary>"Could not", "failed to" before it.</summary>
    public const double CouldNot = 3.2;

    /// <summary>The words around a submission make it a little too often one that failed.</summary>
    public const double FinishComesOff = 0.4;

    /// <summary>A submission that came off is followed by the tap.</summary>
    public const double TapFollows = 2.4;

    /// <summary>A submission read as done while the exchange goes on: that it ended there is left unsaid.</summary>
    public const double NoTapFollows = 1.5;

    /// <summary>"Tapped to the americana": it was the work of whoever got the tap.</summary>
    public const double TappedTo = 6;

    /// <summary>
    /// A tap to the other right after a tap, with nothing told between: the same tap, misread, unless its submission follows.
    /// </summary>
    public const double TapAtOnce = 3;

    /// <summary>What of that is given back once it follows.</summary>
    public const double TapAtOnceTold = 2;

    /// <summary>A tap with no submission told of it.</summary>
    public const double TapToNothing = 1.5;

    /// <summary>The most that saying once more that somebody tapped is worth.</summary>
    public const double TapSaidAgain = 0.3;

    /// <summary>"Again" after a submission: another try, unless something says that this one finished.</summary>
    public const double RepeatFinishes = 2;

    /// <summary>A tap right after a try that is read as stopped.</summary>
    public const double TapUnexplained = 3.5;

    /// <summary>Words that are plans, advice, habits, other rolls or what-ifs.</summary>
    public const double Unreal = 7;

    /// <summary>"Did not pass": nothing happened.</summary>
    public const double Denied = 3.2;

    /// <summary>"Finished with", "caught him in" before a submission: it was the end.</summary>
    public const double Finished = 3;

    /// <summary>Reading a moment where paths were learned: their updates leave out more than they put in.</summary>
    public const double Told = 1.0;

    // The ground.

    /// <summary>The technique starts at the spot where they are.</summary>
    public const double StartsHere = 0.7;

    /// <summary>It starts at a spot of the same family.</summary>
    public const double StartsNear = 0.2;

    /// <summary>It starts from any guard, and this is one.</summary>
    public const double StartsAnyGuard = 0.5;

    /// <summary>It starts at another spot, with the doer on the same side of things.</summary>
    public const double StartsElsewhere = -0.9;

    /// <summary>It starts at a spot where the doer is the one below, or above, of what they are.</summary>
    public const double StartsMirrored = -2.8;

    /// <summary>A choke without a name comes from whoever is better placed.</summary>
    public const double BetterPlaced = 1.5;

    /// <summary>A back is hardly taken by whoever is worse placed: so many times that.</summary>
    public const double BackFromBelow = 2.5;

    /// <summary>A step to where the doer is already is no step.</summary>
    public const double AlreadyThere = -2.6;

    /// <summary>"Fell back for the armbar": for is a try.</summary>
    public const double For = 0.7;

    /// <summary>The spot said is where they are already.</summary>
    public const double SpotHolds = 1.3;

    /// <summary>The spot said is where the last moment usually leads.</summary>
    public const double SpotFollows = 0.9;

    /// <summary>The spot said is a near relation of where they are.</summary>
    public const double SpotNear = -0.1;

    /// <summary>The spot said is another, on the same side of things.</summary>
    public const double SpotJumps = -0.9;

    /// <summary>The spot said turns top and bottom with nothing told between.</summary>
    public const double SpotFlips = -1.2;

    /// <summary>Each less usual destination of a technique.</summary>
    public const double LessUsual = 0.25;

    /// <summary>Going on after a tap without a restart being told.</summary>
    public const double RestartUntold = -0.8;

    // Roles.

    /// <summary>"His half guard": he holds it.</summary>
    public const double OwnerHolds = 3;

    /// <summary>"Half guard bottom".</summary>
    public const double RoleSaid = 3.2;

    /// <summary>"Stuck in side control", "put me in".</summary>
    public const double Held = 2.2;

    /// <summary>"I had mount", "I was in guard": the subject holds it.</summary>
    public const double SubjectHolds = 0.9;

    // Arrivals: "knee on belly" may be a place or the step to it.

    /// <summary>"Got to", "stepped to", "took" before it.</summary>
    public const double Arriving = 1.5;

    /// <summary>"In", "from", "was in" before it.</summary>
    public const double Being = 1.8;

    /// <summary>So far behind the best, a story never catches up.</summary>
    public const double Hopeless = 9;

    /// <summary>How many readings of the story are kept side by side.</summary>
    public const int Beam = 14;

    /// <summary>The same where a reading is only a second opinion.</summary>
    public const int QuickBeam = 5;
}
