using Ical.Net;
using Ical.Net.CalendarComponents;
using Ical.Net.DataTypes;
using Ical.Net.Serialization;
using InkBasin.Core.Days;

namespace InkBasin.Formats;

/// <summary>The days of a build as a calendar (RFC 5545): an event for each step still to be done. Taken in again it brings the same events up to date, as their names stay.</summary>
public static class DaysCalendar
{
    // Long enough to put the shoes on.
    private static readonly TimeSpan Ahead = TimeSpan.FromMinutes(30);

    // A window about to close leaves time to mix.
    private static readonly TimeSpan BeforeClosing = TimeSpan.FromHours(2);

    /// <summary>Writes it.</summary>
    /// <param name="days">The days.</param>
    /// <param name="buildId">The build: its steps' names in the calendar are made of it.</param>
    /// <param name="buildName">Its name.</param>
    /// <param name="now">Now: a later writing goes before an earlier one.</param>
    public static string Write(DaysPlan days, Guid buildId, string buildName, DateTimeOffset now)
    {
        ArgumentNullException.ThrowIfNull(days);
        var calendar = new Calendar { ProductId = "-//Ink Basin//Days//EN" };
        calendar.AddProperty("X-WR-CALNAME", buildName);
        var at = days.Places.ToDictionary(place => place.Step.Id);
        foreach (var place in days.Places.Where(place => place.Step.DoneAt is null && (place.Step.HandsOnMin + place.Step.AttendedMin > 0 || place.Step.MixedWith is not null)))
        {
            // What is of one mix with another has its hours.
            var (step, work) = (place.Step, at.GetValueOrDefault(place.Step.MixedWith ?? "") ?? place);
            var one = new CalendarEvent
            {
                Uid = $"{step.Id}.{buildId:N}@ink-basin",
                Summary = $"{step.Name} ({buildName})",
                Description = string.Join("\n", About(place)),
                Start = Moment(place.StartAt),
                End = Moment(work.HandsOnEndAt.AddMinutes(Math.Min(work.Step.AttendedMin, work.Step.WaitMin))),
                DtStamp = Moment(now),
                Sequence = (int)Math.Max(0, (now - DateTimeOffset.UnixEpoch).TotalMinutes),
            };
            one.Alarms.Add(new Alarm { Action = AlarmAction.Display, Description = step.Name, Trigger = new Trigger(Duration.FromTimeSpanExact(-Ahead)) });
            foreach (var closes in step.After.Select(link => ClosesAt(link.Link, at)).OfType<DateTimeOffset>().Where(closes => closes > place.StartAt))
                one.Alarms.Add(new Alarm { Action = AlarmAction.Display, Description = $"{step.Name}: its window closes soon", Trigger = new Trigger(Duration.FromTimeSpanExact(closes - BeforeClosing - place.StartAt)) });
            calendar.Events.Add(one);
        }

        return new CalendarSerializer().SerializeToString(calendar)!;
    }

    private static IEnumerable<string> About(DayPlace place)
    {
        if (place.Stale) yield return "Its bottles are past their date by then: buy fresh ones.";
        if (place.Scuffed) yield return "After its window: scuff and wipe the surface first.";
        foreach (var link in place.Step.After) yield return $"{char.ToUpperInvariant(link.Why[0])}{link.Why[1..]}.";
        if (place.Step.WaitMin > 0) yield return $"Then it waits: {place.Step.WaitFrom}.";
    }

    private static DateTimeOffset? ClosesAt(DayLink link, Dictionary<string, DayPlace> at) =>
        link.GreatestMin is { } greatest && at.TryGetValue(link.Id, out var before) ? (link.From == LinkFrom.Start ? before.StartAt : before.ReadyAt).AddMinutes(greatest) : null;

    // In universal time: no calendar has to know the maker's zone.
    private static CalDateTime Moment(DateTimeOffset at) => new(at.UtcDateTime, CalDateTime.UtcTzId);
}
