using AshNotch.Core.Ground;
using AshNotch.Core.Log;

namespace AshNotch.Core.Intake;

/// <summary>What a column of somebody's table holds.</summary>
public enum SheetColumn
{
    /// <summary>The day.</summary>
    Date,

    /// <summary>With whom.</summary>
    Partner,

    /// <summary>Their belt.</summary>
    Belt,

    /// <summary>Their weight.</summary>
    Weight,

    /// <summary>With or without the jacket.</summary>
    Attire,

    /// <summary>How long the round was.</summary>
    Minutes,

    /// <summary>How it ended: won, lost, even, or taps as 2-1.</summary>
    Result,

    /// <summary>Submissions that the owner got.</summary>
    SubmissionFor,

    /// <summary>Submissions that the partner got.</summary>
    SubmissionAgainst,

    /// <summary>Where it started.</summary>
    Position,

    /// <summary>Free words.</summary>
    Notes,
}

/// <summary>A table as it was read from a file: a heading and its rows, all cells as text.</summary>
/// <param name="Head">The headings.</param>
/// <param name="Rows">The rows; a short one has empty cells to its right.</param>
public sealed record SheetTable(IReadOnlyList<string> Head, IReadOnlyList<SheetRow> Rows);

/// <summary>A row of a table.</summary>
/// <param name="Number">Its number in the file, from 1, as a spreadsheet shows it.</param>
/// <param name="Cells">Its cells.</param>
public sealed record SheetRow(int Number, IReadOnlyList<string> Cells)
{
    /// <summary>A cell; empty when the row ends before it.</summary>
    public string At(int column) => column >= 0 && column < Cells.Count ? Cells[column].Trim() : "";
}

/// <summary>How a table is to be read.</summary>
/// <param name="Columns">What each column holds, null for nothing of use; null to find it.</param>
/// <param name="Order">Which number of 3/4 is the day; null to find it.</param>
/// <param name="Usual">With or without the jacket where no column says.</param>
/// <param name="ReadNotes">Whether the notes are told accounts, to be read into moments.</param>
public sealed record SheetAsked(IReadOnlyList<SheetColumn?>? Columns, DayOrder? Order, Attire Usual, bool ReadNotes);

/// <summary>Something of a row that cannot be read.</summary>
/// <param name="Row">The row's number, as a spreadsheet shows it.</param>
/// <param name="Column">The column; null when it is the whole row.</param>
/// <param name="Sentence">What is wrong, and what becomes of it.</param>
/// <param name="Left">Whether the whole row is left out.</param>
public sealed record SheetFault(int Row, SheetColumn? Column, string Sentence, bool Left);

/// <summary>What a table says, ready to be taken.</summary>
public sealed record SheetReading
{
    /// <summary>What each column was taken for.</summary>
    public required IReadOnlyList<SheetColumn?> Columns { get; init; }

    /// <summary>Which number of 3/4 was taken for the day.</summary>
    public required DayOrder Order { get; init; }

    /// <summary>Whether that is a guess that matters.</summary>
    public required bool Open { get; init; }

    /// <summary>The sessions, oldest first: all rounds of a day with, or without, the jacket.</summary>
    public required IReadOnlyList<Session> Sessions { get; init; }

    /// <summary>Partners that the log does not have.</summary>
    public required IReadOnlyList<Partner> Partners { get; init; }

    /// <summary>What cannot be read, at most <see cref="FaultList.Most"/>.</summary>
    public required IReadOnlyList<SheetFault> Faults { get; init; }

    /// <summary>How many faults there are.</summary>
    public required int FaultCount { get; init; }

    /// <summary>Sentences on what was assumed.</summary>
    public required IReadOnlyList<string> Remarks { get; init; }
}
