using InkBasin.Core.Days;

namespace InkBasin.Formats;

/// <summary>The days of a build as a table (CSV, RFC 4180): a row for each step, its times by the build's clock, its minutes, what it comes after.</summary>
public static class DaysTable
{
    private static readonly string[] Heads = ["step", "begins", "hands free", "ready", "hands-on (min)", "stay near (min)", "wait (min)", "state", "after", "waits for"];

    /// <summary>Writes it.</summary>
    /// <param name="days">The days.</param>
    public static string Write(DaysPlan days)
    {
        ArgumentNullException.ThrowIfNull(days);
        var names = days.Places.ToDictionary(place => place.Step.Id, place => place.Step.Name);
        return CsvTable.Write(Heads, days.Places.Select(place => (IReadOnlyList<string>)
        [
            place.Step.Name, CsvTable.Moment(place.StartAt), CsvTable.Moment(place.HandsOnEndAt), CsvTable.Moment(place.ReadyAt),
            CsvTable.Number(place.Step.HandsOnMin), CsvTable.Number(place.Step.AttendedMin), CsvTable.Number(place.Step.WaitMin), State(place),
            string.Join("; ", place.Step.After.Select(link => names.GetValueOrDefault(link.Link.Id, link.Link.Id))), place.Step.WaitFrom,
        ]));
    }

    private static string State(DayPlace place) => place switch
    {
        { Step.DoneAt: not null } => "done",
        { Scuffed: true } => "after its window: scuff first",
        { OutOfHours: true } => "outside bench hours",
        { Stale: true } => "bottles past their date",
        { Step.MixedWith: not null } => "in one mix",
        { Step.PinnedAt: not null } => "held",
        _ => "",
    };
}
