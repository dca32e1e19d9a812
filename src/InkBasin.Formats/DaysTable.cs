using System.Globalization;
using CsvHelper;
using CsvHelper.Configuration;
using InkBasin.Core.Days;

namespace InkBasin.Formats;

/// <summary>The days of a build as a table (CSV, RFC 4180): a row for each step, its times by the build's clock, its minutes, what it comes after.</summary>
public static class DaysTable
{
    // A cell that begins like a formula is taken for one by programs that open such tables.
    private static readonly CsvConfiguration Rules = new(CultureInfo.InvariantCulture) { NewLine = "\r\n", InjectionOptions = InjectionOptions.Escape };

    private static readonly string[] Heads = ["step", "begins", "hands free", "ready", "hands-on (min)", "stay near (min)", "wait (min)", "state", "after", "waits for"];

    /// <summary>Writes it.</summary>
    /// <param name="days">The days.</param>
    public static string Write(DaysPlan days)
    {
        ArgumentNullException.ThrowIfNull(days);
        var names = days.Places.ToDictionary(place => place.Step.Id, place => place.Step.Name);
        using var text = new StringWriter();
        using (var table = new CsvWriter(text, Rules))
        {
            Row(table, Heads);
            foreach (var place in days.Places)
            {
                var step = place.Step;
                Row(table,
                [
                    step.Name, Moment(place.StartAt), Moment(place.HandsOnEndAt), Moment(place.ReadyAt),
                    Number(step.HandsOnMin), Number(step.AttendedMin), Number(step.WaitMin), State(place),
                    string.Join("; ", step.After.Select(link => names.GetValueOrDefault(link.Link.Id, link.Link.Id))), step.WaitFrom,
                ]);
            }
        }

        return text.ToString();
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

    private static string Moment(DateTimeOffset at) => at.ToString("yyyy-MM-dd HH:mm", CultureInfo.InvariantCulture);

    private static string Number(int value) => value.ToString(CultureInfo.InvariantCulture);

    private static void Row(CsvWriter table, IEnumerable<string> cells)
    {
        foreach (var cell in cells) table.WriteField(cell);
        table.NextRecord();
    }
}
