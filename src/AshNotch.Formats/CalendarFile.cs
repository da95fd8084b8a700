using AshNotch.Core.Drilling;
using Ical.Net;
using Ical.Net.CalendarComponents;
using Ical.Net.DataTypes;
using Ical.Net.Serialization;

namespace AshNotch.Formats;

/// <summary>
/// Planned sessions as a calendar file (iCalendar, RFC 5545). Times are floating: half past six is half past six wherever the
/// hall is. An entry keeps its UID and a later file has a higher SEQUENCE, so importing again updates instead of doubling.
/// </summary>
public static class CalendarFile
{
    /// <param name="entries">The entries.</param>
    /// <param name="now">When it is written.</param>
    /// <param name="sequence">A number that only grows, at least 0.</param>
    public static string Write(IReadOnlyList<CalendarEntry> entries, DateTimeOffset now, int sequence)
    {
        var stamp = new CalDateTime(now.UtcDateTime, "UTC");
        var calendar = new Calendar { ProductId = "-//Ash Notch//Drill block//EN", Method = CalendarMethods.Publish };
        foreach (var entry in entries)
            calendar.Events.Add(Event(entry, stamp, sequence));
        return new CalendarSerializer().SerializeToString(calendar)!;
    }

    private static CalendarEvent Event(CalendarEntry entry, CalDateTime stamp, int sequence)
    {
        var made = new CalendarEvent
        {
            Uid = entry.Uid,
            DtStamp = stamp,
            Sequence = sequence,
            Summary = entry.Summary,
            Description = entry.Says.Length > 0 ? entry.Says : null,
            Status = entry.Cancelled ? EventStatus.Cancelled : EventStatus.Confirmed,
            Transparency = TransparencyType.Opaque,
        };
        if (entry.Time is { } time)
        {
            made.DtStart = new CalDateTime(entry.Date.ToDateTime(time));
            made.Duration = Duration.FromMinutes(entry.Minutes);
        }
        else
        {
            made.DtStart = new CalDateTime(entry.Date);
        }

        return made;
    }
}
