namespace AshNotch.Core.Log;

/// <summary>Who did it.</summary>
public enum Actor
{
    /// <summary>The owner of the log.</summary>
    Me,

    /// <summary>The partner.</summary>
    Them,
}

/// <summary>What became of a try.</summary>
public enum Outcome
{
    /// <summary>It reached its aim.</summary>
    Done,

    /// <summary>Tried, threatened, defended, lost or given up.</summary>
    Stopped,
}

/// <summary>A side of the body.</summary>
public enum Side
{
    /// <summary>Left.</summary>
    Left,

    /// <summary>Right.</summary>
    Right,
}

/// <summary>How an exchange ended.</summary>
public enum EndKind
{
    /// <summary>Somebody tapped.</summary>
    Tap,

    /// <summary>Mat edge, other pairs, an agreed restart.</summary>
    Reset,

    /// <summary>Stopped because someone may be hurt.</summary>
    Stoppage,

    /// <summary>The bell.</summary>
    Time,
}

/// <summary>What kind of visit to the mat.</summary>
public enum SessionKind
{
    /// <summary>An ordinary class.</summary>
    Class,

    /// <summary>Free rounds.</summary>
    OpenMat,

    /// <summary>A class for competitors.</summary>
    CompetitionClass,

    /// <summary>Alone with a coach.</summary>
    Private,

    /// <summary>Rounds from set positions.</summary>
    Positional,

    /// <summary>Fresh partners one after another.</summary>
    Gauntlet,

    /// <summary>Matches.</summary>
    Tournament,
}

/// <summary>With or without the jacket.</summary>
public enum Attire
{
    /// <summary>With the jacket.</summary>
    Gi,

    /// <summary>Without.</summary>
    NoGi,
}

/// <summary>What kind of round.</summary>
public enum RollKind
{
    /// <summary>A free round.</summary>
    Roll,

    /// <summary>From a set position, restarted when it is lost.</summary>
    Positional,

    /// <summary>A match by rules.</summary>
    Match,
}

/// <summary>How hard a round was.</summary>
public enum Intensity
{
    /// <summary>Flowing, little resistance.</summary>
    Flow,

    /// <summary>About half.</summary>
    Technical,

    /// <summary>Hard.</summary>
    Hard,

    /// <summary>As in a match.</summary>
    Match,
}

/// <summary>What the owner was in the round for.</summary>
public enum Intent
{
    /// <summary>The own game.</summary>
    OwnGame,

    /// <summary>Trying things out.</summary>
    Experiment,

    /// <summary>Letting the partner work.</summary>
    LetWork,

    /// <summary>Getting through it.</summary>
    Survive,
}

/// <summary>What a roll is worth.</summary>
public enum Objective
{
    /// <summary>Control and points first.</summary>
    Points,

    /// <summary>Submissions first.</summary>
    Submissions,

    /// <summary>Not being finished first.</summary>
    Survival,
}

/// <summary>How the owner likes to train.</summary>
public enum TrainingStyle
{
    /// <summary>Repetitions, then positional rounds.</summary>
    RepetitionsAndPositional,

    /// <summary>Games with a task and a limit.</summary>
    Games,

    /// <summary>Positional rounds only.</summary>
    PositionalOnly,
}

/// <summary>The units that weights are shown in.</summary>
public enum Units
{
    /// <summary>Kilograms.</summary>
    Kg,

    /// <summary>Pounds.</summary>
    Lb,
}

/// <summary>The two tables of weight classes; asked for nothing else, and may stay unsaid.</summary>
public enum Sex
{
    /// <summary>Female.</summary>
    Female,

    /// <summary>Male.</summary>
    Male,
}
