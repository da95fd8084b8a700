using System.Text.Json;
using AshNotch.Core.Intake;
using AshNotch.Core.Log;

namespace AshNotch.Formats;

/// <summary>A diary to be cut into its days.</summary>
/// <param name="Text">The diary.</param>
/// <param name="Order">Which number of 3/4 is the day; null to find it.</param>
public sealed record DiaryAsked(string Text, DayOrder? Order)
{
    /// <summary>Reads the question from JSON.</summary>
    public static DiaryAsked Read(JsonElement json, FaultList faults)
    {
        var f = new Fields(json, "", faults);
        return new DiaryAsked(f.RequiredText("text"), f.OneOf<DayOrder>("order"));
    }
}

/// <summary>An evening to be read into a session.</summary>
/// <param name="Text">What was told of it.</param>
/// <param name="Date">Its day.</param>
/// <param name="Nth">Which entry of that day it is, from 0.</param>
/// <param name="Attire">With or without the jacket where the words do not say.</param>
public sealed record DiaryDayAsked(string Text, DateOnly Date, int Nth, Attire? Attire)
{
    /// <summary>Reads the question from JSON.</summary>
    public static DiaryDayAsked Read(JsonElement json, FaultList faults)
    {
        var f = new Fields(json, "", faults);
        return new DiaryDayAsked(f.RequiredText("text"), f.RequiredDate("date"), f.Whole("nth") ?? 0, f.OneOf<Attire>("attire"));
    }
}

/// <summary>Sessions and partners to be taken at once.</summary>
/// <param name="Says">What they are, for people.</param>
/// <param name="Partners">The partners that may be new.</param>
/// <param name="Sessions">The sessions.</param>
public sealed record IntakeAsked(string Says, IReadOnlyList<Partner> Partners, IReadOnlyList<Session> Sessions)
{
    /// <summary>Reads the question from JSON.</summary>
    public static IntakeAsked Read(JsonElement json, FaultList faults)
    {
        var f = new Fields(json, "", faults);
        return new IntakeAsked(
            f.RequiredText("says"),
            f.List("partners", (item, at) => LogReader.Partner(item, at, faults)) ?? [],
            f.List("sessions", (item, at) => LogReader.Session(item, at, faults)) ?? []
        );
    }
}
