using System.Globalization;
using Calendar = Ical.Net.Calendar;
using InkBasin.Core.Days;

namespace InkBasin.Formats.Tests;

/// <summary>The days as a calendar: read back by its library, and line by line as RFC 5545 has it.</summary>
public class DaysCalendarTests
{
    private static readonly DateTimeOffset Now = new(2027, 3, 1, 8, 0, 0, TimeSpan.FromHours(1));

    private static readonly Guid Build = Guid.Parse("00000000-0000-0000-0000-00000000000b");

    private static DayPlace Place(string id, string name, double startH, int work, int wait, int attended, params StepLink[] after)
    {
        var start = Now.AddHours(startH);
        return new(new BuildStep(id, BuildStepKind.Pour, "w", name, work, wait, attended, after, "the sheet; and this room, for now"), start, start.AddMinutes(work), start.AddMinutes(work + wait), false, false, false);
    }

    private static DaysPlan Plan(double secondH = 34) => new(
        [
            Place("w:done", "Seal, and more", -20, 30, 0, 0) with { Step = Place("w:done", "Seal", -20, 30, 0, 0).Step with { DoneAt = Now.AddHours(-20) } },
            Place("w:pour:1", "Pour Creek; first, with a name so long that its line has to be folded over", 10, 40, 900, 30),
            Place("w:pour:2", "Pour Creek 2", secondH, 35, 600, 30, new StepLink(new DayLink("w:pour:1", LinkFrom.Start, 720, 2160), "inside its window", true)),
            Place("w:wait", "Only a wait", 40, 0, 600, 0),
        ],
        [], Now.AddHours(60), 2, true, null, [], null);

    // Folded lines put together, then name and value: what another program sees.
    private static List<(string Name, string Value)> Lines(string text) =>
        [.. text.Replace("\r\n ", "", StringComparison.Ordinal).Split("\r\n", StringSplitOptions.RemoveEmptyEntries).Select(line => line.IndexOf(':', StringComparison.Ordinal) is var colon ? (line[..colon].Split(';')[0], line[(colon + 1)..]) : default)];

    [Fact]
    public void The_library_reads_back_each_step_ahead_with_its_hours_and_alarms()
    {
        var calendar = Calendar.Load(DaysCalendar.Write(Plan(), Build, "Sallow Quay", Now))!;
        Assert.Equal(["w:pour:1.0000000000000000000000000000000b@ink-basin", "w:pour:2.0000000000000000000000000000000b@ink-basin"], calendar.Events.Select(one => one!.Uid));
        var (first, second) = (calendar.Events[0]!, calendar.Events[1]!);
        Assert.Equal(Now.AddHours(10).UtcDateTime, first.Start!.AsUtc);

        // Hands-on and attended minutes, not the night's wait.
        Assert.Equal(Now.AddHours(10).AddMinutes(70).UtcDateTime, first.End!.AsUtc);
        Assert.Equal("Pour Creek; first, with a name so long that its line has to be folded over (Sallow Quay)", first.Summary);
        Assert.Single(first.Alarms);
        Assert.Equal(2, second.Alarms.Count);

        // Half an hour before it begins, and two hours before its window closes: 36 h after the first pour began, so ten hours after this begins.
        Assert.Equal([TimeSpan.FromMinutes(-30), TimeSpan.FromHours(10)], second.Alarms.Select(alarm => alarm!.Trigger!.Duration!.Value.ToTimeSpanUnspecified()));
        Assert.Contains("Inside its window.", second.Description, StringComparison.Ordinal);
    }

    [Fact]
    public void Line_by_line_it_is_a_calendar()
    {
        var text = DaysCalendar.Write(Plan(), Build, "Sallow Quay", Now);
        Assert.All(text.Split("\r\n"), line => Assert.True(System.Text.Encoding.UTF8.GetByteCount(line) <= 75, line));
        Assert.DoesNotContain(text.Replace("\r\n", "", StringComparison.Ordinal), one => one is '\n' or '\r');
        var lines = Lines(text);
        Assert.Equal(("BEGIN", "VCALENDAR"), lines[0]);
        Assert.Equal(("END", "VCALENDAR"), lines[^1]);
        foreach (var name in new[] { "VERSION", "PRODID" }) Assert.Single(lines, line => line.Name == name);
        foreach (var name in new[] { "UID", "DTSTART", "DTEND", "SUMMARY", "SEQUENCE" }) Assert.Equal(2, lines.Count(line => line.Name == name));
        Assert.Equal(Now.AddHours(10).UtcDateTime.ToString("yyyyMMdd'T'HHmmss'Z'", CultureInfo.InvariantCulture), lines.First(line => line.Name == "DTSTART").Value);
        Assert.Equal(3, lines.Count(line => line == ("BEGIN", "VALARM")));
        Assert.Contains("Pour Creek\\; first\\, with", lines.First(line => line.Name == "SUMMARY").Value, StringComparison.Ordinal);
    }

    // Exported again it updates: the same names, a later number, another hour.
    [Fact]
    public void Written_again_it_brings_the_same_events_up_to_date()
    {
        var (before, after) = (Calendar.Load(DaysCalendar.Write(Plan(), Build, "Quay", Now))!, Calendar.Load(DaysCalendar.Write(Plan(36), Build, "Quay", Now.AddMinutes(5)))!);
        Assert.Equal(before.Events.Select(one => one!.Uid), after.Events.Select(one => one!.Uid));
        Assert.All(before.Events.Zip(after.Events), pair => Assert.True(pair.Second!.Sequence > pair.First!.Sequence));
        Assert.Equal(2, (after.Events[1]!.Start!.AsUtc - before.Events[1]!.Start!.AsUtc).TotalHours);
    }

    [Fact]
    public void A_step_that_only_wants_somebody_near_is_an_event_too()
    {
        var days = new DaysPlan([Place("near", "Watch it", 1, 0, 60, 30), Place("both", "Pour", 2, 20, 60, 30), Place("wait", "Wait", 3, 0, 60, 0), Place("cut", "Cut", 4, 20, 0, 0)], [], Now.AddHours(5), 1, true, null, [], null);
        var calendar = Calendar.Load(DaysCalendar.Write(days, Build, "Quay", Now))!;
        Assert.Equal(["Then it waits: the sheet; and this room, for now.", "Then it waits: the sheet; and this room, for now.", null], calendar.Events.Select(one => one!.Description is { Length: > 0 } said ? said : null));
        Assert.Equal([30.0, 50, 20], calendar.Events.Select(one => (one!.End!.AsUtc - one.Start!.AsUtc).TotalMinutes));
    }
}
